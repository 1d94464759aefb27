import type { Office } from '../services/office'

const MS = 200

/** Runs work at once and after each news, never twice at a time, while the process runs. Returns a function that stops it. */
export function afterNews(office: Office, name: string, work: () => Promise<unknown>): () => Promise<void> {
  let running: Promise<unknown> = Promise.resolve()
  let again = true
  const turn = () => {
    if (!again) return
    again = false
    running = work().catch((error: unknown) => office.log.error({ error }, `${name} failed`))
  }
  const stop = office.onNews(() => (again = true))
  const timer = setInterval(() => void running.then(turn), MS)
  turn()
  return async () => {
    clearInterval(timer)
    stop()
    await running
  }
}
