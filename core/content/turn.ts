import type { Block, ListEntry } from '../blocks/blocks'
import { MOST_ENTRIES } from '../blocks/list'
import { normaliseText, plain, runs, type Text } from './inline'
import type { Typed } from './splitJoin'
import { fitText } from './textKinds'

/** What a text can be turned into: a paragraph, a heading of a level, a list with dots or numbers, or a quote. */
export const TURNS = ['paragraph', 'heading-2', 'heading-3', 'heading-4', 'dots', 'numbers', 'quote'] as const
export type Turn = (typeof TURNS)[number]

type Written = Extract<Block, { kind: 'paragraph' | 'heading' | 'list' | 'quote' }>
/** Whether the whole of a block is a text. */
export const isWritten = (block: Block): block is Written => ['paragraph', 'heading', 'list', 'quote'].includes(block.kind)

/** What a block is now; `null` where it is not a text that can be turned into another. */
export function turnOf(block: Block): Turn | null {
  if (!isWritten(block)) return null
  if (block.kind === 'heading') return `heading-${block.level}`
  return block.kind === 'list' ? (block.ordered ? 'numbers' : 'dots') : block.kind
}

const LEVELS = { 'heading-2': 2, 'heading-3': 3, 'heading-4': 4 } as const
const levelOf = (into: Turn): 2 | 3 | 4 | undefined => (into in LEVELS ? LEVELS[into as keyof typeof LEVELS] : undefined)

/** A text cut at its line breaks. */
function linesOf(text: Text): Text[] {
  const lines: Text[] = [[]]
  for (const run of text)
    run.text.split('\n').forEach((part, index) => {
      if (index) lines.push([])
      if (part) lines.at(-1)!.push({ ...run, text: part })
    })
  return lines
}

const entryTexts = (entries: readonly ListEntry[]): Text[] =>
  entries.flatMap(({ text, entries: inner }) => [text, ...entryTexts(inner ?? [])])

/** The texts of a block, in reading order. */
function textsOf(block: Written): Text[] {
  if (block.kind === 'list') return entryTexts(block.entries)
  if (block.kind === 'quote') return [...linesOf(block.text), ...(block.source ? [runs(block.source)] : [])]
  return [block.text]
}

const sameWindow = (one: Block, other: Block) => JSON.stringify(one.window) === JSON.stringify(other.window)

/** One block from the texts of others, or one for each text: `id` is the first one's. */
function made(texts: readonly Text[], into: Turn, id: string, newId: () => string): Block[] {
  switch (into) {
    case 'dots':
    case 'numbers':
      return Array.from({ length: Math.ceil(texts.length / MOST_ENTRIES) }, (_, n) => ({
        id: n ? newId() : id,
        kind: 'list',
        ordered: into === 'numbers',
        entries: texts.slice(n * MOST_ENTRIES, (n + 1) * MOST_ENTRIES).map((text) => ({ text: fitText(text, 'entry') })),
      }))
    case 'quote':
      return [
        {
          id,
          kind: 'quote',
          text: fitText(normaliseText(texts.flatMap((text, n) => (n ? [{ text: '\n' }, ...text] : text))), 'quote'),
          source: '',
        },
      ]
    case 'paragraph':
      return texts.map((text, n) => ({ id: n ? newId() : id, kind: 'paragraph', text: fitText(text, 'paragraph') }))
    default: {
      const level = levelOf(into)!
      return texts.map((text, n) => ({ id: n ? newId() : id, kind: 'heading', level, text: fitText(text, 'heading') }))
    }
  }
}

/**
 * A body with the chosen blocks turned into something else: their words stay, in order. Neighbours that become a list or a
 * quote become one; a list or a quote of several lines that becomes paragraphs or headings becomes several. The first keeps its
 * id, and each keeps the times at which it is shown. Blocks that are no texts, and those that are it already, stay as they are.
 */
export function turnBlocks(body: readonly Block[], chosen: ReadonlySet<string>, into: Turn, newId: () => string): Block[] {
  const out: Block[] = []
  let gathered: Written[] = []
  const gather = () => {
    const [first] = gathered
    if (!first) return
    const blocks = made(gathered.flatMap(textsOf), into, first.id, newId)
    out.push(...blocks.map((block) => (first.window ? { ...block, window: first.window } : block)))
    gathered = []
  }
  for (const block of body) {
    if (!chosen.has(block.id) || !isWritten(block) || turnOf(block) === into) {
      gather()
      out.push(block)
    } else if (block.kind === 'list' && (into === 'dots' || into === 'numbers')) {
      // Only its marks change: entries within entries stay so.
      gather()
      out.push({ ...block, ordered: into === 'numbers' })
    } else if (block.kind === 'heading' && levelOf(into)) {
      // It keeps its style.
      gather()
      out.push({ ...block, level: levelOf(into)! })
    } else {
      if (gathered[0] && !sameWindow(gathered[0], block)) gather()
      gathered.push(block)
    }
  }
  gather()
  return out
}

/** What is typed at the start of a paragraph, before a space, to turn it into something else. */
const TYPED: Record<string, Turn> = {
  '#': 'heading-2',
  '##': 'heading-2',
  '###': 'heading-3',
  '####': 'heading-4',
  '-': 'dots',
  '*': 'dots',
  '1.': 'numbers',
  '1)': 'numbers',
  '>': 'quote',
}

/**
 * A space typed in a paragraph after what asks for another kind of block (`##`, `-`, `1.`, `>`): the body with it turned, without
 * those letters. `before` is what stands before the cursor. `null` where nothing was asked for.
 */
export function turnAsTyped(body: readonly Block[], index: number, before: string): Typed | null {
  const block = body[index]
  const into = TYPED[before]
  if (block?.kind !== 'paragraph' || !into || !plain(block.text).startsWith(before)) return null
  let left = before.length
  const rest = block.text.flatMap((run) => {
    const cut = Math.min(left, run.text.length)
    left -= cut
    return cut < run.text.length ? [{ ...run, text: run.text.slice(cut) }] : []
  })
  const turned = turnBlocks([{ ...block, text: rest }], new Set([block.id]), into, () => block.id)
  return { body: [...body.slice(0, index), ...turned, ...body.slice(index + 1)], cursor: { block: block.id, at: 'start' } }
}

/** Enter in the last, empty entry of a list: the list without it, and a paragraph below; of an empty list the paragraph alone. */
export function leaveList(body: readonly Block[], index: number, newId: string): Typed | null {
  const block = body[index]
  if (block?.kind !== 'list') return null
  const last = block.entries.at(-1)
  if (!last || last.text.length || last.entries?.length) return null
  const entries = block.entries.slice(0, -1)
  const paragraph: Block = { id: newId, kind: 'paragraph', text: [] }
  return {
    body: [...body.slice(0, index), ...(entries.length ? [{ ...block, entries }] : []), paragraph, ...body.slice(index + 1)],
    cursor: { block: newId, at: 'start' },
  }
}
