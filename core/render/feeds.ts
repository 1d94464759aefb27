import { escXml } from './escape'

export interface FeedEntry {
  id: string
  path: string
  title: string
  summary: string
  published: string
  updated: string
  authors: string[]
}

/** The newest posts as Atom (RFC 4287). Instants are ISO 8601 UTC; ids are `urn:uuid:` and never change. */
export function renderAtom(site: { name: string; tagline: string; origin: string; id: string }, entries: FeedEntry[], now: string): string {
  const updated = entries.reduce((latest, entry) => (entry.updated > latest ? entry.updated : latest), entries[0]?.updated ?? now)
  return `<?xml version="1.0" encoding="utf-8"?>
<feed xmlns="http://www.w3.org/2005/Atom"><id>urn:uuid:${escXml(site.id)}</id><title>${escXml(site.name)}</title>${site.tagline ? `<subtitle>${escXml(site.tagline)}</subtitle>` : ''}<updated>${updated}</updated><link rel="self" type="application/atom+xml" href="${escXml(site.origin)}/feed.xml"/><link rel="alternate" type="text/html" href="${escXml(site.origin)}/"/>
${entries
  .map(
    (entry) =>
      `<entry><id>urn:uuid:${escXml(entry.id)}</id><title>${escXml(entry.title)}</title><link rel="alternate" type="text/html" href="${escXml(site.origin + entry.path)}"/><published>${entry.published}</published><updated>${entry.updated}</updated>${(entry.authors.length ? entry.authors : [site.name]).map((name) => `<author><name>${escXml(name)}</name></author>`).join('')}${entry.summary ? `<summary>${escXml(entry.summary)}</summary>` : ''}</entry>`,
  )
  .join('\n')}
</feed>`
}

/** One sitemap file holds at most this many addresses (sitemaps.org 0.9). */
export const SITEMAP_LIMIT = 50_000

/** A sitemap of at most {@link SITEMAP_LIMIT} addresses (sitemaps.org 0.9). */
export const renderSitemap = (origin: string, pages: { path: string; changed: string }[]): string =>
  `<?xml version="1.0" encoding="utf-8"?>
<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">
${pages.map((page) => `<url><loc>${escXml(encodeURI(origin + page.path))}</loc><lastmod>${page.changed}</lastmod></url>`).join('\n')}
</urlset>`

/** The index of several sitemap files. */
export const renderSitemapIndex = (origin: string, parts: number): string =>
  `<?xml version="1.0" encoding="utf-8"?>
<sitemapindex xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">
${Array.from({ length: parts }, (_, index) => `<sitemap><loc>${escXml(origin)}/sitemap.xml?part=${index + 1}</loc></sitemap>`).join('\n')}
</sitemapindex>`

/** robots.txt (RFC 9309): everything may be read but the office and the API. */
export const renderRobots = (origin: string): string =>
  `User-agent: *\nDisallow: /office\nDisallow: /api/\nDisallow: /search\n\nSitemap: ${origin}/sitemap.xml\n`
