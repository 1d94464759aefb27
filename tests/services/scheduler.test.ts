import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { lateness, type LateWay } from '../../core/plan/events'
import { PreparedEvents } from '../../server/jobs/preparedEvents'
import { runDue } from '../../server/jobs/scheduler'
import { actorFrom, type Actor } from '../../server/services/people/access'
import { openDraft } from '../../server/services/writing/drafts'
import { saveEdits } from '../../server/services/writing/saving'
import { changeEdition, makeEdition } from '../../server/services/planning/editions'
import { addEntries } from '../../server/services/planning/editionEntries'
import { cancelEvent, moveEvent, plan } from '../../server/services/planning/events'
import { addPerson, setRoles } from '../support/people'
import { createItem } from '../../server/services/writing/items'
import { openOffice, type Office } from '../../server/services/office'
import { putLiveNow, withdraw } from '../../server/services/publishing/publishing'
import { Refusal } from '../../server/services/refusal'
import { sendDraft } from '../../server/services/reviewing/sending'
import { sections } from '../../server/services/site/sections'
import { SiteFacts } from '../../server/services/publishing/siteFacts'
import { firstStart } from '../../server/services/site/sites'
import type { Tx } from '../../server/store/database'
import { draftById } from '../../server/store/items'
import { personById } from '../../server/store/people'

/** Plans played against the real scheduler; many more by hand (`YIELDGATE_RUNS`). */
const RUNS = Number(process.env.YIELDGATE_RUNS ?? 60)
const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-scheduler-'))
const clock = { ms: Date.parse('2027-01-04T09:00:00Z'), now: () => new Date(clock.ms) }
const now = () => clock.now().toISOString()
let offices: Office[] = []
let actor: Actor
let section = ''
const open = () => openOffice(folder, clock, { durable: false })
/** What each process prepared of the next moment. */
let prepared: PreparedEvents[] = []
/** How many events were done as they were prepared. */
let ranPrepared = 0
const prepare = () => (prepared = offices.map((office) => new PreparedEvents(office, { crowd: 1, size: 2, ahead: 3 * DAY })))
beforeAll(async () => {
  offices = [await open()]
  const [office] = offices as [Office]
  const maren = await firstStart(office, {
    siteName: 'Larkholm Ferries',
    zone: 'UTC',
    language: 'en',
    name: 'Maren Ostby',
    email: 'maren@larkholm.example',
    password: 'quiet mornings at sea',
  })
  await office.settle()
  actor = actorFrom((await personById(office.store.read, maren))!, await office.rights())
  section = (await sections(office))[0]!.id
  offices.push(await open())
  prepare()
})
afterAll(async () => {
  await Promise.all(offices.map((office) => office.close()))
  rmSync(folder, { recursive: true, force: true })
})

/* The plain model: what a person would work out on paper from what was planned. */

interface MEvent {
  id: string
  kind: 'put-live' | 'withdraw' | 'window'
  item: string
  draft: string | null
  at: string
  until: string | null
  daily: boolean
  state: 'planned' | 'open' | 'held' | 'done' | 'skipped' | 'cancelled'
  /** What a window showed before, and shows again. */
  version: string | null
  late: LateWay
  edition: string | null
}
interface MDraft {
  base: string | null
  head: string
  open: boolean
}
interface MItem {
  address: string
  live: string | null
  under: string | null
  window: string | null
}
interface Model {
  run: number
  items: Map<string, MItem>
  drafts: Map<string, MDraft>
  events: Map<string, MEvent>
  editions: Map<string, { at: string | null; state: 'open' | 'held' | 'live' }>
}

const LATE_AFTER = 30

