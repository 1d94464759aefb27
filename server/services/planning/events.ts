import { serviceReason } from '../../../core/words/serviceReasons'
import type { EventKind, LateWay } from '../../../core/plan/events'
import { daysFrom, nextWindow, overlapsItself, type WindowShape } from '../../../core/time/windows'
import { parseRule } from '../../../core/time/recurrence'
import { fullIn } from '../../../core/time/words'
import { meaningOf, wallTimeOf } from '../../../core/time/zone'
import type { Verb } from '../../../core/access/verbs'
import type { Reader, Tx } from '../../store/database'
import {
  addEvents,
  changeEvent,
  eventById,
  type EventRow,
  type OfBin,
  plannedLike,
  type Resumed,
  shapeOf,
  takeFromBin,
} from '../../store/events'
import { changeItem, draftById, itemById, type ItemRow, syncItems } from '../../store/items'
import { versionById } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { instantFor, momentAhead, type Moment } from './moments'
import { writeFact, type Office } from '../office'
import { found, refusal, Refusal } from '../refusal'

export interface PlanInput extends Moment {
  kind: 'put-live' | 'withdraw' | 'window'
  /** Which open draft goes live; by default the one that stands for the item. */
  draft?: string | undefined
  /** An earlier version of the draft that goes live although there are newer ones, once that version is cleared. */
  version?: string | undefined
  /** When a window ends. */
  until?: Moment | undefined
  /** By which rule a window opens again (RFC 5545 RRULE). */
  rule?: string | undefined
  /** What happens when it is more than so many minutes late. */
  late?: { do: LateWay; after: number } | undefined
}

/** What planning an event of a kind asks beside the right to set times. */
export const VERB_OF: Record<EventKind, Verb> = {
  'put-live': 'item.put-live',
  window: 'item.put-live',
  withdraw: 'item.withdraw',
  restore: 'item.roll-back',
  'carry-out': 'item.put-live',
}

/** The open draft of the item that is to be planned. */
export async function plannable(db: Reader, item: ItemRow, wanted: string | undefined): Promise<string> {
  const id = wanted ?? item.draft_id
  const draft = id === null ? undefined : await draftById(db, id)
  if (!draft || draft.item_id !== item.id || draft.closed_at || draft.change !== 'content')
    throw refusal('conflict', 'draft-missing', { needed: 'to-put-live' })
  return draft.id
}

/** The end of a window and its rule as they are kept, from what was asked. */
function windowOf(
  office: Office,
  zone: string,
  from: { at: string; date: string; time: string },
  input: Pick<PlanInput, 'until' | 'rule'>,
) {
  const { until } = input
  if (!until) throw refusal('bad-input', 'until-missing', { at: 'until' })
  const ends = instantFor({ date: until.date, time: until.time, zone }, until.choice, 'until')
  if (ends <= from.at) throw refusal('refused', 'until-early', { at: 'until' })
  const kept = { until_at: ends, until_date: until.date, until_time: until.time, until_fold: until.choice ?? null }
  if (input.rule === undefined) return { ...kept, rule: null, first_date: null }
  const rule = parseRule(input.rule)
  if (!rule.ok) throw new Refusal('bad-input', rule.reasons)
  const shape: WindowShape = { time: from.time, untilDays: daysFrom(from.date, until.date), untilTime: until.time, zone }
  const first = nextWindow(rule.value, from.date, shape, '', office.now())
  if (first?.date !== from.date) throw refusal('refused', 'rule-elsewhere', { first: first?.date ?? null, at: 'rule' })
  if (overlapsItself(rule.value, from.date, shape)) throw refusal('refused', 'rule-overlaps', { at: 'rule' })
  return { ...kept, rule: input.rule, first_date: from.date }
}

