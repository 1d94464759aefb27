import { branchOf, type PageTree, type PlacedPage, type Spot, type TreeLine } from './pageTree'

/** Where a line of the tree is met: above it, on it, below it. */
export type Meeting = 'before' | 'into' | 'after'

/** A spot as it is shown in a tree: at one of its lines, so deep. */
export interface ShownSpot extends Spot {
  line: number
  how: Meeting
  depth: number
}

/** What stands after a page among its siblings; `null` for the last. */
function following<T extends PlacedPage>(tree: PageTree<T>, { id }: T, parent: string | null): string | null {
  const siblings = tree.get(parent) ?? []
  return siblings[siblings.findIndex((page) => page.id === id) + 1]?.id ?? null
}

/** The spot where a line is met: below one that is open stands the first of its pages. */
export function spotAt<T extends PlacedPage>(tree: PageTree<T>, lines: readonly TreeLine<T>[], index: number, how: Meeting): ShownSpot {
  const { page, parent, open, depth } = lines[index]!
  if (how === 'before') return { line: index, how, depth, parent, before: page.id }
  if (how === 'into') return { line: index, how, depth: depth + 1, parent: page.id, before: null }
  const [first] = open ? (tree.get(page.id) ?? []) : []
  if (first) return { line: index, how, depth: depth + 1, parent: page.id, before: first.id }
  return { line: index, how, depth, parent, before: following(tree, page, parent) }
}

/**
 * The spots that some pages can be moved to, from the top down: before, into and after the lines that are shown, none within the pages
 * themselves, and each once.
 */
export function spotsFor<T extends PlacedPage>(tree: PageTree<T>, lines: readonly TreeLine<T>[], moved: readonly T[]): ShownSpot[] {
  const within = new Set(moved.flatMap((page) => branchOf(tree, page).map(({ id }) => id)))
  const spots: ShownSpot[] = []
  const met = new Set<string>()
  const offer = (spot: ShownSpot) => {
    const key = `${spot.parent} ${spot.before}`
    if (!met.has(key)) spots.push(spot)
    met.add(key)
  }
  /** The last lines of branches that are open above the present one: after them one may stand, once all below is passed. */
  const ends: ShownSpot[] = []
  lines.forEach(({ page, parent, depth, place, siblings, open }, index) => {
    while (ends.length && ends.at(-1)!.depth >= depth) offer({ ...ends.pop()!, line: index - 1 })
    if (parent !== null && within.has(parent)) return
    if (place === siblings) ends.push({ line: index, how: 'after', depth, parent, before: null })
    if (within.has(page.id)) return
    offer(spotAt(tree, lines, index, 'before'))
    if (!open) offer(spotAt(tree, lines, index, 'into'))
  })
  while (ends.length) offer({ ...ends.pop()!, line: lines.length - 1 })
  return spots
}
