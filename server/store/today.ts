import type { JournalAction } from '../../core/journal/actions'
import { quoted, type Reader } from './database'
import { LEADS_TO } from './drafts'

/*
 * The parts of the worklist of one person. Each is cut at a limit, after what they may not read (`readable` is a JSON list of
 * sections), so that what one may not see takes no place in it.
 */

export interface Line {
  item: string
  kind: string
  title: string
  section: string
}

/** When, by whom and with which words a draft was sent. */
interface Sent {
  at: string
  by: string
  note: string
}

const IN_READABLE = 'i.section_id IN (SELECT value FROM json_each($readable))'

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

/** What is in review, or moves into these sections, the longest first. */
export const inReview = (db: Reader, limit: number, readable: string) =>
  db.all<
    Line & Sent & { draft: string; change: string; to: string | null; number: number; edition: string | null; editionName: string | null }
  >(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, d.change, ${LEADS_TO} AS "to", d.sent_at AS at, p.name AS by, d.sent_note AS note, v.number,
         t.id AS edition, t.name AS editionName
       FROM draft d LEFT JOIN edition t ON t.id = (SELECT edition_id FROM planned_event WHERE draft_id = d.id AND state IN ('planned', 'held') AND edition_id IS NOT NULL LIMIT 1)
         JOIN item i ON i.id = d.item_id JOIN person p ON p.id = d.sent_by JOIN version v ON v.id = d.head_version
       WHERE d.review = 'in_review' AND d.closed_at IS NULL AND i.binned_at IS NULL
         AND (i.section_id IN (SELECT value FROM json_each($readable)) OR d.to_section IN (SELECT value FROM json_each($readable)))
       ORDER BY d.sent_at LIMIT $limit`,
    { limit, readable },
  )

/** What a person wrote in and was returned, with the last note. */
export const cameBack = (db: Reader, me: string, limit: number, readable: string) =>
  db.all<Line & { draft: string; at: string; by: string; text: string; suggestion: string | null; notes: number; place: string | null }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, n.at, p.name AS by, n.text, n.suggestion, n.place,
         (SELECT count(*) FROM note m WHERE m.draft_id = d.id AND m.kind = 'return' AND m.resolved_at IS NULL) AS notes
       FROM draft d JOIN item i ON i.id = d.item_id JOIN note n ON n.id = (SELECT id FROM note m WHERE m.draft_id = d.id AND m.kind = 'return' ORDER BY m.at DESC, m.id DESC LIMIT 1) JOIN person p ON p.id = n.person_id
       WHERE d.review = 'returned' AND d.closed_at IS NULL AND i.binned_at IS NULL AND ${IN_READABLE} AND EXISTS (SELECT 1 FROM draft_author a WHERE a.draft_id = d.id AND a.person_id = $me)
       ORDER BY n.at DESC LIMIT $limit`,
    { me, limit, readable },
  )

/** Events that were due and held. */
export const heldEvents = (db: Reader, limit: number, readable: string) =>
  db.all<Line & { at: string; reasons: string; owner: string }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, e.at, e.reasons, p.name AS owner FROM planned_event e JOIN item i ON i.id = e.item_id JOIN person p ON p.id = e.owner_id
       WHERE e.state = 'held' AND i.binned_at IS NULL AND ${IN_READABLE} AND NOT coalesce(e.reasons, '') LIKE '%"edition-held"%' ORDER BY e.at LIMIT $limit`,
    { limit, readable },
  )

/** What happens until a moment. */
export const comingEvents = (db: Reader, soon: string, limit: number, readable: string) =>
  db.all<Line & { event: string; at: string; does: string; review: string | null }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, e.id AS event, e.due_at AS at, CASE e.state WHEN 'open' THEN 'window-end' ELSE e.kind END AS does, d.review
       FROM planned_event e JOIN item i ON i.id = e.item_id LEFT JOIN draft d ON d.id = e.draft_id
       WHERE e.state IN ('planned', 'open') AND e.due_at <= $soon AND ${IN_READABLE} AND (e.edition_id IS NULL OR e.state = 'open') ORDER BY e.due_at, e.id LIMIT $limit`,
    { soon, limit, readable },
  )

