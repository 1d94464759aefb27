import { kindsThat } from '../../core/kinds/kinds'
import { entriesFor, hrefsOf, menuItems, menuMedia, type MenuEntry } from '../../core/menu/entries'
import { standingEntries, targetOn, type LeftOut, type MenuSite, type ShownMenu } from '../../core/menu/standing'
import type { SiteEntry } from '../../core/plan/entry'
import { filePath } from '../../core/render/picture'
import { inMenusBelow, type TreePage } from '../../core/tree/menu'
import type { Reader } from '../store/database'
import { mediaViews } from '../services/media/media'
import type { Looking } from './frame'
import type { SiteSource } from './source'

const MENUS = kindsThat('leading')
/** So many menus of a site are looked at; more never stand at one time. */
const MOST_MENUS = 50

/** What some menus' entries name on a site, looked up at once. */
async function menuSite(
  db: Reader,
  site: string,
  source: SiteSource,
  pages: readonly TreePage[],
  all: readonly MenuEntry[][],
): Promise<MenuSite> {
  const [items, media] = await Promise.all([source.byIds(all.flatMap(menuItems)), mediaViews(db, site, all.flatMap(menuMedia))])
  const entries = new Map(items.map((entry) => [entry.item, entry]))
  let below: Map<string | null, TreePage[]> | undefined
  return {
    item(id) {
      const entry = entries.get(id)
      return entry?.path ? { label: entry.fields.menuLabel || entry.title, path: entry.path } : undefined
    },
    below: (id) => (below ??= inMenusBelow(pages)).get(id) ?? [],
    media(id) {
      const view = media.get(id)
      const path = view && filePath(view)
      return path ? { label: view.file!.name, path } : undefined
    },
  }
}

/** Where some entries lead on the site of a source, and what of them is left out there. */
export async function standOn(
  db: Reader,
  site: string,
  source: SiteSource,
  pages: readonly TreePage[],
  entries: MenuEntry[],
): Promise<{ targets: { href: string; label: string; path: string }[]; leftOut: LeftOut[] }> {
  const around = await menuSite(db, site, source, pages, [entries])
  const targets = [...new Set(hrefsOf(entries))].flatMap((href) => {
    const there = targetOn(href, around)
    return there ? [{ href, ...there }] : []
  })
  return { targets, leftOut: standingEntries(entries, around).leftOut }
}

/** The menus that stand on every page of the site of a source, by their names, and the cache tags of what they name. */
export async function menusOf(
  db: Reader,
  site: string,
  source: SiteSource,
  pages: readonly TreePage[],
  looking: Looking,
): Promise<{ menus: ShownMenu[]; tags: string[] }> {
  const standing = (await source.listing({ kinds: MENUS }, 0, MOST_MENUS))
    .filter(({ fields }) => fields.menuPlace !== 'none')
    .sort((one, other) => one.title.localeCompare(other.title) || one.item.localeCompare(other.item))
  const entriesOf = ({ fields: { menuEntries = [] } }: SiteEntry) => (looking === 'office' ? menuEntries : entriesFor(menuEntries, looking))
  const all = standing.map(entriesOf)
  const around = await menuSite(db, site, source, pages, all)
  return {
    menus: standing.map((menu) => ({
      item: menu.item,
      title: menu.title,
      language: menu.fields.language ?? null,
      place: menu.fields.menuPlace ?? 'none',
      entries: standingEntries(entriesOf(menu), around).shown,
    })),
    tags: [...new Set(all.flatMap(menuItems))].map((item) => `item:${item}`),
  }
}
