import { z } from 'zod'
import { blockWindowSchema, type BlockWindow } from '../content/blockWindow'
import type { BlockLike, SomeDefinition } from './definition'
import { blockId, shapesOf, type AnyOf } from './inner'
import { BLOCKS } from './kinds'

export { GRID } from './columns'
export { INNER_KINDS, type InnerBlock } from './inner'
export type { ListEntry } from './list'

/** A block of a body may be shown at some times only; what stands inside another is shown with it. */
export type Block = AnyOf<typeof BLOCKS> & { window?: BlockWindow | undefined }
export type BlockKind = keyof typeof BLOCKS
export const BLOCK_KINDS = Object.keys(BLOCKS) as BlockKind[]

const isKnownKind = (kind: string): kind is BlockKind => Object.hasOwn(BLOCKS, kind)

/** Whether a block is of a kind that this version knows; others are kept as they are, and readers get nothing of them. */
export const isKnown = (block: { kind: string }): boolean => isKnownKind(block.kind)

/** What is known of a block's kind; nothing of a kind that only a later version knows. */
export const definitionOf = ({ kind }: { kind: string }): SomeDefinition | undefined =>
  // A kind and its block belong together: a definition is only ever given blocks of its own kind.
  isKnownKind(kind) ? (BLOCKS[kind] as unknown as SomeDefinition) : undefined

/** Every block of a body: a known kind in its exact shape, or a kind that only a later version knows, which is kept untouched. */
export const blockSchema: z.ZodType<Block> = z.union([
  shapesOf(BLOCKS, { window: blockWindowSchema.optional() }),
  z.looseObject({
    id: blockId,
    kind: z
      .string()
      .regex(/^[a-z][a-z0-9-]{0,39}$/, 'A kind of block is a word')
      .refine((kind) => !isKnownKind(kind), 'This kind of block has another shape'),
  }),
]) as unknown as z.ZodType<Block>

/** How each kind of block is spoken of, in the order of the insert menu. */
export const BLOCK_WORDS = Object.fromEntries(Object.values(BLOCKS).map(({ kind, words }) => [kind, words])) as Record<BlockKind, string>

/** How a block is spoken of, also one of a kind that this version does not know. */
export const blockWord = (block: { kind: string }): string => definitionOf(block)?.words ?? `Unknown block (${block.kind})`

/** A body may not grow past this many blocks. */
export const MAX_BLOCKS = 2_000

/** And it holds at most this many words. */
export const MAX_WORDS = 200_000

/** A new, empty block of a kind, with a first place to write in. The id is the caller's: core makes no randomness. */
export const emptyBlock = (kind: BlockKind, id: string): Block => BLOCKS[kind].empty(id)

/** The blocks that stand in a block, in reading order; none of those holds further ones. */
export const innerBlocks = (block: BlockLike): readonly BlockLike[] => definitionOf(block)?.children?.(block) ?? []

/** The words a reader meets in a block, in reading order, for outlines, counting and search. */
export function blockText(block: BlockLike): string {
  const definition = definitionOf(block)
  if (!definition) return ''
  if (!definition.children) return definition.text(block)
  return [definition.text(block), ...definition.children(block).map(blockText)].filter(Boolean).join('\n')
}

/** The parts of a block that repeats, and how many its place is planned for. */
export const repeated = (block: Block): { count: number; planned: number | null } | null => definitionOf(block)?.repeated?.(block) ?? null

/** The ids of items that a block's links point at (`item:<id>`), for link resolving and cache tags. */
export const blockLinks = (block: Block): string[] =>
  [...JSON.stringify(block).matchAll(/"href":"item:([0-9a-f-]{36})/g)].map((match) => match[1]!)

/** The ids of media files that a block's links lead to (`media:<id>`). */
const linkedMedia = (block: Block): string[] =>
  [...JSON.stringify(block).matchAll(/"href":"media:([0-9a-f-]{36})/g)].map((match) => match[1]!)

function shownMedia(block: BlockLike): string[] {
  const definition = definitionOf(block)
  return definition?.media?.(block) ?? definition?.children?.(block).flatMap(shownMedia) ?? []
}

/** The media ids that a block shows or links to. */
export const blockMedia = (block: Block): string[] => [...new Set([...shownMedia(block), ...linkedMedia(block)])]
