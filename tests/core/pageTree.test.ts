import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compareOrder, isOrderKey, keyAfter, keysToPlace, orderOf } from '../../core/tree/order'
import { branchOf, foundInTree, pageTree, topsOf, treeLines, type PlacedPage } from '../../core/tree/pageTree'
import { spotAt, spotsFor } from '../../core/tree/spots'

const page = (id: string, parent: string | null, order: number | string = 0, more: Partial<PlacedPage> = {}) => ({
  id,
  title: `Title ${id}`,
  parent,
  order: orderOf(order),
  label: id,
  segment: id,
  path: null,
  ...more,
})
type Page = ReturnType<typeof page>
const sorted = (list: readonly { id: string; order: string }[]) =>
  list.toSorted((a, b) => compareOrder(a.order, b.order)).map(({ id }) => id)

/** Pages of which any may stand below any, also in circles and below what is not here. */
const anyPages = fc
  .array(fc.record({ below: fc.option(fc.nat(25), { freq: 3 }), order: fc.integer({ min: -2, max: 3 }) }), { maxLength: 20 })
  .map((rows) => rows.map(({ below, order }, index) => page(`p${index}`, below === null ? null : `p${below}`, order)))
/** A forest: each page’s parent is one made before it, or none. */
const forest = fc
  .array(fc.record({ below: fc.option(fc.nat(), { freq: 3 }), order: fc.nat(5) }), { minLength: 1, maxLength: 20 })
  .map((rows) => rows.map(({ below, order }, index) => page(`p${index}`, below === null || !index ? null : `p${below % index}`, order)))

describe('a place among siblings', () => {
  it('is by its key as it was by its number, from the least to the greatest that was ever written', () => {
    const number = fc.oneof(
      fc.integer({ min: -100_000, max: 100_000 }),
      fc.integer({ min: -70, max: 70 }),
      fc.constantFrom(3905, 3906, -3906),
    )
    fc.assert(
      fc.property(number, number, (one, other) => {
        expect([isOrderKey(orderOf(one)), isOrderKey(orderOf(other))]).toEqual([true, true])
        expect(Math.sign(compareOrder(orderOf(one), orderOf(other)))).toBe(Math.sign(one - other))
      }),
    )
    // The whole parts of keys as the package that makes them writes them: after `az` comes `b00`, before `Z0` stands `Yzz`.
    expect([0, 1, 61, 62, -1, -62, -63].map(orderOf)).toEqual(['a0', 'a1', 'az', 'b00', 'Zz', 'Z0', 'Yzz'])
    expect(orderOf(undefined)).toBe(orderOf(0))
  })
  it('of what is begun comes after the last there is, the later after the earlier, and leaves room for those that follow', () => {
    const moment = fc.integer({ min: 0, max: 4_102_444_800_000 })
    const any = fc.oneof(fc.integer({ min: -5_000, max: 100_000 }).map(orderOf), fc.constantFrom('a0V', 'zzzzzzzzzzzzzzzzzzzzzzzzzzz'))
    fc.assert(
      fc.property(fc.option(any), moment, moment, (last, one, other) => {
        const [first, second] = [keyAfter(last, one), keyAfter(last, other)]
        expect([isOrderKey(first), last === null || compareOrder(last, first) < 0]).toEqual([true, true])
        expect(compareOrder(first, second)).toBe(Math.sign(one - other))
        expect(compareOrder(first, keyAfter(first, other))).toBe(-1)
      }),
    )
  })
  it('takes no other text for a key', () => {
    for (const text of ['', '0', 'a', 'a00', 'b0', 'a0é', 'a0 ', '-a0', 'A00000000000000000000000000', `a0${'1'.repeat(300)}`])
      expect([text, isOrderKey(text)]).toEqual([text, false])
  })
  const siblings = fc
    .array(fc.integer({ min: -2, max: 4 }), { maxLength: 12 })
    .map((orders) => orders.toSorted((a, b) => a - b).map((order, index) => ({ id: `s${index}`, order: orderOf(order) })))
  it('is found for any number of pages anywhere; all others keep theirs, but of those with the same as few as can be', () => {
    fc.assert(
      fc.property(siblings, fc.integer({ min: 1, max: 4 }), fc.nat(12), (list, count, wanted) => {
        const at = wanted % (list.length + 1)
        const moved = Array.from({ length: count }, (_, index) => `m${index}`)
        const keys = keysToPlace(list, moved, at)
        const after = [
          ...list.map((one) => ({ ...one, order: keys.get(one.id) ?? one.order })),
          ...moved.map((id) => ({ id, order: keys.get(id)! })),
        ]
        const wish = list.map(({ id }) => id).toSpliced(at, 0, ...moved)
        // Siblings with one key stand in an order of their own: here in that of the list.
        const stable = wish.map((id) => after.find((one) => one.id === id)!)
        expect(sorted(stable)).toEqual(wish)
        expect([...keys.values()].every(isOrderKey)).toBe(true)
        const same = list[at - 1]?.order === list[at]?.order ? list.filter(({ order }) => order === list[at]?.order).length : 0
        expect(keys.size - count).toBeLessThanOrEqual(Math.floor(same / 2))
      }),
    )
  })
  it('changes one item alone, however often one moves between the same two, until a key grows long', () => {
    let list = [
      { id: 'left', order: orderOf(1) },
      { id: 'right', order: orderOf(2) },
    ]
    let longest = 0
    let others = 0
    for (let n = 0; n < 2_000; n++) {
      const keys = keysToPlace(list, [`n${n}`], n % 2 ? 1 : list.length - 1)
      others += keys.size > 1 ? 1 : 0
      list = [...list.map((one) => ({ ...one, order: keys.get(one.id) ?? one.order })), { id: `n${n}`, order: keys.get(`n${n}`)! }].sort(
        (a, b) => compareOrder(a.order, b.order),
      )
      longest = Math.max(longest, ...[...keys.values()].map(({ length }) => length))
    }
    expect([list[0]!.id, list.at(-1)!.id, new Set(list.map(({ order }) => order)).size]).toEqual(['left', 'right', 2_002])
    expect(longest).toBeLessThan(100)
    expect(others).toBeLessThan(20)
  })
})