/** Editions of a site that go live until a moment, with how much of them is cleared. */
export const comingEditions = (db: Reader, site: string, soon: string, limit: number) =>
  db.all<{ edition: string; title: string; at: string; entries: number; cleared: number }>(
    `SELECT n.id AS edition, n.name AS title, n.at, count(e.id) AS entries, sum(e.draft_id IS NULL OR EXISTS (SELECT 1 FROM draft d WHERE d.id = e.draft_id AND d.review = 'cleared')) AS cleared
       FROM edition n JOIN planned_event e ON e.edition_id = n.id AND e.state = 'planned' WHERE n.site_id = $site AND n.state = 'open' AND n.at <= $soon GROUP BY n.id ORDER BY n.at LIMIT $limit`,
    { site, soon, limit },
  )

/** What a person owns and should look at until a day. */
export const toReview = (db: Reader, { me, week, limit, readable }: { me: string; week: string; limit: number; readable: string }) =>
  db.all<Line & { on: string }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, i.review_by AS "on" FROM item i
       WHERE i.owner_id = $me AND i.review_by <= $week AND i.binned_at IS NULL AND ${IN_READABLE} ORDER BY i.review_by LIMIT $limit`,
    { me, week, limit, readable },
  )

/** The open drafts that a person wrote in, the last saved first. */
export const draftsOf = (db: Reader, { me, newest, limit, readable }: { me: string; newest: number; limit: number; readable: string }) =>
  db.all<Line & { at: string; review: string; number: number }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, v.at, d.review, v.number
       FROM (SELECT draft_id FROM draft_author WHERE person_id = $me ORDER BY draft_id DESC LIMIT $newest) a
         CROSS JOIN draft d ON d.id = a.draft_id JOIN item i ON i.id = d.item_id JOIN version v ON v.id = d.head_version
       WHERE d.closed_at IS NULL AND i.binned_at IS NULL AND d.review IN ('draft', 'in_review') AND ${IN_READABLE}
       ORDER BY v.at DESC LIMIT $limit`,
    { me, newest, limit, readable },
  )

/** What is cleared and not planned, for those who may put it live or withdraw it. */
export const clearedDrafts = (
  db: Reader,
  { limit, readable, puts, withdraws }: { limit: number; readable: string; puts: string; withdraws: string },
) =>
  db.all<Line & { draft: string; change: string; to: string | null; at: string; by: string }>(
    `SELECT i.id AS item, i.kind, i.title, i.section_id AS section, d.id AS draft, d.change, ${LEADS_TO} AS "to", max(c.at) AS at, p.name AS by FROM draft d JOIN item i ON i.id = d.item_id JOIN clearance c ON c.draft_id = d.id JOIN person p ON p.id = c.person_id
       WHERE d.review = 'cleared' AND d.closed_at IS NULL AND i.binned_at IS NULL AND ${IN_READABLE}
         AND i.section_id IN (SELECT value FROM json_each(CASE d.change WHEN 'withdrawal' THEN $withdraws ELSE $puts END)) AND NOT EXISTS (SELECT 1 FROM planned_event e WHERE e.draft_id = d.id AND e.state IN ('planned', 'held'))
       GROUP BY d.id ORDER BY at LIMIT $limit`,
    { limit, readable, puts, withdraws },
  )

/** How often something happened since an instant. */
export const actionsSince = (db: Reader, since: string, readable: string, newest: number) =>
  db.all<{ action: string; n: number }>(
    `SELECT action, count(*) AS n FROM (SELECT j.action FROM journal j JOIN item i ON i.id = j.item_id WHERE j.at > $since AND ${IN_READABLE}
         AND j.action IN (${quoted(COUNTED)}) ORDER BY j.at DESC LIMIT $newest)
       GROUP BY action`,
    { since, readable, newest },
  )

/** What happened since an instant, one by one. */
export const toldSince = (db: Reader, since: string, readable: string) =>
  db.all<{ action: string; at: string; name: string | null; item: string | null; title: string | null }>(
    `SELECT j.action, j.at, p.name, j.item_id AS item, i.title FROM journal j LEFT JOIN person p ON p.id = j.person_id LEFT JOIN item i ON i.id = j.item_id
     WHERE j.at > $since AND j.action IN (${quoted(TOLD_AT_ONCE)})
       AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY j.seq DESC LIMIT 8`,
    { since, readable },
  )
