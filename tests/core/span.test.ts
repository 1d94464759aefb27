import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockSchema, blockText, type Block } from '../../core/blocks/blocks'
import { plain } from '../../core/content/inline'
import { copySpan, isProse, partsOf, pasteOverSpan, replaceSpan, spanBetween, splitSpan, styleSpan } from '../../core/content/span'
import { anyContent } from '../support/content'

const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })
const heading = (id: string, text: string): Block => ({ id, kind: 'heading', level: 2, text: [{ text }] })
const words = (body: readonly Block[]) => body.map(blockText).join('')
function ids() {
  let n = 0
  return () => `made-${n++}`
}
/** Bodies as they may be saved, with a span over them that was dragged either way. */
const spanned = fc
  .tuple(
    anyContent
      .map(({ body }) => body.filter((block) => blockSchema.safeParse(block).success))
      .map((body) => [heading('first', 'Night boats'), ...body, paragraph('last', 'From Friday on')]),
    fc.nat(),
    fc.nat(),
    fc.nat(40),
    fc.nat(40),
    fc.boolean(),
  )
  .map(([body, one, other, from, to, back]) => {
    const first = one % (body.length - 1)
    const end = (index: number, at: number) => ({ block: body[index]!.id, at: isProse(body[index]) ? at : null })
    const ends = [end(first, from), end(first + 1 + (other % (body.length - 1 - first)), to)] as const
    return { body, span: spanBetween(body, ends[back ? 1 : 0], ends[back ? 0 : 1])! }
  })
const savable = (body: readonly Block[]) => {
  for (const block of body) expect(blockSchema.safeParse(block).error).toBeUndefined()
  expect(new Set(body.map(({ id }) => id)).size).toBe(body.length)
}

describe('text that is selected over several blocks', () => {
  it('is the same whichever way it was dragged, and none within one block or out of the body', () => {
    const body = [paragraph('a', 'One'), paragraph('b', 'Two')]
    const [one, two] = [
      { block: 'a', at: 1 },
      { block: 'b', at: 2 },
    ]
    expect(spanBetween(body, one, two)).toEqual(spanBetween(body, two, one))
    expect(spanBetween(body, one, { block: 'a', at: 3 })).toBeNull()
    expect(spanBetween(body, one, { block: 'gone', at: 0 })).toBeNull()
    expect(replaceSpan([body[0]!], { from: one, to: two }, [], 'new-one')).toBeNull()
  })

  it('is copied, and what is left when it is removed is all the rest', () => {
    fc.assert(
      fc.property(spanned, ({ body, span }) => {
        const copied = copySpan(body, span)
        const { body: left, cursor } = replaceSpan(body, span, [], 'new-one')!
        savable(copied)
        savable(left)
        const at = left.findIndex(({ id }) => id === cursor.block)
        const block = left[at]!
        if (!isProse(block) || typeof cursor.at !== 'number') throw new Error('the cursor is in a text')
        const text = plain(block.text)
        const before = words(left.slice(0, at)) + text.slice(0, cursor.at)
        const after = text.slice(cursor.at) + words(left.slice(at + 1))
        expect(before + words(copied) + after).toBe(words(body))
      }),
    )
  })

  it('is typed over, split, and pasted over: the words go where it was, the cursor behind them', () => {
    fc.assert(
      fc.property(spanned, ({ body, span }) => {
        const gone = replaceSpan(body, span, [], 'new-one')!
        const typed = replaceSpan(body, span, [{ text: 'x' }], 'new-one')!
        expect(words(typed.body).length).toBe(words(gone.body).length + 1)
        expect(typed.cursor).toEqual({ block: gone.cursor.block, at: (gone.cursor.at as number) + 1 })
        const split = splitSpan(body, span, ids())!
        expect(words(split.body)).toBe(words(gone.body))
        expect(split.body.length).toBe(gone.body.length + 1)
        const pasted = pasteOverSpan(body, span, [{ id: 'line', kind: 'divider' }, paragraph('below', 'Pasted')], ids())!
        expect(pasted.body.map(({ id }) => id)).toEqual(expect.arrayContaining(['line', 'below']))
        expect(words(pasted.body).length).toBe(words(gone.body).length + 'Pasted'.length)
        expect(pasted.cursor).toEqual({ block: 'below', at: 'end' })
        for (const made of [typed, split, pasted]) savable(made.body)
      }),
    )
  })

  it('joins what is left of two paragraphs, and of a heading and a paragraph, as the first of them', () => {
    const body = [heading('a', 'Night boats'), { id: 'p', kind: 'divider' } as Block, paragraph('b', 'From Friday on')]
    const span = spanBetween(body, { block: 'a', at: 5 }, { block: 'b', at: 4 })!
    expect(replaceSpan(body, span, [], 'new-one')).toEqual({ body: [heading('a', 'Night Friday on')], cursor: { block: 'a', at: 5 } })
  })

  it('is styled as a whole: what lacks the style gets it; where all has it, it goes; nothing else changes', () => {
    fc.assert(
      fc.property(spanned, fc.constantFrom('bold' as const, 'italic' as const, 'superscript' as const), ({ body, span }, mark) => {
        const styled = styleSpan(body, span, mark)
        savable(styled)
        expect(words(styled)).toBe(words(body))
        const within = new Set(partsOf(body, span).map(({ block }) => block.id))
        for (const [index, block] of body.entries()) if (!within.has(block.id)) expect(styled[index]).toBe(block)
        // Set and taken off in turn.
        expect(styleSpan(styleSpan(styled, span, mark), span, mark)).toEqual(styled)
      }),
    )
    const body = [paragraph('a', 'One two'), paragraph('b', 'Three')]
    const span = spanBetween(body, { block: 'a', at: 4 }, { block: 'b', at: 2 })!
    const bold = styleSpan(body, span, 'bold')
    expect(bold).toEqual([
      { id: 'a', kind: 'paragraph', text: [{ text: 'One ' }, { text: 'two', marks: ['bold'] }] },
      { id: 'b', kind: 'paragraph', text: [{ text: 'Th', marks: ['bold'] }, { text: 'ree' }] },
    ])
    expect(styleSpan(bold, span, 'bold')).toEqual(body)
  })
})
