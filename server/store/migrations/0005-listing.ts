import type { Tx } from '../database'
import { LIST_ALL, LISTED_OF_ITEM, LISTED_OF_PAIR } from './frozen'

const sourcesOf = (columns: Record<string, (row: string) => string>): string =>
  [...new Set(Object.values(columns).flatMap((source) => [...source('NEW').matchAll(/NEW\.(\w+)/g)].map(([, column]) => column!)))].join(
    ', ',
  )
const setTo = (columns: Record<string, (row: string) => string>): string =>
  Object.entries(columns)
    .map(([column, source]) => `${column} = ${source('NEW')}`)
    .join(', ')
const COPIED = [...Object.keys(LISTED_OF_ITEM), ...Object.keys(LISTED_OF_PAIR)]
/** Words that rows have a number for from the start; people and sections get theirs when they come. */
const WORDS = [
  'page',
  'post',
  'notice',
  'banner',
  'label',
  'author',
  'settings',
  'live',
  'withdrawn',
  'none',
  'draft',
  'in_review',
  'returned',
  'cleared',
  'scheduled',
  'held',
  '',
]

/**
 * What lists are asked. `pair` has a row for each open draft of an item, or one for an item without; rank 0 stands for the
 * item and is there as long as the item is. `listed` has what is asked of each in as few bytes as can be, so that a list of
 * 100,000 is walked in a moment. What follows from the item and the draft is kept by triggers, what follows from the content by
 * the lister, as far as `indexed_version` says.
 */
