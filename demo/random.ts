/** A small seeded generator (mulberry32): the same seed gives the same numbers. */
export interface Random {
  /** In [0, 1). */
  next(): number
  /** A whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number
  pick<T>(list: readonly T[]): T
  bytes(count: number): Uint8Array
}

export function seeded(seed: number): Random {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
  const whole = (low: number, high: number) => low + Math.floor(next() * (high - low + 1))
  return {
    next,
    whole,
    pick: (list) => list[whole(0, list.length - 1)]!,
    bytes: (count) => Uint8Array.from({ length: count }, () => whole(0, 255)),
  }
}
