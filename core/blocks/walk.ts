import { innerBlocks, type Block, type InnerBlock } from './blocks'

/** A block of a page, and the block of the body that it is, or stands in. */
export interface Walked {
  block: Block | InnerBlock
  top: Block
}

/** Every block of a body in the order in which it is read; one that holds others comes before them. */
export function* walkBlocks(body: readonly Block[]): Generator<Walked> {
  for (const top of body) {
    yield { block: top, top }
    for (const block of innerBlocks(top)) yield { block: block as InnerBlock, top }
  }
}
