import { presentFields } from '../content/content'
import { canonical } from '../content/canonical'
import type { Fields } from '../content/fields'
import { can, type Kind } from '../kinds/kinds'

/** One live item as listings, menus, feeds and links see it: the projection of its live version. */
export interface LiveEntry {
  item: string
  kind: Kind
  section: string
  version: string
  path: string | null
  fields: Fields
}

/** A live item with its place in listings, when readers first got it and when it last changed for them (instants). */
export interface SiteEntry extends LiveEntry {
  title: string
  shownDate: string | null
  firstLive: string
  changed: string
}

/** The same entry at another address. */
export const placedAt = (
  { item, kind, section, version, fields, title, shownDate, firstLive, changed }: SiteEntry,
  path: string,
): SiteEntry => ({
  item,
  kind,
  section,
  version,
  path,
  fields,
  title,
  shownDate,
  firstLive,
  changed,
})

/** Whether a live item is named to search engines: not one whose address leads on to another. */
export const isMapped = ({ inSitemap, indexed, replacedBy }: Fields): boolean => Boolean(inSitemap && indexed && !replacedBy)

/** A cache tag: what a stored page depends on. A change names the tags it touches; pages with one of them go. */
export type Tag = `item:${string}` | `list:${Kind}` | 'tree' | 'sitemap' | 'settings'

const LISTED = [
  'title',
  'summary',
  'cover',
  'shownDate',
  'labels',
  'byline',
  'labelType',
  'broader',
  'replacedBy',
  'noticeLevel',
  'seriesPart',
  'order',
  'target',
  'access',
] as const
const IN_TREE = ['title', 'menuLabel', 'parent', 'order', 'inMenus', 'access'] as const

/** Whether what some fields, the address or the section say is other. */
const differs = (before: LiveEntry | null, after: LiveEntry | null, names: readonly (keyof Fields)[]): boolean =>
  !before || !after || facts(before, names) !== facts(after, names)

const facts = (entry: LiveEntry, names: readonly (keyof Fields)[]): string => {
  const fields = presentFields(entry.fields)
  return canonical({ path: entry.path, section: entry.section, ...Object.fromEntries(names.map((name) => [name, fields[name] ?? null])) })
}

/**
 * The cache tags that a change of one item's live entry touches (`null`: not on the site). Lists are touched only when
 * something they show changed; the tree only when a menu or breadcrumb would.
 */
export function touchedTags(before: LiveEntry | null, after: LiveEntry | null): Tag[] {
  const entry = after ?? before
  if (!entry) return []
  if (can(entry.kind, 'single')) return ['settings']
  if (can(entry.kind, 'leading')) return [`item:${entry.item}`, 'tree']
  const tags: Tag[] = [`item:${entry.item}`, 'sitemap']
  // A bar stands on every page, as menus do.
  if ([before, after].some((one) => one?.fields.bar && one.fields.bar !== 'none')) tags.push('tree')
  const kinds = new Set([before, after].flatMap((one) => one?.kind ?? []))
  if (kinds.size > 1 || differs(before, after, LISTED)) for (const kind of kinds) tags.push(`list:${kind}`)
  // Who may read it is asked on every page that names it.
  if (differs(before, after, ['access']) && [before, after].some((one) => one?.fields.access)) tags.push('tree')
  if ([...kinds].some((kind) => can(kind, 'tree')) && (kinds.size > 1 || differs(before, after, IN_TREE))) tags.push('tree')
  return tags
}
