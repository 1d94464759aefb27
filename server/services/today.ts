import { quoted } from '../store/database'
import { dateIn } from '../../core/time/date'
import { noteWords } from '../store/notes'
import type { JournalAction } from '../../core/journal/actions'
import type { JournalRow } from '../../core/journal/chain'
import { gatesOf } from '../../core/flow/route'
import type { Reason } from '../../core/outcome'
import type { Verb } from '../../core/access/verbs'
import { draftsWhole, LEADS_TO } from '../store/drafts'
import { readManifest } from '../store/versions'
import { may, type Actor } from './access'
import { reviewsFor } from './afterwards'
import { loadedDraft } from './loadedDraft'
import { gatesFor } from './review'
import type { Office } from './office'

interface Line {
  item: string
  kind: string
  title: string
  section: string
}

const LIMIT = 50
/** What is counted of the time since one was here, and what is told of it one by one. */
const COUNTED: JournalAction[] = [
  'item.put-live',
  'item.rolled-back',
  'item.withdrawn',
  'draft.sent',
  'draft.returned',
  'draft.gate-cleared',
  'item.started',
]
const TOLD_AT_ONCE: JournalAction[] = ['item.put-live', 'item.rolled-back', 'item.withdrawn', 'event.held']

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

/** Whether an item `i` is in one of those: asked before a list is cut, so that what one may not see takes no place in it. */
const IN_READABLE = 'i.section_id IN (SELECT value FROM json_each($readable))'

/** What happened to no item, that everyone in the office may hear of: the parts of the site, and what goes live together. */
const OF_ALL = /^(section|site|edition|route|calendar)\./

/**
 * Those journal rows that someone may hear of: about an item that they may read, about what concerns everyone, or what they
 * did themselves. What happens to people and rights is for those who may change them.
 */
