import type { Tx } from '../database'

/**
 * A new version is at once its draft's head and its item's newest: triggers keep that, so a save costs no further statement.
 * Instants are ISO 8601 UTC texts, ids UUIDv7 texts, hashes of stored objects 32-byte blobs.
 */
const TABLES = `
CREATE TABLE site (id TEXT PRIMARY KEY, zone TEXT NOT NULL, language TEXT NOT NULL, settings_item TEXT NOT NULL, created_at TEXT NOT NULL);

CREATE TABLE section (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, segment TEXT NOT NULL UNIQUE, parent_id TEXT REFERENCES section, position INTEGER NOT NULL);

CREATE TABLE person (id TEXT PRIMARY KEY, email TEXT NOT NULL UNIQUE COLLATE NOCASE, name TEXT NOT NULL, password_hash TEXT NOT NULL, colour_scheme TEXT NOT NULL DEFAULT 'auto', active INTEGER NOT NULL DEFAULT 1, created_at TEXT NOT NULL, seen_until TEXT, totp_secret TEXT, totp_pending TEXT, totp_step INTEGER NOT NULL DEFAULT 0);
CREATE TABLE recovery_code (hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, used_at TEXT) WITHOUT ROWID;
CREATE INDEX recovery_person ON recovery_code (person_id);
CREATE TABLE role (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, verbs TEXT NOT NULL, includes TEXT NOT NULL DEFAULT '[]');
CREATE TABLE person_group (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL COLLATE NOCASE UNIQUE);
CREATE TABLE group_member (group_id TEXT NOT NULL REFERENCES person_group ON DELETE CASCADE, person_id TEXT NOT NULL REFERENCES person, PRIMARY KEY (group_id, person_id)) WITHOUT ROWID;
CREATE TABLE role_grant (id TEXT PRIMARY KEY, person_id TEXT REFERENCES person, group_id TEXT REFERENCES person_group ON DELETE CASCADE, role_id TEXT NOT NULL REFERENCES role, section_id TEXT REFERENCES section, CHECK ((person_id IS NULL) <> (group_id IS NULL)));
CREATE TABLE separation (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, roles TEXT NOT NULL, most INTEGER NOT NULL);
CREATE TABLE session (token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, created_at TEXT NOT NULL, seen_at TEXT NOT NULL, expires_at TEXT NOT NULL, agent TEXT NOT NULL, sees_as TEXT REFERENCES person);
CREATE INDEX session_person ON session (person_id);
CREATE TABLE throttle (key TEXT PRIMARY KEY, failures INTEGER NOT NULL, last_at TEXT NOT NULL);

CREATE TABLE route (id TEXT NOT NULL, version INTEGER NOT NULL, name TEXT NOT NULL, steps TEXT NOT NULL, PRIMARY KEY (id, version));
CREATE TABLE route_rule (position INTEGER PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, kind TEXT, section_id TEXT REFERENCES section, route_id TEXT NOT NULL);

CREATE TABLE item (
  id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, kind TEXT NOT NULL, section_id TEXT NOT NULL REFERENCES section,
  language TEXT NOT NULL, translation_group TEXT NOT NULL,
  internal_name TEXT NOT NULL DEFAULT '', owner_id TEXT REFERENCES person, review_by TEXT, notes TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL, created_by TEXT NOT NULL REFERENCES person, binned_at TEXT, binned_by TEXT REFERENCES person, ended_at TEXT,
  title TEXT NOT NULL, on_site TEXT NOT NULL DEFAULT 'none', live_version TEXT, draft_id TEXT, draft_state TEXT, next_at TEXT,
  author_id TEXT NOT NULL REFERENCES person, changed_at TEXT NOT NULL, versions INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX item_changed ON item (changed_at DESC, id DESC) WHERE binned_at IS NULL;
CREATE INDEX item_kind ON item (kind, changed_at DESC, id DESC) WHERE binned_at IS NULL;
CREATE INDEX item_section ON item (section_id, changed_at DESC, id DESC) WHERE binned_at IS NULL;
CREATE INDEX item_state ON item (draft_state, changed_at DESC, id DESC) WHERE binned_at IS NULL;
CREATE INDEX item_on_site ON item (on_site, changed_at DESC, id DESC) WHERE binned_at IS NULL;
CREATE INDEX item_binned ON item (binned_at) WHERE binned_at IS NOT NULL;
CREATE INDEX item_author ON item (author_id, changed_at DESC);
CREATE VIRTUAL TABLE item_title USING fts5 (title, content = '', contentless_delete = 1, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');

CREATE TABLE object (id INTEGER PRIMARY KEY, hash BLOB NOT NULL UNIQUE, base INTEGER REFERENCES object, depth INTEGER NOT NULL, packed INTEGER NOT NULL, bytes BLOB NOT NULL);

CREATE TABLE version (
  id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT NOT NULL, number INTEGER NOT NULL,
  parent_id TEXT REFERENCES version, merge_parent_id TEXT REFERENCES version, author_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL,
  cause TEXT NOT NULL, note TEXT NOT NULL, fingerprint BLOB NOT NULL, manifest INTEGER NOT NULL REFERENCES object
) WITHOUT ROWID;
CREATE UNIQUE INDEX version_number ON version (item_id, number);

CREATE TABLE version_name (version_id TEXT PRIMARY KEY REFERENCES version, name TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL) WITHOUT ROWID;

CREATE TABLE draft (
  id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, name TEXT NOT NULL, change TEXT NOT NULL DEFAULT 'content',
  base_version TEXT, head_version TEXT NOT NULL, route_id TEXT NOT NULL, route_version INTEGER NOT NULL,
  review TEXT NOT NULL, sent_by TEXT, sent_at TEXT, sent_note TEXT NOT NULL DEFAULT '', created_at TEXT NOT NULL, created_by TEXT NOT NULL,
  closed_at TEXT, closed_by TEXT REFERENCES person, outcome TEXT, FOREIGN KEY (route_id, route_version) REFERENCES route
);
CREATE INDEX draft_item ON draft (item_id) WHERE closed_at IS NULL;
CREATE INDEX draft_discarded ON draft (closed_at) WHERE outcome = 'discarded';
CREATE INDEX draft_review ON draft (review, sent_at) WHERE closed_at IS NULL;
CREATE TABLE draft_author (draft_id TEXT NOT NULL, person_id TEXT NOT NULL, PRIMARY KEY (draft_id, person_id)) WITHOUT ROWID;

CREATE TABLE clearance (id TEXT PRIMARY KEY, draft_id TEXT NOT NULL REFERENCES draft, version_id TEXT NOT NULL, gate TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL, note TEXT NOT NULL, fingerprint TEXT NOT NULL, projection TEXT NOT NULL);
CREATE INDEX clearance_draft ON clearance (draft_id);
CREATE TABLE note (id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT NOT NULL, version_id TEXT NOT NULL, place TEXT, kind TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, at TEXT NOT NULL, text TEXT NOT NULL, quote TEXT, suggestion TEXT, answers TEXT REFERENCES note, resolved_at TEXT, resolved_by TEXT);
CREATE INDEX note_draft ON note (draft_id);

CREATE TABLE planned_event (
  id TEXT PRIMARY KEY, site_id TEXT NOT NULL, kind TEXT NOT NULL, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT, pinned_version TEXT,
  at TEXT NOT NULL, wall_date TEXT NOT NULL, wall_time TEXT NOT NULL, zone TEXT NOT NULL, owner_id TEXT NOT NULL REFERENCES person,
  state TEXT NOT NULL, done_at TEXT, reasons TEXT, accepted_behind TEXT, created_at TEXT NOT NULL
);
CREATE INDEX event_due ON planned_event (at, id) WHERE state = 'planned';
CREATE INDEX event_item ON planned_event (item_id, state, at);
CREATE INDEX event_held ON planned_event (at) WHERE state = 'held';

CREATE TABLE live_interval (id INTEGER PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, version_id TEXT NOT NULL, from_at TEXT NOT NULL, to_at TEXT, cause TEXT NOT NULL, planned_at TEXT, event_id TEXT UNIQUE, person_id TEXT);
CREATE UNIQUE INDEX live_now ON live_interval (item_id) WHERE to_at IS NULL;
CREATE INDEX live_item ON live_interval (item_id, from_at);
CREATE TABLE address_interval (id INTEGER PRIMARY KEY, site_id TEXT NOT NULL, path TEXT NOT NULL, item_id TEXT NOT NULL REFERENCES item, from_at TEXT NOT NULL, to_at TEXT);
CREATE UNIQUE INDEX address_now ON address_interval (site_id, path) WHERE to_at IS NULL;
CREATE INDEX address_path ON address_interval (site_id, path, from_at);
CREATE INDEX address_item ON address_interval (item_id) WHERE to_at IS NULL;

CREATE TABLE live_entry (
  n INTEGER PRIMARY KEY, item_id TEXT NOT NULL UNIQUE REFERENCES item, site_id TEXT NOT NULL, kind TEXT NOT NULL, section_id TEXT NOT NULL, version_id TEXT NOT NULL,
  path TEXT, parent_id TEXT, title TEXT NOT NULL, shown_date TEXT, in_sitemap INTEGER NOT NULL, fields TEXT NOT NULL,
  first_live TEXT NOT NULL, changed_at TEXT NOT NULL, indexed_version TEXT
);
CREATE INDEX entry_list ON live_entry (site_id, kind, shown_date DESC, item_id DESC);
CREATE INDEX entry_section ON live_entry (section_id, kind, shown_date DESC, item_id DESC);
CREATE INDEX entry_parent ON live_entry (parent_id);
CREATE INDEX entry_stale ON live_entry (n) WHERE indexed_version IS NOT version_id;
CREATE TABLE live_ref (item_id TEXT NOT NULL, relation TEXT NOT NULL, target TEXT NOT NULL, PRIMARY KEY (target, relation, item_id)) WITHOUT ROWID;
CREATE INDEX ref_item ON live_ref (item_id);
CREATE VIRTUAL TABLE live_text USING fts5 (title, body, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');

CREATE TABLE media (id TEXT PRIMARY KEY, site_id TEXT NOT NULL, hash TEXT NOT NULL, type TEXT NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL, size INTEGER NOT NULL, name TEXT NOT NULL, person_id TEXT NOT NULL, at TEXT NOT NULL, of_id TEXT REFERENCES media (id), crop TEXT);
CREATE INDEX media_whole ON media (at DESC, id DESC) WHERE of_id IS NULL;
CREATE INDEX media_part ON media (of_id) WHERE of_id IS NOT NULL;

CREATE TABLE exception_review (id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, version_id TEXT NOT NULL, person_id TEXT NOT NULL, reason TEXT NOT NULL, at TEXT NOT NULL, looked_by TEXT, looked_at TEXT, verdict TEXT);
CREATE TABLE journal (seq INTEGER PRIMARY KEY, at TEXT NOT NULL, person_id TEXT, action TEXT NOT NULL, item_id TEXT, data TEXT NOT NULL, hash TEXT NOT NULL);
CREATE INDEX journal_item ON journal (item_id, seq);
CREATE INDEX journal_flow ON journal (at) WHERE action IN ('draft.sent', 'draft.gate-cleared', 'draft.returned', 'draft.pulled-out', 'draft.lapsed', 'draft.passed-over', 'draft.rerouted', 'draft.discarded', 'draft.reopened', 'item.binned');
CREATE TRIGGER journal_fixed_update BEFORE UPDATE ON journal BEGIN SELECT RAISE (ABORT, 'the journal is append-only'); END;
CREATE TRIGGER journal_fixed_delete BEFORE DELETE ON journal BEGIN SELECT RAISE (ABORT, 'the journal is append-only'); END;
CREATE TRIGGER version_fixed_update BEFORE UPDATE ON version BEGIN SELECT RAISE (ABORT, 'versions are immutable'); END;
CREATE TRIGGER version_fixed_delete BEFORE DELETE ON version BEGIN SELECT RAISE (ABORT, 'versions are immutable'); END;
CREATE TRIGGER version_is_head AFTER INSERT ON version BEGIN
  UPDATE draft SET head_version = NEW.id WHERE id = NEW.draft_id;
  UPDATE item SET versions = NEW.number, changed_at = NEW.at, author_id = CASE WHEN live_version IS NULL THEN NEW.author_id ELSE author_id END WHERE id = NEW.item_id;
END;
CREATE TABLE answer (person_id TEXT NOT NULL, key TEXT NOT NULL, request TEXT NOT NULL, status INTEGER NOT NULL, body TEXT NOT NULL, at TEXT NOT NULL, PRIMARY KEY (person_id, key)) WITHOUT ROWID;
CREATE TABLE kept_block (id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, block TEXT NOT NULL, at TEXT NOT NULL);
CREATE INDEX kept_person ON kept_block (person_id, at);
CREATE TABLE presence (draft_id TEXT NOT NULL, person_id TEXT NOT NULL, tab TEXT NOT NULL, place TEXT, at TEXT NOT NULL, PRIMARY KEY (draft_id, person_id, tab)) WITHOUT ROWID;
CREATE TABLE heartbeat (name TEXT PRIMARY KEY, at TEXT NOT NULL);
`

/** Splits the script at statement ends, keeping triggers whole. */
const statements = TABLES.split(/;\s*\n(?!\s|END;)/)
  .map((text) => text.trim())
  .filter(Boolean)

export const first = {
  name: '0001-first',
  async up(tx: Tx): Promise<void> {
    for (const statement of statements) await tx.run(statement)
  },
}
