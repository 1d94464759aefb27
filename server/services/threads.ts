import { serviceReason } from '../../core/words/serviceReasons'
import { fileURLToPath } from 'node:url'
import PQueue from 'p-queue'
import { Piscina } from 'piscina'
import { refusal, Refusal } from './refusal'
import type { Reader } from '../store/database'
import { perform, type Input, type Output, type TaskName } from '../threads/tasks'

/** Does work that can take long without keeping others from being answered. */
export interface Threads {
  /**
   * Does a task for a person, after those that were asked for them before. Throws a refusal: `busy` while too much waits,
   * `too-large` for what takes too long.
   */
  run<N extends TaskName>(person: string, task: N, input: Input<N>): Promise<Output<N>>
  /** Does a task that the store’s one writer waits for, so that it waits for no other: it has a thread of its own. */
  runAtOnce<N extends TaskName>(task: N, input: Input<N>): Promise<Output<N>>
  close(): Promise<void>
}

const MAX_SECONDS = 20
/** So many tasks of one person may wait for the one that runs. */
const MOST_WAITING = 12
/** Two people’s long work goes on side by side; the process itself comes first on the machine. */
const THREADS = 2
const NICE = 10
const IDLE_MS = 10 * 60_000

const tooMuch = () => new Refusal('busy', [serviceReason('work-waits')], { retryAfter: 10 })
const tooLong = () => refusal('too-large', 'work-long', { seconds: MAX_SECONDS })

/** Threads beside the process, begun when they are first needed, on the store of a data folder. */
export function openThreads(folder: string): Threads {
  const some = {
    // Built beside the server itself.
    filename: fileURLToPath(new URL('./thread.mjs', import.meta.url)),
    workerData: folder,
    minThreads: 0,
    idleTimeout: IDLE_MS,
  }
  const pool = new Piscina({ ...some, maxThreads: THREADS, niceIncrement: NICE })
  const ofWriter = new Piscina({ ...some, maxThreads: 1 })
  /** Answers within so many seconds, or ends the thread. */
  async function inTime<N extends TaskName>(threads: Piscina, task: N, input: Input<N>): Promise<Output<N>> {
    const signal = AbortSignal.timeout(MAX_SECONDS * 1_000)
    try {
      return (await threads.run({ task, input }, { signal })) as Output<N>
    } catch (error) {
      throw signal.aborted ? tooLong() : error
    }
  }
  const waiting = new Map<string, PQueue>()
  return {
    async run<N extends TaskName>(person: string, task: N, input: Input<N>): Promise<Output<N>> {
      const line = waiting.get(person) ?? new PQueue({ concurrency: 1 })
      if (line.size >= MOST_WAITING) throw tooMuch()
      waiting.set(person, line)
      try {
        return await line.add(() => inTime(pool, task, input))
      } finally {
        if (line.size + line.pending === 0) waiting.delete(person)
      }
    },
    runAtOnce: (task, input) => inTime(ofWriter, task, input),
    async close() {
      await Promise.all([pool.destroy(), ofWriter.destroy()])
    },
  }
}

/** The same in the thread that asks, for tools and tests that answer nobody else meanwhile. */
export const inThisThread = (db: Reader): Threads => ({
  run: (_person, task, input) => perform(db, task, input),
  runAtOnce: (task, input) => perform(db, task, input),
  close: () => Promise.resolve(),
})
