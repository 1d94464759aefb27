import type { EventKind } from '../../core/plan/events'
import type { Reader } from './database'

export interface PlannedRow {
  id: string
  kind: EventKind
  /** Null in an edition that has no moment yet. */
  at: string | null
  until: string | null
  rule: string | null
  state: string
  reasons: string | null
  owner: string
  edition: string | null
  editionName: string | null
}
const PLANNED = `SELECT e.id, e.kind, e.at, e.until_at AS until, e.rule, e.state, e.reasons, p.name AS owner, e.edition_id AS edition, n.name AS editionName
  FROM planned_event e JOIN person p ON p.id = e.owner_id LEFT JOIN edition n ON n.id = e.edition_id`

/** The version of a draft that a person cleared or returned last. */
export const lastJudged = (db: Reader, draft: string, person: string) =>
  db.one<{ version: string; number: number; why: 'cleared' | 'returned' }>(
    `SELECT v.id AS version, v.number, said.why FROM (
       SELECT version_id, at, 'cleared' AS why FROM clearance WHERE draft_id = $draft AND person_id = $person
       UNION ALL SELECT version_id, at, 'returned' FROM note WHERE draft_id = $draft AND person_id = $person AND kind = 'return'
     ) said JOIN version v ON v.id = said.version_id ORDER BY said.at DESC, v.number DESC LIMIT 1`,
    { draft, person },
  )

/** What is planned for a draft, by itself before in an edition. */
export const plannedForDraft = (db: Reader, draft: string) =>
  db.one<PlannedRow>(`${PLANNED} WHERE e.draft_id = $draft AND e.state IN ('planned', 'held') ORDER BY e.edition_id IS NOT NULL LIMIT 1`, {
    draft,
  })

/** The open drafts of an item with what is newest in each. */
export const openDraftLines = (db: Reader, item: string) =>
  db.all<{
    id: string
    name: string
    review: string
    base: string | null
    number: number
    at: string
    author: string
    event: string | null
  }>(
    `SELECT d.id, d.name, d.review, d.base_version AS base, v.number, v.at, p.name AS author,
       (SELECT min(e.at) FROM planned_event e WHERE e.draft_id = d.id AND e.state = 'planned') AS event
     FROM draft d JOIN version v ON v.id = d.head_version JOIN person p ON p.id = v.author_id WHERE d.item_id = $item AND d.closed_at IS NULL ORDER BY d.created_at, d.id LIMIT 50`,
    { item },
  )

/** When an item is planned to leave the site. */
export const plannedEnd = (db: Reader, id: string) =>
  db.one<{ id: string; at: string; state: string }>(
    "SELECT id, at, state FROM planned_event WHERE item_id = $id AND kind = 'withdraw' AND state IN ('planned', 'held')",
    { id },
  )

/** The window that is open over an item, or that is planned. */
export const windowOf = (db: Reader, id: string, window: string) =>
  db.one<PlannedRow>(
    `${PLANNED} WHERE e.id = $window OR e.item_id = $id AND e.kind = 'window' AND e.draft_id IS NULL AND e.state IN ('planned', 'held') ORDER BY e.id = $window DESC LIMIT 1`,
    { id, window },
  )
