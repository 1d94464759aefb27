import type { Reason } from '../../core/outcome'
import { must, sectionsWhere, whyNot, type Actor } from './access'
import { restoringVerb } from './items'
import { note, type Office } from './office'

/** How long what is in the bin can be restored. */
export const BIN_DAYS = 90

const LIMIT = 200

export interface Binned {
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
  /** When it is ended by itself. */
  until: string
  versions: number
  /** Why this person may not restore it; `null` where they may. */
  whyNot: Reason | null
}

/** What waits in the bin where the person may read, the newest first. */
export async function bin(office: Office, actor: Actor): Promise<Binned[]> {
  const readable = sectionsWhere(actor, 'item.read')
  const rows = await office.store.read.all<Omit<Binned, 'until' | 'whyNot'> & { binner: string | null; beginner: string | null }>(
    `SELECT * FROM (
       SELECT i.id, 'item' AS what, i.id AS item, i.title, i.kind, i.section_id AS section, NULL AS name, p.name AS by, i.binned_at AS at, i.versions, i.binned_by AS binner, NULL AS beginner
       FROM item i LEFT JOIN person p ON p.id = i.binned_by WHERE i.binned_at IS NOT NULL AND i.ended_at IS NULL
       UNION ALL
       SELECT d.id, 'draft', i.id, i.title, i.kind, i.section_id, d.name, p.name, d.closed_at, (SELECT count(*) FROM version v WHERE v.item_id = i.id AND v.draft_id = d.id), d.closed_by, d.created_by
       FROM draft d JOIN item i ON i.id = d.item_id LEFT JOIN person p ON p.id = d.closed_by WHERE d.outcome = 'discarded' AND i.binned_at IS NULL)
     WHERE ${readable ? 'section IN (SELECT value FROM json_each($readable))' : '1'} ORDER BY at DESC LIMIT $limit`,
    { limit: LIMIT, ...(readable ? { readable: JSON.stringify(readable) } : {}) },
  )
  return rows.map(({ binner, beginner, ...row }) => ({
    ...row,
    section: actor.rights.sections.get(row.section)?.name ?? '',
    whyNot: whyNot(actor, restoringVerb(actor, [binner, beginner]), row.section),
    until: new Date(Date.parse(row.at) + BIN_DAYS * 86_400_000).toISOString(),
  }))
}

/** Ends chosen items and drafts of the bin for good: they can be restored no more. The journal keeps that they were. */
export async function emptyBin(office: Office, actor: Actor, chosen: { items: string[]; drafts: string[] }): Promise<{ ended: number }> {
  sectionsWhere(actor, 'bin.empty')
  return office.store.write(async (tx) => {
    const rows = await tx.all<{ id: string; item: string; section: string; what: 'item' | 'draft' }>(
      `SELECT i.id, i.id AS item, i.section_id AS section, 'item' AS what FROM item i WHERE i.id IN (SELECT value FROM json_each($items)) AND i.binned_at IS NOT NULL AND i.ended_at IS NULL
       UNION ALL SELECT d.id, i.id, i.section_id, 'draft' FROM draft d JOIN item i ON i.id = d.item_id WHERE d.id IN (SELECT value FROM json_each($drafts)) AND d.outcome = 'discarded'`,
      { items: JSON.stringify(chosen.items), drafts: JSON.stringify(chosen.drafts) },
    )
    for (const row of rows) must(actor, 'bin.empty', row.section)
    for (const row of rows) {
      if (row.what === 'item') await tx.update('item', { id: row.id }, { ended_at: office.now() })
      else await tx.update('draft', { id: row.id }, { outcome: 'ended' })
      await note(office, tx, actor.id, `${row.what}.ended`, row.item, row.what === 'draft' ? { draft: row.id } : null)
    }
    return { ended: rows.length }
  })
}

/** Ends what has been in the bin for longer than it is kept. Answers how much. */
export async function endOldInBin(office: Office): Promise<number> {
  const before = new Date(office.clock.now().getTime() - BIN_DAYS * 86_400_000).toISOString()
  const old = await office.store.read.all<{ id: string; item: string; what: 'item' | 'draft' }>(
    `SELECT id, id AS item, 'item' AS what FROM item WHERE binned_at < $before AND ended_at IS NULL
     UNION ALL SELECT id, item_id, 'draft' FROM draft WHERE outcome = 'discarded' AND closed_at < $before LIMIT 500`,
    { before },
  )
  if (!old.length) return 0
  await office.store.write(async (tx) => {
    for (const row of old) {
      if (row.what === 'item') await tx.update('item', { id: row.id }, { ended_at: office.now() })
      else await tx.update('draft', { id: row.id }, { outcome: 'ended' })
      await note(office, tx, null, `${row.what}.ended`, row.item, row.what === 'draft' ? { draft: row.id } : null)
    }
  })
  return old.length
}
