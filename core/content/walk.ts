import type { Block, InnerBlock } from './blocks'

/** A block of a page, and the block of the body that it is, or stands in. */
export interface Walked {
  block: Block | InnerBlock
  top: Block
}

/** The blocks that stand in a block: those of a box, and of columns from the first to the last. */
export function innerBlocks(block: Block | InnerBlock): readonly InnerBlock[] {
  switch (block.kind) {
    case 'box':
      return block.blocks
    case 'columns':
      return block.columns.flatMap(({ blocks }) => blocks)
    default:
      return []
  }
}

/** Every block of a body in the order in which it is read; one that holds others comes before them. */
export function* walkBlocks(body: readonly Block[]): Generator<Walked> {
  for (const top of body) {
    yield { block: top, top }
    for (const block of innerBlocks(top)) yield { block, top }
  }
}
