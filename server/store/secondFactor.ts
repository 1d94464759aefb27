import type { Reader, Tx } from './database'
import type { NewRow } from './models'

/** How many recovery codes a person has left. */
export const unusedCodes = (db: Reader, person: string) => db.count('recovery_code', { person_id: person, used_at: null })

/** Whether a recovery code, by its hash, is a person's and was not used. */
export const isUnusedCode = async (db: Reader, hash: string, person: string): Promise<boolean> =>
  (await db.count('recovery_code', { hash, person_id: person, used_at: null })) > 0

export const addRecoveryCodes = (tx: Tx, rows: NewRow<'recovery_code'>[]) => tx.add('recovery_code', ...rows)

export const useRecoveryCode = (tx: Tx, hash: string, at: string) => tx.change('recovery_code', { hash }, { used_at: at })

export const dropRecoveryCodes = (tx: Tx, person: string) => tx.remove('recovery_code', { person_id: person })
