import type { Query } from '../../core/query/query'
import type { SortKey } from '../../core/query/sort'
import type { Bind, Reader } from './database'
import type { ItemRow } from './items'
import { GATE_ID, queryWhere, type Asking } from './query'

/** What a list shows: what is asked, of that what its reader may see. */
export interface Listing extends Asking {
  site: string
  query: Query
  /** The sections that the reader may see; all where it is left out. */
  sections?: readonly string[] | undefined
}

export interface Sort {
  by: SortKey
  descending: boolean
}

export interface ListedRow extends ItemRow {
  /** The row’s number, which no other has. */
  n: number
  /** The draft that was found, and how it stands. */
  found_draft: string | null
  found_state: string
  found_version: string
  drafts: number
  by: string
  words: number
  parts: number
  shown_date: string | null
  author: string
  owner: string | null
  section: string
  path: string | null
  sort_value: string | number | null
  /** JSON of ids and titles. */
  labels: string
}

const COLUMN: Record<SortKey, string> = {
  changed: 'l.changed',
  begun: 'l.created',
  title: 'p.title COLLATE NOCASE',
  words: 'l.words',
  next: 'l.next',
  review: 'l.review',
  shown: 'l.shown',
  place: 'p.place',
}
/** Those that not every item has: what has none comes last, whichever way. */
const SOMETIMES: readonly SortKey[] = ['next', 'review', 'shown', 'place']
const tables = (by: SortKey) => (by === 'title' || by === 'place' ? 'pair p JOIN listed l ON l.n = p.n' : 'listed l')

/** A list with what it asks as SQL. */
interface Asked {
  where: string
  bind: Bind
  /** Rows of second and further drafts that are found where the drafts before them are not: they stand for their items. */
  others: number[]
}

/**
 * What a list asks. The rows that stand for their items are most of all; the few others are looked for apart, so that the
 * many are found by the indexes.
 */
async function asked(db: Reader, { query, sections, ...asking }: Listing): Promise<Asked> {
  const meant = queryWhere(query, asking)
  const seen = (row: string) =>
    sections ? `${row}.section IN (SELECT n FROM code WHERE id IN (SELECT value FROM json_each($sections))) AND ` : ''
  const bind = { ...meant.bind, ...(sections ? { sections: JSON.stringify(sections) } : {}) }
  const others = await db.all<{ n: number }>(
    `SELECT l.n FROM listed l JOIN pair p ON p.n = l.n WHERE l.rank > 0 AND l.binned < 2 AND ${seen('l')}${meant.where('l')}
     AND NOT EXISTS (SELECT 1 FROM pair b JOIN listed o ON o.n = b.n WHERE b.item_id = p.item_id AND b.rank < p.rank AND ${meant.where('o')})`,
    bind,
  )
  return { where: `l.rank = 0 AND l.binned < 2 AND ${seen('l')}${meant.where('l')}`, bind, others: others.map(({ n }) => n) }
}

/** A SELECT over all rows of a list: those that stand for their items, and the few others. */
function selectFrom({ where, others }: Asked, columns: string, from: string): string {
  const many = `SELECT ${columns} FROM ${from} WHERE ${where}`
  return others.length ? `${many} UNION ALL SELECT ${columns} FROM ${from} WHERE l.n IN (${others.join(', ')})` : many
}

/** Where a page begins: after a row, or so many rows from the first. */
export type Start = { after: { value: string | number | null; n: number } } | { from: number }

/** The numbers of the rows of a page, in order. */
function pageNumbers(list: Asked, { by, descending }: Sort, start: Start, limit: number): { sql: string; bind: Bind } {
  const way = descending ? 'DESC' : 'ASC'
  const column = COLUMN[by]
  const rows = (where: string) => selectFrom({ ...list, where: `${list.where}${where}` }, `l.n, ${column} AS v`, tables(by))
  const collate = by === 'title' ? ' COLLATE NOCASE' : ''
  const order = (v: string, n: string) => `ORDER BY ${SOMETIMES.includes(by) ? `${v} IS NULL, ` : ''}${v}${collate} ${way}, ${n} ${way}`
  // Without others the order is asked of the table itself, whose indexes have it.
  const [outer, v, n] = list.others.length
    ? [(sql: string) => `SELECT n FROM (${sql})`, 'v', 'n']
    : [(sql: string) => sql, column.replace(collate, ''), 'l.n']
  if ('from' in start)
    return { sql: `${outer(rows(''))} ${order(v, n)} LIMIT $limit OFFSET $from`, bind: { ...list.bind, limit, from: start.from } }
  const { value, n: last } = start.after
  const beyond = descending ? '<' : '>'
  const after =
    value === null
      ? `${v} IS NULL AND ${n} ${beyond} $n`
      : `((${v}${collate}, ${n}) ${beyond} ($value, $n)${SOMETIMES.includes(by) ? ` OR ${v} IS NULL` : ''})`
  const sql = list.others.length ? `${outer(rows(''))} WHERE ${after}` : rows(` AND ${after}`)
  return { sql: `${sql} ${order(v, n)} LIMIT $limit`, bind: { ...list.bind, limit, n: last, ...(value === null ? {} : { value }) } }
}

