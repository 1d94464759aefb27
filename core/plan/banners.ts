import type { Fields } from '../content/fields'
import { compareOrder, keysToPlace, orderOf, type OrderKey } from '../tree/order'

interface Banner {
  item: string
  fields: Pick<Fields, 'order'>
}

/** Banners as they turn: by their places, and by their ids where these are the same. */
export const inBannerOrder = <T extends Banner>(banners: readonly T[]): T[] =>
  [...banners].sort((a, b) => compareOrder(orderOf(a.fields.order), orderOf(b.fields.order)) || (a.item < b.item ? -1 : 1))

/**
 * The places to write so that one banner stands before another (`null`: last) and all others stay as they are: its own alone, but where
 * others have the same. Nothing when it stands there, or for one that is not among them.
 */
export function ordersToMove(banners: readonly Banner[], item: string, before: string | null): Map<string, OrderKey> {
  const all = inBannerOrder(banners).map(({ item, fields }) => ({ id: item, order: orderOf(fields.order) }))
  const others = all.filter(({ id }) => id !== item)
  const at = before === null ? others.length : others.findIndex(({ id }) => id === before)
  if (others.length === all.length || at < 0 || all[at]!.id === item) return new Map()
  return keysToPlace(others, [item], at)
}
