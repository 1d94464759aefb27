import type { Tx } from '../database'

/** A table made anew: its columns, with which values each row gets that is there, and its indexes. */
const anew = (table: string, ddl: string, from: string, ...after: string[]): string[] => [
  `CREATE TABLE ${table}_new ${ddl}`,
  `INSERT INTO ${table}_new ${from}`,
  `DROP TABLE ${table}`,
  `ALTER TABLE ${table}_new RENAME TO ${table}`,
  ...after,
]

/** The site of all rows: a file had one until now, or none yet. */
const SITE = '(SELECT id FROM site)'
const SITE_ID = 'site_id TEXT NOT NULL REFERENCES site'

/** What accounts do, whichever site they work on. */
const OF_ACCOUNTS =
  "action GLOB 'session.*' OR action IN ('person.link-made', 'person.joined', 'person.picture-changed', 'person.identity-taken', 'person.second-factor-on', 'person.second-factor-off', 'person.recovery-code-used', 'person.profile-changed', 'person.password-changed')"

const ANEW = [
  'section',
  'person_group',
  'route',
  'route_rule',
  'delegation',
  'rights_request',
  'share_link',
  'calendar_feed',
  'kept_block',
  'notification',
]

/** Several sites in one file: each row that belongs to one names it, each site its host, and who works on it. */
const STATEMENTS = [
  'ALTER TABLE site ADD COLUMN host TEXT',
  "CREATE UNIQUE INDEX site_host ON site (coalesce(host, ''))",
  `CREATE TABLE site_person (${SITE_ID}, person_id TEXT NOT NULL REFERENCES person, PRIMARY KEY (site_id, person_id)) WITHOUT ROWID`,
  'INSERT INTO site_person SELECT s.id, p.id FROM site s, person p',
  ...anew(
    'section',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, name TEXT NOT NULL, segment TEXT NOT NULL, parent_id TEXT REFERENCES section, position INTEGER NOT NULL, UNIQUE (site_id, segment))`,
    'SELECT id, site_id, name, segment, parent_id, position FROM section',
    'CREATE TRIGGER section_has_code AFTER INSERT ON section BEGIN INSERT OR IGNORE INTO code (id) VALUES (NEW.id); END',
  ),
  ...anew(
    'person_group',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, name TEXT NOT NULL COLLATE NOCASE, UNIQUE (site_id, name))`,
    'SELECT id, site_id, name FROM person_group',
  ),
  ...anew(
    'route',
    `(id TEXT NOT NULL, version INTEGER NOT NULL, ${SITE_ID}, name TEXT NOT NULL, steps TEXT NOT NULL, fast TEXT, gated TEXT NOT NULL DEFAULT '[]', PRIMARY KEY (id, version))`,
    `SELECT id, version, ${SITE}, name, steps, fast, gated FROM route`,
  ),
  ...anew(
    'route_rule',
    `(${SITE_ID}, position INTEGER NOT NULL, kind TEXT, section_id TEXT REFERENCES section, route_id TEXT NOT NULL, PRIMARY KEY (site_id, position))`,
    'SELECT site_id, position, kind, section_id, route_id FROM route_rule',
  ),
  ...anew(
    'delegation',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, absent_id TEXT NOT NULL REFERENCES person, deputy_id TEXT NOT NULL REFERENCES person, gates TEXT, from_at TEXT NOT NULL, to_at TEXT NOT NULL, made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, ended_at TEXT)`,
    `SELECT id, ${SITE}, absent_id, deputy_id, gates, from_at, to_at, made_by, made_at, ended_at FROM delegation`,
    'CREATE INDEX delegation_open ON delegation (to_at) WHERE ended_at IS NULL',
  ),
  ...anew(
    'rights_request',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, change TEXT NOT NULL, asked_by TEXT NOT NULL REFERENCES person, asked_at TEXT NOT NULL, ends_at TEXT NOT NULL, verdict TEXT CHECK (verdict IN ('agreed', 'declined', 'taken-back')))`,
    `SELECT id, ${SITE}, change, asked_by, asked_at, ends_at, verdict FROM rights_request`,
    'CREATE INDEX rights_request_waiting ON rights_request (ends_at) WHERE verdict IS NULL',
  ),
  ...anew(
    'share_link',
    `(token_hash TEXT PRIMARY KEY, ${SITE_ID}, id TEXT NOT NULL UNIQUE, shows TEXT NOT NULL, target TEXT, at TEXT, made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, ends_at TEXT NOT NULL, revoked_at TEXT, opened INTEGER NOT NULL DEFAULT 0) WITHOUT ROWID`,
    `SELECT token_hash, ${SITE}, id, shows, target, at, made_by, made_at, ends_at, revoked_at, opened FROM share_link`,
    'CREATE INDEX share_open ON share_link (ends_at) WHERE revoked_at IS NULL',
  ),
  ...anew(
    'calendar_feed',
    `(token_hash TEXT PRIMARY KEY, ${SITE_ID}, person_id TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, revoked_at TEXT) WITHOUT ROWID`,
    `SELECT token_hash, ${SITE}, person_id, made_at, revoked_at FROM calendar_feed`,
    'CREATE INDEX feed_person ON calendar_feed (person_id)',
  ),
  ...anew(
    'kept_block',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, person_id TEXT NOT NULL REFERENCES person, block TEXT NOT NULL, at TEXT NOT NULL, draft_id TEXT)`,
    `SELECT id, ${SITE}, person_id, block, at, draft_id FROM kept_block`,
    'CREATE INDEX kept_person ON kept_block (person_id, at)',
  ),
  ...anew(
    'notification',
    `(id TEXT PRIMARY KEY, ${SITE_ID}, person_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL, kind TEXT NOT NULL, item_id TEXT REFERENCES item, draft_id TEXT, gate TEXT, by_id TEXT REFERENCES person, note TEXT NOT NULL, seen_at TEXT, mailed_at TEXT)`,
    `SELECT id, ${SITE}, person_id, at, kind, item_id, draft_id, gate, by_id, note, seen_at, mailed_at FROM notification`,
    'CREATE INDEX notification_person ON notification (person_id, at)',
    'CREATE INDEX notification_unmailed ON notification (person_id, at) WHERE mailed_at IS NULL',
  ),
  'ALTER TABLE mail ADD COLUMN site_id TEXT REFERENCES site',
  `UPDATE mail SET site_id = ${SITE}`,
  // Rows written until now are hashed without their site; the journal's check knows both.
  'ALTER TABLE journal ADD COLUMN site_id TEXT REFERENCES site',
  'DROP TRIGGER journal_fixed_update',
  `UPDATE journal SET site_id = ${SITE} WHERE NOT (${OF_ACCOUNTS})`,
  "CREATE TRIGGER journal_fixed_update BEFORE UPDATE ON journal BEGIN SELECT RAISE (ABORT, 'the journal is append-only'); END",
  'DROP INDEX event_due',
  "CREATE INDEX event_due ON planned_event (site_id, due_at, edition_id IS NULL, edition_id, id) WHERE state IN ('planned', 'open')",
]

export const sites = {
  name: '0019-sites',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    // Of the tables made anew alone: what was broken elsewhere before is no reason to refuse the file.
    for (const table of ANEW) {
      const broken = await tx.all(`SELECT * FROM pragma_foreign_key_check('${table}')`)
      if (broken.length) throw new Error(`Rows of ${table} that refer to nothing: ${JSON.stringify(broken.slice(0, 5))}`)
    }
  },
}
