import { can, type Kind } from '../kinds/kinds'
import { isShown } from '../content/shownBlocks'
import { contentWords, type Content } from '../content/content'
import type { PictureValue } from '../content/fields'
import type { ShownMenu } from '../menu/standing'
import type { MenuNode } from '../tree/menu'
import { dateWords } from '../time/words'
import { renderBanners, type Banner } from './banners'
import { renderBlock } from './blocks'
import { renderMenus } from './menus'
import type { Refs } from './text'
import { esc, scriptJson } from './escape'
import { picturePath, renderPicture, widthsOf, SLOTS } from './picture'
import { THEME_PATH } from './theme'
import { accountWords } from '../words/site/accountWords'
import { siteWords, type SiteWords } from '../words/site/siteWords'
import { searchDescription } from './description'

export interface Link {
  path: string
  title: string
}

/** The site around a page: what stands on each page whatever it shows. */
export interface SiteView {
  name: string
  tagline: string
  footer: string
  language: string
  zone: string
  /** The moment that it is looked at; `null` shows blocks of all times, for who writes them. */
  at: string | null
  /** Scheme and host readers use, e.g. `https://ferries.example`; no closing slash. */
  origin: string
  /** The tree of pages that are in menus. */
  menu: MenuNode[]
  /** The menus that stand on every page at that moment. Where none stands at the top, the topmost pages do. */
  menus: ShownMenu[]
  /** Notices that stand on top of pages, the most urgent first; those with a section only on its pages. */
  bars: Bar[]
  /** The way to sign in, or to one’s account where that is done; none on a site without members. */
  account?: 'sign-in' | 'account' | null | undefined
}

/** A notice as a bar. */
export interface Bar extends Link {
  level: keyof SiteWords['levels']
  section: string | null
}

/** One item on the site, with everything around it looked up. */
export interface ItemView {
  kind: Kind
  path: string
  content: Content
  refs: Refs
  breadcrumb: Link[]
  labels: Link[]
  byline: Link[]
  section: Link
  /** The sections that it is in: its own and those above. */
  within: string[]
  previous: Link | null
  next: Link | null
  series: { title: string; path: string; parts: { path: string; title: string; here: boolean }[] } | null
  /** Posts by this author, on an author page. */
  posts: Teaser[]
  /** When readers first got it and when it last changed for them; instants. */
  firstLive: string
  changed: string
}

/** An item in a listing. */
export interface Teaser {
  path: string
  title: string
  summary: string
  date: string | null
  kind: string
  level: Bar['level'] | null
  cover: PictureValue | null
  snippet?: string
}

export interface ListingView {
  path: string
  title: string
  summary: string
  /** Broader listings that it is a part of, the broadest first. */
  trail: Link[]
  teasers: Teaser[]
  media: Refs['media']
  page: number
  pages: number
  /** Other listings to go on to. */
  more: Link[]
  query?: string
}

interface Head {
  title: string
  description: string
  path: string
  /** The address that stands for the page, where it is not its path alone. */
  canonical?: string
  indexed: boolean
  type: 'website' | 'article'
  sharing: { title: string; text: string; picture: { id: string; width: number } | null }
  jsonLd: object | null
  language: string
}

const when = (date: string | null, language: string) => (date ? `<time datetime="${date}">${dateWords(date, language)}</time>` : '')

function renderMenu(nodes: MenuNode[], here: string): string {
  const items = nodes.map((node) => {
    const inside = here === node.path || here.startsWith(`${node.path}/`)
    return `<li><a href="${esc(node.path)}"${here === node.path ? ' aria-current="page"' : inside ? ' class="inside"' : ''}>${esc(node.label)}</a></li>`
  })
  return `<ul>${items.join('')}</ul>`
}

function renderSubtree(nodes: MenuNode[], here: string): string {
  return `<ul>${nodes
    .map((node) => {
      const open = here === node.path || here.startsWith(`${node.path}/`)
      return `<li><a href="${esc(node.path)}"${here === node.path ? ' aria-current="page"' : ''}>${esc(node.label)}</a>${open && node.children.length ? renderSubtree(node.children, here) : ''}</li>`
    })
    .join('')}</ul>`
}

