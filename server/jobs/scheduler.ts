import { setTimeout as sleep } from 'node:timers/promises'
import { lateness } from '../../core/plan/events'
import { nextWindow } from '../../core/time/windows'
import { parseRule } from '../../core/time/recurrence'
import type { Tx } from '../store/database'
import { changeEvent, dueEvents, eventById, type EventRow, nextDue, shapeOf } from '../store/events'
import { syncItems } from '../store/items'
import type { SiteRow } from '../store/sites'
import { changesOf, hold, lateReason, type HeldBack } from '../services/planning/due'
import { runEdition } from '../services/planning/editionRun'
import { changeLive } from '../services/publishing/live'
import { writeFact, type Office, siteId } from '../services/office'
import { PreparedEvents } from './preparedEvents'
import { changeDraft } from '../store/drafts'
import { recordHeartbeat } from '../store/heartbeat'

/** Events done in one transaction at most; bounds how long a save may have to wait behind them. */
const BATCH = 1_000
/** The same of events that were prepared: they take half the time. */
const PREPARED_BATCH = 2_000
/** So long before a moment its first prepared events are written, to be committed when it has come. */
const HEAD_START_MS = 500

export interface Ran {
  done: number
  held: number
  skipped: number
  /** How many of those that were done had been prepared. */
  prepared: number
}

/**
 * Does every planned event whose time has come, in the order of their moments, editions first and then by their ids, each
 * once. A batch is one transaction: either all its intervals, its journal rows and the events' new state are there, or
 * none; an edition is a batch of its own. An event that something forbids at that moment is held, with the reasons; one
 * that is later than it may be is skipped or held, as it was planned. What was prepared is not judged again, and of that the
 * first batch is written just before its moment and committed when it has come: nobody sees it earlier. Returns how many were
 * done, held and skipped.
 */
export async function runDue(office: Office, prepared = new PreparedEvents(office)): Promise<Ran> {
  const total = { done: 0, held: 0, skipped: 0, prepared: 0 }
  const site = await office.site()
  if (!site) return total
  for (;;) {
    const now = office.now()
    const next = await nextDue(office.store.read, site.id)
    if (next === null) return total
    const early = next > now
    if (early && !(prepared.isFor(next) && msUntil(office, next) <= HEAD_START_MS)) return total
    const batch = await office.store
      .write(async (tx) => {
        if (!early) return runBatch(office, tx, site, now, prepared)
        const done = await prepared.run(tx, site, next, PREPARED_BATCH)
        if (done) await hasCome(office, next)
        return { done, held: 0, skipped: 0, prepared: done }
      })
      .catch((error: unknown) => {
        // What was written of it is undone.
        prepared.forget()
        throw error
      })
    for (const key of ['done', 'held', 'skipped', 'prepared'] as const) total[key] += batch[key]
    if (batch.done + batch.held + batch.skipped === 0) return total
  }
}

const msUntil = (office: Office, moment: string): number => Date.parse(moment) - office.clock.now().getTime()

/** Waits for a moment that is near. Throws when the clock does not come to it, so that nobody waits for what it holds. */
async function hasCome(office: Office, moment: string): Promise<void> {
  const started = performance.now()
  for (let ms = msUntil(office, moment); ms > 0; ms = msUntil(office, moment)) {
    if (performance.now() - started > 2 * HEAD_START_MS) throw new Error(`The clock does not come to ${moment}`)
    await sleep(Math.min(ms, HEAD_START_MS))
  }
}

async function runBatch(office: Office, tx: Tx, site: SiteRow, now: string, prepared: PreparedEvents): Promise<Ran> {
  const done = await prepared.run(tx, site, now, PREPARED_BATCH)
  if (done) return { done, held: 0, skipped: 0, prepared: done }
  const due = await dueEvents(tx, site.id, now, BATCH)
  const [first] = due
  if (!first) return { done: 0, held: 0, skipped: 0, prepared: 0 }
  if (ofEdition(first)) return { ...(await runEdition(office, tx, site, first.edition_id!, now)), prepared: 0 }
  const events = cutAtRepeat(due, prepared)
  const late = await judgeLate(office, tx, events, now)
  const { asked, held } = await changesOf(
    office,
    tx,
    events.filter((event) => !late.skipped.has(event.id) && !late.held.some((entry) => entry.event.id === event.id)),
  )
  held.push(...late.held)
  const outcomes = await changeLive(
    office,
    tx,
    site,
    asked.map(({ change }) => change),
  )
  outcomes.forEach((outcome, index) => {
    if (!outcome.ok) held.push({ event: asked[index]!.event, reasons: outcome.reasons })
  })
  if (held.length) await hold(office, tx, held)
  const refused = new Set(held.map(({ event }) => event.id))
  for (const { event, change } of asked) {
    if (event.kind !== 'window' || refused.has(event.id)) continue
    // A turn is over when it ends, or when another window opens over it.
    const ended = event.state === 'open' ? event.id : change.item.window_id
    if (ended !== null) await openAgain(office, tx, ended)
  }
  for (const { event, change } of asked)
    if (!refused.has(event.id) && change.do === 'put' && event.draft_id !== null && change.version.id === event.pinned_version)
      // What was written since goes on, from what is live now.
      await changeDraft(tx, event.draft_id, { base_version: event.pinned_version })
  return { done: asked.filter(({ event }) => !refused.has(event.id)).length, held: held.length, skipped: late.skipped.size, prepared: 0 }
}

