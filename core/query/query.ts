import { KINDS } from '../content/kinds'

/** What of an item is one of a few words. */
export const CHOICES = {
  kind: KINDS,
  /** What readers have of it. */
  site: ['live', 'withdrawn', 'none'],
  /** Where its draft stands; `none` for one without. */
  draft: ['none', 'draft', 'in_review', 'returned', 'cleared', 'scheduled', 'held'],
} as const
export type ChoiceField = keyof typeof CHOICES

/** What of an item is known by a name: a section with all below it, or a person; `none` for no owner. */
export const NAMED = ['section', 'author', 'owner'] as const
export type NamedField = (typeof NAMED)[number]

/** What of an item has a date. */
export const DATED = ['changed', 'begun', 'review', 'next'] as const
export type DatedField = (typeof DATED)[number]

/** What an item can have or lack. */
export const PARTS = ['draft', 'owner', 'name', 'review', 'time', 'embargo'] as const
export type Part = (typeof PARTS)[number]

/**
 * What is looked for among items, as a tree. A list of values means any of them. Words stand in the title or the internal
 * name: each as the beginning of one there, a phrase as it is.
 */
export type Query =
  | { is: 'all' }
  | { is: 'and' | 'or'; parts: Query[] }
  | { is: 'not'; part: Query }
  | { is: 'choice'; field: ChoiceField; values: string[] }
  | { is: 'named'; field: NamedField; values: string[] }
  | { is: 'dated'; field: DatedField; span: string }
  | { is: 'has' | 'lacks'; part: Part }
  | { is: 'word' | 'phrase'; text: string }

export const ALL: Query = { is: 'all' }

/** The words of a text as the word index has them: letters and digits, without accents, lower case. */
export const wordsOf = (text: string): string[] =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? []
