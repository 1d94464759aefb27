import type { Reader, Tx } from './database'
import type { NewRow } from './models'

export const setPortrait = (tx: Tx, row: NewRow<'person_picture'>) => tx.insert('person_picture', [row], 'REPLACE')

export const dropPortrait = (tx: Tx, person: string) => tx.remove('person_picture', { person_id: person })

export const portraitHash = async (db: Reader, person: string): Promise<string | undefined> =>
  // Without its bytes, which a plain read would bring.
  (await db.one<{ hash: string }>('SELECT hash FROM person_picture WHERE person_id = $person', { person }))?.hash

export const portraitBytes = async (db: Reader, person: string): Promise<Buffer | undefined> =>
  (await db.findOne('person_picture', { person_id: person }))?.bytes
