import { dateIn } from '../../../core/time/date'
import { noteWords } from '../../store/notes'
import type { JournalRow } from '../../../core/journal/chain'
import { gatesOf } from '../../../core/flow/route'
import type { Reason } from '../../../core/outcome'
import type { Verb } from '../../../core/access/verbs'
import { draftsWhole } from '../../store/drafts'
import { readManifest } from '../../store/versions'
import { may, type Actor } from '../people/access'
import { reviewsFor } from './afterwards'
import { loadedDraft } from '../writing/loadedDraft'
import { gatesFor } from './review'
import type { Office } from '../office'
import { found } from '../refusal'
import { readableItems } from '../../store/items'
import { waitsAt } from '../../store/waits'
import {
  inReview,
  cameBack,
  heldEvents,
  comingEvents,
  comingEditions,
  toReview,
  draftsOf,
  clearedDrafts,
  actionsSince,
  toldSince,
  type Line,
} from '../../store/today'
import { nextMoment } from '../../store/events'
import { lastBeat } from '../../store/heartbeat'

const LIMIT = 50
/** So much of what waits anywhere is asked whether it waits for one, the longest first. */
const MOST_WAITING = 200

/** So many of the drafts that one wrote in are looked through for open ones, the last begun first. */
const MOST_WRITTEN_IN = 2_000
/** So much of what happened since is counted, the newest first. */
const MOST_COUNTED = 2_000

/** Whether someone may see what is worked on anywhere at all. */
export const readsSomewhere = (actor: Actor): boolean =>
  [...actor.rights.sections.keys()].some((section) => may(actor, 'item.read', section))

/** The sections in which a person may do something, as a JSON list for the store. */
const sectionsFor = (actor: Actor, verb: Verb): string =>
  JSON.stringify([...actor.rights.sections.keys()].filter((section) => may(actor, verb, section)))

/** The sections that a person may read, likewise. */
export const readableSections = (actor: Actor): string => sectionsFor(actor, 'item.read')

/** What happened to no item, that everyone in the office may hear of: the parts of the site, and what goes live together. */
const OF_ALL = /^(section|site|edition|route|calendar)\./

/**
 * Those journal rows that someone may hear of: about an item that they may read, about what concerns everyone, or what they
 * did themselves. What happens to people and rights is for those who may change them.
 */
export async function readableNews(office: Office, actor: Actor, rows: JournalRow[]): Promise<JournalRow[]> {
  const items = await readableItems(
    office.store.read,
    rows.flatMap((row) => row.item ?? []),
    readableSections(actor),
  )
  const readable = new Set(items.map((item) => item.id))
  const keeps = may(actor, 'people.change', null)
  return rows.filter((row) => (row.item === null ? keeps || row.person === actor.id || OF_ALL.test(row.action) : readable.has(row.item)))
}

/** Those of the drafts in review that wait at a gate which the person guards. */
async function waitsFor<T extends Line & { draft: string; at: string }>(office: Office, actor: Actor, lines: T[]) {
  const db = office.store.read
  const wholes = await draftsWhole(
    db,
    lines.map((line) => line.draft),
  )
  const at = office.now()
  const asked = await Promise.all(
    lines.map(async (line) => {
      const whole = wholes.get(line.draft)
      if (!whole) return []
      const mine = gatesFor(actor, await loadedDraft(db, whole, await readManifest(db, whole.head.manifest)), at)
      if (!mine.length) return []
      const waits = await waitsAt(db, line.draft)
      const here = waits.filter((wait) => mine.some(({ gate }) => gate === wait.gate))
      const dues = here.flatMap(({ due }) => due ?? []).sort()
      const toMe = here.find(({ handed }) => handed === actor.id)
      const toOther = here.length > 0 && here.every(({ handed }) => handed !== null && handed !== actor.id)
      const of = mine.find(({ of: absent }) => absent)?.of
      return [
        {
          ...line,
          head: whole.head.id,
          gates: mine.map(({ gate }) => ({ id: gate, name: gatesOf(whole.route).find(({ id }) => id === gate)?.name ?? gate })),
          due: dues[0] ?? null,
          handedBy: toMe?.by ?? null,
          handedAway: toOther,
          insteadOf: of ? (actor.rights.people.get(of)?.name ?? null) : null,
        },
      ]
    }),
  )
  // What is due first, then what was handed to one, then what waits longest; what was handed to others comes last.
  const rank = (line: { handedAway: boolean; handedBy: string | null }) => (line.handedAway ? 2 : line.handedBy ? 0 : 1)
  return asked.flat().sort((a, b) => rank(a) - rank(b) || (a.due ?? '9').localeCompare(b.due ?? '9') || a.at.localeCompare(b.at))
}

