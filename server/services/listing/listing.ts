import { withAncestors } from '../../../core/access/rights'
import { fieldsOfKind, type FieldName, type Fields } from '../../../core/content/fields'
import type { Kind } from '../../../core/kinds/kinds'
import { anyOf, searchTermsOf, type Snippet, type Sought } from '../../../core/query/snippet'
import { inList, NAMED_PLACES, wordsOf, type Query } from '../../../core/query/query'
import { parseQuery, printQuery } from '../../../core/query/parse'
import { readSort } from '../../../core/query/sort'
import { errorsIn, nearest, respelled, soughtWords } from '../../../core/query/spelling'
import type { Reader } from '../../store/database'
import { wordsLike } from '../../store/listed'
import { countedPage, countListed, type ListedRow, type Start } from '../../store/listing'
import { readManifests } from '../../store/versions'
import { liveByIds } from '../../store/live'
import { perform } from '../../threads/tasks'
import { firstWriters } from '../../store/written'
import type { Actor } from '../people/access'
import type { Foresight } from '../planning/foresight'
import type { Office } from '../office'
import { listingOf, type ReadListing } from './queries'
import { renamed, type UnknownName } from '../../../core/query/unknown'
import { refusal } from '../refusal'

export const LIST_STATES = [
  'draft',
  'in_review',
  'returned',
  'cleared',
  'scheduled',
  'held',
  'live',
  'withdrawn',
  'none',
  'binned',
] as const

/** What a list is asked for: a query in the language of queries, and what pickers say apart from it. */
export interface ListQuery {
  q?: string | undefined
  kind?: Kind | undefined
  /** A section, which stands for all below it too. */
  section?: string | undefined
  state?: (typeof LIST_STATES)[number] | undefined
  /** Words of the title. */
  text?: string | undefined
}
export interface PageQuery extends ListQuery {
  sort: string
  cursor?: string | undefined
  /** Instead of a cursor: how many items come before. */
  from?: number | undefined
  limit: number
  /** Whether it is to be counted how many there are in all; who turns the pages of a list knows it. */
  count?: 'yes' | 'no' | undefined
}

/** Texts of so many words are looked through at once; more of them in a thread. */
const AT_ONCE_WORDS = 20_000

/** The fields that can be changed in a list. */
export const CELL_FIELDS = [
  'title',
  'byline',
  'segment',
  'menuLabel',
  'commentsOpen',
  'shownDate',
  'seriesPart',
] as const satisfies FieldName[]

/** A row with what its version says in the fields that a list can change. */
export type FieldedRow = ListedRow & { fields: Pick<Fields, (typeof CELL_FIELDS)[number]> }

/** A piece of a text; of one that is found by what anyone ever wrote, who did so first. */
export type FoundSnippet = Snippet & { written?: { by: string; at: string; number: number } }

export interface ItemPage {
  items: (FieldedRow & { snippet?: FoundSnippet | null })[]
  /** How many there are in all, if that was asked. */
  total: number | null
  next: string | null
  /** Where nothing was found: the query with words spelled as they are known, of which something would be. */
  meant?: string
  /** The names in the query that nothing has. */
  unknown: UnknownName[]
}

function stateQuery(state: (typeof LIST_STATES)[number]): Query {
  if (state === 'binned') return { is: 'choice', field: 'in', values: ['bin'] }
  const onSite = state === 'live' || state === 'withdrawn' || state === 'none'
  return { is: 'choice', field: onSite ? 'site' : 'draft', values: [state] }
}

/** The list that is meant, of what the actor may see. */
export async function listingFor(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  { q, kind, section, state, text }: ListQuery,
): Promise<ReadListing> {
  const listing = await listingOf(office, foresight, actor, q ?? '')
  const parts: Query[] = []
  if (kind) parts.push({ is: 'choice', field: 'kind', values: [kind] })
  if (state) parts.push(stateQuery(state))
  for (const word of wordsOf(text ?? '').slice(0, 12)) parts.push({ is: 'word', in: 'title', text: word })
  if (parts.length) {
    const own = listing.query.is === 'and' ? listing.query.parts : [listing.query]
    // Where an item lies was filled in without these.
    listing.query = inList({ is: 'and', parts: [...own.filter((part) => q || part.is !== 'choice' || part.field !== 'in'), ...parts] })
  }
  if (section) {
    const tree = actor.rights.sections
    const within = [...tree.keys()].filter((id) => withAncestors(tree, id).includes(section))
    listing.sections = within.filter((id) => !listing.sections || listing.sections.includes(id))
  }
  return listing
}

