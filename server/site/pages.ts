import { can, hasPage, kindsThat, KIND_NAMES, KINDS, type Kind } from '../../core/kinds/kinds'
import { withAncestors } from '../../core/access/rights'
import { contentLinks, manifestMedia } from '../../core/content/content'
import { nextShown } from '../../core/content/shownBlocks'
import { inBannerOrder } from '../../core/plan/banners'
import type { SiteEntry } from '../../core/plan/entry'
import { MOST_BANNERS } from '../../core/render/banners'
import { esc } from '../../core/render/escape'
import { renderAtom, renderRobots, renderSitemap, renderSitemapIndex, SITEMAP_LIMIT } from '../../core/render/feeds'
import { renderHome, renderItem, renderListing, type Link } from '../../core/render/page'
import { THEME, THEME_PATH } from '../../core/render/theme'
import { monthWords } from '../../core/time/words'
import { siteWords } from '../../core/words/site/siteWords'
import { wordsQuery } from '../store/live'
import { readManifest, versionById } from '../store/versions'
import { siteView } from './frame'
import { mediaViews } from '../services/media/media'
import { coverIds, coversOf, itemRefs, itemView, teaserOf, type Making } from './itemView'
import { LABELLED, labelPlace } from './labelPlace'
import { indexPages, isIndexPath } from './indexPages'
import type { Listing } from './source'

/** The kinds that stand in time, one after the other; those that say how urgent they are; those that turn on the front page. */
const STREAM = kindsThat('stream')
const NOTICES = kindsThat('level')
const BANNERS = kindsThat('turning')
const listTags = (kinds: readonly Kind[]): string[] => kinds.map((kind) => `list:${kind}`)

const PAGE_SIZE = 20
/** So many items one part of the sitemap has, with room for the pages that list them. */
const SITEMAP_PART = SITEMAP_LIMIT - 10
export const HTML = 'text/html; charset=utf-8'

export interface Made {
  status: number
  type: string
  body: string
  tags: string[]
  item?: string
  /** What of the query makes it another; absent where nothing does. */
  turns?: 'page' | 'part'
  /** When it is another by the clock alone; absent where it never is. */
  until?: string
}

/** A whole number of a query between a least and 100,000; the least for all else. */
const numberOf = (query: URLSearchParams, name: string, least: number): number =>
  Math.min(Math.max(least, Math.trunc(Number(query.get(name) ?? least)) || least), 100_000)
/** Which page of a listing a query asks for, from 1. */
export const pageOf = (query: URLSearchParams): number => numberOf(query, 'page', 1)
/** Which part of the sitemap, from 1; 0 for the whole. */
export const partOf = (query: URLSearchParams): number => numberOf(query, 'part', 0)

/** Whether an address is read by programs, for anyone: a feed, the sitemap. It has what everyone may read, whoever asks for it. */
export const isForMachines = (path: string): boolean => MACHINES.has(path)
const MACHINES = new Set(['/feed.xml', '/sitemap.xml', '/robots.txt', THEME_PATH])

/** What stands at an address only leads to another address. */
export interface Moved {
  to: string
}

