import { createHash } from 'node:crypto'
import { withAncestors, type Section } from '../../core/access/rights'
import { normalisePath } from '../../core/address/path'
import { esc } from '../../core/render/escape'
import { renderAtom, renderRobots, renderSitemap, renderSitemapIndex, SITEMAP_LIMIT } from '../../core/render/feeds'
import { renderAbsent, renderHome, renderItem, renderListing, type ItemView, type Link, type SiteView } from '../../core/render/page'
import { THEME, THEME_PATH } from '../../core/render/theme'
import { monthWords } from '../../core/time/words'
import {
  addressAt,
  countListing,
  countSearch,
  countSitemap,
  liveByIds,
  liveForSitemap,
  liveListing,
  liveMonths,
  searchLive,
  type ListingQuery,
  type LiveItem,
} from '../store/live'
import { wordsQuery } from '../store/items'
import type { SiteRow } from '../store/sites'
import { readManifest, versionById } from '../store/versions'
import type { Office } from '../services/office'
import { FrameSource, siteView, type Frame } from './frame'
import { coversOf, itemView, teaserOf, type Subject } from './itemView'
import { PageCache, type StoredPage } from './pageCache'

/** What the live site says to a request. `item` names the item shown, for the way into the office. */
export interface Answer {
  status: number
  headers: Record<string, string>
  body: Buffer
  item: string | null
}

const PAGE_SIZE = 20
const HTML = 'text/html; charset=utf-8'

const etagOf = (body: Buffer) => `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`

interface Made {
  status: number
  type: string
  body: string
  tags: string[]
  item?: string
}

/** The live site: answers readers from what is live, through the one renderer, with a page cache that changes empty precisely. */
export class LiveSite {
  readonly cache = new PageCache()
  private readonly frames: FrameSource
  private readonly itemsByPath = new Map<string, string>()

  constructor(private readonly office: Office) {
    this.frames = new FrameSource(office)
    office.onNews((rows) => {
      this.frames.hear(rows)
      this.cache.hear(rows)
    })
  }

  /** The frame around every page, as it is live now. */
  frame = (site: SiteRow): Promise<Frame> => this.frames.get(site)

  private async sections(): Promise<Map<string, Section>> {
    return (await this.office.rights()).sections
  }

  /** A stored page for exactly this request target, if there is one; the fast way. */
  stored(origin: string, target: string): StoredPage | undefined {
    return this.cache.get(`${origin} ${target}`)
  }

  /** Answers a GET of a request target (path and query) on the origin that readers use. */
  async answer(origin: string, target: string): Promise<Answer | undefined> {
    const [rawPath = '/', rawQuery = ''] = target.split(/\?(.*)/s)
    const path = normalisePath(rawPath)
    const query = new URLSearchParams(rawQuery)
    // Only what a page depends on tells stored pages apart, whatever else links carry.
    const turned = query.has('page') || query.has('part') ? `?page=${query.get('page') ?? ''}&part=${query.get('part') ?? ''}` : ''
    const key = `${origin} ${rawPath}${turned}`
    const kept = this.cache.get(key)
    if (kept) return this.say(kept, this.itemsByPath.get(key) ?? null)
    const site = await this.office.site()
    if (!site) return undefined
    const epoch = this.cache.now
    const frame = await this.frames.get(site)
    const view = siteView(frame, origin)
    if (path === null)
      return this.say(this.store(null, { status: 404, type: HTML, body: renderAbsent(view, 404, '/'), tags: [] }, epoch, frame))
    if (path !== rawPath && path !== '/') return redirect(path + (rawQuery ? `?${rawQuery}` : ''), 308)
    const made = await this.make(frame, origin, path, query)
    if (made) {
      // What a search asks for is endless, so it is not kept.
      const page = this.store(path === '/search' ? null : key, made, epoch, frame)
      if (made.item) {
        if (this.itemsByPath.size > 50_000) this.itemsByPath.clear()
        this.itemsByPath.set(key, made.item)
      }
      return this.say(page, made.item ?? null)
    }
    const address = await addressAt(this.office.store.read, site.id, path)
    if (address?.live_path && !address.now) return redirect(address.live_path, 301)
    const status = address ? 410 : 404
    return this.say(
      this.store(null, { status, type: HTML, body: renderAbsent(view, status, path), tags: [] }, epoch, frame),
      address?.item_id ?? null,
    )
  }

