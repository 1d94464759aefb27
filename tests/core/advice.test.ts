import { describe, expect, it } from 'vitest'
import { adviceOn } from '../../core/checks/advice'
import { emptyBlock, type Block } from '../../core/blocks/blocks'

const ITEM = '019747f9-c747-77a1-8c13-29af2d341d19'
const heading = (id: string, level: 2 | 3 | 4, text = 'Words'): Block => ({ id, kind: 'heading', level, text: text ? [{ text }] : [] })
const told = (body: Block[], live = () => true) => adviceOn({ fields: {}, body }, live).map(({ code, at }) => [code, at])

describe('advice while writing', () => {
  it('is silent on a page in order', () => {
    expect(
      told([
        heading('aaaa', 2),
        heading('bbbb', 3),
        heading('cccc', 2),
        { id: 'dddd', kind: 'picture', media: ITEM, alt: '', decorative: true, caption: [] },
      ]),
    ).toEqual([])
  })
  it('tells headings that skip a level or say nothing', () => {
    expect(told([heading('aaaa', 3), heading('bbbb', 2), heading('cccc', 4), heading('dddd', 2, '')])).toEqual([
      ['heading-skips', 'aaaa'],
      ['heading-skips', 'cccc'],
      ['heading-empty', 'dddd'],
    ])
  })
  it('tells pictures without alternative text, tables without header cells, and links that lead nowhere', () => {
    const linked: Block = { id: 'cccc', kind: 'paragraph', text: [{ text: 'there', href: `item:${ITEM}` }] }
    const body: Block[] = [
      { id: 'aaaa', kind: 'picture', media: ITEM, alt: ' ', decorative: false, caption: [] },
      { id: 'bbbb', kind: 'table', caption: '', headers: 'none', rows: [[[]]] },
      linked,
    ]
    expect(told(body, () => false)).toEqual([
      ['alternative-missing', 'aaaa'],
      ['table-headless', 'bbbb'],
      ['link-dead', 'cccc'],
    ])
    expect(told([linked])).toEqual([])
    expect(adviceOn({ fields: { cover: { media: ITEM, alt: '', decorative: false } }, body: [] }, () => true)).toMatchObject([
      { at: 'field:cover' },
    ])
  })
  it('says quietly when there is a lot of one kind', () => {
    const tables = Array.from({ length: 4 }, (_, index) => emptyBlock('table', `tab${index}`))
    expect(told(tables)).toEqual([['many', undefined]])
    expect(told(tables.slice(1))).toEqual([])
  })
})
