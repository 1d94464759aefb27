import type { Tx } from '../database'
import { manifestsThen } from './frozen'

/**
 * Editions, windows, embargoes, share links and calendar feeds. An interval now holds what listings and menus need of its
 * version, so that the site of any moment is known without reading old versions one by one.
 */
const STATEMENTS = [
  `CREATE TABLE edition (
    id TEXT PRIMARY KEY, site_id TEXT NOT NULL REFERENCES site, name TEXT NOT NULL, note TEXT NOT NULL DEFAULT '', owner_id TEXT NOT NULL REFERENCES person,
    at TEXT, wall_date TEXT, wall_time TEXT, zone TEXT, fold TEXT, late TEXT NOT NULL DEFAULT 'do', late_after INTEGER NOT NULL DEFAULT 0,
    route_id TEXT, state TEXT NOT NULL DEFAULT 'open', reasons TEXT, live_at TEXT, undone_by TEXT REFERENCES edition (id), created_at TEXT NOT NULL, created_by TEXT NOT NULL REFERENCES person
  )`,
  'CREATE INDEX edition_open ON edition (state, at)',
  'CREATE TABLE edition_clearance (edition_id TEXT NOT NULL REFERENCES edition, gate TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person, fingerprint TEXT NOT NULL, groups TEXT, note TEXT NOT NULL, at TEXT NOT NULL, PRIMARY KEY (edition_id, gate, person_id)) WITHOUT ROWID',
  `CREATE TABLE planned_event_next (
    id TEXT PRIMARY KEY, site_id TEXT NOT NULL, kind TEXT NOT NULL, item_id TEXT NOT NULL REFERENCES item, draft_id TEXT, pinned_version TEXT,
    at TEXT, wall_date TEXT, wall_time TEXT, zone TEXT, owner_id TEXT NOT NULL REFERENCES person,
    state TEXT NOT NULL, done_at TEXT, reasons TEXT, accepted_behind TEXT, created_at TEXT NOT NULL,
    edition_id TEXT REFERENCES edition, fold TEXT, until_at TEXT, until_date TEXT, until_time TEXT, until_fold TEXT, rule TEXT, occurrence INTEGER NOT NULL DEFAULT 0,
    first_date TEXT, version_id TEXT, late TEXT NOT NULL DEFAULT 'do', late_after INTEGER NOT NULL DEFAULT 0,
    due_at TEXT GENERATED ALWAYS AS (CASE state WHEN 'planned' THEN at WHEN 'open' THEN until_at END) VIRTUAL
  )`,
  `INSERT INTO planned_event_next (id, site_id, kind, item_id, draft_id, pinned_version, at, wall_date, wall_time, zone, owner_id, state, done_at, reasons, accepted_behind, created_at)
   SELECT id, site_id, kind, item_id, draft_id, pinned_version, at, wall_date, wall_time, zone, owner_id, state, done_at, reasons, accepted_behind, created_at FROM planned_event`,
  'DROP TABLE planned_event',
  'ALTER TABLE planned_event_next RENAME TO planned_event',
  "CREATE INDEX event_due ON planned_event (due_at, id) WHERE state IN ('planned', 'open')",
  'CREATE INDEX event_item ON planned_event (item_id, state, at)',
  "CREATE INDEX event_held ON planned_event (at) WHERE state = 'held'",
  'CREATE INDEX event_edition ON planned_event (edition_id) WHERE edition_id IS NOT NULL',
  'CREATE INDEX event_at ON planned_event (at)',
  `CREATE TABLE live_interval_next (
    id INTEGER PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item, version_id TEXT NOT NULL, from_at TEXT NOT NULL, to_at TEXT, cause TEXT NOT NULL, planned_at TEXT, event_id TEXT, person_id TEXT,
    edition_id TEXT, section_id TEXT NOT NULL, shown_date TEXT, fields TEXT NOT NULL
  )`,
]
const AFTER = [
  'DROP TABLE live_interval',
  'ALTER TABLE live_interval_next RENAME TO live_interval',
  'CREATE UNIQUE INDEX live_now ON live_interval (item_id) WHERE to_at IS NULL',
  'CREATE INDEX live_item ON live_interval (item_id, from_at)',
  'CREATE UNIQUE INDEX live_event ON live_interval (event_id, planned_at) WHERE event_id IS NOT NULL',
  'CREATE INDEX live_edition ON live_interval (edition_id) WHERE edition_id IS NOT NULL',
  'ALTER TABLE item ADD COLUMN embargo_at TEXT',
  'ALTER TABLE item ADD COLUMN window_id TEXT',
  'ALTER TABLE item ADD COLUMN under_version TEXT',
  'CREATE INDEX item_review_by ON item (review_by) WHERE review_by IS NOT NULL AND binned_at IS NULL',
  'CREATE INDEX item_embargo ON item (embargo_at) WHERE embargo_at IS NOT NULL',
  'CREATE TABLE share_link (token_hash TEXT PRIMARY KEY, id TEXT NOT NULL UNIQUE, shows TEXT NOT NULL, target TEXT, at TEXT, made_by TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, ends_at TEXT NOT NULL, revoked_at TEXT, opened INTEGER NOT NULL DEFAULT 0) WITHOUT ROWID',
  'CREATE INDEX share_open ON share_link (ends_at) WHERE revoked_at IS NULL',
  'CREATE TABLE calendar_feed (token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person, made_at TEXT NOT NULL, revoked_at TEXT) WITHOUT ROWID',
  'CREATE INDEX feed_person ON calendar_feed (person_id)',
]
const BATCH = 500

export const time = {
  name: '0003-time',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    await copyIntervals(tx)
    for (const statement of AFTER) await tx.run(statement)
  },
}

/** Copies the intervals with what readers could notice of each; an item's section then is not known, so it is today's. */
async function copyIntervals(tx: Tx): Promise<void> {
  interface Old {
    id: number
    version_id: string
    section: string
    fields: string | null
    shown: string | null
  }
  for (let after = 0; ;) {
    const rows = await tx.all<Old>(
      `SELECT l.id, l.version_id, i.section_id AS section, CASE WHEN l.to_at IS NULL THEN e.fields END AS fields, CASE WHEN l.to_at IS NULL THEN e.shown_date END AS shown
       FROM live_interval l JOIN item i ON i.id = l.item_id LEFT JOIN live_entry e ON e.item_id = l.item_id WHERE l.id > $after ORDER BY l.id LIMIT $limit`,
      { after, limit: BATCH },
    )
    if (!rows.length) return
    after = rows.at(-1)!.id
    const manifests = await manifestsThen(
      tx,
      rows.flatMap((row) => (row.fields === null ? row.version_id : [])),
    )
    const facts = rows.map(({ id, section, version_id, ...row }) => {
      const read = manifests.get(version_id)?.fields ?? {}
      return [id, section, row.fields === null ? (read.shownDate ?? null) : row.shown, row.fields ?? JSON.stringify(read)]
    })
    await tx.run(
      `INSERT INTO live_interval_next (id, item_id, version_id, from_at, to_at, cause, planned_at, event_id, person_id, section_id, shown_date, fields)
       SELECT l.id, l.item_id, l.version_id, l.from_at, l.to_at, l.cause, l.planned_at, l.event_id, l.person_id, value ->> 1, value ->> 2, value ->> 3
       FROM json_each($facts) JOIN live_interval l ON l.id = value ->> 0`,
      { facts: JSON.stringify(facts) },
    )
  }
}