/** The picture that goes with a shared link, in the format that everything reads. */
const sharingPath = ({ id, width }: { id: string; width: number }) => {
  const widths = widthsOf(width)
  return picturePath(id, widths.find((wide) => wide >= SLOTS.sharing.width) ?? widths.at(-1)!, 'jpg')
}

/** The bars of a page that is in these sections. */
function renderBars({ bars, language }: SiteView, within: readonly string[], here: string, lang: string): string {
  const words = siteWords(language)
  const shown = bars.filter(({ section, path }) => path !== here && (section === null || within.includes(section)))
  if (!shown.length) return ''
  return `<aside class="bars" aria-label="${words.notices}"${lang}>${shown.map(({ level, path, title }) => `<p class="${level}"><b>${words.levels[level]}</b> <a href="${esc(path)}">${esc(title)}</a></p>`).join('')}</aside>`
}

function layout(site: SiteView, head: Head, main: string, aside = '', within: readonly string[] = []): string {
  const title = head.path === '/' ? site.name : `${head.title} – ${site.name}`
  const url = site.origin + (head.canonical ?? head.path)
  const picture = head.sharing.picture && site.origin + sharingPath(head.sharing.picture)
  const words = siteWords(site.language)
  // The site's own parts around a page that is written in another language.
  const lang = site.language === head.language ? '' : ` lang="${esc(site.language)}"`
  const around = { here: head.path, language: site.language }
  const top = renderMenus(site.menus, 'top', around) || `<nav aria-label="${words.mainMenu}">${renderMenu(site.menu, head.path)}</nav>`
  const meta = (attribute: 'name' | 'property', key: string, value: string) =>
    value ? `<meta ${attribute}="${key}" content="${esc(value)}">` : ''
  return `<!DOCTYPE html>
<html lang="${esc(head.language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${esc(title)}</title>${meta('name', 'description', head.description)}${head.indexed ? '' : '<meta name="robots" content="noindex">'}
<link rel="canonical" href="${esc(url)}"><link rel="stylesheet" href="${THEME_PATH}"><link rel="icon" href="/favicon.svg" type="image/svg+xml"><link rel="alternate" type="application/atom+xml" title="${esc(site.name)}" href="/feed.xml">
${meta('property', 'og:title', head.sharing.title)}${meta('property', 'og:description', head.sharing.text)}${meta('property', 'og:type', head.type)}${meta('property', 'og:url', url)}${meta('property', 'og:site_name', site.name)}${picture ? meta('property', 'og:image', picture) : ''}
${head.jsonLd ? `<script type="application/ld+json">${scriptJson(head.jsonLd)}</script>` : ''}</head>
<body><a class="skip" href="#main"${lang}>${words.skipToContent}</a>
<header class="top"${lang}><div><a class="name" href="/">${esc(site.name)}</a>${top}<form role="search" action="/search"><label><span>${words.search}</span><input type="search" name="q" maxlength="200" placeholder="${words.search}"></label></form>${renderAccountLink(site, head.path)}</div></header>${renderBars(site, within, head.path, lang)}
<div class="frame${aside ? ' with-aside' : ''}">${aside}<main id="main">${main}</main></div>
<footer${lang}>${renderMenus(site.menus, 'foot', around)}<div><p>${esc(site.footer || site.name).replaceAll('\n', '<br>')}</p><p><a href="/posts">${words.allPosts}</a> <a href="/notices">${words.notices}</a> <a href="/archive">${words.archive}</a> <a href="/feed.xml">${words.feed}</a></p></div></footer>
</body></html>`
}

/** The way to sign in, or to the account of who has. */
function renderAccountLink({ account, language }: SiteView, here: string): string {
  if (!account) return ''
  const words = accountWords(language)
  const [path, label] = account === 'account' ? ['/account', words.yourAccount] : ['/account/sign-in', words.signIn]
  return `<a class="account" href="${path}"${here === path ? ' aria-current="page"' : ''}>${label}</a>`
}

