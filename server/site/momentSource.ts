import { can, kindsThat } from '../../core/kinds/kinds'
import { isMapped, type SiteEntry } from '../../core/plan/entry'
import { listedOf, type Site } from '../../core/plan/siteAt'
import { findableText } from '../../core/content/content'
import type { Reader } from '../store/database'
import { liveByIds, searchLive } from '../store/live'
import { readContent, readManifest, versionsByIds } from '../store/versions'
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

/** The site with this id as it is at another moment, as pages, listings, menus, feeds and search ask for it. */
export function momentSource(db: Reader, id: string, site: Site): SiteSource {
  const kept = new Map<string, SiteEntry[]>()
  const list = (query: Listing): SiteEntry[] => {
    const key = JSON.stringify(query)
    let found = kept.get(key)
    if (!found) kept.set(key, (found = listedOf(site, query.kinds, passes(query))))
    return found
  }
  const mapped = () =>
    [...site.all()].filter(({ path, fields }) => path !== null && isMapped(fields)).sort((a, b) => (a.path! < b.path! ? -1 : 1))
  let lastSearch: { words: string; hits: Promise<Hit[]> } | undefined
  const hits = (words: string) => {
    if (lastSearch?.words !== words) lastSearch = { words, hits: search(db, id, site, words) }
    return lastSearch.hits
  }
  return {
    byIds: (ids) => Promise.resolve(ids.flatMap((id) => site.entry(id) ?? [])),
    at: (path) => {
      const owner = site.owner(path)
      return Promise.resolve(owner ? (site.entry(owner.item) ?? undefined) : undefined)
    },
    pages: () => Promise.resolve([...site.all()].filter(({ kind }) => can(kind, 'tree'))),
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
async function search(db: Reader, id: string, site: Site, query: string): Promise<Hit[]> {
  const found = (await searchLive(db, id, query, MOST_HITS, 0)).filter((hit) => site.entry(hit.item)?.version === hit.version)
  const live = new Map(
    (
      await liveByIds(
        db,
        id,
        [...site.all()].map(({ item }) => item),
      )
    ).map((entry) => [entry.item, entry.version]),
  )
  const others = [...site.all()].filter(({ item, version, path }) => path !== null && live.get(item) !== version).slice(0, MOST_READ)
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
    const there = folded(text).match(/[\p{L}\p{N}]+/gu) ?? []
    const last = words.length - 1
    if (words.every((word, index) => there.some((one) => (index === last ? one.startsWith(word) : one === word))))
      read.push(withSnippet(entry, text.slice(entry.title.length + 1, entry.title.length + 200)))
  }
  return [...read, ...found.map((hit) => withSnippet(site.entry(hit.item)!, hit.snippet))]
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
