import slugify from '@sindresorhus/slugify'
import type { Reason } from '../outcome'
import { reason } from '../words/ruleReasons'

/** First segments that the site itself answers at; no item may take one of these at the top of the tree. */
export const RESERVED = new Set([
  'office',
  'api',
  'posts',
  'notices',
  'categories',
  'tags',
  'series',
  'people',
  'sections',
  'archive',
  'search',
  'media',
  'fonts',
  'theme',
  'feed.xml',
  'sitemap.xml',
  'robots.txt',
  'favicon.ico',
  'favicon.svg',
  '_nuxt',
  '__nuxt_error',
  '.well-known',
  'moment',
  'shared',
  'timemap',
  'calendar',
  'account',
])

export const MAX_SEGMENT = 120

/**
 * Makes an address segment from a title: transliterated to ASCII, lower case, words joined by hyphens, cut at a word
 * near 60 letters. `makeSegment('Påske på Grey Skerry')` → `paske-pa-grey-skerry`. Empty where nothing is left.
 */
export function makeSegment(title: string): string {
  const whole = slugify(title, {
    customReplacements: [
      ['å', 'a'],
      ['Å', 'A'],
      ['ø', 'o'],
      ['Ø', 'O'],
      ['&', ' and '],
    ],
    decamelize: false,
  })
  if (whole.length <= 60) return whole
  const cut = whole.slice(0, 61)
  return cut.slice(0, Math.max(cut.lastIndexOf('-'), 20)).replace(/-+$/, '')
}

/** Finds a free segment by adding `-2`, `-3`, … to the wished one; `taken` answers for each try. */
export function freeSegment(wished: string, taken: (segment: string) => boolean): string {
  for (let n = 1; ; n++) {
    const candidate = n === 1 ? wished : `${wished}-${n}`
    if (!taken(candidate)) return candidate
  }
}

/**
 * Checks a segment's form: unreserved characters of RFC 3986 §2.3 in lower case, so that it needs no percent-encoding
 * and is already normalised (§6.2.2); no dot segments; not reserved at the top of the tree.
 */
export function checkSegment(segment: string, atTop: boolean): Reason[] {
  const at = 'segment'
  if (!segment) return [reason('segment-missing', { at })]
  if (segment.length > MAX_SEGMENT) return [reason('segment-long', { most: MAX_SEGMENT, at })]
  if (!/^[a-z0-9]+(?:[-._~][a-z0-9]+)*$/.test(segment)) return [reason('segment-form', { at })]
  if (atTop && RESERVED.has(segment)) return [reason('segment-reserved', { segment, at })]
  return []
}
