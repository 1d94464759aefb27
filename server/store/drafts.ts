import type { Clearance } from '../../core/flow/draft'
import type { Route } from '../../core/flow/route'
import { packed, packedRows, type Reader, type Tx, type Writer } from './database'
import { ITEM, type DraftRow, type ItemRow } from './items'
import type { JournalHead } from './journal'
import { columnsOf, type Changes, type NewRow } from './models'
import type { VersionRow } from './versions'

/** A draft with its item, its newest version, its route, who wrote in it and who cleared it: people, whichever of their accounts it was. */
export interface DraftWhole {
  draft: DraftRow
  item: ItemRow
  head: VersionRow
  route: Route
  /** The route in force where a move leads. */
  toRoute?: Route | null | undefined
  authors: string[]
  clearances: Clearance[]
}

/** Where a draft `d` of an item `i` leads that moves it, in words as `leadsTo` has them, for rows of lists. */
export const LEADS_TO = `CASE WHEN d.to_kind IS NOT NULL AND d.to_kind <> i.kind THEN CASE d.to_kind WHEN 'page' THEN 'the pages' ELSE 'the posts' END
  ELSE (SELECT name FROM section WHERE id = d.to_section) END`

/** What of a version is read with a draft: its fingerprint and its manifest are written otherwise. */
const VERSION = columnsOf('version').filter((name) => name !== 'fingerprint' && name !== 'manifest')

const ROUTE = (alias: string) =>
  `json_object('id', ${alias}.id, 'version', ${alias}.version, 'name', ${alias}.name, 'steps', json(${alias}.steps), 'fast', json(${alias}.fast), 'gated', json(${alias}.gated))`
const WITHOUT_ROUTES = `'draft', ${packed('d', columnsOf('draft'))}, 'item', ${ITEM}, 'head', ${packed('v', VERSION)}, 'fingerprint', lower(hex(v.fingerprint)),
       'manifest', (SELECT lower(hex(hash)) FROM object WHERE id = v.manifest),
       'authors', (SELECT json_group_array(coalesce(p.self_id, p.id)) FROM draft_author a JOIN person p ON p.id = a.person_id WHERE a.draft_id = d.id),
       'clearances', (SELECT json_group_array(json_object('gate', c.gate, 'person', coalesce(p.self_id, p.id), 'projection', c.projection, 'for', coalesce(a.self_id, a.id), 'groups', json(c.groups))) FROM clearance c JOIN person p ON p.id = c.person_id LEFT JOIN person a ON a.id = c.for_id WHERE c.draft_id = d.id)`
const FROM = 'FROM draft d JOIN item i ON i.id = d.item_id JOIN version v ON v.id = d.head_version'

type Packed = Omit<DraftWhole, 'head'> & { head: Omit<VersionRow, 'fingerprint' | 'manifest'>; fingerprint: string; manifest: string }

const unpack = ({ head, fingerprint, manifest, ...rest }: Packed): DraftWhole => ({ ...rest, head: { ...head, fingerprint, manifest } })

/** Everything that a command on a draft rests on and the journal's end, in one statement: each question to the store costs a hop between threads. */
export async function draftWhole(db: Reader, id: string): Promise<{ whole: DraftWhole; journal: JournalHead } | undefined> {
  const row = await db.one<{ whole: string; seq: number; hash: string }>(
    `SELECT json_object(${WITHOUT_ROUTES}, 'route', ${ROUTE('r')}, 'toRoute', CASE WHEN t.id IS NULL THEN NULL ELSE ${ROUTE('t')} END) AS whole,
       (SELECT max(seq) FROM journal) AS seq, (SELECT hash FROM journal ORDER BY seq DESC LIMIT 1) AS hash
     ${FROM} JOIN route r ON r.id = d.route_id AND r.version = d.route_version LEFT JOIN route t ON t.id = d.to_route_id AND t.version = d.to_route_version WHERE d.id = $id`,
    { id },
  )
  return row && { whole: unpack(JSON.parse(row.whole) as Packed), journal: { seq: row.seq, hash: row.hash } }
}

