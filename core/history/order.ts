/** Indices of a longest strictly increasing run of values, in order: what may stay while the rest moves. */
export function longestIncreasing(values: readonly number[]): Set<number> {
  const tails: number[] = []
  const before: number[] = []
  values.forEach((value, index) => {
    let [low, high] = [0, tails.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (values[tails[middle]!]! < value) low = middle + 1
      else high = middle
    }
    before[index] = low ? tails[low - 1]! : -1
    tails[low] = index
  })
  const kept = new Set<number>()
  for (let at = tails.at(-1) ?? -1; at >= 0; at = before[at]!) kept.add(at)
  return kept
}

/** Of ids in both orders, those that have to move to turn the first order into the second: as few as can be. */
export function movedIds(before: readonly string[], after: readonly string[]): Set<string> {
  const then = new Map(before.map((id, index) => [id, index]))
  const common = after.filter((id) => then.has(id))
  const stay = longestIncreasing(common.map((id) => then.get(id)!))
  return new Set(common.filter((_, index) => !stay.has(index)))
}
