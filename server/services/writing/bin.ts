import type { Reason } from '../../../core/outcome'
import { must, sectionsWhere, whyNot, type Actor } from '../people/access'
import { restoringVerb } from './items'
import { writeFact, type Office, siteId } from '../office'
import { listBin, inBin, inBinBefore, type BinRow } from '../../store/bin'
import { changeItem } from '../../store/items'
import { changeDraft } from '../../store/drafts'

/** How long what is in the bin can be restored. */
export const BIN_DAYS = 90

const LIMIT = 200

export interface Binned extends Omit<BinRow, 'binner' | 'beginner'> {
  /** When it is ended by itself. */
  until: string
  /** Why this person may not restore it; `null` where they may. */
  whyNot: Reason | null
}

/** What waits in the bin where the person may read, the newest first. */
export async function bin(office: Office, actor: Actor): Promise<Binned[]> {
  const readable = sectionsWhere(actor, 'item.read')
  const rows = await listBin(office.store.read, readable, LIMIT)
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
    const rows = await inBin(tx, chosen.items, chosen.drafts)
    for (const row of rows) must(actor, 'bin.empty', row.section)
    for (const row of rows) {
      if (row.what === 'item') await changeItem(tx, row.id, { ended_at: office.now() })
      else await changeDraft(tx, row.id, { outcome: 'ended' })
      await writeFact(office, tx, actor.id, `${row.what}.ended`, row.item, row.what === 'draft' ? { draft: row.id } : null)
    }
    return { ended: rows.length }
  })
}

/** Ends what has been in the bin for longer than it is kept. Returns how much. */
export async function endOldInBin(office: Office): Promise<number> {
  const before = new Date(office.clock.now().getTime() - BIN_DAYS * 86_400_000).toISOString()
  const old = await inBinBefore(office.store.read, await siteId(office), before)
  if (!old.length) return 0
  await office.store.write(async (tx) => {
    for (const row of old) {
      if (row.what === 'item') await changeItem(tx, row.id, { ended_at: office.now() })
      else await changeDraft(tx, row.id, { outcome: 'ended' })
      await writeFact(office, tx, null, `${row.what}.ended`, row.item, row.what === 'draft' ? { draft: row.id } : null)
    }
  })
  return old.length
}
