import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

/** The session of a token, by its hash. */
export const sessionByHash = (db: Reader, hash: string) =>
  // Asked at each request.
  db.one<Row<'session'>>('SELECT * FROM session WHERE token_hash = $hash', { hash })

/** The sessions of a person that are not over by their end, the last seen first. */
export const sessionsOf = (db: Reader, person: string, now: string) =>
  db.all<Row<'session'>>('SELECT * FROM session WHERE person_id = $person AND expires_at > $now ORDER BY seen_at DESC LIMIT 100', {
    person,
    now,
  })

export const addSession = (tx: Tx, row: NewRow<'session'>) => tx.add('session', row)

export const changeSession = (tx: Tx, hash: string, set: Changes<'session'>) => tx.change('session', { token_hash: hash }, set)

export const endSession = (tx: Tx, hash: string) => tx.remove('session', { token_hash: hash })

/** Ends all sessions of a person but the one with a hash. */
export const endSessionsOf = (tx: Tx, person: string, but = '') =>
  tx.run('DELETE FROM session WHERE person_id = $person AND token_hash <> $but', { person, but })

/** Ends the sessions whose end has come. */
export const endSessionsBefore = (tx: Tx, at: string) => tx.run('DELETE FROM session WHERE expires_at < $at', { at })
