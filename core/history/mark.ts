import type { Block, InnerBlock, ListEntry } from '../content/blocks'
import { blockWindowWords } from '../content/blockWindow'
import { plain, type Text } from '../content/inline'
import { differencesOf } from './sequence'
import { markText, type MarkedRun, type MarkedText } from './words'

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

const all = (text: Text, change: 'added' | 'removed'): MarkedText => text.map((run): MarkedRun => ({ ...run, change }))

/** Pairs the parts of two lists: equal ones stay; between them the nth removed meets the nth added; the rest stand alone. */
function pairs<T>(before: readonly T[], after: readonly T[], key: (part: T) => string): { before?: T; after?: T }[] {
  const out: { before?: T; after?: T }[] = []
  let [x, y] = [0, 0]
  const same = (to: number) => {
    for (; x < to; x++, y++) out.push({ before: before[x]!, after: after[y]! })
  }
  for (const hunk of differencesOf(before.map(key), after.map(key))) {
    same(hunk.aFrom)
    for (; x < hunk.aTo || y < hunk.bTo;) {
      const pair: { before?: T; after?: T } = {}
      if (x < hunk.aTo) pair.before = before[x++]!
      if (y < hunk.bTo) pair.after = after[y++]!
      out.push(pair)
    }
  }
  same(before.length)
  return out
}

const both = (before: Text | undefined, after: Text | undefined): MarkedText =>
  before && after ? markText(before, after) : before ? all(before, 'removed') : all(after ?? [], 'added')

const markEntries = (before: ListEntry[], after: ListEntry[]): ListEntry[] =>
  pairs(before, after, (entry) => plain(entry.text)).map((pair) => {
    const entries = markEntries(pair.before?.entries ?? [], pair.after?.entries ?? [])
    return { text: both(pair.before?.text, pair.after?.text), ...(entries.length ? { entries } : {}) }
  })

const rowKey = (row: Text[]) => row.map(plain).join('\u0000')

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
  switch (shown.kind) {
    case 'paragraph':
    case 'heading':
    case 'quote':
      return { ...shown, text: both((was as typeof shown | null)?.text, (is as typeof shown | null)?.text) }
    case 'picture':
      return { ...shown, caption: both((was as typeof shown | null)?.caption, (is as typeof shown | null)?.caption) }
    case 'list':
      return { ...shown, entries: markEntries((was as typeof shown | null)?.entries ?? [], (is as typeof shown | null)?.entries ?? []) }
    case 'table': {
      // Where rows of both stand in one table, joined cells of either would cover what they do not.
      const { merged, ...table } = shown
      const alike = (was as typeof shown | null)?.rows.length === (is as typeof shown | null)?.rows.length
      return {
        ...table,
        ...(merged && (alike || !was || !is) ? { merged } : {}),
        rows: pairs((was as typeof shown | null)?.rows ?? [], (is as typeof shown | null)?.rows ?? [], rowKey).map((pair) =>
          Array.from({ length: Math.max(pair.before?.length ?? 0, pair.after?.length ?? 0) }, (_, index) =>
            both(pair.before?.[index], pair.after?.[index]),
          ),
        ),
      }
    }
    case 'definitions':
      return {
        ...shown,
        entries: pairs((was as typeof shown | null)?.entries ?? [], (is as typeof shown | null)?.entries ?? [], (entry) =>
          plain(entry.term),
        ).map((pair) => ({
          term: both(pair.before?.term, pair.after?.term),
          text: both(pair.before?.text, pair.after?.text),
        })),
      }
    case 'box':
      return { ...shown, blocks: joinInner((was as typeof shown | null)?.blocks ?? [], (is as typeof shown | null)?.blocks ?? []) }
    case 'columns':
      return {
        ...shown,
        columns: shown.columns.map((column, index) => ({
          ...column,
          blocks: joinInner(
            (was as typeof shown | null)?.columns[index]?.blocks ?? [],
            (is as typeof shown | null)?.columns[index]?.blocks ?? [],
          ),
        })),
      }
    case 'cards':
      return {
        ...shown,
        cards: pairs((was as typeof shown | null)?.cards ?? [], (is as typeof shown | null)?.cards ?? [], (card) => card.title).map(
          (pair) => ({
            ...(pair.after ?? pair.before)!,
            text: both(pair.before?.text, pair.after?.text),
          }),
        ),
      }
    case 'questions':
      return {
        ...shown,
        questions: pairs((was as typeof shown | null)?.questions ?? [], (is as typeof shown | null)?.questions ?? [], (entry) =>
          plain(entry.question),
        ).map((pair) => ({
          question: both(pair.before?.question, pair.after?.question),
          answer: both(pair.before?.answer, pair.after?.answer),
        })),
      }
    default:
      return shown
  }
}

/** The blocks inside a box or column, each as both versions in one; those taken out stand before those that stay. */
function joinInner(before: InnerBlock[], after: InnerBlock[]): InnerBlock[] {
  const now = new Map(after.map((block) => [block.id, block]))
  const then = new Map(before.map((block) => [block.id, block]))
  const gone = before.filter((block) => !now.has(block.id)).map((block) => join(block, null, block))
  return [...gone, ...after.map((block) => join(then.get(block.id) ?? null, block, block))] as InnerBlock[]
}

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
