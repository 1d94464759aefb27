import { accessOfKey, isStranger, openKeys, type Access, type Audience } from '../../core/members/access'
import type { SiteEntry } from '../../core/plan/entry'
import type { Kind } from '../../core/kinds/kinds'
import type { Reader } from '../store/database'
import {
  accessAt,
  accessKeys,
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
  type Opened,
} from '../store/live'

export type Listing = Omit<ListingQuery, 'site' | 'opened'>
export type Hit = SiteEntry & { snippet: string }

/**
 * What some readers get of the site at a moment, as pages, listings, menus, feeds and search ask for it. Now it is the live site's tables.
 * What those readers may not read is not in it.
 */
export interface SiteSource {
  /** Who may read the item at an address, also where these readers may not; `undefined` where nothing stands. */
  accessAt(path: string): Promise<Access | undefined>
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

/** The site as it is live now, for readers who may read what is `opened`. */
const sourceOf = (db: Reader, site: string, opened: Opened): SiteSource => ({
  async accessAt(path) {
    const key = await accessAt(db, site, path)
    return key === undefined ? undefined : accessOfKey(key)
  },
  byIds: (ids) => liveByIds(db, site, ids, opened),
  async at(path) {
    const address = await addressAt(db, site, path)
    return address?.now ? (await liveByIds(db, site, [address.item_id], opened))[0] : undefined
  },
  pages: () => livePages(db, site, opened),
  listing: (query, offset, limit) => liveListing(db, { ...query, site, opened }, offset, limit),
  count: (query) => countListing(db, { ...query, site, opened }),
  around: (kind, shownDate, item) => liveAround(db, site, kind, shownDate, item, opened),
  months: () => liveMonths(db, site, opened),
  sitemap: (part, size) => liveForSitemap(db, site, part, size),
  countSitemap: () => countSitemap(db, site),
  search: (words, limit, offset) => searchLive(db, site, words, limit, offset, opened),
  countSearch: (words) => countSearch(db, site, words, opened),
})

/** All of the site as it is live now, whoever may read it: for the office, never for a reader. */
export const wholeSource = (db: Reader, site: string): SiteSource => sourceOf(db, site, 'all')

/** The site as it is live now, as some readers get it. A stranger's needs nothing looked up. */
export const liveSource = async (db: Reader, site: string, audience: Audience): Promise<SiteSource> =>
  sourceOf(db, site, isStranger(audience) ? [] : openKeys(await accessKeys(db, site), audience))
