import { compareOrder, type OrderKey } from './order'

/** A live page as the menu and breadcrumb see it. */
export interface TreePage {
  id: string
  parent: string | null
  path: string
  label: string
  order: OrderKey
  inMenus: boolean
}

export interface MenuNode extends TreePage {
  children: MenuNode[]
}

const byPlace = (a: TreePage, b: TreePage) => compareOrder(a.order, b.order) || a.label.localeCompare(b.label)

/** Of some pages those that are in menus, by the page that they stand below (`null`: at the top), siblings by order then label. */
export function inMenusBelow(pages: Iterable<TreePage>): Map<string | null, TreePage[]> {
  const below = new Map<string | null, TreePage[]>()
  for (const page of pages) {
    if (!page.inMenus) continue
    const siblings = below.get(page.parent)
    if (siblings) siblings.push(page)
    else below.set(page.parent, [page])
  }
  for (const siblings of below.values()) siblings.sort(byPlace)
  return below
}

/** The tree of pages that are in menus, siblings by order then label. A page under one that is not in menus is left out. */
export function menuTree(pages: TreePage[]): MenuNode[] {
  const nodes = new Map(pages.filter((page) => page.inMenus).map((page) => [page.id, { ...page, children: [] as MenuNode[] }]))
  const top: MenuNode[] = []
  for (const node of nodes.values()) {
    if (node.parent === null) top.push(node)
    else nodes.get(node.parent)?.children.push(node)
  }
  for (const node of nodes.values()) node.children.sort(byPlace)
  return top.sort(byPlace)
}

/** The pages above a page, topmost first, without itself. Stops at a loop. */
export function breadcrumb(pages: Map<string, TreePage>, id: string): TreePage[] {
  const trail: TreePage[] = []
  const seen = new Set([id])
  for (let at = pages.get(id)?.parent ?? null; at !== null && !seen.has(at); at = pages.get(at)?.parent ?? null) {
    seen.add(at)
    const page = pages.get(at)
    if (page) trail.unshift(page)
  }
  return trail
}

/** Whether giving `id` the parent `parent` would make a page its own ancestor. */
export function wouldLoop(parents: Map<string, string | null>, id: string, parent: string | null): boolean {
  const seen = new Set<string>()
  for (let at = parent; at !== null && !seen.has(at); at = parents.get(at) ?? null) {
    if (at === id) return true
    seen.add(at)
  }
  return false
}
