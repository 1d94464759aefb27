import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Block, InnerBlock } from '../../core/blocks/blocks'
import type { Content } from '../../core/content/content'
import { runs } from '../../core/content/inline'
import { hashOfParts, type About } from '../../core/flow/about'
import { applying, ANYONE, gatesOf, keyOf, type Gate, type Route } from '../../core/flow/route'
import { anyContent } from '../support/content'

const about = (change: Partial<About>): About => ({ fields: [], blocks: [], amounts: false, words: [], ...change })
const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: runs(text) })
const page = (...texts: string[]): Content => ({ fields: { title: 'Fares' }, body: texts.map((text, n) => paragraph(`blk${n}`, text)) })
const money = about({ amounts: true })

describe('what a gate is about', () => {
  it('are texts with an amount of money, however it is written', () => {
    for (const text of ['186 kr', 'kr 186', '€ 12.50', '12,50 €', '1 200 NOK', '£3', '$ 4', '15 USD a day'])
      expect([text, hashOfParts(money, page(text)) !== '']).toEqual([text, true])
    for (const text of ['12 boats', 'track 4', 'kroner', 'at 12:40', '5 krill', 'USD'])
      expect([text, hashOfParts(money, page(text))]).toEqual([text, ''])
  })
  it('are whole words, whatever their case, in fields that readers read and in blocks', () => {
    const law = about({ words: ['refund', 'á la carte'] })
    expect(hashOfParts(law, page('No Refund is given'))).not.toBe('')
    expect(hashOfParts(law, page('Refundable'))).toBe('')
    expect(hashOfParts(law, page('Meals Á LA CARTE'))).not.toBe('')
    expect(hashOfParts(law, { fields: { summary: 'About a refund' }, body: [] })).not.toBe('')
    expect(hashOfParts(law, { fields: { searchDescription: 'About a refund' }, body: [] })).toBe('')
    expect(hashOfParts(about({ words: ['a.c'] }), page('abc'))).toBe('')
  })
  it('are kinds of block and fields by name', () => {
    const table: Block = { id: 'tabl', kind: 'table', caption: '', headers: 'none', rows: [[runs('x')]] }
    const content = { fields: { title: 'T', segment: 'fares' }, body: [paragraph('para', 'x'), table] }
    expect(hashOfParts(about({ blocks: ['table'] }), content)).not.toBe('')
    expect(hashOfParts(about({ blocks: ['picture'] }), content)).toBe('')
    // A table in a box is a table all the same.
    const box: Block = { id: 'abox', kind: 'box', tone: 'plain', title: '', blocks: [table as InnerBlock] }
    expect(hashOfParts(about({ blocks: ['table'] }), { ...content, body: [box] })).not.toBe('')
    expect(hashOfParts(about({ fields: ['segment'] }), content)).not.toBe(
      hashOfParts(about({ fields: ['segment'] }), { ...content, fields: { title: 'T', segment: 'fare' } }),
    )
    expect(hashOfParts(about({ fields: ['parent'] }), content)).toBe('')
  })
  it('stays the same whatever is changed elsewhere, and is another when a part is', () => {
    fc.assert(
      fc.property(anyContent, fc.integer({ min: 1, max: 999 }), (content, amount) => {
        const fare = paragraph('fare', `It costs ${amount} kr`)
        const before = hashOfParts(money, { fields: {}, body: [fare] })
        const plain = content.body.filter((block) => hashOfParts(money, { fields: {}, body: [block] }) === '')
        expect(hashOfParts(money, { fields: {}, body: [...plain.slice(0, 2), fare, ...plain.slice(2)] })).toBe(before)
        expect(hashOfParts(money, { fields: {}, body: [paragraph('fare', `It costs ${amount + 1} kr`), ...plain] })).not.toBe(before)
      }),
    )
  })
})

describe('which gates apply to a change', () => {
  const gate = (id: string, change: Partial<Gate> = {}): Gate => ({
    id,
    name: id,
    who: ANYONE,
    needed: 1,
    authorsMayClear: false,
    covers: 'all',
    ...change,
  })
  const legal = gate('legal', { about: money })
  const way: Route = {
    id: 'r',
    name: 'R',
    version: 1,
    steps: [
      { name: 'Read', gates: [gate('read')] },
      { name: 'Law', gates: [legal] },
    ],
  }
  const FACTS = { path: [], labels: [], words: 1 }
  const headsOf = (content: Content) => ({ all: 'x', [keyOf(legal)]: hashOfParts(money, content) })
  const ids = (head: Content, live: Content | null) =>
    gatesOf(applying(way, headsOf(head), live && headsOf(live), FACTS)).map(({ id }) => id)
  it('are all but those whose part is as it is on the site; a step without any is passed by', () => {
    const live = page('62 kr', 'Ask on board')
    expect(ids(page('64 kr', 'Ask on board'), live)).toEqual(['read', 'legal'])
    expect(ids(page('62 kr', 'Ask the crew'), live)).toEqual(['read'])
    expect(ids(page('Free', 'Ask on board'), live)).toEqual(['read', 'legal'])
    expect(ids(page('62 kr'), null)).toEqual(['read', 'legal'])
    expect(ids(page('Free'), null)).toEqual(['read'])
    expect(applying(way, headsOf(page('Free')), null, FACTS).steps.map(({ name }) => name)).toEqual(['Read'])
  })
})
