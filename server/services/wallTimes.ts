import { meaningOf, instantOf } from '../../core/time/zone'
import type { Tx } from '../store/database'
import { syncItems } from '../store/items'
import { note, type Office } from './office'

interface Kept {
  id: string
  at: string | null
  wall_date: string | null
  wall_time: string | null
  zone: string | null
  fold: 'earlier' | 'later' | null
}
interface KeptEvent extends Kept {
  item_id: string
  until_at: string | null
  until_date: string | null
  until_time: string | null
  until_fold: 'earlier' | 'later' | null
}

/** The instant of a wall time by the rules of today; of one that comes twice the one that was chosen. */
function instantNow(date: string, time: string, zone: string, fold: Kept['fold']): string {
  const meaning = meaningOf({ date, time, zone })
  if (meaning.kind === 'overlap') return fold === 'later' ? meaning.later : meaning.earlier
  return instantOf({ date, time, zone })
}

/** The columns whose instants are not those of their wall times any more. */
function moved(row: Kept & Partial<KeptEvent>): Record<string, string> {
  const set: Record<string, string> = {}
  if (row.zone === null) return set
  if (row.at && row.wall_date && row.wall_time) {
    const at = instantNow(row.wall_date, row.wall_time, row.zone, row.fold)
    if (at !== row.at) set.at = at
  }
  if (row.until_at && row.until_date && row.until_time) {
    const until = instantNow(row.until_date, row.until_time, row.zone, row.until_fold ?? null)
    if (until !== row.until_at) set.until_at = until
  }
  return set
}

/**
 * Works the instants of all that is planned out anew from the wall times that were picked, and says in the journal what
 * moved: after a change of the zone's rules four in the morning is four in the morning still. Answers how many moved.
 */
export async function keepWallTimes(office: Office): Promise<number> {
  const read = (db: Pick<Tx, 'all'>) =>
    Promise.all([
      db.all<KeptEvent>(
        "SELECT id, item_id, at, wall_date, wall_time, zone, fold, until_at, until_date, until_time, until_fold FROM planned_event WHERE state IN ('planned', 'open') AND at IS NOT NULL",
      ),
      db.all<Kept>("SELECT id, at, wall_date, wall_time, zone, fold FROM edition WHERE state = 'open' AND at IS NOT NULL"),
    ])
  const differ = ([events, editions]: [KeptEvent[], Kept[]]) => [...events, ...editions].some((row) => Object.keys(moved(row)).length)
  if (!differ(await read(office.store.read))) return 0
  return office.store.write(async (tx) => {
    const [events, editions] = await read(tx)
    let count = 0
    for (const event of events) {
      const set = moved(event)
      if (!Object.keys(set).length) continue
      count++
      await tx.update('planned_event', { id: event.id }, set)
      await note(office, tx, null, 'event.rules-changed', event.item_id, { event: event.id, from: event.at, ...set })
      await syncItems(tx, [event.item_id])
    }
    for (const edition of editions) {
      const set = moved(edition)
      if (!set.at) continue
      count++
      await tx.update('edition', { id: edition.id }, set)
      await note(office, tx, null, 'edition.rules-changed', null, { edition: edition.id, from: edition.at, at: set.at })
    }
    return count
  })
}
