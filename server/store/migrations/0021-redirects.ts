import type { Tx } from '../database'

/** What people redirect by hand, and how often readers come that way. */
const STATEMENTS = [
  `CREATE TABLE redirect (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, from_path TEXT NOT NULL, code INTEGER NOT NULL, target TEXT,
    star INTEGER NOT NULL, note TEXT NOT NULL DEFAULT '', made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL,
    until_day TEXT, UNIQUE (site_id, from_path), CHECK ((code = 410) = (target IS NULL)))`,
  'CREATE INDEX redirect_star ON redirect (site_id) WHERE star = 1',
  // How often readers asked for an address that leads elsewhere or is gone, by day.
  `CREATE TABLE address_use (site_id TEXT NOT NULL REFERENCES site, address TEXT NOT NULL, day TEXT NOT NULL, hits INTEGER NOT NULL, last_at TEXT NOT NULL,
    PRIMARY KEY (site_id, address, day)) WITHOUT ROWID`,
]

export const redirects = {
  name: '0021-redirects',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
