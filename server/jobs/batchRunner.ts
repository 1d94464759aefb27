import { runNextPart } from '../services/listing/batchRun'
import { siteId, type Office } from '../services/office'
import { changeBatch, restingBatches } from '../store/batches'
import { repeatEvery } from './repeatEvery'

const TURN_MS = 150
/** A batch on which nobody has worked for so long was left by a process that ended. */
const LEFT_MS = 10_000

/** Works on batches under way, each in small parts with room between for everyone else’s work, until none is left. */
export async function runBatches(office: Office): Promise<void> {
  const mine = new Set<string>()
  for (;;) {
    const now = Date.parse(office.now())
    const [left, ahead] = [new Date(now - LEFT_MS).toISOString(), new Date(now + LEFT_MS).toISOString()]
    // What was just begun has no beat yet; what this turn works on is its own.
    const batches = await restingBatches(office.store.read, await siteId(office), left, ahead)
    const ids = new Set([...mine, ...batches.map(({ id }) => id)])
    mine.clear()
    for (const id of ids) if (await one(office, id)) mine.add(id)
    if (!mine.size) return
  }
}

async function one(office: Office, id: string): Promise<boolean> {
  try {
    return await runNextPart(office, id)
  } catch (error) {
    office.log.error({ error, batch: id }, 'a batch failed')
    await office.store.write((tx) => changeBatch(tx, id, { state: 'failed', ended_at: office.now() }))
    return false
  }
}

/** Runs batches while the process does. Returns a function that stops it. */
export const startBatchRunner = (office: Office) => repeatEvery(office, TURN_MS, 'many at once', () => runBatches(office))
