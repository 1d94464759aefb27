import { can, kindsThat } from '../../core/kinds/kinds'
import { accessOf, opens } from '../../core/members/access'
import { isMapped, type SiteEntry } from '../../core/plan/entry'
import { listedOf, type Site } from '../../core/plan/siteAt'
import { findableText } from '../../core/content/content'
import type { Reader } from '../store/database'
import { liveByIds, searchLive } from '../store/live'
import { readContent, readManifest, versionsByIds } from '../store/versions'
import type { Looking } from './frame'
import type { Hit, Listing, SiteSource } from './source'

/** Texts that differ from the live ones and are searched through one by one, at most; hits taken from the live index. */
const MOST_READ = 2_000
const MOST_HITS = 1_000

const has = ({ fields }: SiteEntry, { relation, target }: NonNullable<Listing['with']>): boolean =>
  relation === 'broader' ? fields.broader === target : ((relation === 'label' ? fields.labels : fields.byline)?.includes(target) ?? false)

const passes =
  ({ section, month, with: related }: Listing) =>
  (entry: SiteEntry): boolean =>
    (!section || section.includes(entry.section)) &&
    (!month || (entry.shownDate?.startsWith(month) ?? false)) &&
    (!related || has(entry, related))

/**
 * The site with this id as it is at another moment, as pages, listings, menus, feeds and search ask for it for those who look. `itself` is
 * what the look is of: they see that, whoever may read it then.
 */
export function momentSource(db: Reader, id: string, site: Site, looking: Looking, itself: readonly string[]): SiteSource {
  const shown = new Set(itself)
  const accessTo = (entry: SiteEntry) => accessOf(entry, (item) => site.entry(item))
  const known = new Map<string, boolean>()
  const mayRead = (entry: SiteEntry): boolean => {
    if (looking === 'office' || shown.has(entry.item)) return true
    let may = known.get(entry.item)
    if (may === undefined) known.set(entry.item, (may = opens(accessTo(entry), looking)))
    return may
  }
  const all = () => [...site.all()].filter(mayRead)
  const kept = new Map<string, SiteEntry[]>()
  const list = (query: Listing): SiteEntry[] => {
    const key = JSON.stringify(query)
    let found = kept.get(key)
    if (!found) {
      const listed = passes(query)
      kept.set(key, (found = listedOf(site, query.kinds, (entry) => listed(entry) && mayRead(entry))))
    }
    return found
  }
  const mapped = () =>
    [...site.all()]
      .filter((entry) => entry.path !== null && isMapped(entry.fields) && accessTo(entry).who === 'everyone')
      .sort((a, b) => (a.path! < b.path! ? -1 : 1))
  let lastSearch: { words: string; hits: Promise<Hit[]> } | undefined
  const hits = (words: string) => {
    if (lastSearch?.words !== words) lastSearch = { words, hits: search(db, id, all(), words) }
    return lastSearch.hits
  }
  return {
    accessAt: (path) => {
      const owner = site.owner(path)
      const entry = owner && site.entry(owner.item)
      return Promise.resolve(entry ? accessTo(entry) : undefined)
    },
    byIds: (ids) =>
      Promise.resolve(
        ids.flatMap((id) => {
          const entry = site.entry(id)
          return entry && mayRead(entry) ? entry : []
        }),
      ),
    at: (path) => {
      const owner = site.owner(path)
      const entry = owner && site.entry(owner.item)
      return Promise.resolve(entry && mayRead(entry) ? entry : undefined)
    },
    pages: () => Promise.resolve(all().filter(({ kind }) => can(kind, 'tree'))),
    listing: (query, offset, limit) => Promise.resolve(list(query).slice(offset, offset + limit)),
    count: (query) => Promise.resolve(list(query).length),
    around: (kind, _date, item) => {
      const all = list({ kinds: [kind] })
      const index = all.findIndex((entry) => entry.item === item)
      return Promise.resolve({ previous: (index >= 0 && all[index + 1]) || null, next: (index > 0 && all[index - 1]) || null })
    },
    months: () => {
      const counts = new Map<string, number>()
      for (const { shownDate } of list({ kinds: kindsThat('stream') }))
        if (shownDate) counts.set(shownDate.slice(0, 7), (counts.get(shownDate.slice(0, 7)) ?? 0) + 1)
      return Promise.resolve([...counts].map(([month, n]) => ({ month, n })).slice(0, 600))
    },
    sitemap: (part, size) =>
      Promise.resolve(
        mapped()
          .slice(part * size, (part + 1) * size)
          .map(({ path, changed }) => ({ path: path!, changed })),
      ),
    countSitemap: () => Promise.resolve(mapped().length),
    search: async (words, limit, offset) => (await hits(words)).slice(offset, offset + limit),
    countSearch: async (words) => (await hits(words)).length,
  }
}

/** The words of an FTS5 query as {@link wordsQuery} makes it: all of them, the last as a beginning. */
const wordsOf = (query: string): string[] => [...query.matchAll(/"([^"]*)"/g)].map(([, word]) => folded(word!))
const folded = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/**
 * Items that have the words at the moment: those whose text is the live one from the live index, in its order; texts of
 * then that are not live now are read, the newest first, as far as is reasonable.
 */
async function search(db: Reader, id: string, entries: readonly SiteEntry[], query: string): Promise<Hit[]> {
  const there = new Map(entries.map((entry) => [entry.item, entry]))
  const found = (await searchLive(db, id, query, MOST_HITS, 0, 'all')).filter((hit) => there.get(hit.item)?.version === hit.version)
  const live = new Map(
    (
      await liveByIds(
        db,
        id,
        entries.map(({ item }) => item),
      )
    ).map((entry) => [entry.item, entry.version]),
  )
  const others = entries.filter(({ item, version, path }) => path !== null && live.get(item) !== version).slice(0, MOST_READ)
  const versions = new Map(
    (
      await versionsByIds(
        db,
        others.map(({ version }) => version),
      )
    ).map((row) => [row.id, row]),
  )
  const words = wordsOf(query)
  const read: Hit[] = []
  for (const entry of others) {
    const version = versions.get(entry.version)
    if (!version) continue
    const content = await readContent(db, await readManifest(db, version.manifest))
    const text = `${entry.title}\n${findableText(content)}`
    const spoken = folded(text).match(/[\p{L}\p{N}]+/gu) ?? []
    const last = words.length - 1
    if (words.every((word, index) => spoken.some((one) => (index === last ? one.startsWith(word) : one === word))))
      read.push(withSnippet(entry, text.slice(entry.title.length + 1, entry.title.length + 200)))
  }
  return [...read, ...found.map((hit) => withSnippet(there.get(hit.item)!, hit.snippet))]
}

const withSnippet = (entry: SiteEntry, snippet: string): Hit => ({
  item: entry.item,
  kind: entry.kind,
  section: entry.section,
  version: entry.version,
  path: entry.path,
  fields: entry.fields,
  title: entry.title,
  shownDate: entry.shownDate,
  firstLive: entry.firstLive,
  changed: entry.changed,
  snippet,
})
