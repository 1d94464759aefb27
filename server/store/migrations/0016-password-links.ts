import type { Tx } from '../database'

/** Links with which people choose a password: made as a mail goes out, never kept in it. */
const STATEMENTS = [
  'CREATE TABLE password_link (token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, made_by TEXT REFERENCES person, made_at TEXT NOT NULL, expires_at TEXT NOT NULL, used_at TEXT) WITHOUT ROWID',
  'INSERT INTO password_link SELECT token_hash, person_id, made_by, made_at, expires_at, used_at FROM invitation',
  'DROP TABLE invitation',
  'CREATE INDEX password_link_person ON password_link (person_id)',
  'ALTER TABLE mail ADD COLUMN link_hours INTEGER',
  'ALTER TABLE mail ADD COLUMN link_by TEXT REFERENCES person',
  // Mails that wait with a link in them go out without it, and those that went keep none.
  "UPDATE mail SET text = substr(text, 1, instr(text, '/office/join?with=') + 17) || '…' WHERE instr(text, '/office/join?with=') > 0",
]

export const passwordLinks = {
  name: '0016-password-links',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
