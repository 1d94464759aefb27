import type { Action, Done } from '../../../core/batch/action'
import { actionWords, isForMany } from '../../../core/batch/action'
import {
  addBatch,
  addBatchEntries,
  addUndoEntries,
  batchById,
  batchCounts,
  type BatchCounts,
  batchesOf,
  type BatchRow,
  changeBatch,
  dropBatchesBefore,
  entriesOf,
  type EntryOutcome,
  undoOf,
} from '../../store/batches'
import type { Tx } from '../../store/database'
import type { NewRow } from '../../store/models'
import { listedAfter, type Listing } from '../../store/listing'
import { may, sectionsWhere, type Actor } from '../people/access'
import type { Target } from './act'
import { siteId, type Office } from '../office'
import { found, refusal } from '../refusal'
import { itemCount, itemsByIds } from '../../store/items'
import { tellDone } from './batchRun'

/** More items at once are refused. */
export const MOST_AT_ONCE = 100_000
/** Of those many, so many rows are written in one go. */
const ROWS = 2_000

/** The items that are meant: those named, or all of a list. */
export type Targets = { items: Target[] } | { listing: Listing }
/** An item with what is done to it alone. */
export interface OwnAct extends Target {
  action: Action
}

/** Begins to find out what an action would do to many items. Nothing is done before it is told to run. */
export async function beginBatch(
  office: Office,
  actor: Actor,
  action: Action,
  targets: Targets,
): Promise<{ batch: string; total: number }> {
  if (!isForMany(action)) throw refusal('bad-input', 'action-wrong', { at: 'action' })
  if ('items' in targets) await mustReadAll(office, actor, targets.items)
  return begin(office, actor, action, partsOf(office, targets))
}

/** Begins to find out what would come of many acts, each on its own item; together they are told in a few words. */
export async function beginActs(office: Office, actor: Actor, words: string, acts: OwnAct[]): Promise<{ batch: string; total: number }> {
  await mustReadAll(office, actor, acts)
  return begin(office, actor, null, partsOf(office, { items: acts }), words)
}

/** Keeps what was done to several items in this transaction as a batch that is over, so that one word takes it all back. Returns its id. */
export async function keepDone(
  office: Office,
  tx: Tx,
  actor: Actor,
  words: string,
  acts: readonly { item: string; done: Done }[],
): Promise<string> {
  const id = office.newId()
  const site = await siteId(office)
  const row = { ...batchRow(office, actor, { id, site, action: null, state: 'done', total: acts.length, undoes: null }), words }
  await addBatch(tx, { ...row, ended_at: office.now() })
  await addBatchEntries(
    tx,
    acts.map(({ item, done: { said, draft, undo } }, seq) => ({
      batch_id: id,
      seq,
      item_id: item,
      draft_id: draft,
      outcome: JSON.stringify({ ok: true, said, draft } satisfies EntryOutcome),
      undo: undo && JSON.stringify(undo),
    })),
  )
  await tellDone(office, tx, (await batchById(tx, site, id))!)
  return id
}

/**
 * Begins to find out what would come of an action on many items, which the actor must be able to see, or of acts of their own
 * where they have one; told in words of their own where these are given.
 */
export async function begin(
  office: Office,
  actor: Actor,
  action: Action | null,
  parts: AsyncIterable<(Target & { action?: Action })[]>,
  words: string | null = null,
): Promise<{ batch: string; total: number }> {
  const site = found(await office.site(), 'site')
  const id = office.newId()
  const row = { ...batchRow(office, actor, { id, site: site.id, action, state: 'cancelled', total: 0, undoes: null }), words }
  await office.store.write((tx) => addBatch(tx, row))
  let total = 0
  for await (const part of parts) {
    if (total + part.length > MOST_AT_ONCE) throw refusal('refused', 'too-many', { what: 'items', most: MOST_AT_ONCE })
    await office.store.write((tx) =>
      addBatchEntries(
        tx,
        part.map(({ item, draft, action: own }, index) => ({
          batch_id: id,
          seq: total + index,
          item_id: item,
          draft_id: draft,
          action: own ? JSON.stringify(own) : null,
        })),
      ),
    )
    total += part.length
  }
  if (!total) throw refusal('refused', 'nothing', { to: 'do' })
  // Until now it was one that nobody works on.
  await office.store.write((tx) => changeBatch(tx, id, { state: 'trying', total }))
  return { batch: id, total }
}

