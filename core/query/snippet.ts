import { grouped } from '../grouped'
import { within, wordsOf, type Query, type TextPlace } from './query'

/** A piece of text with the places in it that were looked for, in UTF-16 units, in order and apart. */
export interface Snippet {
  text: string
  marks: [from: number, to: number][]
}

/** Words that stand one after another; the last perhaps only as the beginning of one. */
export interface Sought {
  words: string[]
  begins: boolean
}

/** What a query looks for in texts of a kind, of what it does not deny. */
export function searchTermsOf(query: Query, place: TextPlace = 'text'): Sought[] {
  const denied = new Set([...within(query)].flatMap((part) => (part.is === 'not' ? [...within(part.part)] : [])))
  return [...within(query)].flatMap((part) =>
    (part.is === 'word' || part.is === 'phrase') && part.in === place && !denied.has(part)
      ? { words: wordsOf(part.text), begins: part.is === 'word' }
      : [],
  )
}

/** Any of what is sought, as FTS5 asks for it (https://sqlite.org/fts5.html#full_text_query_syntax). */
export const anyOf = (sought: readonly Sought[]): string =>
  sought.map(({ words, begins }) => `"${words.join(' ')}"${begins ? '*' : ''}`).join(' OR ') || '""'

interface Token {
  from: number
  to: number
  word: string
}
const PLAIN = /^[a-z0-9]+$/
/** The words of a text with where they stand. A combining mark belongs to the letter before it. */
function tokensOf(text: string): Token[] {
  const tokens: Token[] = []
  for (const match of text.matchAll(/[\p{L}\p{N}][\p{L}\p{N}\p{M}]*/gu)) {
    const word = PLAIN.test(match[0]) ? match[0] : wordsOf(match[0])[0]
    if (word !== undefined) tokens.push({ from: match.index, to: match.index + match[0].length, word })
  }
  return tokens
}

/** Which of what is sought may begin with a word: by their first word whole, or, of those that are the beginning of one, by its letters. */
function beginnings(sought: readonly Sought[]): (word: string) => Sought[] {
  const isBeginning = ({ words, begins }: Sought) => begins && words.length === 1
  const whole = grouped(
    sought.filter((one) => one.words.length && !isBeginning(one)),
    ({ words }) => words[0]!,
  )
  const parts = grouped(sought.filter(isBeginning), ({ words }) => words[0]!)
  const lengths = [...new Set([...parts.keys()].map(({ length }) => length))]
  return (word) => [
    ...(whole.get(word) ?? []),
    ...lengths.flatMap((length) => (length <= word.length ? (parts.get(word.slice(0, length)) ?? []) : [])),
  ]
}

/**
 * Where what is sought stands in a text: from the first word of each place to its last; places that meet are one. However
 * much is sought, each word of the text is looked at once, and again only where a place begins.
 */
export function marksOf(text: string, sought: readonly Sought[]): Snippet['marks'] {
  const tokens = tokensOf(text)
  const beginningWith = beginnings(sought)
  const found = tokens.flatMap((first, at): Snippet['marks'] =>
    beginningWith(first.word).flatMap(({ words, begins }): Snippet['marks'] => {
      const last = tokens[at + words.length - 1]
      const all = words.every((word, index) => {
        const there = tokens[at + index]?.word
        return there !== undefined && (begins && index === words.length - 1 ? there.startsWith(word) : there === word)
      })
      return all && last ? [[first.from, last.to]] : []
    }),
  )
  const marks: Snippet['marks'] = []
  for (const [from, to] of found.sort((a, b) => a[0] - b[0] || a[1] - b[1])) {
    const before = marks.at(-1)
    if (before && from < before[1]) before[1] = Math.max(before[1], to)
    else marks.push([from, to])
  }
  return marks
}

const MOST = 150
const BEFORE = 40

/**
 * The piece of some passages that shows best what was sought: of the passage with the most places the stretch of so many
 * characters around its first one, cut between words; so many of them `before` it at most. `null` where it stands nowhere.
 */
export function snippetOf(passages: readonly string[], sought: readonly Sought[], before = BEFORE): Snippet | null {
  let best: Snippet | null = null
  for (const text of passages) {
    const marks = marksOf(text, sought)
    if (marks.length && marks.length > (best?.marks.length ?? 0)) best = { text, marks }
  }
  return best && cut(best, before)
}

function cut({ text, marks }: Snippet, before: number): Snippet {
  const start = marks[0]![0] <= before ? 0 : wordAfter(text, marks[0]![0] - before, marks[0]![0])
  const end = text.length - start <= MOST ? text.length : wordBefore(text, start + MOST, Math.max(start, marks[0]![1]))
  const [head, tail] = [start > 0 ? '… ' : '', end < text.length ? ' …' : '']
  const shift = head.length - start
  return {
    text: `${head}${text.slice(start, end)}${tail}`.replace(/\s/g, ' '),
    marks: marks.filter(([, to]) => to <= end).map(([from, to]) => [from + shift, to + shift]),
  }
}
/** The beginning of the first word at or after a place, at most at another. */
function wordAfter(text: string, at: number, most: number): number {
  const gap = text.slice(at, most).search(/\s/)
  return gap < 0 ? most : at + gap + 1
}
/** The end of the last word before a place, at least at another. */
function wordBefore(text: string, at: number, least: number): number {
  const gap = text.slice(least, at).search(/\s\S*$/)
  return gap < 0 ? least : least + gap
}
