import { z } from 'zod'
import type { Block } from '../blocks/blocks'
import { plain, runs } from './inline'
import { mapTexts, replaceSpots, type Spot } from './texts'

/** Letters kept on each side of the words, to tell equal words apart. */
const AROUND = 32

/**
 * Words that a note is about, held by what they say and what stands around them, so that they are found again after
 * edits elsewhere in their block (the text quote selector of the W3C's Web Annotation Data Model, §4.2.4).
 */
export const quoteSchema = z.strictObject({
  exact: z.string().min(1).max(1_000),
  before: z.string().max(AROUND),
  after: z.string().max(AROUND),
})
export type Quote = z.infer<typeof quoteSchema>

/** The quote of a stretch of a text. */
export const quoteOf = (text: string, [from, to]: Spot): Quote => ({
  exact: text.slice(from, to),
  before: text.slice(Math.max(0, from - AROUND), from),
  after: text.slice(to, to + AROUND),
})

/** How many letters two texts share at their ends that meet the words. */
function shared(a: string, b: string, fromEnd: boolean): number {
  const most = Math.min(a.length, b.length)
  let n = 0
  while (n < most && (fromEnd ? a[a.length - 1 - n] === b[b.length - 1 - n] : a[n] === b[n])) n++
  return n
}

interface Match {
  spot: Spot
  /** How much of what stood around the words stands there still. */
  score: number
}

/** Where in a text the words stand: of several places the one whose surroundings are most alike; the first of equals. */
function best(text: string, { exact, before, after }: Quote): Match | null {
  let found: Match | null = null
  for (let from = text.indexOf(exact); from >= 0; from = text.indexOf(exact, from + 1)) {
    const to = from + exact.length
    const score = shared(text.slice(0, from), before, true) + shared(text.slice(to), after, false)
    if (!found || score > found.score) found = { spot: [from, to], score }
  }
  return found
}
/** Where the quoted words stand in a text; `null` when they are gone. */
export const findQuote = (text: string, quote: Quote): Spot | null => best(text, quote)?.spot ?? null

/** The texts of a block, in reading order. */
function textsOf(block: Block): string[] {
  const texts: string[] = []
  mapTexts(
    block,
    (text) => (texts.push(plain(text)), text),
    (line) => (texts.push(line), line),
  )
  return texts
}

/** Whether a block still has the quoted words. */
export const hasQuote = (block: Block, quote: Quote): boolean => textsOf(block).some((text) => text.includes(quote.exact))

/**
 * A block with the quoted words replaced by others, which take the style of the first letter replaced; `null` when the
 * words are gone from it. Of several texts that have them, it is the one whose surroundings are most alike.
 */
export function replaceQuote(block: Block, quote: Quote, words: string): Block | null {
  const matches = textsOf(block).map((text) => best(text, quote))
  const top = matches.reduce<number>((at, match, index) => (match && match.score > (matches[at]?.score ?? -1) ? index : at), -1)
  const spot = matches[top]?.spot
  if (!spot) return null
  let index = 0
  return mapTexts(
    block,
    (text) => (index++ === top ? replaceSpots(text, [spot], words) : text),
    (line) => (index++ === top ? plain(replaceSpots(runs(line), [spot], words)) : line),
  )
}
