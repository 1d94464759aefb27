import type { Reader } from './database'

/** A row of the bin. */
export interface BinRow {
  id: string
  what: 'item' | 'draft'
  item: string
  title: string
  kind: string
  section: string
  /** The draft's name; of an item nothing. */
  name: string | null
  by: string | null
  at: string
  versions: number
  /** Who put it there; of a draft who began it. */
  binner: string | null
  beginner: string | null
}

/** What waits in the bin, in sections or in all, the newest first. */
export const listBin = (db: Reader, sections: readonly string[] | null, limit: number) =>
  db.all<BinRow>(
    `SELECT * FROM (
       SELECT i.id, 'item' AS what, i.id AS item, i.title, i.kind, i.section_id AS section, NULL AS name, p.name AS by, i.binned_at AS at, i.versions, i.binned_by AS binner, NULL AS beginner
       FROM item i LEFT JOIN person p ON p.id = i.binned_by WHERE i.binned_at IS NOT NULL AND i.ended_at IS NULL
       UNION ALL
       SELECT d.id, 'draft', i.id, i.title, i.kind, i.section_id, d.name, p.name, d.closed_at, (SELECT count(*) FROM version v WHERE v.item_id = i.id AND v.draft_id = d.id), d.closed_by, d.created_by
       FROM draft d JOIN item i ON i.id = d.item_id LEFT JOIN person p ON p.id = d.closed_by WHERE d.outcome = 'discarded' AND i.binned_at IS NULL)
     WHERE $sections IS NULL OR section IN (SELECT value FROM json_each($sections)) ORDER BY at DESC LIMIT $limit`,
    { sections: sections && JSON.stringify(sections), limit },
  )

/** Those of some items and drafts that are in the bin. */
export const inBin = (db: Reader, items: readonly string[], drafts: readonly string[]) =>
  db.all<{ id: string; item: string; section: string; what: 'item' | 'draft' }>(
    `SELECT i.id, i.id AS item, i.section_id AS section, 'item' AS what FROM item i WHERE i.id IN (SELECT value FROM json_each($items)) AND i.binned_at IS NOT NULL AND i.ended_at IS NULL
     UNION ALL SELECT d.id, i.id, i.section_id, 'draft' FROM draft d JOIN item i ON i.id = d.item_id WHERE d.id IN (SELECT value FROM json_each($drafts)) AND d.outcome = 'discarded'`,
    { items: JSON.stringify(items), drafts: JSON.stringify(drafts) },
  )

/** What has been in a site's bin since before an instant. */
export const inBinBefore = (db: Reader, site: string, before: string) =>
  db.all<{ id: string; item: string; what: 'item' | 'draft' }>(
    `SELECT id, id AS item, 'item' AS what FROM item WHERE site_id = $site AND binned_at < $before AND ended_at IS NULL
     UNION ALL SELECT d.id, d.item_id, 'draft' FROM draft d JOIN item i ON i.id = d.item_id WHERE d.outcome = 'discarded' AND d.closed_at < $before AND i.site_id = $site LIMIT 500`,
    { site, before },
  )
