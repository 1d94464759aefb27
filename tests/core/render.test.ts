import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { parse, parseFragment, serialize, type DefaultTreeAdapterTypes } from 'parse5'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { plain } from '../../core/content/inline'
import { renderAtom, renderRobots, renderSitemap, renderSitemapIndex } from '../../core/render/feeds'
import { renderBlock } from '../../core/render/blocks'
import { NO_REFS, renderText } from '../../core/render/text'
import { renderAbsent, renderItem, renderListing, withOfficeEntry, type ItemView, type SiteView } from '../../core/render/page'
import { anyBlock, anyContent, anyText } from '../support/content'
import { ATTACKS } from '../fixtures/attacks'

const site: SiteView = {
  name: 'Larkholm <Ferries>',
  tagline: 'Five & three',
  footer: 'Foot',
  language: 'en',
  zone: 'Europe/Oslo',
  at: null,
  origin: 'https://ferries.example',
  bars: [],
  menus: [],
  menu: [
    {
      id: 'f',
      parent: null,
      path: '/fares',
      label: 'Fares',
      order: 'a1',
      inMenus: true,
      children: [{ id: 'c', parent: 'f', path: '/fares/cars', label: 'Cars', order: 'a1', inMenus: true, children: [] }],
    },
  ],
}
const item = (content: ItemView['content']): ItemView => ({
  kind: 'page',
  within: [],
  path: '/fares/cars',
  content,
  refs: { ...NO_REFS, items: new Map([['019747f9-c747-77a1-8c13-29af2d341d19', { path: '/fares', title: 'Fares' }]]) },
  breadcrumb: [{ path: '/fares', title: 'Fares' }],
  labels: [],
  byline: [],
  section: { path: '/sections/fares', title: 'Fares' },
  previous: null,
  next: null,
  series: null,
  posts: [],
  firstLive: '2027-01-01T00:00:00.000Z',
  changed: '2027-01-02T00:00:00.000Z',
})

const textOf = (node: DefaultTreeAdapterTypes.Node): string =>
  'value' in node
    ? node.value
    : 'tagName' in node && node.tagName === 'br'
      ? '\n'
      : 'childNodes' in node
        ? node.childNodes.map(textOf).join('')
        : ''
const all = (node: DefaultTreeAdapterTypes.Node, name: string): DefaultTreeAdapterTypes.Element[] => [
  ...('tagName' in node && node.tagName === name ? [node] : []),
  ...('childNodes' in node ? node.childNodes.flatMap((child) => all(child, name)) : []),
]

const attributes = (node: DefaultTreeAdapterTypes.Node): string[] => [
  ...('attrs' in node ? node.attrs.map((attribute) => attribute.name) : []),
  ...('childNodes' in node ? node.childNodes.flatMap(attributes) : []),
]

