import { wordsOf, type Query } from './query'

/**
 * How many letters one has to change, add, leave out or exchange with the next to make one word of another: the optimal string
 * alignment distance (Damerau 1964, Wagner and Fischer 1974). More than `most` is not worked out to the end.
 */
export function distance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1
  let [before, row]: [number[], number[]] = [[], Array.from({ length: b.length + 1 }, (_, column) => column)]
  for (let i = 1; i <= a.length; i++) {
    const next: number[] = [i]
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1]
      const exchanged = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1] ? before[j - 2]! + 1 : Infinity
      next.push(Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (same ? 0 : 1), exchanged))
    }
    // Two exchanged letters reach over a row: both have to be too far.
    if (Math.min(...next) > most && Math.min(...row) >= most) return most + 1
    ;[before, row] = [row, next]
  }
  return Math.min(row[b.length]!, most + 1)
}

/** So many errors a word may have: none in the shortest, where every other word is near. */
export const errorsIn = (word: string): number => (word.length < 4 ? 0 : word.length < 7 ? 1 : 2)

export interface Term {
  term: string
  /** In how many texts it stands. */
  count: number
}

/** The known word that a word was most likely meant to be: the nearest, of several the most frequent; `null` where none is near. */
export function nearest(word: string, terms: Iterable<Term>): string | null {
  const most = errorsIn(word)
  let best: (Term & { far: number }) | null = null
  for (const one of terms) {
    const far = distance(word, one.term, most)
    if (far === 0 || far > most) continue
    if (!best || far < best.far || (far === best.far && one.count > best.count)) best = { ...one, far }
  }
  return best?.term ?? null
}

/** The words that a query looks for, and does not deny. */
export function soughtWords(query: Query): string[] {
  if (query.is === 'and' || query.is === 'or') return query.parts.flatMap(soughtWords)
  return query.is === 'word' || query.is === 'phrase' ? wordsOf(query.text) : []
}

/** A query with words that it looks for in another spelling. */
export function respelled(query: Query, spelling: ReadonlyMap<string, string>): Query {
  if (query.is === 'and' || query.is === 'or') return { ...query, parts: query.parts.map((part) => respelled(part, spelling)) }
  if (query.is !== 'word' && query.is !== 'phrase') return query
  const words = wordsOf(query.text)
  return words.some((word) => spelling.has(word)) ? { ...query, text: words.map((word) => spelling.get(word) ?? word).join(' ') } : query
}
