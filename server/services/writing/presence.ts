import type { Actor } from '../people/access'
import type { Office } from '../office'
import { mustRead } from './reading'
import { found } from '../refusal'
import { itemOfDraft } from '../../store/drafts'
import { dropPresence, notePresence, dropPresenceBefore, othersIn } from '../../store/presence'

/** Who has not been heard of for so long is no longer here. */
const HERE_MS = 30_000

export interface Present {
  person: string
  name: string
  /** The block or `field:<name>` they are in. */
  place: string | null
  at: string
}

/**
 * Says where someone is in a draft (or, with `left`, that they are there no more) and answers who else is. Kept in the
 * shared file, so that it holds over several processes; it is not history and goes to no journal.
 */
export async function reportPresence(
  office: Office,
  actor: Actor,
  draftId: string,
  input: { tab: string; place: string | null; left: boolean },
): Promise<{ others: Present[] }> {
  const row = found(await itemOfDraft(office.store.read, draftId), 'draft')
  await mustRead(office.store.read, actor, row)
  const at = office.now()
  const since = new Date(Date.parse(at) - HERE_MS).toISOString()
  await office.store.write(async (tx) => {
    const key = { draft_id: draftId, person_id: actor.id, tab: input.tab }
    if (input.left) await dropPresence(tx, key)
    else await notePresence(tx, { ...key, place: input.place, at })
    await dropPresenceBefore(tx, since)
  })
  const others = await othersIn(office.store.read, draftId, actor.id, since)
  return { others }
}
