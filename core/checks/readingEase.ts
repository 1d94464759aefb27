import { reason } from '../words/ruleReasons'
import { syllable } from 'syllable'
import { blockText, type Block } from '../blocks/blocks'
import { walkBlocks } from '../blocks/walk'
import { countWords } from '../content/content'
import type { Check } from './check'

/** A text shorter than this many words says nothing about how it reads. */
const FEWEST_WORDS = 100
/** “Fairly difficult” ends here (Flesch 1948, table 5). */
const EASY_ENOUGH = 50

/**
 * Reading ease of English (Flesch 1948, “A new readability yardstick”): 206.835 − 1.015 × words a sentence − 84.6 ×
 * syllables a word. 100 is very easy, 0 very hard.
 */
export const readingEaseOf = ({ words, sentences, syllables }: { words: number; sentences: number; syllables: number }): number =>
  206.835 - 1.015 * (words / sentences) - 84.6 * (syllables / words)

const PROSE = new Set<Block['kind']>(['paragraph', 'list', 'quote', 'questions'])

/** Sentences that are long and words that are long, in English. */
export const readingEase: Check = {
  words: 'Reading ease',
  find({ fields, body }, { language }) {
    if (!/^en\b/i.test(fields.language || language)) return []
    const text = [...walkBlocks(body)].flatMap(({ block }) => (PROSE.has(block.kind) ? blockText(block) : [])).join('\n')
    const words = countWords(text)
    if (words < FEWEST_WORDS) return []
    const sentences = text.split(/[.!?]+(?=\s|$)|\n+/u).filter((part) => countWords(part)).length
    const ease = readingEaseOf({ words, sentences, syllables: syllable(text) })
    return ease >= EASY_ENOUGH ? [] : [reason('reads-hard', { ease: Math.round(ease) })]
  },
}