const onSite = (item: MItem) => (item.window === null ? item.live : item.under)
/** Whether a draft may replace what is on the site, and stands at an address that is free. */
function fits(model: Model, event: MEvent, version: string | null, without: ReadonlySet<string> = new Set()): boolean {
  const item = model.items.get(event.item)!
  if (version === null) {
    const draft = model.drafts.get(event.draft!)!
    // Also when nothing is there any more of what it was written on: what was withdrawn does not come back by itself.
    if (!draft.open || onSite(item) !== draft.base) return false
  }
  return ![...model.items].some(
    ([id, other]) => id !== event.item && other.live !== null && other.address === item.address && !without.has(id),
  )
}
function closeDraft(model: Model, draft: string | null, except: string): void {
  if (draft === null) return
  model.drafts.get(draft)!.open = false
  for (const event of model.events.values())
    if (event.id !== except && event.draft === draft && (event.state === 'planned' || event.state === 'held')) event.state = 'cancelled'
}
function leaveWindow(model: Model, item: MItem): void {
  if (item.window !== null) model.events.get(item.window)!.state = 'done'
  item.window = item.under = null
}
/** Does one event to the site; nothing is asked any more. Returns the window that it opened over, if it did. */
function carryOut(model: Model, event: MEvent): MEvent | undefined {
  const item = model.items.get(event.item)!
  const over = event.kind === 'window' && item.window !== null ? model.events.get(item.window)! : undefined
  if (event.kind === 'withdraw') {
    leaveWindow(model, item)
    item.live = null
    event.state = 'done'
  } else if (event.kind === 'window') {
    const version = event.version ?? model.drafts.get(event.draft!)!.head
    if (over) over.state = 'done'
    else item.under = item.live
    item.live = version
    item.window = event.id
    event.version = version
    event.state = 'open'
    closeDraft(model, event.draft, event.id)
  } else {
    const { head } = model.drafts.get(event.draft!)!
    if (item.window === null) item.live = head
    else item.under = head
    event.state = 'done'
    closeDraft(model, event.draft, event.id)
  }
  return over
}
/** Plans the next turn of a window that comes every day. */
function again(event: MEvent): void {
  if (!event.daily || (event.state !== 'done' && event.state !== 'skipped')) return
  let [at, until] = [event.at, event.until!]
  do [at, until] = [at, until].map((moment) => new Date(Date.parse(moment) + DAY).toISOString()) as [string, string]
  while (until <= now())
  Object.assign(event, { at, until, state: 'planned', draft: event.version === null ? event.draft : null })
}

const due = (event: MEvent) => (event.state === 'open' ? event.until! : event.at)

/** All that is due by the clock, in order; what comes again takes its turn after those that were due with it. */
function runModel(model: Model): void {
  for (;;) {
    const list = [...model.events.values()]
      .filter((event) => (event.state === 'planned' || event.state === 'open') && due(event) <= now())
      .sort((a, b) => {
        const [x, y] = [a, b].map((event) => [due(event), event.edition === null ? '1' : '0', event.edition ?? '', event.id].join(' '))
        return x! < y! ? -1 : 1
      })
    const [first] = list
    if (!first) return
    if (first.edition !== null && first.state === 'planned') {
      runEdition(model, first.edition)
      continue
    }
    const ended: MEvent[] = []
    const seen = new Set<string>()
    for (const event of list) {
      if (seen.has(event.item) || (event.edition !== null && event.state === 'planned')) break
      seen.add(event.item)
      const item = model.items.get(event.item)!
      if (event.state === 'open') {
        if (item.window === event.id) {
          item.live = item.under
          leaveWindow(model, item)
        }
        event.state = 'done'
        ended.push(event)
        continue
      }
      const way = lateness({ late: event.late, lateAfter: LATE_AFTER }, event.at, now())
      if ((event.kind === 'window' && event.until! <= now()) || way === 'skip') {
        event.state = 'skipped'
        ended.push(event)
      } else if (way === 'ask') event.state = 'held'
      else if (event.kind === 'withdraw' ? item.live === null : !fits(model, event, event.version)) event.state = 'held'
      else {
        const over = carryOut(model, event)
        if (over) ended.push(over)
      }
    }
    ended.forEach(again)
  }
}

function runEdition(model: Model, id: string): void {
  const edition = model.editions.get(id)!
  const events = [...model.events.values()].filter((event) => event.edition === id && (event.state === 'planned' || event.state === 'held'))
  const leaving = new Set(events.flatMap((event) => (event.kind === 'withdraw' ? event.item : [])))
  const coming = events.filter(({ kind }) => kind !== 'withdraw')
  const addresses = new Set(coming.map(({ item }) => model.items.get(item)!.address))
  const good =
    addresses.size === coming.length &&
    coming.every((event) => fits(model, event, null, leaving)) &&
    events.every((event) => event.kind !== 'withdraw' || model.items.get(event.item)!.live !== null)
  if (good) {
    for (const event of events) carryOut(model, event)
    edition.state = 'live'
  } else {
    for (const event of events) event.state = 'held'
    edition.state = 'held'
  }
}

