import { within, type Query } from '../../core/query/query'
import { anyOf, searchTermsOf } from '../../core/query/snippet'
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
  found_state: NonNullable<ItemRow['draft_state']> | 'none'
  found_version: string
  /** The hash of the manifest of that. */
  found_manifest: string
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
  rank: 't.score',
}
/** Those that not every item has: what has none comes last, whichever way. */
const SOMETIMES: readonly SortKey[] = ['next', 'review', 'shown', 'place', 'rank']
/** Those of which an index has all that can be asked beside the order. */
const WALKED: readonly SortKey[] = ['begun', 'words']
const tables = (by: SortKey, walk: boolean) =>
  by === 'title' || by === 'place'
    ? `pair p ${walk ? 'CROSS ' : ''}JOIN listed l ON l.n = p.n`
    : by === 'rank'
      ? // A word in the title says most of what a text is about, then its labels.
        'listed l LEFT JOIN (SELECT rowid AS n, bm25(listed_text, 8, 4, 1) AS score FROM listed_text WHERE listed_text MATCH $ranked) t ON t.n = l.n'
      : 'listed l'
/** All that is sought in texts, any of it, as FTS5 ranks by it. */
const rankedBy = (query: Query): string => anyOf(searchTermsOf(query))

/** A list with what it asks as SQL. */
interface Asked {
  where: string
  bind: Bind
  /** The same, written so that the store walks the rows in their order and does not look for few of them first. */
  inOrder: string
  words: boolean
  /** What the rows are ranked by, as FTS5 asks it. */
  ranked: string
  /** Rows of second and further drafts that are found where the drafts before them are not: they stand for their items. */
  others: number[]
  /** The sections of which labels may be named, as JSON; `null` for all. */
  readable: string | null
}

/**
 * What a list asks. The rows that stand for their items are most of all; the few others are looked for apart, so that the
 * many are found by the indexes.
 */
async function asked(db: Reader, listing: Listing): Promise<Asked> {
  return { ...firsts(listing), others: await othersOf(db, listing) }
}

/** The rows of second and further drafts that a list finds where those before them are not found. */
async function othersOf(db: Reader, { query, sections, ...asking }: Listing): Promise<number[]> {
  const meant = queryWhere(query, asking)
  const rows = await db.all<{ n: number }>(
    `SELECT l.n FROM listed l JOIN pair p ON p.n = l.n WHERE l.rank > 0 AND l.binned < 2 AND ${seenIn(sections, 'l')}${meant.where('l')}
     AND NOT EXISTS (SELECT 1 FROM pair b JOIN listed o ON o.n = b.n WHERE b.item_id = p.item_id AND b.rank < p.rank AND ${meant.where('o')})`,
    { ...meant.bind, ...(sections ? { sections: JSON.stringify(sections) } : {}) },
  )
  return rows.map(({ n }) => n)
}

const seenIn = (sections: Listing['sections'], row: string): string =>
  sections ? `${row}.section IN (SELECT n FROM code WHERE id IN (SELECT value FROM json_each($sections))) AND ` : ''

/** What a list asks of the rows that stand for their items. */
function firsts({ query, sections, ...asking }: Listing): Asked {
  const meant = queryWhere(query, asking)
  const seen = (row: string) => seenIn(sections, row)
  const bind = { ...meant.bind, ...(sections ? { sections: JSON.stringify(sections) } : {}) }
  const first = 'l.rank = 0 AND l.binned < 2 AND '
  return {
    where: `${first}${seen('l')}${meant.where('l')}`,
    // An unary plus keeps the planner from an index that would find the rows and then have to sort them all.
    inOrder: `${first}${isListed(query) ? 'l.binned = 0 AND ' : ''}${seen('+l')}${meant.where('+l')}`,
    words: asksWords(query),
    ranked: rankedBy(query),
    bind,
    others: [],
    readable: sections ? JSON.stringify(sections) : null,
  }
}

/** Of several queries those that hold of an item with one of its drafts, or with none. */
export async function holding(
  db: Reader,
  { sections: _, ...asking }: Listing,
  queries: readonly Query[],
  item: string,
  draft: string | null,
): Promise<Query[]> {
  const held: Query[] = []
  for (const query of queries) {
    const { where, bind } = queryWhere(query, asking)
    const row = await db.one(
      `SELECT 1 FROM listed l JOIN pair p ON p.n = l.n WHERE p.item_id = $item AND p.draft_id IS $draft AND ${where('l')}`,
      {
        ...bind,
        item,
        draft,
      },
    )
    if (row) held.push(query)
  }
  return held
}

/** Whether a query looks in the list alone, whatever else it asks. */
const isListed = (query: Query): boolean =>
  query.is === 'and' ? query.parts.some(isListed) : query.is === 'choice' && query.field === 'in' && query.values.join() === 'list'
/** Whether a query is of words, which few rows have. */
const asksWords = (query: Query): boolean => [...within(query)].some(({ is }) => is === 'word' || is === 'phrase')

