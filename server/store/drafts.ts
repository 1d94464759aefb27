import type { Clearance } from '../../core/flow/draft'
import type { Route } from '../../core/flow/route'
import { packed, packedRows, type Reader, type Tx } from './database'
import { ITEM, type DraftRow, type ItemRow } from './items'
import type { JournalHead } from './journal'
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

const DRAFT = [
  'id',
  'item_id',
  'name',
  'change',
  'to_section',
  'to_kind',
  'to_route_id',
  'to_route_version',
  'base_version',
  'head_version',
  'route_id',
  'route_version',
  'review',
  'sent_by',
  'sent_at',
  'sent_note',
  'created_at',
  'created_by',
  'closed_at',
  'closed_by',
  'outcome',
  'lapsed',
  'kept_waits',
]
const VERSION = ['id', 'item_id', 'draft_id', 'number', 'parent_id', 'merge_parent_id', 'author_id', 'at', 'cause', 'note']

const ROUTE = (alias: string) =>
  `json_object('id', ${alias}.id, 'version', ${alias}.version, 'name', ${alias}.name, 'steps', json(${alias}.steps), 'fast', json(${alias}.fast), 'gated', json(${alias}.gated))`
const WITHOUT_ROUTES = `'draft', ${packed('d', DRAFT)}, 'item', ${ITEM}, 'head', ${packed('v', VERSION)}, 'fingerprint', lower(hex(v.fingerprint)),
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