  private store(key: string | null, made: Made, epoch: number, frame: Frame): StoredPage {
    const body = Buffer.from(made.body)
    const page = { status: made.status, type: made.type, body, etag: etagOf(body), csp: cspOf(frame), tags: made.tags }
    if (key !== null) this.cache.keep(key, page, epoch)
    return page
  }

  private say(page: StoredPage, item: string | null = null): Answer {
    return { status: page.status, headers: headersOf(page), body: page.body, item }
  }

  /** Any version of an item in its place, with the site around it: what the renderer needs to make it as readers would get it. */
  async around(site: SiteRow, origin: string, subject: Subject): Promise<{ site: SiteView; view: ItemView }> {
    const frame = await this.frames.get(site)
    const { view } = await itemView(this.office.store.read, frame, await this.sections(), subject)
    return { site: siteView(frame, origin), view }
  }

  private async make(frame: Frame, origin: string, path: string, query: URLSearchParams): Promise<Made | undefined> {
    const { site } = frame
    const db = this.office.store.read
    const view = siteView(frame, origin)
    const base = ['settings', 'tree']
    const html = (body: string, tags: string[], item?: string): Made => ({
      status: 200,
      type: HTML,
      body,
      tags: [...base, ...tags],
      ...(item ? { item } : {}),
    })
    const page = Math.min(Math.max(1, Math.trunc(Number(query.get('page') ?? 1)) || 1), 100_000)
    const listing = async (
      listed: ListingQuery,
      about: { path: string; title: string; summary?: string; more?: Link[] },
      tags: string[],
      item?: string,
    ) => {
      const [entries, total] = await Promise.all([liveListing(db, listed, (page - 1) * PAGE_SIZE, PAGE_SIZE), countListing(db, listed)])
      if (!entries.length && page > 1) return undefined
      return html(
        renderListing(view, {
          summary: '',
          more: [],
          ...about,
          teasers: entries.map(teaserOf),
          media: await coversOf(db, entries),
          page,
          pages: Math.ceil(total / PAGE_SIZE),
        }),
        [`list:${listed.kind}`, ...tags],
        item,
      )
    }

    if (path === '/') {
      const [notices, posts] = await Promise.all([
        liveListing(db, { site: site.id, kind: 'notice' }, 0, 5),
        liveListing(db, { site: site.id, kind: 'post' }, 0, 8),
      ])
      const parts = await liveByIds(
        db,
        frame.menu.map((node) => node.id),
      )
      const lead = frame.menu.flatMap((node) => parts.find((part) => part.item === node.id && part.fields.cover) ?? [])[0]
      const media = await coversOf(db, lead ? [...posts, lead] : posts)
      const tags = ['list:post', 'list:notice', ...(lead ? [`item:${lead.item}`] : [])]
      return html(
        renderHome(view, { notices: notices.map(teaserOf), posts: posts.map(teaserOf), lead: lead?.fields.cover?.media ?? null, media }),
        tags,
        site.settings_item,
      )
    }
    if (path === '/posts') return listing({ site: site.id, kind: 'post' }, { path, title: 'All posts' }, [])
    if (path === '/notices') return listing({ site: site.id, kind: 'notice' }, { path, title: 'Notices' }, [])
    if (path === '/robots.txt') return { status: 200, type: 'text/plain; charset=utf-8', body: renderRobots(origin), tags: [] }
    if (path === THEME_PATH) return { status: 200, type: 'text/css; charset=utf-8', body: THEME, tags: [] }
    if (path === '/feed.xml') {
      const posts = await liveListing(db, { site: site.id, kind: 'post' }, 0, 30)
      const authors = new Map(
        (await liveByIds(db, [...new Set(posts.flatMap((post) => post.fields.byline ?? []))])).map((entry) => [entry.item, entry.title]),
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
        tags: ['settings', 'list:post', ...posts.map((post) => `item:${post.item}`), ...[...authors.keys()].map((id) => `item:${id}`)],
      }
    }
    if (path === '/sitemap.xml') {
      const total = await countSitemap(db, site.id)
      const part = Number(query.get('part') ?? 0)
      const body =
        total > SITEMAP_LIMIT && !part
          ? renderSitemapIndex(origin, Math.ceil(total / SITEMAP_LIMIT))
          : renderSitemap(origin, await liveForSitemap(db, site.id, Math.max(0, part - 1), SITEMAP_LIMIT))
      return { status: 200, type: 'application/xml; charset=utf-8', body, tags: ['sitemap'] }
    }
    if (path === '/archive') {
      const months = await liveMonths(db, site.id)
      const more = months.map(({ month, n }) => ({ path: `/archive/${month.replace('-', '/')}`, title: `${monthWords(month)} (${n})` }))
      return html(
        renderListing(view, {
          path,
          title: 'Archive',
          summary: 'All posts by month.',
          teasers: [],
          media: new Map(),
          page: 1,
          pages: 1,
          more,
        }),
        ['list:post'],
      )
    }
    const month = /^\/archive\/(\d{4})\/(0[1-9]|1[0-2])$/.exec(path)
    if (month) {
      const name = `${month[1]}-${month[2]}`
      return listing({ site: site.id, kind: 'post', month: name }, { path, title: monthWords(name) }, [])
    }
    if (path === '/search') {
      const asked = (query.get('q') ?? '').slice(0, 200)
      const words = wordsQuery(asked)
      const [hits, total] = words
        ? await Promise.all([searchLive(db, words, PAGE_SIZE, (page - 1) * PAGE_SIZE), countSearch(db, words)])
        : [[], 0]
      const teasers = hits.map((hit) => ({
        ...teaserOf(hit),
        cover: null,
        snippet: esc(hit.snippet).replaceAll('\u0002', '<mark>').replaceAll('\u0003', '</mark>'),
      }))
      return html(
        renderListing(view, {
          path: `/search?q=${encodeURIComponent(asked)}`,
          title: 'Search',
          summary: words ? `${total} found` : '',
          teasers,
          media: new Map(),
          page,
          pages: Math.ceil(total / PAGE_SIZE),
          more: [],
          query: asked,
        }),
        [],
      )
    }
    const sectionWord = /^\/sections\/([^/]+)$/.exec(path)?.[1]
    if (sectionWord) {
      const tree = await this.sections()
      const section = [...tree.values()].find((entry) => entry.segment === sectionWord)
      if (!section) return undefined
      const within = [...tree.keys()].filter((id) => withAncestors(tree, id).includes(section.id))
      return listing({ site: site.id, kind: 'post', section: within }, { path, title: section.name }, [])
    }
    const address = await addressAt(db, site.id, path)
    if (!address?.now) return undefined
    const [entry] = await liveByIds(db, [address.item_id])
    return (
      entry &&
      this.makeItem(frame, origin, entry, (item) =>
        listing(
          { site: site.id, kind: 'post', with: { relation: 'label', target: item.item } },
          { path, title: item.title, summary: item.fields.summary ?? '' },
          [`item:${item.item}`],
          item.item,
        ),
      )
    )
  }

