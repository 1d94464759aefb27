/** Things with ids in an order: the blocks of a body. */
type Placed = { id: string }

/** Moves the chosen ones one place up or down, together and in their order; the list itself where there is no room. */
export function moveChosen<T extends Placed>(list: readonly T[], chosen: ReadonlySet<string>, by: -1 | 1): T[] {
  const group = list.filter(({ id }) => chosen.has(id))
  const rest = list.filter(({ id }) => !chosen.has(id))
  const edge = by < 0 ? list.findIndex(({ id }) => chosen.has(id)) : list.findLastIndex(({ id }) => chosen.has(id))
  if (edge < 0) return [...list]
  const before = list.slice(0, by < 0 ? edge : edge + 1).filter(({ id }) => !chosen.has(id)).length
  const at = Math.min(rest.length, Math.max(0, before + by))
  return [...rest.slice(0, at), ...group, ...rest.slice(at)]
}

/**
 * Puts back what was taken out of a list, each after what it stood after then (`before` is the list with it), and leaves
 * all that was changed, added or moved since as it is now.
 */
export function putBack<T extends Placed>(list: readonly T[], taken: readonly T[], before: readonly T[]): T[] {
  const out = [...list]
  for (const one of before.filter((entry) => taken.includes(entry) && !list.some(({ id }) => id === entry.id))) {
    const place = before.indexOf(one)
    const anchor = before.slice(0, place).findLast(({ id }) => out.some((entry) => entry.id === id))
    out.splice(anchor ? out.findIndex(({ id }) => id === anchor.id) + 1 : 0, 0, one)
  }
  return out
}

/** The ids from one to another, both included, in the order of the list; none where either is missing. */
export function idsBetween(list: readonly Placed[], from: string, to: string): string[] {
  const [a, b] = [list.findIndex(({ id }) => id === from), list.findIndex(({ id }) => id === to)]
  return a < 0 || b < 0 ? [] : list.slice(Math.min(a, b), Math.max(a, b) + 1).map(({ id }) => id)
}