export async function readableNews(office: Office, actor: Actor, rows: JournalRow[]): Promise<JournalRow[]> {
  const items = await office.store.read.all<{ id: string }>(
    'SELECT id FROM item WHERE id IN (SELECT value FROM json_each($ids)) AND section_id IN (SELECT value FROM json_each($readable))',
    { ids: JSON.stringify(rows.flatMap((row) => row.item ?? [])), readable: readableSections(actor) },
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
      const waits = await db.all<{ gate: string; due: string | null; handed: string | null; by: string | null }>(
        'SELECT w.gate, w.due_at AS due, w.handed_to AS handed, p.name AS "by" FROM gate_wait w LEFT JOIN person p ON p.id = w.handed_by WHERE w.draft_id = $draft',
        { draft: line.draft },
      )
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
  const site = await office.site()
  const now = office.now()
  const soon = new Date(Date.parse(now) + 48 * 3_600_000).toISOString()
  const since = actor.seenUntil ?? new Date(Date.parse(now) - 7 * 86_400_000).toISOString()
  const readable = readableSections(actor)
  const [waiting, returned, held, next, nextEditions, reviewBy, drafts, cleared, exceptions, news] = await Promise.all([
    db.all<Line & { draft: string; change: string; to: string | null; at: string; by: string; note: string; number: number }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, d.change, ${LEADS_TO} AS "to", d.sent_at AS at, p.name AS by, d.sent_note AS note, v.number
       FROM draft d JOIN item i ON i.id = d.item_id JOIN person p ON p.id = d.sent_by JOIN version v ON v.id = d.head_version
       WHERE d.review = 'in_review' AND d.closed_at IS NULL AND i.binned_at IS NULL
         AND (i.section_id IN (SELECT value FROM json_each($readable)) OR d.to_section IN (SELECT value FROM json_each($readable)))
       ORDER BY d.sent_at LIMIT $limit`,
      { limit: MOST_WAITING, readable },
    ),
    db.all<Line & { draft: string; at: string; by: string; text: string; suggestion: string | null; notes: number; place: string | null }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, n.at, p.name AS by, n.text, n.suggestion, n.place,
         (SELECT count(*) FROM note m WHERE m.draft_id = d.id AND m.kind = 'return' AND m.resolved_at IS NULL) AS notes
       FROM draft d JOIN item i ON i.id = d.item_id JOIN note n ON n.id = (SELECT id FROM note m WHERE m.draft_id = d.id AND m.kind = 'return' ORDER BY m.at DESC, m.id DESC LIMIT 1) JOIN person p ON p.id = n.person_id
       WHERE d.review = 'returned' AND d.closed_at IS NULL AND i.binned_at IS NULL AND ${IN_READABLE} AND EXISTS (SELECT 1 FROM draft_author a WHERE a.draft_id = d.id AND a.person_id = $me)
       ORDER BY n.at DESC LIMIT $limit`,
      { me: actor.id, limit: LIMIT, readable },
    ),
    db.all<Line & { at: string; reasons: string; owner: string }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, e.at, e.reasons, p.name AS owner FROM planned_event e JOIN item i ON i.id = e.item_id JOIN person p ON p.id = e.owner_id
       WHERE e.state = 'held' AND i.binned_at IS NULL AND ${IN_READABLE} AND NOT coalesce(e.reasons, '') LIKE '%"edition-held"%' ORDER BY e.at LIMIT $limit`,
      { limit: LIMIT, readable },
    ),
    db.all<Line & { event: string; at: string; does: string; review: string | null }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, e.id AS event, e.due_at AS at, CASE e.state WHEN 'open' THEN 'window-end' ELSE e.kind END AS does, d.review
       FROM planned_event e JOIN item i ON i.id = e.item_id LEFT JOIN draft d ON d.id = e.draft_id
       WHERE e.state IN ('planned', 'open') AND e.due_at <= $soon AND ${IN_READABLE} AND (e.edition_id IS NULL OR e.state = 'open') ORDER BY e.due_at, e.id LIMIT $limit`,
      { soon, limit: LIMIT, readable },
    ),
    db.all<{ edition: string; title: string; at: string; entries: number; cleared: number }>(
      `SELECT n.id AS edition, n.name AS title, n.at, count(e.id) AS entries, sum(e.draft_id IS NULL OR EXISTS (SELECT 1 FROM draft d WHERE d.id = e.draft_id AND d.review = 'cleared')) AS cleared
       FROM edition n JOIN planned_event e ON e.edition_id = n.id AND e.state = 'planned' WHERE n.state = 'open' AND n.at <= $soon GROUP BY n.id ORDER BY n.at LIMIT $limit`,
      { soon, limit: LIMIT },
    ),
    db.all<Line & { on: string }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, i.review_by AS "on" FROM item i
       WHERE i.owner_id = $me AND i.review_by <= $week AND i.binned_at IS NULL AND ${IN_READABLE} ORDER BY i.review_by LIMIT $limit`,
      { me: actor.id, week: dateIn(new Date(Date.parse(now) + 7 * 86_400_000).toISOString(), site?.zone ?? 'UTC'), limit: LIMIT, readable },
    ),
    db.all<Line & { at: string; review: string; number: number }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, v.at, d.review, v.number
       FROM (SELECT draft_id FROM draft_author WHERE person_id = $me ORDER BY draft_id DESC LIMIT $newest) a
         CROSS JOIN draft d ON d.id = a.draft_id JOIN item i ON i.id = d.item_id JOIN version v ON v.id = d.head_version
       WHERE d.closed_at IS NULL AND i.binned_at IS NULL AND d.review IN ('draft', 'in_review') AND ${IN_READABLE}
       ORDER BY v.at DESC LIMIT $limit`,
      { me: actor.id, newest: MOST_WRITTEN_IN, limit: LIMIT, readable },
    ),
    db.all<Line & { draft: string; change: string; to: string | null; at: string; by: string }>(
      `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, d.change, ${LEADS_TO} AS "to", max(c.at) AS at, p.name AS by FROM draft d JOIN item i ON i.id = d.item_id JOIN clearance c ON c.draft_id = d.id JOIN person p ON p.id = c.person_id
       WHERE d.review = 'cleared' AND d.closed_at IS NULL AND i.binned_at IS NULL AND ${IN_READABLE}
         AND i.section_id IN (SELECT value FROM json_each(CASE d.change WHEN 'withdrawal' THEN $withdraws ELSE $puts END)) AND NOT EXISTS (SELECT 1 FROM planned_event e WHERE e.draft_id = d.id AND e.state IN ('planned', 'held'))
       GROUP BY d.id ORDER BY at LIMIT $limit`,
      { limit: LIMIT, readable, puts: sectionsFor(actor, 'item.put-live'), withdraws: sectionsFor(actor, 'item.withdraw') },
    ),
    reviewsFor(office, actor, readable, LIMIT),
    db.all<{ action: string; n: number }>(
      `SELECT action, count(*) AS n FROM (SELECT j.action FROM journal j JOIN item i ON i.id = j.item_id WHERE j.at > $since AND ${IN_READABLE}
         AND j.action IN (${quoted(COUNTED)}) ORDER BY j.at DESC LIMIT $newest)
       GROUP BY action`,
      { since, readable, newest: MOST_COUNTED },
    ),
  ])
  const named = <T extends Line>(line: T) => ({ ...line, section: actor.rights.sections.get(line.section)?.name ?? '' })
  const counts = Object.fromEntries(news.map((row) => [row.action, row.n]))
  const recent = await db.all<{ action: string; at: string; name: string | null; item: string | null; title: string | null }>(
    `SELECT j.action, j.at, p.name, j.item_id AS item, i.title FROM journal j LEFT JOIN person p ON p.id = j.person_id LEFT JOIN item i ON i.id = j.item_id
     WHERE j.at > $since AND j.action IN (${quoted(TOLD_AT_ONCE)})
       AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY j.seq DESC LIMIT 8`,
    { since, readable },
  )
  const atMyGates = await waitsFor(office, actor, waiting)
  return {
    now,
    zone: site?.zone ?? 'UTC',
    since,
    exceptions: exceptions.filter(({ gates, section }) => gates.length > 0 || may(actor, 'item.review', section)).map(named),
    waiting: atMyGates.map(named),
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
export async function siteClock(office: Office, silentAfterMs: number, heartbeatName: string) {
  const site = await office.site()
  const db = office.store.read
  const [first, beat] = await Promise.all([
    db.one<{ at: string; n: number; live: number }>(
      "SELECT due_at AS at, count(*) AS n, sum(kind <> 'withdraw' AND state = 'planned') AS live FROM planned_event WHERE state IN ('planned', 'open') AND due_at = (SELECT min(due_at) FROM planned_event WHERE state IN ('planned', 'open'))",
    ),
    db.one<{ at: string }>('SELECT at FROM heartbeat WHERE name = $name', { name: heartbeatName }),
  ])
  const now = office.now()
  return {
    now,
    zone: site?.zone ?? 'UTC',
    next: first?.at ? { at: first.at, count: first.n, live: first.live } : null,
    heartbeat: beat?.at ?? null,
    silent: !beat || Math.abs(Date.parse(now) - Date.parse(beat.at)) > silentAfterMs,
  }
}
