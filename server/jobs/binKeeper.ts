import { endOldInBin } from '../services/bin'
import type { Office } from '../services/office'

const HOUR_MS = 3_600_000

/** Ends by itself, looked at each hour, what has been in the bin for longer than it is kept. Answers how to stop it. */
export function startBinKeeper(office: Office): () => Promise<void> {
  let running: Promise<unknown> = Promise.resolve()
  const turn = () => {
    running = endOldInBin(office).catch((error: unknown) => office.log.error({ error }, 'looking after the bin failed; it is tried again'))
  }
  turn()
  const timer = setInterval(turn, HOUR_MS)
  timer.unref()
  return async () => {
    clearInterval(timer)
    await running
  }
}
