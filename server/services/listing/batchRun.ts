import type { Action, Done } from '../../../core/batch/action'
import type { Outcome } from '../../../core/outcome'
import { withRolesInUse } from '../../../core/access/session'
import { batchById, batchCounts, type BatchRow, changeBatch, type EntryOutcome, keepOutcomes, openEntries } from '../../store/batches'
import type { Tx } from '../../store/database'
import { personById } from '../../store/people'
import { actorFrom, type Actor } from '../people/access'
import { act, type Target } from './act'
import { manyFields } from './manyFields'
import { writeFact, type Office, siteId } from '../office'
import { found, Refusal } from '../refusal'
import { within } from '../within'

/** One chunk holds the write queue for so long at most, when no single item takes longer. */
const CHUNK_MS = 27
/** So many entries are looked at in one go at most. */
const CHUNK = 100
/** What one entry took of late, in milliseconds: so many are done together as fit into a chunk. */
let pace = 2

export const tellDone = async (office: Office, tx: Tx, batch: BatchRow): Promise<void> => {
  const { ended, refused, stayed } = await batchCounts(tx, batch.id)
  await writeFact(office, tx, batch.person_id, 'batch.done', null, {
    batch: batch.id,
    action: JSON.parse(batch.action) as Action | null,
    state: batch.state,
    total: batch.total,
    done: ended - refused - stayed,
    refused,
    ...(stayed ? { stayed } : {}),
    ...(batch.undoes === null ? {} : { undoes: batch.undoes }),
  })
}

/** Thrown to undo what was only tried. */
class OnlyTried extends Error {}

/**
 * Does the next part of a batch in one transaction, or tries it and leaves nothing behind: the same steps, undone. Returns
 * whether there is more to do.
 */
export async function runNextPart(office: Office, id: string): Promise<boolean> {
  const db = office.store.read
  const batch = await batchById(db, await siteId(office), id)
  if (!batch || (batch.state !== 'trying' && batch.state !== 'running')) return false
  const actor = await actorOfBatch(office, batch)
  const column = batch.state === 'trying' ? 'tried' : 'outcome'
  let [asked, limit] = [0, CHUNK]
  const known: Parameters<typeof keepOutcomes>[3] = []
  const keep = async (tx: Tx) => {
    if (known.length) await keepOutcomes(tx, id, column, known)
    const over = known.length === asked && asked < limit
    const state = over ? (batch.state === 'trying' ? 'tried' : 'done') : batch.state
    await changeBatch(tx, id, { beat_at: office.now(), state, ended_at: state === 'done' ? office.now() : null })
    if (state === 'done') await tellDone(office, tx, { ...batch, state })
    return !over
  }
  const fixed = JSON.parse(batch.action) as Action | null
  // What many have in common is done for all at once, the rest one by one.
  const inSets = fixed?.do === 'label' || fixed?.do === 'field' ? fixed : null
  const work = async (tx: Tx) => {
    // It may have been cancelled since it was read.
    if ((await batchById(tx, await siteId(office), id))?.state !== batch.state) return false
    limit = Math.min(CHUNK, Math.ceil((2 * CHUNK_MS) / pace))
    const entries = await openEntries(tx, id, column, limit)
    asked = entries.length
    const until = performance.now() + CHUNK_MS
    const inner = within(office, tx)
    for (
      let at = 0, size = Math.ceil(CHUNK_MS / pace);
      at < entries.length && size > 0;
      at += size, size = until - performance.now() > CHUNK_MS / 2 ? Math.floor((until - performance.now()) / pace) : 0
    ) {
      const start = performance.now()
      size = Math.min(size, entries.length - at)
      const slice = entries.slice(at, at + size).map((entry) => ({ ...entry, item: entry.item_id, draft: entry.draft_id }))
      const alike = slice.filter(({ action }) => inSets && action === null)
      const outcomes = inSets && alike.length ? await manyFields(office, tx, actor, alike, inSets) : []
      const together = new Map(alike.map(({ seq }, index) => [seq, outcomes[index]]))
      for (const [seq, outcome] of together) if (outcome) known.push({ seq, ...told(outcome) })
      for (const entry of slice.filter(({ seq }) => !together.get(seq))) {
        if (known.length && performance.now() > until) break
        known.push({ seq: entry.seq, ...(await outcomeOf(inner, actor, entry, actionOf(entry) ?? fixed!)) })
      }
      pace = (pace + (performance.now() - start) / size) / 2
    }
    if (batch.state === 'trying') throw new OnlyTried()
    return keep(tx)
  }
  try {
    return await office.store.write(work)
  } catch (error) {
    if (!(error instanceof OnlyTried)) throw error
    return office.store.write(async (tx) => ((await batchById(tx, await siteId(office), id))?.state === batch.state ? keep(tx) : false))
  }
}

/** What is done to an entry alone, where that is not what is done to all. */
const actionOf = ({ action }: { action: string | null }) => (action === null ? null : (JSON.parse(action) as Action))
const told = (outcome: Outcome<Done>): { outcome: EntryOutcome; undo: Action | null } => {
  if (!outcome.ok) return { outcome: { ok: false, reasons: outcome.reasons }, undo: null }
  const { said, draft, undo } = outcome.value
  return { outcome: { ok: true, said, draft }, undo }
}

async function outcomeOf(
  office: Office,
  actor: Actor,
  target: Target,
  action: Action,
): Promise<{ outcome: EntryOutcome; undo: Action | null }> {
  try {
    const { said, draft, undo } = await act(office, actor, target, action)
    return { outcome: { ok: true, said, draft }, undo }
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return { outcome: { ok: false, reasons: error.reasons }, undo: null }
  }
}

/** Who a batch acts for, with the rights of this moment. */
async function actorOfBatch(office: Office, batch: BatchRow): Promise<Actor> {
  const person = found(await personById(office.store.read, batch.person_id), 'person')
  const everyone = await office.rights()
  const rights = batch.roles === null ? everyone : withRolesInUse(everyone, person.id, JSON.parse(batch.roles) as string[])
  return actorFrom(person, rights)
}
