import type { Block } from '../blocks/blocks'
import { plain, type Text } from './inline'
import { fitText } from './textKinds'

/** What typing over the edges of a block makes of a body: the blocks, and where the cursor goes. */
export interface Typed {
  body: Block[]
  /** The id of the block that the cursor goes to, and where in its text: a number counts characters. */
  cursor: { block: string; at: 'start' | 'end' | number }
}

type Split = Extract<Block, { kind: 'paragraph' | 'heading' }>
const splits = (block: Block | undefined): block is Split => block?.kind === 'paragraph' || block?.kind === 'heading'
const paragraph = (id: string, text: Text): Block => ({ id, kind: 'paragraph', text })

/** Enter within a paragraph or heading: what stands after the cursor becomes a paragraph of its own. `null` for other blocks. */
export function splitBlock(body: readonly Block[], index: number, before: Text, after: Text, newId: string): Typed | null {
  const block = body[index]
  if (!splits(block)) return null
  return {
    body: [...body.slice(0, index), { ...block, text: before }, paragraph(newId, after), ...body.slice(index + 1)],
    cursor: { block: newId, at: 'start' },
  }
}

/**
 * Blocks pasted at the cursor of a paragraph or heading: what stood before and after it stays around them. `null` for other blocks, and where
 * nothing was pasted.
 */
export function pasteInto(
  body: readonly Block[],
  index: number,
  before: Text,
  pasted: readonly Block[],
  after: Text,
  newId: string,
): Typed | null {
  const block = body[index]
  const last = pasted.at(-1)
  if (!splits(block) || !last) return null
  const start: Block[] = before.length ? [{ ...block, text: before }] : []
  const end: Block[] = after.length ? [paragraph(newId, after)] : []
  return { body: [...body.slice(0, index), ...start, ...pasted, ...end, ...body.slice(index + 1)], cursor: { block: last.id, at: 'end' } }
}

/** Backspace at the start of a text: it joins the text before it, which keeps its kind. `null` where there is none to join. */
export function joinWithBefore(body: readonly Block[], index: number): Typed | null {
  const [block, before] = [body[index], body[index - 1]]
  if (!block || !before || !('text' in block) || !('text' in before) || before.kind === 'quote') return null
  const joined = { ...before, text: fitText([...before.text, ...block.text], before.kind) } as Block
  return {
    body: [...body.slice(0, index - 1), joined, ...body.slice(index + 1)],
    cursor: { block: before.id, at: plain(before.text).length },
  }
}
