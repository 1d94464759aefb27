import type { Office } from '../services/office'

/**
 * Does something again and again while the process runs, never twice at once: at start, then so many milliseconds after
 * each end. What fails is logged and tried at the next turn. Returns a function that stops it, which waits for the turn under way.
 */
export function repeatEvery(office: Office, ms: number, what: string, work: () => Promise<unknown>): () => Promise<void> {
  let stopped = false
  let timer: NodeJS.Timeout | undefined
  let running: Promise<void> = Promise.resolve()
  const turn = () => {
    running = work()
      .catch((error: unknown) => office.log.error({ error }, `${what} failed; it is tried again`))
      .then(() => {
        if (stopped) return
        timer = setTimeout(turn, ms)
        timer.unref()
      })
  }
  turn()
  return async () => {
    stopped = true
    clearTimeout(timer)
    await running
  }
}