/* The real thing. */

class Crash extends Error {}
/** An office whose process ends in the middle of its next transaction, after so many statements that write. */
function crashing(office: Office, after: number): Office {
  const write: Office['store']['write'] = (work) =>
    office.store.write((tx) => {
      let left = after
      const count = () => {
        if (left-- === 0) throw new Crash()
      }
      const counted: Tx = {
        ...tx,
        run: (...args) => (count(), tx.run(...args)),
        insert: (...args) => (count(), tx.insert(...args)),
        update: (...args) => (count(), tx.update(...args)),
      }
      return work(counted)
    })
  return { ...office, store: { ...office.store, write } }
}

/** Does what a person asks; a refusal leaves all as it was. */
async function asked<T>(work: () => Promise<T>): Promise<T | null> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof Refusal) return null
    throw error
  }
}
const wallIn = (minutes: number) => {
  const at = new Date(clock.ms + minutes * MINUTE).toISOString()
  return { date: at.slice(0, 10), time: at.slice(11, 16) }
}
const instantOf = ({ date, time }: { date: string; time: string }) => new Date(`${date}T${time}Z`).toISOString()

let facts: SiteFacts | undefined
/** What is in the store of the items and events of a run is what the model has, and the history says the same of now. */
async function check(model: Model): Promise<void> {
  const office = offices[0]!
  const ids = { ids: JSON.stringify([...model.items.keys()]) }
  const rows = await office.store.read.all<{ id: string; live: string | null; under: string | null; window: string | null }>(
    'SELECT i.id, e.version_id AS live, i.under_version AS under, i.window_id AS window FROM item i LEFT JOIN live_entry e ON e.item_id = i.id WHERE i.id IN (SELECT value FROM json_each($ids))',
    ids,
  )
  const real = Object.fromEntries(rows.map(({ id, ...row }) => [id, row]))
  const wanted = Object.fromEntries([...model.items].map(([id, { live, under, window }]) => [id, { live, under, window }]))
  expect(real).toEqual(wanted)
  const events = await office.store.read.all<{ id: string; state: string; at: string }>(
    'SELECT id, state, at FROM planned_event WHERE item_id IN (SELECT value FROM json_each($ids)) ORDER BY id',
    ids,
  )
  expect(events).toEqual([...model.events.values()].map(({ id, state, at }) => ({ id, state, at })).sort((a, b) => (a.id < b.id ? -1 : 1)))
  // The live tables are the site as of now, worked out from the intervals alone.
  const site = await facts!.present()
  expect(Object.fromEntries([...model.items.keys()].map((id) => [id, site.entry(id)?.version ?? null]))).toEqual(
    Object.fromEntries([...model.items].map(([id, { live }]) => [id, live])),
  )
  const twice = await office.store.read.all(
    `SELECT event_id FROM live_interval WHERE event_id IS NOT NULL AND item_id IN (SELECT value FROM json_each($ids)) AND cause = 'planned' GROUP BY event_id HAVING count(*) > 1`,
    ids,
  )
  expect(twice).toEqual([])
  const broken = await office.store.read.all(
    `SELECT a.item_id FROM live_interval a JOIN live_interval b ON a.item_id = b.item_id AND a.id < b.id
     WHERE a.item_id IN (SELECT value FROM json_each($ids)) AND a.from_at < coalesce(b.to_at, '~') AND b.from_at < coalesce(a.to_at, '~')`,
    ids,
  )
  expect(broken).toEqual([])
}

