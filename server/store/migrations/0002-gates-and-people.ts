import type { Tx } from '../database'

/** Deadlines, deputies, fast lanes, notifications, mail, invitations, and what people say of themselves. */
const STATEMENTS = [
  'ALTER TABLE person ADD COLUMN zone TEXT',
  "ALTER TABLE person ADD COLUMN density TEXT NOT NULL DEFAULT 'normal'",
  "ALTER TABLE person ADD COLUMN mail TEXT NOT NULL DEFAULT 'each'",
  'ALTER TABLE person ADD COLUMN digest_on TEXT',
  'ALTER TABLE person ADD COLUMN self_id TEXT REFERENCES person',
  'ALTER TABLE person ADD COLUMN identity TEXT',
  'CREATE UNIQUE INDEX person_identity ON person (identity) WHERE identity IS NOT NULL',
  'CREATE TABLE person_picture (person_id TEXT PRIMARY KEY REFERENCES person, bytes BLOB NOT NULL, hash TEXT NOT NULL)',
  'CREATE TABLE invitation (token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, expires_at TEXT NOT NULL, used_at TEXT) WITHOUT ROWID',
  'CREATE INDEX invitation_person ON invitation (person_id)',
  'ALTER TABLE separation ADD COLUMN dynamic INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE session ADD COLUMN roles TEXT',
  'CREATE TABLE delegation (id TEXT PRIMARY KEY, absent_id TEXT NOT NULL REFERENCES person, deputy_id TEXT NOT NULL REFERENCES person, gates TEXT, from_at TEXT NOT NULL, to_at TEXT NOT NULL, made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, ended_at TEXT)',
  'CREATE INDEX delegation_open ON delegation (to_at) WHERE ended_at IS NULL',
  'CREATE TABLE work_calendar (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, week TEXT NOT NULL, holidays TEXT NOT NULL)',
  `INSERT INTO work_calendar SELECT 'office-hours', id, 'Office hours', '[[{"from":"08:00","to":"16:00"}],[{"from":"08:00","to":"16:00"}],[{"from":"08:00","to":"16:00"}],[{"from":"08:00","to":"16:00"}],[{"from":"08:00","to":"16:00"}],[],[]]', '[]' FROM site`,
  'ALTER TABLE route ADD COLUMN fast TEXT',
  "ALTER TABLE route ADD COLUMN gated TEXT NOT NULL DEFAULT '[]'",
  'ALTER TABLE draft ADD COLUMN to_section TEXT REFERENCES section',
  'ALTER TABLE draft ADD COLUMN to_route_id TEXT',
  'ALTER TABLE draft ADD COLUMN to_route_version INTEGER',
  'ALTER TABLE clearance ADD COLUMN for_id TEXT REFERENCES person',
  'ALTER TABLE clearance ADD COLUMN groups TEXT',
  'CREATE TABLE gate_wait (draft_id TEXT NOT NULL REFERENCES draft, gate TEXT NOT NULL, since TEXT NOT NULL, remind_at TEXT, due_at TEXT, reminded_at TEXT, late_at TEXT, handed_to TEXT REFERENCES person, handed_by TEXT REFERENCES person, PRIMARY KEY (draft_id, gate)) WITHOUT ROWID',
  'CREATE INDEX wait_remind ON gate_wait (remind_at) WHERE remind_at IS NOT NULL AND reminded_at IS NULL',
  'CREATE INDEX wait_due ON gate_wait (due_at) WHERE due_at IS NOT NULL AND late_at IS NULL',
  'ALTER TABLE exception_review ADD COLUMN gates TEXT',
  'ALTER TABLE exception_review ADD COLUMN route TEXT',
  'ALTER TABLE exception_review ADD COLUMN due_at TEXT',
  'ALTER TABLE exception_review ADD COLUMN late_at TEXT',
  'CREATE INDEX exception_due ON exception_review (due_at) WHERE due_at IS NOT NULL AND late_at IS NULL AND looked_at IS NULL',
  'CREATE TABLE after_clearance (review_id TEXT NOT NULL REFERENCES exception_review, gate TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, for_id TEXT REFERENCES person, groups TEXT, at TEXT NOT NULL, note TEXT NOT NULL, PRIMARY KEY (review_id, gate, person_id)) WITHOUT ROWID',
  'CREATE TABLE notification (id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL, kind TEXT NOT NULL, item_id TEXT REFERENCES item, draft_id TEXT, gate TEXT, by_id TEXT REFERENCES person, note TEXT NOT NULL, seen_at TEXT, mailed_at TEXT)',
  'CREATE INDEX notification_person ON notification (person_id, at)',
  'CREATE INDEX notification_unmailed ON notification (person_id, at) WHERE mailed_at IS NULL',
  'CREATE TABLE mail (id TEXT PRIMARY KEY, person_id TEXT REFERENCES person, address TEXT NOT NULL, subject TEXT NOT NULL, text TEXT NOT NULL, made_at TEXT NOT NULL, next_at TEXT, sent_at TEXT, tries INTEGER NOT NULL DEFAULT 0, error TEXT)',
  'CREATE INDEX mail_next ON mail (next_at) WHERE next_at IS NOT NULL',
  'CREATE TABLE heard (name TEXT PRIMARY KEY, seq INTEGER NOT NULL)',
  // What happened before there were notifications is not told of now.
  // Who may put live without clearance may do the milder thing as well.
  "UPDATE role SET verbs = json_insert(verbs, '$[#]', 'item.put-live-fast') WHERE EXISTS (SELECT 1 FROM json_each(role.verbs) WHERE value = 'item.put-live-uncleared')",
  "INSERT INTO heard SELECT 'notifications', coalesce(max(seq), 0) FROM journal",
]

export const gatesAndPeople = {
  name: '0002-gates-and-people',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
