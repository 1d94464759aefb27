import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { emptyBlock, type Block } from '../../core/blocks/blocks'
import { editsBetween } from '../../core/content/between'
import type { Content } from '../../core/content/content'
import { find } from '../../core/content/find'
import { plain, type Text } from '../../core/content/inline'
import { replaceSpots, type Spot } from '../../core/content/texts'
import { hitsIn, inSentence, rewriteSchema, rewritten, type Rewrite } from '../../core/content/rewrite'

const MEDIA = '0199aaaa-0000-7000-8000-000000000001'
const [STORM, WINTER, NEWS] = [1, 2, 3].map((n) => `0199bbbb-0000-7000-8000-00000000000${n}`) as [string, string, string]
const words = (words: string, to: string, more = {}): Rewrite => rewriteSchema.parse({ what: 'text', words, to, ...more })
const all = (content: Content, rewrite: Rewrite) =>
  rewritten(content, rewrite, new Map(hitsIn(content, rewrite).map(({ key }) => [key, null])))
const paragraph = (id: string, ...text: { text: string; href?: string; marks?: ['bold'] }[]): Block => ({ id, kind: 'paragraph', text })
const picture = (id: string, alt: string, more = {}): Block => ({
  id,
  kind: 'picture',
  media: MEDIA,
  alt,
  decorative: false,
  caption: [],
  ...more,
})
const page: Content = {
  fields: { title: 'The boat', summary: 'One boat a day. A boathouse stands there.', labels: [STORM, NEWS] },
  body: [
    paragraph('para', { text: 'It is late. Our ' }, { text: 'boat', marks: ['bold'] }, { text: ' leaves at nine! Boat or not.' }),
    { id: 'butt', kind: 'button', label: 'See the boat', href: '/boats' },
    paragraph('link', { text: 'Read of ' }, { text: 'our boats', href: '/boats' }, { text: ' first.' }),
    picture('pict', ''),
    picture('deco', '', { decorative: true }),
    {
      id: 'card',
      kind: 'cards',
      planned: null,
      cards: [{ title: 'Boat', text: [], href: '', media: MEDIA, alt: 'A boat', decorative: false }],
    },
  ],
}

describe('replacing words', () => {
  it('shows each place in its sentence, styles apart, and the beginning of a sentence keeps its capital', () => {
    const hits = hitsIn(page, words('boat', 'ship', { wholeWords: true }))
    expect(hits.map(({ key, before, match, after, to }) => [key, `${before}[${match}→${to}]${after}`])).toEqual([
      ['title.0', 'The [boat→ship]'],
      ['summary.0', 'One [boat→ship] a day.'],
      ['para.0', 'Our [boat→ship] leaves at nine!'],
      ['para.1', '[Boat→Ship] or not.'],
      ['butt.0', 'See the [boat→ship]'],
      ['card.0', '[Boat→Ship]'],
      ['card.1', 'A [boat→ship]'],
    ])
  })
  it('changes what is chosen and nothing else, with the style of what was there', () => {
    const after = rewritten(
      page,
      words('boat', 'ship', { wholeWords: true }),
      new Map([
        ['para.0', null],
        ['summary.0', 'ferry'],
      ]),
    )
    expect(after.fields).toMatchObject({ title: 'The boat', summary: 'One ferry a day. A boathouse stands there.' })
    expect(after.body[0]).toMatchObject({
      text: [{ text: 'It is late. Our ' }, { text: 'ship', marks: ['bold'] }, { text: ' leaves at nine! Boat or not.' }],
    })
    expect(after.body.slice(1)).toEqual(page.body.slice(1))
    after.body.slice(1).forEach((block, index) => expect(block).toBe(page.body[index + 1]))
    expect(editsBetween(page, after).map((edit) => edit.op)).toEqual(['field', 'replace'])
  })
  it('finds the places that the search of a page finds, and leaves none when all are chosen', () => {
    const text = fc.stringMatching(/^[abA .]{0,12}$/)
    const contents = fc.record({
      fields: fc.record({ title: text, summary: text }),
      body: fc
        .array(fc.tuple(text, text), { maxLength: 4 })
        .map((parts) =>
          parts.map(([one, other], index) =>
            paragraph(`blk${index}`, ...[{ text: one }, { text: other, marks: ['bold'] as ['bold'] }].filter((run) => run.text)),
          ),
        ),
    })
    fc.assert(
      fc.property(
        contents,
        fc.constantFrom('a', 'ab', 'aa', 'a b'),
        fc.boolean(),
        fc.boolean(),
        (content, sought, exactCase, wholeWords) => {
          const rewrite = words(sought, 'ø', { exactCase, wholeWords })
          const query = { words: sought, exactCase, wholeWords }
          const count = find(content, query).reduce((sum, found) => sum + found.count, 0)
          const hits = hitsIn(content, rewrite)
          expect(hits).toHaveLength(count)
          expect(new Set(hits.map(({ key }) => key)).size).toBe(count)
          for (const { before, match, after } of hits) expect(`${before}${match}${after}`).toContain(match)
          const after = all(content, rewrite)
          expect(rewritten(content, rewrite, new Map())).toEqual(content)
          // Whole words of what was put together may appear anew; letters that were replaced do not.
          if (!wholeWords && sought !== 'a b' && sought.length === 1) expect(find(after, query)).toEqual([])
          expect(editsBetween(content, after).length > 0).toBe(count > 0)
        },
      ),
      { numRuns: Number(process.env.YIELDGATE_RUNS ?? 300) },
    )
  })
  it('cuts long sentences at a space', () => {
    const long = `${'many words '.repeat(30)}here${' and more'.repeat(30)}`
    const { before, match, after } = inSentence(long, [330, 334])
    expect([match, before.length < 140, after.length < 140, before.startsWith('… '), after.endsWith('…')]).toEqual([
      'here',
      true,
      true,
      true,
      true,
    ])
  })
})

