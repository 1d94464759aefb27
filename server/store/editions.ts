import type { Reader, Writer } from './database'
import type { Changes, NewRow, Row } from './models'

export type EditionRow = Row<'edition'>

export const editionById = (db: Reader, site: string, id: string) =>
  db.one<EditionRow>('SELECT * FROM edition WHERE id = $id AND site_id = $site', { id, site })

/** The edition that is being built under a name, whatever its capitals, but for one; undefined where there is none. */
export const openEditionNamed = (db: Reader, site: string, name: string, except: string) =>
  db.one<{ id: string }>(
    "SELECT id FROM edition WHERE site_id = $site AND state IN ('open', 'held') AND lower(name) = lower($name) AND id <> $except LIMIT 1",
    { site, name, except },
  )

/** Editions of a site, those at hand first by their moments, then the others from the newest on. */
export const listEditions = (db: Reader, site: string, limit: number) =>
  db.all<EditionRow & { owner: string; entries: number; cleared: number }>(
    `SELECT n.*, p.name AS owner, count(e.id) AS entries,
       sum(CASE WHEN e.id IS NULL THEN 0 WHEN e.draft_id IS NULL THEN 1 ELSE EXISTS (SELECT 1 FROM draft d WHERE d.id = e.draft_id AND (d.review = 'cleared' OR d.outcome = 'live')) END) AS cleared
     FROM edition n JOIN person p ON p.id = n.owner_id LEFT JOIN planned_event e ON e.edition_id = n.id AND e.state <> 'cancelled'
     WHERE n.site_id = $site AND n.state <> 'dropped' GROUP BY n.id ORDER BY n.state IN ('open', 'held') DESC, n.live_at DESC, n.at IS NULL, n.at, n.created_at DESC LIMIT $limit`,
    { site, limit },
  )

export interface EditionClearance {
  gate: string
  person_id: string
  person: string
  fingerprint: string
  groups: string | null
  note: string
  at: string
}

/** The editions of a site that were not given up, with their names, the last begun first. */
export const namedEditions = (db: Reader, site: string) =>
  db.all<{ id: string; name: string }>(
    "SELECT id, name FROM edition WHERE site_id = $site AND state <> 'dropped' ORDER BY created_at DESC LIMIT 2000",
    { site },
  )

/** What editions of a site are called, by their ids. */
export const editionNames = (db: Reader, site: string, ids: readonly string[]) =>
  db.all<{ id: string; name: string }>('SELECT id, name FROM edition WHERE site_id = $site AND id IN (SELECT value FROM json_each($ids))', {
    site,
    ids: JSON.stringify(ids),
  })

export const editionClearances = (db: Reader, edition: string) =>
  db.all<EditionClearance>(
    'SELECT c.gate, coalesce(p.self_id, p.id) AS person_id, p.name AS person, c.fingerprint, c.groups, c.note, c.at FROM edition_clearance c JOIN person p ON p.id = c.person_id WHERE c.edition_id = $edition ORDER BY c.at',
    { edition },
  )

/** An interval that an edition began or ended, with what readers had of the item before and after. */
export interface EditionEffect {
  item: string
  before: string | null
  after: string | null
  /** Whether what the edition made is what readers get still. */
  untouched: number
}

/** What an edition that went live at an instant changed, item by item. */
export const editionEffects = (db: Reader, edition: string, at: string) =>
  db.all<EditionEffect>(
    `SELECT e.item_id AS item, b.version_id AS before, a.version_id AS after,
       CASE WHEN a.id IS NOT NULL THEN a.to_at IS NULL ELSE NOT EXISTS (SELECT 1 FROM live_interval l WHERE l.item_id = e.item_id AND l.to_at IS NULL) END AS untouched
     FROM planned_event e LEFT JOIN live_interval b ON b.item_id = e.item_id AND b.to_at = $at LEFT JOIN live_interval a ON a.item_id = e.item_id AND a.from_at = $at
     WHERE e.edition_id = $edition AND e.state <> 'cancelled' ORDER BY e.created_at, e.id`,
    { edition, at },
  )

export const addEdition = (tx: Writer, row: NewRow<'edition'>) => tx.insert('edition', [row])

export const setEdition = (tx: Writer, id: string, set: Changes<'edition'>) => tx.update('edition', { id }, set)

/** A person's clearance of an edition at a gate, in place of an earlier one of theirs. */
export const addEditionClearance = (tx: Writer, row: NewRow<'edition_clearance'>) => tx.insert('edition_clearance', [row], 'REPLACE')

/** Which other editions at hand change some items of a site, by the items' ids. */
export const editionsAlsoChanging = (db: Reader, site: string, items: readonly string[], except: string) =>
  db.all<{ item: string; id: string; name: string }>(
    `SELECT DISTINCT e.item_id AS item, n.id, n.name FROM json_each($items) w JOIN planned_event e ON e.item_id = w.value JOIN edition n ON n.id = e.edition_id
     WHERE n.site_id = $site AND n.id <> $except AND n.state IN ('open', 'held') AND e.state IN ('planned', 'held') ORDER BY n.name, n.id LIMIT 5000`,
    { site, items: JSON.stringify(items), except },
  )

/** Which items are in which editions of a site that are at hand. */
export const editionsOfItems = (db: Reader, site: string) =>
  db.all<{ item: string; edition: string; name: string }>(
    "SELECT e.item_id AS item, n.id AS edition, n.name FROM planned_event e JOIN edition n ON n.id = e.edition_id WHERE n.site_id = $site AND n.state IN ('open', 'held') AND e.state IN ('planned', 'held') ORDER BY e.id",
    { site },
  )
