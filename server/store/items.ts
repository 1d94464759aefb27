import type { Kind } from '../../core/content/kinds'
import type { ReviewState } from '../../core/flow/draft'
import type { Change } from '../../core/flow/route'
import type { Query } from '../../core/query/query'
import type { Bind, Reader, Tx } from './database'
import { queryWhere, type Asking } from './query'

export interface ItemRow {
  id: string
  site_id: string
  kind: Kind
  section_id: string
  language: string
  internal_name: string
  owner_id: string | null
  review_by: string | null
  notes: string
  created_at: string
  created_by: string
  binned_at: string | null
  binned_by: string | null
  /** Taken out of the bin for good; it opens nowhere any more. */
  ended_at: string | null
  title: string
  on_site: 'none' | 'live' | 'withdrawn'
  live_version: string | null
  draft_id: string | null
  draft_state: ReviewState | 'scheduled' | 'held' | null
  next_at: string | null
  author_id: string
  changed_at: string
  /** The instant before which nobody may put it live. */
  embargo_at: string | null
  /** The planned event of the window that is open over it, and the version under that. */
  window_id: string | null
  under_version: string | null
  versions: number
}

export interface DraftRow {
  id: string
  item_id: string
  name: string
  change: Change
  /** Where a move leads, with the route that is in force there. */
  to_section: string | null
  to_route_id: string | null
  to_route_version: number | null
  base_version: string | null
  head_version: string
  route_id: string
  route_version: number
  review: ReviewState
  sent_by: string | null
  sent_at: string | null
  sent_note: string
  created_at: string
  created_by: string
  closed_at: string | null
  closed_by: string | null
  outcome: 'live' | 'discarded' | 'ended' | null
}

export const itemById = (db: Reader, id: string) => db.one<ItemRow>('SELECT * FROM item WHERE id = $id', { id })

export const itemsByIds = async (db: Reader, ids: string[]): Promise<Map<string, ItemRow>> =>
  new Map(
    (await db.all<ItemRow>('SELECT * FROM item WHERE id IN (SELECT value FROM json_each($ids))', { ids: JSON.stringify(ids) })).map(
      (row) => [row.id, row],
    ),
  )

export const draftById = (db: Reader, id: string) => db.one<DraftRow>('SELECT * FROM draft WHERE id = $id', { id })

/** The version that a change of an item replaces: what is live, or what lies under the window that is open over it. */
export const baseOnSite = (item: Pick<ItemRow, 'live_version' | 'window_id' | 'under_version'>): string | null =>
  item.window_id === null ? item.live_version : item.under_version

/** Of several open drafts the one furthest along its route stands for the item in lists, the older of two; one of its content before others. */
const FURTHEST =
  "d.change <> 'content', CASE d.review WHEN 'cleared' THEN 0 WHEN 'in_review' THEN 1 WHEN 'returned' THEN 2 ELSE 3 END, d.created_at, d.id"

/**
 * Brings the title, the two facts and what is next, as the lists show them, in line with the records they follow from;
 * with `changedAt`, also when it last changed.
 */
export const syncItems = (tx: Tx, ids: string[], changedAt: string | null = null) =>
  tx.run(
    `UPDATE item SET
       changed_at = coalesce($changedAt, changed_at),
       title = coalesce((SELECT e.title FROM live_entry e WHERE e.item_id = item.id), title),
       live_version = (SELECT version_id FROM live_interval l WHERE l.item_id = item.id AND l.to_at IS NULL),
       on_site = CASE WHEN EXISTS (SELECT 1 FROM live_interval l WHERE l.item_id = item.id AND l.to_at IS NULL) THEN 'live'
                      WHEN EXISTS (SELECT 1 FROM live_interval l WHERE l.item_id = item.id) THEN 'withdrawn' ELSE 'none' END,
       draft_id = (SELECT id FROM draft d WHERE d.item_id = item.id AND d.closed_at IS NULL ORDER BY ${FURTHEST} LIMIT 1),
       draft_state = (SELECT CASE WHEN EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'held') THEN 'held'
                       WHEN d.review = 'cleared' AND EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'planned' AND e.at IS NOT NULL) THEN 'scheduled'
                       ELSE d.review END
                      FROM draft d WHERE d.item_id = item.id AND d.closed_at IS NULL ORDER BY ${FURTHEST} LIMIT 1),
       next_at = (SELECT min(due_at) FROM planned_event e WHERE e.item_id = item.id AND e.state IN ('planned', 'open'))
     WHERE id IN (SELECT value FROM json_each($ids))`,
    { ids: JSON.stringify(ids), changedAt },
  )

