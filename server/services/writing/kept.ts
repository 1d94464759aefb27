import type { Block } from '../../../core/blocks/blocks'
import type { Actor } from '../people/access'
import type { Office } from '../office'
import { found, refusal } from '../refusal'
import { keptBlocksOf, keptCount, addKept, keptBlockOf, dropKept } from '../../store/keptBlocks'

/** More than this nobody finds again. */
const MOST = 50

export interface Kept {
  id: string
  block: Block
  /** The draft that it was written in. */
  draft: string | null
  at: string
}

/** The blocks that a person keeps for other pages, the newest first. They are theirs alone and no part of any item. */
export async function keptBlocks(office: Office, actor: Actor): Promise<Kept[]> {
  const rows = await keptBlocksOf(office.store.read, actor.rights.site, actor.id, MOST)
  return rows.map((row) => ({ ...row, block: JSON.parse(row.block) as Block }))
}

export async function keepBlock(office: Office, actor: Actor, block: Block, draft: string | null): Promise<{ id: string }> {
  return office.store.write(async (tx) => {
    const n = await keptCount(tx, actor.rights.site, actor.id)
    if (n >= MOST) throw refusal('conflict', 'kept-many', { most: MOST })
    const id = office.newId()
    await addKept(tx, {
      id,
      site_id: actor.rights.site,
      person_id: actor.id,
      block: JSON.stringify(block),
      draft_id: draft,
      at: office.now(),
    })
    return { id }
  })
}

export async function deleteKeptBlock(office: Office, actor: Actor, id: string): Promise<void> {
  await office.store.write(async (tx) => {
    found(await keptBlockOf(tx, actor.rights.site, actor.id, id), 'kept-block')
    await dropKept(tx, id)
  })
}