type Command = fc.AsyncCommand<Model, object>
/** A command that is always possible and is followed by a check of everything. */
const command = (name: string, run: (model: Model) => Promise<void>): Command => ({
  check: () => true,
  async run(model) {
    await run(model)
    await check(model)
  },
  toString: () => name,
})
const nth = <T>(values: Iterable<T>, n: number): T | undefined => {
  const list = [...values]
  return list.length ? list[n % list.length] : undefined
}
/** A person with the rights that they have now. */
async function actorOf(id: string): Promise<Actor> {
  const [office] = offices as [Office]
  await office.settle()
  return actorFrom((await personById(office.store.read, id))!, await office.rights())
}
const openDraftOf = async (item: string): Promise<string | null> => {
  const row = await offices[0]!.store.read.one<{ draft_id: string | null }>('SELECT draft_id FROM item WHERE id = $item', { item })
  return row!.draft_id
}

const begin = fc.boolean().map((shared) =>
  command(`begin ${shared ? 'at the shared address' : 'apart'}`, async (model) => {
    if (model.items.size >= 4) return
    const segment = shared ? `r${model.run}` : `r${model.run}-${model.items.size}`
    const made = await createItem(offices[0]!, actor, {
      kind: 'author',
      section,
      title: segment,
      content: { fields: { segment } },
      sent: true,
    })
    model.items.set(made.item, { address: segment, live: null, under: null, window: null })
    model.drafts.set(made.draft, { base: null, head: made.version, open: true })
  }),
)
const change = fc.nat(3).map((n) =>
  command(`change ${n}`, async (model) => {
    const id = nth(model.items.keys(), n)
    if (id === undefined) return
    const item = model.items.get(id)!
    const done = await asked(async () => {
      const { draft, head } = await openDraft(offices[0]!, actor, id)
      const known = model.drafts.get(draft)
      const edits = [{ op: 'field' as const, name: 'summary', value: `Words ${model.drafts.size} ${head}` }]
      const saved = await saveEdits(offices[0]!, actor, draft, { base: head, edits })
      await sendDraft(offices[0]!, actor, draft, saved.version, '')
      return { draft, base: known ? known.base : onSite(item), head: saved.version }
    })
    if (done) model.drafts.set(done.draft, { base: done.base, head: done.head, open: true })
  }),
)
const planned = fc
  .record({
    n: fc.nat(3),
    kind: fc.constantFrom('put-live' as const, 'withdraw' as const, 'window' as const),
    minutes: fc.integer({ min: 1, max: 60 }),
    long: fc.integer({ min: 1, max: 90 }),
    daily: fc.boolean(),
    late: fc.constantFrom<LateWay>('do', 'do', 'skip', 'ask'),
  })
  .map((parts) =>
    command(`plan ${JSON.stringify(parts)}`, async (model) => {
      const { n, kind, minutes, long, late } = parts
      const item = nth(model.items.keys(), n)
      if (item === undefined) return
      const draft = kind === 'withdraw' ? null : await openDraftOf(item)
      const [from, until] = [wallIn(minutes), wallIn(minutes + long)]
      const daily = kind === 'window' && parts.daily
      const made = await asked(() =>
        plan(offices[0]!, actor, item, {
          kind,
          ...from,
          late: { do: late, after: LATE_AFTER },
          ...(kind === 'window' ? { until, ...(daily ? { rule: 'FREQ=DAILY' } : {}) } : {}),
        }),
      )
      if (!made) return
      const at = instantOf(from)
      const ends = kind === 'window' ? instantOf(until) : null
      model.events.set(made.event, {
        id: made.event,
        kind,
        item,
        draft,
        at,
        until: ends,
        daily,
        state: 'planned',
        version: null,
        late,
        edition: null,
      })
    }),
  )
/** What is planned for the next full hour stands together with all else that is. */
const toTheHour = () => 60 - new Date(clock.ms).getUTCMinutes()
const together = fc.nat(5).map((n) =>
  command(`plan ${n} for the hour`, async (model) => {
    const item = nth(model.items.keys(), n)
    const draft = item === undefined ? null : await openDraftOf(item)
    if (item === undefined || draft === null) return
    const at = wallIn(toTheHour())
    const made = await asked(() => plan(offices[0]!, actor, item, { kind: 'put-live', ...at }))
    const common = { kind: 'put-live', item, draft, at: instantOf(at), until: null, daily: false, late: 'do' } as const
    if (made) model.events.set(made.event, { ...common, id: made.event, state: 'planned', version: null, edition: null })
  }),
)
const hourComes = fc
  .record({ crash: fc.option(fc.nat(30)), both: fc.boolean() })
  .map(({ crash, both }) =>
    command(`the hour comes${crash === null ? '' : `, a crash after ${crash}`}${both ? ', two run' : ''}`, (model) =>
      pass(model, toTheHour(), crash, both),
    ),
  )
