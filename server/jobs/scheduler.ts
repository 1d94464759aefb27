import { decide } from '../../core/access/decide'
import type { Reason } from '../../core/outcome'
import { packed, packedRows, type Tx } from '../store/database'
import { draftsWhole } from '../store/drafts'
import { itemsByIds, syncItems } from '../store/items'
import { appendJournal } from '../store/journal'
import type { SiteRow } from '../store/sites'
import { readManifests } from '../store/versions'
import { draftCleared, loadedDraft } from '../services/loadedDraft'
import { changeLive, type LiveChange } from '../services/live'
import { fact, type Office } from '../services/office'
import { withdrawalHeld } from '../services/otherChanges'
import { isBehind } from '../services/publishing'

interface DueEvent {
  id: string
  kind: 'put-live' | 'withdraw'
  item_id: string
  draft_id: string | null
  at: string
  owner_id: string
  accepted_behind: string | null
}

const DUE = ['id', 'kind', 'item_id', 'draft_id', 'at', 'owner_id', 'accepted_behind'] as const satisfies (keyof DueEvent)[]

/** Events done in one transaction at most; bounds how long a save may have to wait behind them. */
const BATCH = 1_000

/**
 * Does every planned event whose time has come, in the order of their moments and then their ids, each once. A batch is
 * one transaction: either all its intervals, its journal rows and the events' new state are there, or none. An event
 * that something forbids at that moment is held, with the reasons. Answers how many were done and held.
 */
export async function runDue(office: Office): Promise<{ done: number; held: number }> {
  const total = { done: 0, held: 0 }
  const site = await office.site()
  if (!site) return total
  for (;;) {
    const now = office.now()
    if (!(await office.store.read.one("SELECT 1 FROM planned_event WHERE state = 'planned' AND at <= $now LIMIT 1", { now }))) return total
    const batch = await office.store.write((tx) => runBatch(office, tx, site, now))
    total.done += batch.done
    total.held += batch.held
    if (batch.done + batch.held === 0) return total
  }
}

async function runBatch(office: Office, tx: Tx, site: SiteRow, now: string): Promise<{ done: number; held: number }> {
  const due = await packedRows<DueEvent>(
    tx,
    packed('e', DUE),
    "FROM planned_event e WHERE state = 'planned' AND at <= $now ORDER BY at, id LIMIT $limit",
    { now, limit: BATCH },
  )
  // A second event of the same item has to see what the first one made, so it waits for the next batch.
  const events = cutAtRepeat(due)
  if (!events.length) return { done: 0, held: 0 }
  const wholes = await draftsWhole(
    tx,
    events.flatMap((event) => event.draft_id ?? []),
  )
  const manifests = await readManifests(
    tx,
    [...wholes.values()].map(({ head }) => head.manifest),
  )
  const withdrawn = await itemsByIds(
    tx,
    events.flatMap((event) => (event.kind === 'withdraw' ? event.item_id : [])),
  )
  const rights = await office.rights()

  const changes: LiveChange[] = []
  const asked: DueEvent[] = []
  const held: { event: DueEvent; reasons: Reason[] }[] = []
  for (const event of events) {
    const whole = event.kind === 'put-live' ? wholes.get(event.draft_id!)! : null
    const item = whole ? whole.item : withdrawn.get(event.item_id)!
    const verdict = decide(rights, event.owner_id, event.kind === 'put-live' ? 'item.put-live' : 'item.withdraw', item.section_id)
    if (!verdict.allowed) {
      held.push({
        event,
        reasons: [{ ...verdict.reasons[0], code: 'owner-right-missing', detail: 'Who planned it may no longer do this' }],
      })
      continue
    }
    const common = { item, person: event.owner_id, event: { id: event.id, at: event.at } }
    if (!whole && (await withdrawalHeld(tx, { rights }, item))) {
      held.push({
        event,
        reasons: [{ code: 'not-cleared', detail: 'Its route asks gates before it leaves the site, and they have not cleared it' }],
      })
      continue
    }
    if (!whole) changes.push({ do: 'withdraw', ...common })
    else {
      const loaded = await loadedDraft(tx, whole, manifests.get(whole.head.manifest)!)
      changes.push({
        do: 'put',
        ...common,
        version: loaded.head,
        manifest: loaded.manifest,
        draft: loaded.draft.id,
        cleared: draftCleared(loaded),
        behind: isBehind(loaded, event.accepted_behind),
        shownDate: 'keep',
        cause: 'planned',
      })
    }
    asked.push(event)
  }
  const outcomes = await changeLive(office, tx, site, changes)
  outcomes.forEach((outcome, index) => {
    if (!outcome.ok) held.push({ event: asked[index]!, reasons: outcome.reasons })
  })
  if (held.length) {
    for (const { event, reasons } of held)
      await tx.update('planned_event', { id: event.id }, { state: 'held', reasons: JSON.stringify(reasons) })
    await appendJournal(
      tx,
      held.map(({ event, reasons }) => fact(office, null, 'event.held', event.item_id, { event: event.id, planned: event.at, reasons })),
    )
    await syncItems(
      tx,
      held.map(({ event }) => event.item_id),
    )
  }
  return { done: outcomes.length - held.filter(({ event }) => asked.includes(event)).length, held: held.length }
}

/** The first stretch of due events in which no item comes twice. */
function cutAtRepeat(due: DueEvent[]): DueEvent[] {
  const seen = new Set<string>()
  const events: DueEvent[] = []
  for (const event of due) {
    if (seen.has(event.item_id)) break
    seen.add(event.item_id)
    events.push(event)
  }
  return events
}

/** The heartbeat's name in the store, and after how many milliseconds of silence the site clock warns. */
export const HEARTBEAT = 'scheduler'
export const SILENT_AFTER_MS = 30_000

/**
 * Starts the scheduler: once at start, then whenever the next event is due, at the latest each half second. Several
 * processes may run one each: the write lock lets each event be done by one. Answers how to stop it.
 */
export function startScheduler(office: Office): () => Promise<void> {
  let stopped = false
  let timer: NodeJS.Timeout
  let running: Promise<void> = Promise.resolve()
  let beatAt = 0
  const turn = async () => {
    try {
      await runDue(office)
      const now = Date.now()
      if (now - beatAt > 10_000) {
        beatAt = now
        const at = office.now()
        await office.store.write((tx) => tx.insert('heartbeat', [{ name: HEARTBEAT, at }], 'REPLACE'))
      }
    } catch (error) {
      office.log.error({ error }, 'the scheduler failed; it tries again')
    }
    if (!stopped) timer = setTimeout(start, 500)
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
