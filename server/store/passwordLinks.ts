import type { Reader, Tx } from './database'
import type { NewRow } from './models'

/** Whose link this is, by the hash of its token, while it is good. */
export const linkHolder = async (db: Reader, hash: string, now: string): Promise<string | null> => {
  const link = await db.findOne('password_link', { token_hash: hash, used_at: null })
  return link && link.expires_at > now ? link.person_id : null
}

export const addPasswordLink = (tx: Tx, row: NewRow<'password_link'>) => tx.add('password_link', row)

export const usePasswordLink = (tx: Tx, hash: string, at: string) => tx.change('password_link', { token_hash: hash }, { used_at: at })

/** Lets the links of a person go that were not used. */
export const dropUnusedLinks = (tx: Tx, person: string) => tx.remove('password_link', { person_id: person, used_at: null })
