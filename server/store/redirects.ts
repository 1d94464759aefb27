import { redirectFor, type Redirect } from '../../core/address/redirects'
import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type RedirectRow = Row<'redirect'>

/** So many redirects of a site have a `*`: an address without one of its own is held against them all. */
export const MOST_STARS = 200

/** A row as the core knows it. */
export const redirectOf = ({ from_path: from, code, target }: Pick<RedirectRow, 'from_path' | 'code' | 'target'>): Redirect =>
  code === 410 || target === null ? { from, code: 410, to: null } : { from, code, to: target }

/** A redirect holds until its last day is over. */
const HOLDS = '(until_day IS NULL OR until_day >= $today)'

/** The redirect by hand that a path of a site has on a day. */
export async function redirectAt(db: Reader, site: string, path: string, today: string): Promise<Redirect | undefined> {
  const exact = await db.one<RedirectRow>(`SELECT * FROM redirect WHERE site_id = $site AND from_path = $path AND star = 0 AND ${HOLDS}`, {
    site,
    path,
    today,
  })
  if (exact) return redirectOf(exact)
  const stars = await db.all<RedirectRow>(`SELECT * FROM redirect WHERE site_id = $site AND star = 1 AND ${HOLDS} LIMIT $most`, {
    site,
    most: MOST_STARS,
    today,
  })
  return redirectFor(stars.map(redirectOf), path)
}

/** All redirects by hand of a site. */
export const allRedirects = (db: Reader, site: string, most: number) =>
  db.all<RedirectRow>('SELECT * FROM redirect WHERE site_id = $site ORDER BY from_path LIMIT $most', { site, most })

/** How many redirects a site has, and how many of them with a `*`. */
export const countRedirects = async (db: Reader, site: string): Promise<{ all: number; stars: number }> =>
  (await db.one<{ all: number; stars: number }>(
    'SELECT count(*) AS "all", coalesce(sum(star), 0) AS stars FROM redirect WHERE site_id = $site',
    { site },
  ))!

/** What of a list of addresses is asked for: those with some letters, by their own letters, from after one on. */
export interface AddressPage {
  site: string
  words: string
  after: string
  limit: number
}

/** The redirects of a site whose address, target or note has some letters, by their addresses, from after one on. */
export const listRedirects = (db: Reader, { site, words, after, limit }: AddressPage) =>
  db.all<RedirectRow & { by: string }>(
    `SELECT r.*, p.name AS by FROM redirect r JOIN person p ON p.id = r.made_by
     WHERE r.site_id = $site AND r.from_path > $after
       AND ($words = '' OR instr(r.from_path, $words) OR instr(lower(coalesce(r.target, '')), $words) OR instr(lower(r.note), $words))
     ORDER BY r.from_path LIMIT $limit`,
    { site, words, after, limit },
  )

export const redirectById = (db: Reader, site: string, id: string) => db.findOne('redirect', { id, site_id: site })
export const redirectFrom = (db: Reader, site: string, from: string) => db.findOne('redirect', { from_path: from, site_id: site })
/** The redirects by hand at some addresses, by these themselves. */
export const redirectsFrom = (db: Reader, site: string, paths: readonly string[]) =>
  db.all<RedirectRow>(
    'SELECT * FROM redirect WHERE site_id = $site AND from_path IN (SELECT value FROM json_each($paths)) ORDER BY from_path LIMIT 1000',
    { site, paths: JSON.stringify(paths) },
  )
export const addRedirects = (tx: Tx, rows: NewRow<'redirect'>[]) => tx.insert('redirect', rows)
export const setRedirect = (tx: Tx, id: string, set: Changes<'redirect'>) => tx.change('redirect', { id }, set)
export const removeRedirect = (tx: Tx, id: string) => tx.run('DELETE FROM redirect WHERE id = $id', { id })
