import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { slotsFor } from '../../app/components/content/slots'

describe('rows that are used again', () => {
  it('keep the slots of what stays in sight and give those of what went to what comes', () => {
    const first = slotsFor(new Map(), [0, 1, 2, 3])
    expect([...first.values()]).toEqual([0, 1, 2, 3])
    expect([...slotsFor(first, [2, 3, 4, 5])]).toEqual([
      [2, 2],
      [3, 3],
      [4, 0],
      [5, 1],
    ])
    // After a leap they stand in their order, so that nothing has to be moved.
    expect([...slotsFor(first, [90, 91, 92]).values()]).toEqual([0, 1, 2])
  })
  it('never show two rows in one, and never need more than were in sight at once', () => {
    const sights = fc.array(
      fc.tuple(fc.nat(200), fc.integer({ min: 1, max: 30 })).map(([from, count]) => Array.from({ length: count }, (_, n) => from + n)),
    )
    fc.assert(
      fc.property(sights, (list) => {
        let slots = new Map<number, number>()
        const most = Math.max(0, ...list.map((rows) => rows.length))
        for (const rows of list) {
          const next = slotsFor(slots, rows)
          expect([...next.keys()]).toEqual(rows)
          expect(new Set(next.values()).size).toBe(rows.length)
          for (const row of rows) if (slots.has(row)) expect(next.get(row)).toBe(slots.get(row))
          expect(Math.max(...next.values())).toBeLessThan(most)
          slots = next
        }
      }),
    )
  })
})
