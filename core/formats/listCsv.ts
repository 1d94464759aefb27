import { reason } from '../words/ruleReasons'
import type { Action } from '../batch/action'
import { accept, refuse, type Outcome, type Reason } from '../outcome'
import { isDate } from '../time/date'
import { fromCell } from './cell'

/** The columns of a list as a file (RFC 4180), with their heads; those that can be brought back changed are in {@link CHANGEABLE}. */
export const LIST_COLUMNS = {
  id: 'id',
  kind: 'kind',
  title: 'title',
  internalName: 'internal name',
  section: 'section',
  owner: 'owner',
  labels: 'labels',
  shownDate: 'shown date',
  reviewBy: 'look again by',
  onSite: 'on site',
  draft: 'draft',
  address: 'address',
  author: 'author',
  words: 'words',
  changed: 'changed',
  /** What the other cells said when the file was saved: it tells what was changed in the file from what was changed here since. */
  mark: 'as saved',
} as const
export type ListColumn = keyof typeof LIST_COLUMNS
export const CHANGEABLE = ['title', 'internalName', 'owner', 'labels', 'shownDate', 'reviewBy'] as const satisfies ListColumn[]
type Changeable = (typeof CHANGEABLE)[number]

/** Labels stand in one cell with this between. */
const BETWEEN = '; '

/** What an item says in each column. */
export interface ListFacts extends Record<Exclude<ListColumn, 'labels' | 'words' | 'mark'>, string> {
  /** The owner’s id, whose name is in `owner`. */
  ownerId: string | null
  labels: { id: string; title: string }[]
  words: number
}

/** The columns that a mark is of, in the order in which it tells of them. */
const MARKED: readonly ListColumn[] = (Object.keys(LIST_COLUMNS) as ListColumn[]).filter((column) => column !== 'id' && column !== 'mark')

/** A short hash of a cell’s text, which tells whether it is another: FNV-1a with 32 bits over UTF-16 units, as eight hexadecimal digits. */
export function cellHash(text: string): string {
  let hash = 0x811c9dc5
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193)
  return (hash >>> 0).toString(16).padStart(8, '0')
}

/** The texts of an item’s cells. */
export function cellsOf({ ownerId: _, ...facts }: ListFacts): Record<ListColumn, string> {
  const cells = { ...facts, labels: facts.labels.map(({ title }) => title).join(BETWEEN), words: String(facts.words), mark: '' }
  return { ...cells, mark: MARKED.map((column) => cellHash(cells[column].trim())).join('') }
}

/** The columns that a head names, in its order; refused where it has no `id`, a column twice, or one that is not known. */
export function readHead(head: readonly string[]): Outcome<ListColumn[]> {
  const byName = new Map(Object.entries(LIST_COLUMNS).map(([column, name]) => [name, column as ListColumn]))
  const columns: ListColumn[] = []
  for (const name of head) {
    const column = byName.get(name.trim().toLowerCase() as never)
    if (!column) return refuse(reason('column-unknown', { name }))
    if (columns.includes(column)) return refuse(reason('column-twice', { name }))
    columns.push(column)
  }
  return columns.includes('id') ? accept(columns) : refuse(reason('id-missing'))
}

/** Who and what names in cells mean: their ids, whatever the case. */
export interface CellNames {
  person(name: string): readonly string[]
  label(title: string): readonly string[]
}

/** What one cell of a file would change. */
export interface CellChange {
  column: Changeable
  /** What stands in the file, and what the item says now. */
  file: string
  now: string
  /** Whether the item was changed there since the file was saved, so that this would overwrite it. */
  since: boolean
  acts: Action[]
}
/** Tells what someone saw of an item where they chose to overwrite it: the cells that were changed here since, as they were then. */
export const seenMark = (cells: readonly { column: string; now: string }[]): string =>
  cellHash(cells.map(({ column, now }) => `${column}: ${now}`).join('\n'))

