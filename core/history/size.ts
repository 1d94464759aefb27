import { blockText, type Block } from '../blocks/blocks'
import type { Content } from '../content/content'
import { differencesOf } from './sequence'
import { tokens } from './words'

const isWord = (token: string) => /[\p{L}\p{N}]/u.test(token)

/** How many words one text has more often than the other, both ways: at least so many differ, in whatever order they stand. */
function unmatchedWords(a: readonly string[], b: readonly string[]): number {
  const counts = new Map<string, number>()
  for (const word of a) counts.set(word, (counts.get(word) ?? 0) + 1)
  for (const word of b) counts.set(word, (counts.get(word) ?? 0) - 1)
  return [...counts.values()].reduce((sum, count) => sum + Math.abs(count), 0)
}

/** How many words differ between two texts: those put in and those taken out. Where it is `enough`, any number from there on. */
export function differingWords(before: string, after: string, enough = Infinity): number {
  if (before === after) return 0
  const [a, b] = [tokens(before).filter(isWord), tokens(after).filter(isWord)]
  const least = unmatchedWords(a, b)
  if (least >= enough) return least
  return differencesOf(a, b).reduce((sum, { aFrom, aTo, bFrom, bTo }) => sum + (aTo - aFrom) + (bTo - bFrom), 0)
}

/**
 * How many words readers meet anew or no longer: in the title, the summary and each block, wherever it stands. Where it is
 * `enough`, any number from there on: who asks whether a change is large need not know how large.
 */
export function changedWords(before: Content | null, after: Content, enough = Infinity): number {
  const blocks = new Map((before?.body ?? []).map((block) => [block.id, block]))
  const text = (block: Block | undefined) => (block ? blockText(block) : '')
  let words = (['title', 'summary'] as const).reduce(
    (sum, name) => sum + differingWords(before?.fields[name] ?? '', after.fields[name] ?? ''),
    0,
  )
  for (const block of after.body) {
    if (words >= enough) return words
    words += differingWords(text(blocks.get(block.id)), text(block), enough - words)
    blocks.delete(block.id)
  }
  for (const gone of blocks.values()) words += differingWords(text(gone), '')
  return words
}