const linkList = (links: Link[]) => links.map((link) => `<a href="${esc(link.path)}">${esc(link.title)}</a>`).join(', ')

function itemHead(site: SiteView, item: ItemView): Head {
  const { fields } = item.content
  const description = searchDescription(item.content)
  const cover = fields.sharingPicture ?? fields.cover ?? null
  const media = cover && item.refs.media.get(cover.media)
  const url = site.origin + item.path
  const article = can(item.kind, 'dated')
  return {
    title: fields.pageTitle || fields.title || '',
    description,
    path: item.path,
    indexed: fields.indexed ?? true,
    type: article ? 'article' : 'website',
    language: fields.language ?? site.language,
    sharing: {
      title: fields.sharingTitle || fields.title || '',
      text: fields.sharingText || description,
      picture: media ? { id: media.id, width: media.width } : null,
    },
    jsonLd: {
      '@context': 'https://schema.org',
      '@type': article ? 'Article' : can(item.kind, 'profile') ? 'ProfilePage' : 'WebPage',
      headline: fields.title,
      description,
      url,
      inLanguage: fields.language ?? site.language,
      datePublished: fields.shownDate ?? item.firstLive,
      dateModified: item.changed,
      ...(item.byline.length
        ? { author: item.byline.map((person) => ({ '@type': 'Person', name: person.title, url: site.origin + person.path })) }
        : {}),
      ...(item.breadcrumb.length
        ? {
            breadcrumb: {
              '@type': 'BreadcrumbList',
              itemListElement: item.breadcrumb.map((link, index) => ({
                '@type': 'ListItem',
                position: index + 1,
                name: link.title,
                item: site.origin + link.path,
              })),
            },
          }
        : {}),
    },
  }
}

const renderTrail = (words: SiteWords, broader: Link[], here: string): string =>
  broader.length
    ? `<nav class="trail" aria-label="${words.breadcrumb}"><ol>${[{ path: '/', title: words.home }, ...broader].map((link) => `<li><a href="${esc(link.path)}">${esc(link.title)}</a></li>`).join('')}<li aria-current="page">${esc(here)}</li></ol></nav>`
    : ''

/**
 * The one renderer of an item: content and the site around it in, a complete HTML page out. The live site, the preview
 * and the receipt all come from here, so what is previewed is what is served. Needs no script in the browser.
 */
