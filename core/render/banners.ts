import type { PictureValue } from '../content/fields'
import { linkTarget, type Refs } from './text'
import { esc } from './escape'
import { renderPicture } from './picture'
import { siteWords } from '../words/site/siteWords'

/** A banner of the front page; without a target it is a picture with words. */
export interface Banner {
  title: string
  text: string
  picture: PictureValue | null
  href: string
}

/** The most banners that turn; the theme has a class for each number of them. */
export const MOST_BANNERS = 8

/**
 * Banners that turn by the style sheet alone: one is seen at a time. They rest while the pointer or the focus is on them,
 * stop and stand side by side by the switch before them (WCAG 2.2, 2.2.2), and never turn for who wants less motion.
 */
export function renderBanners(banners: readonly Banner[], refs: Refs): string {
  const shown = banners.slice(0, MOST_BANNERS)
  if (!shown.length) return ''
  const words = siteWords(refs.language)
  const slides = shown.map(({ title, text, picture, href }) => {
    const view = picture && refs.media.get(picture.media)
    const target = href && linkTarget(href, refs)
    return `<li>${view ? renderPicture(view, picture.decorative ? '' : picture.alt, 'banner', { eager: true, focus: picture.focus }) : ''}<div><p class="banner-title">${target ? `<a href="${esc(target)}">${esc(title)}</a>` : esc(title)}</p>${text ? `<p>${esc(text)}</p>` : ''}</div></li>`
  })
  const turns = shown.length > 1
  const stop = turns ? `<label class="stop"><input type="checkbox"> ${words.stopBanners}</label>` : ''
  return `<section class="banners${turns ? ` turn-${shown.length}` : ''}" aria-label="${words.banners}">${stop}<ul>${slides.join('')}</ul></section>`
}
