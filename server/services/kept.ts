import type { Block } from '../../core/blocks/blocks'
import type { Actor } from './access'
import type { Office } from './office'
import { found, refusal } from './refusal'

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
  const rows = await office.store.read.all<{ id: string; block: string; draft: string | null; at: string }>(
    'SELECT id, block, draft_id AS draft, at FROM kept_block WHERE person_id = $me ORDER BY at DESC, id DESC LIMIT $most',
    { me: actor.id, most: MOST },
  )
  return rows.map((row) => ({ ...row, block: JSON.parse(row.block) as Block }))
}

export async function keepBlock(office: Office, actor: Actor, block: Block, draft: string | null): Promise<{ id: string }> {
  return office.store.write(async (tx) => {
    const { n } = (await tx.one<{ n: number }>('SELECT count(*) AS n FROM kept_block WHERE person_id = $me', { me: actor.id }))!
    if (n >= MOST) throw refusal('conflict', 'kept-many', `You keep ${MOST} blocks already; let some go first`)
    const id = office.newId()
    await tx.insert('kept_block', [{ id, person_id: actor.id, block: JSON.stringify(block), draft_id: draft, at: office.now() }])
    return { id }
  })
}

export async function letKeptGo(office: Office, actor: Actor, id: string): Promise<void> {
  await office.store.write(async (tx) => {
    found(await tx.one('SELECT 1 FROM kept_block WHERE id = $id AND person_id = $me', { id, me: actor.id }), 'kept block')
    await tx.run('DELETE FROM kept_block WHERE id = $id', { id })
  })
}
