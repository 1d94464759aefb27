import type { Foresight } from '../services/planning/foresight'
import type { Office } from '../services/office'

/**
 * Works the forecast out once at start, so that whoever opens the calendar first does not wait until all that readers ever
 * got was read. Returns a function that stops it.
 */
export function startForecast(office: Office, foresight: Foresight): () => Promise<void> {
  const running = foresight
    .troubles()
    .catch((error: unknown) => office.log.error({ error }, 'the first forecast failed; it is made again when it is asked for'))
  return async () => {
    await running
  }
}