/** Makes what the site answers at an address: a page, a listing, a feed, the way elsewhere; nothing where there is none. */
export async function makePage(making: Making, origin: string, path: string, query: URLSearchParams): Promise<Made | Moved | undefined> {
  const { db, source, frame, sections } = making
  const { site } = frame
  const view = siteView(frame, origin, making.at)
  const words = siteWords(site.language)
  const base = ['settings', 'tree']
  const html = (body: string, tags: string[], item?: string): Made => ({
    status: 200,
    type: HTML,
    body,
    tags: [...base, ...tags],
    ...(item ? { item } : {}),
  })
  const page = pageOf(query)
  const listing = async (
    listed: Listing,
    about: { path: string; title: string; summary?: string; trail?: Link[]; more?: Link[] },
    tags: string[],
    item?: string,
  ) => {
    const [entries, total] = await Promise.all([source.listing(listed, (page - 1) * PAGE_SIZE, PAGE_SIZE), source.count(listed)])
    if (!entries.length && page > 1) return undefined
    const made = html(
      renderListing(view, {
        summary: '',
        trail: [],
        more: [],
        ...about,
        teasers: entries.map(teaserOf),
        media: await coversOf(db, frame.site.id, entries),
        page,
        pages: Math.ceil(total / PAGE_SIZE),
      }),
      [...listTags(listed.kinds), ...tags],
      item,
    )
    return { ...made, turns: 'page' as const }
  }

  if (path === '/') {
    const [notices, posts, all] = await Promise.all([
      source.listing({ kinds: NOTICES }, 0, 5),
      source.listing({ kinds: STREAM }, 0, 8),
      source.listing({ kinds: BANNERS }, 0, 200),
    ])
    const banners = inBannerOrder(all).slice(0, MOST_BANNERS)
    const targets = await source.byIds(banners.flatMap(({ fields }) => contentLinks({ fields, body: [] })))
    const parts = await source.byIds(frame.menu.map((node) => node.id))
    const lead = frame.menu.flatMap((node) => parts.find((part) => part.item === node.id && part.fields.cover) ?? [])[0]
    const media = await mediaViews(db, frame.site.id, [
      ...coverIds(lead ? [...posts, lead] : posts),
      ...banners.flatMap(({ fields }) => manifestMedia({ fields, body: [] })),
    ])
    const tags = [
      ...listTags([...STREAM, ...NOTICES, ...BANNERS]),
      ...[...targets, ...(lead ? [lead] : [])].map(({ item }) => `item:${item}`),
    ]
    return html(
      renderHome(view, {
        banners: banners.map(({ title, fields }) => ({
          title,
          text: fields.summary ?? '',
          picture: fields.cover ?? null,
          href: fields.target ?? '',
        })),
        items: itemRefs(targets),
        notices: notices.map(teaserOf),
        posts: posts.map(teaserOf),
        lead: lead?.fields.cover?.media ?? null,
        media,
      }),
      tags,
      site.settings_item,
    )
  }
  const listed = KIND_NAMES.find((kind) => KINDS[kind].listing?.path === path)
  if (listed) return listing({ kinds: [listed] }, { path, title: words[KINDS[listed].listing!.words] }, [])
  if (path === '/robots.txt') return { status: 200, type: 'text/plain; charset=utf-8', body: renderRobots(origin), tags: [] }
  if (path === THEME_PATH) return { status: 200, type: 'text/css; charset=utf-8', body: THEME, tags: [] }
  if (path === '/feed.xml') {
    const posts = await source.listing({ kinds: STREAM }, 0, 30)
    const authors = new Map(
      (await source.byIds([...new Set(posts.flatMap((post) => post.fields.byline ?? []))])).map((entry) => [entry.item, entry.title]),
    )
    const entries = posts.map((post) => ({
      id: post.item,
      path: post.path!,
      title: post.title,
      summary: post.fields.summary ?? '',
      published: post.shownDate ? `${post.shownDate}T00:00:00Z` : post.firstLive,
      updated: post.changed,
      authors: (post.fields.byline ?? []).flatMap((id) => authors.get(id) ?? []),
    }))
    return {
      status: 200,
      type: 'application/atom+xml; charset=utf-8',
      body: renderAtom({ name: view.name, tagline: view.tagline, origin, id: site.id }, entries, site.created_at),
      tags: [
        'settings',
        ...listTags(STREAM),
        ...posts.map((post) => `item:${post.item}`),
        ...[...authors.keys()].map((id) => `item:${id}`),
      ],
    }
  }
  if (path === '/sitemap.xml') {
    const total = await source.countSitemap()
    const part = partOf(query)
    if (part > Math.max(1, Math.ceil(total / SITEMAP_PART))) return undefined
    if (total > SITEMAP_PART && !part)
      return {
        status: 200,
        type: 'application/xml; charset=utf-8',
        body: renderSitemapIndex(origin, Math.ceil(total / SITEMAP_PART)),
        tags: ['sitemap'],
        turns: 'part',
      }
    const indexes = part > 1 ? [] : await indexPages(making)
    const body = renderSitemap(origin, [
      ...indexes.map(({ path, changed }) => ({ path, changed: changed ?? site.created_at })),
      ...(await source.sitemap(Math.max(0, part - 1), SITEMAP_PART)),
    ])
    return { status: 200, type: 'application/xml; charset=utf-8', body, tags: ['sitemap'], turns: 'part' }
  }
  const links = (about: { path: string; title: string; summary: string; more: Link[] }, tags: string[]) =>
    html(renderListing(view, { ...about, trail: [], teasers: [], media: new Map(), page: 1, pages: 1 }), tags)
  if (isIndexPath(path)) {
    const index = (await indexPages(making)).find((one) => one.path === path)
    return index && links({ path, title: index.title, summary: '', more: index.links }, listTags(index.kinds))
  }
  if (path === '/archive') {
    const months = await source.months()
    const more = months.map(({ month, n }) => ({
      path: `/archive/${month.replace('-', '/')}`,
      title: `${monthWords(month, site.language)} (${n})`,
    }))
    return links({ path, title: words.archive, summary: words.archiveSummary, more }, listTags(STREAM))
  }
  const month = /^\/archive\/(\d{4})\/(0[1-9]|1[0-2])$/.exec(path)
  if (month) {
    const name = `${month[1]}-${month[2]}`
    return listing({ kinds: STREAM, month: name }, { path, title: monthWords(name, site.language) }, [])
  }
  if (path === '/search') {
    const text = (query.get('q') ?? '').slice(0, 200)
    const asked = wordsQuery(text)
    const [hits, total] = asked
      ? await Promise.all([source.search(asked, PAGE_SIZE, (page - 1) * PAGE_SIZE), source.countSearch(asked)])
      : [[], 0]
    const teasers = hits.map((hit) => ({
      ...teaserOf(hit),
      cover: null,
      snippet: esc(hit.snippet).replaceAll('\u0002', '<mark>').replaceAll('\u0003', '</mark>'),
    }))
    return html(
      renderListing(view, {
        path: `/search?q=${encodeURIComponent(text)}`,
        title: words.search,
        summary: asked ? words.found(total) : '',
        trail: [],
        teasers,
        media: new Map(),
        page,
        pages: Math.ceil(total / PAGE_SIZE),
        more: [],
        query: text,
      }),
      [],
    )
  }
  const sectionWord = /^\/sections\/([^/]+)$/.exec(path)?.[1]
  if (sectionWord) {
    const section = [...sections.values()].find((entry) => entry.segment === sectionWord)
    if (!section) return undefined
    const within = [...sections.keys()].filter((id) => withAncestors(sections, id).includes(section.id))
    return listing({ kinds: STREAM, section: within }, { path, title: section.name }, [])
  }
  const entry = await source.at(path)
  return (
    entry &&
    makeItem(making, origin, entry, async ({ item, title, fields }) => {
      const place = await labelPlace(source, entry)
      const labelled: Listing = { kinds: LABELLED, with: { relation: 'label', target: item } }
      // It stays for readers as long as anything that they get has it.
      if (place.replacement && !(await source.count(labelled))) return { to: place.replacement.path }
      return listing(
        labelled,
        { path, title, summary: fields.summary ?? '', trail: place.trail, more: place.narrower },
        ['list:label', ...[item, ...place.items].map((id) => `item:${id}`)],
        item,
      )
    })
  )
}

/** Makes an item’s own page; that of a label is a listing. */
async function makeItem(
  making: Making,
  origin: string,
  entry: SiteEntry,
  label: (entry: SiteEntry) => Promise<Made | Moved | undefined>,
): Promise<Made | Moved | undefined> {
  if (can(entry.kind, 'sorting')) return label(entry)
  if (!hasPage(entry.kind) || !entry.path) return undefined
  const { db, frame } = making
  const version = await versionById(db, entry.version)
  const { view, tags } = await itemView(making, {
    item: entry.item,
    kind: entry.kind,
    section: entry.section,
    path: entry.path,
    manifest: await readManifest(db, version!.manifest),
    shownDate: entry.shownDate,
    firstLive: entry.firstLive,
    changed: entry.changed,
  })
  const until = nextShown(view.content.body, frame.site.zone, making.at)
  return {
    status: 200,
    type: HTML,
    body: renderItem(siteView(frame, origin, making.at), view),
    tags,
    item: entry.item,
    ...(until === null ? {} : { until }),
  }
}
