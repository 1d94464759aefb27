import type { EventKind } from '../../core/plan/events'
import { daysFrom, type WindowShape } from '../../core/time/windows'
import { packed, packedRows, type Bind, type Reader, type Writer } from './database'
import { columnsOf, type Changes, type NewRow, type Row } from './models'

/** A planned event as it is kept. */
export type EventRow = Row<'planned_event'>

const PACKED = packed('e', columnsOf('planned_event'))

/** Events of a site whose moment has come, in the order in which they are done: by moment, editions first, then by id. */
export const dueEvents = (db: Reader, site: string, now: string, limit: number) =>
  packedRows<EventRow>(
    db,
    PACKED,
    "FROM planned_event e WHERE site_id = $site AND state IN ('planned', 'open') AND due_at <= $now ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit",
    { site, now, limit },
  )

/** The moment of a site's next event, which may have passed; `null` when nothing is planned. */
export const nextDue = async (db: Reader, site: string): Promise<string | null> =>
  (await db.one<{ at: string | null }>(
    "SELECT min(due_at) AS at FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open')",
    {
      site,
    },
  ))!.at

const listOf = async (db: Reader, where: string, bind: Bind): Promise<string[]> => {
  const row = await db.one<{ ids: string }>(
    `SELECT json_group_array(id) AS ids FROM (SELECT id FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open') AND ${where} ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit)`,
    bind,
  )
  return JSON.parse(row!.ids) as string[]
}
/** The ids of events of a site whose moment has come, in the order in which they are done. */
export const dueIds = (db: Reader, site: string, now: string, limit: number) => listOf(db, 'due_at <= $now', { site, now, limit })
/** The ids of the events of one moment of a site, in the order in which they are done. */
export const idsOfMoment = (db: Reader, site: string, moment: string, limit: number) =>
  listOf(db, 'due_at = $moment', { site, moment, limit })

/** The next moment of a site between two at which at least so many events are due; `null` when there is none. */
export const crowdedMoment = async (
  db: Reader,
  site: string,
  { after, until, least }: { after: string; until: string; least: number },
): Promise<string | null> =>
  (
    await db.one<{ at: string }>(
      "SELECT due_at AS at FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open') AND due_at > $after AND due_at <= $until GROUP BY due_at HAVING count(*) >= $least ORDER BY due_at LIMIT 1",
      { site, after, until, least },
    )
  )?.at ?? null

/** Events by their ids, in the order of these. */
export const eventsByIds = (db: Reader, ids: readonly string[]) =>
  packedRows<EventRow>(db, PACKED, 'FROM json_each($ids) w JOIN planned_event e ON e.id = w.value ORDER BY w.key', {
    ids: JSON.stringify(ids),
  })

export const eventById = async (db: Reader, site: string, id: string): Promise<EventRow | undefined> =>
  (await packedRows<EventRow>(db, PACKED, 'FROM planned_event e WHERE id = $id AND site_id = $site', { id, site }))[0]

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

/** All that is planned or open on a site, or that of some items, in the order of its moments; without what has none. */
export const plannedEvents = (db: Reader, site: string, limit: number, items?: readonly string[]) =>
  packedRows<EventRow>(
    db,
    PACKED,
    `FROM planned_event e WHERE site_id = $site AND state IN ('planned', 'open') AND due_at IS NOT NULL ${items ? 'AND item_id IN (SELECT value FROM json_each($items))' : ''} ORDER BY due_at, edition_id IS NULL, edition_id, id LIMIT $limit`,
    { site, limit, ...(items ? { items: JSON.stringify(items) } : {}) },
  )

/** How an event's window stands on the wall; `null` of one that is none. */
export const shapeOf = (event: Pick<EventRow, 'wall_date' | 'wall_time' | 'zone' | 'until_date' | 'until_time'>): WindowShape | null =>
  event.until_date && event.until_time && event.wall_date && event.wall_time && event.zone
    ? { time: event.wall_time, untilDays: daysFrom(event.wall_date, event.until_date), untilTime: event.until_time, zone: event.zone }
    : null

export const addEvents = (tx: Writer, rows: NewRow<'planned_event'>[]) => tx.insert('planned_event', rows)

export const changeEvent = (tx: Writer, id: string, set: Changes<'planned_event'>) => tx.update('planned_event', { id }, set)

/** An event that is planned again, and whether its time has passed (1) or not (0; `null` for an edition without a time). */
export interface Resumed {
  id: string
  late: number | null
}

/** An item, or one of its drafts, that goes to the bin or comes out of it. */
export type OfBin = { item: string } | { draft: string }
const ofBin = (of: OfBin) => ('item' in of ? { where: 'item_id = $id', id: of.item } : { where: 'draft_id = $id', id: of.draft })

/** Cancels what is planned for what goes to the bin, and remembers that it comes back with it. */
export const cancelForBin = (tx: Writer, of: OfBin): Promise<void> =>
  tx.run(`UPDATE planned_event SET state = 'cancelled', resumes = 1 WHERE ${ofBin(of).where} AND state IN ('planned', 'held')`, {
    id: ofBin(of).id,
  })

/**
 * What the bin had cancelled for what comes out of it, and whether its time has passed; it is remembered no more. What went
 * with an edition that is over stays cancelled.
 */
