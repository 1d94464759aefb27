import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inSets } from '../../core/flow/sets'
import { momentsToTry } from '../../core/plan/momentsToTry'
import { mendWords, remediesFor, type Remediable } from '../../core/plan/remedies'
import { RULE_REASONS } from '../../core/words/ruleReasons'

const of = (more: Partial<Remediable> = {}): Remediable => ({ item: 'i', edition: null, draft: { id: 'd', review: 'draft' }, ...more })
const dos = (code: string, more: Partial<Remediable> = {}) => remediesFor(code, of(more), 'other').map((remedy) => remedy.do)

describe('the remedies of a trouble', () => {
  it('send what nobody sent, ask again where it waits, and take it out of an edition only where it is in one', () => {
    expect(dos('not-cleared')).toEqual(['send'])
    expect(dos('not-cleared', { draft: { id: 'd', review: 'returned' } })).toEqual(['send'])
    expect(dos('not-cleared', { draft: { id: 'd', review: 'in_review' } })).toEqual(['remind'])
    expect(dos('not-cleared', { edition: 'e' })).toEqual(['send', 'take-out'])
    expect(dos('not-cleared', { draft: null })).toEqual([])
  })
  it('name the links that lead to what leaves, in the one item or in all', () => {
    expect(remediesFor('link-off', of(), 'gone')).toContainEqual({ do: 'links', to: 'gone', in: 'i' })
    expect(remediesFor('linked-from', of(), 'linker')).toContainEqual({ do: 'links', to: 'i', in: null })
  })
  it('have words for every kind, known or not, and never an act on a draft that there is not', () => {
    for (const code of [...Object.keys(RULE_REASONS), 'of-tomorrow']) {
      expect(mendWords(code).length).toBeGreaterThan(5)
      expect(remediesFor(code, of({ draft: null }), 'other').some((remedy) => 'draft' in remedy)).toBe(false)
    }
  })
})

describe('the moments to try', () => {
  const instant = fc.date({ min: new Date('2026-01-01'), max: new Date('2030-01-01'), noInvalidDate: true }).map((at) => at.toISOString())
  it('come later than the own moment, not before the earliest, in order, each once, at most forty', () => {
    fc.assert(
      fc.property(instant, instant, fc.array(instant, { maxLength: 80 }), (own, earliest, others) => {
        const moments = momentsToTry(own, earliest, others, 'Europe/Oslo')
        expect(moments).toEqual([...new Set(moments)].sort())
        expect(moments.length).toBeLessThanOrEqual(40)
        for (const at of moments) expect(at > own && at >= earliest).toBe(true)
      }),
    )
  })
  it('are the same time of day on later days, also over a change of the clocks, and the quarter of an hour after what else happens', () => {
    // Summer time ends in Oslo on 25 October 2026: 07:00 there is 05:00 UTC before and 06:00 UTC after.
    const moments = momentsToTry('2026-10-24T05:00:00.000Z', '2026-10-24T05:00:00.000Z', ['2026-10-24T09:05:00.000Z'], 'Europe/Oslo')
    expect(moments.slice(0, 4)).toEqual([
      '2026-10-24T05:15:00.000Z',
      '2026-10-24T09:15:00.000Z',
      '2026-10-25T06:00:00.000Z',
      '2026-10-26T06:00:00.000Z',
    ])
  })
})

describe('what waits, in sets', () => {
  const edition = fc.constantFrom(null, 'a', 'b', 'c').map((id) => id && { id, name: id.toUpperCase() })
  it('loses nothing, keeps the order, has each edition once, and never a set of one', () => {
    fc.assert(
      fc.property(fc.array(edition, { maxLength: 20 }), (editions) => {
        const lines = editions.map((of, n) => ({ n, edition: of }))
        const sets = inSets(lines)
        expect(sets.flatMap((set) => set.lines).sort((a, b) => a.n - b.n)).toEqual(lines)
        const firsts = sets.map((set) => set.lines[0]!.n)
        expect(firsts).toEqual([...firsts].sort((a, b) => a - b))
        const named = sets.flatMap((set) => set.edition?.id ?? [])
        expect(new Set(named).size).toBe(named.length)
        for (const { edition: of, lines: those } of sets) {
          expect(of === null ? those.length === 1 : those.length > 1).toBe(true)
          expect(those.every((line) => of === null || line.edition?.id === of.id)).toBe(true)
        }
      }),
    )
  })
})
