import type { Reader, Tx, Writer } from './database'
import type { Changes, NewRow, Row } from './models'

/** A look afterwards at what went live past its gates. */
export type AfterReview = Pick<
  Row<'exception_review'>,
  'id' | 'item_id' | 'version_id' | 'person_id' | 'at' | 'gates' | 'due_at' | 'looked_at'
> & {
  section_id: string
  draft_id: string
}

const COLUMNS = 'x.id, x.item_id, i.section_id, x.version_id, v.draft_id, x.person_id, x.at, x.gates, x.due_at, x.looked_at'
const FROM = 'FROM exception_review x JOIN item i ON i.id = x.item_id JOIN version v ON v.id = x.version_id'

export const afterReviewById = (db: Reader, id: string) => db.one<AfterReview>(`SELECT ${COLUMNS} ${FROM} WHERE x.id = $id`, { id })

export const addAfterReview = (tx: Tx, row: NewRow<'exception_review'>) => tx.insert('exception_review', [row])

export const changeAfterReview = (tx: Tx, id: string, set: Changes<'exception_review'>) => tx.update('exception_review', { id }, set)

/** Those of a site whose time has passed and of which nobody was told that yet. */
export const lateAfterReviews = (db: Reader, site: string, now: string) =>
  db.all<AfterReview>(
    `SELECT ${COLUMNS} ${FROM} WHERE i.site_id = $site AND x.due_at <= $now AND x.late_at IS NULL AND x.looked_at IS NULL ORDER BY x.due_at LIMIT 100`,
    { site, now },
  )

/** Those that are open in sections (JSON), the first due first. */
export const openAfterReviews = (db: Reader, readable: string, limit: number) =>
  db.all<AfterReview & { kind: string; title: string; by: string; reason: string; late_at: string | null }>(
    `SELECT i.kind, i.title, p.name AS by, x.reason, x.late_at, ${COLUMNS} ${FROM} JOIN person p ON p.id = x.person_id
     WHERE x.looked_at IS NULL AND i.section_id IN (SELECT value FROM json_each($readable)) ORDER BY coalesce(x.due_at, x.at) LIMIT $limit`,
    { readable, limit },
  )

/** The open look afterwards at what is live of an item, with who put it live and why; undefined where none is asked. */
export const openAfterReviewOf = (db: Reader, item: string) =>
  db.one<AfterReview & { by: string; reason: string }>(
    `SELECT p.name AS by, x.reason, ${COLUMNS} ${FROM} JOIN person p ON p.id = x.person_id WHERE x.item_id = $item AND x.looked_at IS NULL ORDER BY x.at DESC LIMIT 1`,
    { item },
  )

export const addAfterClearances = (tx: Tx, rows: NewRow<'after_clearance'>[]) => tx.insert('after_clearance', rows)

/** Who cleared afterwards at which gate, in the order of their clearing. */
export const afterClearancesOf = (db: Reader, id: string) =>
  db.all<{ gate: string; person: string; for: string | null; groups: string | null }>(
    'SELECT c.gate, coalesce(p.self_id, p.id) AS person, c.for_id AS "for", c.groups FROM after_clearance c JOIN person p ON p.id = c.person_id WHERE c.review_id = $id ORDER BY c.at',
    { id },
  )

/**
 * The version that was live without a break before what is live now, the last one that no after-review leaves in doubt;
 * `null` where there is none. An interval may repeat a version: a move begins a new one.
 */
export const clearedBefore = (db: Reader, item: string) =>
  db.one<{ version: string; from: string }>(
    `WITH RECURSIVE back (version_id, from_at) AS (
       SELECT version_id, from_at FROM live_interval WHERE item_id = $item AND to_at IS NULL
       UNION ALL SELECT l.version_id, l.from_at FROM back JOIN live_interval l ON l.item_id = $item AND l.to_at = back.from_at LIMIT 200)
     SELECT version_id AS version, from_at AS "from" FROM back WHERE NOT EXISTS (SELECT 1 FROM exception_review x WHERE x.version_id = back.version_id AND x.verdict IS NOT 'fine')
     ORDER BY from_at DESC LIMIT 1`,
    { item },
  )

/** Ends the looks afterwards at what went live of an item after an instant: it was taken back. */
export const noteTakenBack = (tx: Writer, item: string, at: string, from: string) =>
  tx.run("UPDATE exception_review SET looked_at = $at, verdict = 'taken-back' WHERE item_id = $item AND looked_at IS NULL AND at > $from", {
    item,
    at,
    from,
  })

/** Who put live what is looked at afterwards. */
export const askedOf = (db: Reader, id: string) =>
  db.one<{ person_id: string }>('SELECT person_id FROM exception_review WHERE id = $id', { id })
