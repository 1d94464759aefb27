import { accept, type Outcome } from '../../../core/outcome'
import type { Placed } from '../../../core/plan/judge'
import type { Tx } from '../../store/database'
import { appendJournal } from '../../store/journal'
import type { SiteRow } from '../../store/sites'
import type { Office } from '../office'
import { Refusal } from '../refusal'
import { liveFacts, putUnderWindows, writeLive } from './writeLive'
import { tagsOf } from './touched'
import { judgeLive, type LiveChange } from './judging'

export interface LiveDone extends Placed {
  /** It waits under a window that shows another version now. */
  under?: boolean
}

/**
 * The only way anything changes for readers. Takes wishes in order and, in the caller's transaction, does those that
 * nothing forbids: live and address intervals (all closes before all opens), the live view, the end of the draft, the
 * event's end and the journal. Returns each wish with what was done or why not; each item may occur once. `together` does
 * all of them or none. What is put live while a window shows another version goes under it: readers get it when that ends.
 */
export async function changeLive(
  office: Office,
  tx: Tx,
  site: SiteRow,
  changes: LiveChange[],
  { together = false } = {},
): Promise<Outcome<LiveDone>[]> {
  const judged = await judgeLive(office, tx, site, changes, together)
  const under = judged.done.filter(({ index }) => goesUnderWindow(changes[index]!))
  const seen = { ...judged, done: judged.done.filter((change) => !under.includes(change)) }
  if (under.length) await putUnderWindows(tx, site, judged.at, changes, under)
  if (seen.done.length) {
    const tags = await tagsOf(tx, site, seen)
    await writeLive(tx, site, seen)
    await appendJournal(tx, site.id, liveFacts(seen, tags))
  }
  return judged.results.map((result, index) =>
    result.ok && under.some((change) => change.index === index) ? accept({ ...result.value, under: true }) : result,
  )
}

/** What was done with the one wish that was asked; throws a refusal where it was not. */
export function mustBeDone([outcome]: Outcome<LiveDone>[]): LiveDone {
  if (outcome?.ok) return outcome.value
  throw new Refusal('refused', outcome?.reasons ?? [])
}

/** Whether a change is for the site under an open window, not for what readers get while it lasts. */
export const goesUnderWindow = (change: LiveChange): boolean =>
  change.do === 'put' && change.item.window_id !== null && change.draft !== null && change.cause !== 'moved' && change.cause !== 'window'