  private async makeItem(
    frame: Frame,
    origin: string,
    entry: LiveItem,
    label: (entry: LiveItem) => Promise<Made | undefined>,
  ): Promise<Made | undefined> {
    if (entry.kind === 'label') return label(entry)
    if (entry.kind === 'settings' || !entry.path) return undefined
    const db = this.office.store.read
    const version = await versionById(db, entry.version)
    const { view, tags } = await itemView(db, frame, await this.sections(), {
      item: entry.item,
      kind: entry.kind,
      section: entry.section,
      path: entry.path,
      manifest: await readManifest(db, version!.manifest),
      shownDate: entry.shownDate,
      firstLive: entry.firstLive,
      changed: entry.changed,
    })
    return { status: 200, type: HTML, body: renderItem(siteView(frame, origin), view), tags, item: entry.item }
  }
}

const CSP =
  "default-src 'none'; style-src 'self'; img-src 'self'; font-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'"

/** The policy of live pages: no script at all; frames only from the origins that the site's settings allow. */
export const cspOf = (frame: Frame): string => `${CSP}; frame-src ${frame.settings.embedOrigins?.join(' ') || "'none'"}`

/** Headers of a live page: checked again at each use (`no-cache`), so that a change shows at once and an unchanged page costs 304. */
export const headersOf = (page: StoredPage): Record<string, string> => ({
  'content-type': page.type,
  'cache-control':
    page.status !== 200 ? 'no-store' : page.type.startsWith('text/css') ? 'public, max-age=31536000, immutable' : 'public, no-cache',
  etag: page.etag,
  ...(page.type === HTML ? { 'content-security-policy': page.csp } : {}),
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'strict-origin-when-cross-origin',
})

const redirect = (to: string, status: 301 | 308): Answer => ({
  status,
  headers: {
    location: encodeURI(to),
    'cache-control': 'public, no-cache',
    'content-type': 'text/plain; charset=utf-8',
    'x-content-type-options': 'nosniff',
  },
  body: Buffer.from(`Moved to ${to}`),
  item: null,
})
