import { MAX_WORDS } from '../../core/content/blocks'
import { hasTooManyWords } from '../../core/content/content'
import { refusal } from './refusal'

/** Refuses a page, given by the canonical forms of its blocks, that is longer than what stays usable. */
export function mustFit(blocks: readonly string[]): void {
  if (hasTooManyWords(blocks))
    throw refusal('refused', 'too-many-words', `A page holds at most ${MAX_WORDS.toLocaleString('en')} words; make two of it`)
}
