/** A label as its tree is made of: `broader` is the one that it is a part of. */
export interface TreeLabel {
  id: string
  title: string
  broader: string | null
}
export type Branch<T extends TreeLabel> = T & { depth: number }

/**
 * Labels in the order of their tree, each below the one that it is a part of, by name among its siblings, with its depth. One
 * whose broader label is not here, or lies below itself, stands at the top: none is left out and none comes twice.
 */
export function inTree<T extends TreeLabel>(labels: readonly T[]): Branch<T>[] {
  const byId = new Map(labels.map((label) => [label.id, label]))
  const below = new Map<string | null, T[]>()
  const put = (key: string | null, label: T) => below.set(key, [...(below.get(key) ?? []), label])
  for (const label of labels)
    put(label.broader !== null && byId.has(label.broader) && !isBelow(byId, label.broader, label.id) ? label.broader : null, label)
  const byName = (a: T, b: T) => a.title.localeCompare(b.title, 'en') || (a.id < b.id ? -1 : 1)
  const walk = (key: string | null, depth: number): Branch<T>[] =>
    (below.get(key) ?? []).sort(byName).flatMap((label) => [{ ...label, depth }, ...walk(label.id, depth + 1)])
  return walk(null, 0)
}

/** Whether a label lies below another, or is it: it could not be the broader one of that other. */
export function isBelow(labels: ReadonlyMap<string, TreeLabel>, id: string, above: string): boolean {
  const seen = new Set<string>()
  for (let at: string | null = id; at !== null && !seen.has(at); at = labels.get(at)?.broader ?? null) {
    if (at === above) return true
    seen.add(at)
  }
  return false
}