it('stretches of a text take other words as in its plain words, whatever runs they reach over', () => {
  const pieces = fc.array(fc.tuple(fc.string({ minLength: 1, maxLength: 6 }), fc.boolean()), { minLength: 1, maxLength: 8 })
  fc.assert(
    fc.property(pieces, fc.array(fc.tuple(fc.nat(5), fc.integer({ min: 1, max: 9 })), { maxLength: 6 }), (runs, steps) => {
      const text: Text = runs.map(([words, bold]) => ({ text: words, ...(bold ? { marks: ['bold' as const] } : {}) }))
      const whole = plain(text)
      const spots: Spot[] = []
      for (const [gap, length] of steps) {
        const from = (spots.at(-1)?.[1] ?? 0) + gap
        if (from + length <= whole.length) spots.push([from, from + length])
      }
      const expected = [...spots].reverse().reduce((now, [from, to]) => `${now.slice(0, from)}<>${now.slice(to)}`, whole)
      expect(plain(replaceSpots(text, spots, '<>'))).toBe(expected)
    }),
  )
})

it('a hit in words without an end or a space is shown with a short piece of them, however many there are', () => {
  const content: Content = { fields: { title: '' }, body: [paragraph('long', { text: 'a'.repeat(60_000) })] }
  const hits = hitsIn(content, words('a', 'b'))
  expect(hits).toHaveLength(60_000)
  expect(Math.max(...hits.map(({ before, after }) => before.length + after.length))).toBeLessThanOrEqual(2 * 121)
  expect(plain((all(content, words('a', 'b')).body[0] as { text: Text }).text)).toBe('b'.repeat(60_000))
})

describe('replacing links', () => {
  it('finds them wherever they lead from, in each form of the address, and keeps their words', () => {
    const rewrite = rewriteSchema.parse({ what: 'link', from: ['/boats', `item:${STORM}`], to: '/ships' })
    const content = { fields: { title: 'b', target: `item:${STORM}` }, body: page.body }
    expect(hitsIn(content, rewrite).map(({ key, before, match, after }) => [key, `${before}[${match}]${after}`])).toEqual([
      ['target.0', `[item:${STORM}]`],
      ['butt.0', '[See the boat]'],
      ['link.0', 'Read of [our boats] first.'],
    ])
    const after = all(content, rewrite)
    expect(after.fields.target).toBe('/ships')
    expect(after.body[1]).toMatchObject({ label: 'See the boat', href: '/ships' })
    expect(after.body[2]).toMatchObject({ text: [{ text: 'Read of ' }, { text: 'our boats', href: '/ships' }, { text: ' first.' }] })
    expect(rewriteSchema.safeParse({ what: 'link', from: ['/a'], to: 'javascript:alert(1)' }).success).toBe(false)
  })
})

describe('filling what is missing', () => {
  it('asks for the words of each picture that has none and needs some', () => {
    const rewrite = rewriteSchema.parse({ what: 'alt', words: '', to: '' })
    const content: Content = { ...page, fields: { ...page.fields, cover: { media: MEDIA, alt: '', decorative: false } } }
    expect(hitsIn(content, rewrite).map(({ key }) => key)).toEqual(['cover.0', 'pict.0'])
    const after = rewritten(content, rewrite, new Map([['pict.0', 'The quay at dusk']]))
    expect(after.body[3]).toMatchObject({ alt: 'The quay at dusk' })
    expect(after.fields.cover!.alt).toBe('')
    expect(hitsIn(page, rewriteSchema.parse({ what: 'alt', words: 'boat', to: 'ship' })).map(({ key }) => key)).toEqual(['card.0'])
  })
  it('offers the summary as a search description, and only where there is none', () => {
    const rewrite = rewriteSchema.parse({ what: 'description', words: '', to: '' })
    expect(hitsIn(page, rewrite)).toMatchObject([{ key: 'searchDescription.0', to: page.fields.summary }])
    expect(all(page, rewrite).fields.searchDescription).toBe(page.fields.summary)
    expect(hitsIn({ ...page, fields: { searchDescription: 'Is there' } }, rewrite)).toEqual([])
  })
  it('puts one label in the place of another, takes one off, or gives one to what has none', () => {
    const label = (from: string | null, to: string | null) => rewriteSchema.parse({ what: 'label', from, to })
    expect(all(page, label(STORM, WINTER)).fields.labels).toEqual([NEWS, WINTER])
    expect(all(page, label(STORM, NEWS)).fields.labels).toEqual([NEWS])
    expect(all(page, label(STORM, null)).fields.labels).toEqual([NEWS])
    expect(hitsIn(page, label(null, WINTER))).toEqual([])
    expect(all({ fields: { title: 'x' }, body: [emptyBlock('divider', 'divi')] }, label(null, WINTER)).fields.labels).toEqual([WINTER])
  })
})
