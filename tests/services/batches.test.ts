import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { runBatches } from '../../server/jobs/batchRunner'
import type { Actor } from '../../server/services/people/access'
import {
  batchEntries,
  batchView,
  beginBatch,
  cancelBatch,
  forgetOldBatches,
  runBatch,
  undoBatch,
} from '../../server/services/listing/batches'
import { runNextPart } from '../../server/services/listing/batchRun'
import { createItem } from '../../server/services/writing/items'
import type { Office } from '../../server/services/office'
import { within } from '../../server/services/within'
import { itemById } from '../../server/store/items'
import { foundOffice, type FoundedOffice } from '../support/office'

let now = new Date('2026-11-25T11:00:00Z')
let founded: FoundedOffice
let office: Office
let actor: Actor
const items: string[] = []

beforeAll(async () => {
  founded = await foundOffice(() => now)
  const { section } = founded
  office = founded.office
  actor = founded.founder
  for (let index = 0; index < 40; index++)
    items.push((await createItem(office, actor, { kind: 'post', section, title: `Post ${index}` })).item)
})
afterAll(() => founded.end())
const targets = () => ({ items: items.map((item) => ({ item, draft: null })) })
const binned = async () =>
  (await Promise.all(items.map((id) => itemById(office.store.read, id)))).filter((item) => item!.binned_at !== null).length
const journal = async () => (await office.store.read.one<{ n: number }>('SELECT count(*) AS n FROM journal'))!.n

describe('a batch', () => {
  it('that is tried leaves nothing behind, not even in the journal; stopped half-way it keeps what was done, and that can be taken back', async () => {
    const before = await journal()
    const { batch } = await beginBatch(office, actor, { do: 'bin' }, targets())
    // As a process does that begins: whatever was left waits for it.
    await runBatches(office)
    expect(await batchView(office, actor, batch)).toMatchObject({ state: 'tried', tried: 40, wouldNot: 0 })
    expect([await binned(), await journal()]).toEqual([0, before])
    await runBatch(office, actor, batch)
    while ((await binned()) === 0) await runNextPart(office, batch)
    const half = await binned()
    await cancelBatch(office, actor, batch).catch(() => undefined)
    expect(await runNextPart(office, batch)).toBe(false)
    expect(await binned()).toBe(half)
    const view = await batchView(office, actor, batch)
    expect([view.ended, view.undoable]).toEqual([half, half])
    const { batch: undo, total } = await undoBatch(office, actor, batch)
    expect(total).toBe(half)
    await runBatches(office)
    expect(await binned()).toBe(0)
    const { entries } = await batchEntries(office, actor, undo, 'refused', -1, 100)
    expect(entries).toEqual([])
  })
  it('is forgotten after a month, but not while what took it back is kept', async () => {
    const { batch } = await beginBatch(office, actor, { do: 'bin' }, { items: [{ item: items[0]!, draft: null }] })
    await runBatches(office)
    await runBatch(office, actor, batch)
    await runBatches(office)
    now = new Date(now.getTime() + 29 * 86_400_000)
    const { batch: undo } = await undoBatch(office, actor, batch)
    await runBatches(office)
    now = new Date(now.getTime() + 2 * 86_400_000)
    await forgetOldBatches(office)
    expect((await batchView(office, actor, batch)).id).toBe(batch)
    now = new Date(now.getTime() + 30 * 86_400_000)
    await forgetOldBatches(office)
    for (const id of [batch, undo]) await expect(batchView(office, actor, id)).rejects.toThrow('no such batch')
    expect((await office.store.read.one<{ n: number }>('SELECT count(*) AS n FROM batch_entry'))!.n).toBe(0)
  })
})

describe('the office within a transaction', () => {
  it('undoes a part that fails alone, and what was to follow it', async () => {
    const told: string[] = []
    await office.store.write(async (tx) => {
      const inner = within(office, tx)
      await inner.store.write(async (part) => {
        await part.update('item', { id: items[1]! }, { notes: 'kept' })
        part.afterCommit(() => void told.push('kept'))
      })
      const failed = inner.store.write(async (part) => {
        await part.update('item', { id: items[1]! }, { notes: 'lost' })
        part.afterCommit(() => void told.push('lost'))
        throw new Error('no')
      })
      await expect(failed).rejects.toThrow('no')
      expect((await itemById(inner.store.read, items[1]!))!.notes).toBe('kept')
    })
    expect([(await itemById(office.store.read, items[1]!))!.notes, told]).toEqual(['kept', ['kept']])
  })
})
