import { branchOf, type PageTree, type Spot, type TreeLine } from '~~/core/tree/pageTree'
import { spotsFor, type ShownSpot } from '~~/core/tree/spots'
import type { TreePage } from './treePages'

interface Carrying {
  pages: TreePage[]
  /** They and all that stands below them. */
  within: ReadonlySet<string>
  spot: ShownSpot
}

/** The pages with all that stands below them. */
export const allWithin = (tree: PageTree<TreePage>, pages: readonly TreePage[]): ReadonlySet<string> =>
  new Set(pages.flatMap((page) => branchOf(tree, page).map(({ id }) => id)))

/** Picks pages up and puts them down elsewhere in the tree, by keys. */
export function useCarrying(given: {
  tree: () => PageTree<TreePage>
  lines: () => readonly TreeLine<TreePage>[]
  /** Opens the branch of a page. */
  open: (page: string) => void
  /** Brings a line into sight. */
  show: (line: number) => void
  put: (pages: string[], spot: Spot) => void
}) {
  const carrying = shallowRef<Carrying | null>(null)
  const spots = computed(() => (carrying.value ? spotsFor(given.tree(), given.lines(), carrying.value.pages) : []))
  /** Picks pages up at a line: first they would stand after it. */
  function pickUp(pages: TreePage[], line: number): void {
    const all = spotsFor(given.tree(), given.lines(), pages)
    const spot = all.find((each) => each.line > line) ?? all.at(-1)
    if (spot) carrying.value = { pages, within: allWithin(given.tree(), pages), spot }
  }
  function carryTo(spot: ShownSpot | undefined): void {
    if (!spot || !carrying.value) return
    carrying.value = { ...carrying.value, spot }
    given.show(spot.line)
  }
  /** Opens the branch that the pages would go into, and goes before its first page. */
  function carryInto({ how, parent }: ShownSpot): void {
    if (how !== 'into' || parent === null || !given.tree().get(parent)?.length) return
    given.open(parent)
    void nextTick(() => carryTo(spots.value.find((spot) => spot.parent === parent)))
  }
  function putDown({ pages, spot: { parent, before } }: Carrying): void {
    carrying.value = null
    given.put(
      pages.map(({ id }) => id),
      { parent, before },
    )
  }
  /** Takes a key while something is carried; returns whether it was one of these. */
  function key(name: string): boolean {
    const carried = carrying.value
    if (!carried) return false
    const { spot } = carried
    const now = spots.value.findIndex(({ parent, before }) => parent === spot.parent && before === spot.before)
    const keys: Record<string, () => void> = {
      ArrowDown: () => carryTo(spots.value[now + 1]),
      ArrowUp: () => carryTo(spots.value[now - 1]),
      Home: () => carryTo(spots.value[0]),
      End: () => carryTo(spots.value.at(-1)),
      ArrowRight: () => carryInto(spot),
      Enter: () => putDown(carried),
      Escape: () => (carrying.value = null),
    }
    keys[name]?.()
    return name in keys
  }
  return { carrying, pickUp, key }
}
