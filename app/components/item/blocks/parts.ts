/** A list with one entry moved, copied, removed or set; the list itself is left as it is. */
export const moved = <T>(list: readonly T[], from: number, to: number): T[] => {
  const next = [...list]
  const [entry] = next.splice(from, 1)
  next.splice(to, 0, entry!)
  return next
}
export const copied = <T>(list: readonly T[], index: number): T[] => [
  ...list.slice(0, index + 1),
  JSON.parse(JSON.stringify(list[index])) as T,
  ...list.slice(index + 1),
]
export const without = <T>(list: readonly T[], index: number): T[] => list.filter((_, at) => at !== index)
export const withPart = <T>(list: readonly T[], index: number, part: Partial<T>): T[] =>
  list.map((entry, at) => (at === index ? { ...entry, ...part } : entry))
