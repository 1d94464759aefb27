import { LRUCache } from 'lru-cache'
import { spend, type Allowance, type Left } from '../../core/allowance'
import { throttled } from './guessing'

/**
 * What each of many, people or origins, may have so much of. The function throws a refusal (`throttled`) where one of them asks
 * for more than is left. Who has not asked for long is not remembered, and has all of it.
 */
export function limited(each: Allowance): (whose: string, cost: number) => void {
  const known = new LRUCache<string, Left>({ max: 20_000 })
  return (whose, cost) => {
    const { left, wait } = spend(each, known.get(whose), cost, Date.now())
    known.set(whose, left)
    if (wait) throw throttled(wait)
  }
}