/** Refuses items that the actor may not see as if they were not there. */
export async function mustReadAll(office: Office, actor: Actor, items: Target[]): Promise<void> {
  const sections = sectionsWhere(actor, 'item.read')
  const ids = [...new Set(items.map(({ item }) => item))]
  if ((await itemCount(office.store.read, ids, sections)) < ids.length)
    throw refusal('unknown', 'unknown', { what: 'some-items', at: 'items' })
}

const batchRow = (
  office: Office,
  actor: Actor,
  {
    id,
    site,
    action,
    state,
    total,
    undoes,
  }: { id: string; site: string; action: Action | null; state: BatchRow['state']; total: number; undoes: string | null },
): NewRow<'batch'> => ({
  id,
  site_id: site,
  person_id: actor.id,
  roles: actor.rights.resting?.has(actor.id)
    ? JSON.stringify(actor.roles.filter((role) => !actor.rights.resting!.get(actor.id)!.has(role)))
    : null,
  action: JSON.stringify(action),
  state,
  total,
  made_at: office.now(),
  ended_at: null,
  undoes,
  beat_at: '',
})

async function* partsOf(office: Office, targets: Targets): AsyncGenerator<(Target & { action?: Action })[]> {
  if ('items' in targets) {
    for (let at = 0; at < targets.items.length; at += ROWS) yield targets.items.slice(at, at + ROWS)
    return
  }
  for (let after = -1; ;) {
    const rows = await listedAfter(office.store.read, targets.listing, after, ROWS)
    if (!rows.length) return
    after = rows.at(-1)!.n
    yield rows
  }
}

async function own(office: Office, actor: Actor, id: string): Promise<BatchRow> {
  const batch = await batchById(office.store.read, await siteId(office), id)
  return found(batch?.person_id === actor.id ? batch : undefined, 'batch')
}

/** How far a batch is, and what came of it or would. */
export const batchView = async (office: Office, actor: Actor, id: string): Promise<BatchView> =>
  viewOf(office, await own(office, actor, id))

/** So many of one’s own batches are shown, the newest first. */
const MOST_SHOWN = 20

/** What one did to many items of late, that it can be looked at and taken back. */
export const recentBatches = async (office: Office, actor: Actor): Promise<BatchView[]> =>
  Promise.all((await batchesOf(office.store.read, await siteId(office), actor.id, MOST_SHOWN)).map((batch) => viewOf(office, batch)))

export interface BatchView extends BatchCounts {
  id: string
  words: string
  state: BatchRow['state']
  total: number
  madeAt: string
  /** How many of its acts one word takes back. */
  undoable: number
  undoneBy: string | null
}

async function viewOf(office: Office, batch: BatchRow): Promise<BatchView> {
  const [counts, undone] = await Promise.all([batchCounts(office.store.read, batch.id), undoOf(office.store.read, batch.id)])
  const action = JSON.parse(batch.action) as Action | null
  const over = batch.state === 'done' || batch.state === 'cancelled' || batch.state === 'failed'
  return {
    id: batch.id,
    words: batch.words ?? (action ? actionWords(action) : batch.undoes === null ? 'Changed' : 'Taken back'),
    state: batch.state,
    total: batch.total,
    madeAt: batch.made_at,
    ...counts,
    undoable: batch.undoes === null && undone === undefined && over ? counts.undoable : 0,
    undoneBy: undone?.id ?? null,
  }
}

