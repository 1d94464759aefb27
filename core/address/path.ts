import type { Fields } from '../content/fields'
import { type Kind, KINDS } from '../kinds/kinds'

/**
 * The address of an item from its own segment and its parent page's address: `/fares` + `cars` → `/fares/cars`.
 * `null` for kinds without an address and while the segment is missing.
 */
export function pathOf(kind: Kind, fields: Fields, parentPath: string | null): string | null {
  const { address } = KINDS[kind]
  if (!fields.segment || address === null) return null
  if ('in' in address) return fields.parent ? (parentPath === null ? null : `${parentPath}/${fields.segment}`) : `/${fields.segment}`
  const base = typeof address.below === 'string' ? address.below : address.below[fields.labelType ?? 'tag']
  return `/${base}/${fields.segment}`
}

/** Whether items of a kind have their addresses below one another. */
export const isInTree = (kind: Kind): boolean => {
  const { address } = KINDS[kind]
  return address !== null && 'in' in address
}

/**
 * The one form of a requested path: percent-decoded where that is harmless, dot segments gone (RFC 3986 §5.2.4, by the
 * WHATWG URL parser), no doubled or closing slash, no space around a
 * segment, lower case. `null` when it is no path at all.
 */
export function normalisePath(requested: string): string | null {
  let decoded: string
  try {
    decoded = decodeURIComponent(requested)
    if (/[\u0000-\u001f\u007f\\]/.test(decoded)) return null
    const url = new URL('http://site' + (requested.startsWith('/') ? '' : '/') + requested.replace(/\/{2,}/g, '/'))
    // Decoded, there may be slashes and dots that the parser took for letters: the path stays on this site all the same.
    const segments: string[] = []
    for (const written of decodeURIComponent(url.pathname).normalize('NFC').toLowerCase().split('/')) {
      const segment = written.trim()
      if (segment === '..') segments.pop()
      else if (segment !== '' && segment !== '.') segments.push(segment)
    }
    return `/${segments.join('/')}`
  } catch {
    return null
  }
}