const STATEMENTS = [
  'ALTER TABLE item ADD COLUMN ends_at TEXT',
  "UPDATE item SET ends_at = (SELECT min(coalesce(until_at, CASE kind WHEN 'withdraw' THEN at END)) FROM planned_event e WHERE e.item_id = item.id AND e.state IN ('planned', 'open')) WHERE next_at IS NOT NULL",
  'CREATE TABLE code (n INTEGER PRIMARY KEY, id TEXT NOT NULL UNIQUE)',
  `INSERT INTO code (id) VALUES ${WORDS.map((word) => `('${word}')`).join(', ')}`,
  'INSERT INTO code (id) SELECT id FROM section',
  'INSERT INTO code (id) SELECT id FROM person',
  ...['section', 'person'].map(
    (table) => `CREATE TRIGGER ${table}_has_code AFTER INSERT ON ${table} BEGIN INSERT OR IGNORE INTO code (id) VALUES (NEW.id); END`,
  ),
  `CREATE TABLE pair (
    n INTEGER PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, rank INTEGER NOT NULL, draft_id TEXT, draft_state TEXT NOT NULL, version_id TEXT NOT NULL, by_id TEXT NOT NULL,
    indexed_version TEXT, title TEXT NOT NULL, place TEXT, label_type TEXT
  )`,
  'CREATE UNIQUE INDEX pair_item ON pair (item_id, rank)',
  'CREATE INDEX pair_draft ON pair (draft_id) WHERE draft_id IS NOT NULL',
  'CREATE INDEX pair_stale ON pair (n) WHERE indexed_version IS NOT version_id',
  'CREATE INDEX pair_title ON pair (title COLLATE NOCASE, n)',
  'CREATE INDEX pair_place ON pair (place, n)',
  `CREATE TABLE listed (
    n INTEGER PRIMARY KEY, rank INTEGER NOT NULL, binned INTEGER NOT NULL, kind INTEGER NOT NULL, section INTEGER NOT NULL, on_site INTEGER NOT NULL, draft INTEGER NOT NULL,
    author INTEGER NOT NULL, owner INTEGER, by INTEGER NOT NULL, named INTEGER NOT NULL, embargoed INTEGER NOT NULL, created INTEGER NOT NULL, changed INTEGER NOT NULL, next INTEGER, ends INTEGER,
    review TEXT, shown TEXT, language INTEGER NOT NULL DEFAULT 0, words INTEGER NOT NULL DEFAULT 0, parts INTEGER NOT NULL DEFAULT 0
  )`,
  // The list in its usual order, with all that can be asked: what no other index answers is answered by walking this one alone.
  'CREATE INDEX listed_by_changed ON listed (changed, n, kind, section, on_site, draft, author, owner, by, parts, words, language, next, ends, review, shown, created, named, embargoed) WHERE rank = 0 AND binned = 0',
  ...[
    'kind, changed',
    'section, changed',
    'draft, changed',
    'on_site, changed',
    'author, changed',
    'owner, changed',
    'created',
    'words',
    'language',
    'parts',
  ].map(
    (columns) =>
      `CREATE INDEX listed_by_${columns.split(',')[0]} ON listed (${columns}, n, kind, section, on_site, draft, author, owner, parts) WHERE rank = 0 AND binned = 0`,
  ),
  ...['next', 'ends', 'review', 'shown'].map(
    (column) => `CREATE INDEX listed_by_${column} ON listed (${column}, n) WHERE rank = 0 AND binned = 0 AND ${column} IS NOT NULL`,
  ),
  'CREATE INDEX listed_others ON listed (n) WHERE rank > 0',
  'CREATE INDEX listed_binned ON listed (changed, n) WHERE rank = 0 AND binned = 1',
  'CREATE TABLE listed_label (label_id TEXT NOT NULL, n INTEGER NOT NULL, PRIMARY KEY (label_id, n)) WITHOUT ROWID',
  'CREATE INDEX label_listed ON listed_label (n)',
  ...['title', 'title, labels, body'].map(
    (columns) =>
      `CREATE VIRTUAL TABLE ${columns === 'title' ? 'listed_title' : 'listed_text'} USING fts5 (${columns}, content = '', contentless_delete = 1, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3')`,
  ),
  `CREATE TRIGGER pair_begun AFTER INSERT ON pair BEGIN
    INSERT INTO listed (n, rank, ${COPIED.join(', ')}) SELECT NEW.n, NEW.rank, ${[...Object.values(LISTED_OF_ITEM).map((source) => source('i')), ...Object.values(LISTED_OF_PAIR).map((source) => source('NEW'))].join(', ')}
      FROM item i WHERE i.id = NEW.item_id;
    INSERT INTO listed_title (rowid, title) SELECT NEW.n, title || ' ' || internal_name FROM item WHERE id = NEW.item_id;
  END`,
  `CREATE TRIGGER pair_ended AFTER DELETE ON pair BEGIN
    DELETE FROM listed WHERE n = OLD.n;
    DELETE FROM listed_title WHERE rowid = OLD.n;
    DELETE FROM listed_text WHERE rowid = OLD.n;
    DELETE FROM listed_label WHERE n = OLD.n;
  END`,
  `CREATE TRIGGER pair_is_listed AFTER UPDATE OF ${sourcesOf(LISTED_OF_PAIR)} ON pair BEGIN
    UPDATE listed SET ${setTo(LISTED_OF_PAIR)} WHERE n = NEW.n;
  END`,
  `CREATE TRIGGER item_is_listed AFTER UPDATE OF ${sourcesOf(LISTED_OF_ITEM)} ON item BEGIN
    UPDATE listed SET ${setTo(LISTED_OF_ITEM)} WHERE n IN (SELECT n FROM pair WHERE item_id = NEW.id);
  END`,
  `CREATE TRIGGER item_is_found AFTER UPDATE OF title, internal_name ON item WHEN NEW.title <> OLD.title OR NEW.internal_name <> OLD.internal_name BEGIN
    UPDATE pair SET title = NEW.title WHERE item_id = NEW.id;
    DELETE FROM listed_title WHERE rowid IN (SELECT n FROM pair WHERE item_id = NEW.id);
    INSERT INTO listed_title (rowid, title) SELECT n, NEW.title || ' ' || NEW.internal_name FROM pair WHERE item_id = NEW.id;
  END`,
  `CREATE TRIGGER label_is_renamed AFTER UPDATE OF title ON item WHEN NEW.kind = 'label' AND NEW.title <> OLD.title BEGIN
    UPDATE pair SET indexed_version = NULL WHERE n IN (SELECT n FROM listed_label WHERE label_id = NEW.id);
  END`,
  // In the order of its values a page comes after the page above it and before that one’s next sibling.
  ...['INSERT', 'UPDATE OF path'].map(
    (when) => `CREATE TRIGGER entry_has_place_${when.split(' ')[0]!.toLowerCase()} AFTER ${when} ON live_entry BEGIN
    UPDATE pair SET place = replace(NEW.path, '/', char(1)) WHERE item_id = NEW.item_id;
  END`,
  ),
  `CREATE TRIGGER entry_has_place_delete AFTER DELETE ON live_entry BEGIN
    UPDATE pair SET place = NULL WHERE item_id = OLD.item_id;
  END`,
  'DROP TRIGGER version_is_head',
  `CREATE TRIGGER version_is_head AFTER INSERT ON version BEGIN
    UPDATE draft SET head_version = NEW.id WHERE id = NEW.draft_id;
    UPDATE pair SET version_id = NEW.id, by_id = NEW.author_id WHERE draft_id = NEW.draft_id;
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
  'CREATE TABLE batch_entry (batch_id TEXT NOT NULL REFERENCES batch ON DELETE CASCADE, seq INTEGER NOT NULL, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT, action TEXT, tried TEXT, outcome TEXT, undo TEXT, PRIMARY KEY (batch_id, seq)) WITHOUT ROWID',
]

export const listing = {
  name: '0005-listing',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    await tx.run(LIST_ALL)
  },
}
