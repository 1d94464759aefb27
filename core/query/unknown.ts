import { distance, errorsIn } from './spelling'
import { within, type NamedField, type Query } from './query'

/**
 * A name in a query that nothing has, by its place among the names of the query, with the one that was most likely meant. The name itself is
 * with whoever asked: an answer does not say it again.
 */
export interface UnknownName {
  place: number
  nearest: string | null
}

/** The names in a query, in the order in which they are asked for. */
export const namesIn = (query: Query): { field: NamedField; value: string }[] =>
  [...within(query)].flatMap((part) => (part.is === 'named' ? part.values.map((value) => ({ field: part.field, value })) : []))

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

/** The names in a query that nothing has. A language is any tag; `none` asks for what has no name there. */
export const unknownNames = (
  query: Query,
  find: (field: NamedField, name: string) => readonly string[],
  known: (field: NamedField) => Iterable<string>,
): UnknownName[] =>
  namesIn(query).flatMap(({ field, value }, place) =>
    field === 'language' || value === 'none' || find(field, value).length ? [] : { place, nearest: nearestName(value, known(field)) },
  )

/** A query with unknown names replaced by those that are nearest. */
export function renamed(query: Query, unknown: readonly UnknownName[]): Query {
  const nearest = new Map(unknown.map((one) => [one.place, one.nearest]))
  let place = 0
  const walk = (part: Query): Query => {
    if (part.is === 'and' || part.is === 'or') return { ...part, parts: part.parts.map(walk) }
    if (part.is === 'not') return { ...part, part: walk(part.part) }
    return part.is === 'named' ? { ...part, values: part.values.map((value) => nearest.get(place++) ?? value) } : part
  }
  return walk(query)
}