const moved = fc.tuple(fc.nat(9), fc.integer({ min: 1, max: 60 })).map(([n, minutes]) =>
  command(`move ${n} by ${minutes}`, async (model) => {
    const event = nth(
      [...model.events.values()].filter(({ kind, edition }) => kind !== 'window' && edition === null),
      n,
    )
    if (!event) return
    if (await asked(() => moveEvent(offices[0]!, actor, event.id, wallIn(minutes)))) {
      event.at = instantOf(wallIn(minutes))
      event.state = 'planned'
    }
  }),
)
const cancelled = fc.nat(9).map((n) =>
  command(`cancel ${n}`, async (model) => {
    const event = nth(
      [...model.events.values()].filter(({ edition }) => edition === null),
      n,
    )
    if (event && (await asked(async () => (await cancelEvent(offices[0]!, actor, event.id), true)))) event.state = 'cancelled'
  }),
)
const putNow = fc.nat(3).map((n) =>
  command(`put ${n} live now`, async (model) => {
    const id = nth(model.items.keys(), n)
    const draft = id === undefined ? null : await openDraftOf(id)
    if (id === undefined || draft === null) return
    const { head_version: head } = (await draftById(offices[0]!.store.read, draft))!
    if (!(await asked(() => putLiveNow(offices[0]!, actor, draft, { head, shownDate: 'keep' })))) return
    const item = model.items.get(id)!
    if (item.window === null) item.live = head
    else item.under = head
    closeDraft(model, draft, '')
  }),
)
const withdrawNow = fc.nat(3).map((n) =>
  command(`withdraw ${n} now`, async (model) => {
    const id = nth(model.items.keys(), n)
    const item = id === undefined ? undefined : model.items.get(id)
    if (id === undefined || !item || item.live === null) return
    if (!(await asked(() => withdraw(offices[0]!, actor, id, item.live!)))) return
    leaveWindow(model, item)
    item.live = null
  }),
)
const gathered = fc
  .tuple(fc.uniqueArray(fc.nat(3), { minLength: 1, maxLength: 4 }), fc.integer({ min: 1, max: 60 }), fc.boolean())
  .map(([which, minutes, off]) =>
    command(`edition of ${which.join()} in ${minutes}${off ? ', one leaves' : ''}`, async (model) => {
      const { edition } = await makeEdition(offices[0]!, actor, { name: `Edition ${model.editions.size}` })
      model.editions.set(edition, { at: null, state: 'open' })
      for (const [index, n] of [...new Set(which.map((n) => nth(model.items.keys(), n)))].entries()) {
        if (n === undefined) continue
        const leaves = off && index === 0
        const draft = leaves ? null : await openDraftOf(n)
        if (!leaves && draft === null) continue
        const added = await asked(() =>
          addEntries(offices[0]!, actor, edition, [leaves ? { item: n, withdraw: true } : { item: n, draft: draft! }]),
        )
        // One change is planned in one place.
        if (added && draft !== null)
          for (const event of model.events.values())
            if (event.draft === draft && (event.state === 'planned' || event.state === 'held')) event.state = 'cancelled'
        for (const id of added?.entries ?? [])
          model.events.set(id, {
            id,
            kind: leaves ? 'withdraw' : 'put-live',
            item: n,
            draft,
            at: '',
            until: null,
            daily: false,
            state: 'planned',
            version: null,
            late: 'do',
            edition,
          })
      }
      const moment = wallIn(minutes)
      if (!(await asked(async () => (await changeEdition(offices[0]!, actor, edition, { moment }), true)))) return
      for (const event of model.events.values()) if (event.edition === edition) event.at = instantOf(moment)
    }),
  )
