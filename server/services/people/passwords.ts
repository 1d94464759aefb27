import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import type { Reason } from '../../../core/outcome'
import { serviceReason } from '../../../core/words/serviceReasons'

/**
 * Password rules by NIST SP 800-63B-4 §3.1.1.2 for a password used with no second factor: no composition rules, no
 * forced change, a blocklist of common passwords and of words of this account. Our choice: at least 12 characters (the
 * document asks 15; the blocklist and throttling carry the difference), at most 200.
 */
export const MIN_PASSWORD = 12
export const MAX_PASSWORD = 200

const common = new Set(dictionary['passwords-common'].map((word) => String(word).toLowerCase()))

/** What is wrong with a new password; empty when it may be used. `own` are words of the account and the site. */
export function passwordProblems(password: string, own: string[]): Reason[] {
  const at = 'password'
  const text = password.normalize('NFKC')
  const length = [...text].length
  if (length < MIN_PASSWORD) return [serviceReason('password-short', { least: MIN_PASSWORD, at })]
  if (length > MAX_PASSWORD) return [serviceReason('password-long', { most: MAX_PASSWORD, at })]
  const lower = text.toLowerCase()
  // A common one with a year or signs around it is as common.
  const bare = lower.replace(/^[\W\d_]+|[\W\d_]+$/gu, '')
  if (common.has(lower) || common.has(bare) || new Set(lower).size < 5 || isRun(lower) || isWalk(lower))
    return [serviceReason('password-common', { at })]
  const known = own.flatMap((word) => word.toLowerCase().split(/[\s@.]+/)).filter((word) => word.length >= 4)
  const rest = known.reduce((left, word) => left.replaceAll(word, ''), lower)
  if (rest.length < MIN_PASSWORD / 2 && rest !== lower) return [serviceReason('password-own-words', { at })]
  return []
}

/** The keys beside each key of the usual keyboard, with and without shift. */
const beside = new Map(
  Object.entries(adjacencyGraphs.qwerty).map(([key, keys]) => [
    key,
    new Set(keys.flatMap((two) => [...(two ?? '')].map((one) => one.toLowerCase()))),
  ]),
)
/** Whether a text is mostly a walk over the keyboard, or counts: nearly each sign is beside, before or after the one before it. */
function isWalk(text: string): boolean {
  const signs = [...text]
  const near = signs.filter((sign, at) => {
    const before = signs[at - 1]
    if (before === undefined) return false
    return beside.get(before)?.has(sign) || Math.abs(sign.codePointAt(0)! - before.codePointAt(0)!) <= 1
  }).length
  return near >= (signs.length - 1) * MOSTLY
}
const MOSTLY = 0.75

/** Whether a text only counts up or down, or repeats a short part. */
function isRun(text: string): boolean {
  const steps = new Set([...text].slice(1).map((char, index) => char.codePointAt(0)! - text.codePointAt(index)!))
  if (steps.size === 1) return true
  for (let size = 1; size <= 4; size++)
    if (
      text ===
      text
        .slice(0, size)
        .repeat(Math.ceil(text.length / size))
        .slice(0, text.length)
    )
      return true
  return false
}
