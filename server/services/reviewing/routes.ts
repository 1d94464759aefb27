import { serviceReason } from '../../../core/words/serviceReasons'
import { reasonAbout } from '../../../core/words/reason'
import { withAncestors, type GateName, type Rights } from '../../../core/access/rights'
import { KIND_NAMES, type Kind } from '../../../core/kinds/kinds'
import { gatesOf, ruleFor, type Guards, type Route, type RouteRule } from '../../../core/flow/route'
import { soundness, type Soundness } from '../../../core/flow/sound'
import type { Reason } from '../../../core/outcome'
import { listCalendars, type WorkCalendar } from '../../store/calendars'
import type { Reader } from '../../store/database'

import { loadRights } from '../../store/people'
import { must, type Actor } from '../people/access'
import type { LoadedDraft } from '../writing/loadedDraft'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { draftsByRoute, addRoutes, listRoutes, listRules, newestRoute, setRules } from '../../store/routes'

/** The route in force for items of a kind in a section, in its newest version. */
export async function routeFor(db: Reader, rights: Rights, kind: Kind, section: string): Promise<Route> {
  const rule = ruleFor(await listRules(db, rights.site), kind, withAncestors(rights.sections, section))
  return found(rule && (await newestRoute(db, rights.site, rule.route)), 'route')
}

/** Whether a draft goes the route that is in force for it now. */
export async function isNewestRoute(
  db: Reader,
  rights: Rights,
  { item, wholeRoute: route }: Pick<LoadedDraft, 'item' | 'wholeRoute'>,
): Promise<boolean> {
  const now = await routeFor(db, rights, item.kind, item.section_id)
  return now.id === route.id && now.version === route.version
}

/** The sections in which some kind of item goes a route. */
const governed = (rights: Rights, rules: readonly RouteRule[], route: string): string[] =>
  [...rights.sections.keys()].filter((section) =>
    KIND_NAMES.some((kind) => ruleFor(rules, kind, withAncestors(rights.sections, section))?.route === route),
  )

export interface RouteView extends Route {
  /** The sections it is in force in, by name. */
  sections: string[]
  sound: Soundness
  /** Open drafts that go an earlier version of it. */
  earlier: number
}

/** The routes with where they hold and whether all work can pass them, and the rules that say so. */
export async function routes(office: Office, actor: Actor): Promise<{ routes: RouteView[]; rules: RouteRule[] }> {
  must(actor, 'route.change', null)
  const db = office.store.read
  const [all, rules, open] = await Promise.all([
    listRoutes(db, await siteId(office)),
    listRules(db, await siteId(office)),
    draftsByRoute(db, await siteId(office)),
  ])
  return {
    routes: all.map((route) => {
      const sections = governed(actor.rights, rules, route.id)
      return {
        ...route,
        sections: sections.map((id) => actor.rights.sections.get(id)!.name),
        sound: soundness(actor.rights, route, sections),
        earlier: open.filter((row) => row.id === route.id && row.version < route.version).reduce((sum, row) => sum + row.n, 0),
      }
    }),
    rules,
  }
}

/** What some work could never pass, of routes where they are in force. */
const stuckIn = (rights: Rights, all: readonly Route[], rules: readonly RouteRule[]): Reason[] =>
  all.flatMap((route) => soundness(rights, route, governed(rights, rules, route.id)).stuck.map((reason) => reasonAbout(route.name, reason)))

/** What a change of rights would newly stop: routes in force that work could no longer pass. */
export async function newlyStuck(db: Reader, before: Rights, after: Rights): Promise<Reason[]> {
  const [all, rules] = await Promise.all([listRoutes(db, before.site), listRules(db, before.site)])
  const old = new Set(stuckIn(before, all, rules).map(({ detail }) => detail))
  return stuckIn(after, all, rules).filter(({ detail }) => !old.has(detail))
}

/** What keeps a route from being whole, all of it at once; `at` is a gate's id, or `step` with its number from 1. */
function faultsOf({ steps, fast }: RouteInput): Reason[] {
  const gates = steps.flatMap((step) => step.gates)
  const twice = gates.filter(({ id }, index) => gates.findIndex((gate) => gate.id === id) < index)
  return [
    ...twice.map(({ id }) => serviceReason('gate-twice', { at: id })),
    ...steps.flatMap(({ name, gates: own }, index) =>
      own.length ? [] : [serviceReason('step-empty', { step: name, at: `step ${index + 1}` })],
    ),
    ...gates.flatMap(({ id, name, each, who }) =>
      each === 'group' && !who.groups.length ? [serviceReason('groups-missing', { gate: name, at: id })] : [],
    ),
    ...(fast && !gates.length ? [serviceReason('fast-empty', { at: 'fast' })] : []),
  ]
}

