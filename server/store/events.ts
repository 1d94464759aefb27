import type { EventKind, EventState, LateWay } from '../../core/plan/events'
import { daysFrom, type WindowShape } from '../../core/time/windows'
import { packed, packedRows, type Reader } from './database'

/** A planned event as it is kept. Of an edition without a moment it has none either. */
export interface EventRow {
  id: string
  kind: EventKind
  item_id: string
  draft_id: string | null
  pinned_version: string | null
  at: string | null
  wall_date: string | null
  wall_time: string | null
  zone: string | null
  fold: 'earlier' | 'later' | null
  owner_id: string
  state: EventState
  reasons: string | null
  accepted_behind: string | null
  edition_id: string | null
  until_at: string | null
  until_date: string | null
  until_time: string | null
  until_fold: 'earlier' | 'later' | null
  rule: string | null
  occurrence: number
  first_date: string | null
  version_id: string | null
  late: LateWay
  late_after: number
  due_at: string | null
}

const EVENT = [
  'id',
  'kind',
  'item_id',
  'draft_id',
  'pinned_version',
  'at',
  'wall_date',
  'wall_time',
  'zone',
  'fold',
  'owner_id',
  'state',
  'reasons',
  'accepted_behind',
  'edition_id',
  'until_at',
  'until_date',
  'until_time',
  'until_fold',
  'rule',
  'occurrence',
  'first_date',
  'version_id',
  'late',
  'late_after',
  'due_at',
] as const satisfies (keyof EventRow)[]

const PACKED = packed('e', EVENT)

/** Events whose moment has come, in the order in which they are done: by moment, editions first, then by id. */
export const dueEvents = (db: Reader, now: string, limit: number) =>
  packedRows<EventRow>(
    db,
    PACKED,
    "FROM planned_event e WHERE state IN ('planned', 'open') AND due_at <= $now ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit",
    { now, limit },
  )

export const isDue = async (db: Reader, now: string): Promise<boolean> =>
  Boolean(await db.one("SELECT 1 FROM planned_event WHERE state IN ('planned', 'open') AND due_at <= $now LIMIT 1", { now }))

export const eventById = async (db: Reader, id: string): Promise<EventRow | undefined> =>
  (await packedRows<EventRow>(db, PACKED, 'FROM planned_event e WHERE id = $id', { id }))[0]

/** What an edition holds. */
export const eventsOfEdition = (db: Reader, edition: string) =>
  packedRows<EventRow>(
    db,
    PACKED,
    "FROM planned_event e WHERE edition_id = $edition AND state <> 'cancelled' ORDER BY created_at, id LIMIT 5000",
    {
      edition,
    },
  )

/** All that is planned or open, or that of some items, in the order of its moments; without what has none. */
export const plannedEvents = (db: Reader, limit: number, items?: readonly string[]) =>
  packedRows<EventRow>(
    db,
    PACKED,
    `FROM planned_event e WHERE state IN ('planned', 'open') AND due_at IS NOT NULL ${items ? 'AND item_id IN (SELECT value FROM json_each($items))' : ''} ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit`,
    { limit, ...(items ? { items: JSON.stringify(items) } : {}) },
  )

/** How an event's window stands on the wall; `null` of one that is none. */
export const shapeOf = (event: EventRow): WindowShape | null =>
  event.until_date && event.until_time && event.wall_date && event.wall_time && event.zone
    ? { time: event.wall_time, untilDays: daysFrom(event.wall_date, event.until_date), untilTime: event.until_time, zone: event.zone }
    : null
