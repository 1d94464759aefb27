import { wordsOf, type ChoiceField, type DatedField, type NamedField, type Part, type Query } from './query'
import { spanOf } from './spans'

/** What a query asks of an item. Dates are of the site’s zone, ids those of sections (its own and those above) and people. */
export interface ItemFacts {
  choice: Record<ChoiceField, string>
  named: Record<NamedField, readonly string[]>
  dated: Record<DatedField, string | null>
  has: Record<Part, boolean>
  /** Title and internal name. */
  text: string
}

/** The ids that a name means, whatever its case: a section or people; none where nothing has that name. */
export type Names = (field: NamedField, name: string) => readonly string[]

/** Whether an item is what a query asks for: what the store's own answer is held against. */
export function matches(query: Query, facts: ItemFacts, names: Names, today: string): boolean {
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
    case 'has':
      return facts.has[query.part]
    case 'lacks':
      return !facts.has[query.part]
    case 'word':
      return stands(wordsOf(query.text), wordsOf(facts.text), true)
    case 'phrase':
      return stands(wordsOf(query.text), wordsOf(facts.text), false)
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
