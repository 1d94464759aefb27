import { expect, it } from 'vitest'
import fc from 'fast-check'
import { spend, type Left } from '../../core/allowance'

const EACH = { most: 30, perSecond: 5 }

it('lets through, in any stretch of time, no more than the whole and what fills up in it', () => {
  const asks = fc.array(fc.record({ after: fc.integer({ min: 0, max: 4_000 }), cost: fc.integer({ min: 1, max: 10 }) }), { maxLength: 60 })
  fc.assert(
    fc.property(asks, (all) => {
      let left: Left | undefined
      let now = 0
      const spent: { at: number; cost: number }[] = []
      for (const { after, cost } of all) {
        now += after
        const answer = spend(EACH, left, cost, now)
        left = answer.left
        if (!answer.wait) spent.push({ at: now, cost })
        // Who waits as long as they are told is let through, if they are the next.
        else expect(spend(EACH, left, cost, now + answer.wait * 1_000).wait).toBe(0)
      }
      for (const [index, { at: begin }] of spent.entries())
        for (const { at: end } of spent.slice(index)) {
          const within = spent.filter(({ at }) => at >= begin && at <= end).reduce((sum, { cost }) => sum + cost, 0)
          expect(within).toBeLessThanOrEqual(EACH.most + ((end - begin) / 1_000) * EACH.perSecond + 1e-6)
        }
    }),
  )
})

it('is not filled by a clock that goes back, and has no room for what costs more than the whole', () => {
  const { left } = spend(EACH, undefined, 30, 10_000)
  expect(spend(EACH, left, 1, 2_000).wait).toBeGreaterThan(0)
  expect(spend(EACH, left, 1, 10_200).wait).toBe(0)
  expect(spend(EACH, undefined, 31, 0).wait).toBeGreaterThan(0)
})
