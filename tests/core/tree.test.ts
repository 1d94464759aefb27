import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { breadcrumb, menuTree, wouldLoop, type MenuNode, type TreePage } from '../../core/tree/menu'
import { orderOf } from '../../core/tree/order'

const page = (id: string, parent: string | null, more: Partial<TreePage> = {}): TreePage => ({
  id,
  parent,
  path: `/${id}`,
  label: id,
  order: 'a0',
  inMenus: true,
  ...more,
})
const flat = (nodes: MenuNode[]): MenuNode[] => nodes.flatMap((node) => [node, ...flat(node.children)])

/** A forest: each page's parent is one made before it, or none. */
const forest = fc
  .array(fc.record({ under: fc.option(fc.nat(), { freq: 3 }), order: fc.nat(3), inMenus: fc.boolean() }), { maxLength: 30 })
  .map((rows) =>
    rows.map(({ under, order, inMenus }, index) =>
      page(`p${index}`, under === null || index === 0 ? null : `p${under % index}`, { order: orderOf(order), inMenus }),
    ),
  )

describe('the menu', () => {
  it('orders siblings by their places, then by their label', () => {
    const tree = menuTree([
      page('b', null),
      page('a', null),
      page('z', null, { order: 'Zz' }),
      page('y', 'a', { order: 'a2' }),
      page('x', 'a'),
    ])
    expect(tree.map((node) => node.id)).toEqual(['z', 'a', 'b'])
    expect(tree[1]!.children.map((node) => node.id)).toEqual(['x', 'y'])
  })
  it('holds a page exactly when it and all above it are in menus', () => {
    fc.assert(
      fc.property(forest, (pages) => {
        const all = new Map(pages.map((entry) => [entry.id, entry]))
        const shown = pages.filter((entry) => entry.inMenus && breadcrumb(all, entry.id).every((above) => above.inMenus))
        expect(
          flat(menuTree(pages))
            .map((node) => node.id)
            .sort(),
        ).toEqual(shown.map((entry) => entry.id).sort())
      }),
    )
  })
  it('shows nothing of pages that stand in a circle, and ends', () => {
    expect(menuTree([page('a', 'b'), page('b', 'a'), page('c', null)]).map((node) => node.id)).toEqual(['c'])
  })
})

describe('the breadcrumb', () => {
  it('is the way from the top to the page above it', () => {
    const all = new Map([page('a', null), page('b', 'a'), page('c', 'b')].map((entry) => [entry.id, entry]))
    expect(breadcrumb(all, 'c').map((entry) => entry.id)).toEqual(['a', 'b'])
    expect(breadcrumb(all, 'a')).toEqual([])
    expect(breadcrumb(all, 'unknown')).toEqual([])
  })
  it('passes over a parent that is not live, and stops in a circle', () => {
    expect(breadcrumb(new Map([['b', page('b', 'gone')]]), 'b')).toEqual([])
    const circle = new Map([page('a', 'b'), page('b', 'a')].map((entry) => [entry.id, entry]))
    expect(breadcrumb(circle, 'a').map((entry) => entry.id)).toEqual(['b'])
  })
})

describe('a move in the tree', () => {
  it('loops exactly when the new parent is the page itself or stands below it', () => {
    fc.assert(
      fc.property(forest, fc.nat(), fc.option(fc.nat()), (pages, which, under) => {
        fc.pre(pages.length > 0)
        const all = new Map(pages.map((entry) => [entry.id, entry]))
        const id = pages[which % pages.length]!.id
        const parent = under === null ? null : pages[under % pages.length]!.id
        const below = parent !== null && (parent === id || breadcrumb(all, parent).some((above) => above.id === id))
        expect(wouldLoop(new Map(pages.map((entry) => [entry.id, entry.parent])), id, parent)).toBe(below)
      }),
    )
  })
})