export async function takeFromBin(tx: Reader & Writer, of: OfBin, now: string): Promise<Resumed[]> {
  const { where, id } = ofBin(of)
  const rows = await tx.all<Resumed>(
    `SELECT e.id, coalesce(e.at, n.at) <= $now AS late FROM planned_event e LEFT JOIN edition n ON n.id = e.edition_id
     WHERE e.${where} AND e.resumes = 1 AND (e.edition_id IS NULL OR n.state = 'open')`,
    { id, now },
  )
  await tx.run(`UPDATE planned_event SET resumes = 0 WHERE ${where} AND resumes = 1`, { id })
  return rows
}

/** A moment as somebody set it by the clock on the wall, with the instant that it is. */
type OnWall<Name extends 'planned_event' | 'edition'> = Pick<Row<Name>, 'id' | 'at' | 'wall_date' | 'wall_time' | 'zone' | 'fold'>

/** What is planned on a site at a time by the clock on the wall. */
export const eventsOnWall = (db: Reader, site: string) =>
  db.all<OnWall<'planned_event'> & Pick<EventRow, 'item_id' | 'until_at' | 'until_date' | 'until_time' | 'until_fold'>>(
    "SELECT id, item_id, at, wall_date, wall_time, zone, fold, until_at, until_date, until_time, until_fold FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open') AND at IS NOT NULL",
    { site },
  )

export const editionsOnWall = (db: Reader, site: string) =>
  db.all<OnWall<'edition'>>(
    "SELECT id, at, wall_date, wall_time, zone, fold FROM edition WHERE site_id = $site AND state = 'open' AND at IS NOT NULL",
    { site },
  )

/** What is planned already where this would be planned: the same of the same draft; going live and a window count as one. */
export const plannedLike = (db: Reader, item: string, kind: string, draft: string | null) =>
  db.one<{ id: string }>(
    `SELECT id FROM planned_event WHERE item_id = $item AND draft_id IS $draft AND state IN ('planned', 'held') AND (kind = $kind OR kind IN ('put-live', 'window') AND $kind IN ('put-live', 'window'))`,
    { item, kind, draft },
  )

/** Those of some items that are planned to leave the site. */
export const leavingItems = (db: Reader, items: readonly string[]) =>
  db.all<{ item: string }>(
    "SELECT DISTINCT item_id AS item FROM planned_event WHERE kind = 'withdraw' AND state = 'planned' AND item_id IN (SELECT value FROM json_each($items))",
    { items: JSON.stringify(items) },
  )

/** The other edition that a draft is in; undefined where it is in none. */
export const otherEditionOf = (db: Reader, draft: string, edition: string) =>
  db.one<{ event: string; edition: string; name: string }>(
    "SELECT e.id AS event, n.id AS edition, n.name FROM planned_event e JOIN edition n ON n.id = e.edition_id WHERE e.draft_id = $draft AND e.state IN ('planned', 'held') AND n.id <> $edition LIMIT 1",
    { draft, edition },
  )

/** Cancels what is planned for a draft outside an edition, which is one event at most; returns its id. */
export async function cancelElsewhere(tx: Reader & Writer, draft: string, edition: string): Promise<string | null> {
  const where = "draft_id = $draft AND state IN ('planned', 'held') AND (edition_id IS NULL OR edition_id <> $edition)"
  const planned = await tx.one<{ id: string }>(`SELECT id FROM planned_event WHERE ${where} LIMIT 1`, { draft, edition })
  await tx.run(`UPDATE planned_event SET state = 'cancelled' WHERE ${where}`, { draft, edition })
  return planned?.id ?? null
}

/** A cancelled event of a draft that can be planned again, and whether its time has passed; none of an edition that is over. */
export const resumable = (db: Reader, draft: string, id: string, now: string) =>
  db.one<Resumed & { kind: EventKind }>(
    `SELECT e.id, e.kind, coalesce(e.at, n.at) <= $now AS late FROM planned_event e LEFT JOIN edition n ON n.id = e.edition_id
     WHERE e.id = $id AND e.draft_id = $draft AND e.state = 'cancelled' AND (e.edition_id IS NULL OR n.state = 'open')`,
    { draft, id, now },
  )

/** Cancels what is planned in an edition. */
export const cancelOfEdition = (tx: Writer, id: string) =>
  tx.run("UPDATE planned_event SET state = 'cancelled' WHERE edition_id = $id AND state IN ('planned', 'held')", { id })

/** The next moment at which something happens on a site, with how much, and how much of that goes live. */
export const nextMoment = (db: Reader, site: string) =>
  db.one<{ at: string | null; n: number; live: number }>(
    "SELECT due_at AS at, count(*) AS n, sum(kind <> 'withdraw' AND state = 'planned') AS live FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open') AND due_at = (SELECT min(due_at) FROM planned_event WHERE site_id = $site AND state IN ('planned', 'open'))",
    { site },
  )

/** What is planned for a draft, the first of it. */
export const plannedOf = (db: Reader, id: string) =>
  db.one<{ id: string; at: string | null; owner_id: string }>(
    "SELECT id, at, owner_id FROM planned_event WHERE draft_id = $id AND state IN ('planned', 'held') ORDER BY at LIMIT 1",
    { id },
  )

/** Whose an event is. */
export const ownerOfEvent = (db: Reader, id: string) =>
  db.one<{ owner_id: string }>('SELECT owner_id FROM planned_event WHERE id = $id', { id })
