import { accept, refuse, type Outcome, type Reason } from '../outcome'
import { reason } from '../words/ruleReasons'
import { normalisePath } from './path'
import { RESERVED } from './segment'

/**
 * What an address that was redirected by hand answers: moved for good (301), elsewhere for now (302), moved for good for programs that
 * send something (308), or gone (410) (RFC 9110 §15.4, §15.5.11).
 */
export const REDIRECT_CODES = [301, 302, 308, 410] as const
export type RedirectCode = (typeof REDIRECT_CODES)[number]

/**
 * A redirect by hand. `from` is a path of the site in its one form, in which one `*` may stand for any letters. `to` is a path of the site
 * with what may follow it (`?…`, `#…`), an item (`item:<id>`) or a web address; a `*` in it gets what the one in `from` stood for.
 */
export type Redirect = { from: string; code: 301 | 302 | 308; to: string } | { from: string; code: 410; to: null }

/** As a person writes it. */
export interface RedirectInput {
  from: string
  code: RedirectCode
  to: string | null
}

/** First words of addresses at which the site has items, listings or both: what it has none at may lead elsewhere. */
const LISTINGS = new Set(['posts', 'notices', 'categories', 'tags', 'series', 'people', 'sections', 'archive'])
export const MAX_REDIRECT = 2_000
const stars = (text: string) => text.split('*').length - 1