describe('the renderer, read back by parse5', () => {
  it('gives back exactly the words that went in, whatever they are', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        // HTML has one line end (WHATWG, preprocessing the input stream) and no NUL.
        const clean = plain(text).replace(/\r\n?/g, '\n')
        fc.pre(!clean.includes('\u0000'))
        expect(textOf(parseFragment(renderText(text, NO_REFS))).replace(/\r\n?/g, '\n')).toBe(clean)
      }),
      { numRuns: 500 },
    )
  })
  it('makes well-formed markup: the parser changes nothing in it', () => {
    fc.assert(
      fc.property(anyBlock('blok'), (block) => {
        const html = renderBlock(block, NO_REFS)
        fc.pre(!/[\u0000\r]/.test(html))
        // Quotes need no escape in text, and a no-break space gets a name: parse5 writes both its own way.
        const bare = (text: string) => text.replaceAll('&quot;', '"').replaceAll('&#39;', "'").replaceAll('&nbsp;', '\u00a0')
        expect(bare(serialize(parseFragment(html)))).toBe(bare(html))
      }),
      { numRuns: 500 },
    )
  })
  it('lets no words become elements', () => {
    for (const attack of ATTACKS) {
      const html = renderItem(
        site,
        item({
          fields: { title: attack, summary: attack, menuLabel: attack, pageTitle: attack, searchDescription: attack },
          body: [
            { id: 'aaaa', kind: 'paragraph', text: [{ text: attack }] },
            { id: 'bbbb', kind: 'quote', text: [{ text: attack }], source: attack },
            { id: 'cccc', kind: 'button', label: attack, href: '/x' },
            { id: 'dddd', kind: 'embed', url: 'https://x.example/"onload=1', title: attack },
          ],
        }),
      )
      const page = parse(html)
      expect(all(page, 'script').map((element) => element.attrs.find((attribute) => attribute.name === 'type')?.value)).toEqual([
        'application/ld+json',
      ])
      expect(JSON.parse(textOf(all(page, 'script')[0]!)).headline).toBe(attack)
      expect(all(page, 'iframe')).toHaveLength(0)
      expect(attributes(page).filter((name) => name.startsWith('on'))).toEqual([])
    }
  })
  it('makes a whole page: one main, one h1, a language, a title, landmarks', () => {
    fc.assert(
      fc.property(anyContent, (content) => {
        const page = parse(renderItem(site, item(content)))
        for (const [name, count] of [
          ['main', 1],
          ['h1', 1],
          ['title', 1],
          ['header', 2],
          ['footer', 1],
        ] as const)
          expect(all(page, name)).toHaveLength(count)
        expect(all(page, 'html')[0]!.attrs).toContainEqual({ name: 'lang', value: 'en' })
      }),
      { numRuns: 50 },
    )
  })
  it('links to live items by their address now, and to nothing that is not live', () => {
    const href = (id: string) => renderText([{ text: 'x', href: `item:${id}` }], item({ fields: {}, body: [] }).refs)
    expect(href('019747f9-c747-77a1-8c13-29af2d341d19')).toBe('<a href="/fares">x</a>')
    expect(href('019747f9-c747-77a1-8c13-000000000000')).toBe('x')
  })
  it('frames an embed only from allowed origins', () => {
    const embed = { id: 'eeee', kind: 'embed' as const, url: 'https://maps.example/sound', title: 'Map' }
    expect(renderBlock(embed, { ...NO_REFS, embedOrigins: ['https://maps.example'] })).toContain('<iframe')
    expect(renderBlock(embed, NO_REFS)).not.toContain('<iframe')
  })
  it('says 404 and 410 apart, pages lists, and adds the way into the office', () => {
    expect(renderAbsent(site, 404, '/x')).toContain('nothing here')
    expect(renderAbsent(site, 410, '/x')).toContain('withdrawn')
    const list = renderListing(site, {
      path: '/posts',
      title: 'All posts',
      summary: '',
      trail: [{ path: '/topics/travel', title: 'Travel & more' }],
      teasers: [],
      media: new Map(),
      page: 2,
      pages: 3,
      more: [],
    })
    expect(all(parse(list), 'a').map((link) => link.attrs.find((attribute) => attribute.name === 'href')!.value)).toEqual(
      expect.arrayContaining(['/posts?page=1', '/posts?page=3', '/topics/travel']),
    )
    expect(list).toContain('Travel &amp; more</a></li><li aria-current="page">All posts</li>')
    expect(list).toContain('Nothing here yet.')
    expect(all(parse(list), 'ul').map((found) => found.childNodes.length)).not.toContain(0)
    expect(withOfficeEntry(list, '/office/items/1')).toContain('href="/office/items/1"')
  })
})

describe('feeds and maps, read back by fast-xml-parser', () => {
  const read = (xml: string) => {
    expect(XMLValidator.validate(xml)).toBe(true)
    return new XMLParser({
      ignoreAttributes: false,
      isArray: (name) => ['entry', 'url', 'sitemap', 'author'].includes(name),
      parseTagValue: false,
      processEntities: true,
    }).parse(xml)
  }
  it('Atom has what RFC 4287 §4.1 asks of feed and entries', () => {
    const entries = [
      {
        id: 'a',
        path: '/posts/a',
        title: 'Fish & <chips>',
        summary: 'S',
        published: '2027-01-01T00:00:00Z',
        updated: '2027-01-03T00:00:00Z',
        authors: ['Wen'],
      },
      {
        id: 'b',
        path: '/posts/b',
        title: 'B',
        summary: '',
        published: '2027-01-02T00:00:00Z',
        updated: '2027-01-02T00:00:00Z',
        authors: [],
      },
    ]
    const { feed } = read(
      renderAtom({ name: 'L & F', tagline: 'T', origin: 'https://x.example', id: 's' }, entries, '2026-01-01T00:00:00Z'),
    )
    expect([feed.id, feed.title, feed.updated]).toEqual(['urn:uuid:s', 'L & F', '2027-01-03T00:00:00Z'])
    expect(
      feed.entry.map((entry: { id: string; title: string; updated: string; author: { name: string }[] }) => [
        entry.id,
        entry.title,
        entry.updated,
        entry.author[0]!.name,
      ]),
    ).toEqual([
      ['urn:uuid:a', 'Fish & <chips>', '2027-01-03T00:00:00Z', 'Wen'],
      ['urn:uuid:b', 'B', '2027-01-02T00:00:00Z', 'L & F'],
    ])
  })
  it('sitemap 0.9 lists absolute addresses, and its index the parts', () => {
    expect(read(renderSitemap('https://x.example', [{ path: '/fares', changed: '2027-01-01T00:00:00.000Z' }])).urlset.url).toEqual([
      { loc: 'https://x.example/fares', lastmod: '2027-01-01T00:00:00.000Z' },
    ])
    expect(read(renderSitemapIndex('https://x.example', 3)).sitemapindex.sitemap).toHaveLength(3)
  })
  it('robots.txt names the sitemap (RFC 9309 §2.2)', () =>
    expect(renderRobots('https://x.example')).toMatch(
      /^User-agent: \*\nDisallow: \/office\n[^]*\nSitemap: https:\/\/x\.example\/sitemap\.xml\n$/,
    ))
})
