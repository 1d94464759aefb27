import { distance, errorsIn } from './spelling'
import { within, type NamedField, type Query } from './query'

/** A name in a query that nothing has, with the one that was most likely meant. */
export interface UnknownName {
  field: NamedField
  value: string
  nearest: string | null
}

const folded = (name: string) => name.normalize('NFC').toLowerCase()

/** The name nearest to one that is unknown: the one that begins so, else the one with the fewest letters changed; `null` where none is near. */
export function nearestName(value: string, known: Iterable<string>): string | null {
  const wanted = folded(value)
  const most = errorsIn(wanted)
  let best: { name: string; far: number } | null = null
  for (const name of known) {
    const own = folded(name)
    const far = wanted.length > 2 && own.startsWith(wanted) ? 0 : distance(wanted, own, most)
    if (far <= most && (!best || far < best.far)) best = { name, far }
  }
  return best?.name ?? null
}

/** The names in a query that nothing has, each once. A language is any tag; `none` asks for what has no name there. */
export function unknownNames(
  query: Query,
  find: (field: NamedField, name: string) => readonly string[],
  known: (field: NamedField) => Iterable<string>,
): UnknownName[] {
  const unknown = new Map<string, UnknownName>()
  for (const part of within(query)) {
    if (part.is !== 'named' || part.field === 'language') continue
    for (const value of part.values)
      if (value !== 'none' && !find(part.field, value).length && !unknown.has(`${part.field}:${value}`))
        unknown.set(`${part.field}:${value}`, { field: part.field, value, nearest: nearestName(value, known(part.field)) })
  }
  return [...unknown.values()]
}

/** A query with unknown names replaced by those that are nearest. */
export function renamed(query: Query, unknown: readonly UnknownName[]): Query {
  if (query.is === 'and' || query.is === 'or') return { ...query, parts: query.parts.map((part) => renamed(part, unknown)) }
  if (query.is === 'not') return { ...query, part: renamed(query.part, unknown) }
  if (query.is !== 'named') return query
  const nearest = (value: string) => unknown.find((one) => one.field === query.field && one.value === value)?.nearest ?? value
  return { ...query, values: query.values.map(nearest) }
}
