import { z } from 'zod'
import { textSchema } from '../content/inline'
import { disallowedIn, type TextKind } from '../content/textKinds'
import type { markBoth, pairs } from '../history/marking'
import type { Refs } from '../render/text'

/** What every block has. */
export interface BlockLike {
  id: string
  kind: string
}

/** A block of one kind: what every block has, and the parts that its shape names. */
export type BlockOf<K extends string, S extends z.ZodRawShape> = { id: string; kind: K } & ([keyof S] extends [never]
  ? unknown
  : z.infer<z.ZodObject<S>>)

/**
 * How a part is merged that two people changed: word by word, entry by entry, as blocks of their own, or as columns of them. A
 * part that is not named is a question then.
 */
export type PartMerge = 'words' | 'entries' | 'blocks' | 'columns'

/**
 * All that is to be known of one kind of block. Each kind is a file of this folder; `kinds.ts` has them all. Blocks that stand in
 * another are given to functions that work on them: a kind knows no other kind.
 */
export interface BlockDefinition<K extends string, S extends z.ZodRawShape> {
  kind: K
  /** How it is spoken of, as in the insert menu. */
  words: string
  /** Its parts, beside its id and kind. */
  shape: S
  /** A new one, with a first place to write in. */
  empty(id: string): BlockOf<K, S>
  /** The words that a reader meets in it, in reading order, one thing a line; without those of the blocks that stand in it. */
  text(block: BlockOf<K, S>): string
  /** The blocks that stand in it, in reading order. */
  children?(block: BlockOf<K, S>): readonly BlockLike[]
  /** The ids of files that it shows; links to files are found by themselves. */
  media?(block: BlockOf<K, S>): string[]
  /** How many alike parts it has, and for how many its place is planned. */
  repeated?(block: BlockOf<K, S>): { count: number; planned: number | null }
  merges: { readonly [P in keyof S]?: PartMerge }
  /** Whether the changes of two people do not go together although they changed different parts. */
  clash?(base: BlockOf<K, S>, a: BlockOf<K, S>, b: BlockOf<K, S>): boolean
  /** Two states of it in one, changed words marked; either may be missing. `shown` is the later one. */
  mark?(shown: BlockOf<K, S>, before: BlockOf<K, S> | null, after: BlockOf<K, S> | null, tools: MarkTools): BlockOf<K, S>
  /** As readers get it; `''` where they get nothing. */
  render(block: BlockOf<K, S>, refs: Refs, inner: RenderInner): string
}
/** A definition of which only is known that it is one: it takes any block, of which there are only its id and its kind. */
export type SomeDefinition = Omit<BlockDefinition<string, Record<never, never>>, 'merges'> & {
  merges: { readonly [part: string]: PartMerge | undefined }
}
/** What marks changes, given to the kinds so that whoever only shows blocks does not load it. */
export interface MarkTools {
  both: typeof markBoth
  pairs: typeof pairs
  /** Marks what changed between the blocks that stood and stand in a block. */
  inner<B extends BlockLike>(before: readonly B[], after: readonly B[]): B[]
}
export type RenderInner = (blocks: readonly BlockLike[]) => string

/** One line of text. */
export const line = z.string().max(300)
/** Rich text with the styles that its place offers. */
export const textAt = (kind: TextKind) =>
  textSchema.superRefine((value, context) => {
    const wrong = disallowedIn(value, kind)
    if (wrong) context.addIssue({ code: 'custom', message: wrong })
  })
/** How many alike parts the place is planned for; more are possible, and said to be more. */
export const planned = z.int().min(1).max(24).nullable()