/** The same of many drafts, by their ids. Those of one route share it. */
export async function draftsWhole(db: Reader, ids: string[]): Promise<Map<string, DraftWhole>> {
  if (!ids.length) return new Map()
  const bind = { ids: JSON.stringify(ids) }
  const meant = 'd.id IN (SELECT value FROM json_each($ids))'
  const rows = await packedRows<Omit<Packed, 'route' | 'toRoute'>>(db, `json_object(${WITHOUT_ROUTES})`, `${FROM} WHERE ${meant}`, bind)
  const routes = await packedRows<Route>(
    db,
    ROUTE('r'),
    `FROM route r WHERE (r.id, r.version) IN (SELECT route_id, route_version FROM draft d WHERE ${meant} UNION SELECT to_route_id, to_route_version FROM draft d WHERE ${meant})`,
    bind,
  )
  const byId = new Map(routes.map((route) => [`${route.id} ${route.version}`, route]))
  return new Map(
    rows.map((row) => {
      const { id, route_id, route_version, to_route_id, to_route_version } = row.draft
      const route = byId.get(`${route_id} ${route_version}`)!
      return [id, unpack({ ...row, route, toRoute: byId.get(`${to_route_id} ${to_route_version}`) ?? null })]
    }),
  )
}

/** The note of a version that takes a suggestion. */
export const SUGGESTION_TAKEN = 'A suggestion taken'

/** The newest versions of an item's open drafts. */
export const openHeads = async (db: Reader, item: string): Promise<string[]> =>
  (await db.all<{ id: string }>('SELECT head_version AS id FROM draft WHERE item_id = $item AND closed_at IS NULL LIMIT 50', { item })).map(
    ({ id }) => id,
  )

/**
 * Makes everyone who wrote in some drafts an author of another, also those whose suggestions were taken there: their words
 * came into it. `from` names drafts, or versions of them; others are passed over.
 */
export const addAuthorsFrom = (tx: Tx, draft: string, from: readonly string[]): Promise<void> =>
  tx.run(
    `INSERT OR IGNORE INTO draft_author (draft_id, person_id)
     WITH source (id) AS (SELECT value FROM json_each($from) UNION SELECT draft_id FROM version WHERE id IN (SELECT value FROM json_each($from)))
     SELECT $draft, a.person_id FROM draft_author a WHERE a.draft_id IN (SELECT id FROM source)
     UNION SELECT $draft, n.person_id FROM note n WHERE n.draft_id IN (SELECT id FROM source) AND n.suggestion IS NOT NULL
       AND EXISTS (SELECT 1 FROM version v WHERE v.item_id = n.item_id AND v.draft_id = n.draft_id AND v.at = n.resolved_at AND v.note = $taken)`,
    { draft, from: JSON.stringify(from), taken: SUGGESTION_TAKEN },
  )

export const addDrafts = (tx: Writer, rows: NewRow<'draft'>[]) => tx.insert('draft', rows)

export const changeDraft = (tx: Writer, id: string, set: Changes<'draft'>) => tx.update('draft', { id }, set)

/** Whether a person, by whichever of their accounts, wrote some of a draft. */
export const isDraftAuthor = async (db: Reader, draft: string, person: string): Promise<boolean> =>
  Boolean(
    await db.one(
      'SELECT 1 FROM draft_author a JOIN person p ON p.id = a.person_id WHERE a.draft_id = $draft AND coalesce(p.self_id, p.id) = $person LIMIT 1',
      { draft, person },
    ),
  )

/** Makes people authors of drafts, those that are not. */
export const addDraftAuthors = (tx: Writer, rows: NewRow<'draft_author'>[]) => tx.insert('draft_author', rows, 'IGNORE')

