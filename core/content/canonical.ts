import canonicalize from 'canonicalize'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * The RFC 8785 form of a JSON value, with every string in NFC first, so that equal content has equal bytes however it
 * was typed. Throws on what JSON cannot say (NaN, Infinity), which no parsed content holds.
 */
export function canonical(value: unknown): string {
  const sorting = { indexNames: false }
  const sorted = normalise(value, sorting)
  // ECMAScript writes numbers and strings as the RFC asks, and members in the order they were put in, except names that
  // are array indexes, which it puts in front.
  const text = sorting.indexNames ? canonicalize(sorted) : JSON.stringify(sorted)
  if (text === undefined) throw new TypeError('Only JSON values have a canonical form')
  return text
}

const [DIGIT_0, DIGIT_9] = [48, 57]

/** Text of ASCII alone is in NFC: it is most of all text, and asking the platform takes three times as long. */
const nfc = (text: string): string => (/[\u0080-\uffff]/.test(text) ? text.normalize('NFC') : text)

/** The value with strings in NFC and members in the order of their names' UTF-16 units (RFC 8785 §3.2.3). */
function normalise(value: unknown, sorting: { indexNames: boolean }): unknown {
  if (typeof value === 'string') return nfc(value)
  if (typeof value === 'number' && !Number.isFinite(value)) throw new TypeError('JSON has no number for NaN and Infinity')
  if (Array.isArray(value)) return value.map((entry) => normalise(entry, sorting))
  if (value !== null && typeof value === 'object') {
    const sorted: Record<string, unknown> = {}
    for (const key of Object.keys(value).sort()) {
      const entry = (value as Record<string, unknown>)[key]
      if (entry === undefined) continue
      const first = key.charCodeAt(0)
      if (first >= DIGIT_0 && first <= DIGIT_9) sorting.indexNames = true
      const name = nfc(key)
      const next = normalise(entry, sorting)
      // Assigned, it would set what the object inherits from, and be missing in the form.
      if (name === '__proto__') Object.defineProperty(sorted, name, { value: next, enumerable: true })
      else sorted[name] = next
    }
    return sorted
  }
  return value
}

type Digest = (text: string) => string

let digest: Digest = (text) => bytesToHex(sha256(utf8ToBytes(text)))

/** SHA-256 (FIPS 180-4) of the UTF-8 bytes of a text, as 64 lower-case hex digits. */
export const sha256Hex: Digest = (text) => digest(text)

/** Lets the platform's own SHA-256 do the work where it has one that answers at once; it must answer the same. */
export const useDigest = (native: Digest): void => void (digest = native)
