import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { averageWaiting, gateFigures, quantile, stepsTime, visitsOf, type FlowFact, type Visit } from '../../core/flow/figures'

const at = (hour: number) => new Date(Date.UTC(2026, 0, 1, hour)).toISOString()
const fact = (hour: number, waits: string[], said?: FlowFact['said'], draft = 'd'): FlowFact => ({
  at: at(hour),
  draft,
  section: 's',
  waits,
  said,
})
const HOUR = 3_600_000

describe('stays at gates', () => {
  it('begin and end as a draft goes its route: side by side, one after the other, back and again', () => {
    const visits = visitsOf([
      fact(0, ['facts', 'legal']),
      fact(2, ['legal'], { gate: 'facts', verdict: 'cleared' }),
      fact(3, ['last'], { gate: 'legal', verdict: 'cleared' }),
      fact(5, [], { gate: 'last', verdict: 'returned' }),
      fact(8, ['facts', 'legal']),
      fact(9, []),
    ])
    expect(visits.map(({ gate, from, end }) => [gate, from, end?.at, end?.how])).toEqual([
      ['facts', at(0), at(2), 'cleared'],
      ['legal', at(0), at(3), 'cleared'],
      ['last', at(3), at(5), 'returned'],
      ['facts', at(8), at(9), 'left'],
      ['legal', at(8), at(9), 'left'],
    ])
  })
  it('of a gate that needs two last until the second has cleared', () => {
    const visits = visitsOf([
      fact(0, ['two']),
      fact(1, ['two'], { gate: 'two', verdict: 'cleared' }),
      fact(4, [], { gate: 'two', verdict: 'cleared' }),
    ])
    expect(visits).toEqual([{ gate: 'two', draft: 'd', section: 's', from: at(0), end: { at: at(4), how: 'cleared' } }])
  })
  it('are as many as were begun, and each draft waits where its last fact says', () => {
    const gates = fc.subarray(['a', 'b', 'c'])
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('x', 'y'), gates), { maxLength: 40 }), (steps) => {
        const visits = visitsOf(steps.map(([draft, waits], hour) => fact(hour, waits, undefined, draft)))
        for (const draft of ['x', 'y']) {
          const last = steps.findLast(([who]) => who === draft)?.[1] ?? []
          expect(
            visits
              .filter((visit) => visit.draft === draft && !visit.end)
              .map((visit) => visit.gate)
              .sort(),
          ).toEqual([...last].sort())
        }
        for (const { from, end } of visits) expect(!end || end.at > from).toBe(true)
      }),
    )
  })
})

describe('the figures', () => {
  // Hyndman and Fan, “Sample Quantiles in Statistical Packages” (1996), definition 7; the values are those of R's quantile(x).
  it('quantiles are those of R', () => {
    expect(quantile([1, 2, 3, 4, 5, 6, 7, 8, 9, 10], 0.9)).toBeCloseTo(9.1, 10)
    expect(quantile([1, 2, 3, 4], 0.5)).toBe(2.5)
    expect(quantile([15, 20, 35, 40, 50], 0.4)).toBeCloseTo(29, 10)
    expect(quantile([7], 0.9)).toBe(7)
    expect(quantile([], 0.5)).toBeNull()
  })
  it('count verdicts alone: what was taken back says nothing of the gate', () => {
    const visits = visitsOf([
      fact(0, ['g'], undefined, 'a'),
      fact(0, ['g'], undefined, 'b'),
      fact(0, ['g'], undefined, 'c'),
      fact(0, ['g'], undefined, 'e'),
      fact(2, [], { gate: 'g', verdict: 'cleared' }, 'a'),
      fact(4, [], { gate: 'g', verdict: 'returned' }, 'b'),
      fact(9, [], undefined, 'c'),
    ])
    expect(gateFigures(visits)).toEqual({ waiting: 1, judged: 2, median: 3 * HOUR, ninetieth: 3.8 * HOUR, returned: 0.5 })
    expect(gateFigures([])).toEqual({ waiting: 0, judged: 0, median: null, ninetieth: null, returned: null })
  })
  // Little, “A Proof for the Queuing Formula: L = λW” (1961), on simulated flow with one who serves.
  it('the average number waiting is the rate of arrivals times the mean stay', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ gap: fc.nat(5_000), work: fc.integer({ min: 1, max: 9_000 }) }), { minLength: 1, maxLength: 60 }),
        (jobs) => {
          let [clock, free] = [0, 0]
          const visits = jobs.map(({ gap, work }, index): Visit => {
            clock += gap
            free = Math.max(free, clock) + work
            const time = (ms: number) => new Date(ms).toISOString()
            return { gate: 'g', draft: `${index}`, section: 's', from: time(clock), end: { at: time(free), how: 'cleared' } }
          })
          const span = free
          const stays = visits.map(({ from, end }) => Date.parse(end!.at) - Date.parse(from))
          const mean = stays.reduce((sum, stay) => sum + stay, 0) / stays.length
          expect(averageWaiting(visits, 0, span)).toBeCloseTo((visits.length / span) * mean, 6)
        },
      ),
    )
  })
  it('counts of a stay only what lies within the span, and an open one up to its end', () => {
    const visits = visitsOf([fact(0, ['g']), fact(4, [], { gate: 'g', verdict: 'cleared' }), fact(6, ['g'])])
    const [from, to] = [Date.parse(at(2)), Date.parse(at(8))]
    expect(averageWaiting(visits, from, to)).toBeCloseTo(4 / 6, 10)
    expect(averageWaiting(visits, to, from)).toBe(0)
  })
})

describe('how long steps take', () => {
  it('is the longest of each, one after the other; what is not known counts for nothing', () => {
    expect(stepsTime([[2 * HOUR, 5 * HOUR], [], [HOUR]])).toBe(6 * HOUR)
    expect(stepsTime([[], []])).toBeNull()
  })
})
