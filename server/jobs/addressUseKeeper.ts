import type { Office } from '../services/office'
import { repeatEvery } from './repeatEvery'

/** So often is written down how readers came, in milliseconds. */
const TURN_MS = 5_000

/** Writes down again and again how readers came by old addresses (`keep`). Returns a function that stops it, with a last time. */
export function startAddressUseKeeper(office: Office, keep: () => Promise<void>): () => Promise<void> {
  const stop = repeatEvery(office, TURN_MS, 'counting old addresses', keep)
  return async () => {
    await stop()
    // What comes after this, such as closing the store, is done all the same.
    await keep().catch((error: unknown) => office.log.error({ error }, 'the last uses of old addresses were not written down'))
  }
}