/** What a line of a file would change of an item, and in which columns it was changed for nothing: a file cannot change those. */
export interface LineChanges {
  changes: CellChange[]
  ignored: ListColumn[]
}

/**
 * What a line of a file changes of an item: each cell that says something else than the item does. A cell that is as the file was saved, by
 * its mark, changes nothing, whatever the item says now. Refused with every cell that cannot be meant.
 */
export function changesOf(
  columns: readonly ListColumn[],
  line: readonly string[],
  facts: ListFacts,
  names: CellNames,
): Outcome<LineChanges> {
  const now = cellsOf(facts)
  const cells = new Map(columns.map((column, index) => [column, fromCell(line[index] ?? '').trim()]))
  const mark = cells.get('mark') ?? ''
  /** The hash of what the file said of a column when it was saved; undefined where its mark was lost. */
  const saved = (column: ListColumn) =>
    mark.length === 8 * MARKED.length ? mark.slice(8 * MARKED.indexOf(column), 8 * MARKED.indexOf(column) + 8) : undefined
  const result: LineChanges = { changes: [], ignored: [] }
  const reasons: Reason[] = []
  for (const [column, file] of cells) {
    if (column === 'mark' || column === 'id' || file === now[column].trim() || cellHash(file) === saved(column)) continue
    if (!isChangeable(column)) {
      result.ignored.push(column)
      continue
    }
    const read = readCell(column, file, facts, names)
    const since = saved(column) !== undefined && saved(column) !== cellHash(now[column].trim())
    if (!read.ok) reasons.push(...read.reasons)
    else if (read.value.length) result.changes.push({ column, file, now: now[column], since, acts: read.value })
  }
  return reasons.length ? refuse(...reasons) : accept(result)
}
const isChangeable = (column: ListColumn): column is Changeable => (CHANGEABLE as readonly ListColumn[]).includes(column)

function readCell(column: Changeable, cell: string, facts: ListFacts, names: CellNames): Outcome<Action[]> {
  const at = LIST_COLUMNS[column]
  switch (column) {
    case 'title':
      return cell
        ? accept([{ do: 'field', name: 'title', to: cell, from: facts.title }])
        : refuse(reason('title-missing', { of: 'item', at }))
    case 'internalName':
      return accept([{ do: 'note', name: 'internalName', to: cell || null, from: facts.internalName || null }])
    case 'owner': {
      if (!cell) return accept([{ do: 'note', name: 'owner', to: null, from: facts.ownerId }])
      const [person, ...others] = names.person(cell)
      if (!person) return refuse(reason('person-unknown', { name: cell, at }))
      return others.length
        ? refuse(reason('person-several', { name: cell, at }))
        : accept([{ do: 'note', name: 'owner', to: person, from: facts.ownerId }])
    }
    case 'shownDate':
    case 'reviewBy':
      if (cell && !isDate(cell)) return refuse(reason('date-wrong', { text: cell, at }))
      return accept([
        column === 'reviewBy'
          ? { do: 'note', name: 'reviewBy', to: cell || null, from: facts.reviewBy || null }
          : { do: 'field', name: 'shownDate', to: cell || null, from: facts.shownDate || null },
      ])
    case 'labels': {
      const titles = cell
        .split(BETWEEN.trim())
        .map((title) => title.trim())
        .filter(Boolean)
      // A label that the item has is meant before another of the same name.
      const ids = titles.map((title) => facts.labels.find((own) => own.title === title)?.id ?? names.label(title)[0])
      const unknown = titles.find((_, index) => ids[index] === undefined)
      if (unknown !== undefined) return refuse(reason('label-unknown', { title: unknown, at }))
      const before = facts.labels.map(({ id }) => id)
      const add = [...new Set(ids as string[])].filter((id) => !before.includes(id))
      const remove = before.filter((id) => !ids.includes(id))
      return accept(add.length || remove.length ? [{ do: 'label', add, remove }] : [])
    }
  }
}
