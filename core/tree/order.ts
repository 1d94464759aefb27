import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing'

/**
 * An item's place among its siblings: a key, letter by letter before those of the siblings that follow it. Between two keys there is always
 * room for another, so that whoever moves one item changes that one alone.
 */
export type OrderKey = string

const LONGEST = 200
const DIGITS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'
/** How many letters say the whole part of a key, its first included: `a0` has two, `b00` and `Y00` three (as the package defines it). */
const wholeLength = (first: string): number => (first >= 'a' ? first.charCodeAt(0) - 95 : 92 - first.charCodeAt(0))

/** Whether a text is a key. */
export function isOrderKey(text: string): boolean {
  if (!/^[A-Za-z][0-9A-Za-z]*$/.test(text) || text.length > LONGEST || text === `A${'0'.repeat(26)}`) return false
  const whole = wholeLength(text[0]!)
  return text.length >= whole && !(text.length > whole && text.endsWith('0'))
}

/** A whole number in so many digits. */
function digitsOf(number: number, letters: number): string {
  let rest = number
  let digits = ''
  for (let at = 0; at < letters; at++) {
    digits = DIGITS[rest % DIGITS.length] + digits
    rest = Math.floor(rest / DIGITS.length)
  }
  return digits
}

/** The key of a whole number: numbers are how places were written first, and versions from then have them. */
function keyOf(number: number): OrderKey {
  let [letters, from] = [1, number < 0 ? -1 - number : number]
  for (let room = DIGITS.length; from >= room; room = DIGITS.length ** letters) {
    from -= room
    letters++
  }
  // Below nothing they are counted back from the last.
  const rest = number < 0 ? DIGITS.length ** letters - 1 - from : from
  return String.fromCharCode(number < 0 ? 91 - letters : 96 + letters) + digitsOf(rest, letters)
}

/** The key that an item has by its field `order`; without one it stands where a 0 stands. */
export const orderOf = (order: number | string | undefined): OrderKey => (typeof order === 'string' ? order : keyOf(order ?? 0))

/** Compares two keys as they stand one after the other. */
export const compareOrder = (one: OrderKey, other: OrderKey): number => (one < other ? -1 : one > other ? 1 : 0)

/** So many digits say a moment in milliseconds until the year 8888. */
const MOMENT_DIGITS = 8

/**
 * The key of an item that is begun at a moment (milliseconds since 1970), after the last of its siblings (`null`: there is none). Of two
 * that are begun after the same one, the later stands after the earlier.
 */
export function keyAfter(last: OrderKey | null, moment: number): OrderKey {
  const middle = DIGITS[DIGITS.length / 2]
  return generateKeyBetween(last, null) + digitsOf(moment, MOMENT_DIGITS) + middle
}

/** Something that has a place. */
export interface Ordered {
  id: string
  order: OrderKey
}

/** More letters than a place needs that is not moved between the same two again and again: all siblings are numbered anew then. */
const LONG = 60

/**
 * The keys to write so that some stand at a place among their siblings (`at`: how many stand before them), in their order, and all others
 * stay as they are. Those that move alone get one, but where siblings have the same key: of these as few as can be make way.
 */
export function keysToPlace(siblings: readonly Ordered[], moved: readonly string[], at: number): Map<string, OrderKey> {
  const [before, after] = [siblings.slice(0, at), siblings.slice(at)]
  const key = (one: Ordered | undefined) => one?.order ?? null
  const write = (list: readonly string[], from: OrderKey | null, to: OrderKey | null) => {
    const keys = generateNKeysBetween(from, to, list.length)
    return new Map(list.map((id, index) => [id, keys[index]!]))
  }
  const [left, right] = [key(before.at(-1)), key(after[0])]
  const same = left !== null && left === right
  const forward = same ? after.filter(({ order }) => order === left) : []
  const back = same ? before.filter(({ order }) => order === right) : []
  const ids = (list: readonly Ordered[]) => list.map(({ id }) => id)
  const keys =
    back.length < forward.length
      ? write([...ids(back), ...moved], key(before[before.length - back.length - 1]), right)
      : write([...moved, ...ids(forward)], left, key(after[forward.length]))
  const long = [...keys.values()].some(({ length }) => length > LONG)
  return long ? write([...ids(before), ...moved, ...ids(after)], null, null) : keys
}