export function renderItem(site: SiteView, item: ItemView): string {
  const { fields, body } = item.content
  const language = fields.language ?? site.language
  // What stands within the article is said in its language; what stands around it in the site's.
  const words = siteWords(language)
  const around = siteWords(site.language)
  const lang = language === site.language ? '' : ` lang="${esc(site.language)}"`
  const trail = renderTrail(words, item.breadcrumb, fields.menuLabel || fields.title || '')
  const cover = fields.cover && item.refs.media.get(fields.cover.media)
  const facts = [
    can(item.kind, 'dated') ? when(fields.shownDate ?? item.firstLive.slice(0, 10), language) : '',
    item.byline.length ? words.byAuthors(linkList(item.byline)) : '',
    can(item.kind, 'stream') ? words.minutesToRead(Math.max(1, Math.round(contentWords(item.content) / 220))) : '',
  ].filter(Boolean)
  const top = site.menu.find((node) => item.path === node.path || item.path.startsWith(`${node.path}/`))
  const aside =
    can(item.kind, 'tree') && top?.children.length
      ? `<nav class="tree" aria-label="${around.inThisPart}"${lang}><a class="head" href="${esc(top.path)}"${item.path === top.path ? ' aria-current="page"' : ''}>${esc(top.label)}</a>${renderSubtree(top.children, item.path)}</nav>`
      : ''
  const series = item.series
    ? `<nav class="series" aria-label="${words.series}"><p>${words.partOfSeries(`<a href="${esc(item.series.path)}">${esc(item.series.title)}</a>`)}</p><ol>${item.series.parts.map((part) => (part.here ? `<li aria-current="page">${esc(part.title)}</li>` : `<li><a href="${esc(part.path)}">${esc(part.title)}</a></li>`)).join('')}</ol></nav>`
    : ''
  const neighbours =
    item.previous || item.next
      ? `<nav class="around" aria-label="${words.otherPosts}">${item.previous ? `<a rel="prev" href="${esc(item.previous.path)}"><span>${words.previousPost}</span>${esc(item.previous.title)}</a>` : '<span></span>'}${item.next ? `<a rel="next" href="${esc(item.next.path)}"><span>${words.nextPost}</span>${esc(item.next.title)}</a>` : ''}</nav>`
      : ''
  const main = `${trail}<article class="${item.kind}${fields.noticeLevel ? ` ${fields.noticeLevel}` : ''}"><header>${can(item.kind, 'level') ? `<p class="level">${words.levels[fields.noticeLevel ?? 'information']}</p>` : ''}<h1>${esc(fields.title ?? '')}</h1>${fields.summary ? `<p class="summary">${esc(fields.summary)}</p>` : ''}${facts.length ? `<p class="facts">${facts.join(' · ')}</p>` : ''}</header>${
    fields.cover && cover
      ? `<figure class="cover">${renderPicture(cover, fields.cover.decorative ? '' : fields.cover.alt, 'cover', { eager: true, focus: fields.cover.focus })}</figure>`
      : ''
  }${body
    .filter((block) => site.at === null || isShown(block, site.zone, site.at))
    .map((block) => renderBlock(block, item.refs))
    .join(
      '\n',
    )}${series}${item.labels.length ? `<p class="labels">${can(item.kind, 'stream') ? `${words.inSection(`<a href="${esc(item.section.path)}">${esc(item.section.title)}</a>`)} · ` : ''}${linkList(item.labels)}</p>` : ''}${
    item.posts.length
      ? `<section aria-labelledby="by"><h2 id="by">${words.postsBy(esc(fields.title ?? ''))}</h2>${renderTeasers(item.posts, item.refs.media, language)}</section>`
      : ''
  }</article>${neighbours}`
  return layout(site, itemHead(site, item), main, aside, item.within)
}

function renderTeasers(teasers: Teaser[], media: Refs['media'], language: string, level: 2 | 3 = 3): string {
  if (!teasers.length) return ''
  return `<ul class="teasers">${teasers
    .map((teaser) => {
      const cover = teaser.cover && media.get(teaser.cover.media)
      return `<li${cover ? ' class="pictured"' : ''}>${cover ? renderPicture(cover, '', 'teaser', { focus: teaser.cover?.focus }) : ''}<div>${teaser.level ? `<p class="level ${teaser.level}">${siteWords(language).levels[teaser.level]}</p>` : ''}<h${level}><a href="${esc(teaser.path)}">${esc(teaser.title)}</a></h${level}>${teaser.date ? `<p class="facts">${when(teaser.date, language)}</p>` : ''}${teaser.snippet ? `<p>${teaser.snippet}</p>` : teaser.summary ? `<p>${esc(teaser.summary)}</p>` : ''}</div></li>`
    })
    .join('')}</ul>`
}

const plainHead = (site: SiteView, title: string, path: string, description: string, indexed: boolean): Head => ({
  title,
  description,
  path,
  indexed,
  type: 'website',
  language: site.language,
  sharing: { title, text: description, picture: null },
  jsonLd: null,
})

const searchForm = (words: SiteWords, query?: string): string =>
  `<form class="search" action="/search"><label>${words.searchTheSite} <input type="search" name="q"${query === undefined ? '' : ` value="${esc(query)}"`} maxlength="200"></label><button>${words.search}</button></form>`