function fromOf(written: string): Outcome<string> {
  const at = 'from'
  const text = written.trim()
  if (!text || /[?#]|^[a-z][a-z0-9+.-]*:/i.test(text) || text.length > MAX_REDIRECT) return refuse(reason('redirect-from', { at }))
  const path = normalisePath(text)
  if (path === null) return refuse(reason('redirect-from', { at }))
  if (stars(path) > 1) return refuse(reason('redirect-stars', { at }))
  const [first = '', ...more] = path.slice(1).split('/')
  if (path === '/' || first === '*') return refuse(reason('redirect-all', { at }))
  const taken = first.includes('*') ? false : RESERVED.has(first) && !(LISTINGS.has(first) && more.length)
  return taken ? refuse(reason('segment-reserved', { segment: first, at })) : accept(path)
}

/** A web address in its one form; `null` for what is none, and where letters of whoever asks would say at which host it is. */
function webAddress(text: string): string | null {
  if (!/^https?:\/\//i.test(text) || !URL.canParse(text)) return null
  const { href, host, username, password } = new URL(text)
  return username || password || host.includes('*') ? null : href
}

function toOf(written: string, from: string): Outcome<string> {
  const at = 'to'
  const text = written.trim()
  if (!text) return refuse(reason('redirect-to-missing', { at }))
  if (text.length > MAX_REDIRECT) return refuse(reason('redirect-to', { at }))
  if (stars(text) > stars(from)) return refuse(reason('redirect-star-alone', { at }))
  if (/^item:[0-9a-f-]{36}$/.test(text)) return accept(text)
  const web = webAddress(text)
  if (web) return accept(web)
  if (/^[a-z][a-z0-9+.-]*:|^\/\/|\\/i.test(text)) return refuse(reason('redirect-to', { at }))
  const [, path = '', tail = ''] = /^([^?#]*)(.*)$/s.exec(text)!
  const local = normalisePath(path)
  if (local === null) return refuse(reason('redirect-to', { at }))
  const { search, hash } = new URL(`http://site/${tail}`)
  return accept(local + search + hash)
}

/** A redirect in its one form; refused with all that is wrong with it. */
export function readRedirect({ from, code, to }: RedirectInput): Outcome<Redirect> {
  const path = fromOf(from)
  const target = code === 410 ? accept('') : toOf(to ?? '', from)
  const wrong: Reason[] = [path, target].flatMap((part) => (part.ok ? [] : part.reasons))
  if (!path.ok || !target.ok) return refuse(...wrong)
  return accept(code === 410 ? { from: path.value, code, to: null } : { from: path.value, code, to: target.value })
}

/** What the `*` of a pattern stands for in a path; '' for a pattern without one that is the path, `null` where it does not fit. */
function starIn(from: string, path: string): string | null {
  const star = from.indexOf('*')
  if (star < 0) return from === path ? '' : null
  const [before, after] = [from.slice(0, star), from.slice(star + 1)]
  const fits = path.length > before.length + after.length && path.startsWith(before) && path.endsWith(after)
  const letters = fits ? path.slice(before.length, path.length - after.length) : null
  // In a target they would begin a query or a fragment.
  return letters === null || /[?#]/.test(letters) ? null : letters
}

/** Whether a redirect is for a path. */
export const fitsPath = ({ from }: Pick<Redirect, 'from'>, path: string): boolean => starIn(from, path) !== null

/**
 * Of some redirects the one for a path: one without a `*` before those with one, of those the one that names most letters, of equals the
 * first by its letters.
 */
export function redirectFor<R extends Pick<Redirect, 'from'>>(redirects: readonly R[], path: string): R | undefined {
  const named = ({ from }: R) => (from.includes('*') ? from.length - 1 : Infinity)
  const before = (one: R, other: R) => named(one) > named(other) || (named(one) === named(other) && one.from < other.from)
  let best: R | undefined
  for (const one of redirects) if (fitsPath(one, path) && (!best || before(one, best))) best = one
  return best
}

/**
 * Where a redirect leads from a path, the `*` filled in; `null` where it says that the address is gone. What the `*` stands for never leads to
 * another host.
 */
export function targetFrom({ from, to }: Redirect, path: string): string | null {
  if (to === null) return null
  const letters = starIn(from, path) ?? ''
  const target = to.replace('*', () => (pathIn(to) === null ? encodeURI(letters) : letters))
  return pathIn(to) === null ? target : target.replace(/^\/+/, '/')
}

/** The path on the site that a target begins with; `null` where it leads elsewhere. */
export const pathIn = (to: string): string | null => (to.startsWith('/') ? /^[^?#]*/.exec(to)![0] : null)

/** A target as the `Location` of an answer says it: its path percent-encoded (RFC 3986 §2.1), the rest as it is kept. */
export function locationOf(to: string): string {
  const path = pathIn(to)
  return path === null ? to : encodeURI(path) + to.slice(path.length)
}

/**
 * What an address answers by hand: where it leads in the end, by way of which addresses; that it is gone; or that it leads in a circle.
 * `redirect` is the address of the first one on the way, with its `*`.
 */
export type Followed = { via: string[]; redirect: string } & (
  { code: 301 | 302 | 308; to: string } | { code: 410; to: null } | { code: null; to: null }
)

/** More than a chain that somebody meant. */
const MOST_STEPS = 20

/** One code for a chain of two: for now where one is for now, else the stricter. */
const both = (one: 301 | 302 | 308, other: 301 | 302 | 308): 301 | 302 | 308 =>
  one === 302 || other === 302 ? 302 : one === 308 || other === 308 ? 308 : 301

/**
 * Follows the redirects by hand from a path until an address that has none: `at` is asked for the redirect of each address on the way.
 * `undefined` where there is none at the path itself.
 */
export async function followRedirects(
  path: string,
  at: (path: string) => Redirect | undefined | Promise<Redirect | undefined>,
): Promise<Followed | undefined> {
  let found = await at(path)
  if (!found) return undefined
  const via = [path]
  const redirect = found.from
  let code: 301 | 302 | 308 | null = null
  let here = path
  for (;;) {
    if (found.code === 410) return { code: 410, to: null, via, redirect }
    code = code === null ? found.code : both(code, found.code)
    const to = targetFrom(found, here)!
    const next = pathIn(to)
    if (next === null) return { code, to, via, redirect }
    if (via.includes(next) || via.length >= MOST_STEPS) return { code: null, to: null, via: [...via, next], redirect }
    found = await at(next)
    if (!found) return { code, to, via, redirect }
    via.push(next)
    here = next
  }
}

/** Where a new redirect would lead in a circle with those that are there: the addresses of that, in order; `null` where it does not. */
export async function loopWith(
  next: Redirect,
  at: (path: string) => Redirect | undefined | Promise<Redirect | undefined>,
): Promise<string[] | null> {
  // For a pattern, an address that it is for.
  const path = next.from.replace('*', 'x')
  const followed = await followRedirects(path, async (where) => redirectFor([next, (await at(where)) ?? next], where))
  return followed?.code === null ? followed.via : null
}