/** The worklist of one person: what waits for them, came back, is in trouble, goes live next, their drafts, and news. */
export async function today(office: Office, actor: Actor) {
  const db = office.store.read
  const site = found(await office.site(), 'site')
  const now = office.now()
  const soon = new Date(Date.parse(now) + 48 * 3_600_000).toISOString()
  const since = actor.seenUntil ?? new Date(Date.parse(now) - 7 * 86_400_000).toISOString()
  const readable = readableSections(actor)
  const [waiting, returned, held, next, nextEditions, reviewBy, drafts, cleared, exceptions, news] = await Promise.all([
    inReview(db, MOST_WAITING, readable),
    cameBack(db, actor.id, LIMIT, readable),
    heldEvents(db, LIMIT, readable),
    comingEvents(db, soon, LIMIT, readable),
    comingEditions(db, site.id, soon, LIMIT),
    toReview(db, {
      me: actor.id,
      week: dateIn(new Date(Date.parse(now) + 7 * 86_400_000).toISOString(), site?.zone ?? 'UTC'),
      limit: LIMIT,
      readable,
    }),
    draftsOf(db, { me: actor.id, newest: MOST_WRITTEN_IN, limit: LIMIT, readable }),
    clearedDrafts(db, {
      limit: LIMIT,
      readable,
      puts: sectionsFor(actor, 'item.put-live'),
      withdraws: sectionsFor(actor, 'item.withdraw'),
    }),
    reviewsFor(office, actor, readable, LIMIT),
    actionsSince(db, since, readable, MOST_COUNTED),
  ])
  const named = <T extends Line>(line: T) => ({ ...line, section: actor.rights.sections.get(line.section)?.name ?? '' })
  const counts = Object.fromEntries(news.map((row) => [row.action, row.n]))
  const recent = await toldSince(db, since, readable)
  const atMyGates = await waitsFor(office, actor, waiting)
  return {
    now,
    zone: site?.zone ?? 'UTC',
    since,
    wasHere: actor.seenUntil !== null,
    exceptions: exceptions.filter(({ gates, section }) => gates.length > 0 || may(actor, 'item.review', section)).map(named),
    waiting: atMyGates.map(({ edition, editionName, ...line }) => ({
      ...named(line),
      edition: edition === null ? null : { id: edition, name: editionName ?? '' },
    })),
    ready: cleared.map(named),
    returned: returned.map(({ text, suggestion, ...line }) => ({ ...named(line), note: noteWords({ text, suggestion }) })),
    held: held.map((line) => ({ ...named(line), reasons: JSON.parse(line.reasons) as Reason[] })),
    next: next.map(named),
    nextEditions: readsSomewhere(actor) ? nextEditions : [],
    /** What one owns and is to look at again within a week. */
    reviewBy: reviewBy.map(named),
    drafts: drafts.map(named),
    counts,
    /** Whether more happened than was counted. */
    countsMore: news.reduce((sum, { n }) => sum + n, 0) === MOST_COUNTED,
    recent,
  }
}
export type Today = Awaited<ReturnType<typeof today>>

/** What the site clock shows: the present, the next planned moment, and whether the scheduler reports. */
export async function siteClock(office: Office, silentAfterMs: number, heartbeatOf: (site: string) => string) {
  const site = await office.site()
  const db = office.store.read
  const [first, beat] = await Promise.all([site ? nextMoment(db, site.id) : undefined, site ? lastBeat(db, heartbeatOf(site.id)) : null])
  const now = office.now()
  return {
    now,
    zone: site?.zone ?? 'UTC',
    next: first?.at ? { at: first.at, count: first.n, live: first.live } : null,
    heartbeat: beat,
    silent: beat === null || Math.abs(Date.parse(now) - Date.parse(beat)) > silentAfterMs,
  }
}
