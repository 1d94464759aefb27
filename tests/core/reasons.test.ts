import { describe, expect, it } from 'vitest'
import { notReady, type GoingLive } from '../../core/plan/ready'
import { sayReason, type Sentence } from '../../core/words/reason'
import { reason } from '../../core/words/ruleReasons'
import { SERVICE_REASONS, serviceReason, type ServiceCode } from '../../core/words/serviceReasons'

const codes = Object.keys(SERVICE_REASONS) as ServiceCode[]
/** Stands for whatever a sentence is made with. */
const anything = new Proxy({}, { get: (_, name) => (name === 'verb' ? 'item.write' : 7) })
const said = (code: ServiceCode): string => {
  const sentence: Sentence = SERVICE_REASONS[code]
  return typeof sentence === 'string' ? sentence : String(sentence(anything as never))
}

describe('what is said against something', () => {
  it('is a stable word for programs and one plain sentence for people, without a full stop at its end', () => {
    for (const code of codes) expect(code).toMatch(/^[a-z]+(-[a-z]+)*$/)
    const sentences = codes.filter((code) => typeof SERVICE_REASONS[code] === 'string').map(said)
    expect(sentences.length).toBeGreaterThan(50)
    for (const sentence of sentences) expect(sentence).toMatch(/^[A-Z].*[^.\s]$|^[A-Z].*\. [A-Z].*$/)
  })

  it('is said once: no two codes have the same sentence', () => {
    const sentences = codes.filter((code) => typeof SERVICE_REASONS[code] === 'string').map(said)
    expect(sentences.filter((sentence, index) => sentences.indexOf(sentence) !== index)).toEqual([])
  })

  it('carries what it was made with, so that a program can say it in its own words', () => {
    const change: GoingLive = {
      kind: 'page',
      fields: { title: '', segment: 'A b', lifetime: 'temporary', shownDate: '2020-01-01' },
      path: '/a',
      parentLive: false,
      loop: false,
      pathTakenBy: 'Fares',
      behind: true,
      gone: false,
      cleared: false,
      today: '2027-03-01',
      embargo: 'Monday',
      ends: false,
      shownDate: 'ask',
    }
    const reasons = notReady(change)
    expect(reasons.length).toBeGreaterThan(6)
    for (const { code, detail, given, at } of reasons)
      expect(sayReason(code, SERVICE_REASONS[code as ServiceCode], { ...given, ...(at === undefined ? {} : { at }) }).detail).toBe(detail)
    const pseudo = (code: string, given: object = {}) =>
      sayReason(code, (values: object) => `[${code} ${JSON.stringify(values)}]`, given).detail
    expect(pseudo('embargo', reasons.find(({ code }) => code === 'embargo')!.given)).toBe('[embargo {"until":"Monday"}]')
  })

  it('leaves out what was not given', () => {
    expect(reason('not-live')).toEqual({ code: 'not-live', detail: 'It is not on the site' })
    expect(serviceReason('item-binned', { title: 'Fares', at: 'title' })).toEqual({
      code: 'item-binned',
      detail: '“Fares” is in the bin; restore it first',
      at: 'title',
      given: { title: 'Fares' },
    })
    expect(serviceReason('draft-missing', { needed: 'open' }).given).toEqual({ needed: 'open' })
  })
})
