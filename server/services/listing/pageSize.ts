import { MAX_WORDS } from '../../../core/blocks/blocks'
import { hasTooManyRules, hasTooManyWords, MAX_RECURRING_BLOCKS } from '../../../core/content/content'
import { refusal } from '../refusal'

/** Refuses a page, given by the canonical forms of its blocks, that holds more than what stays usable. */
export function mustFit(blocks: readonly string[]): void {
  if (hasTooManyWords(blocks))
    throw refusal('refused', 'too-many-words', `A page holds at most ${MAX_WORDS.toLocaleString('en')} words; make two of it`)
  if (hasTooManyRules(blocks))
    throw refusal('refused', 'too-many-rules', `A page holds at most ${MAX_RECURRING_BLOCKS} blocks that come again; make two of it`)
}