describe('the tree of pages', () => {
  const all = () => true
  it('has every page once, whatever stands below whatever', () => {
    fc.assert(
      fc.property(anyPages, (pages) => {
        const lines = treeLines(pageTree(pages), all)
        expect(lines.map(({ page: { id } }) => id).sort()).toEqual(pages.map(({ id }) => id).sort())
      }),
    )
  })
  it('shows each below its parent, siblings in their order, with its place among them', () => {
    fc.assert(
      fc.property(forest, (pages) => {
        const lines = treeLines(pageTree(pages), all)
        lines.forEach(({ page: one, depth, place, siblings }, index) => {
          const above = lines.slice(0, index).findLast((line) => line.depth < depth)
          expect(above?.page.id ?? null).toBe(one.parent)
          const family = lines.filter((line) => line.page.parent === one.parent)
          expect([place, siblings]).toEqual([family.findIndex((line) => line.page === one) + 1, family.length])
        })
        const tops = lines.filter(({ depth }) => depth === 0).map(({ page: one }) => one.order)
        expect(tops).toEqual(tops.toSorted(compareOrder))
      }),
    )
  })
  it('says the whole address: the one that readers have, else the one that it would have', () => {
    const pages = [page('fares', null, 0, { path: '/fares' }), page('cars', 'fares'), page('long', 'cars'), page('gone', 'missing')]
    expect(treeLines(pageTree(pages), all).map(({ address }) => address)).toEqual(['/fares', '/fares/cars', '/fares/cars/long', '/gone'])
  })
  it('folds branches, and says that something is below', () => {
    const pages = [page('a', null), page('b', 'a'), page('c', 'b'), page('d', null, 1)]
    const tree = pageTree(pages)
    const told = (open: string[]) => treeLines(tree, (id) => open.includes(id)).map((line) => [line.page.id, line.children, line.open])
    expect(told([])).toEqual([
      ['a', 1, false],
      ['d', 0, false],
    ])
    expect(told(['a', 'd'])).toEqual([
      ['a', 1, true],
      ['b', 1, false],
      ['d', 0, false],
    ])
  })
  it('finds by title, label and address, with all above what is found', () => {
    const pages = [page('fares', null), page('cars', 'fares', 0, { path: '/fares/cars' }), page('dogs', 'fares'), page('ports', null)]
    const tree = pageTree(pages)
    expect([...foundInTree(pages, tree, ' CARS ').shown].sort()).toEqual(['cars', 'fares'])
    expect([...foundInTree(pages, tree, 'title p').found]).toEqual(['ports'])
    expect(foundInTree(pages, tree, '  ').shown.size).toBe(0)
    const lines = treeLines(tree, all, foundInTree(pages, tree, 'cars').shown)
    expect(lines.map((line) => [line.page.id, line.place, line.siblings])).toEqual([
      ['fares', 1, 1],
      ['cars', 1, 1],
    ])
  })
  it('moves of what was chosen only what stands below nothing else that was', () => {
    const pages = [page('a', null), page('b', 'a'), page('c', 'b'), page('d', null)]
    const tree = pageTree(pages)
    expect(topsOf(tree, [pages[2]!, pages[0]!, pages[3]!]).map(({ id }) => id)).toEqual(['a', 'd'])
    expect(branchOf(tree, pages[0]!).map(({ id }) => id)).toEqual(['a', 'b', 'c'])
  })
})

