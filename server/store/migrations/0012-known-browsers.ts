import type { Tx } from '../database'

/** The browsers that people have signed in with: guesses from elsewhere do not make those wait. */
const STATEMENTS = [
  'CREATE TABLE known_browser (hash TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, seen_at TEXT NOT NULL, PRIMARY KEY (hash, person_id)) WITHOUT ROWID',
  'CREATE INDEX known_browser_person ON known_browser (person_id, seen_at)',
  'CREATE INDEX throttle_last ON throttle (last_at)',
]

export const knownBrowsers = {
  name: '0012-known-browsers',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
