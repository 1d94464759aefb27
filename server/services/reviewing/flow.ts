import { guardWords } from '../../../core/flow/guards'
import { missing, openGates } from '../../../core/flow/draft'
import { averageWaiting, gateFigures, stepsTime, visitsOf, type FlowFact, type Visit } from '../../../core/flow/figures'
import type { Gate } from '../../../core/flow/route'
import { grouped } from '../../../core/grouped'
import { wallTimeOf } from '../../../core/time/zone'
import type { Reader } from '../../store/database'
import { draftsWhole } from '../../store/drafts'
import { readManifest } from '../../store/versions'
import type { Actor } from '../people/access'
import { loadedDraft, type LoadedDraft } from '../writing/loadedDraft'
import { gatesFor } from './review'
import { siteId, type Office } from '../office'
import { readableSections } from './today'
import { stepsSince, waitingDrafts } from '../../store/flow'
import { waitsOfDrafts } from '../../store/waits'
import { everyGate } from '../../store/routes'

/** More than a team can oversee is cut off; the count says how many there are. */
const MOST_WAITING = 300
const MOST_FACTS = 200_000
const DAY_MS = 86_400_000

/** Gates of different routes may have one id: a gate is told by both. */
const gateKey = (route: string | null, gate: string) => `${route ?? ''} ${gate}`

/** The steps of drafts in a time, in the sections given, from the journal. */
async function factsSince(db: Reader, since: string, readable: string): Promise<FlowFact[]> {
  const rows = await stepsSince(db, since, readable, MOST_FACTS)
  const drafts = new Map<string, Set<string>>()
  // The newest are kept where there are more than fit; they are told of in the order of time.
  return rows.reverse().flatMap(({ at, action, item, section, route, data }) => {
    const { draft, waits = [], gate } = (JSON.parse(data) ?? {}) as { draft?: string; waits?: string[]; gate?: string }
    const known = drafts.get(item) ?? new Set()
    if (draft) drafts.set(item, known.add(draft))
    const verdict = action === 'draft.gate-cleared' ? ('cleared' as const) : action === 'draft.returned' ? ('returned' as const) : null
    // What is said of the item as a whole holds for each of its drafts.
    return (draft ? [draft] : [...known]).map((id) => ({
      at,
      draft: id,
      section,
      waits: waits.map((entry) => gateKey(route, entry)),
      ...(gate && verdict ? { said: { gate: gateKey(route, gate), verdict } } : {}),
    }))
  })
}

/** What waits at a gate now, the longest first. */
async function waitingNow(office: Office, actor: Actor, readable: string, visits: readonly Visit[]) {
  const db = office.store.read
  const rows = await waitingDrafts(db, readable, MOST_WAITING)
  const wholes = await draftsWhole(
    db,
    rows.map((row) => row.draft),
  )
  const dues = new Map(
    (
      await waitsOfDrafts(
        db,
        rows.map((row) => row.draft),
      )
    ).map((wait) => [`${wait.draft} ${wait.gate}`, wait]),
  )
  const began = new Map(visits.filter(({ end }) => !end).map((visit) => [`${visit.draft} ${visit.gate}`, visit.from]))
  const lines = await Promise.all(
    rows.map(async (row) => {
      const loaded = await loadedDraft(db, wholes.get(row.draft)!, await readManifest(db, wholes.get(row.draft)!.head.manifest))
      const mine = gatesFor(actor, loaded, office.now()).map(({ gate }) => gate)
      return openGates(loaded.route, loaded.state).map((gate) => ({
        ...row,
        due: dues.get(`${row.draft} ${gate.id}`)?.due ?? null,
        handedTo: dues.get(`${row.draft} ${gate.id}`)?.handed ?? null,
        section: actor.rights.sections.get(loaded.item.section_id)?.name ?? '',
        gate: gateKey(loaded.wholeRoute.id, gate.id),
        gateName: gate.name,
        route: loaded.wholeRoute.name,
        since: began.get(`${row.draft} ${gateKey(loaded.wholeRoute.id, gate.id)}`) ?? row.at,
        guards: guardWords(actor.rights, gate),
        mine: mine.includes(gate.id),
      }))
    }),
  )
  return lines.flat().sort((a, b) => a.since.localeCompare(b.since))
}

