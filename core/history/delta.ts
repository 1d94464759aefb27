/** How a text follows from an earlier one: keep `head` and `tail` UTF-16 units of it around `middle`. */
export interface Delta {
  head: number
  tail: number
  middle: string
}

const STRIDE = 256

/** The difference of two texts as one changed stretch: `applyDelta(base, deltaOf(base, next)) === next` always. */
export function deltaOf(base: string, next: string): Delta {
  const most = Math.min(base.length, next.length)
  // Whole strides first: comparing slices is many times faster than comparing units.
  let head = 0
  while (head + STRIDE <= most && base.slice(head, head + STRIDE) === next.slice(head, head + STRIDE)) head += STRIDE
  while (head < most && base.charCodeAt(head) === next.charCodeAt(head)) head++
  const rest = most - head
  let tail = 0
  while (
    tail + STRIDE <= rest &&
    base.slice(base.length - tail - STRIDE, base.length - tail) === next.slice(next.length - tail - STRIDE, next.length - tail)
  )
    tail += STRIDE
  while (tail < rest && base.charCodeAt(base.length - 1 - tail) === next.charCodeAt(next.length - 1 - tail)) tail++
  return { head, tail, middle: next.slice(head, next.length - tail) }
}

/** Rebuilds the later text. */
export const applyDelta = (base: string, delta: Delta): string =>
  base.slice(0, delta.head) + delta.middle + base.slice(base.length - delta.tail)
