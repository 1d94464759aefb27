import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { parseQuery, printQuery } from '../../core/query/parse'
import { termsOf, type Query } from '../../core/query/query'
import { distance, errorsIn, nearest, respelled, soughtWords } from '../../core/query/spelling'

const read = (q: string): Query => {
  const parsed = parseQuery(q, '2026-11-25')
  if (!parsed.ok) throw new Error(parsed.problem.expected)
  return parsed.query
}
/** The same by its definition, without a table: for short words. */
const plainly = (a: string, b: string): number => {
  if (!a || !b) return a.length + b.length
  const [x, y] = [a.slice(1), b.slice(1)]
  const ways = [plainly(x, b) + 1, plainly(a, y) + 1, plainly(x, y) + (a[0] === b[0] ? 0 : 1)]
  if (a.length > 1 && b.length > 1 && a[0] === b[1] && a[1] === b[0]) ways.push(plainly(a.slice(2), b.slice(2)) + 1)
  return Math.min(...ways)
}

describe('words that are mistyped', () => {
  // Damerau, “A technique for computer detection and correction of spelling errors” (1964): one of four errors.
  it('are one error away by another letter, one more, one fewer, or two exchanged', () => {
    for (const typed of ['fetry', 'ferrry', 'fery', 'frery']) expect(distance(typed, 'ferry', 2)).toBe(1)
    expect(distance('ca', 'abc', 9)).toBe(3)
  })
  it('are as far as the definition says, up to what is asked', () => {
    const word = fc.stringMatching(/^[abc]{0,5}$/)
    fc.assert(
      fc.property(word, word, fc.integer({ min: 0, max: 5 }), (a, b, most) => {
        const far = plainly(a, b)
        expect(distance(a, b, most)).toBe(far <= most ? far : most + 1)
      }),
    )
  })
  it('are taken for the nearest known word, of several the most frequent; short ones for none', () => {
    const terms = [
      { term: 'storm', count: 3 },
      { term: 'store', count: 40 },
      { term: 'stores', count: 900 },
    ]
    expect(nearest('stomr', terms)).toBe('storm')
    expect(nearest('storn', terms)).toBe('store')
    expect(nearest('quay', terms)).toBeNull()
    expect([errorsIn('fog'), errorsIn('fogs'), errorsIn('timetable')]).toEqual([0, 1, 2])
  })
  it('are put right where they are sought, and nowhere else in the query', () => {
    const query = read('text:stomr kind:page (ramp or "the stomr warning") not stomr')
    expect(soughtWords(query)).toEqual(['stomr', 'ramp', 'the', 'stomr', 'warning'])
    expect(printQuery(respelled(query, new Map([['stomr', 'storm']])))).toBe('text:storm kind:page (ramp or "the storm warning") not stomr')
  })
})

describe('the terms of a query', () => {
  it('are all that it asks, and what it denies as a whole', () => {
    expect(termsOf(read('kind:page (draft:returned or text:"two words") not (a b)')).map(printQuery)).toEqual([
      'kind:page',
      'draft:returned',
      'text:"two words"',
      'not (a b)',
    ])
    expect(termsOf(read(''))).toEqual([])
  })
})
