import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { blockText, type Block } from '../../core/blocks/blocks'
import { joinWithBefore, pasteInto, splitBlock } from '../../core/content/splitJoin'
import { anyContent } from '../support/content'

const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })
const words = (body: readonly Block[]) => body.map(blockText).join('')
/** Blocks of all kinds. */
const blocks = anyContent.map(({ body }) => body.slice(0, 3))
const word = fc.stringMatching(/^[a-z ]{0,8}$/)

describe('typing over the edges of a block', () => {
  it('splits a text at the cursor, and Backspace joins it again', () => {
    fc.assert(
      fc.property(word, word, blocks, (before, after, others) => {
        const body = [...others, paragraph('here', before + after)]
        const at = others.length
        const split = splitBlock(body, at, before ? [{ text: before }] : [], after ? [{ text: after }] : [], 'new')!
        expect(words(split.body)).toBe(words(body))
        expect(split.cursor).toEqual({ block: 'new', at: 'start' })
        const joined = joinWithBefore(split.body, at + 1)!
        expect(joined.body).toEqual(body)
        expect(joined.cursor).toEqual({ block: 'here', at: before.length })
      }),
    )
  })

  it('pastes blocks between what stood before and after the cursor, without empty ones around them', () => {
    fc.assert(
      fc.property(
        word,
        word,
        blocks.filter(({ length }) => length > 0),
        (before, after, pasted) => {
          const made = pasteInto(
            [paragraph('here', before + after)],
            0,
            before ? [{ text: before }] : [],
            pasted,
            after ? [{ text: after }] : [],
            'new',
          )!
          expect(made.body.map(({ id }) => id)).toEqual([
            ...(before ? ['here'] : []),
            ...pasted.map(({ id }) => id),
            ...(after ? ['new'] : []),
          ])
          expect(made.cursor).toEqual({ block: pasted.at(-1)!.id, at: 'end' })
        },
      ),
    )
  })

  it('leaves alone what has no text to split or to join', () => {
    const divider: Block = { id: 'line', kind: 'divider' }
    expect(splitBlock([divider], 0, [], [], 'new')).toBeNull()
    expect(splitBlock([], 0, [], [], 'new')).toBeNull()
    expect(pasteInto([paragraph('a', 'x')], 0, [], [], [], 'new')).toBeNull()
    expect(joinWithBefore([divider, paragraph('a', 'x')], 1)).toBeNull()
    expect(joinWithBefore([paragraph('a', 'x')], 0)).toBeNull()
    expect(joinWithBefore([{ id: 'q', kind: 'quote', text: [], source: 'Who said it' }, paragraph('a', 'x')], 1)).toBeNull()
  })
})
