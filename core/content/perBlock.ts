import type { Block } from '../blocks/blocks'

/** A function of a block that is worked out once for each: blocks are never changed in place. */
export function perBlock<T>(work: (block: Block) => T): (block: Block) => T {
  const known = new WeakMap<Block, T>()
  return (block) => {
    let value = known.get(block)
    if (value === undefined) known.set(block, (value = work(block)))
    return value
  }
}