/** A listing (section, label, month, archive, search) with paging by plain links. */
export function renderListing(site: SiteView, list: ListingView): string {
  const words = siteWords(site.language)
  const turn = (page: number) => `${list.path}${list.path.includes('?') ? '&' : '?'}page=${page}`
  const paging =
    list.pages > 1
      ? `<nav class="paging" aria-label="${words.pages}">${list.page > 1 ? `<a rel="prev" href="${esc(turn(list.page - 1))}">${words.newer}</a>` : ''}<span>${words.pageOf(list.page, list.pages)}</span>${list.page < list.pages ? `<a rel="next" href="${esc(turn(list.page + 1))}">${words.older}</a>` : ''}</nav>`
      : ''
  const form = list.query === undefined ? '' : searchForm(words, list.query)
  const empty =
    list.teasers.length || list.more.length
      ? ''
      : `<p>${list.query ? words.nothingFound : list.query === '' ? words.searchQuestion : words.nothingYet}</p>`
  const more = list.more.length
    ? `<ul class="more">${list.more.map((link) => `<li><a href="${esc(link.path)}">${esc(link.title)}</a></li>`).join('')}</ul>`
    : ''
  const main = `${renderTrail(words, list.trail, list.title)}<h1>${esc(list.title)}</h1>${list.summary ? `<p class="summary">${esc(list.summary)}</p>` : ''}${form}${more}${renderTeasers(list.teasers, list.media, site.language, 2)}${empty}${paging}`
  const head = plainHead(site, list.title, list.path, list.summary, list.query === undefined)
  // A later page of a list holds others than the first: it stands for itself.
  return layout(site, list.page > 1 ? { ...head, canonical: turn(list.page) } : head, main)
}

export interface HomeView {
  /** In their order. */
  banners: Banner[]
  /** Items that banners lead to. */
  items: Refs['items']
  notices: Teaser[]
  posts: Teaser[]
  /** The picture on top: the cover of the first part of the site that has one. */
  lead: string | null
  media: Refs['media']
}

/** The front page: banners, live notices, the parts of the site, the newest posts. */
export function renderHome(site: SiteView, home: HomeView): string {
  const words = siteWords(site.language)
  const notices = home.notices.length
    ? `<section class="notices" aria-labelledby="notices"><h2 id="notices">${words.notices}</h2>${renderTeasers(home.notices, home.media, site.language)}</section>`
    : ''
  const lead = home.lead && home.media.get(home.lead)
  const parts = `<nav class="parts" aria-label="${words.partsOfTheSite}">${site.menu
    .map(
      (node) =>
        `<div><a href="${esc(node.path)}">${esc(node.label)}</a><ul>${node.children
          .slice(0, 5)
          .map((child) => `<li><a href="${esc(child.path)}">${esc(child.label)}</a></li>`)
          .join('')}</ul></div>`,
    )
    .join('')}</nav>`
  const main = `<div class="home"><div class="opening"><h1>${esc(site.tagline || site.name)}</h1>${lead ? renderPicture(lead, '', 'opening', { eager: true }) : ''}</div>${renderBanners(home.banners, { items: home.items, media: home.media, embedOrigins: [], language: site.language })}${notices}${parts}<section class="newest" aria-labelledby="newest"><h2 id="newest">${words.newest}</h2>${renderTeasers(home.posts, home.media, site.language)}<p><a href="/posts">${words.allPosts}</a></p></section></div>`
  return layout(
    site,
    {
      ...plainHead(site, site.name, '/', site.tagline, true),
      jsonLd: { '@context': 'https://schema.org', '@type': 'WebSite', name: site.name, url: `${site.origin}/` },
    },
    main,
  )
}

/** What readers get where there is nothing: 404 never was, 410 was withdrawn. */
export function renderAbsent(site: SiteView, status: 404 | 410, path: string): string {
  const words = siteWords(site.language)
  const { title, text } = status === 410 ? words.withdrawn : words.absent
  return layout(
    site,
    plainHead(site, title, path, '', false),
    `<h1>${title}</h1><p class="summary">${text}</p>${searchForm(words)}<p><a href="/">${words.toTheFrontPage}</a></p>`,
  )
}

/** A page that the site makes by itself and no search engine lists, with this HTML in it. */
export const renderOwn = (site: SiteView, title: string, path: string, main: string): string =>
  layout(site, plainHead(site, title, path, '', false), `<h1>${esc(title)}</h1>${main}`)

/** Adds the way into the office to a page for a signed-in person; such an answer is never stored. */
export const withOfficeEntry = (html: string, officePath: string): string =>
  html.replace('</body></html>', `<p class="office-entry"><a href="${esc(officePath)}">Open this in the office</a></p></body></html>`)
