import type { Projection } from '../content/content'
import { type Kind, KIND_NAMES, KINDS } from '../kinds/kinds'
import type { CheckName } from '../checks/checks'
import type { About } from './about'

/** Who guards a gate, by name; nobody named means everyone who may clear work in the item's section. */
export interface Guards {
  people: string[]
  groups: string[]
  /** Held in the item's section. */
  roles: string[]
}
export const ANYONE: Guards = { people: [], groups: [], roles: [] }

/** Further limits on where a gate applies; each that is set must hold. */
export interface When {
  /** Only to items in one of these sections or below. */
  sections: string[]
  /** Only to items that have, or had on the site, one of these labels. */
  labels: string[]
  /** Only to changes of at least so many words. */
  words: number
}
export const ALWAYS: When = { sections: [], labels: [], words: 0 }

/** By when a gate should be cleared: in so many hours of working time, with a reminder before and somebody told after. */
export interface Deadline {
  hours: number
  /** The calendar whose working hours count, by its id. */
  calendar: string
  /** Hours of working time before it at which the guards are reminded; 0 for no reminder. */
  remind: number
  /** Who is told when it is over. */
  escalate: Guards
}

/** A check that a gate asks for: one that must pass before it can be cleared, or one that only advises. */
export interface GateCheck {
  name: CheckName
  must: boolean
}

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
  /** How they are counted: so many of all its guards, or so many of each group that it names. */
  each?: 'group' | undefined
  /** The section whose people guard it, where that is another than the item's: a move passes the gates of both. */
  section?: string | undefined
  covers: Projection
  about?: About | undefined
  when?: When | undefined
  checks?: GateCheck[] | undefined
  deadline?: Deadline | undefined
}

export interface Step {
  name: string
  /** They stand side by side: each may be cleared before the others. */
  gates: Gate[]
}

/**
 * What a route lets through before its gates, for those with the right: it goes live at once, and its gates must clear it
 * within so many hours of working time. If they do not, somebody is told, and it is taken back where the route says so.
 */
export interface FastLane {
  hours: number
  calendar: string
  escalate: Guards
  takesBack: boolean
}

/** What beside the content must pass a route's gates: taking an item off the site, moving it to another section. */
export const OTHER_CHANGES = ['withdrawal', 'move'] as const
export type OtherChange = (typeof OTHER_CHANGES)[number]

/** What a line of work changes: what an item says, whether it is on the site, or its section. */
export type Change = 'content' | OtherChange

/** The ordered steps that a change must pass. Changing one makes a new version; what is under way finishes on its own. */
export interface Route {
  id: string
  name: string
  version: number
  steps: Step[]
  fast?: FastLane | undefined
  /** The other changes that go this way; those that are not named are a right and happen at once. */
  gated?: OtherChange[] | undefined
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
  ...KIND_NAMES.filter((kind) => KINDS[kind].route === 'open').map((kind) => ({ kind, section: null, route: OPEN_ROUTE.id })),
]

/** All gates of a route in the order of its steps. */
export const gatesOf = (route: Route): Gate[] => route.steps.flatMap((step) => step.gates)

/** Whether a gate needs some of each group that it names, not of all its guards together. */
export const countsByGroup = (gate: Gate): boolean => gate.each === 'group' && gate.who.groups.length > 0

/** The name under which the hash of what a gate covers is kept. */
export const keyOf = (gate: Gate): string => (gate.about ? `gate:${gate.id}` : gate.covers)

/** What the limits of gates ask of a change. */
export interface ChangeFacts {
  /** The item's section and those above it. */
  path: readonly string[]
  /** Its labels, in the draft or on the site. */
  labels: readonly string[]
  /** How many words it puts in or takes out. */
  words: number
}

const within = ({ sections, labels, words }: When, facts: ChangeFacts): boolean =>
  (!sections.length || sections.some((section) => facts.path.includes(section))) &&
  (!labels.length || labels.some((label) => facts.labels.includes(label))) &&
  facts.words >= words

/** Whether some gate of a route applies to a part of changes only. */
export const isPartial = (route: Route): boolean => gatesOf(route).some((gate) => gate.about || gate.when)

/**
 * A route with the gates that apply to a change: `head` and `live` are the hashes of what each gate covers in the draft and
 * on the site (`null` while it is not live). A step of which no gate applies is passed by.
 */
export function applying(
  route: Route,
  head: Readonly<Record<string, string>>,
  live: Readonly<Record<string, string>> | null,
  facts: ChangeFacts,
): Route {
  const applies = (gate: Gate) =>
    (!gate.about || (head[keyOf(gate)] ?? '') !== (live?.[keyOf(gate)] ?? '')) && (!gate.when || within(gate.when, facts))
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

/** Whether a change other than of the content must pass a route's gates. */
export const isGated = (route: Route, change: OtherChange): boolean => (route.gated?.includes(change) ?? false) && gatesOf(route).length > 0

/** The gates of a route as they judge a whole item, whatever of it they are about else. */
const whole = (route: Route, section?: string): Step[] =>
  route.steps.map((step) => ({
    ...step,
    gates: step.gates.map(({ about: _about, when: _when, checks: _checks, ...gate }) => ({
      ...gate,
      covers: 'all',
      ...(section === undefined ? {} : { id: `to-${gate.id}`, section }),
    })),
  }))

/**
 * The way of a withdrawal or a move: the gates of its route, and of a move also those of the route in force where it leads,
 * guarded by the people there. What a route does not gate has no step in it.
 */
export function routeOfChange(change: OtherChange, route: Route, to?: { route: Route; section: string } | null): Route {
  const { fast: _, ...here } = route
  const there = to && isGated(to.route, change) ? whole(to.route, to.section) : []
  return { ...here, steps: [...(isGated(route, change) ? whole(route) : []), ...there] }
}
