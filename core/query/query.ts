import { KIND_NAMES } from '../kinds/kinds'

/** What of an item is one of a few words. */
export const CHOICES = {
  kind: KIND_NAMES,
  /** What readers have of it. */
  site: ['live', 'withdrawn', 'none'],
  /** Where its draft stands; `none` for one without. */
  draft: ['none', 'draft', 'in_review', 'returned', 'cleared', 'scheduled', 'held'],
  /** Where it lies. A query that does not say looks in the list alone. */
  in: ['list', 'bin'],
} as const
export type ChoiceField = keyof typeof CHOICES

/**
 * What of an item is known by a name, `none` for nothing: a section with all below it; whose name it bears, who owns it, who
 * changed it last; its labels, those among them that are series; the gates that it waits at; its language; the editions that it goes, or
 * went, with.
 */
export const NAMED = ['section', 'author', 'owner', 'by', 'label', 'series', 'gate', 'language', 'edition'] as const
export type NamedField = (typeof NAMED)[number]

/** What of an item has a date; `went-live` is when what readers have of it, or had last, went live. */
export const DATED = ['changed', 'begun', 'review', 'next', 'ends', 'shown', 'went-live'] as const
export type DatedField = (typeof DATED)[number]

/** What of an item is a number. */
export const COUNTED = ['words'] as const
export type CountedField = (typeof COUNTED)[number]

/** What an item can have or lack, with its words. */
export const PART_WORDS = {
  draft: 'a draft',
  owner: 'an owner',
  name: 'an internal name',
  review: 'a day to be looked at again',
  time: 'something planned',
  embargo: 'an embargo',
  picture: 'a cover picture',
  alt: 'words for each of its pictures',
  summary: 'a summary',
  description: 'a search description',
  label: 'a label',
  menu: 'a place in the menus',
  links: 'links from other live items',
  trouble: 'trouble ahead',
} as const
export type Part = keyof typeof PART_WORDS
export const PARTS = Object.keys(PART_WORDS) as Part[]

/** Numbers from one to another, both within; `null` is open. */
export interface Amount {
  from: number | null
  to: number | null
}

/** Where words can be sought: in titles, in what is worked on, in what readers get now, or in whatever anyone ever wrote. */
export const TEXT_PLACES = ['title', 'text', 'live', 'ever'] as const
export type TextPlace = (typeof TEXT_PLACES)[number]
/** Those that have to be named. */
export const NAMED_PLACES = ['text', 'live', 'ever'] as const satisfies TextPlace[]

/**
 * What is looked for among items, as a tree. A list of values means any of them. It holds of an item when it holds of the
 * item with one of its open drafts, or with none where it has none. Words stand in the title or the internal name, or
 * anywhere in what it says (`text`), in what readers get (`live`), or in any of its versions (`ever`): each as the beginning of a word there, a phrase as it is.
 */
export type Query =
  | { is: 'all' }
  | { is: 'and' | 'or'; parts: Query[] }
  | { is: 'not'; part: Query }
  | { is: 'choice'; field: ChoiceField; values: string[] }
  | { is: 'named'; field: NamedField; values: string[] }
  | { is: 'dated'; field: DatedField; span: string }
  | { is: 'counted'; field: CountedField; amount: Amount }
  | { is: 'has' | 'lacks'; part: Part }
  | { is: 'word' | 'phrase'; in: TextPlace; text: string }

export const ALL: Query = { is: 'all' }

/** Every query within a query, itself first. */
export function* within(query: Query): Generator<Query> {
  yield query
  if (query.is === 'and' || query.is === 'or') for (const part of query.parts) yield* within(part)
  if (query.is === 'not') yield* within(query.part)
}

/** What a query asks, term by term: an item that it finds is there for those that hold of it. What it denies is one term. */
export const termsOf = (query: Query): Query[] =>
  query.is === 'and' || query.is === 'or' ? query.parts.flatMap(termsOf) : query.is === 'all' ? [] : [query]

/** Whether a query says something of a field. */
export const asks = (query: Query, field: ChoiceField | NamedField): boolean =>
  [...within(query)].some((part) => 'field' in part && part.field === field)

/** The query as it is meant of the list: where it does not say where an item lies, it is not in the bin. */
export const inList = (query: Query): Query => {
  if (asks(query, 'in')) return query
  const listed: Query = { is: 'choice', field: 'in', values: ['list'] }
  return query.is === 'all' ? listed : { is: 'and', parts: query.is === 'and' ? [listed, ...query.parts] : [listed, query] }
}

/** The words of a text as the word index has them: letters and digits, without accents, lower case. */
export const wordsOf = (text: string): string[] =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? []
