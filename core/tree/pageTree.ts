import { grouped } from '../grouped'
import { compareOrder, type OrderKey } from './order'

/** A page as its tree is made of. */
export interface PlacedPage {
  id: string
  parent: string | null
  order: OrderKey
  /** What menus and breadcrumbs call it. */
  label: string
  segment: string
  /** Where readers find it; `null` where it is not on the site. */
  path: string | null
}

/** The pages of a site by the page that they stand below (`null`: at the top), siblings in their order. */
export type PageTree<T extends PlacedPage> = ReadonlyMap<string | null, readonly T[]>

const bySiblings = (one: PlacedPage, other: PlacedPage) =>
  compareOrder(one.order, other.order) || one.label.localeCompare(other.label, 'en') || (one.id < other.id ? -1 : 1)

/**
 * Arranges pages as a tree. One whose parent is not among them, or that stands below itself, is at the top after all others: none is left
 * out and none comes twice.
 */
export function pageTree<T extends PlacedPage>(pages: readonly T[]): PageTree<T> {
  const below = grouped(pages, ({ parent }) => parent)
  // Siblings alone are compared: to tell labels apart takes long.
  for (const siblings of below.values()) siblings.sort(bySiblings)
  const reached = new Set<string>()
  const reach = (from: string | null) => {
    const open = [from]
    for (let parent = open.pop(); parent !== undefined; parent = open.pop())
      for (const { id } of below.get(parent) ?? [])
        if (!reached.has(id)) {
          reached.add(id)
          open.push(id)
        }
  }
  reach(null)
  const lost: T[] = []
  const ids = new Set(pages.map(({ id }) => id))
  // First those whose parent is not here, with all below them; what is left then goes round in a circle.
  for (const lose of [(page: T) => page.parent !== null && !ids.has(page.parent), () => true])
    for (const page of pages)
      if (!reached.has(page.id) && lose(page)) {
        lost.push(page)
        reached.add(page.id)
        reach(page.id)
      }
  if (!lost.length) return below
  const astray = new Set(lost.map(({ id }) => id))
  const tree = new Map<string | null, readonly T[]>()
  for (const [parent, children] of below) tree.set(parent, parent === null ? children : children.filter(({ id }) => !astray.has(id)))
  return tree.set(null, [...(tree.get(null) ?? []), ...lost])
}

/** One line of a tree as it is shown. */
export interface TreeLine<T extends PlacedPage> {
  page: T
  /** The page that it is shown below; `null` at the top. */
  parent: string | null
  /** How many pages it stands below. */
  depth: number
  /** How many stand right below it. */
  children: number
  open: boolean
  /** Its place among its siblings, from 1, and how many these are. */
  place: number
  siblings: number
  /** Its whole address: the one that readers have, else the one that it would have. */
  address: string
}

/** The lines of a tree of which some branches are open, from the top down; with `shown`, only the pages in it. */
export function treeLines<T extends PlacedPage>(
  tree: PageTree<T>,
  isOpen: (id: string) => boolean,
  shown?: ReadonlySet<string>,
): TreeLine<T>[] {
  const lines: TreeLine<T>[] = []
  const walk = (parent: string | null, depth: number, above: string) => {
    const all = tree.get(parent) ?? []
    const siblings = shown ? all.filter(({ id }) => shown.has(id)) : all
    siblings.forEach((page, index) => {
      const address = page.path ?? `${above}/${page.segment}`
      const open = isOpen(page.id)
      const children = tree.get(page.id)?.length ?? 0
      lines.push({ page, parent, depth, children, open: children > 0 && open, place: index + 1, siblings: siblings.length, address })
      if (children && open) walk(page.id, depth + 1, address)
    })
  }
  walk(null, 0, '')
  return lines
}

/** A page with all that stands below it, from the top down. */
export function branchOf<T extends PlacedPage>(tree: PageTree<T>, page: T): T[] {
  const branch: T[] = [page]
  const seen = new Set([page.id])
  for (const { id } of branch)
    for (const child of tree.get(id) ?? [])
      if (!seen.has(child.id)) {
        seen.add(child.id)
        branch.push(child)
      }
  return branch
}

/** The pages whose title, label or address has some words, whatever their capitals, with all above them: as a search in the tree shows them. */
export function foundInTree<T extends PlacedPage & { title: string }>(
  pages: readonly T[],
  tree: PageTree<T>,
  words: string,
): { found: ReadonlySet<string>; shown: ReadonlySet<string> } {
  const wanted = words.trim().toLowerCase()
  const found = new Set<string>()
  const shown = new Set<string>()
  if (!wanted) return { found, shown }
  const parents = new Map<string, string | null>()
  for (const [parent, children] of tree) for (const { id } of children) parents.set(id, parent)
  for (const { id, title, label, path, segment } of pages) {
    if (![title, label, path ?? segment].some((text) => text.toLowerCase().includes(wanted))) continue
    found.add(id)
    for (let at: string | null | undefined = id; at && !shown.has(at); at = parents.get(at)) shown.add(at)
  }
  return { found, shown }
}

/** Of some pages those that stand below none of the others: what is moved when all of them are. */
export function topsOf<T extends PlacedPage>(tree: PageTree<T>, chosen: readonly T[]): T[] {
  const below = new Set(
    chosen.flatMap((page) =>
      branchOf(tree, page)
        .slice(1)
        .map(({ id }) => id),
    ),
  )
  return chosen.filter(({ id }) => !below.has(id))
}

/** Where pages are put: below a page or at the top, before one of those that stand there (`null`: after them all). */
export interface Spot {
  parent: string | null
  before: string | null
}
