import type { Block } from '../blocks/blocks'
import { normaliseText, plain, type StyleMark, type Text } from './inline'
import { pasteInto, splitBlock, type Typed } from './splitJoin'
import { fitText, TEXT_KINDS, type TextKind } from './textKinds'
import { mapTexts, replaceSpots } from './texts'
import { isWritten } from './turn'

/** An end of a span: so many letters into the text of a paragraph or heading; `null` takes another block in whole. */
export interface SpanEnd {
  block: string
  at: number | null
}

/** Text that is selected over several blocks, from one block to a later one. */
export interface Span {
  from: SpanEnd
  to: SpanEnd
}

type Prose = Extract<Block, { kind: 'paragraph' | 'heading' }>
/** Whether a span may begin or end within a block's text. */
export const isProse = (block: Block | undefined): block is Prose => block?.kind === 'paragraph' || block?.kind === 'heading'

const indexIn = (body: readonly Block[], id: string) => body.findIndex((block) => block.id === id)

/** The span between two ends in the order of the body; `null` where one is not in it, or both are in one block. */
export function spanBetween(body: readonly Block[], one: SpanEnd, other: SpanEnd): Span | null {
  const [first, second] = [indexIn(body, one.block), indexIn(body, other.block)]
  if (first < 0 || second < 0 || first === second) return null
  return first < second ? { from: one, to: other } : { from: other, to: one }
}

/** A stretch of a text, from one letter to before another. */
const sliceText = (text: Text, from: number, to = Infinity): Text =>
  replaceSpots(
    text,
    [[0, from] as const, [to, Infinity] as const].filter(([start, end]) => start < end),
    '',
  )

/** The parts of a span: each block in it, and of the text of a paragraph or heading the stretch; `null` for a block taken in whole. */
export interface SpanPart {
  block: Block
  stretch: readonly [from: number, to: number] | null
}

/** What a span takes in, in order; nothing where the body does not have its ends any more. */
export function partsOf(body: readonly Block[], { from, to }: Span): SpanPart[] {
  const [first, last] = [indexIn(body, from.block), indexIn(body, to.block)]
  if (first < 0 || last <= first) return []
  return body.slice(first, last + 1).map((block) => {
    if (!isProse(block)) return { block, stretch: null }
    const length = plain(block.text).length
    const start = block.id === from.block ? Math.min(from.at ?? 0, length) : 0
    return { block, stretch: [start, block.id === to.block ? Math.min(to.at ?? length, length) : length] }
  })
}

/** The blocks that a span copies: the first and last with what is selected of them; an end without a selected letter is left out. */
export function copySpan(body: readonly Block[], span: Span): Block[] {
  return partsOf(body, span).flatMap(({ block, stretch }, index, { length }): Block[] => {
    if (!stretch || !isProse(block)) return [block]
    const text = sliceText(block.text, ...stretch)
    return text.length || (index > 0 && index < length - 1) ? [{ ...block, text }] : []
  })
}

/**
 * A body with a span replaced by other words. What is left of the first and the last block becomes one text, of the kind of the first of the
 * two that has a text; where none has, a new paragraph holds the words. The cursor goes behind them. `null` where the span is not in the body.
 */
export function replaceSpan(body: readonly Block[], span: Span, words: Text, newId: string): Typed | null {
  const parts = partsOf(body, span)
  const [first, last] = [parts[0], parts.at(-1)]
  if (!first || !last) return null
  const begin = isProse(first.block) ? first.block : null
  const end = isProse(last.block) ? last.block : null
  const before = begin && first.stretch ? sliceText(begin.text, 0, first.stretch[0]) : []
  const after = end && last.stretch ? sliceText(end.text, last.stretch[1]) : []
  const kept: Prose = begin ?? end ?? { id: newId, kind: 'paragraph', text: [] }
  const joined = { ...kept, text: fitText([...before, ...words, ...after], kept.kind) }
  const index = indexIn(body, first.block.id)
  return {
    body: [...body.slice(0, index), joined, ...body.slice(index + parts.length)],
    cursor: { block: kept.id, at: plain(before).length + plain(normaliseText(words)).length },
  }
}

/** The block and the letter that the cursor is at, with what stands before and after it. */
function atCursor({ body, cursor }: Typed) {
  const index = indexIn(body, cursor.block)
  const block = body[index]
  const text = isProse(block) ? block.text : []
  const at = typeof cursor.at === 'number' ? cursor.at : cursor.at === 'start' ? 0 : plain(text).length
  return { index, before: sliceText(text, 0, at), after: sliceText(text, at) }
}

/** Enter over a span: it is taken out, and what stood after it begins a paragraph of its own. */
export function splitSpan(body: readonly Block[], span: Span, newId: () => string): Typed | null {
  const typed = replaceSpan(body, span, [], newId())
  if (!typed) return null
  const { index, before, after } = atCursor(typed)
  return splitBlock(typed.body, index, before, after, newId())
}

/** Blocks pasted over a span: one paragraph flows into the text, several stand between what is left before and after. */
export function pasteOverSpan(body: readonly Block[], span: Span, pasted: readonly Block[], newId: () => string): Typed | null {
  const [only] = pasted
  if (!only) return null
  if (pasted.length === 1 && only.kind === 'paragraph') return replaceSpan(body, span, only.text, newId())
  const typed = replaceSpan(body, span, [], newId())
  if (!typed) return null
  const { index, before, after } = atCursor(typed)
  return pasteInto(typed.body, index, before, pasted, after, newId())
}

const offers = (kind: TextKind, mark: StyleMark) => (TEXT_KINDS[kind].tools as readonly string[]).includes(mark)

/** A part with the texts that a span styles put through a function: those of paragraphs, headings, lists and quotes that offer the style. */
function mapStyled({ block, stretch }: SpanPart, mark: StyleMark, to: (text: Text) => Text): Block {
  if (isProse(block) && stretch) {
    if (!offers(block.kind, mark)) return block
    const [from, end] = stretch
    const text = [...sliceText(block.text, 0, from), ...to(sliceText(block.text, from, end)), ...sliceText(block.text, end)]
    return { ...block, text: normaliseText(text) }
  }
  return isWritten(block) ? mapTexts(block, to, (line) => line) : block
}

/** Of superscript and subscript a letter has one. */
const APART: Partial<Record<StyleMark, StyleMark>> = { superscript: 'subscript', subscript: 'superscript' }

/** A body with a style set on the text of a span, or taken off where all of it has that style already. */
export function styleSpan(body: readonly Block[], span: Span, mark: StyleMark): Block[] {
  const parts = partsOf(body, span)
  let all = true
  for (const part of parts)
    mapStyled(part, mark, (text) => {
      all &&= text.every(({ marks }) => marks?.includes(mark))
      return text
    })
  const styled = (text: Text): Text =>
    normaliseText(
      text.map(({ marks = [], ...run }) => {
        const others = marks.filter((one) => one !== mark && (all || one !== APART[mark]))
        return { ...run, marks: all ? others : [...others, mark] }
      }),
    )
  const after = new Map(parts.map((part) => [part.block.id, mapStyled(part, mark, styled)]))
  return body.map((block) => after.get(block.id) ?? block)
}
