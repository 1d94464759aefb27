import { within } from '../services/within'
import type { Office } from '../services/office'
import { refusal } from '../services/refusal'
import { dropAnswer, keepAnswer, keptAnswer, type KeptAnswer } from '../store/answers'

/** A command with the key that its caller gave it. */
export interface Keyed {
  person: string
  key: string
  /** A hash of all that was asked. */
  request: string
  /** Whether its answer holds a secret, and so is not kept. */
  secret: boolean
}

/** The answer of a command that was asked before, or the word why there is none. */
function repeated(kept: KeptAnswer, request: string): unknown {
  if (kept.request !== request) throw refusal('refused', 'key-reused')
  if (kept.state === 'begun') throw refusal('conflict', 'key-open')
  if (kept.body === null) throw refusal('conflict', 'key-answered')
  return JSON.parse(kept.body) as unknown
}

/**
 * Runs a command once for its key, however often and by however many processes it is asked: what it does and what it
 * answers are written in one transaction. A second caller waits for the first and gets its answer.
 */
export const once = (
  office: Office,
  { person, key, request, secret }: Keyed,
  run: (office: Office) => Promise<unknown>,
): Promise<unknown> =>
  office.store.write(async (tx) => {
    const kept = await keptAnswer(tx, person, key)
    if (kept) return repeated(kept, request)
    const value = await run(within(office, tx))
    await keepAnswer(tx, person, key, office.now(), { request, state: 'done', body: secret ? null : JSON.stringify(value ?? null) })
    return value
  })

/**
 * The same for a command whose work is too slow to hold the store's one writer: it is noted before it begins, and who asks
 * while it runs, or after it broke off, is told so.
 */
export async function onceOutsideTransaction(
  office: Office,
  { person, key, request }: Keyed,
  run: (office: Office) => Promise<unknown>,
): Promise<unknown> {
  const kept = await office.store.write(async (tx) => {
    const before = await keptAnswer(tx, person, key)
    if (!before) await keepAnswer(tx, person, key, office.now(), { request, state: 'begun', body: null })
    return before
  })
  if (kept) return repeated(kept, request)
  try {
    const value = await run(office)
    await office.store.write((tx) =>
      keepAnswer(tx, person, key, office.now(), { request, state: 'done', body: JSON.stringify(value ?? null) }),
    )
    return value
  } catch (error) {
    await office.store.write((tx) => dropAnswer(tx, person, key))
    throw error
  }
}
