import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sittingsOf, type SatVersion } from '../../core/history/sittings'

const version = (minutesAgo: number, more: Partial<SatVersion> = {}): SatVersion => ({
  author: 'Wen',
  draft: 'one',
  at: new Date(Date.UTC(2026, 11, 1, 12) - minutesAgo * 60_000).toISOString(),
  cause: 'autosave',
  note: '',
  name: null,
  live: [],
  ...more,
})

describe('versions by sitting', () => {
  it('join while one person writes on, and not over half an hour', () => {
    const versions = [version(0), version(20), version(49), version(80)]
    expect(sittingsOf(versions)).toEqual([versions.slice(0, 3), versions.slice(3)])
  })

  it('begin anew with another person, another draft, and what somebody named or readers had', () => {
    const alone = [{ author: 'Petra' }, { draft: 'two' }, { note: 'Shorter' }, { name: 'For Monday' }, { live: [{}] }, { cause: 'sent' }]
    for (const more of alone) expect(sittingsOf([version(0), version(1, more)])).toHaveLength(2)
  })

  it('lose nothing and keep the order', () => {
    const any = fc.record({ ago: fc.nat(200), author: fc.constantFrom('Wen', 'Petra'), cause: fc.constantFrom('autosave', 'sent') })
    fc.assert(
      fc.property(fc.array(any), (all) => {
        const versions = all.sort((a, b) => a.ago - b.ago).map(({ ago, author, cause }) => version(ago, { author, cause }))
        expect(sittingsOf(versions).flat()).toEqual(versions)
        for (const sitting of sittingsOf(versions)) expect(new Set(sitting.map(({ author }) => author)).size).toBe(1)
      }),
    )
  })
})
