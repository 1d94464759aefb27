import type { Reader } from './database'
import type { EventKind } from '../../core/plan/events'

/** Something planned on a site, by the clock that it was picked on; an embargo has none, and goes by the site’s. */
export interface PlannedRow {
  what: 'event' | 'edition' | 'embargo'
  id: string
  title: string
  kind: EventKind | null
  item: string | null
  /** The item’s section; `null` of an edition. */
  section: string | null
  at: string
  wall_date: string | null
  wall_time: string | null
  zone: string | null
  fold: 'earlier' | 'later' | null
  until_at: string | null
  until_date: string | null
  until_time: string | null
  until_fold: 'earlier' | 'later' | null
  repeats: 0 | 1
  open: 0 | 1
  /** It has the moment of its edition. */
  in_edition: 0 | 1
}

/** All that is planned on a site at a moment, in the order of the moments: events, editions that are being built, embargoes ahead. */
export const plannedOnClock = (db: Reader, site: string, now: string) =>
  db.all<PlannedRow>(
    `SELECT 'event' AS what, e.id, i.title, e.kind, e.item_id AS item, i.section_id AS section, e.at, e.wall_date, e.wall_time, e.zone, e.fold,
       e.until_at, e.until_date, e.until_time, e.until_fold, e.rule IS NOT NULL AS repeats, e.state = 'open' AS open, e.edition_id IS NOT NULL AND e.state <> 'open' AS in_edition
     FROM planned_event e JOIN item i ON i.id = e.item_id WHERE e.site_id = $site AND e.state IN ('planned', 'open') AND e.at IS NOT NULL
     UNION ALL
     SELECT 'edition', id, name, NULL, NULL, NULL, at, wall_date, wall_time, zone, fold, NULL, NULL, NULL, NULL, 0, 0, 0
     FROM edition WHERE site_id = $site AND state = 'open' AND at IS NOT NULL
     UNION ALL
     SELECT 'embargo', i.id, i.title, NULL, i.id, i.section_id, i.embargo_at, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, 0, 0, 0
     FROM item i JOIN section s ON s.id = i.section_id WHERE s.site_id = $site AND i.embargo_at > $now
     ORDER BY at, id`,
    { site, now },
  )

/** How many live items of a site hold parts that are shown for a time. */
export const timedItems = async (db: Reader, site: string): Promise<number> =>
  (await db.one<{ n: number }>(
    'SELECT count(DISTINCT w.item_id) AS n FROM live_window w JOIN live_entry e ON e.item_id = w.item_id JOIN item i ON i.id = w.item_id JOIN section s ON s.id = i.section_id WHERE s.site_id = $site',
    { site },
  ))!.n