/** Lets time pass, then does what is due: after a crash in the middle of it, and in two processes at once, where asked. */
async function pass(model: Model, minutes: number, crash: number | null, both: boolean): Promise<void> {
  clock.ms += minutes * MINUTE
  if (crash !== null)
    await runDue(crashing(offices[0]!, crash), prepared[0]).catch((error: unknown) => {
      if (!(error instanceof Crash)) throw error
    })
  const ran = await Promise.all((both ? [0, 1] : [0]).map((n) => runDue(offices[n]!, prepared[n])))
  for (const { prepared: count } of ran) ranPrepared += count
  runModel(model)
}
const tick = fc
  .record({
    minutes: fc.oneof(fc.integer({ min: 0, max: 40 }), fc.constantFrom(-45, 25 * 60, 3 * 24 * 60)),
    crash: fc.option(fc.nat(30)),
    both: fc.boolean(),
  })
  .map(({ minutes, crash, both }) =>
    command(`${minutes} minutes pass${crash === null ? '' : `, a crash after ${crash}`}${both ? ', two run' : ''}`, (model) =>
      pass(model, minutes, crash, both),
    ),
  )
const lookedAhead = fc.nat(1).map((n) =>
  command(`${n ? 'the other' : 'one'} prepares what comes next`, async () => {
    while (await prepared[n]!.prepare());
  }),
)
const restart = fc.constant(
  command('start again', async () => {
    await offices[0]!.close()
    offices[0] = await open()
    prepare()
    facts = new SiteFacts(offices[0])
  }),
)

let run = 0
/** Plays lists of commands against the real scheduler and the model. */
async function play(lists: fc.Arbitrary<Iterable<Command>>): Promise<void> {
  facts = new SiteFacts(offices[0]!)
  await fc.assert(
    fc.asyncProperty(lists, async (commands) => {
      const model: Model = { run: run++, items: new Map(), drafts: new Map(), events: new Map(), editions: new Map() }
      try {
        await fc.asyncModelRun(() => ({ model, real: {} }), commands)
      } finally {
        // What is left must not meet the next run.
        await offices[0]!.store.write(async (tx) => {
          await tx.run("UPDATE planned_event SET state = 'cancelled' WHERE state IN ('planned', 'open', 'held')")
          await tx.run("UPDATE edition SET state = 'dropped', at = NULL WHERE state IN ('open', 'held')")
        })
      }
    }),
    { numRuns: RUNS },
  )
}
const some = (kinds: fc.Arbitrary<Command>, minLength: number, maxLength: number) => fc.array(kinds, { minLength, maxLength, size: 'max' })
const HOUR_LONG = 3_600_000

