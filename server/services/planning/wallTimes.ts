import { meaningOf, instantOf } from '../../../core/time/zone'
import type { Reader } from '../../store/database'
import { syncItems } from '../../store/items'
import { writeFact, type Office, siteId } from '../office'
import { eventsOnWall, editionsOnWall, changeEvent } from '../../store/events'
import { setEdition } from '../../store/editions'

type KeptEvent = Awaited<ReturnType<typeof eventsOnWall>>[number]
type Kept = Awaited<ReturnType<typeof editionsOnWall>>[number]

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
 * moved: after a change of the zone's rules four in the morning is four in the morning still. Returns how many moved.
 */
export async function keepWallTimes(office: Office): Promise<number> {
  const site = await siteId(office)
  const read = (db: Reader) => Promise.all([eventsOnWall(db, site), editionsOnWall(db, site)])
  const differ = ([events, editions]: [KeptEvent[], Kept[]]) => [...events, ...editions].some((row) => Object.keys(moved(row)).length)
  if (!differ(await read(office.store.read))) return 0
  return office.store.write(async (tx) => {
    const [events, editions] = await read(tx)
    let count = 0
    for (const event of events) {
      const set = moved(event)
      if (!Object.keys(set).length) continue
      count++
      await changeEvent(tx, event.id, set)
      await writeFact(office, tx, null, 'event.rules-changed', event.item_id, { event: event.id, from: event.at, ...set })
      await syncItems(tx, [event.item_id])
    }
    for (const edition of editions) {
      const set = moved(edition)
      if (!set.at) continue
      count++
      await setEdition(tx, edition.id, set)
      await writeFact(office, tx, null, 'edition.rules-changed', null, { edition: edition.id, from: edition.at, at: set.at })
    }
    return count
  })
}