/** A SELECT over all rows of a list: those that stand for their items, and the few others. */
function selectFrom({ where, others }: Asked, columns: string, from: string): string {
  const many = `SELECT ${columns} FROM ${from} WHERE ${where}`
  return others.length ? `${many} UNION ALL SELECT ${columns} FROM ${from} WHERE l.n IN (${others.join(', ')})` : many
}

/** Where a page begins: after a row, or so many rows from the first. */
export type Start = { after: { value: string | number | null; n: number } } | { from: number }

const collation = (by: SortKey) => (by === 'title' ? ' COLLATE NOCASE' : '')
function orderOf({ by, descending }: Sort, v: string, n: string): string {
  const way = descending ? 'DESC' : 'ASC'
  return `ORDER BY ${SOMETIMES.includes(by) ? `${v} IS NULL, ` : ''}${v}${collation(by)} ${way}, ${n} ${way}`
}

/** The numbers of the rows of a page with what they are sorted by, in order; all rows walked in that order, or few of them found and sorted. */
function pageNumbers(list: Asked, sort: Sort, start: Start, limit: number, walk: boolean): { sql: string; bind: Bind } {
  const { by, descending } = sort
  const column = COLUMN[by]
  const meant = walk ? list.inOrder : list.where
  const rows = (where: string) => selectFrom({ ...list, where: `${meant}${where}` }, `l.n, ${column} AS v`, tables(by, walk))
  const collate = collation(by)
  // Without others the order is asked of the table itself, whose indexes have it.
  const [outer, v, n] = list.others.length
    ? [(sql: string) => `SELECT n, v FROM (${sql})`, 'v', 'n']
    : [(sql: string) => sql, column.replace(collate, ''), 'l.n']
  const order = orderOf(sort, v, n)
  if ('from' in start)
    return { sql: `${outer(rows(''))} ${order} LIMIT $limit OFFSET $from`, bind: { ...list.bind, limit, from: start.from } }
  const { value, n: last } = start.after
  const beyond = descending ? '<' : '>'
  const after =
    value === null
      ? `${v} IS NULL AND ${n} ${beyond} $n`
      : `((${v}${collate}, ${n}) ${beyond} ($value, $n)${SOMETIMES.includes(by) ? ` OR ${v} IS NULL` : ''})`
  const sql = list.others.length ? `${outer(rows(''))} WHERE ${after}` : rows(` AND ${after}`)
  return { sql: `${sql} ${order} LIMIT $limit`, bind: { ...list.bind, limit, n: last, ...(value === null ? {} : { value }) } }
}

/** A page of a list. */
export const listPage = async (db: Reader, listing: Listing, sort: Sort, start: Start, limit: number): Promise<ListedRow[]> =>
  pageOf(db, await asked(db, listing), sort, start, limit)

/** A page of a list, and how many items there are in all, where that is to be counted. */
export async function countedPage(
  db: Reader,
  listing: Listing,
  sort: Sort,
  start: Start,
  limit: number,
  count = true,
): Promise<{ rows: ListedRow[]; total: number | null }> {
  if (sort.by === 'title' && !asksWords(listing.query)) {
    const list = await asked(db, listing)
    const [total, all] = await Promise.all([countOf(db, list), db.one<{ n: number }>('SELECT max(n) AS n FROM pair')])
    const before = 'from' in start ? start.from : 0
    // So many rows are walked until the page is full, where those that are meant lie evenly; else all that are meant are sorted.
    const walk = (before + limit) * (all?.n ?? 0) < total * total
    return { rows: await pageOf(db, list, sort, start, limit, walk), total }
  }
  // Few lists find others: the page is asked for as if there were none, and again where there are.
  const list = firsts(listing)
  const [rows, counted, others] = await Promise.all([
    pageOf(db, list, sort, start, limit),
    count ? countOf(db, list) : null,
    othersOf(db, listing),
  ])
  const total = counted === null ? null : counted + others.length
  return { rows: others.length ? await pageOf(db, { ...list, others }, sort, start, limit) : rows, total }
}

async function pageOf(
  db: Reader,
  list: Asked,
  sort: Sort,
  start: Start,
  limit: number,
  walk = WALKED.includes(sort.by) && !list.words,
): Promise<ListedRow[]> {
  const { sql, bind } = pageNumbers(
    sort.by === 'rank' ? { ...list, bind: { ...list.bind, ranked: list.ranked } } : list,
    sort,
    start,
    limit,
    walk,
  )
  return db.all<ListedRow>(`${rowsFrom(sql)} ${orderOf(sort, 'x.v', 'x.n')}`, { ...bind, readable: list.readable })
}

/** The rows that stand for these items, of those in some sections or in all. */
export const rowsOf = (db: Reader, items: readonly string[], sections?: readonly string[]): Promise<ListedRow[]> =>
  db.all<ListedRow>(
    `${rowsFrom('SELECT n, NULL AS v FROM pair WHERE rank = 0 AND item_id IN (SELECT value FROM json_each($items))')}
     WHERE l.binned < 2 ${sections ? 'AND i.section_id IN (SELECT value FROM json_each($sections))' : ''}`,
    {
      items: JSON.stringify(items),
      readable: sections ? JSON.stringify(sections) : null,
      ...(sections ? { sections: JSON.stringify(sections) } : {}),
    },
  )