describe('the scheduler', () => {
  it(
    'does to the site what a plain model of it says, whatever is planned, through crashes, clock jumps and beside another',
    () =>
      play(
        fc.commands(
          [
            begin,
            begin,
            change,
            planned,
            planned,
            planned,
            moved,
            cancelled,
            putNow,
            withdrawNow,
            gathered,
            lookedAhead,
            tick,
            tick,
            restart,
          ],
          {
            size: '+1',
            maxCommands: 40,
          },
        ),
      ),
    HOUR_LONG,
  )

  it(
    'does the same with what it prepared before a crowded moment, whatever anyone does between',
    async () => {
      const other = fc.oneof(begin, change, together, cancelled, putNow, withdrawNow)
      const hour = fc.tuple(
        some(begin, 2, 4),
        some(change, 2, 4),
        some(together, 4, 8),
        some(lookedAhead, 1, 2),
        some(other, 0, 2),
        some(lookedAhead, 0, 1),
        some(other, 0, 1),
        hourComes.map((command) => [command]),
      )
      ranPrepared = 0
      await play(fc.array(hour, { minLength: 1, maxLength: 3 }).map((hours) => hours.flat(2)))
      expect(ranPrepared).toBeGreaterThan(0)
    },
    HOUR_LONG,
  )

  it('holds what was prepared when who planned it may no longer put it live', async () => {
    const [office] = offices as [Office]
    const { person: publisher } = await addPerson(office, await actorOf(actor.id), {
      name: 'Ira Solberg',
      email: 'ira@larkholm.example',
      roles: [{ role: 'publisher', section: null }],
    })
    const made = await createItem(office, actor, {
      kind: 'author',
      section,
      title: 'Planned by Ira',
      content: { fields: { segment: 'planned-by-ira' } },
      sent: true,
    })
    const { event } = await plan(office, await actorOf(publisher), made.item, { kind: 'put-live', ...wallIn(10) })
    const [ahead] = prepare()
    while (await ahead!.prepare());
    await setRoles(office, await actorOf(actor.id), publisher, [])
    clock.ms += 10 * MINUTE
    expect(await runDue(office, ahead)).toEqual({ done: 0, held: 1, skipped: 0, prepared: 0 })
    const row = await office.store.read.one<{ state: string; reasons: string }>(
      'SELECT state, reasons FROM planned_event WHERE id = $event',
      { event },
    )
    expect(row!.state).toBe('held')
    expect(row!.reasons).toContain('owner-right-missing')
  })

  it('writes what was prepared just before its moment, and shows it to nobody until then', async () => {
    const [office] = offices as [Office]
    const made = await createItem(office, actor, {
      kind: 'author',
      section,
      title: 'To the second',
      content: { fields: { segment: 'to-the-second' } },
      sent: true,
    })
    await plan(office, actor, made.item, { kind: 'put-live', ...wallIn(10) })
    const due = clock.ms + 10 * MINUTE - (clock.ms % MINUTE)
    const [ahead] = prepare()
    while (await ahead!.prepare());
    clock.ms = due - 200
    const live = () =>
      office.store.read.one<{ from: string }>('SELECT from_at AS "from" FROM live_interval WHERE item_id = $item', { item: made.item })
    const started = Date.now()
    const standing = clock.now
    let seenEarly: unknown
    // The clock goes on while it is written.
    clock.now = () => new Date(due - 200 + Date.now() - started)
    const running = runDue(office, ahead)
    for (let early = true; early;) {
      const row = await live()
      early = clock.now().getTime() < due
      if (early) seenEarly ??= row
    }
    expect(await running).toMatchObject({ done: 1, prepared: 1 })
    expect(clock.now().getTime()).toBeGreaterThanOrEqual(due)
    expect(seenEarly).toBeUndefined()
    expect(await live()).toEqual({ from: new Date(due).toISOString() })
    clock.ms = due
    clock.now = standing
  })

  it('ends the turn of a daily window when another opens over it, and shows the other for as long as was planned', async () => {
    const office = offices[0]!
    const window = async (item: string, minutes: number, long: number, rule?: string) => {
      const until = wallIn(minutes + long)
      const { event } = await plan(office, actor, item, { kind: 'window', ...wallIn(minutes), until, ...(rule ? { rule } : {}) })
      return event
    }
    const pass = async (minutes: number) => {
      clock.ms += minutes * MINUTE
      await runDue(office)
    }
    const shown = async (item: string) =>
      (await office.store.read.one<{ version: string }>('SELECT version_id AS version FROM live_entry WHERE item_id = $item', { item }))
        ?.version
    const eventNow = (id: string) =>
      office.store.read.one<{ state: string; at: string }>('SELECT state, at FROM planned_event WHERE id = $id', { id })

    const made = await createItem(office, actor, {
      kind: 'author',
      section,
      title: 'Two windows',
      content: { fields: { segment: 'two-windows' } },
      sent: true,
    })
    const daily = await window(made.item, 10, 30, 'FREQ=DAILY')
    const { at } = (await eventNow(daily))!
    await pass(15)
    expect(await shown(made.item)).toBe(made.version)
    const { draft, head } = await openDraft(office, actor, made.item)
    const edits = [{ op: 'field' as const, name: 'summary', value: 'For an hour' }]
    const { version } = await saveEdits(office, actor, draft, { base: head, edits })
    await sendDraft(office, actor, draft, version, '')
    const other = await window(made.item, 5, 60)
    await pass(5)
    expect(await shown(made.item)).toBe(version)
    expect(await eventNow(daily)).toEqual({ state: 'planned', at: new Date(Date.parse(at) + DAY).toISOString() })
    // The daily one would have ended here.
    await pass(30)
    expect(await shown(made.item)).toBe(version)
    await pass(30)
    expect(await shown(made.item)).toBeUndefined()
    expect((await eventNow(other))!.state).toBe('done')
    await pass(23 * 60)
    expect(await shown(made.item)).toBe(made.version)
  })
})
