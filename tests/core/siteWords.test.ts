import { describe, expect, it } from 'vitest'
import { parse, type DefaultTreeAdapterTypes } from 'parse5'
import { renderAbsent, renderHome, renderItem, renderListing, type ItemView, type SiteView, type Teaser } from '../../core/render/page'
import { NO_REFS } from '../../core/render/text'
import { blockWords } from '../../core/words/site/blockWords'
import { SITE_LANGUAGES, siteWords } from '../../core/words/site/siteWords'

/* What the site says by itself, in the pages that readers get. What people wrote stands here between ⟦ and ⟧. */
const written = (text: string) => `⟦${text}⟧`
const link = (text: string) => ({ path: `/${text}`, title: written(text) })

/** The texts of a language, of blocks and around them, each taken apart where something is put in. */
function textsIn(tag: string): string[] {
  const { language: _, name: __, ...said } = { ...siteWords(tag), ...blockWords(tag) }
  const texts = (value: unknown): string[] =>
    typeof value === 'string'
      ? pieces(value)
      : typeof value === 'function'
        ? pieces(String(value('⟦⟧', '⟦⟧')))
        : Object.values(value as object).flatMap(texts)
  return texts(said)
}
/** What of a text is neither written by people nor a number. */
const pieces = (text: string): string[] =>
  text
    .split(/⟦.*?⟧|\d+| · /)
    .map((part) => part.trim())
    .filter((part) => /\p{L}/u.test(part))

const SPOKEN = new Set(['aria-label', 'placeholder', 'alt', 'title'])
/** The texts and spoken attributes of a page with the language that each is said in, but for its `<head>` and dates. */
function spoken(html: string): { text: string; language: string }[] {
  const found: { text: string; language: string }[] = []
  const walk = (node: DefaultTreeAdapterTypes.Node, language: string): void => {
    if ('value' in node) found.push({ text: node.value, language })
    if ('tagName' in node) {
      if (node.tagName === 'head' || node.tagName === 'time') return
      language = node.attrs.find(({ name }) => name === 'lang')?.value ?? language
      for (const { name, value } of node.attrs) if (SPOKEN.has(name)) found.push({ text: value, language })
    }
    if ('childNodes' in node) for (const child of node.childNodes) walk(child, language)
  }
  walk(parse(html), '')
  return found.flatMap(({ text, language }) => pieces(text).map((piece) => ({ text: piece, language })))
}

const site = (language: string): SiteView => ({
  name: written('Larkholm'),
  tagline: written('Five islands'),
  footer: written('Foot'),
  language,
  zone: 'Europe/Oslo',
  at: null,
  origin: 'https://ferries.example',
  bars: (['information', 'warning', 'urgent'] as const).map((level) => ({ ...link(level), level, section: null })),
  menus: [],
  menu: [
    {
      id: 'f',
      parent: null,
      path: '/fares',
      label: written('Fares'),
      order: 'a1',
      inMenus: true,
      children: [{ id: 'c', parent: 'f', path: '/fares/cars', label: written('Cars'), order: 'a1', inMenus: true, children: [] }],
    },
  ],
})
/** A menu at the top, in a language of its own. */
const menu = (language: string): SiteView['menus'][number] => {
  const entry = { href: '/fares', item: null, note: '', icon: null, newWindow: false, window: null, entries: [] }
  const under = { ...entry, label: written('Cars') }
  return { item: 'm', title: written('Menu'), language, place: 'top', entries: [{ ...entry, label: written('Fares'), entries: [under] }] }
}
const teaser: Teaser = {
  path: '/storm',
  title: written('Storm'),
  summary: written('Stay in port'),
  date: '2027-03-05',
  kind: 'notice',
  level: 'urgent',
  cover: null,
}
const view = (kind: ItemView['kind'], language: string): ItemView => ({
  kind,
  within: [],
  path: '/fares/cars',
  content: {
    fields: { title: written('Cars'), language, noticeLevel: 'warning' },
    body: [
      { id: 'a', kind: 'table', caption: '', headers: 'none', rows: [[[{ text: written('9') }]]] },
      { id: 'b', kind: 'paragraph', text: [{ text: written('text') }] },
    ],
  },
  refs: { ...NO_REFS, language },
  breadcrumb: [link('fares')],
  labels: [link('label')],
  byline: [link('author')],
  section: link('section'),
  previous: link('previous'),
  next: link('next'),
  series: { ...link('series'), parts: [{ path: '/one', title: written('one'), here: true }] },
  posts: [teaser],
  firstLive: '2027-01-01T00:00:00.000Z',
  changed: '2027-01-02T00:00:00.000Z',
})
const banner = { title: written('banner'), text: '', picture: null, href: '' }
const list = { path: '/list', title: written('list'), summary: '', trail: [link('part')], media: new Map(), more: [] }
/** Pages of every form, of a site in one language with items in another. */
const pagesOf = (language: string, ofItems: string): string[] => [
  ...(['page', 'post', 'notice', 'author'] as const).map((kind) => renderItem(site(language), view(kind, ofItems))),
  renderHome(site(language), {
    banners: [banner, banner],
    items: new Map(),
    notices: [teaser],
    posts: [teaser],
    lead: null,
    media: new Map(),
  }),
  renderListing(site(language), { ...list, teasers: [teaser], page: 2, pages: 3 }),
  ...[undefined, '', written('word')].map((query) => renderListing(site(language), { ...list, teasers: [], page: 1, pages: 1, query })),
  renderAbsent({ ...site(language), menus: [menu(ofItems)] }, 404, '/x'),
  renderAbsent(site(language), 410, '/x'),
]

describe('the words that the site says by itself', () => {
  it('are those of the language that they are marked with, in every form of page', () => {
    const languages = SITE_LANGUAGES.map(({ language }) => language)
    for (const language of languages)
      for (const ofItems of languages)
        for (const html of pagesOf(language, ofItems))
          for (const said of spoken(html))
            expect(textsIn(said.language), `a site in ${language}, an item in ${ofItems}: ${said.language}`).toContain(said.text)
  })

  it('are all heard somewhere on these pages, but for those that a page is named with', () => {
    const heard = new Set(pagesOf('de', 'de').flatMap((html) => spoken(html).map(({ text }) => text)))
    const unheard = textsIn('de').filter((text) => !heard.has(text))
    expect(unheard).toEqual(['gefunden', 'Alle Beiträge nach Monaten.', 'Kategorien', 'Schlagwörter', 'Serien', 'Menschen', 'Bereiche'])
  })

  it('can stand in HTML as they are', () => {
    for (const { language } of SITE_LANGUAGES) for (const text of textsIn(language)) expect(text).not.toMatch(/[<>&"]/)
  })

  it('are found by the first part of a language tag, and are English where there are none', () => {
    expect(['de-CH', 'DE', 'fr-CA', 'nb', 'd', ''].map((language) => siteWords(language).language)).toEqual([
      'de',
      'de',
      'fr',
      'en',
      'en',
      'en',
    ])
  })
})
