import type { Reader, Tx } from './database'

/** A setting of a person's own, as JSON. */
export const preferenceOf = async (db: Reader, person: string, name: string): Promise<string | undefined> =>
  (await db.findOne('preference', { person_id: person, name }))?.value

export const keepPreference = (tx: Tx, person: string, name: string, value: string) =>
  tx.insert('preference', [{ person_id: person, name, value }], 'REPLACE')
