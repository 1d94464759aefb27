/** What the office says in the parts of every form. */
import type { Said } from '../said'

// LengthAdvice
export const lengthOfAdvised = (length: Said, advised: Said) => `${length} of ${advised}`
export const andItMayBeCut = ': it may be cut'
