import type { Kind } from '../../core/content/kinds'
import type { ReviewState } from '../../core/flow/draft'
import type { Change } from '../../core/flow/route'
import { packed, packedRows, type Reader, type Writer } from './database'
import { syncListed } from './listed'

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
  /** When it leaves the site again, as planned. */
  ends_at: string | null
  author_id: string
  changed_at: string
  /** The instant before which nobody may put it live. */
  embargo_at: string | null
  /** The planned event of the window that is open over it, and the version under that. */
  window_id: string | null
  under_version: string | null
  versions: number
}

/** An item `i` as one JSON object. */
export const ITEM = packed('i', [
  'id',
  'site_id',
  'kind',
  'section_id',
  'language',
  'internal_name',
  'owner_id',
  'review_by',
  'notes',
  'created_at',
  'created_by',
  'binned_at',
  'binned_by',
  'ended_at',
  'title',
  'on_site',
  'live_version',
  'draft_id',
  'draft_state',
  'next_at',
  'ends_at',
  'author_id',
  'changed_at',
  'embargo_at',
  'window_id',
  'under_version',
  'versions',
] as const satisfies (keyof ItemRow)[])

export interface DraftRow {
  id: string
  item_id: string
  name: string
  change: Change
  /** Where a move leads and as which kind (null: as it is), with the route that is in force there. */
  to_section: string | null
  to_kind: Kind | null
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
  /** The state that an edit made lapse (core/flow/draft.ts), as JSON. */
  lapsed: string | null
  /** What waited at which gate when that was taken away, as JSON: it waits on when it is given back. */
  kept_waits: string | null
}

export const itemById = (db: Reader, id: string) => db.one<ItemRow>('SELECT * FROM item WHERE id = $id', { id })

export const itemsByIds = async (db: Reader, ids: string[]): Promise<Map<string, ItemRow>> =>
  new Map(
    (await packedRows<ItemRow>(db, ITEM, 'FROM item i WHERE id IN (SELECT value FROM json_each($ids))', { ids: JSON.stringify(ids) })).map(
      (row) => [row.id, row],
    ),
  )

export const draftById = (db: Reader, id: string) => db.one<DraftRow>('SELECT * FROM draft WHERE id = $id', { id })

/** The open drafts of an item that are in review and whose waiting at gates was taken and kept. */
export const waitingDraftsOf = (db: Reader, item: string) =>
  db.all<DraftRow>("SELECT * FROM draft WHERE item_id = $item AND closed_at IS NULL AND review = 'in_review' AND kept_waits IS NOT NULL", {
    item,
  })

/** The version that a change of an item replaces: what is live, or what lies under the window that is open over it. */
export const baseOnSite = (item: Pick<ItemRow, 'live_version' | 'window_id' | 'under_version'>): string | null =>
  item.window_id === null ? item.live_version : item.under_version

/**
 * Brings the title, the two facts and what is next, as the lists show them, in line with the records they follow from;
 * with `changedAt`, also when it last changed.
 */
export async function syncItems(tx: Writer, ids: string[], changedAt: string | null = null): Promise<void> {
  const list = JSON.stringify(ids)
  await syncListed(tx, list)
  await tx.run(
    `UPDATE item SET
       changed_at = coalesce($changedAt, changed_at),
       title = coalesce((SELECT e.title FROM live_entry e WHERE e.item_id = item.id), title),
       live_version = (SELECT version_id FROM live_interval l WHERE l.item_id = item.id AND l.to_at IS NULL),
       on_site = CASE WHEN EXISTS (SELECT 1 FROM live_interval l WHERE l.item_id = item.id AND l.to_at IS NULL) THEN 'live'
                      WHEN EXISTS (SELECT 1 FROM live_interval l WHERE l.item_id = item.id) THEN 'withdrawn' ELSE 'none' END,
       (draft_id, draft_state) = (SELECT draft_id, nullif(draft_state, 'none') FROM pair WHERE pair.item_id = item.id AND rank = 0),
       (ends_at, next_at) = (SELECT min(coalesce(until_at, CASE kind WHEN 'withdraw' THEN at END)), min(due_at) FROM planned_event e WHERE e.item_id = item.id AND e.state IN ('planned', 'open'))
     WHERE id IN (SELECT value FROM json_each($ids))`,
    { ids: list, changedAt },
  )
}
