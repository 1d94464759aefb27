import { MAX_WORDS } from '../../../core/blocks/blocks'
import { hasTooManyRules, hasTooManyWords, MAX_RECURRING_BLOCKS } from '../../../core/content/content'
import { refusal } from '../refusal'

/** Refuses a page, given by the canonical forms of its blocks, that holds more than what stays usable. */
export function mustFit(blocks: readonly string[]): void {
  if (hasTooManyWords(blocks)) throw refusal('refused', 'too-many-words', { most: MAX_WORDS })
  if (hasTooManyRules(blocks)) throw refusal('refused', 'too-many-rules', { most: MAX_RECURRING_BLOCKS })
}
