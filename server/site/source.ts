import type { SiteEntry } from '../../core/plan/entry'
import type { Kind } from '../../core/kinds/kinds'
import type { Reader } from '../store/database'
import {
  addressAt,
  countListing,
  countSearch,
  countSitemap,
  liveAround,
  liveByIds,
  liveForSitemap,
  liveListing,
  liveMonths,
  livePages,
  searchLive,
  type ListingQuery,
} from '../store/live'

export type Listing = Omit<ListingQuery, 'site'>
export type Hit = SiteEntry & { snippet: string }

/** What is on the site at a moment, as pages, listings, menus, feeds and search ask for it. Now it is the live site's tables. */
export interface SiteSource {
  byIds(ids: string[]): Promise<SiteEntry[]>
  /** The item that stands at an address. */
  at(path: string): Promise<SiteEntry | undefined>
  pages(): Promise<SiteEntry[]>
  /** Newest shown date first, then by id. */
  listing(query: Listing, offset: number, limit: number): Promise<SiteEntry[]>
  count(query: Listing): Promise<number>
  /** The entries before and after one in its kind's listing. */
  around(kind: Kind, shownDate: string | null, item: string): Promise<{ previous: SiteEntry | null; next: SiteEntry | null }>
  months(): Promise<{ month: string; n: number }[]>
  sitemap(part: number, size: number): Promise<{ path: string; changed: string }[]>
  countSitemap(): Promise<number>
  /** Items that have the words (an FTS5 query), best first. */
  search(words: string, limit: number, offset: number): Promise<Hit[]>
  countSearch(words: string): Promise<number>
}

/** The site as it is live now. */
export const liveSource = (db: Reader, site: string): SiteSource => ({
  byIds: (ids) => liveByIds(db, site, ids),
  async at(path) {
    const address = await addressAt(db, site, path)
    return address?.now ? (await liveByIds(db, site, [address.item_id]))[0] : undefined
  },
  pages: () => livePages(db, site),
  listing: (query, offset, limit) => liveListing(db, { ...query, site }, offset, limit),
  count: (query) => countListing(db, { ...query, site }),
  around: (kind, shownDate, item) => liveAround(db, site, kind, shownDate, item),
  months: () => liveMonths(db, site),
  sitemap: (part, size) => liveForSitemap(db, site, part, size),
  countSitemap: () => countSitemap(db, site),
  search: (words, limit, offset) => searchLive(db, site, words, limit, offset),
  countSearch: (words) => countSearch(db, site, words),
})
