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
  changed: 'changed_at',
  begun: 'created_at',
  title: 'title',
  words: 'words',
  next: 'next_at',
  review: 'review_by',
  shown: 'shown_date',
  place: 'place',
}
/** Those that not every item has: what has none comes last, whichever way. */
const SOMETIMES: readonly SortKey[] = ['next', 'review', 'shown', 'place']

/** The condition under which a row is listed. Of several rows of one item the first that is meant stands for it. */
function listedWhere({ site, query, sections, ...asking }: Listing): { where: string; bind: Bind } {
  const meant = queryWhere(query, asking)
  const seen = sections ? 'AND l.section_id IN (SELECT value FROM json_each($sections))' : ''
  return {
    where: `l.site_id = $site AND l.binned < 2 ${seen} AND ${meant.where('l')}
      AND (l.rank = 0 OR NOT EXISTS (SELECT 1 FROM listed o WHERE o.item_id = l.item_id AND o.rank < l.rank AND ${meant.where('o')}))`,
    bind: { site, ...meant.bind, ...(sections ? { sections: JSON.stringify(sections) } : {}) },
  }
}

/** Where a page begins: after a row, or so many rows from the first. */
export type Start = { after: { value: string | number | null; n: number } } | { from: number }

/** The numbers of the rows of a page, in order. */
function pageNumbers(listing: Listing, { by, descending }: Sort, start: Start, limit: number): { sql: string; bind: Bind } {
  const { where, bind } = listedWhere(listing)
  const column = `l.${COLUMN[by]}${by === 'title' ? ' COLLATE NOCASE' : ''}`
  const way = descending ? 'DESC' : 'ASC'
  const order = `${SOMETIMES.includes(by) ? `${column} IS NULL, ` : ''}${column} ${way}, l.n ${way}`
  if ('from' in start)
    return {
      sql: `SELECT l.n FROM listed l WHERE ${where} ORDER BY ${order} LIMIT $limit OFFSET $from`,
      bind: { ...bind, limit, from: start.from },
    }
  const { value, n } = start.after
  const beyond = descending ? '<' : '>'
  const after =
    value === null
      ? `${column} IS NULL AND l.n ${beyond} $n`
      : `((${column}, l.n) ${beyond} ($value, $n)${SOMETIMES.includes(by) ? ` OR ${column} IS NULL` : ''})`
  return {
    sql: `SELECT l.n FROM listed l WHERE ${where} AND ${after} ORDER BY ${order} LIMIT $limit`,
    bind: { ...bind, limit, n, ...(value === null ? {} : { value }) },
  }
}

/** A page of a list. */
export async function listPage(db: Reader, listing: Listing, sort: Sort, start: Start, limit: number): Promise<ListedRow[]> {
  const { sql, bind } = pageNumbers(listing, sort, start, limit)
  const numbers = await db.all<{ n: number }>(sql, bind)
  const rows = await db.all<ListedRow>(
    `SELECT i.*, l.n, l.draft_id AS found_draft, l.draft_state AS found_state, l.version_id AS found_version, l.words, l.parts, l.shown_date, l.${COLUMN[sort.by]} AS sort_value,
       (SELECT json_group_array(json_object('id', t.id, 'title', t.title)) FROM listed_label g JOIN item t ON t.id = g.label_id WHERE g.n = l.n) AS labels,
       p.name AS author, o.name AS owner, s.name AS section, b.name AS "by", e.path,
       (SELECT count(*) FROM listed m WHERE m.item_id = i.id AND m.draft_id IS NOT NULL) AS drafts
     FROM json_each($numbers) j JOIN listed l ON l.n = j.value JOIN item i ON i.id = l.item_id JOIN person p ON p.id = l.author_id JOIN person b ON b.id = l.by_id
       LEFT JOIN person o ON o.id = l.owner_id JOIN section s ON s.id = l.section_id LEFT JOIN live_entry e ON e.item_id = l.item_id
     ORDER BY j.key`,
    { numbers: JSON.stringify(numbers.map(({ n }) => n)) },
  )
  return rows
}

/** How many items there are. */
export async function countListed(db: Reader, listing: Listing): Promise<number> {
  const { where, bind } = listedWhere(listing)
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM listed l WHERE ${where}`, bind))!.n
}

/** The items of a list with the drafts that were found, in the order of their numbers, after one. */
export function listedAfter(
  db: Reader,
  listing: Listing,
  after: number,
  limit: number,
): Promise<{ n: number; item: string; draft: string | null }[]> {
  const { where, bind } = listedWhere(listing)
  return db.all(
    `SELECT l.n, l.item_id AS item, l.draft_id AS draft FROM listed l WHERE ${where} AND l.n > $after ORDER BY l.n LIMIT $limit`,
    {
      ...bind,
      after,
      limit,
    },
  )
}

/** What the items of a list have, and how many have it. */
export interface FacetRows {
  /** Combinations of what is one of a few things, with how many items have each. */
  few: { kind: string; on_site: string; draft_state: string; parts: number; language: string; planned: number; count: number }[]
  many: { section_id: string; author_id: string; owner_id: string | null; count: number }[]
  labels: { id: string; count: number }[]
  gates: { id: string; count: number }[]
}

/** What the items of a list have. */
export async function facetRows(db: Reader, listing: Listing): Promise<FacetRows> {
  const { where, bind } = listedWhere(listing)
  const [few, many, labels, gates] = await Promise.all([
    db.all<FacetRows['few'][number]>(
      `SELECT l.kind, l.on_site, l.draft_state, l.parts, l.language, l.next_at IS NOT NULL AS planned, count(*) AS count FROM listed l WHERE ${where} GROUP BY 1, 2, 3, 4, 5, 6`,
      bind,
    ),
    db.all<FacetRows['many'][number]>(
      `SELECT l.section_id, l.author_id, l.owner_id, count(*) AS count FROM listed l WHERE ${where} GROUP BY 1, 2, 3`,
      bind,
    ),
    db.all<{ id: string; count: number }>(
      `SELECT b.label_id AS id, count(*) AS count FROM listed l JOIN listed_label b ON b.n = l.n WHERE ${where} GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
      bind,
    ),
    db.all<{ id: string; count: number }>(
      `SELECT ${GATE_ID} AS id, count(*) AS count FROM gate_wait w JOIN draft d ON d.id = w.draft_id JOIN listed l ON l.draft_id = w.draft_id WHERE ${where} GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
      bind,
    ),
  ])
  return { few, many, labels, gates }
}
