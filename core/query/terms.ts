import { ALL, CHOICES, type ChoiceField, type NamedField, type Part, type Query } from './query'

/** What can be clicked together: a value of a field, or a part that is there or not. */
export type Term = { field: ChoiceField | NamedField; value: string } | { is: 'has' | 'lacks'; part: Part }

const partsOf = (query: Query): Query[] => (query.is === 'all' ? [] : query.is === 'and' ? query.parts : [query])
const joined = (parts: Query[]): Query => (parts.length === 0 ? ALL : parts.length === 1 ? parts[0]! : { is: 'and', parts })
const holds = (part: Query, term: Term): boolean =>
  'field' in term
    ? (part.is === 'choice' || part.is === 'named') && part.field === term.field && part.values.includes(term.value)
    : part.is === term.is && part.part === term.part

/** Whether a query asks for a term outright: beside whatever else it asks. */
export const hasTerm = (query: Query, term: Term): boolean => partsOf(query).some((part) => holds(part, term))

/** The query with a term put in, or taken out where it was. A second value of a field means either. */
export function toggled(query: Query, term: Term): Query {
  const parts = partsOf(query)
  const at = parts.findIndex((part) => holds(part, term))
  if ('field' in term) {
    const { field, value } = term
    // It may be asked for more than once.
    if (at >= 0) return joined(parts.flatMap((part) => (holds(part, term) ? without(part, value) : [part])))
    const same = parts.findIndex((part) => (part.is === 'choice' || part.is === 'named') && part.field === field)
    const part = parts[same]
    if (part && (part.is === 'choice' || part.is === 'named')) return joined(parts.with(same, { ...part, values: [...part.values, value] }))
    return joined([...parts, asTerm(field, value)])
  }
  if (at >= 0) return joined(parts.filter((part) => !holds(part, term)))
  // What is to be there is not to be lacking.
  const other = { is: term.is === 'has' ? ('lacks' as const) : ('has' as const), part: term.part }
  return joined([...parts.filter((part) => !holds(part, other)), { is: term.is, part: term.part }])
}

/** A part of a query without one of its values; nothing where it had no other. */
function without(part: Query, value: string): Query[] {
  if (part.is !== 'choice' && part.is !== 'named') return []
  const values = part.values.filter((one) => one !== value)
  return values.length ? [{ ...part, values }] : []
}

const asTerm = (field: ChoiceField | NamedField, value: string): Query =>
  Object.hasOwn(CHOICES, field)
    ? { is: 'choice', field: field as ChoiceField, values: [value] }
    : { is: 'named', field: field as NamedField, values: [value] }
