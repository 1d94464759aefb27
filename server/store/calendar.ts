import { packed, packedRows, type Reader } from './database'
import type { EventRow } from './events'

/** A stretch of time [from, to), where somebody may read (JSON of sections), and at most how much of it. */
interface Asked {
  from: string
  to: string
  readable: string
  limit: number
}

const EVENT = [
  ...(['id', 'kind', 'item_id', 'at', 'wall_date', 'wall_time', 'zone', 'state', 'reasons', 'edition_id'] as const),
  ...(['until_at', 'until_date', 'until_time', 'rule', 'first_date'] as const),
] satisfies (keyof EventRow)[]
type CalendarEvent = Pick<EventRow, (typeof EVENT)[number]> & {
  title: string
  item_kind: string
  section: string
  person: string
  review: string | null
}

/** What is to happen by itself between two instants, is happening, or comes again. */
export const eventsBetween = (db: Reader, { from, to, readable, limit }: Asked) =>
  packedRows<CalendarEvent>(
    db,
    packed('x', [...EVENT, 'title', 'item_kind', 'section', 'person', 'review']),
    `FROM (SELECT e.*, i.title, i.kind AS item_kind, i.section_id AS section, p.name AS person, d.review FROM planned_event e JOIN item i ON i.id = e.item_id JOIN person p ON p.id = e.owner_id LEFT JOIN draft d ON d.id = e.draft_id
       WHERE e.state IN ('planned', 'open', 'held') AND e.edition_id IS NULL AND i.section_id IN (SELECT value FROM json_each($readable))
         AND (e.at >= $from AND e.at < $to OR e.until_at > $from AND e.at < $to OR e.rule IS NOT NULL AND e.state IN ('planned', 'open') AND e.at < $to)) x ORDER BY at LIMIT $limit`,
    { from, to, readable, limit },
  )

/** What went live, left the site or went back between two instants, by itself or by hand; what did so with an edition is told by that. */
export const liveChangesBetween = (db: Reader, site: string, { from, to, readable, limit }: Asked) =>
  db.all<{
    id: number
    at: string
    action: string
    item: string
    title: string
    kind: string
    section: string
    person: string | null
    event: string | null
  }>(
    `SELECT j.seq AS id, j.at, j.action, i.id AS item, i.title, i.kind, i.section_id AS section, p.name AS person, json_extract(j.data, '$.event') AS event
     FROM journal j JOIN item i ON i.id = j.item_id LEFT JOIN person p ON p.id = j.person_id
     WHERE j.action IN ('item.put-live', 'item.withdrawn', 'item.rolled-back') AND j.at >= $from AND j.at < $to AND j.site_id = $site
       AND json_extract(j.data, '$.edition') IS NULL AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY j.at LIMIT $limit`,
    { site, from, to, readable, limit },
  )

/** Before which instants nobody may put what live. */
export const embargoesBetween = (db: Reader, { from, to, readable, limit }: Asked) =>
  db.all<{ id: string; title: string; kind: string; section: string; at: string }>(
    'SELECT id, title, kind, section_id AS section, embargo_at AS at FROM item WHERE embargo_at >= $from AND embargo_at < $to AND binned_at IS NULL AND section_id IN (SELECT value FROM json_each($readable)) LIMIT $limit',
    { from, to, readable, limit },
  )

/** What is to be looked at again, by whom. */
export const reviewsBetween = (db: Reader, { from, to, readable, limit }: Asked) =>
  db.all<{ id: string; title: string; kind: string; section: string; on: string; person: string | null }>(
    `SELECT i.id, i.title, i.kind, i.section_id AS section, i.review_by AS "on", p.name AS person FROM item i LEFT JOIN person p ON p.id = i.owner_id
     WHERE i.review_by >= substr($from, 1, 10) AND i.review_by <= substr($to, 1, 10) AND i.binned_at IS NULL AND i.section_id IN (SELECT value FROM json_each($readable)) LIMIT $limit`,
    { from, to, readable, limit },
  )

/** The blocks of live items that have times of their own. */
export const timedBlocks = (db: Reader, readable: string, limit: number) =>
  db.all<{ id: string; title: string; kind: string; section: string; block: string; spans: string; words: string }>(
    `SELECT i.id, i.title, i.kind, i.section_id AS section, w.block, w.spans, w.words FROM live_window w JOIN live_entry e ON e.item_id = w.item_id JOIN item i ON i.id = w.item_id
     WHERE i.section_id IN (SELECT value FROM json_each($readable)) LIMIT $limit`,
    { readable, limit },
  )

/** The editions of a site between two instants, with how much of each is cleared. */
export const editionsBetween = (db: Reader, site: string, from: string, to: string, limit: number) =>
  db.all<{
    id: string
    name: string
    at: string
    state: string
    person: string
    reasons: string | null
    entries: number
    cleared: number
  }>(
    `SELECT n.id, n.name, coalesce(n.live_at, n.at) AS at, n.state, p.name AS person, n.reasons, count(e.id) AS entries,
         sum(CASE WHEN e.draft_id IS NULL THEN 1 ELSE EXISTS (SELECT 1 FROM draft d WHERE d.id = e.draft_id AND (d.review = 'cleared' OR d.outcome = 'live')) END) AS cleared
       FROM edition n JOIN person p ON p.id = n.owner_id LEFT JOIN planned_event e ON e.edition_id = n.id AND e.state <> 'cancelled'
       WHERE n.site_id = $site AND n.state <> 'dropped' AND coalesce(n.live_at, n.at) >= $from AND coalesce(n.live_at, n.at) < $to GROUP BY n.id ORDER BY 3 LIMIT $limit`,
    { site, from, to, limit },
  )
