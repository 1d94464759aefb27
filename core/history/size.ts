import { blockText, type Block } from '../content/blocks'
import type { Content } from '../content/content'
import { differencesOf } from './sequence'
import { tokens } from './words'

const isWord = (token: string) => /[\p{L}\p{N}]/u.test(token)

/** How many words differ between two texts: those put in and those taken out. */
export function differingWords(before: string, after: string): number {
  if (before === after) return 0
  const [a, b] = [tokens(before).filter(isWord), tokens(after).filter(isWord)]
  return differencesOf(a, b).reduce((sum, { aFrom, aTo, bFrom, bTo }) => sum + (aTo - aFrom) + (bTo - bFrom), 0)
}

/** How many words readers meet anew or no longer: in the title, the summary and each block, wherever it stands. */
export function changedWords(before: Content | null, after: Content): number {
  const blocks = new Map((before?.body ?? []).map((block) => [block.id, block]))
  const text = (block: Block | undefined) => (block ? blockText(block) : '')
  let words = (['title', 'summary'] as const).reduce(
    (sum, name) => sum + differingWords(before?.fields[name] ?? '', after.fields[name] ?? ''),
    0,
  )
  for (const block of after.body) {
    words += differingWords(text(blocks.get(block.id)), text(block))
    blocks.delete(block.id)
  }
  for (const gone of blocks.values()) words += differingWords(text(gone), '')
  return words
}
