import type { Action, Done } from '../../../core/batch/action'
import { labelOf, readField, type FieldName, type Fields } from '../../../core/content/fields'
import { hasField, type Kind, KINDS } from '../../../core/kinds/kinds'
import type { ItemRow } from '../../store/items'
import { refusal, type Refusal } from '../refusal'

/** An action that changes one field of what a draft says. */
export type FieldAction = Action & { do: 'field' | 'label' }
type Value = (Action & { do: 'field' })['to']

/** The change of a field that an action makes of the fields that a draft has. */
export interface FieldChange {
  name: FieldName
  before: Value
  to: Value
  /** What it does, where that is to be told before where it went. */
  said: string
}

const empty = (value: unknown) => value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)
const same = (a: unknown, b: unknown) => (empty(a) && empty(b)) || JSON.stringify(a) === JSON.stringify(b)

/** That something is not as it was expected. */
export const changedMeanwhile = (what: string): Refusal => refusal('changed-meanwhile', 'changed-meanwhile', { what })

/** What an action changes of the fields of an item; throws a refusal where it cannot, or would change nothing. */
export function fieldChange(kind: Kind, fields: Fields, action: FieldAction): FieldChange {
  if (action.do === 'field') {
    const said = action.name === 'replacedBy' && action.to !== null ? 'Its address leads to the other label' : ''
    return { ...checked(kind, fields, action.name, action.to, action.from), said }
  }
  const labels = fields.labels ?? []
  const next = [...labels.filter((one) => !action.remove.includes(one)), ...action.add.filter((one) => !labels.includes(one))]
  return { ...checked(kind, fields, 'labels', next), said: labelSaid(labels, next) }
}

function checked(kind: Kind, fields: Fields, name: FieldName, to: Value, from?: Value): Omit<FieldChange, 'said'> {
  if (!hasField(kind, name)) throw refusal('refused', 'field-unknown', { kind: KINDS[kind].one, field: labelOf(name, kind) })
  const read = readField(kind, name, to)
  if ('problem' in read) throw refusal('refused', 'field-wrong', { field: labelOf(name, kind), problem: read.problem, at: name })
  if (same(fields[name], to)) throw refusal('conflict', 'unchanged', { what: 'so' })
  if (from !== undefined && !same(fields[name], from)) throw changedMeanwhile(labelOf(name, kind))
  return { name, before: (fields[name] ?? null) as Value, to }
}

function labelSaid(before: string[], after: string[]): string {
  const [more, fewer] = [after.filter((id) => !before.includes(id)).length, before.filter((id) => !after.includes(id)).length]
  const count = (n: number) => (n === 1 ? 'one label' : `${n} labels`)
  const said = [more ? `${count(more)} more` : '', fewer ? `${count(fewer)} fewer` : ''].filter(Boolean).join(', ')
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}`
}

/** Into which draft an edit of an item went. */
export const whereItWent = (item: Pick<ItemRow, 'on_site'>, draft: { opened: boolean }): string => {
  if (draft.opened) return 'In a new draft, which goes its route'
  return item.on_site === 'none' ? 'In its draft' : 'In its open draft, which goes its route'
}

/** What came of a field's change in a draft, told with what else that brings, and what takes it back. */
export function doneInDraft(
  item: Pick<ItemRow, 'on_site'>,
  { name, before, to, said }: FieldChange,
  draft: { id: string; opened: boolean; version: string },
  more: string[] = [],
): Done {
  const where = whereItWent(item, draft)
  return {
    said: [said ? `${said} ${where.charAt(0).toLowerCase()}${where.slice(1)}` : where, ...more].join('; '),
    draft: draft.id,
    undo: draft.opened
      ? { do: 'discard', draft: draft.id, version: draft.version }
      : { do: 'field', name, to: before, from: to, draft: draft.id },
  }
}