export const openDraftCount = async (db: Reader, item: string): Promise<number> =>
  (await db.one<{ n: number }>('SELECT count(*) AS n FROM draft WHERE item_id = $item AND closed_at IS NULL', { item }))!.n

/** The open drafts of an item, in the order in which they were begun. */
export const openDraftNames = (db: Reader, item: string) =>
  db.all<{ id: string; name: string }>('SELECT id, name FROM draft WHERE item_id = $item AND closed_at IS NULL ORDER BY created_at', {
    item,
  })

/** What is cleared and planned nowhere, in sections or in all, by title. */
export const readyDrafts = (db: Reader, sections: readonly string[] | null, limit: number) =>
  db.all<{ item: string; draft: string; kind: string; title: string; section: string; change: string; on_site: string }>(
    `SELECT i.id AS item, d.id AS draft, i.kind, i.title, i.section_id AS section, d.change, i.on_site FROM draft d JOIN item i ON i.id = d.item_id
     WHERE d.review = 'cleared' AND d.closed_at IS NULL AND i.binned_at IS NULL AND ($sections IS NULL OR i.section_id IN (SELECT value FROM json_each($sections)))
       AND NOT EXISTS (SELECT 1 FROM planned_event e WHERE e.draft_id = d.id AND e.state IN ('planned', 'held')) ORDER BY i.title, d.id LIMIT $limit`,
    { sections: sections && JSON.stringify(sections), limit },
  )

/** Whether a draft ended by going live. */
export const endedLive = async (db: Reader, draft: string): Promise<boolean> =>
  (await db.one("SELECT 1 FROM draft WHERE id = $draft AND outcome = 'live'", { draft })) !== undefined

/** The sections that the open moves of an item lead to. */
export const openMoves = (db: Reader, item: string) =>
  db.all<{ to: string }>('SELECT to_section AS "to" FROM draft WHERE item_id = $item AND change = \'move\' AND closed_at IS NULL', { item })

/** The open draft of an item that changes what is said here. */
export const openChange = (db: Reader, item: string, change: string) =>
  db.one<{ id: string }>('SELECT id FROM draft WHERE item_id = $item AND change = $change AND closed_at IS NULL', { item, change })

/** A draft of an item's content that is on its way through gates. */
export const draftAtGates = (db: Reader, item: string) =>
  db.one<{ name: string }>(
    "SELECT name FROM draft WHERE item_id = $item AND change = 'content' AND closed_at IS NULL AND review <> 'draft'",
    { item },
  )

/** Puts the drafts of an item's content that were not sent on another route. */
export const rerouteDrafts = (tx: Writer, id: string, version: number, item: string) =>
  tx.run(
    "UPDATE draft SET route_id = $id, route_version = $version WHERE item_id = $item AND change = 'content' AND closed_at IS NULL AND review = 'draft'",
    { id, version, item },
  )

/** Whether an item has another open draft. */
export const otherDraft = async (db: Reader, item: string, draft: string): Promise<boolean> =>
  (await db.one('SELECT 1 FROM draft WHERE item_id = $item AND id <> $draft AND closed_at IS NULL', { item, draft })) !== undefined

/** The item of a draft, and its section. */
export const itemOfDraft = (db: Reader, draft: string) =>
  db.one<{ id: string; section: string }>(
    'SELECT i.id, i.section_id AS section FROM draft d JOIN item i ON i.id = d.item_id WHERE d.id = $draft',
    { draft },
  )

/** The open drafts that are not cleared, the last saved first. */
export const unclearedDrafts = (db: Reader, most: number) =>
  db.all<{ id: string }>(
    `SELECT d.id FROM draft d JOIN item i ON i.id = d.item_id WHERE d.closed_at IS NULL AND i.binned_at IS NULL AND d.review <> 'cleared'
     ORDER BY d.head_version DESC LIMIT $most`,
    { most },
  )
