import { isShown, nextShown } from '../content/shownBlocks'
import type { BlockWindow } from '../content/blockWindow'
import type { TreePage } from '../tree/menu'
import { itemOfHref, mediaOfHref, type MenuEntry, type MenuPlace } from './entries'
import type { MenuIconName } from './icons'

/** An entry as readers get it: what it leads to is there. */
export interface ShownEntry {
  label: string
  /** `null` for a heading. */
  href: string | null
  /** The item that it leads to. */
  item: string | null
  note: string
  icon: MenuIconName | null
  newWindow: boolean
  window: BlockWindow | null
  entries: ShownEntry[]
}

/** A menu as it stands on the pages of a site. */
export interface ShownMenu {
  item: string
  title: string
  language: string | null
  place: MenuPlace
  entries: ShownEntry[]
}

/** What of a site menus ask for. */
export interface MenuSite {
  /** The label and address of an item that is on the site. */
  item(id: string): { label: string; path: string } | undefined
  /** The pages right below a page that are in menus, in their order; those at the top for `null`. */
  below(id: string | null): readonly TreePage[]
  /** The address of a media file that is there. */
  media(id: string): { label: string; path: string } | undefined
}

/** Why an entry is left out: what it leads to is not on the site, or a heading has nothing below it. */
export interface LeftOut {
  id: string
  why: 'not-live' | 'no-file' | 'nothing-below'
}

/** The label and address of what an address of an entry names; `undefined` where that is not on the site. */
export function targetOn(href: string, site: MenuSite): { label: string; path: string } | undefined {
  const [item, media] = [itemOfHref(href), mediaOfHref(href)]
  return item ? site.item(item) : media ? site.media(media) : { label: href, path: href }
}

const following = (site: MenuSite, id: string | null, levels: number): ShownEntry[] =>
  levels < 1
    ? []
    : site.below(id).map(({ id: page, label, path }) => ({
        label,
        href: path,
        item: page,
        note: '',
        icon: null,
        newWindow: false,
        window: null,
        entries: following(site, page, levels - 1),
      }))

/**
 * A menu as it stands on a site: every entry with the address it leads to, pages that follow by themselves in their places, and what is left
 * out with why. Where an entry is left out, those below it move up into its place.
 */
export function standingEntries(entries: readonly MenuEntry[], site: MenuSite): { shown: ShownEntry[]; leftOut: LeftOut[] } {
  const leftOut: LeftOut[] = []
  const stand = ({ id, target, label, note, icon, newWindow, window, entries: own }: MenuEntry): ShownEntry[] => {
    const under = own.flatMap(stand)
    const said = { note, icon, newWindow, window }
    if (target.is === 'heading') {
      if (!under.length) leftOut.push({ id, why: 'nothing-below' })
      return under.length ? [{ label, href: null, item: null, ...said, newWindow: false, entries: under }] : []
    }
    if (target.is === 'pages') return [...following(site, null, target.below + 1), ...under]
    const item = itemOfHref(target.href)
    const there = targetOn(target.href, site)
    if (!there) {
      leftOut.push({ id, why: item ? 'not-live' : 'no-file' })
      return under
    }
    const followed = item ? following(site, item, target.below) : []
    const part = item ? (/#[\w-]+$/.exec(target.href)?.[0] ?? '') : ''
    return [{ label: label || there.label, href: there.path + part, item, ...said, entries: [...under, ...followed] }]
  }
  return { shown: entries.flatMap(stand), leftOut }
}

/** The entries of a menu that readers see at an instant; `null` is for who writes them, and shows those of all times. */
export function entriesAt(entries: readonly ShownEntry[], zone: string, at: string | null): ShownEntry[] {
  if (at === null) return [...entries]
  return entries.flatMap((entry) => {
    if (!isShown(entry, zone, at)) return []
    const under = entriesAt(entry.entries, zone, at)
    return entry.href === null && !under.length ? [] : [{ ...entry, entries: under }]
  })
}

function* everyShown(entries: readonly ShownEntry[]): Generator<ShownEntry> {
  for (const entry of entries) {
    yield entry
    yield* everyShown(entry.entries)
  }
}

/** The first instant after another at which the clock makes some menus others; `null` where none comes. */
export const nextTurn = (menus: readonly ShownMenu[], zone: string, after: string): string | null =>
  nextShown(
    menus.flatMap(({ entries }) => [...everyShown(entries)]),
    zone,
    after,
  )

/** The words above an item in each menu that shows it, with the menu's own first; none where no menu leads to it. */
export function placesIn(menus: readonly ShownMenu[], item: string): { menu: string; title: string; above: string[] }[] {
  const trail = (entries: readonly ShownEntry[], above: string[]): string[] | null => {
    for (const entry of entries) {
      if (entry.item === item) return above
      const found = trail(entry.entries, [...above, entry.label])
      if (found) return found
    }
    return null
  }
  return menus.flatMap(({ item: menu, title, entries }) => {
    const above = trail(entries, [])
    return above ? [{ menu, title, above }] : []
  })
}
