import type { Tx } from '../database'

/** Changes of rights that wait for a second steward, and which of them do, as a setting of the team. */
const STATEMENTS = [
  "ALTER TABLE site ADD COLUMN second_yes TEXT NOT NULL DEFAULT 'raising'",
  `CREATE TABLE rights_request (
    id TEXT PRIMARY KEY,
    change TEXT NOT NULL,
    asked_by TEXT NOT NULL REFERENCES person (id),
    asked_at TEXT NOT NULL,
    ends_at TEXT NOT NULL,
    verdict TEXT CHECK (verdict IN ('agreed', 'declined', 'taken-back'))
  ) STRICT`,
  'CREATE INDEX rights_request_waiting ON rights_request (ends_at) WHERE verdict IS NULL',
]

export const secondYes = {
  name: '0018-second-yes',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
