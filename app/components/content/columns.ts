import type { Action } from '~~/core/batch/action'
import type { FieldName } from '~~/core/content/fields'
import { can, hasField } from '~~/core/kinds/kinds'
import type { SortKey } from '~~/core/query/sort'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** A row of the list, as the API answers it. */
export type Listed = Got<'/items'>['items'][number]

/** How a cell is edited, and what changing it means. */
export type CellEdit =
  | { as: 'line' | 'date' | 'number' | 'switch'; field: FieldName }
  | { as: 'line' | 'date'; note: 'internalName' | 'reviewBy' }
  | { as: 'person'; note: 'owner' }
  | { as: 'section' }
  | { as: 'byline' }
  | { as: 'labels' }

export interface Column {
  key: string
  label: string
  width: number
  sort?: SortKey
  edit?: CellEdit
}

/** The columns that the list can have; the first is always there and stays in sight. */
export const COLUMNS: readonly Column[] = [
  { key: 'title', label: say.title, width: 288, sort: 'title', edit: { as: 'line', field: 'title' } },
  { key: 'onSite', label: common.onSite, width: 114 },
  { key: 'draft', label: common.draft, width: 124 },
  { key: 'next', label: say.next, width: 112, sort: 'next' },
  { key: 'kind', label: say.kind, width: 80 },
  { key: 'section', label: common.section, width: 136, edit: { as: 'section' } },
  { key: 'author', label: say.author, width: 122 },
  { key: 'byline', label: say.byline, width: 140, edit: { as: 'byline' } },
  { key: 'owner', label: say.owner, width: 130, edit: { as: 'person', note: 'owner' } },
  { key: 'labels', label: common.labels, width: 140, edit: { as: 'labels' } },
  { key: 'changed', label: say.changed, width: 116, sort: 'changed' },
  { key: 'by', label: say.changedBy, width: 130 },
  { key: 'internalName', label: say.internalName, width: 180, edit: { as: 'line', note: 'internalName' } },
  { key: 'address', label: common.address, width: 240, sort: 'place', edit: { as: 'line', field: 'segment' } },
  { key: 'shown', label: say.shownDate, width: 110, sort: 'shown', edit: { as: 'date', field: 'shownDate' } },
  { key: 'review', label: say.lookAgainBy, width: 118, sort: 'review', edit: { as: 'date', note: 'reviewBy' } },
  { key: 'begun', label: say.begun, width: 112, sort: 'begun' },
  { key: 'words', label: common.words, width: 78, sort: 'words' },
  { key: 'lacks', label: say.lacks, width: 190 },
  { key: 'menuLabel', label: say.menuLabel, width: 150, edit: { as: 'line', field: 'menuLabel' } },
  { key: 'part', label: say.numberInTheSeries, width: 70, edit: { as: 'number', field: 'seriesPart' } },
  { key: 'found', label: say.found, width: 420, sort: 'rank' },
  { key: 'comments', label: say.comments, width: 100, edit: { as: 'switch', field: 'commentsOpen' } },
]
const BY_KEY = new Map(COLUMNS.map((column) => [column.key, column]))
export const columnOf = (key: string): Column | undefined => BY_KEY.get(key)

/** A column as a person has it. */
export interface OwnColumn {
  key: string
  width: number
}
const FIRST = ['title', 'onSite', 'draft', 'next', 'kind', 'section', 'author', 'labels', 'changed']
export const firstColumns = (): OwnColumn[] => FIRST.map((key) => ({ key, width: columnOf(key)!.width }))

/** Columns as they were kept, without what is no longer known; the title first. */
export function readColumns(kept: readonly OwnColumn[] | null): OwnColumn[] {
  const known = kept?.filter(({ key }) => BY_KEY.has(key) && key !== 'found') ?? []
  if (!known.length) return firstColumns()
  const title = known.find(({ key }) => key === 'title') ?? { key: 'title', width: columnOf('title')!.width }
  return [title, ...known.filter(({ key }) => key !== 'title')]
}

/** Whether a cell of an item can be edited at all: its kind has the field. */
export function canEdit({ edit }: Column, row: Listed): boolean {
  if (!edit || can(row.kind, 'single')) return false
  if ('field' in edit) return hasField(row.kind, edit.field)
  if (edit.as === 'labels' || edit.as === 'byline') return hasField(row.kind, edit.as)
  return true
}

/** What a cell says to be edited. */
export function cellValue({ edit }: Column, row: Listed): string {
  if (!edit) return ''
  if (edit.as === 'section') return row.section.id
  if (edit.as === 'labels') return ''
  if (edit.as === 'byline') return (row.fields.byline ?? []).join()
  if ('note' in edit) return { internalName: row.internalName, owner: row.owner?.id ?? '', reviewBy: row.reviewBy ?? '' }[edit.note]
  const value = row.fields[edit.field as keyof Listed['fields']]
  return value === undefined || value === null ? '' : String(value)
}

/** The action that gives a cell another value. */
export function actionFor({ edit }: Column, row: Listed, value: string): Action | null {
  if (!edit || edit.as === 'labels' || value === cellValue({ edit } as Column, row)) return null
  if (edit.as === 'byline') return { do: 'field', name: 'byline', to: value ? value.split(',') : [], from: row.fields.byline ?? null }
  if (edit.as === 'section') return { do: 'move', section: value, from: row.section.id }
  if ('note' in edit) return { do: 'note', name: edit.note, to: value || null, from: cellValue({ edit } as Column, row) || null }
  const from = row.fields[edit.field as keyof Listed['fields']] ?? null
  if (edit.as === 'number') return { do: 'field', name: edit.field, to: value === '' ? null : Number(value), from }
  if (edit.as === 'switch') return { do: 'field', name: edit.field, to: value === 'true', from }
  return { do: 'field', name: edit.field, to: edit.as === 'date' ? value || null : value, from }
}

const EMPTY = new Map<string, string>()
/** The row as it will be once the server has taken an edit. */
export function edited({ edit }: Column, row: Listed, value: string, names = EMPTY): Listed {
  if (!edit || edit.as === 'labels') return row
  if (edit.as === 'byline') return { ...row, fields: { ...row.fields, byline: value ? value.split(',') : [] } }
  if (edit.as === 'section') return { ...row, section: { id: value, name: names.get(value) ?? '' } }
  if ('note' in edit) {
    if (edit.note === 'owner') return { ...row, owner: value ? { id: value, name: names.get(value) ?? '' } : null }
    return edit.note === 'internalName' ? { ...row, internalName: value } : { ...row, reviewBy: value || null }
  }
  const to = edit.as === 'number' ? Number(value) : edit.as === 'switch' ? value === 'true' : value
  return { ...row, ...(edit.field === 'shownDate' ? { shownDate: value || null } : {}), fields: { ...row.fields, [edit.field]: to } }
}

/** How wide the column is in which rows are chosen. */
export const CHOICE = 40
/** The id of a cell; row −1 is the head, column 0 the choice. */
export const cellId = (row: number, column: number) => `cell-${row}-${column}`

const FILE_NAMES: Record<string, string> = { shown: 'shownDate', review: 'reviewBy' }
/** What the columns are called in a file of the list. */
export const fileColumns = (columns: readonly OwnColumn[]): string[] => columns.map(({ key }) => FILE_NAMES[key] ?? key)
