/** Values by what a function says of each, in the order in which they first come. */
export function grouped<T, K>(values: readonly T[], by: (value: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const value of values) {
    const key = by(value)
    const group = groups.get(key)
    if (group) group.push(value)
    else groups.set(key, [value])
  }
  return groups
}