/** What came of each item of a batch, or would. */
export async function batchEntries(office: Office, actor: Actor, id: string, only: 'all' | 'refused', after: number, limit: number) {
  const db = office.store.read
  const batch = found(await batchById(db, await siteId(office), id), 'batch')
  const isOwn = batch.person_id === actor.id
  if (!isOwn && !may(actor, 'journal.read', null)) throw refusal('unknown', 'unknown', { what: 'batch' })
  const rows = await entriesOf(db, id, only, after, limit + 1)
  const page = rows.slice(0, limit)
  // Who reads the journal sees of another's batch what is theirs to read.
  const items = isOwn
    ? null
    : await itemsByIds(
        db,
        page.map((row) => row.item_id),
      )
  const shown = items === null ? page : page.filter((row) => may(actor, 'item.read', items.get(row.item_id)?.section_id ?? ''))
  return {
    entries: shown.map((row) => ({
      seq: row.seq,
      item: row.item_id,
      title: row.title,
      kind: row.kind,
      draft: row.draft_id,
      would: row.tried === null ? null : (JSON.parse(row.tried) as EntryOutcome),
      did: row.outcome === null ? null : (JSON.parse(row.outcome) as EntryOutcome),
    })),
    next: rows.length > limit ? rows[limit - 1]!.seq : null,
  }
}

const changeState = (
  office: Office,
  actor: Actor,
  id: string,
  from: BatchRow['state'][],
  to: BatchRow['state'],
  problem: 'not-tried' | 'over',
): Promise<void> =>
  office.store.write(async (tx) => {
    const batch = await batchById(tx, await siteId(office), id)
    if (batch?.person_id !== actor.id) throw refusal('unknown', 'unknown', { what: 'batch' })
    if (!from.includes(batch.state)) throw refusal('conflict', 'batch-state', { problem })
    const over = to === 'cancelled'
    await changeBatch(tx, id, { state: to, beat_at: '', ended_at: over ? office.now() : null })
    if (over && batch.state === 'running') await tellDone(office, tx, { ...batch, state: to })
  })

/** Lets a batch that was tried run. */
export const runBatch = (office: Office, actor: Actor, id: string) => changeState(office, actor, id, ['tried'], 'running', 'not-tried')

/** Stops a batch where it is: what was done stays and can be taken back. */
export const cancelBatch = (office: Office, actor: Actor, id: string) =>
  changeState(office, actor, id, ['trying', 'tried', 'running'], 'cancelled', 'over')

/** Takes back all that a batch did, the last first. What has changed since stays and is said. */
export async function undoBatch(office: Office, actor: Actor, id: string): Promise<{ batch: string; total: number }> {
  const before = await own(office, actor, id)
  return office.store.write(async (tx) => {
    const now = (await batchById(tx, await siteId(office), id))!
    if (now.state === 'trying' || now.state === 'tried' || now.state === 'running')
      throw refusal('conflict', 'batch-state', { problem: 'not-over' })
    if (before.undoes !== null || (await undoOf(tx, id))) throw refusal('conflict', 'undone-before')
    const undo = office.newId()
    const { undoable: total } = await batchCounts(tx, id)
    if (!total) throw refusal('conflict', 'nothing', { to: 'undo' })
    await addBatch(tx, batchRow(office, actor, { id: undo, site: now.site_id, action: null, state: 'running', total, undoes: id }))
    await addUndoEntries(tx, undo, id)
    return { batch: undo, total }
  })
}

/** How long a batch is kept, that it can be looked at and taken back. */
export const BATCH_DAYS = 30

/** Forgets batches that are over, or were only tried, and are older than they are kept; one stays while its undo does. */
export const forgetOldBatches = (office: Office): Promise<void> =>
  office.store.write((tx) => dropBatchesBefore(tx, new Date(office.clock.now().getTime() - BATCH_DAYS * 86_400_000).toISOString()))
