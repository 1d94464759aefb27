import { STEPS } from '../../core/journal/actions'
import { quoted, type Reader } from './database'

export interface FactRow {
  at: string
  action: string
  item: string
  section: string
  route: string | null
  data: string
}

/** The steps that drafts took since an instant, the newest first. */
export const stepsSince = (db: Reader, since: string, readable: string, most: number) =>
  db.all<FactRow>(
    // As the index of these rows has it, word by word: else it is not used.
    `SELECT j.at, j.action, j.item_id AS item, i.section_id AS section, d.route_id AS route, j.data FROM journal j JOIN item i ON i.id = j.item_id LEFT JOIN draft d ON d.id = json_extract(j.data, '$.draft')
     WHERE j.action IN (${quoted(STEPS)})
       AND j.at >= $since AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY j.at DESC, j.seq DESC LIMIT $most`,
    { since, readable, most },
  )

/** What waits in review, the longest first. */
export const waitingDrafts = (db: Reader, readable: string, most: number) =>
  db.all<{
    draft: string
    item: string
    kind: string
    title: string
    name: string
    by: string
    note: string
    at: string
  }>(
    `SELECT d.id AS draft, i.id AS item, i.kind, i.title, d.name, p.name AS by, d.sent_note AS note, d.sent_at AS at FROM draft d JOIN item i ON i.id = d.item_id JOIN person p ON p.id = d.sent_by
     WHERE d.review = 'in_review' AND d.closed_at IS NULL AND i.binned_at IS NULL AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY d.sent_at LIMIT $most`,
    { readable, most },
  )
