/** A stretch where two sequences differ: `a[aFrom..aTo)` gives way to `b[bFrom..bTo)`. */
export interface Hunk {
  aFrom: number
  aTo: number
  bFrom: number
  bTo: number
}

/**
 * Up to this many differences the script is a shortest one; a stretch with more is cut at the furthest point reached, so that
 * two texts with nothing in common cost little: the steps of all its stretches are about twice its length times this number.
 */
const exactUpTo = (length: number): number => Math.max(128, Math.min(4_000, Math.floor(STEPS / length)))
const STEPS = 2_000_000

/**
 * The stretches where two sequences of symbols differ, in order, apart by at least one symbol that stays. A shortest edit
 * script by the linear-space refinement of Myers, "An O(ND) Difference Algorithm and Its Variations" (1986), §4b.
 * Deterministic. Takes O((a + b) · differences) time, of differences at most so many as {@link exactUpTo} says, and O(a + b) space.
 */
export function differences(a: Int32Array, b: Int32Array): Hunk[] {
  const removed = new Uint8Array(a.length + 1)
  const added = new Uint8Array(b.length + 1)
  const diagonals = a.length + b.length + 3
  const most = exactUpTo(a.length + b.length)
  const search = { a, b, forward: new Int32Array(diagonals), backward: new Int32Array(diagonals), zero: b.length + 1, most }
  const stack: [number, number, number, number][] = [[0, a.length, 0, b.length]]
  while (stack.length) {
    let [aFrom, aTo, bFrom, bTo] = stack.pop()!
    while (aFrom < aTo && bFrom < bTo && a[aFrom] === b[bFrom]) {
      aFrom++
      bFrom++
    }
    while (aFrom < aTo && bFrom < bTo && a[aTo - 1] === b[bTo - 1]) {
      aTo--
      bTo--
    }
    if (aFrom === aTo) added.fill(1, bFrom, bTo)
    else if (bFrom === bTo) removed.fill(1, aFrom, aTo)
    else {
      const [x, y] = midpoint(search, aFrom, aTo, bFrom, bTo)
      stack.push([aFrom, x, bFrom, y], [x, aTo, y, bTo])
    }
  }
  return hunksOf(removed, added, a.length, b.length)
}

interface Search {
  a: Int32Array
  b: Int32Array
  /** The furthest x reached on each diagonal x − y, at index `zero + x − y`. */
  forward: Int32Array
  backward: Int32Array
  zero: number
  /** After so many differences a stretch is cut where the search has come. */
  most: number
}

/** A point on a shortest path through the box, reached by searching from both corners until the searches meet. */
function midpoint(search: Search, aFrom: number, aTo: number, bFrom: number, bTo: number): [number, number] {
  const { a, b, forward, backward, zero, most } = search
  const [low, high] = [aFrom - bTo, aTo - bFrom]
  const [start, end] = [aFrom - bFrom, aTo - bTo]
  const odd = ((start - end) & 1) !== 0
  let [fLow, fHigh, bLow, bHigh] = [start, start, end, end]
  forward[zero + start] = aFrom
  backward[zero + end] = aTo
  for (let cost = 1; ; cost++) {
    // One diagonal more at each side while the box has one; else the outermost of the other parity.
    if (fLow > low) forward[zero + --fLow - 1] = -1
    else fLow++
    if (fHigh < high) forward[zero + ++fHigh + 1] = -1
    else fHigh--
    for (let k = fHigh; k >= fLow; k -= 2) {
      const [below, above] = [forward[zero + k - 1]!, forward[zero + k + 1]!]
      let x = below < above ? above : below + 1
      let y = x - k
      while (x < aTo && y < bTo && a[x] === b[y]) {
        x++
        y++
      }
      forward[zero + k] = x
      if (odd && k >= bLow && k <= bHigh && backward[zero + k]! <= x) return [x, y]
    }
    if (bLow > low) backward[zero + --bLow - 1] = 0x7fffffff
    else bLow++
    if (bHigh < high) backward[zero + ++bHigh + 1] = 0x7fffffff
    else bHigh--
    for (let k = bHigh; k >= bLow; k -= 2) {
      const [below, above] = [backward[zero + k - 1]!, backward[zero + k + 1]!]
      let x = below < above ? below : above - 1
      let y = x - k
      while (x > aFrom && y > bFrom && a[x - 1] === b[y - 1]) {
        x--
        y--
      }
      backward[zero + k] = x
      if (!odd && k >= fLow && k <= fHigh && x <= forward[zero + k]!) return [x, y]
    }
    if (cost >= most) return furthest(search, [fLow, fHigh, bLow, bHigh], [aFrom, aTo, bFrom, bTo])
  }
}

/** The point that either search has come furthest with, inside the box and not at the corner it began from. */
function furthest(
  { forward, backward, zero }: Search,
  [fLow, fHigh, bLow, bHigh]: [number, number, number, number],
  [aFrom, aTo, bFrom, bTo]: [number, number, number, number],
): [number, number] {
  let best: [number, number] = [aFrom, bFrom]
  let gained = -1
  for (let k = fLow; k <= fHigh; k += 2) {
    const x = Math.min(forward[zero + k]!, aTo, bTo + k)
    const y = x - k
    if (x >= aFrom && y >= bFrom && x + y - aFrom - bFrom > gained) {
      gained = x + y - aFrom - bFrom
      best = [x, y]
    }
  }
  for (let k = bLow; k <= bHigh; k += 2) {
    const x = Math.max(backward[zero + k]!, aFrom, bFrom + k)
    const y = x - k
    if (x <= aTo && y <= bTo && aTo + bTo - x - y > gained) {
      gained = aTo + bTo - x - y
      best = [x, y]
    }
  }
  return best
}

function hunksOf(removed: Uint8Array, added: Uint8Array, aLength: number, bLength: number): Hunk[] {
  const hunks: Hunk[] = []
  let [x, y] = [0, 0]
  while (x < aLength || y < bLength) {
    if (!removed[x] && !added[y]) {
      x++
      y++
      continue
    }
    const [aFrom, bFrom] = [x, y]
    while (removed[x]) x++
    while (added[y]) y++
    hunks.push({ aFrom, aTo: x, bFrom, bTo: y })
  }
  return hunks
}

/** Numbers for values that are equal when their keys are, the same number for the same key, over several sequences. */
export function intern(): (keys: readonly string[]) => Int32Array {
  const numbers = new Map<string, number>()
  return (keys) =>
    Int32Array.from(keys, (key) => {
      let number = numbers.get(key)
      if (number === undefined) numbers.set(key, (number = numbers.size))
      return number
    })
}

/** The same for sequences of texts: {@link differences} of their equal and unequal entries. */
export function differencesOf(a: readonly string[], b: readonly string[]): Hunk[] {
  const numbers = intern()
  return differences(numbers(a), numbers(b))
}