/** How a group of stays went, and how many there were at once on the average. */
const groupFigures = (visits: readonly Visit[], from: number, to: number) => ({
  ...gateFigures(visits),
  average: averageWaiting(visits, from, to),
})

/**
 * The flow of work through the gates where the person may read: what waits now, and for the days past how long it waited,
 * how often it came back, and how much was under way, by gate, by section and by month of the site's zone.
 */
export async function flow(office: Office, actor: Actor, days: number) {
  const db = office.store.read
  const readable = readableSections(actor)
  const zone = (await office.site())?.zone ?? 'UTC'
  const now = Date.parse(office.now())
  const from = now - days * DAY_MS
  // A stay that began before the time asked for is told of by facts before it.
  const visits = visitsOf(await factsSince(db, new Date(from - 90 * DAY_MS).toISOString(), readable)).filter(
    ({ end }) => !end || Date.parse(end.at) >= from,
  )
  const gates = await everyGate(db, await siteId(office))
  const nameOf = new Map(gates.map((gate) => [gate.id, gate]))
  const waiting = await waitingNow(office, actor, readable, visits)
  const monthOf = ({ from: begun }: Visit) => wallTimeOf(begun, zone).date.slice(0, 7)
  const began = visits.filter((visit) => Date.parse(visit.from) >= from)
  const month = (name: string) => {
    const [year, number] = name.split('-').map(Number) as [number, number]
    return [Date.UTC(year, number - 1, 1), Date.UTC(year, number, 1)] as const
  }
  return {
    now: office.now(),
    zone,
    days,
    waiting,
    gates: [...grouped(visits, (visit) => visit.gate)]
      .map(([id, stays]) => ({
        id,
        // A move names the gates of the section it leads to otherwise.
        name: nameOf.get(id)?.name ?? waiting.find(({ gate }) => gate === id)?.gateName ?? id.split(' ').at(-1)!,
        route: nameOf.get(id)?.route ?? '',
        ...groupFigures(stays, from, now),
      }))
      .sort((a, b) => a.route.localeCompare(b.route) || a.name.localeCompare(b.name)),
    sections: [...grouped(visits, (visit) => visit.section)]
      .map(([id, stays]) => ({ id, name: actor.rights.sections.get(id)?.name ?? '', ...groupFigures(stays, from, now) }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    months: [...grouped(began, monthOf)]
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([name, stays]) => {
        const [start, end] = month(name)
        return {
          name,
          begun: stays.length,
          ...gateFigures(stays),
          average: averageWaiting(visits, Math.max(start, from), Math.min(end, now)),
        }
      }),
  }
}
export type Flow = Awaited<ReturnType<typeof flow>>

/** How long work usually waits at each gate, in milliseconds: the median of ninety days, by route and gate. */
export async function usualPace(office: Office): Promise<Map<string, number>> {
  const since = new Date(Date.parse(office.now()) - 90 * DAY_MS).toISOString()
  const sections = JSON.stringify([...(await office.rights()).sections.keys()])
  const visits = visitsOf(await factsSince(office.store.read, since, sections))
  return new Map(
    [...grouped(visits, (visit) => visit.gate)].flatMap(([gate, stays]) => {
      const { median } = gateFigures(stays)
      return median === null ? [] : [[gate, median] as const]
    }),
  )
}

/** How long the gates of a draft that are open still take at their usual pace, step after step; `null` where none is known. */
export function paceLeft(pace: ReadonlyMap<string, number>, { route, wholeRoute, state }: LoadedDraft): number | null {
  const left = (gate: Gate) => (missing(state, gate) > 0 ? (pace.get(gateKey(wholeRoute.id, gate.id)) ?? []) : [])
  return stepsTime(route.steps.map(({ gates }) => gates.flatMap(left)))
}
