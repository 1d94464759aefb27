import { describe, expect, it } from 'vitest'
import type { CheckContext } from '../../core/checks/check'
import { CHECKS, type CheckName } from '../../core/checks/checks'
import { readingEaseOf } from '../../core/checks/readingEase'
import type { Block, InnerBlock } from '../../core/blocks/blocks'
import type { Fields } from '../../core/content/fields'

const ID = '019747f9-c747-77a1-8c13-29af2d341d19'
const context: CheckContext = { kind: 'page', live: () => false, media: () => ({ id: ID, width: 400, height: 300 }), language: 'en' }
const run = (name: CheckName, body: Block[], fields: Fields = {}, more: Partial<CheckContext> = {}) =>
  CHECKS[name].find({ fields, body }, { ...context, ...more }).map(({ code, at }) => [code, at])
const paragraph = (text: string, href?: string): Block => ({ id: 'text', kind: 'paragraph', text: [{ text, ...(href ? { href } : {}) }] })
const picture = (alt: string, decorative = false): Block => ({ id: 'pic', kind: 'picture', media: ID, alt, decorative, caption: [] })

describe('reading ease', () => {
  // Flesch 1948: RE = 206.835 − .846 wl − 1.015 sl, wl syllables in 100 words, sl words a sentence. By hand, for 100 words
  // in 5 sentences with 150 syllables: 206.835 − 126.9 − 20.3 = 59.635, “standard” in his table 5.
  it('is the formula’s', () => expect(readingEaseOf({ words: 100, sentences: 5, syllables: 150 })).toBeCloseTo(59.635, 3))
  it('finds what is written for nobody, and nothing where there is little text or another language', () => {
    const hard =
      'Notwithstanding operational contingencies, organisational considerations necessitate comprehensive reconsideration of administrative responsibilities throughout international transportation infrastructures. '
    const easy = 'The boat leaves at six. It goes to Vessa. You can buy a ticket on board. Dogs go free. '
    expect(run('reading-ease', [paragraph(hard.repeat(8))])).toEqual([['reads-hard', undefined]])
    expect(run('reading-ease', [paragraph(easy.repeat(8))])).toEqual([])
    expect(run('reading-ease', [paragraph(hard)])).toEqual([])
    expect(run('reading-ease', [paragraph(hard.repeat(8))], { language: 'nb' })).toEqual([])
  })
})

describe('the checks of a gate', () => {
  it('tell what readers would trip over, and where', () => {
    expect(run('alternative-texts', [picture(' '), picture('', true)])).toEqual([['alternative-missing', 'pic']])
    expect(run('dead-links', [paragraph('there', `item:${ID}`)])).toEqual([['link-dead', 'text']])
    expect(run('dead-links', [paragraph('there', `item:${ID}`)], {}, { live: () => true })).toEqual([])
    expect(run('search-description', [])).toEqual([['search-description-missing', 'field:searchDescription']])
    expect(run('search-description', [], { searchDescription: 'Fares of cars.' })).toEqual([])
    expect(run('search-description', [], { indexed: false })).toEqual([])
    expect(run('heading-order', [{ id: 'head', kind: 'heading', level: 3, text: [{ text: 'Deep' }] }])).toEqual([['heading-skips', 'head']])
    expect(run('picture-sizes', [picture('A boat')], { cover: { media: ID, alt: 'A boat', decorative: false } })).toEqual([
      ['picture-small', 'field:cover'],
      ['picture-small', 'pic'],
    ])
    expect(run('picture-sizes', [picture('A boat')], {}, { media: () => ({ id: ID, width: 2_000, height: 1_500 }) })).toEqual([])
    expect(run('table-headers', [{ id: 'tab', kind: 'table', caption: '', headers: 'none', rows: [[[]]] }])).toEqual([
      ['table-headless', 'tab'],
    ])
  })
  it('look inside boxes and columns, and say which block of the page it is', () => {
    const bad: InnerBlock[] = [
      { id: 'deep', kind: 'heading', level: 4, text: [{ text: 'Deep' }] },
      { id: 'tabl', kind: 'table', caption: '', headers: 'none', rows: [[[]]] },
      { id: 'pict', kind: 'picture', media: ID, alt: '', decorative: false, caption: [] },
      { id: 'link', kind: 'paragraph', text: [{ text: 'there', href: `item:${ID}` }] },
    ]
    const holders: Block[] = [
      { id: 'abox', kind: 'box', tone: 'plain', title: '', blocks: bad },
      {
        id: 'cols',
        kind: 'columns',
        columns: [
          { span: 6, blocks: [] },
          { span: 6, blocks: bad },
        ],
      },
    ]
    for (const holder of holders)
      for (const [name, code] of [
        ['heading-order', 'heading-skips'],
        ['table-headers', 'table-headless'],
        ['alternative-texts', 'alternative-missing'],
        ['picture-sizes', 'picture-small'],
        ['dead-links', 'link-dead'],
      ] as const)
        expect([holder.kind, ...run(name, [holder])]).toEqual([holder.kind, [code, holder.id]])
  })
  it('each have words of their own', () =>
    expect(new Set(Object.values(CHECKS).map(({ words }) => words)).size).toBe(Object.keys(CHECKS).length))
})