/** Whole rows of the numbers `n` that a SELECT answers, with what they are sorted by, `v`; of labels those that `$readable` lets one name. */
const rowsFrom = (numbers: string) =>
  `SELECT i.*, l.n, p.draft_id AS found_draft, p.draft_state AS found_state, (SELECT lower(hex(m.hash)) FROM version f JOIN object m ON m.id = f.manifest WHERE f.id = p.version_id) AS found_manifest,
     p.version_id AS found_version, l.words, l.parts, l.shown AS shown_date, x.v AS sort_value,
     (SELECT json_group_array(json_object('id', t.id, 'title', t.title)) FROM listed_label g JOIN item t ON t.id = g.label_id
       WHERE g.n = l.n AND ($readable IS NULL OR t.on_site = 'live' OR t.section_id IN (SELECT value FROM json_each($readable)))) AS labels,
     a.name AS author, o.name AS owner, s.name AS section, b.name AS "by", e.path,
     (SELECT count(*) FROM pair m WHERE m.item_id = i.id AND m.draft_id IS NOT NULL) AS drafts
   FROM (${numbers}) x JOIN listed l ON l.n = x.n JOIN pair p ON p.n = l.n JOIN item i ON i.id = p.item_id JOIN person a ON a.id = i.author_id
     JOIN person b ON b.id = p.by_id LEFT JOIN person o ON o.id = i.owner_id JOIN section s ON s.id = i.section_id LEFT JOIN live_entry e ON e.item_id = i.id`

/** How many items there are. */
export const countListed = async (db: Reader, listing: Listing): Promise<number> => countOf(db, await asked(db, listing))

async function countOf(db: Reader, { where, bind, others }: Asked): Promise<number> {
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM listed l WHERE ${where}`, bind))!.n + others.length
}

/** The items of a list with the drafts that were found and what stands there, in the order of their numbers, after one. */
export async function listedAfter(
  db: Reader,
  listing: Listing,
  after: number,
  limit: number,
): Promise<{ n: number; item: string; draft: string | null; version: string }[]> {
  const list = await asked(db, listing)
  return db.all(
    `SELECT p.n, p.item_id AS item, p.draft_id AS draft, p.version_id AS version FROM (${selectFrom(list, 'l.n', 'listed l')}) x JOIN pair p ON p.n = x.n WHERE x.n > $after ORDER BY x.n LIMIT $limit`,
    { ...list.bind, after, limit },
  )
}

/** What of a row is counted: words, people and sections by their codes, parts as bits. */
const COUNTED = ['kind', 'on_site', 'draft', 'section', 'author', 'owner', 'language', 'parts'] as const
type Counted = (typeof COUNTED)[number]
/** Values with how many items have each. */
export type Tally<V> = Map<V, number>

/** What the items of a list have, and how many have it. */
export interface FacetRows extends Record<Counted, Tally<number | null>> {
  total: number
  /** How many have something planned. */
  planned: number
  labels: Tally<string>
  gates: Tally<string>
}

/** What the items of a list have. Each thing is counted along an index of its own, which is many times faster than to sort the rows. */
export async function facetRows(db: Reader, listing: Listing): Promise<FacetRows> {
  const list = await asked(db, listing)
  const { where, bind, others } = list
  const tally = async <V>(sql: string): Promise<Tally<V>> =>
    new Map((await db.all<{ v: V; count: number }>(sql, bind)).map(({ v, count }) => [v, count]))
  const count = (column: string) =>
    tally<number | null>(`SELECT l.${column} AS v, count(*) AS count FROM listed l WHERE ${where} GROUP BY 1`)
  const [counted, planned, labels, gates, few] = await Promise.all([
    Promise.all(COUNTED.map(count)),
    db.one<{ n: number }>(`SELECT count(*) AS n FROM listed l WHERE ${where} AND l.next IS NOT NULL`, bind),
    tally<string>(
      `SELECT label_id AS v, count(*) AS count FROM (${selectFrom(list, 'b.label_id', 'listed_label b CROSS JOIN listed l ON l.n = b.n')}) GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
    ),
    tally<string>(
      `SELECT g AS v, count(*) AS count FROM (${selectFrom(list, `${GATE_ID} AS g`, 'gate_wait w CROSS JOIN draft d ON d.id = w.draft_id CROSS JOIN pair p ON p.draft_id = d.id CROSS JOIN listed l ON l.n = p.n')}) GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT 200`,
    ),
    others.length
      ? db.all<Record<Counted, number | null> & { next: number | null }>(`SELECT l.* FROM listed l WHERE l.n IN (${others.join(', ')})`)
      : [],
  ])
  const tallies = Object.fromEntries(COUNTED.map((column, index) => [column, counted[index]!])) as Record<Counted, Tally<number | null>>
  for (const row of few) for (const column of COUNTED) tallies[column].set(row[column], (tallies[column].get(row[column]) ?? 0) + 1)
  return {
    ...tallies,
    total: [...tallies.kind.values()].reduce((sum, one) => sum + one, 0),
    planned: planned!.n + few.filter(({ next }) => next !== null).length,
    labels,
    gates,
  }
}
