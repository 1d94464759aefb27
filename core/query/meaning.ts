import { wordsOf, type Amount, type ChoiceField, type CountedField, type DatedField, type NamedField, type Part, type Query } from './query'
import { spanOf } from './spans'

/**
 * What a query asks of an item with one of its drafts, or with none. Dates are of the site’s zone, ids those of sections (its
 * own and those above), people, labels and gates; a language is its own id.
 */
export interface PairFacts {
  choice: Record<ChoiceField, string>
  named: Record<NamedField, readonly string[]>
  dated: Record<DatedField, string | null>
  counted: Record<CountedField, number>
  has: Record<Part, boolean>
  /** Title and internal name. */
  title: string
  /** Its title, the names of its labels, and all else that it says. No phrase goes over from one into the next. */
  text: readonly string[]
  /** What readers get: its title, and the words of its text. */
  live: readonly string[]
  /** What each of its versions brought anew. */
  ever: readonly string[]
}

/** The ids that a name means, whatever its case; none where nothing has that name. */
export type Names = (field: NamedField, name: string) => readonly string[]

/** Whether an item with these pairs is what a query asks for: what the store’s own answer is held against. */
export const matchesItem = (query: Query, pairs: readonly PairFacts[], names: Names, today: string): boolean =>
  pairs.some((pair) => matches(query, pair, names, today))

export const amountHas = ({ from, to }: Amount, value: number): boolean => (from === null || value >= from) && (to === null || value <= to)

/** Whether an item with one of its drafts, or with none, is what a query asks for. */
export function matches(query: Query, facts: PairFacts, names: Names, today: string): boolean {
  switch (query.is) {
    case 'all':
      return true
    case 'and':
      return query.parts.every((part) => matches(part, facts, names, today))
    case 'or':
      return query.parts.some((part) => matches(part, facts, names, today))
    case 'not':
      return !matches(query.part, facts, names, today)
    case 'choice':
      return query.values.includes(facts.choice[query.field])
    case 'named': {
      const own = facts.named[query.field]
      return query.values.some((name) => (name === 'none' ? own.length === 0 : names(query.field, name).some((id) => own.includes(id))))
    }
    case 'dated': {
      const date = facts.dated[query.field]
      const span = spanOf(query.span, today)
      if (date === null || !span.ok) return false
      const { from, to } = span.value
      return (from === null || date >= from) && (to === null || date <= to)
    }
    case 'counted':
      return amountHas(query.amount, facts.counted[query.field])
    case 'has':
      return facts.has[query.part]
    case 'lacks':
      return !facts.has[query.part]
    case 'word':
    case 'phrase':
      return (query.in === 'title' ? [facts.title] : facts[query.in]).some((passage) =>
        stands(wordsOf(query.text), wordsOf(passage), query.is === 'word'),
      )
  }
}

/** Whether words stand in a text one after another; the last perhaps only as a beginning. */
const stands = (words: readonly string[], text: readonly string[], begins: boolean): boolean =>
  text.some((_, at) =>
    words.every((word, index) => {
      const there = text[at + index]
      return there !== undefined && (begins && index === words.length - 1 ? there.startsWith(word) : there === word)
    }),
  )
