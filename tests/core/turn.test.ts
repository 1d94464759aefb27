import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockSchema, blockText, type Block } from '../../core/blocks/blocks'
import { leaveList, turnAsTyped, turnBlocks, turnOf, TURNS, type Turn } from '../../core/content/turn'
import { anyContent } from '../support/content'

const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })
const list = (id: string, ...texts: string[]): Block => ({
  id,
  kind: 'list',
  ordered: false,
  entries: texts.map((text) => ({ text: text ? [{ text }] : [] })),
})
/** New ids, in order. */
function ids() {
  let n = 0
  return () => `made-${n++}`
}
const all = (body: readonly Block[]) => new Set(body.map(({ id }) => id))
/** What is written in blocks, whatever stands between it. */
const words = (body: readonly Block[]) => body.map(blockText).join('').replace(/\s/gu, '')
const turn = fc.constantFrom(...TURNS)
/** Bodies as they may be saved. */
const anyBody = anyContent.map(({ body }) => body.filter((block) => blockSchema.safeParse(block).success))

describe('turning a text into something else', () => {
  it('keeps every word in its order, ids apart, and makes blocks that may be saved, whatever is chosen', () => {
    fc.assert(
      fc.property(anyBody, turn, fc.integer({ min: 0, max: 4095 }), (body, into, mask) => {
        const chosen = new Set(body.flatMap(({ id }, n) => (mask & (1 << n) ? [id] : [])))
        const turned = turnBlocks(body, chosen, into, ids())
        expect(words(turned)).toBe(words(body))
        expect(all(turned).size).toBe(turned.length)
        for (const block of turned) expect(blockSchema.safeParse(block).error).toBeUndefined()
        // What was not chosen stays as it is.
        for (const block of body) if (!chosen.has(block.id)) expect(turned).toContain(block)
      }),
    )
  })

  it('leaves nothing to do when it is done again', () => {
    fc.assert(
      fc.property(anyBody, turn, (body, into) => {
        const once = turnBlocks(body, all(body), into, ids())
        expect(turnBlocks(once, all(once), into, ids())).toEqual(once)
        for (const block of once) expect([null, into]).toContain(turnOf(block))
      }),
    )
  })

  it('gathers neighbours in one list, and makes paragraphs of its entries again', () => {
    const body = [paragraph('one1', 'Bring a coat'), paragraph('two2', 'Bring a hat'), { id: 'line', kind: 'divider' } as Block]
    const listed = turnBlocks(body, all(body), 'dots', ids())
    expect(listed).toEqual([list('one1', 'Bring a coat', 'Bring a hat'), body[2]])
    expect(turnBlocks(listed, all(listed), 'paragraph', ids())).toEqual([
      paragraph('one1', 'Bring a coat'),
      paragraph('made-0', 'Bring a hat'),
      body[2],
    ])
  })

  it('gives a list its numbers and leaves entries within entries where they are', () => {
    const nested: Block = {
      id: 'list',
      kind: 'list',
      ordered: false,
      entries: [{ text: [{ text: 'a' }], entries: [{ text: [{ text: 'b' }] }] }],
    }
    expect(turnBlocks([nested], new Set(['list']), 'numbers', ids())).toEqual([{ ...nested, ordered: true }])
  })

  it('does not gather texts that are shown at other times, and each keeps its own', () => {
    const window = { from: '2026-06-01T08:00', until: null, rule: null }
    const body = [paragraph('one1', 'Now'), { ...paragraph('two2', 'In June'), window } as Block]
    expect(turnBlocks(body, all(body), 'dots', ids())).toEqual([list('one1', 'Now'), { ...list('two2', 'In June'), window }])
  })

  it('takes the look of words that a heading has no room for, and keeps the source of a quote', () => {
    const body: Block[] = [{ id: 'bold', kind: 'paragraph', text: [{ text: 'Fares', marks: ['bold'] }] }]
    expect(turnBlocks(body, all(body), 'heading-3', ids())).toEqual([{ id: 'bold', kind: 'heading', level: 3, text: [{ text: 'Fares' }] }])
    const quote: Block = { id: 'quot', kind: 'quote', text: [{ text: 'All\naboard' }], source: 'Captain Ruud' }
    expect(turnBlocks([quote], new Set(['quot']), 'paragraph', ids()).map(blockText)).toEqual(['All', 'aboard', 'Captain Ruud'])
  })

  it('makes several lists of more texts than one may have', () => {
    const body = Array.from({ length: 1_001 }, (_, n) => paragraph(`p-${n}`, `${n}`))
    expect(turnBlocks(body, all(body), 'numbers', ids()).map((block) => block.kind === 'list' && block.entries.length)).toEqual([
      500, 500, 1,
    ])
  })
})

describe('what is typed at the start of a paragraph', () => {
  it.each<[string, Turn]>([
    ['##', 'heading-2'],
    ['###', 'heading-3'],
    ['-', 'dots'],
    ['1.', 'numbers'],
    ['>', 'quote'],
  ])('%s and a space makes it a %s, with the words after it', (typed, into) => {
    const { body, cursor } = turnAsTyped([paragraph('here', `${typed}and more`)], 0, typed)!
    expect([turnOf(body[0]!), blockText(body[0]!), cursor]).toEqual([into, 'and more', { block: 'here', at: 'start' }])
  })

  it('is text elsewhere: in the middle of one, in a heading, and where it means nothing', () => {
    expect(turnAsTyped([paragraph('here', 'a -')], 0, 'a -')).toBeNull()
    expect(turnAsTyped([{ id: 'here', kind: 'heading', level: 2, text: [{ text: '-' }] }], 0, '-')).toBeNull()
    expect(turnAsTyped([paragraph('here', '!')], 0, '!')).toBeNull()
    expect(turnAsTyped([], 0, '-')).toBeNull()
  })
})

describe('Enter in an empty entry at the end of a list', () => {
  it('leaves the list for a paragraph below', () => {
    const made = leaveList([list('list', 'a', ''), paragraph('next', 'x')], 0, 'new')!
    expect(made).toEqual({ body: [list('list', 'a'), paragraph('new', ''), paragraph('next', 'x')], cursor: { block: 'new', at: 'start' } })
  })

  it('takes away a list that has nothing else, and is a new entry elsewhere', () => {
    expect(leaveList([list('list', '')], 0, 'new')!.body).toEqual([paragraph('new', '')])
    expect(leaveList([list('list', 'a', 'b')], 0, 'new')).toBeNull()
    expect(leaveList([paragraph('one1', '')], 0, 'new')).toBeNull()
  })
})
