import { reasonAbout } from '../../../core/words/reason'
import { serviceReason } from '../../../core/words/serviceReasons'
import { lateness } from '../../../core/plan/events'
import type { Reason } from '../../../core/outcome'
import type { Tx } from '../../store/database'
import { setEdition, editionById, type EditionRow } from '../../store/editions'
import { changeEvent, type EventRow, eventsOfEdition } from '../../store/events'
import { itemsByIds, syncItems } from '../../store/items'
import type { SiteRow } from '../../store/sites'
import { changesOf, hold, lateReason, type HeldBack } from './due'
import { editionGate } from './editionGates'
import { changeLive } from '../publishing/live'
import { writeFact, type Office } from '../office'
import { found } from '../refusal'

/** What became of an edition that was to go live: when, or what forbids which of its entries. */
export type EditionOutcome = { live: string; entries: number } | { held: HeldBack[]; reasons: Reason[] }

/**
 * Puts an edition live in the caller's transaction, all of it or nothing: its entries are judged together, so that they may
 * swap addresses or bring a page with its parent. Nothing is written where something forbids it.
 */
export async function goLive(office: Office, tx: Tx, site: SiteRow, edition: EditionRow, events: EventRow[]): Promise<EditionOutcome> {
  const reasons: Reason[] = await editionGate(office, tx, edition, events)
  if (!events.length) reasons.push(serviceReason('edition-empty'))
  const { asked, held } = await changesOf(office, tx, events)
  if (held.length || reasons.length) return { held, reasons }
  const outcomes = await changeLive(
    office,
    tx,
    site,
    asked.map(({ change }) => change),
    { together: true },
  )
  const refused = outcomes.flatMap((outcome, index) => (outcome.ok ? [] : [{ event: asked[index]!.event, reasons: outcome.reasons }]))
  if (refused.length) return { held: refused, reasons }
  const done = outcomes.find((outcome) => outcome.ok)
  const at = done?.ok ? done.value.at : office.now()
  await setEdition(tx, edition.id, { state: 'live', live_at: at, reasons: null })
  await writeFact(office, tx, edition.owner_id, 'edition.live', null, {
    edition: edition.id,
    name: edition.name,
    at,
    planned: edition.at,
    entries: events.length,
  })
  return { live: at, entries: events.length }
}

/** Does an edition whose moment has come, or holds it whole. */
export async function runEdition(office: Office, tx: Tx, site: SiteRow, id: string, now: string) {
  const edition = found(await editionById(tx, site.id, id), 'edition')
  const events = (await eventsOfEdition(tx, id)).filter(({ state }) => state === 'planned' || state === 'held')
  const way = lateness({ late: edition.late, lateAfter: edition.late_after }, edition.at!, now)
  if (way === 'skip') {
    for (const event of events) await changeEvent(tx, event.id, { at: null })
    await setEdition(tx, id, { at: null, wall_date: null, wall_time: null })
    await writeFact(office, tx, null, 'edition.skipped', null, { edition: id, name: edition.name, planned: edition.at })
    await syncItems(
      tx,
      events.map(({ item_id }) => item_id),
    )
    return { done: 0, held: 0, skipped: events.length }
  }
  const outcome: EditionOutcome =
    way === 'ask' ? { held: [], reasons: [lateReason(edition.at!, now)] } : await goLive(office, tx, site, edition, events)
  if ('live' in outcome) return { done: outcome.entries, held: 0, skipped: 0 }
  await holdEdition(office, tx, edition, events, outcome)
  return { done: 0, held: events.length, skipped: 0 }
}

/** Keeps a whole edition back, naming the entries that something forbids. */
async function holdEdition(
  office: Office,
  tx: Tx,
  edition: EditionRow,
  events: EventRow[],
  { held, reasons }: { held: HeldBack[]; reasons: Reason[] },
): Promise<void> {
  const items = await itemsByIds(
    tx,
    held.map(({ event }) => event.item_id),
  )
  const named = held.flatMap(({ event, reasons: why }) =>
    why.map((reason) => reasonAbout(`“${items.get(event.item_id)?.title ?? ''}”`, reason, event.item_id)),
  )
  const all = [...reasons, ...named]
  const own = new Map(held.map(({ event, reasons: why }) => [event.id, why]))
  const others: Reason[] = [serviceReason('edition-held', { name: edition.name })]
  // Those that nothing forbids wait with it, without a word each.
  for (const event of events) if (!own.has(event.id)) await changeEvent(tx, event.id, { state: 'held', reasons: JSON.stringify(others) })
  await hold(
    office,
    tx,
    events.flatMap((event) => {
      const why = own.get(event.id)
      return why ? { event, reasons: why } : []
    }),
  )
  await syncItems(
    tx,
    events.map(({ item_id }) => item_id),
  )
  await setEdition(tx, edition.id, { state: 'held', reasons: JSON.stringify(all) })
  await writeFact(office, tx, null, 'edition.held', null, { edition: edition.id, name: edition.name, planned: edition.at, reasons: all })
}
