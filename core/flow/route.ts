import type { Projection } from '../content/content'
import type { Kind } from '../content/kinds'
import type { About } from './about'

/** Who guards a gate, by name; nobody named means everyone who may clear work in the item's section. */
export interface Guards {
  people: string[]
  groups: string[]
  /** Held in the item's section. */
  roles: string[]
}
export const ANYONE: Guards = { people: [], groups: [], roles: [] }

/**
 * A checkpoint: who may clear it, how many must, and what of the item a clearance is for. One that is about a part of the
 * item applies only where that part is other than on the site.
 */
export interface Gate {
  id: string
  name: string
  who: Guards
  /** How many people must clear it. */
  needed: number
  authorsMayClear: boolean
  covers: Projection
  about?: About | undefined
}

export interface Step {
  name: string
  /** They stand side by side: each may be cleared before the others. */
  gates: Gate[]
}

/** The ordered steps that a change must pass. Changing one makes a new version; what is under way finishes on its own. */
export interface Route {
  id: string
  name: string
  version: number
  steps: Step[]
}

/** Which items go a route: of a kind or (`null`) any, in a section and all below it or (`null`) the whole site. */
export interface RouteRule {
  kind: Kind | null
  section: string | null
  route: string
}

/** The route of pages, posts and notices on a new site: one step, one gate, a reviewer who is not the author. */
export const DEFAULT_ROUTE: Route = {
  id: 'reviewed',
  name: 'Reviewed',
  version: 1,
  steps: [
    {
      name: 'Review',
      gates: [{ id: 'review', name: 'Review', who: ANYONE, needed: 1, authorsMayClear: false, covers: 'all-but-shown-date' }],
    },
  ],
}

/** A route without gates, for what a site keeper changes at once: sent on, it is cleared. */
export const OPEN_ROUTE: Route = { id: 'open', name: 'No gate', version: 1, steps: [] }

/** What a new site begins with: what readers read is reviewed; names of things and settings have no gate. */
export const DEFAULT_RULES: RouteRule[] = [
  { kind: null, section: null, route: DEFAULT_ROUTE.id },
  ...(['label', 'author', 'settings'] as const).map((kind) => ({ kind, section: null, route: OPEN_ROUTE.id })),
]

/** All gates of a route in the order of its steps. */
export const gatesOf = (route: Route): Gate[] => route.steps.flatMap((step) => step.gates)

/** The name under which the hash of what a gate covers is kept. */
export const keyOf = (gate: Gate): string => (gate.about ? `gate:${gate.id}` : gate.covers)

/**
 * A route with the gates that apply to a change: `head` and `live` are the hashes of what each gate covers in the draft and
 * on the site (`null` while it is not live). A step of which no gate applies is passed by.
 */
export function applying(route: Route, head: Readonly<Record<string, string>>, live: Readonly<Record<string, string>> | null): Route {
  const applies = (gate: Gate) => !gate.about || (head[keyOf(gate)] ?? '') !== (live?.[keyOf(gate)] ?? '')
  const steps = route.steps.map((step) => ({ ...step, gates: step.gates.filter(applies) })).filter((step) => step.gates.length)
  return { ...route, steps }
}

/**
 * The rule for an item: one for its kind before one for any kind; among those the nearest section. `path` is its section
 * and those above it, nearest first. Undefined only where no rule holds for the whole site.
 */
export function ruleFor(rules: readonly RouteRule[], kind: Kind, path: readonly string[]): RouteRule | undefined {
  const far = (rule: RouteRule) => (rule.section === null ? path.length : path.indexOf(rule.section))
  return rules
    .filter((rule) => (rule.kind === null || rule.kind === kind) && far(rule) >= 0)
    .sort((a, b) => Number(a.kind === null) - Number(b.kind === null) || far(a) - far(b))[0]
}
