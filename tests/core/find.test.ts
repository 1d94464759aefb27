import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Content } from '../../core/content/content'
import { find, replace, type Query } from '../../core/content/find'
import { plain } from '../../core/content/inline'
import { anyText } from '../support/content'

const query = (words: string, more: Partial<Query> = {}): Query => ({ words, exactCase: false, wholeWords: false, ...more })
const page: Content = {
  fields: { title: 'The Auk sails', summary: 'Auk and Petrel' },
  body: [
    { id: 'aaaa', kind: 'paragraph', text: [{ text: 'The au' }, { text: 'k and the auks', marks: ['bold'] }, { text: ' of Auk Rock' }] },
    { id: 'bbbb', kind: 'table', caption: 'Auk', headers: 'row', rows: [[[{ text: 'Auk' }], [{ text: 'Tystie' }]]] },
    { id: 'cccc', kind: 'button', label: 'Book the Auk', href: 'https://auk.example/' },
    { id: 'dddd', kind: 'list', ordered: false, entries: [{ text: [{ text: 'One' }], entries: [{ text: [{ text: 'auk' }] }] }] },
  ],
}

describe('finding', () => {
  it('looks in titles, texts, tables and lists, across styles, and not in addresses', () => {
    expect(find(page, query('auk')).map(({ place, count }) => [Object.values(place)[0], count])).toEqual([
      ['title', 1],
      ['summary', 1],
      ['aaaa', 3],
      ['bbbb', 2],
      ['cccc', 1],
      ['dddd', 1],
    ])
  })
  it('minds case and whole words when asked', () => {
    const count = (more: Partial<Query>) =>
      find(page, query('auk', more)).find(({ place }) => 'block' in place && place.block === 'aaaa')?.count ?? 0
    expect([count({}), count({ exactCase: true }), count({ wholeWords: true })]).toEqual([3, 2, 2])
  })
  it('takes signs of patterns as they are', () => {
    const content: Content = { fields: {}, body: [{ id: 'aaaa', kind: 'paragraph', text: [{ text: '(a+b)* costs 5 $' }] }] }
    expect(find(content, query('(a+b)*'))).toHaveLength(1)
    expect(replace(content, query('5 $'), '$& 6')).toMatchObject({ body: [{ text: [{ text: '(a+b)* costs $& 6' }] }] })
  })
})

describe('replacing', () => {
  it('keeps the style of what it replaces, and everything else', () => {
    const done = replace(page, query('auk', { wholeWords: true }), 'Tern')
    expect(done.fields).toEqual({ title: 'The Tern sails', summary: 'Tern and Petrel' })
    expect(done.body[0]).toEqual({
      id: 'aaaa',
      kind: 'paragraph',
      text: [{ text: 'The Tern' }, { text: ' and the auks', marks: ['bold'] }, { text: ' of Tern Rock' }],
    })
    expect(done.body[2]).toMatchObject({ label: 'Book the Tern', href: 'https://auk.example/' })
    expect(find(done, query('auk', { wholeWords: true }))).toEqual([])
  })
  it('in one place leaves the others', () => {
    const done = replace(page, query('auk'), 'Tern', { block: 'dddd' })
    expect(done.body[3]).toMatchObject({ entries: [{ entries: [{ text: [{ text: 'Tern' }] }] }] })
    expect([done.fields, done.body[0]]).toEqual([page.fields, page.body[0]])
  })
  it('is what replacing in the plain words would be, whatever the styles', () => {
    fc.assert(
      fc.property(
        anyText,
        fc.string({ unit: 'grapheme', minLength: 1, maxLength: 3 }).map((text) => text.normalize('NFC')),
        (text, words) => {
          const content: Content = { fields: {}, body: [{ id: 'aaaa', kind: 'paragraph', text }] }
          const done = replace(content, query(words, { exactCase: true }), 'xyz')
          const [block] = done.body
          expect(block?.kind === 'paragraph' && plain(block.text).normalize('NFC')).toBe(
            plain(text).split(words).join('xyz').normalize('NFC'),
          )
        },
      ),
      { numRuns: 400 },
    )
  })
})