function mustBeWhole(rights: Rights, input: RouteInput, calendars: readonly WorkCalendar[]): void {
  const faults = faultsOf(input)
  if (faults.length) throw new Refusal('refused', faults)
  const { steps, fast } = input
  const gates = steps.flatMap((step) => step.gates)
  for (const { who, when } of gates) {
    mustName(rights, who)
    for (const id of when?.sections ?? []) found(rights.sections.get(id), 'section')
  }
  const timed = [...gates.flatMap(({ deadline }) => deadline ?? []), ...(fast ? [fast] : [])]
  for (const { calendar, escalate } of timed) {
    mustName(rights, escalate)
    found(
      calendars.find(({ id }) => id === calendar),
      'calendar',
    )
  }
}

function mustName(rights: Rights, who: Guards): void {
  for (const id of who.people) found(rights.people.get(id), 'person')
  for (const id of who.groups) found(rights.groups.get(id), 'group')
  for (const id of who.roles) found(rights.roles.get(id), 'role')
}

/** The gates of every route by name, for choosing some of them. */
export const gates = async (office: Office): Promise<(GateName & { name: string; routeName: string })[]> =>
  (await listRoutes(office.store.read, await siteId(office))).flatMap((route) =>
    gatesOf(route).map((gate) => ({ route: route.id, gate: gate.id, name: gate.name, routeName: route.name })),
  )

export type RouteInput = Pick<Route, 'name' | 'steps' | 'fast' | 'gated'>

/**
 * Makes a route, or a new version of one. Drafts that are under way finish on the version they began. Where it is in
 * force, it must let all work pass; a new one may be anything until it is. `from` is the version that was changed: refused where it is not the
 * newest any more.
 */
export async function saveRoute(
  office: Office,
  actor: Actor,
  id: string | null,
  { from, ...input }: RouteInput & { from?: number | undefined },
): Promise<{ route: string; version: number }> {
  must(actor, 'route.change', null)
  return office.store.write(async (tx) => {
    const rights = await loadRights(tx, actor.rights.site)
    mustBeWhole(rights, input, await listCalendars(tx, rights.site))
    const before = id === null ? undefined : found(await newestRoute(tx, rights.site, id), 'route')
    if (before && from !== undefined && before.version !== from) throw refusal('conflict', 'route-changed', { version: before.version })
    const route: Route = { id: id ?? office.newId(), version: (before?.version ?? 0) + 1, ...input }
    const stuck = stuckIn(rights, [route], await listRules(tx, rights.site))
    if (stuck.length) throw new Refusal('refused', stuck.slice(0, 20))
    await addRoutes(tx, rights.site, [route])
    await writeFact(office, tx, actor.id, 'route.saved', null, { route: route.id, ...input, version: route.version })
    return { route: route.id, version: route.version }
  })
}

/** Sets anew which items go which route; one rule must hold for everything. */
export async function saveRules(office: Office, actor: Actor, rules: RouteRule[]): Promise<void> {
  must(actor, 'route.change', null)
  const site = found(await office.site(), 'site')
  await office.store.write(async (tx) => {
    const rights = await loadRights(tx, site.id)
    const all = await listRoutes(tx, site.id)
    for (const rule of rules) {
      found(
        all.find(({ id }) => id === rule.route),
        'route',
      )
      if (rule.section !== null) found(rights.sections.get(rule.section), 'section')
    }
    const left = KIND_NAMES.filter((kind) => !ruleFor(rules, kind, []))
    if (left.length) throw refusal('refused', 'rule-missing', { kind: left[0]!, at: 'rules' })
    const said = rules.map(({ kind, section }) => `${kind} ${section}`)
    if (new Set(said).size < said.length) throw refusal('refused', 'rule-twice', { at: 'rules' })
    // What was stuck before is no worse for it, and may be what these rules mend.
    const before = new Set(stuckIn(rights, all, await listRules(tx, site.id)).map(({ detail }) => detail))
    const stuck = stuckIn(rights, all, rules).filter(({ detail }) => !before.has(detail))
    if (stuck.length) throw new Refusal('refused', stuck.slice(0, 20))
    await setRules(tx, site.id, rules)
    await writeFact(office, tx, actor.id, 'route.rules-set', null, { rules })
  })
}