/** Keeps the words of titles for the office's text filter. */
export async function indexTitles(tx: Tx, ids: string[]): Promise<void> {
  const list = { ids: JSON.stringify(ids) }
  await tx.run('DELETE FROM item_title WHERE rowid IN (SELECT rowid FROM item WHERE id IN (SELECT value FROM json_each($ids)))', list)
  await tx.run(
    "INSERT INTO item_title (rowid, title) SELECT rowid, title || ' ' || internal_name FROM item WHERE id IN (SELECT value FROM json_each($ids))",
    list,
  )
}

export interface ListFilter {
  kind?: Kind | undefined
  /** Sections, all of their subtrees named. */
  sections?: string[] | undefined
  state?: 'draft' | 'in_review' | 'returned' | 'cleared' | 'scheduled' | 'held' | 'live' | 'withdrawn' | 'none' | 'binned' | undefined
  text?: string | undefined
  author?: string | undefined
  asked?: { query: Query } & Asking
}

export interface ListedItem extends ItemRow {
  author: string
  section: string
}

/** An FTS5 query that finds all the words typed, the last as a beginning; `null` when there are none. */
export function wordsQuery(text: string): string | null {
  const words = text.match(/[\p{L}\p{N}]+/gu)?.slice(0, 12)
  return words ? words.map((word, index) => `"${word}"${index === words.length - 1 ? '*' : ''}`).join(' ') : null
}

function listWhere(site: string, filter: ListFilter): { where: string; bind: Bind } {
  const bind: Bind = { site }
  const terms = ['i.site_id = $site', filter.state === 'binned' ? 'i.binned_at IS NOT NULL AND i.ended_at IS NULL' : 'i.binned_at IS NULL']
  const add = (term: string, values: Bind) => {
    terms.push(term)
    Object.assign(bind, values)
  }
  if (filter.kind) add('i.kind = $kind', { kind: filter.kind })
  if (filter.sections) add('i.section_id IN (SELECT value FROM json_each($sections))', { sections: JSON.stringify(filter.sections) })
  if (filter.author) add('i.author_id = $author', { author: filter.author })
  if (filter.state && filter.state !== 'binned')
    add(['live', 'withdrawn', 'none'].includes(filter.state) ? 'i.on_site = $state' : 'i.draft_state = $state', { state: filter.state })
  if (filter.asked) {
    const asked = queryWhere(filter.asked.query, filter.asked)
    add(asked.where, asked.bind)
  }
  const words = filter.text && wordsQuery(filter.text)
  if (words) add('i.rowid IN (SELECT rowid FROM item_title WHERE item_title MATCH $words)', { words })
  return { where: terms.join(' AND '), bind }
}

/** A page of items, last changed first, after a cursor. */
export function listItems(
  db: Reader,
  site: string,
  filter: ListFilter,
  after: { at: string; id: string } | null,
  limit: number,
): Promise<ListedItem[]> {
  const { where, bind } = listWhere(site, filter)
  const cursor = after ? 'AND (i.changed_at, i.id) < ($at, $after)' : ''
  return db.all<ListedItem>(
    `SELECT i.*, p.name AS author, s.name AS section FROM item i JOIN person p ON p.id = i.author_id JOIN section s ON s.id = i.section_id
     WHERE ${where} ${cursor} ORDER BY i.changed_at DESC, i.id DESC LIMIT $limit`,
    { ...bind, limit, ...(after ? { at: after.at, after: after.id } : {}) },
  )
}

export async function countItems(db: Reader, site: string, filter: ListFilter): Promise<number> {
  const { where, bind } = listWhere(site, filter)
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM item i WHERE ${where}`, bind))!.n
}
