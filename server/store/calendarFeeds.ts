import type { Reader, Tx } from './database'
import type { NewRow } from './models'

export const addFeed = (tx: Tx, row: NewRow<'calendar_feed'>) => tx.add('calendar_feed', row)

/** Ends the addresses of a person's calendar of a site. */
export const endFeedsOf = (tx: Tx, site: string, person: string, at: string) =>
  tx.change('calendar_feed', { person_id: person, site_id: site, revoked_at: null }, { revoked_at: at })

export const openFeed = (db: Reader, site: string, person: string) =>
  db.findOne('calendar_feed', { person_id: person, site_id: site, revoked_at: null })

export const feedByHash = (db: Reader, site: string, hash: string) =>
  db.findOne('calendar_feed', { token_hash: hash, site_id: site, revoked_at: null })
