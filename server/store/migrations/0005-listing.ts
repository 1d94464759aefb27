import type { Tx } from '../database'
import { LIST_ALL, LISTED_OF_ITEM } from '../listed'

const SOURCES = Object.values(LISTED_OF_ITEM).flatMap((source) => [...source('NEW').matchAll(/NEW\.(\w+)/g)].map(([, column]) => column!))

/**
 * What lists are asked: a row for each open draft of an item, or one for an item without. Rank 0 stands for the item and is
 * there as long as the item is. What follows from the item is kept by triggers, what follows from its content by
 * the lister, as far as `indexed_version` says.
 */
const STATEMENTS = [
  'ALTER TABLE item ADD COLUMN ends_at TEXT',
  "UPDATE item SET ends_at = (SELECT min(coalesce(until_at, CASE kind WHEN 'withdraw' THEN at END)) FROM planned_event e WHERE e.item_id = item.id AND e.state IN ('planned', 'open')) WHERE next_at IS NOT NULL",
  `CREATE TABLE listed (
    n INTEGER PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, rank INTEGER NOT NULL,
    draft_id TEXT, draft_state TEXT NOT NULL DEFAULT 'none', version_id TEXT NOT NULL, indexed_version TEXT, by_id TEXT NOT NULL,
    site_id TEXT NOT NULL, binned INTEGER NOT NULL, kind TEXT NOT NULL, section_id TEXT NOT NULL, on_site TEXT NOT NULL, author_id TEXT NOT NULL, owner_id TEXT,
    title TEXT NOT NULL, named INTEGER NOT NULL, created_at TEXT NOT NULL, changed_at TEXT NOT NULL, review_by TEXT, next_at TEXT, ends_at TEXT, embargoed INTEGER NOT NULL,
    language TEXT NOT NULL DEFAULT '', shown_date TEXT, label_type TEXT, place TEXT, words INTEGER NOT NULL DEFAULT 0, parts INTEGER NOT NULL DEFAULT 0
  )`,
  'CREATE UNIQUE INDEX listed_item ON listed (item_id, rank)',
  'CREATE INDEX listed_stale ON listed (n) WHERE indexed_version IS NOT version_id',
  ...[
    'changed_at',
    'kind, changed_at',
    'section_id, changed_at',
    'draft_state, changed_at',
    'on_site, changed_at',
    'author_id, changed_at',
    'owner_id, changed_at',
    'created_at',
    'title COLLATE NOCASE',
    'words',
  ].map((columns) => `CREATE INDEX listed_by_${columns.split(/[ ,]/)[0]} ON listed (${columns}, n) WHERE binned = 0`),
  ...['next_at', 'ends_at', 'review_by', 'shown_date', 'place'].map(
    (column) => `CREATE INDEX listed_by_${column} ON listed (${column}, n) WHERE binned = 0 AND ${column} IS NOT NULL`,
  ),
  'CREATE INDEX listed_binned ON listed (changed_at, n) WHERE binned = 1',
  'CREATE TABLE listed_label (label_id TEXT NOT NULL, n INTEGER NOT NULL, PRIMARY KEY (label_id, n)) WITHOUT ROWID',
  'CREATE INDEX label_listed ON listed_label (n)',
  ...['title', 'title, labels, body'].map(
    (columns) =>
      `CREATE VIRTUAL TABLE ${columns === 'title' ? 'listed_title' : 'listed_text'} USING fts5 (${columns}, content = '', contentless_delete = 1, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3')`,
  ),
  `CREATE TRIGGER listed_begun AFTER INSERT ON listed BEGIN
    INSERT INTO listed_title (rowid, title) SELECT NEW.n, title || ' ' || internal_name FROM item WHERE id = NEW.item_id;
  END`,
  `CREATE TRIGGER listed_ended AFTER DELETE ON listed BEGIN
    DELETE FROM listed_title WHERE rowid = OLD.n;
    DELETE FROM listed_text WHERE rowid = OLD.n;
    DELETE FROM listed_label WHERE n = OLD.n;
  END`,
  `CREATE TRIGGER item_is_listed AFTER UPDATE OF ${SOURCES.join(', ')} ON item BEGIN
    UPDATE listed SET ${Object.entries(LISTED_OF_ITEM)
      .map(([column, source]) => `${column} = ${source('NEW')}`)
      .join(', ')} WHERE item_id = NEW.id;
  END`,
  `CREATE TRIGGER item_is_found AFTER UPDATE OF title, internal_name ON item WHEN NEW.title <> OLD.title OR NEW.internal_name <> OLD.internal_name BEGIN
    DELETE FROM listed_title WHERE rowid IN (SELECT n FROM listed WHERE item_id = NEW.id);
    INSERT INTO listed_title (rowid, title) SELECT n, NEW.title || ' ' || NEW.internal_name FROM listed WHERE item_id = NEW.id;
  END`,
  `CREATE TRIGGER label_is_renamed AFTER UPDATE OF title ON item WHEN NEW.kind = 'label' AND NEW.title <> OLD.title BEGIN
    UPDATE listed SET indexed_version = NULL WHERE n IN (SELECT n FROM listed_label WHERE label_id = NEW.id);
  END`,
  // In the order of its values a page comes after the page above it and before that one’s next sibling.
  ...['INSERT', 'UPDATE OF path'].map(
    (when) => `CREATE TRIGGER entry_has_place_${when.split(' ')[0]!.toLowerCase()} AFTER ${when} ON live_entry BEGIN
    UPDATE listed SET place = replace(NEW.path, '/', char(1)) WHERE item_id = NEW.item_id;
  END`,
  ),
  `CREATE TRIGGER entry_has_place_delete AFTER DELETE ON live_entry BEGIN
    UPDATE listed SET place = NULL WHERE item_id = OLD.item_id;
  END`,
  'DROP TRIGGER version_is_head',
  `CREATE TRIGGER version_is_head AFTER INSERT ON version BEGIN
    UPDATE draft SET head_version = NEW.id WHERE id = NEW.draft_id;
    UPDATE listed SET version_id = NEW.id, by_id = NEW.author_id WHERE item_id = NEW.item_id AND draft_id = NEW.draft_id;
    UPDATE item SET versions = NEW.number, changed_at = NEW.at, author_id = CASE WHEN live_version IS NULL THEN NEW.author_id ELSE author_id END WHERE id = NEW.item_id;
  END`,
  ...['changed', 'kind', 'section', 'state', 'on_site', 'author'].map((name) => `DROP INDEX item_${name}`),
  'DROP TABLE item_title',
  'CREATE TABLE preference (person_id TEXT NOT NULL REFERENCES person, name TEXT NOT NULL, value TEXT NOT NULL, PRIMARY KEY (person_id, name)) WITHOUT ROWID',
  'CREATE TABLE saved_view (id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, q TEXT NOT NULL, sort TEXT NOT NULL, columns TEXT, owner_id TEXT NOT NULL REFERENCES person, group_id TEXT REFERENCES person_group ON DELETE CASCADE, made_at TEXT NOT NULL)',
  'CREATE INDEX view_owner ON saved_view (owner_id)',
  'CREATE INDEX view_group ON saved_view (group_id) WHERE group_id IS NOT NULL',
  `CREATE TABLE batch (
    id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, person_id TEXT NOT NULL REFERENCES person, roles TEXT, action TEXT NOT NULL, state TEXT NOT NULL,
    total INTEGER NOT NULL, made_at TEXT NOT NULL, ended_at TEXT, undoes TEXT REFERENCES batch, beat_at TEXT NOT NULL
  )`,
  'CREATE INDEX batch_person ON batch (person_id, made_at)',
  "CREATE INDEX batch_open ON batch (beat_at) WHERE state IN ('trying', 'running')",
  'CREATE TABLE batch_entry (batch_id TEXT NOT NULL REFERENCES batch ON DELETE CASCADE, seq INTEGER NOT NULL, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT, tried TEXT, outcome TEXT, undo TEXT, PRIMARY KEY (batch_id, seq)) WITHOUT ROWID',
]

export const listing = {
  name: '0005-listing',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    await tx.run(LIST_ALL)
    await tx.run("UPDATE listed SET place = (SELECT replace(e.path, '/', char(1)) FROM live_entry e WHERE e.item_id = listed.item_id)")
  },
}
