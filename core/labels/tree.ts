import { grouped } from '../grouped'

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
  const below = grouped(labels, ({ id, broader }) =>
    broader !== null && byId.has(broader) && !isBelow(byId, broader, id) ? broader : null,
  )
  const byName = (a: T, b: T) => a.title.localeCompare(b.title, 'en') || (a.id < b.id ? -1 : 1)
  const walk = (key: string | null, depth: number): Branch<T>[] =>
    (below.get(key) ?? []).sort(byName).flatMap((label) => [{ ...label, depth }, ...walk(label.id, depth + 1)])
  return walk(null, 0)
}

/** Whether a label lies below another, or is it: it could not be the broader one of that other. */
export const isBelow = (labels: ReadonlyMap<string, Pick<TreeLabel, 'broader'>>, id: string, above: string): boolean =>
  leads(id, above, (at) => labels.get(at)?.broader ?? null)

/** Whether a label is replaced by another in the end, or is it: it could not replace that other. */
export const isReplacedBy = (labels: ReadonlyMap<string, { replacedBy: string | null }>, id: string, by: string): boolean =>
  leads(id, by, (at) => labels.get(at)?.replacedBy ?? null)

/** Whether one comes from a label to another, step by step. */
function leads(from: string, to: string, next: (id: string) => string | null): boolean {
  const seen = new Set<string>()
  for (let at: string | null = from; at !== null && !seen.has(at); at = next(at)) {
    if (at === to) return true
    seen.add(at)
  }
  return false
}
