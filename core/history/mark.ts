import { definitionOf, type Block } from '../blocks/blocks'
import type { BlockLike, MarkTools } from '../blocks/definition'
import { markBoth, pairs } from './marking'
import { blockWindowWords } from '../content/blockWindow'

/** A setting of a block other than its words that changed, in the words of its own values. */
export interface SettingChange {
  name: string
  before: string
  after: string
}

/**
 * A block as both versions in one: the renderer shows runs that carry a `change` as inserted or removed. `before` is set
 * when the two cannot be shown as one (another kind, another picture).
 */
export interface MarkedBlock {
  block: Block
  before: Block | null
  settings: SettingChange[]
}

const times = (window: Block['window']) => (window ? blockWindowWords(window) : 'always')

/** The differences in what is said of a block rather than in it. */
function settings(before: Block, after: Block): SettingChange[] {
  const [was, is] = [before as unknown as Record<string, unknown>, after as unknown as Record<string, unknown>]
  return Object.keys({ ...was, ...is })
    .filter((name) => !['id', 'kind', 'media', 'window'].includes(name))
    .filter((name) => typeof (was[name] ?? is[name]) !== 'object' && was[name] !== is[name])
    .map((name): SettingChange => ({ name, before: String(was[name] ?? ''), after: String(is[name] ?? '') }))
    .concat(
      times(before.window) === times(after.window) ? [] : { name: 'window', before: times(before.window), after: times(after.window) },
    )
}

/** Shows two states of a block in one, word by word; either may be missing. */
export function markBlock(before: Block | null, after: Block | null): MarkedBlock {
  if (
    before &&
    after &&
    (before.kind !== after.kind || (before.kind === 'picture' && after.kind === 'picture' && before.media !== after.media))
  )
    return { block: after, before, settings: settings(before, after) }
  const shown = (after ?? before)!
  return { block: join(before, after, shown), before: null, settings: before && after ? settings(before, after) : [] }
}

function join(before: Block | null, after: Block | null, shown: Block): Block {
  const [was, is] = [before?.kind === shown.kind ? before : null, after?.kind === shown.kind ? after : null]
  // What a definition makes of a block of its kind is one.
  return (definitionOf(shown)?.mark?.(shown, was, is, TOOLS) ?? shown) as Block
}

/** The blocks inside a box or column, each as both versions in one; those taken out stand before those that stay. */
function joinInner<B extends BlockLike>(before: readonly B[], after: readonly B[]): B[] {
  const now = new Map(after.map((block) => [block.id, block]))
  const then = new Map(before.map((block) => [block.id, block]))
  const joined = (was: B | null, is: B | null, shown: B) =>
    join(was as Block | null, is as Block | null, shown as unknown as Block) as unknown as B
  const gone = before.filter((block) => !now.has(block.id)).map((block) => joined(block, null, block))
  return [...gone, ...after.map((block) => joined(then.get(block.id) ?? null, block, block))]
}

const TOOLS: MarkTools = { both: markBoth, pairs, inner: joinInner }

/** One side of a marked block again, its changed words still marked: for the two columns of a comparison. */
export function columnOf(block: Block, side: 'before' | 'after'): Block {
  const drop = side === 'before' ? 'added' : 'removed'
  const keep = (value: unknown): unknown => {
    if (Array.isArray(value)) {
      const parts = value.filter((part) => !(part && typeof part === 'object' && 'change' in part && part.change === drop))
      return parts.map(keep)
    }
    if (value && typeof value === 'object') return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, keep(part)]))
    return value
  }
  return keep(block) as Block
}
