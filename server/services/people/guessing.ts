import { serviceReason } from '../../../core/words/serviceReasons'
import { countTry, forgetTries, forgetTriesBefore, triesOf, uncountTry } from '../../store/tries'
import type { Office } from '../office'
import { Refusal } from '../refusal'

/** After so many milliseconds without a try, tries are forgotten. */
const FORGOTTEN_MS = 3_600_000
/** So many tries of one kind may wait for each other. */
const MOST_WAITING = 20

/** How long after so many failures in a row the next try has to wait, in seconds: 0 for the first five, then doubling to 15 minutes. */
export const waitAfter = (failures: number): number => (failures < 5 ? 0 : Math.min(900, 2 ** (failures - 5) * 5))

/** What tries are counted by: an account, a browser, an origin; `free` is how many more than five cost no wait. */
export interface Counted {
  key: string
  free: number
}
/** How a try went: the right answer, half of it (a password whose second factor is still asked for), or a wrong one. */
export type Verdict<T> = { right: T } | { half: Refusal } | { wrong: Refusal }

const waiting = new Map<string, { last: Promise<unknown>; count: number }>()

/** Does work after what waits under the same name; refuses when too much does. */
async function inTurn<T>(name: string, work: () => Promise<T>): Promise<T> {
  const line = waiting.get(name) ?? { last: Promise.resolve(), count: 0 }
  if (line.count >= MOST_WAITING) throw throttled(10)
  line.count++
  const turn = line.last.then(work)
  // The next one's turn comes however this one ends; whoever began this one hears how.
  line.last = turn.then(
    () => undefined,
    () => undefined,
  )
  waiting.set(name, line)
  try {
    return await turn
  } finally {
    if (--line.count === 0) waiting.delete(name)
  }
}

/** Too often: when the next try is taken. */
export const throttled = (seconds: number) => new Refusal('throttled', [serviceReason('throttled', { seconds })], { retryAfter: seconds })

/**
 * Lets something secret be tried. A try is counted before it is looked at, and tries of one account are looked at one after
 * the other, so that many at once are no more than many one by one. A right answer takes back its own count of an origin,
 * not those of others, and ends that of the account. Throws a refusal (`throttled`) where one has to wait.
 * @param first what its tries are counted by alone; more, what those of others are counted by too
 */
export function limitTries<T>(office: Office, first: Counted, more: readonly Counted[], look: () => Promise<Verdict<T>>): Promise<T> {
  const all = [first, ...more]
  const keys = all.map(({ key }) => key)
  return inTurn(first.key, async () => {
    await office.store.write(async (tx) => {
      const now = office.clock.now().getTime()
      await forgetTriesBefore(tx, new Date(now - FORGOTTEN_MS).toISOString())
      for (const row of await triesOf(tx, keys)) {
        const free = all.find(({ key }) => key === row.key)!.free
        // A clock that was set back makes nobody wait longer than they would have.
        const left = Math.ceil(waitAfter(row.failures - free) - Math.max(0, now - Date.parse(row.last_at)) / 1_000)
        if (left > 0) throw throttled(left)
      }
      await countTry(tx, keys, new Date(now).toISOString())
    })
    const verdict = await look()
    if ('wrong' in verdict) throw verdict.wrong
    await office.store.write(async (tx) => {
      await uncountTry(tx, keys)
      if ('right' in verdict) await forgetTries(tx, [first.key])
    })
    if ('half' in verdict) throw verdict.half
    return verdict.right
  })
}
