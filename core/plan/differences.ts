import { can, type Kind } from '../kinds/kinds'
import { orderOf } from '../tree/order'
import type { SiteEntry } from './entry'
import type { Site } from './siteAt'

/** What is other on the site at one moment than at another, of one item. */
export interface Difference {
  item: string
  kind: Kind
  title: string
  section: string
  change: 'added' | 'gone' | 'changed' | 'moved'
  from: { version: string; path: string | null } | null
  to: { version: string; path: string | null } | null
  /** Whether the menus show it otherwise. */
  menus: boolean
}

const inMenus = (entry: SiteEntry | null): string => {
  if (!entry || !can(entry.kind, 'tree') || !entry.fields.inMenus) return ''
  const { menuLabel, title, parent, order } = entry.fields
  return JSON.stringify([menuLabel || title, parent ?? null, orderOf(order), entry.path])
}
const place = (entry: SiteEntry | null) => entry && { version: entry.version, path: entry.path }

/**
 * The differences between the site of two moments, item by item, in the order of their titles. `moved` is another address
 * or section with the same words; what is also written anew is `changed`.
 */
export function differences(before: Site, after: Site): Difference[] {
  const found: Difference[] = []
  const note = (was: SiteEntry | null, now: SiteEntry | null) => {
    const same = was && now && was.version === now.version
    if (same && was.path === now.path && was.section === now.section) return
    const entry = (now ?? was)!
    found.push({
      item: entry.item,
      kind: entry.kind,
      title: entry.title,
      section: entry.section,
      change: !was ? 'added' : !now ? 'gone' : same ? 'moved' : 'changed',
      from: place(was),
      to: place(now),
      menus: inMenus(was) !== inMenus(now),
    })
  }
  for (const was of before.all()) note(was, after.entry(was.item))
  for (const now of after.all()) if (!before.entry(now.item)) note(null, now)
  return found.sort((a, b) => (a.title < b.title ? -1 : a.title > b.title ? 1 : a.item < b.item ? -1 : 1))
}