/** A page of a list. */
export async function listPage(db: Reader, listing: Listing, sort: Sort, start: Start, limit: number): Promise<ListedRow[]> {
  const { sql, bind } = pageNumbers(await asked(db, listing), sort, start, limit)
  const numbers = await db.all<{ n: number }>(sql, bind)
  return db.all<ListedRow>(
    `SELECT i.*, l.n, p.draft_id AS found_draft, p.draft_state AS found_state, p.version_id AS found_version, l.words, l.parts, l.shown AS shown_date, ${COLUMN[sort.by].replace(' COLLATE NOCASE', '')} AS sort_value,
       (SELECT json_group_array(json_object('id', t.id, 'title', t.title)) FROM listed_label g JOIN item t ON t.id = g.label_id WHERE g.n = l.n) AS labels,
       a.name AS author, o.name AS owner, s.name AS section, b.name AS "by", e.path,
       (SELECT count(*) FROM pair m WHERE m.item_id = i.id AND m.draft_id IS NOT NULL) AS drafts
     FROM json_each($numbers) j JOIN listed l ON l.n = j.value JOIN pair p ON p.n = l.n JOIN item i ON i.id = p.item_id JOIN person a ON a.id = i.author_id
       JOIN person b ON b.id = p.by_id LEFT JOIN person o ON o.id = i.owner_id JOIN section s ON s.id = i.section_id LEFT JOIN live_entry e ON e.item_id = i.id
     ORDER BY j.key`,
    { numbers: JSON.stringify(numbers.map(({ n }) => n)) },
  )
}

/** How many items there are. */
export async function countListed(db: Reader, listing: Listing): Promise<number> {
  const { where, bind, others } = await asked(db, listing)
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM listed l WHERE ${where}`, bind))!.n + others.length
}

/** The items of a list with the drafts that were found, in the order of their numbers, after one. */
export async function listedAfter(
  db: Reader,
  listing: Listing,
  after: number,
  limit: number,
): Promise<{ n: number; item: string; draft: string | null }[]> {
  const list = await asked(db, listing)
  return db.all(
    `SELECT p.n, p.item_id AS item, p.draft_id AS draft FROM (${selectFrom(list, 'l.n', 'listed l')}) x JOIN pair p ON p.n = x.n WHERE x.n > $after ORDER BY x.n LIMIT $limit`,
    { ...list.bind, after, limit },
  )
}

/** What the items of a list have, and how many have it. Words, people and sections are by their codes. */
export interface FacetRows {
  /** Combinations of what is one of a few things, with how many items have each. */
  few: { kind: number; on_site: number; draft: number; language: number; parts: number; planned: number; count: number }[]
  many: { section: number; author: number; owner: number | null; count: number }[]
  labels: { id: string; count: number }[]
  gates: { id: string; count: number }[]
}

/** What the items of a list have. */
export async function facetRows(db: Reader, listing: Listing): Promise<FacetRows> {
  const list = await asked(db, listing)
  const { bind } = list
  const rows = (columns: string, from = 'listed l') => selectFrom(list, columns, from)
  const [few, many, labels, gates] = await Promise.all([
    db.all<FacetRows['few'][number]>(
      `SELECT kind, on_site, draft, language, parts, planned, count(*) AS count FROM (${rows('l.kind, l.on_site, l.draft, l.language, l.parts, l.next IS NOT NULL AS planned')}) GROUP BY 1, 2, 3, 4, 5, 6`,
      bind,
    ),
    db.all<FacetRows['many'][number]>(
      `SELECT section, author, owner, count(*) AS count FROM (${rows('l.section, l.author, l.owner')}) GROUP BY 1, 2, 3`,
      bind,
    ),
    db.all<{ id: string; count: number }>(
      `SELECT label_id AS id, count(*) AS count FROM (${rows('b.label_id', 'listed l JOIN listed_label b ON b.n = l.n')}) GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
      bind,
    ),
    db.all<{ id: string; count: number }>(
      `SELECT ${GATE_ID} AS id, count(*) AS count FROM gate_wait w JOIN draft d ON d.id = w.draft_id JOIN pair p ON p.draft_id = d.id WHERE p.n IN (${rows('l.n')}) GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
      bind,
    ),
  ])
  return { few, many, labels, gates }
}
