import type { EventKind, EventState, LateWay } from '../../core/plan/events'
import { daysFrom, type WindowShape } from '../../core/time/windows'
import { packed, packedRows, type Bind, type Reader } from './database'

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

/** The moment of the next event, which may have passed; `null` when nothing is planned. */
export const nextDue = async (db: Reader): Promise<string | null> =>
  (await db.one<{ at: string | null }>("SELECT min(due_at) AS at FROM planned_event WHERE state IN ('planned', 'open')"))!.at

const listOf = async (db: Reader, where: string, bind: Bind): Promise<string[]> => {
  const row = await db.one<{ ids: string }>(
    `SELECT json_group_array(id) AS ids FROM (SELECT id FROM planned_event WHERE state IN ('planned', 'open') AND ${where} ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit)`,
    bind,
  )
  return JSON.parse(row!.ids) as string[]
}
/** The ids of events whose moment has come, in the order in which they are done. */
export const dueIds = (db: Reader, now: string, limit: number) => listOf(db, 'due_at <= $now', { now, limit })
/** The ids of the events of one moment, in the order in which they are done. */
export const idsOfMoment = (db: Reader, moment: string, limit: number) => listOf(db, 'due_at = $moment', { moment, limit })

/** The next moment between two at which at least so many events are due; `null` when there is none. */
export const crowdedMoment = async (db: Reader, after: string, until: string, least: number): Promise<string | null> =>
  (
    await db.one<{ at: string }>(
      "SELECT due_at AS at FROM planned_event WHERE state IN ('planned', 'open') AND due_at > $after AND due_at <= $until GROUP BY due_at HAVING count(*) >= $least ORDER BY due_at LIMIT 1",
      { after, until, least },
    )
  )?.at ?? null

/** Events by their ids, in the order of these. */
export const eventsByIds = (db: Reader, ids: readonly string[]) =>
  packedRows<EventRow>(db, PACKED, 'FROM json_each($ids) w JOIN planned_event e ON e.id = w.value ORDER BY w.key', {
    ids: JSON.stringify(ids),
  })

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
