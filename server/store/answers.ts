import type { Reader, Tx } from './database'

/** What a command answered, by the key that its caller gave it; `body` is `null` where it holds a secret or is not known. */
export interface KeptAnswer {
  /** Says which request it was, so that no other is answered with it. */
  request: string
  /** Begun and not answered, or done. */
  state: 'begun' | 'done'
  body: string | null
}

export async function keptAnswer(db: Reader, person: string, key: string): Promise<KeptAnswer | undefined> {
  const row = await db.one<{ request: string; status: number; body: string }>(
    'SELECT request, status, body FROM answer WHERE person_id = $person AND key = $key',
    { person, key },
  )
  return row && { request: row.request, state: row.status === 102 ? 'begun' : 'done', body: row.body || null }
}

/** Keeps an answer, or that there is none yet; one kept under this key before gives way. */
export const keepAnswer = (tx: Tx, person: string, key: string, at: string, { request, state, body }: KeptAnswer): Promise<void> =>
  tx.insert('answer', [{ person_id: person, key, request, status: state === 'begun' ? 102 : 200, body: body ?? '', at }], 'REPLACE')

export const dropAnswer = (tx: Tx, person: string, key: string): Promise<void> =>
  tx.run('DELETE FROM answer WHERE person_id = $person AND key = $key', { person, key })
