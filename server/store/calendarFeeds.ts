import type { Reader, Tx } from './database'

export const addFeed = (tx: Tx, hash: string, person: string, at: string) =>
  tx.add('calendar_feed', { token_hash: hash, person_id: person, made_at: at })

export const endFeedsOf = (tx: Tx, person: string, at: string) =>
  tx.change('calendar_feed', { person_id: person, revoked_at: null }, { revoked_at: at })

export const openFeed = (db: Reader, person: string) => db.findOne('calendar_feed', { person_id: person, revoked_at: null })

export const feedByHash = (db: Reader, hash: string) => db.findOne('calendar_feed', { token_hash: hash, revoked_at: null })