describe('spots', () => {
  /** What stands where after some pages were put at a spot, worked out the plain way. */
  const put = (
    pages: readonly Page[],
    tree: ReturnType<typeof pageTree<Page>>,
    moved: readonly Page[],
    to: { parent: string | null; before: string | null },
  ) => {
    const ids = new Set(moved.map(({ id }) => id))
    const children = (tree.get(to.parent) ?? []).map(({ id }) => id)
    const next = to.before === null ? undefined : children.slice(children.indexOf(to.before)).find((id) => !ids.has(id))
    const others = children.filter((id) => !ids.has(id))
    return others.toSpliced(next === undefined ? others.length : others.indexOf(next), 0, ...ids)
  }
  it('are each another place, never within what is moved, and together all places that are in sight', () => {
    fc.assert(
      fc.property(forest, fc.nat(), (pages, which) => {
        const tree = pageTree(pages)
        const lines = treeLines(tree, () => true)
        const moved = [pages[which % pages.length]!]
        const within = new Set(branchOf(tree, moved[0]!).map(({ id }) => id))
        const spots = spotsFor(tree, lines, moved)
        expect(spots.some(({ parent }) => parent !== null && within.has(parent))).toBe(false)
        const keys = spots.map(({ parent, before }) => `${parent} ${before}`)
        expect(new Set(keys).size).toBe(keys.length)
        // Every order of the siblings that one move can make, below every page that is not moved.
        const outside = [null, ...pages.filter(({ id }) => !within.has(id)).map(({ id }) => id)]
        const reached = new Set(spots.map((spot) => `${spot.parent}: ${put(pages, tree, moved, spot).join()}`))
        for (const parent of outside) {
          const others = (tree.get(parent) ?? []).map(({ id }) => id).filter((id) => id !== moved[0]!.id)
          for (let at = 0; at <= others.length; at++)
            expect(reached).toContain(`${parent}: ${others.toSpliced(at, 0, moved[0]!.id).join()}`)
        }
      }),
    )
  })
  it('are where a line is met: above it, on it, below it, before the first page of one that is open', () => {
    const pages = [page('a', null), page('b', 'a', 1), page('c', 'a', 2), page('d', null, 3)]
    const tree = pageTree(pages)
    const open = treeLines(tree, () => true)
    const spot = (lines: typeof open, index: number, how: 'before' | 'into' | 'after') => {
      const { parent, before, depth } = spotAt(tree, lines, index, how)
      return [parent, before, depth]
    }
    expect(spot(open, 0, 'after')).toEqual(['a', 'b', 1])
    expect(
      spot(
        treeLines(tree, () => false),
        0,
        'after',
      ),
    ).toEqual([null, 'd', 0])
    expect(spot(open, 1, 'before')).toEqual(['a', 'b', 1])
    expect(spot(open, 2, 'after')).toEqual(['a', null, 1])
    expect(spot(open, 2, 'into')).toEqual(['c', null, 2])
    expect(spot(open, 3, 'after')).toEqual([null, null, 0])
  })
})