/** Plans that a draft goes live, for good or for a while, or that a live item leaves the site. Returns the event's id and instant. */
export async function plan(office: Office, actor: Actor, itemId: string, input: PlanInput): Promise<{ event: string; at: string }> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const item = found(await itemById(tx, itemId), 'item')
    must(actor, 'item.plan', item.section_id)
    must(actor, VERB_OF[input.kind], item.section_id)
    if (item.binned_at) throw refusal('conflict', 'item-binned')
    const draft = input.kind === 'withdraw' ? null : await plannable(tx, item, input.draft)
    // What is temporary gets its end before it goes live.
    if (input.kind === 'withdraw' && item.on_site !== 'live' && item.draft_id === null) throw refusal('conflict', 'nothing-live')
    const moment = momentAhead(office, site.zone, input)
    if (input.kind !== 'withdraw') mustPassEmbargo(item, moment.at, site.zone)
    const window = input.kind === 'window' ? windowOf(office, site.zone, { ...input, at: moment.at }, input) : {}
    if (input.version !== undefined) await mustBeOf(tx, input.version, draft)
    const same = await plannedLike(tx, itemId, input.kind, draft)
    if (same) throw refusal('conflict', 'planned-before', { at: same.id })
    const event = office.newId()
    await addEvents(tx, [
      {
        id: event,
        site_id: site.id,
        kind: input.kind,
        item_id: itemId,
        draft_id: draft,
        pinned_version: input.version ?? null,
        owner_id: actor.id,
        state: 'planned',
        created_at: office.now(),
        late: input.late?.do ?? 'do',
        late_after: input.late?.after ?? 0,
        ...moment,
        ...window,
      },
    ])
    const wall = { date: moment.wall_date, time: moment.wall_time, zone: moment.zone }
    await writeFact(office, tx, actor.id, 'event.planned', itemId, { event, kind: input.kind, at: moment.at, wall, ...window })
    await syncItems(tx, [itemId])
    return { event, at: moment.at }
  })
}

function mustPassEmbargo(item: ItemRow, at: string, zone: string): void {
  if (item.embargo_at !== null && at < item.embargo_at)
    throw refusal('refused', 'embargo', { until: fullIn(item.embargo_at, zone), at: 'time' })
}

async function mustBeOf(tx: Tx, version: string, draft: string | null): Promise<void> {
  const row = await versionById(tx, version)
  if (!row || row.draft_id !== draft) throw refusal('unknown', 'unknown', { what: 'version-of-draft' })
}

/** An event that can still be changed, with its item; the actor may set its times. */
export async function changeable(tx: Tx, actor: Actor, id: string): Promise<{ event: EventRow; item: ItemRow }> {
  const event = found(await eventById(tx, actor.rights.site, id), 'event')
  const item = found(await itemById(tx, event.item_id), 'item')
  must(actor, 'item.plan', item.section_id)
  return { event, item }
}

export interface MoveInput extends Moment {
  until?: Moment | undefined
  rule?: string | null | undefined
  late?: PlanInput['late']
}

/**
 * Moves a planned or held event to another wall time; the mover becomes its owner. A window keeps its length unless it is
 * given another end; one that is open has only its end left to move.
 */
export async function moveEvent(office: Office, actor: Actor, id: string, input: MoveInput): Promise<{ at: string }> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const { event, item } = await changeable(tx, actor, id)
    must(actor, VERB_OF[event.kind], item.section_id)
    if (event.edition_id !== null && event.state !== 'open') throw refusal('conflict', 'in-edition', { at: event.edition_id })
    if (!['planned', 'held', 'open'].includes(event.state)) throw refusal('conflict', 'event-over')
    const late: Record<string, string | number> = input.late ? { late: input.late.do, late_after: input.late.after } : {}
    if (item.window_id === event.id) {
      const ends = momentAhead(office, site.zone, input.until ?? input)
      const until = { until_at: ends.at, until_date: ends.wall_date, until_time: ends.wall_time, until_fold: ends.fold }
      await changeEvent(tx, id, { ...until, ...late, state: 'open', reasons: null, owner_id: actor.id })
      await writeFact(office, tx, actor.id, 'event.moved', item.id, { event: id, from: event.until_at, at: ends.at, end: true })
      await syncItems(tx, [item.id])
      return { at: ends.at }
    }
    const moment = momentAhead(office, site.zone, input)
    if (event.kind !== 'withdraw') mustPassEmbargo(item, moment.at, site.zone)
    const window =
      event.kind === 'window'
        ? windowOf(
            office,
            site.zone,
            { ...input, at: moment.at },
            {
              until: input.until ?? keptLength(event, moment.at, site.zone),
              rule: input.rule === null ? undefined : (input.rule ?? event.rule ?? undefined),
            },
          )
        : {}
    await changeEvent(tx, id, { ...moment, ...window, ...late, owner_id: actor.id, state: 'planned', reasons: null })
    await writeFact(office, tx, actor.id, 'event.moved', item.id, {
      event: id,
      from: event.at,
      at: moment.at,
      wall: { date: moment.wall_date, time: moment.wall_time, zone: moment.zone },
      ...window,
    })
    await syncItems(tx, [item.id])
    return { at: moment.at }
  })
}

