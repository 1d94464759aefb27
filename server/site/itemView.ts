import { contentRefs, manifestMedia, type Content, type Manifest } from '../../core/content/content'
import { withAncestors, type Section } from '../../core/access/rights'
import { can, type Kind, kindsThat } from '../../core/kinds/kinds'
import type { SiteEntry } from '../../core/plan/entry'
import type { ItemView, Link, Teaser } from '../../core/render/page'
import { orderOf } from '../../core/tree/order'
import { breadcrumb } from '../../core/tree/menu'
import type { Reader } from '../store/database'
import { mediaViews } from '../services/media/media'
import { readContent } from '../store/versions'
import type { Frame } from './frame'
import type { SiteSource } from './source'

/** What pages are made from: a source of what is on the site at a moment, that moment, the frame around it, and the sections. */
export interface Making {
  at: string
  db: Reader
  source: SiteSource
  frame: Frame
  sections: Map<string, Section>
}

/** The kinds that stand in time, one after the other. */
const STREAM = kindsThat('stream')

export const teaserOf = (entry: SiteEntry): Teaser => ({
  path: entry.path ?? '/',
  title: entry.title,
  summary: entry.fields.summary ?? '',
  date: entry.shownDate,
  kind: entry.kind,
  level: can(entry.kind, 'level') ? (entry.fields.noticeLevel ?? 'information') : null,
  cover: entry.fields.cover ?? null,
})

export const coverIds = (entries: SiteEntry[]): string[] => [...new Set(entries.flatMap((entry) => entry.fields.cover?.media ?? []))]
export const coversOf = (db: Reader, site: string, entries: SiteEntry[]) => mediaViews(db, site, coverIds(entries))

/** Live items as the renderer links to them. */
export const itemRefs = (entries: SiteEntry[]): ItemView['refs']['items'] =>
  new Map(entries.flatMap(({ item, path, title }) => (path === null ? [] : [[item, { path, title }] as const])))

export interface Subject {
  item: string
  kind: Kind
  section: string
  path: string
  manifest: Manifest
  shownDate: string | null
  firstLive: string
  changed: string
}

/**
 * Looks up everything around an item for the renderer: what it links to, its labels, byline, neighbours and series,
 * always from what is live. Returns the view and the cache tags it depends on. The subject itself may be a live version
 * or, for the preview, a draft's.
 */
export async function itemView({ db, source, frame, sections }: Making, subject: Subject): Promise<{ view: ItemView; tags: string[] }> {
  const content: Content = await readContent(db, subject.manifest)
  const { fields } = content
  const refs = contentRefs(content)
  const [targets, media, around, posts] = await Promise.all([
    source.byIds(refs),
    mediaViews(db, frame.site.id, manifestMedia(subject.manifest)),
    can(subject.kind, 'stream') ? source.around(subject.kind, subject.shownDate, subject.item) : { previous: null, next: null },
    can(subject.kind, 'profile') ? source.listing({ kinds: STREAM, with: { relation: 'byline', target: subject.item } }, 0, 20) : [],
  ])
  const items = new Map(targets.map((entry) => [entry.item, entry]))
  const link = (entry: SiteEntry | null | undefined): Link[] => (entry?.path ? [{ path: entry.path, title: entry.title }] : [])
  const labels = (fields.labels ?? []).flatMap((id) => items.get(id) ?? [])
  const seriesLabel = labels.find((label) => label.fields.labelType === 'series')
  const parts = seriesLabel ? await source.listing({ kinds: STREAM, with: { relation: 'label', target: seriesLabel.item } }, 0, 100) : []
  const inOrder = [...parts].sort(
    (a, b) => (a.fields.seriesPart ?? 1e6) - (b.fields.seriesPart ?? 1e6) || (a.shownDate ?? '').localeCompare(b.shownDate ?? ''),
  )
  for (const [id, view] of posts.length ? await coversOf(db, frame.site.id, posts) : []) media.set(id, view)
  const section = sections.get(subject.section)
  const view: ItemView = {
    kind: subject.kind,
    path: subject.path,
    content,
    refs: {
      items: itemRefs(targets),
      media,
      embedOrigins: frame.settings.embedOrigins ?? [],
      language: fields.language ?? frame.site.language,
    },
    breadcrumb: can(subject.kind, 'tree') ? trailOf(frame, subject.item, fields.parent ?? null) : [],
    labels: labels.flatMap(link),
    byline: (fields.byline ?? []).flatMap((id) => link(items.get(id))),
    section: { path: `/sections/${section?.segment}`, title: section?.name ?? '' },
    within: withAncestors(sections, subject.section),
    previous: link(around.previous)[0] ?? null,
    next: link(around.next)[0] ?? null,
    series: seriesLabel?.path
      ? {
          title: seriesLabel.title,
          path: seriesLabel.path,
          parts: inOrder.map((part) => ({ path: part.path!, title: part.title, here: part.item === subject.item })),
        }
      : null,
    posts: posts.map(teaserOf),
    firstLive: subject.firstLive,
    changed: subject.changed,
  }
  const shown = [subject.item, ...refs, ...parts.map((part) => part.item), around.previous?.item, around.next?.item]
  const lists = [
    ...(can(subject.kind, 'profile') || seriesLabel ? STREAM.map((kind) => `list:${kind}`) : []),
    ...(can(subject.kind, 'stream') ? [`around:${subject.kind}`] : []),
  ]
  return { view, tags: ['settings', 'tree', ...lists, ...shown.flatMap((id) => (id ? [`item:${id}`] : []))] }
}

function trailOf(frame: Frame, item: string, parent: string | null): Link[] {
  const pages = new Map(frame.pages)
  // A draft may name another parent than its live version has.
  pages.set(item, { ...(pages.get(item) ?? { id: item, path: '', label: '', order: orderOf(undefined), inMenus: false }), parent })
  return breadcrumb(pages, item).map((page) => ({ path: page.path, title: page.label }))
}
