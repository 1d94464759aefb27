import type { Reader, Tx } from './database'
import type { AddressPage } from './redirects'

interface Standing {
  path: string
  item: string
  title: string
}

/** The addresses of live items. */
export const liveAddresses = (db: Reader, { site, words, after, limit }: AddressPage) =>
  db.all<Standing>(
    `SELECT path, item_id AS item, title FROM live_entry WHERE site_id = $site AND path > $after AND ($words = '' OR instr(path, $words) OR instr(lower(title), $words))
     ORDER BY path LIMIT $limit`,
    { site, words, after, limit },
  )

const KNOWN = '(e.path IS NOT NULL OR $readable IS NULL OR i.section_id IN (SELECT value FROM json_each($readable)))'

/**
 * The addresses that items have left and nothing has now, each with the last item there and where that is now, if anywhere. Titles of what is
 * not on the site any more are known in `readable` sections alone (`null`: in all).
 */
export const leftAddresses = (db: Reader, { site, words, after, limit }: AddressPage, readable: readonly string[] | null) =>
  db.all<Omit<Standing, 'title'> & { title: string | null; now: string | null; until: string }>(
    `SELECT a.path, a.item_id AS item, CASE WHEN ${KNOWN} THEN i.title END AS title, e.path AS now, max(a.to_at) AS until FROM address_interval a JOIN item i ON i.id = a.item_id LEFT JOIN live_entry e ON e.item_id = a.item_id
     WHERE a.site_id = $site AND a.path > $after AND ($words = '' OR instr(a.path, $words) OR (${KNOWN} AND instr(lower(i.title), $words)))
       AND NOT EXISTS (SELECT 1 FROM address_interval n WHERE n.site_id = a.site_id AND n.path = a.path AND n.to_at IS NULL)
     GROUP BY a.path ORDER BY a.path LIMIT $limit`,
    { site, words, after, limit, readable: readable && JSON.stringify(readable) },
  )

/** How often an address was asked for on a day, and when last. */
export interface Use {
  address: string
  day: string
  hits: number
  last: string
}

/** Adds to what is counted. */
export const addUses = (tx: Tx, site: string, uses: readonly Use[]) =>
  tx.run(
    `INSERT INTO address_use (site_id, address, day, hits, last_at) SELECT $site, value ->> 'address', value ->> 'day', value ->> 'hits', value ->> 'last' FROM json_each($uses) WHERE true
     ON CONFLICT DO UPDATE SET hits = hits + excluded.hits, last_at = max(last_at, excluded.last_at)`,
    { site, uses: JSON.stringify(uses) },
  )

/** The uses of some addresses from a day on, the days in their order. */
export const usesOf = (db: Reader, site: string, addresses: readonly string[], from: string) =>
  db.all<Use>(
    'SELECT address, day, hits, last_at AS last FROM address_use WHERE site_id = $site AND address IN (SELECT value FROM json_each($addresses)) AND day >= $from ORDER BY address, day LIMIT 100000',
    { site, addresses: JSON.stringify(addresses), from },
  )