/** The end of a window that begins at another instant and lasts as long. */
function keptLength(event: EventRow, at: string, zone: string): Moment {
  const shape = shapeOf(event)!
  const { date } = wallTimeOf(at, zone)
  const end = new Date(Date.parse(`${date}T00:00Z`) + shape.untilDays * 86_400_000).toISOString().slice(0, 10)
  const straight = { date: end, time: shape.untilTime }
  // Days that begin and end by the clock keep that; a window within a day moves as it is.
  const meaning = meaningOf({ ...straight, zone })
  if (shape.untilDays > 0 && meaning.kind === 'exact' && meaning.instant > at) return straight
  const wall = wallTimeOf(new Date(Date.parse(at) + Date.parse(event.until_at!) - Date.parse(event.at!)).toISOString(), zone)
  return { date: wall.date, time: wall.time, choice: 'earlier' }
}

/** Cancels what is planned. A window that is open is ended by taking its item off the site or rolling back, not by this. */
export async function cancelEvent(office: Office, actor: Actor, id: string): Promise<void> {
  await office.store.write(async (tx) => {
    const { event, item } = await changeable(tx, actor, id)
    if (event.state !== 'planned' && event.state !== 'held') throw refusal('conflict', 'event-over')
    if (item.window_id === id) throw refusal('conflict', 'window-open')
    await changeEvent(tx, id, { state: 'cancelled' })
    await writeFact(office, tx, actor.id, 'event.cancelled', item.id, {
      event: id,
      ...(event.edition_id === null ? {} : { edition: event.edition_id }),
    })
    await syncItems(tx, [item.id])
  })
}

/** Sets or lifts the moment before which nobody may put an item live. What is planned earlier is held when its time comes. */
export async function setEmbargo(office: Office, actor: Actor, itemId: string, until: Moment | null): Promise<{ at: string | null }> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const item = found(await itemById(tx, itemId), 'item')
    must(actor, 'item.plan', item.section_id)
    must(actor, 'item.put-live', item.section_id)
    const at = until && momentAhead(office, site.zone, until).at
    await changeItem(tx, itemId, { embargo_at: at })
    await writeFact(office, tx, actor.id, at === null ? 'item.embargo-lifted' : 'item.embargoed', itemId, { at, was: item.embargo_at })
    return { at }
  })
}

/**
 * Plans again what the bin had cancelled: for when it was planned, or held where that time has passed. What went with an
 * edition that is over stays cancelled.
 */
export async function resumeFromBin(office: Office, tx: Tx, actor: Actor, item: ItemRow, of: OfBin): Promise<void> {
  await resume(office, tx, actor, item.id, await takeFromBin(tx, of, office.now()))
}

/** Plans again what had been cancelled: for when it was planned, or held where that time has passed. */
export async function resume(office: Office, tx: Tx, actor: Actor, item: string, rows: Resumed[]): Promise<void> {
  const reasons = JSON.stringify([serviceReason('time-passed')])
  for (const { id: event, late } of rows) {
    await changeEvent(tx, event, late ? { state: 'held', reasons } : { state: 'planned', reasons: null })
    await writeFact(office, tx, actor.id, 'event.resumed', item, { event, held: Boolean(late) })
  }
}
