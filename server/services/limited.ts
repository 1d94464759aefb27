import { LRUCache } from 'lru-cache'
import { spend, type Allowance, type Left } from '../../core/allowance'
import { throttled } from './people/guessing'

/**
 * What each of many, people or origins, may have so much of. The function spends, and answers 0; or it answers in how many seconds
 * there is enough, where one of them asks for more than is left. Who has not asked for long is not remembered, and has all of it.
 */
export function allowanceOfEach(each: Allowance): (whose: string, cost: number) => number {
  const known = new LRUCache<string, Left>({ max: 20_000 })
  return (whose, cost) => {
    const { left, wait } = spend(each, known.get(whose), cost, Date.now())
    known.set(whose, left)
    return wait
  }
}

/** The same; where there is not enough, a refusal (`throttled`) is thrown. */
export function limited(each: Allowance): (whose: string, cost: number) => void {
  const spendOf = allowanceOfEach(each)
  return (whose, cost) => {
    const wait = spendOf(whose, cost)
    if (wait) throw throttled(wait)
  }
}
