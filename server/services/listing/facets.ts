import { withAncestors } from '../../../core/access/rights'
import { CONTENT_PARTS, type ContentPart } from '../../../core/query/contentFacts'
import { bitOf, codeNames } from '../../store/listed'
import { facetRows, type Tally } from '../../store/listing'
import { gateNames } from '../../store/routes'
import type { Actor } from '../people/access'
import type { Foresight } from '../planning/foresight'
import { siteId, type Office } from '../office'
import { labelNames } from './queries'
import { listingFor, type ListQuery } from './listing'

export interface Facet {
  value: string
  count: number
}
/** What the items of a list have, by the fields of the language of queries, most first; named things by their names. */
export interface Facets {
  total: number
  fields: Record<'kind' | 'site' | 'draft' | 'section' | 'author' | 'owner' | 'label' | 'gate' | 'language', Facet[]>
  has: Record<ContentPart | 'time', number>
}

/** What the items of a list have, and how many of them have it. */
export async function facetsOf(office: Office, foresight: Foresight, actor: Actor, query: ListQuery): Promise<Facets> {
  const listing = await listingFor(office, foresight, actor, query)
  const db = office.store.read
  const [rows, labels, gates, codes] = await Promise.all([
    facetRows(db, listing),
    labelNames(db, actor, listing.site),
    gateNames(db, await siteId(office)),
    codeNames(db),
  ])
  const { people, sections } = actor.rights
  const { total, planned } = rows
  const word = (code: number | null) => (code === null ? null : codes.get(code) || null)
  const who = (code: number | null) => (code === null ? null : (people.get(codes.get(code) ?? '')?.name ?? null))
  const nameIn = (names: readonly { id: string; title?: string; name?: string }[]) => {
    const byId = new Map(names.map(({ id, title, name }) => [id, title ?? name ?? null]))
    return (id: string) => byId.get(id) ?? null
  }
  const withPart = (part: ContentPart) => [...rows.parts].reduce((sum, [bits, count]) => sum + ((bits ?? 0) & bitOf(part) ? count : 0), 0)
  return {
    total,
    fields: {
      kind: named(rows.kind, word),
      site: named(rows.on_site, word),
      draft: named(rows.draft, word),
      language: named(rows.language, word),
      section: sectionFacets(rows.section, codes, sections),
      author: named(rows.author, who),
      owner: named(rows.owner, (code) => (code === null ? 'none' : who(code))),
      label: named(rows.labels, nameIn(labels)),
      gate: named(rows.gates, nameIn(gates)),
    },
    has: {
      ...(Object.fromEntries(CONTENT_PARTS.map((part) => [part, withPart(part)])) as Record<ContentPart, number>),
      time: planned,
    },
  }
}

/** Counts by names, most first; what has no name is left out, and what has the same one is counted together. */
function named<V>(tally: Tally<V>, name: (value: V) => string | null): Facet[] {
  const counts = new Map<string, number>()
  for (const [value, count] of tally) {
    const word = name(value)
    if (word !== null) counts.set(word, (counts.get(word) ?? 0) + count)
  }
  return mostFirst(counts)
}
const mostFirst = (counts: ReadonlyMap<string, number>): Facet[] =>
  [...counts].map(([value, count]) => ({ value, count })).sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1))

/** How many items each section has, with all below it, as the query `section:` counts them. */
function sectionFacets(tally: Tally<number | null>, codes: ReadonlyMap<number, string>, sections: Actor['rights']['sections']): Facet[] {
  const counts = new Map<string, number>()
  for (const [code, count] of tally) {
    const names = new Set(withAncestors(sections, codes.get(code ?? -1) ?? '').map((id) => sections.get(id)!.name))
    for (const name of names) counts.set(name, (counts.get(name) ?? 0) + count)
  }
  return mostFirst(counts)
}