/** A page of the office’s list, with how many items there are in all. */
export async function findItems(office: Office, foresight: Foresight, actor: Actor, query: PageQuery): Promise<ItemPage> {
  const listing = await listingFor(office, foresight, actor, query)
  const sort = readSort(query.sort)
  if (!sort) throw refusal('bad-input', 'sort-wrong', { at: 'sort' })
  const db = office.store.read
  const { rows, total } = await countedPage(db, listing, sort, startOf(query), query.limit + 1, query.count !== 'no')
  const items = await withSnippets(office, actor, await withFields(db, rows.slice(0, query.limit)), listing.query)
  const unknown = [...listing.unknown]
  if (total === 0) return { items, total, unknown, next: null, ...(await meantBy(db, listing, query.q ?? '')) }
  return { items, total, unknown, next: rows.length > query.limit ? cursorOf(items.at(-1)!) : null }
}

/** A query of which nothing was found, with its words and names as they are known; where that finds something. */
async function meantBy(db: Reader, listing: ReadListing, q: string): Promise<{ meant?: string }> {
  const spelling = new Map<string, string>()
  for (const word of new Set(soughtWords(listing.query))) {
    const errors = errorsIn(word)
    const term = errors ? nearest(word, await wordsLike(db, word, errors)) : null
    if (term !== null) spelling.set(word, term)
  }
  const better = (query: Query) => renamed(respelled(query, spelling), listing.unknown)
  if (!spelling.size && listing.unknown.every(({ nearest: name }) => name === null)) return {}
  const typed = parseQuery(q, listing.today)
  // Words that stand only in what one may not see are not told.
  const found = typed.ok && (await countListed(db, { ...listing, query: better(listing.query) }))
  return found ? { meant: printQuery(better(typed.query)) } : {}
}

/** Rows with what their versions say in the fields that a list can change. */
export async function withFields(db: Reader, rows: ListedRow[]): Promise<FieldedRow[]> {
  const manifests = await readManifests(
    db,
    rows.map((row) => row.found_manifest),
  )
  return rows.map((row) => {
    const fields = fieldsOfKind(row.kind, manifests.get(row.found_manifest)!.fields)
    return { ...row, fields: Object.fromEntries(CELL_FIELDS.flatMap((name) => (fields[name] === undefined ? [] : [[name, fields[name]]]))) }
  })
}

/**
 * Rows with the piece of their text that has what was sought, where something was: of what is worked on, else of what readers get,
 * else of what someone wrote first.
 */
async function withSnippets(office: Office, actor: Actor, rows: ItemPage['items'], query: Query): Promise<ItemPage['items']> {
  const [text, live, ever] = NAMED_PLACES.map((place) => searchTermsOf(query, place)) as [Sought[], Sought[], Sought[]]
  if (!text.length && !live.length && !ever.length) return rows
  const db = office.store.read
  const ids = rows.map(({ id }) => id)
  const [first, entries] = await Promise.all([
    ever.length ? firstWriters(db, ids, anyOf(ever)) : [],
    live.length && !text.length ? liveByIds(db, actor.rights.site, ids) : [],
  ])
  const writers = new Map(first.map((one) => [one.item, one]))
  const liveVersions = new Map(entries.map(({ item, version }) => [item, version]))
  const wanted = rows.flatMap(({ id, found_version }, index) => {
    const writer = writers.get(id)
    // Beside who wrote it there is less room.
    if (writer) return [{ index, version: writer.version, sought: ever, before: 15 }]
    const version = text.length ? found_version : liveVersions.get(id)
    return version === undefined ? [] : [{ index, version, sought: text.length ? text : live }]
  })
  const words = rows.reduce((sum, row) => sum + row.words, 0)
  const pieces = await (words > AT_ONCE_WORDS ? office.threads.run(actor.id, 'pieces', wanted) : perform(db, 'pieces', wanted))
  const found = new Map(wanted.map(({ index }, n) => [index, pieces[n]]))
  return rows.map((row, index) => {
    const snippet = found.get(index) ?? null
    const writer = writers.get(row.id)
    return {
      ...row,
      snippet: snippet && (writer ? { ...snippet, written: { by: writer.by, at: writer.at, number: writer.number } } : snippet),
    }
  })
}

const cursorOf = ({ sort_value, n }: ListedRow) => Buffer.from(JSON.stringify([sort_value, n])).toString('base64url')

function startOf({ cursor, from }: PageQuery): Start {
  if (!cursor) return { from: from ?? 0 }
  try {
    const [value, n] = JSON.parse(Buffer.from(cursor, 'base64url').toString()) as [string | number | null, number]
    if ((value === null || typeof value === 'string' || typeof value === 'number') && Number.isInteger(n)) return { after: { value, n } }
  } catch {
    // Said below, like any other that is not ours.
  }
  throw refusal('bad-input', 'cursor-wrong', { at: 'cursor' })
}
