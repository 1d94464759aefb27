import type { ShownEntry, ShownMenu } from '../menu/standing'
import { siteWords } from '../words/site/siteWords'
import { esc } from './escape'
import { renderMenuIcon } from './menuIcons'

/** The page that a menu is shown on. */
interface Around {
  here: string
  /** The language of the site. */
  language: string
}

const isPath = (href: string): boolean => href.startsWith('/')

/** An entry's own words, as a link or a heading. */
function renderWords({ label, href, note, icon, newWindow }: ShownEntry, { here }: Around): string {
  const said = `${icon ? renderMenuIcon(icon) : ''}<span>${esc(label)}</span>`
  const more = note ? `<small>${esc(note)}</small>` : ''
  if (href === null) return `<b>${said}</b>${more}`
  const [path] = href.split('#')
  const state =
    here === path ? ' aria-current="page"' : isPath(href) && path !== '/' && here.startsWith(`${path}/`) ? ' class="inside"' : ''
  const beside = newWindow ? ` target="_blank" rel="${isPath(href) ? '' : 'external '}noopener"` : ''
  return `<a href="${esc(href)}"${state}${beside}>${said}</a>${more}`
}

/** Entries that are all there at once, those below others set in. */
const renderAll = (entries: readonly ShownEntry[], around: Around): string =>
  `<ul>${entries
    .map((entry) => `<li>${renderWords(entry, around)}${entry.entries.length ? renderAll(entry.entries, around) : ''}</li>`)
    .join('')}</ul>`

/**
 * Entries in a row; what is below one opens under it by a click or a key, one at a time. Without script: the browser does it (HTML,
 * the `details` element, its `name`).
 */
function renderRow(entries: readonly ShownEntry[], around: Around, name: string, language: string): string {
  const items = entries.map((entry) => {
    if (!entry.entries.length) return `<li>${renderWords(entry, around)}</li>`
    const under = renderAll(entry.entries, around)
    const opener =
      entry.href === null
        ? `<summary>${entry.icon ? renderMenuIcon(entry.icon) : ''}<span>${esc(entry.label)}</span></summary>`
        : `<summary><span class="apart">${siteWords(language).moreIn(esc(entry.label))}</span></summary>`
    return `<li>${entry.href === null ? '' : renderWords({ ...entry, note: '' }, around)}<details name="${esc(name)}">${opener}${under}</details></li>`
  })
  return `<ul>${items.join('')}</ul>`
}

/** The menus of a place, each with its name for those who listen; empty where none has an entry. */
export function renderMenus(menus: readonly ShownMenu[], place: 'top' | 'foot', around: Around): string {
  return menus
    .filter((menu) => menu.place === place)
    .map((menu) => {
      const { entries } = menu
      if (!entries.length) return ''
      const lang = menu.language && menu.language !== around.language ? ` lang="${esc(menu.language)}"` : ''
      const list =
        place === 'top' ? renderRow(entries, around, `menu-${menu.item}`, menu.language ?? around.language) : renderAll(entries, around)
      return `<nav class="menu" aria-label="${esc(menu.title)}"${lang}>${list}</nav>`
    })
    .join('')
}
