import { definitionOf } from '../blocks/blocks'
import type { BlockLike } from '../blocks/definition'
import type { Refs } from './text'

/** One block as HTML, exactly as readers get it; nothing of a kind that only a later version knows. */
export const renderBlock = (block: BlockLike, refs: Refs): string =>
  definitionOf(block)?.render(block, refs, (blocks) => blocks.map((inner) => renderBlock(inner, refs)).join('')) ?? ''
