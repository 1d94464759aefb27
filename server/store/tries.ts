import type { Reader, Tx } from './database'

/** How often something secret was tried of late, and when last. */
export interface TriesRow {
  key: string
  failures: number
  last_at: string
}

export const triesOf = (db: Reader, keys: readonly string[]) =>
  db.all<TriesRow>('SELECT key, failures, last_at FROM throttle WHERE key IN (SELECT value FROM json_each($keys))', {
    keys: JSON.stringify(keys),
  })

/** Counts a try for each of these. */
export const countTry = (tx: Tx, keys: readonly string[], at: string): Promise<void> =>
  tx.run(
    `INSERT INTO throttle (key, failures, last_at) SELECT value, 1, $at FROM json_each($keys) WHERE true
     ON CONFLICT (key) DO UPDATE SET failures = failures + 1, last_at = $at`,
    { keys: JSON.stringify(keys), at },
  )

/** Takes a counted try back, which was a good one; others that were counted stay. */
export const uncountTry = (tx: Tx, keys: readonly string[]): Promise<void> =>
  tx.run('UPDATE throttle SET failures = max(0, failures - 1) WHERE key IN (SELECT value FROM json_each($keys))', {
    keys: JSON.stringify(keys),
  })

export const forgetTries = (tx: Tx, keys: readonly string[]): Promise<void> =>
  tx.run('DELETE FROM throttle WHERE key IN (SELECT value FROM json_each($keys))', { keys: JSON.stringify(keys) })

/** Forgets what was tried before an instant. */
export const forgetTriesBefore = (tx: Tx, before: string): Promise<void> =>
  tx.run('DELETE FROM throttle WHERE last_at < $before', { before })

/** Whether a person has signed in with this browser before, by the hash of what it keeps. */
export const isKnownBrowser = async (db: Reader, hash: string, person: string): Promise<boolean> =>
  Boolean(await db.one('SELECT 1 FROM known_browser WHERE hash = $hash AND person_id = $person', { hash, person }))

/** Notes that a person signed in with a browser; of each person the newest `most` are kept. */
export async function noteBrowser(tx: Tx, hash: string, person: string, at: string, most: number): Promise<void> {
  await tx.insert('known_browser', [{ hash, person_id: person, seen_at: at }], 'REPLACE')
  await tx.run(
    'DELETE FROM known_browser WHERE person_id = $person AND hash NOT IN (SELECT hash FROM known_browser WHERE person_id = $person ORDER BY seen_at DESC, hash LIMIT $most)',
    { person, most },
  )
}
