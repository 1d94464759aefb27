import { describe, expect, it } from 'vitest'
import { BLOCK_KINDS, blockMedia, blockSchema, blockText, emptyBlock, innerBlocks, INNER_KINDS, type Block } from '../../core/blocks/blocks'
import { BLOCKS } from '../../core/blocks/kinds'
import { BLOCK_STYLES } from '../../core/blocks/styles'
import { walkBlocks } from '../../core/blocks/walk'
import { markBlock } from '../../core/history/mark'
import { mergeBlock } from '../../core/history/merge'
import { renderBlock } from '../../core/render/blocks'
import { NO_REFS } from '../../core/render/text'
import { THEME } from '../../core/render/theme'

const FILE = '019747f9-c747-77a1-8c13-29af2d341d19'

describe.each(BLOCK_KINDS)('the kind of block %s', (kind) => {
  const empty = emptyBlock(kind, 'empty-block')
  it('is named alike everywhere, and a new one has its shape', () => {
    expect(BLOCKS[kind].kind).toBe(kind)
    expect(empty.kind).toBe(kind)
    expect(blockSchema.parse(empty)).toEqual(empty)
    expect(() => blockSchema.parse({ ...empty, colour: 'red' })).toThrow()
  })
  it('has words, a rendering, a marking and a merge for a new one', () => {
    expect(typeof blockText(empty)).toBe('string')
    expect(typeof renderBlock(empty, NO_REFS)).toBe('string')
    expect(markBlock(empty, empty).block).toMatchObject({ id: empty.id, kind })
    expect(mergeBlock(empty, empty, empty)).toEqual(empty)
  })
  it('has its rules in the style sheet', () => expect(THEME).toContain(BLOCK_STYLES[kind]))
})

it('what stands inside a box or a column is walked after it, and its files are the block’s', () => {
  const inside = INNER_KINDS.map((kind) => ({
    ...emptyBlock(kind, `in-${kind}`),
    ...(kind === 'picture' ? { media: FILE } : {}),
  })) as never[]
  const box: Block = { id: 'the-box', kind: 'box', tone: 'plain', title: '', blocks: inside }
  const columns: Block = {
    id: 'the-columns',
    kind: 'columns',
    columns: [
      { span: 6, blocks: [] },
      { span: 6, blocks: inside },
    ],
  }
  for (const holder of [box, columns]) {
    expect(innerBlocks(holder).map(({ kind }) => kind)).toEqual(INNER_KINDS)
    expect([...walkBlocks([holder])].map(({ block, top }) => [block.id, top.id])).toEqual(
      [holder.id, ...INNER_KINDS.map((kind) => `in-${kind}`)].map((id) => [id, holder.id]),
    )
    expect(blockMedia(holder)).toEqual([FILE])
  }
})
