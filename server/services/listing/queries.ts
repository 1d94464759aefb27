import { serviceReason } from '../../../core/words/serviceReasons'
import { withAncestors } from '../../../core/access/rights'
import { LABEL_TYPES, type LabelType } from '../../../core/kinds/label'
import type { Names } from '../../../core/query/meaning'
import { parseQuery } from '../../../core/query/parse'
import { asks, inList, within, type NamedField, type Query } from '../../../core/query/query'
import { unknownNames, type UnknownName } from '../../../core/query/unknown'
import { dateIn } from '../../../core/time/date'
import type { Reader } from '../../store/database'
import { labelTitles } from '../../store/listed'
import type { Listing } from '../../store/listing'
import { namedEditions } from '../../store/editions'
import { gateNames } from '../../store/routes'
import { sectionsWhere, type Actor } from '../people/access'
import type { Foresight } from '../planning/foresight'
import type { Office } from '../office'
import { found, Refusal } from '../refusal'

const folded = (name: string) => name.normalize('NFC').toLowerCase()

/** The ids behind each name, folded. */
class Book {
  private readonly ids = new Map<string, string[]>()
  /** As they are written. */
  readonly names = new Set<string>()
  constructor(named: readonly (readonly [name: string, id: string])[]) {
    for (const [name, id] of named) {
      this.names.add(name)
      const key = folded(name)
      const known = this.ids.get(key)
      if (known) known.push(id)
      else this.ids.set(key, [id])
    }
  }
  find = (name: string): readonly string[] => this.ids.get(folded(name)) ?? []
}

export interface LabelName {
  id: string
  title: string
  type: LabelType
}

/**
 * What names mean on a site: people by theirs, sections by theirs with all that is below them, labels by their titles, gates by theirs in
 * any route, editions by theirs; `me` is who asks.
 */
export function namesOf(
  rights: Actor['rights'],
  me: string | null,
  labels: readonly LabelName[],
  gates: readonly { id: string; name: string }[],
  editions: readonly { id: string; name: string }[],
): Names & { known: (field: NamedField) => Iterable<string> } {
  const labelled = (some: readonly LabelName[]) => some.map(({ id, title }) => [title, id] as const)
  // Most queries name one thing or none: a book is written when it is first looked into.
  const people = once(
    () => new Book([...(me === null ? [] : [['me', me] as const]), ...[...rights.people].map(([id, { name }]) => [name, id] as const)]),
  )
  const books: Record<Exclude<NamedField, 'language'>, () => Book> = {
    section: once(
      () =>
        new Book(
          [...rights.sections.keys()].flatMap((id) =>
            withAncestors(rights.sections, id).map((above) => [rights.sections.get(above)!.name, id] as const),
          ),
        ),
    ),
    author: people,
    owner: people,
    by: people,
    label: once(() => new Book(labelled(labels))),
    series: once(() => new Book(labelled(labels.filter(({ type }) => type === 'series')))),
    gate: once(() => new Book(gates.map(({ id, name }) => [name, id] as const))),
    edition: once(() => new Book(editions.map(({ id, name }) => [name, id] as const))),
  }
  const find: Names = (field, name) => (field === 'language' ? [name.toLowerCase()] : books[field]().find(name))
  return Object.assign(find, { known: (field: NamedField) => (field === 'language' ? [] : books[field]().names) })
}

function once<T>(make: () => T): () => T {
  let made: { value: T } | undefined
  return () => (made ??= { value: make() }).value
}

/** The labels that someone may name, by what they are called. */
export async function labelNames(db: Reader, actor: Actor, site: string): Promise<LabelName[]> {
  return (await labelTitles(db, site, sectionsWhere(actor, 'item.read'))).map(({ id, title, type }) => ({
    id,
    title,
    type: LABEL_TYPES.find((known) => known === type) ?? 'tag',
  }))
}

/** A list as a query says, with the names in it that nothing has. */
export type ReadListing = Listing & { unknown: readonly UnknownName[] }

/**
 * A list as the text of its query says, of what the actor may see, with what its meaning hangs on now. Refused with the place
 * where the query is wrong and what was expected there.
 */
export async function listingOf(office: Office, foresight: Foresight, actor: Actor, text: string): Promise<ReadListing> {
  const sections = sectionsWhere(actor, 'item.read') ?? undefined
  const site = found(await office.site(), 'site')
  const today = dateIn(office.now(), site.zone)
  const parsed = parseQuery(text, today)
  if (!parsed.ok) {
    const { at, length, expected } = parsed.problem
    throw new Refusal('bad-input', [serviceReason('query-wrong', { expected, at: 'q' })], {
      problem: { at, length, expected },
    })
  }
  return { site: site.id, sections, zone: site.zone, today, ...(await meant(office, foresight, actor, site.id, inList(parsed.query))) }
}

/** A query with what its meaning hangs on; only what it asks for is read. */
async function meant(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  site: string,
  query: Query,
): Promise<Pick<ReadListing, 'query' | 'names' | 'series' | 'troubled' | 'unknown'>> {
  const db = office.store.read
  const [labels, gates, editions, troubles] = await Promise.all([
    asks(query, 'label') || asks(query, 'series') ? labelNames(db, actor, site) : [],
    asks(query, 'gate') ? gateNames(db, site) : [],
    asks(query, 'edition') ? namedEditions(db, site) : [],
    [...within(query)].some((part) => (part.is === 'has' || part.is === 'lacks') && part.part === 'trouble') ? foresight.troubles() : [],
  ])
  const names = namesOf(actor.rights, actor.id, labels, gates, editions)
  return {
    query,
    names,
    unknown: unknownNames(query, names, names.known),
    series: labels.filter(({ type }) => type === 'series').map(({ id }) => id),
    troubled: [...new Set(troubles.map(({ item }) => item))],
  }
}
