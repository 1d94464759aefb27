import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export const addMails = (tx: Tx, rows: NewRow<'mail'>[]) => tx.insert('mail', rows)

/** The mail that is due longest. */
export const nextMail = (db: Reader, now: string) =>
  db.one<Row<'mail'>>('SELECT * FROM mail WHERE next_at <= $now ORDER BY next_at LIMIT 1', { now })

export const changeMail = (tx: Tx, id: string, set: Changes<'mail'>) => tx.change('mail', { id }, set)
