/** What the office says of text that is selected over several blocks. */
import type { Said } from '../said'

export const textOfBlocksSelected = (count: Said) => `Text of ${count} blocks selected`
export const theSelectedText = 'The selected text'
export const textCopied = 'Text copied'
export const withKey = (style: Said, key: Said) => `${style} (Ctrl ${key})`
