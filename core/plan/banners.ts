import type { Fields } from '../content/fields'

/** How far apart the orders of banners are where there is room. */
const STEP = 100

interface Ordered {
  item: string
  fields: Pick<Fields, 'order'>
}

/** Banners as they turn: by their order, and by their ids where that is the same. */
export const inBannerOrder = <T extends Ordered>(banners: readonly T[]): T[] =>
  [...banners].sort((a, b) => (a.fields.order ?? 0) - (b.fields.order ?? 0) || (a.item < b.item ? -1 : 1))

/**
 * The orders to write so that one banner stands before another (`null`: last) and all others stay as they are: of as few
 * banners as can be, its own alone where there is room between its neighbours. Nothing when it stands there, or for one
 * that is not among them.
 */
export function ordersToMove(banners: readonly Ordered[], item: string, before: string | null): Map<string, number> {
  const all = inBannerOrder(banners)
  const moved = all.find((banner) => banner.item === item)
  const others = all.filter((banner) => banner.item !== item)
  const at = before === null ? others.length : others.findIndex((banner) => banner.item === before)
  if (!moved || at < 0 || all[at]?.item === item) return new Map()
  const order = (banner: Ordered | undefined) => banner?.fields.order ?? 0
  const [left, right] = [others[at - 1], others[at]]
  if (!right) return new Map([[item, order(left) + STEP]])
  if (!left) return new Map([[item, order(right) - STEP]])
  const between = Math.floor((order(left) + order(right)) / 2)
  if (between > order(left) && between < order(right)) return new Map([[item, between]])
  // No room: it follows its neighbour closely, and those after it make way as far as they must.
  const orders = new Map([[item, order(left) + STEP]])
  let last = order(left) + STEP
  for (const banner of others.slice(at)) {
    if (order(banner) > last) break
    orders.set(banner.item, (last += STEP))
  }
  return orders
}
