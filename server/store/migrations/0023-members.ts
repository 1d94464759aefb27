import type { Tx } from '../database'

/** Readers with accounts, the groups that they are in, passwords of pages, and who may read what is live. */
const STATEMENTS = [
  `CREATE TABLE member (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, email TEXT NOT NULL, name TEXT NOT NULL, password_hash TEXT NOT NULL DEFAULT '',
    state TEXT NOT NULL, made_at TEXT NOT NULL, joined_at TEXT, UNIQUE (site_id, email))`,
  'CREATE TABLE member_group (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, UNIQUE (site_id, name))',
  `CREATE TABLE member_in_group (member_id TEXT NOT NULL REFERENCES member, group_id TEXT NOT NULL REFERENCES member_group, until_day TEXT,
    PRIMARY KEY (member_id, group_id)) WITHOUT ROWID`,
  'CREATE INDEX member_in_group_group ON member_in_group (group_id)',
  `CREATE TABLE member_session (token_hash TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, member_id TEXT REFERENCES member,
    made_at TEXT NOT NULL, seen_at TEXT NOT NULL, expires_at TEXT NOT NULL) WITHOUT ROWID`,
  'CREATE INDEX member_session_member ON member_session (member_id)',
  'CREATE INDEX member_session_end ON member_session (expires_at)',
  'CREATE TABLE page_password (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, hash TEXT NOT NULL, changed_at TEXT NOT NULL, UNIQUE (site_id, name))',
  `CREATE TABLE member_unlock (token_hash TEXT NOT NULL REFERENCES member_session ON DELETE CASCADE, password_id TEXT NOT NULL REFERENCES page_password,
    at TEXT NOT NULL, PRIMARY KEY (token_hash, password_id)) WITHOUT ROWID`,
  'CREATE INDEX member_unlock_password ON member_unlock (password_id)',
  `CREATE TABLE member_link (token_hash TEXT PRIMARY KEY, member_id TEXT NOT NULL REFERENCES member, made_at TEXT NOT NULL, expires_at TEXT NOT NULL,
    used_at TEXT) WITHOUT ROWID`,
  'CREATE INDEX member_link_member ON member_link (member_id)',
  'ALTER TABLE mail ADD COLUMN member_id TEXT REFERENCES member',
  'CREATE INDEX mail_member ON mail (member_id) WHERE member_id IS NOT NULL',
  // Who may read an item by what it says itself, and by what the pages above it say.
  'ALTER TABLE live_entry ADD COLUMN own_access TEXT',
  'ALTER TABLE live_entry ADD COLUMN access TEXT',
  'CREATE INDEX entry_own_access ON live_entry (site_id) WHERE own_access IS NOT NULL',
  'CREATE INDEX entry_access ON live_entry (site_id, access) WHERE access IS NOT NULL',
  // Whoever may change sections may look after the readers too.
  `UPDATE role SET verbs = json_insert(verbs, '$[#]', 'members.change') WHERE verbs LIKE '%"section.change"%'`,
]

export const members = {
  name: '0023-members',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