const ofEdition = (event: EventRow): boolean => event.edition_id !== null && event.state === 'planned'

/**
 * The first stretch of due events that stand alone, are not prepared and in which no item comes twice: a second one has to see
 * what the first one made.
 */
function cutAtRepeat(due: EventRow[], prepared: PreparedEvents): EventRow[] {
  const seen = new Set<string>()
  const events: EventRow[] = []
  for (const event of due) {
    if (seen.has(event.item_id) || ofEdition(event) || (events.length > 0 && prepared.begins(event.id))) break
    seen.add(event.item_id)
    events.push(event)
  }
  return events
}

/** Sorts out what is later than its plan lets it be, and windows that are over before they opened. */
async function judgeLate(office: Office, tx: Tx, events: EventRow[], now: string): Promise<{ skipped: Set<string>; held: HeldBack[] }> {
  const skipped = new Set<string>()
  const held: HeldBack[] = []
  for (const event of events) {
    if (event.state === 'open') continue
    const way = lateness({ late: event.late, lateAfter: event.late_after }, event.due_at!, now)
    const missed = event.kind === 'window' && event.until_at! <= now
    if (missed || way === 'skip') {
      skipped.add(event.id)
      await changeEvent(tx, event.id, { state: 'skipped' })
      await writeFact(office, tx, null, 'event.skipped', event.item_id, {
        event: event.id,
        planned: event.due_at,
        why: missed ? 'window-over' : 'late',
      })
      if (event.rule !== null) await openAgain(office, tx, event.id)
      await syncItems(tx, [event.item_id])
    } else if (way === 'ask') held.push({ event, reasons: [lateReason(event.due_at!, now)] })
  }
  return { skipped, held }
}

/** Plans the next turn of a recurring window that has ended or was missed; nothing when its rule is over. */
async function openAgain(office: Office, tx: Tx, id: string): Promise<void> {
  const event = await eventById(tx, await siteId(office), id)
  const shape = event && shapeOf(event)
  const rule = event?.rule ? parseRule(event.rule) : null
  if (!event || !shape || !rule?.ok || (event.state !== 'done' && event.state !== 'skipped')) return
  const next = nextWindow(rule.value, event.first_date!, shape, event.at!, office.now())
  if (!next) return
  // The draft went live with the first turn; the version that it made shows again.
  const draft = event.version_id === null ? event.draft_id : null
  await changeEvent(tx, id, {
    state: 'planned',
    at: next.at,
    wall_date: next.date,
    until_at: next.until,
    until_date: next.untilDate,
    occurrence: event.occurrence + 1,
    draft_id: draft,
    done_at: null,
  })
  await writeFact(office, tx, null, 'event.again', event.item_id, { event: id, at: next.at, until: next.until })
  await syncItems(tx, [event.item_id])
}

/** The name of a site's heartbeat in the store, and after how many milliseconds of silence the site clock warns. */
export const heartbeatOf = (site: string): string => `scheduler ${site}`
export const SILENT_AFTER_MS = 30_000
/** After so long it is looked whether something is due, whatever was known before. */
const LONGEST_MS = 500

/**
 * Starts the scheduler: once at start, then whenever the next event is due, at the latest each half second; between, it
 * prepares what many wait for. Several processes may run one each: the write lock lets each event be done by one. Returns
 * how to stop it.
 */
export function startScheduler(office: Office): () => Promise<void> {
  const prepared = new PreparedEvents(office)
  let stopped = false
  let timer: NodeJS.Timeout
  let running: Promise<void> = Promise.resolve()
  let beatAt = 0
  const turn = async () => {
    let wait = LONGEST_MS
    try {
      const site = await siteId(office)
      await runDue(office, prepared)
      const now = Date.now()
      if (now - beatAt > 10_000) {
        beatAt = now
        const at = office.now()
        await office.store.write((tx) => recordHeartbeat(tx, heartbeatOf(site), at))
      }
      if (await prepared.prepare()) wait = 0
      else {
        const next = await nextDue(office.store.read, site)
        const ms = next === null ? 0 : msUntil(office, next)
        const lead = next !== null && prepared.isFor(next) && ms > HEAD_START_MS ? HEAD_START_MS : 0
        if (ms > 0) wait = Math.min(LONGEST_MS, ms - lead)
      }
    } catch (error) {
      office.log.error({ error }, 'the scheduler failed; it tries again')
    }
    if (!stopped) timer = setTimeout(start, wait)
  }
  const start = () => {
    running = turn()
  }
  start()
  return async () => {
    stopped = true
    clearTimeout(timer)
    await running
  }
}
