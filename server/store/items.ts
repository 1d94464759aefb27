import type { Capability } from '../../core/kinds/definition'
import { kindsThat } from '../../core/kinds/kinds'
import { packed, packedRows, among, type Reader, type Writer } from './database'
import { columnsOf, type Changes, type NewRow, type Row } from './models'
import { syncListed } from './listed'

export type ItemRow = Row<'item'>

/** An item `i` as one JSON object. */
export const ITEM = packed('i', columnsOf('item'))

export type DraftRow = Row<'draft'>

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

export const addItem = (tx: Writer, row: NewRow<'item'>) => tx.insert('item', [row])

export const changeItem = (tx: Writer, id: string, set: Changes<'item'>) => tx.update('item', { id }, set)

/** What a person owns on a site. */
export const itemsOwnedBy = async (db: Reader, site: string, person: string): Promise<string[]> =>
  (await db.all<{ id: string }>('SELECT id FROM item WHERE owner_id = $person AND site_id = $site', { person, site })).map(({ id }) => id)

/** Hands what a person owns on a site, and has planned there, to another. */
export async function handOver(tx: Writer, site: string, person: string, to: string): Promise<void> {
  await tx.update('item', { owner_id: person, site_id: site }, { owner_id: to })
  await tx.run("UPDATE planned_event SET owner_id = $to WHERE owner_id = $person AND site_id = $site AND state IN ('planned', 'held')", {
    site,
    person,
    to,
  })
}

/** How many of some items there are, in sections or in all. */
export const itemCount = async (db: Reader, ids: readonly string[], sections: readonly string[] | null): Promise<number> =>
  (await db.one<{ n: number }>(
    'SELECT count(*) AS n FROM item WHERE id IN (SELECT value FROM json_each($ids)) AND ($sections IS NULL OR section_id IN (SELECT value FROM json_each($sections)))',
    { ids: JSON.stringify(ids), sections: sections && JSON.stringify(sections) },
  ))!.n

/** Those of some items that are in sections (JSON). */
export const readableItems = (db: Reader, ids: readonly string[], readable: string) =>
  db.all<{ id: string }>(
    'SELECT id FROM item WHERE id IN (SELECT value FROM json_each($ids)) AND section_id IN (SELECT value FROM json_each($readable))',
    { ids: JSON.stringify(ids), readable },
  )

/** The items of kinds that can do something, in sections (JSON), each with the version that is worked on, or is live, or was last. */
export const itemsThat = (db: Reader, capability: Capability, readable: string, limit: number) =>
  db.all<ItemRow & { version: string }>(
    `SELECT i.*, coalesce((SELECT d.head_version FROM draft d WHERE d.id = i.draft_id AND d.change = 'content'), i.live_version,
       (SELECT v.id FROM version v WHERE v.item_id = i.id ORDER BY v.number DESC LIMIT 1)) AS version
     FROM item i WHERE ${among('i.kind', kindsThat(capability))} AND i.binned_at IS NULL AND i.section_id IN (SELECT value FROM json_each($readable)) LIMIT $limit`,
    { readable, limit },
  )
