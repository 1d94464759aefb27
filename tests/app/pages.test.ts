import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { PAGE, pagesOf, runsFor, runsOf } from '../../app/components/content/pages'

/** The pages that runs ask for. */
const asked = (runs: ReturnType<typeof runsOf>) =>
  runs.flatMap(({ first, pages }) => Array.from({ length: pages }, (_, index) => first + index))
const never = () => false

describe('the pages of a list', () => {
  it('are asked for as one where they follow on one another, up to what the server answers', () => {
    expect(runsOf([0, 1, 2, 5, 7, 8])).toEqual([
      { first: 0, pages: 3 },
      { first: 5, pages: 1 },
      { first: 7, pages: 2 },
    ])
    expect(runsOf(Array.from({ length: 45 }, (_, page) => page)).map(({ pages }) => pages * PAGE)).toEqual([200, 200, 50])
    expect(runsOf([])).toEqual([])
  })
  it('in sight are asked for alone after a jump, and more beyond them when they are here', () => {
    expect(runsFor(500, 524, 1000, never, never)).toEqual([{ first: 50, pages: 3 }])
    const here = (page: number) => page >= 50 && page <= 52
    expect(asked(runsFor(500, 524, 1000, here, never))).toEqual([44, 45, 46, 47, 48, 49, 53, 54, 55, 56, 57, 58])
    // Who walks on with enough of them ahead asks for none.
    expect(runsFor(500, 524, 1000, (page) => page >= 44 && page <= 58, never)).toEqual([])
  })
  it('are none but those of the list: at its ends, and where there is nothing in it', () => {
    expect(pagesOf(-60, 9, 12)).toEqual([0])
    expect(pagesOf(0, 500, 12)).toEqual([0, 1])
    expect(pagesOf(0, 24, 0)).toEqual([0])
    // The list became shorter than where one stood in it.
    expect(pagesOf(900, 924, 35)).toEqual([3])
  })
  it('that are in sight all come, and none is asked for twice', () => {
    const pages = fc.uniqueArray(fc.nat(40))
    fc.assert(
      fc.property(fc.nat(400), fc.nat(70), fc.nat(420), pages, pages, (from, long, total, here, coming) => {
        const runs = asked(
          runsFor(
            from,
            from + long,
            total,
            (page) => here.includes(page),
            (page) => coming.includes(page),
          ),
        )
        expect(new Set(runs).size).toBe(runs.length)
        for (const page of runs) expect(here.includes(page) || coming.includes(page) || page * PAGE > Math.max(0, total - 1)).toBe(false)
        for (let row = from; row <= Math.min(from + long, total - 1); row++) {
          const page = Math.floor(row / PAGE)
          expect(here.includes(page) || coming.includes(page) || runs.includes(page)).toBe(true)
        }
      }),
      { numRuns: 1_000 },
    )
  })
})
