import { VERB_OF, plannable } from './events'
import { openGates } from '../../../core/flow/draft'
import type { EventKind, LateWay } from '../../../core/plan/events'
import type { Reason } from '../../../core/outcome'
import type { Reader, Tx } from '../../store/database'
import type { NewRow } from '../../store/models'
import { readyDrafts, draftsWhole } from '../../store/drafts'
import { addEdition, setEdition, editionById, type EditionRow, listEditions } from '../../store/editions'
import { addEvents, cancelElsewhere, cancelOfEdition, changeEvent, eventById, type EventRow, eventsOfEdition } from '../../store/events'
import { draftById, itemById, itemsByIds, syncItems, type ItemRow } from '../../store/items'
import { newestRoute } from '../../store/routes'
import { readManifest } from '../../store/versions'
import { may, must, sectionsWhere, type Actor } from '../people/access'
import { beginDraft } from '../writing/drafts'
import { clearEdition, editionTrack } from './editionGates'
import { goLive } from './editionRun'
import { draftCleared, loadedDraft, type LoadedDraft } from '../writing/loadedDraft'
import { momentAhead, type Moment } from './moments'
import { note, type Office } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { within } from '../within'

/** More entries than anyone can oversee, and than one act should change. */
const MOST_ENTRIES = 2_000
const LIST = 200

/** Who may set times somewhere may gather changes; each entry asks its own rights. */
const mustGather = (actor: Actor) => void sectionsWhere(actor, 'item.plan')

export interface EditionInput {
  name: string
  note?: string | undefined
}

/** Begins an edition, empty and without a moment. */
export async function makeEdition(office: Office, actor: Actor, input: EditionInput): Promise<{ edition: string }> {
  mustGather(actor)
  const site = found(await office.site(), 'site')
  const edition = office.newId()
  await office.store.write(async (tx) => {
    await insertEdition(office, tx, actor, site.id, edition, input)
  })
  return { edition }
}

export async function insertEdition(office: Office, tx: Tx, actor: Actor, site: string, id: string, input: EditionInput): Promise<void> {
  await addEdition(tx, {
    id,
    site_id: site,
    name: input.name,
    note: input.note ?? '',
    owner_id: actor.id,
    created_at: office.now(),
    created_by: actor.id,
  })
  await note(office, tx, actor.id, 'edition.made', null, { edition: id, name: input.name })
}

/** Adds an item's draft to an edition, which is begun under a name where there is none with that id. Answers the entry. */
export async function gather(
  office: Office,
  actor: Actor,
  { edition, name, item, draft }: { edition: string; name?: string | undefined; item: ItemRow; draft: string | undefined },
): Promise<string> {
  mustGather(actor)
  return office.store.write(async (tx) => {
    if (name !== undefined && !(await editionById(tx, edition))) await insertEdition(office, tx, actor, item.site_id, edition, { name })
    const { entries } = await addEntries(within(office, tx), actor, edition, [{ item: item.id, draft }])
    return entries[0]!
  })
}

/** An edition that is not live and not given up. */
export async function openEdition(tx: Tx, id: string): Promise<EditionRow> {
  const edition = found(await editionById(tx, id), 'edition')
  if (edition.state === 'live') throw refusal('conflict', 'edition-live', 'This edition is live')
  if (edition.state === 'dropped') throw refusal('conflict', 'edition-dropped', 'This edition was given up')
  return edition
}

const waiting = async (db: Reader, edition: string): Promise<EventRow[]> =>
  (await eventsOfEdition(db, edition)).filter(({ state }) => state === 'planned' || state === 'held')

/** Throws unless the actor may set times and do what each entry does. */
async function mustPlanAll(tx: Tx, actor: Actor, events: EventRow[]): Promise<void> {
  const items = await itemsByIds(
    tx,
    events.map(({ item_id }) => item_id),
  )
  for (const event of events) {
    const { section_id: section } = items.get(event.item_id)!
    must(actor, 'item.plan', section)
    must(actor, VERB_OF[event.kind], section)
  }
}

export interface EditionChange {
  name?: string | undefined
  note?: string | undefined
  owner?: string | undefined
  /** When it goes live; `null` takes its moment away. */
  moment?: Moment | null | undefined
  late?: { do: LateWay; after: number } | undefined
  /** The route it goes as a whole, on top of those of its entries. */
  route?: string | null | undefined
}

/** Changes an edition's name, note, owner, moment, lateness or own route. Its entries get its moment and its owner. */
export async function changeEdition(office: Office, actor: Actor, id: string, input: EditionChange): Promise<void> {
  mustGather(actor)
  const site = found(await office.site(), 'site')
  await office.store.write(async (tx) => {
    const edition = await openEdition(tx, id)
    const events = await waiting(tx, id)
    await mustPlanAll(tx, actor, events)
    if (input.owner !== undefined && !actor.rights.people.get(input.owner)?.active)
      throw refusal('refused', 'owner-unknown', 'There is no such colleague', 'owner')
    if (input.route !== undefined) {
      // A gate on top is asked for by whoever builds the edition; only a keeper of routes takes it away again.
      if (edition.route_id !== null) must(actor, 'route.change', null)
      if (input.route !== null) found(await newestRoute(tx, input.route), 'route')
    }
    const moment = input.moment && momentAhead(office, site.zone, input.moment)
    const timed = input.moment === null ? { at: null, wall_date: null, wall_time: null, zone: null, fold: null } : moment
    const set = {
      ...(input.name === undefined ? {} : { name: input.name }),
      ...(input.note === undefined ? {} : { note: input.note }),
      ...(input.owner === undefined ? {} : { owner_id: input.owner }),
      ...(input.route === undefined ? {} : { route_id: input.route }),
      ...(input.late === undefined ? {} : { late: input.late.do, late_after: input.late.after }),
      ...timed,
      ...(timed ? { state: 'open' as const, reasons: null } : {}),
    }
    if (!Object.keys(set).length) return
    await setEdition(tx, id, set)
    const now = found(await editionById(tx, id), 'edition')
    if (timed || input.owner !== undefined) {
      for (const event of events)
        await changeEvent(tx, event.id, { ...timed, owner_id: now.owner_id, ...(timed ? { state: 'planned', reasons: null } : {}) })
      await syncItems(
        tx,
        events.map(({ item_id }) => item_id),
      )
    }
    await note(office, tx, actor.id, 'edition.changed', null, {
      edition: id,
      name: now.name,
      ...(input.moment === undefined ? {} : { at: now.at, was: edition.at }),
      ...(input.owner === undefined ? {} : { owner: now.owner_id }),
      ...(input.route === undefined ? {} : { route: now.route_id }),
    })
  })
}

export interface EntryInput {
  item: string
  /** The open draft that goes with it: of content, or a withdrawal or move that its gates decide. By default the one that stands for the item. */
  draft?: string | undefined
  /** Takes the item off the site, where no gate is asked for that. */
  withdraw?: boolean | undefined
}

/** Takes changes into an edition; a draft's own moment gives way to the edition's. Refused whole where one of them cannot be. */
export async function addEntries(office: Office, actor: Actor, id: string, inputs: EntryInput[]): Promise<{ entries: string[] }> {
  mustGather(actor)
  return office.store.write(async (tx) => {
    const edition = await openEdition(tx, id)
    const before = await eventsOfEdition(tx, id)
    if (before.length + inputs.length > MOST_ENTRIES)
      throw refusal('refused', 'edition-full', `An edition holds at most ${MOST_ENTRIES.toLocaleString('en')} changes`)
    const taken = new Set(before.map(({ item_id }) => item_id))
    const entries: string[] = []
    const rows: NewRow<'planned_event'>[] = []
    for (const input of inputs) {
      const item = found(await itemById(tx, input.item), 'item')
      must(actor, 'item.plan', item.section_id)
      if (item.binned_at) throw refusal('conflict', 'item-binned', `“${item.title}” is in the bin`)
      if (taken.has(item.id)) throw refusal('conflict', 'in-edition', `“${item.title}” is in this edition already`)
      taken.add(item.id)
      const { kind, draft } = await entryOf(tx, item, input)
      must(actor, VERB_OF[kind], item.section_id)
      if (draft !== null) await cancelElsewhere(tx, draft, id)
      const event = office.newId()
      entries.push(event)
      rows.push(entryRow(office, edition, event, item.id, kind, { draft }))
    }
    await addEvents(tx, rows)
    await note(office, tx, actor.id, 'edition.filled', null, { edition: id, name: edition.name, items: inputs.map(({ item }) => item) })
    await syncItems(
      tx,
      inputs.map(({ item }) => item),
    )
    return { entries }
  })
}

async function entryOf(tx: Tx, item: ItemRow, input: EntryInput): Promise<{ kind: EventKind; draft: string | null }> {
  if (input.withdraw) {
    if (item.on_site !== 'live') throw refusal('conflict', 'not-live', `“${item.title}” is not on the site`)
    return { kind: 'withdraw', draft: null }
  }
  const named = input.draft === undefined ? undefined : await draftById(tx, input.draft)
  if (named && named.change !== 'content' && named.item_id === item.id && !named.closed_at) {
    // What else is being written would go its gates as the kind that it was.
    if (named.to_kind !== null && named.to_kind !== item.kind)
      throw refusal('refused', 'kind-not-gathered', 'What becomes another kind does so at once when its gates have cleared it')
    return { kind: 'carry-out', draft: named.id }
  }
  return { kind: 'put-live', draft: await plannable(tx, item, input.draft) }
}

/** The row of an edition's entry: it has the edition's owner and moment. */
export const entryRow = (
  office: Office,
  edition: Pick<EditionRow, 'id' | 'site_id' | 'owner_id' | 'at' | 'wall_date' | 'wall_time' | 'zone' | 'fold'>,
  id: string,
  item: string,
  kind: EventKind,
  what: { draft?: string | null; version?: string | null },
): NewRow<'planned_event'> => ({
  id,
  site_id: edition.site_id,
  kind,
  item_id: item,
  draft_id: what.draft ?? null,
  version_id: what.version ?? null,
  owner_id: edition.owner_id,
  state: 'planned',
  created_at: office.now(),
  edition_id: edition.id,
  at: edition.at,
  wall_date: edition.wall_date,
  wall_time: edition.wall_time,
  zone: edition.zone,
  fold: edition.fold,
})

/** Takes one change out of an edition, late as it may be; its draft stays. */
export async function removeEntry(office: Office, actor: Actor, id: string, eventId: string): Promise<void> {
  mustGather(actor)
  await office.store.write(async (tx) => {
    const edition = await openEdition(tx, id)
    const event = found(await eventById(tx, eventId), 'entry')
    if (event.edition_id !== id || (event.state !== 'planned' && event.state !== 'held'))
      throw refusal('unknown', 'unknown', 'There is no such entry')
    const item = found(await itemById(tx, event.item_id), 'item')
    must(actor, 'item.plan', item.section_id)
    await changeEvent(tx, eventId, { state: 'cancelled' })
    await note(office, tx, actor.id, 'edition.taken-out', item.id, { edition: id, name: edition.name, event: eventId })
    await syncItems(tx, [item.id])
  })
}

/** Gives an edition up; the drafts in it stay, without a moment. */
export async function dropEdition(office: Office, actor: Actor, id: string): Promise<void> {
  mustGather(actor)
  await office.store.write(async (tx) => {
    const edition = await openEdition(tx, id)
    const events = await waiting(tx, id)
    await mustPlanAll(tx, actor, events)
    await cancelOfEdition(tx, id)
    await setEdition(tx, id, { state: 'dropped' })
    await note(office, tx, actor.id, 'edition.dropped', null, { edition: id, name: edition.name })
    await syncItems(
      tx,
      events.map(({ item_id }) => item_id),
    )
  })
}

/** Puts a whole edition live now. Refused with what forbids it, entry by entry; nothing is done then. */
export async function putEditionLive(office: Office, actor: Actor, id: string): Promise<{ at: string; entries: number }> {
  sectionsWhere(actor, 'item.put-live')
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const edition = await openEdition(tx, id)
    const events = await waiting(tx, id)
    await mustPlanAll(tx, actor, events)
    // Who puts it live answers for it, whoever built it.
    const outcome = await goLive(
      office,
      tx,
      site,
      { ...edition, owner_id: actor.id },
      events.map((event) => ({ ...event, owner_id: actor.id, at: office.now() })),
    )
    if ('live' in outcome) return { at: outcome.live, entries: outcome.entries }
    const items = await itemsByIds(
      tx,
      outcome.held.map(({ event }) => event.item_id),
    )
    const named = outcome.held.flatMap(({ event, reasons }) =>
      reasons.map((reason) => ({ ...reason, detail: `“${items.get(event.item_id)!.title}”: ${reason.detail}`, at: event.item_id })),
    )
    throw new Refusal('refused', [...outcome.reasons, ...named])
  })
}

/** Clears the edition as a whole at a gate of its own route. */
export function clearWhole(office: Office, actor: Actor, id: string, gate: string, text: string): Promise<void> {
  sectionsWhere(actor, 'item.review')
  return office.store.write(async (tx) => clearEdition(office, tx, actor, await openEdition(tx, id), await waiting(tx, id), gate, text))
}

/** Begins an edition of the next season from one: a new draft of each item that it changed, of what is live now. */
export async function copyEdition(office: Office, actor: Actor, id: string, name: string): Promise<{ edition: string; left: string[] }> {
  mustGather(actor)
  return office.store.write(async (tx) => {
    const source = found(await editionById(tx, id), 'edition')
    const events = (await eventsOfEdition(tx, id)).filter(({ kind }) => kind === 'put-live' || kind === 'window' || kind === 'restore')
    const copy = { ...source, id: office.newId(), owner_id: actor.id, at: null, wall_date: null, wall_time: null, zone: null, fold: null }
    await insertEdition(office, tx, actor, source.site_id, copy.id, { name, note: source.note })
    await setEdition(tx, copy.id, { route_id: source.route_id, late: source.late, late_after: source.late_after })
    const items = await itemsByIds(
      tx,
      events.map(({ item_id }) => item_id),
    )
    const left: string[] = []
    const rows: NewRow<'planned_event'>[] = []
    for (const event of events) {
      const item = items.get(event.item_id)!
      const allowed = (['item.write', 'item.plan', 'item.put-live'] as const).every((verb) => may(actor, verb, item.section_id))
      if (item.binned_at || !allowed) {
        left.push(item.title)
        continue
      }
      const { draft } = await beginDraft(office, tx, actor, item, name)
      rows.push(entryRow(office, copy, office.newId(), item.id, 'put-live', { draft }))
    }
    if (rows.length) await addEvents(tx, rows)
    return { edition: copy.id, left }
  })
}

/** The editions at hand and those of late, with how many of their entries are cleared. */
export async function editions(office: Office, actor: Actor) {
  sectionsWhere(actor, 'item.read')
  return (await listEditions(office.store.read, LIST)).map((row) => ({
    id: row.id,
    name: row.name,
    note: row.note,
    owner: row.owner,
    at: row.at,
    state: row.state,
    liveAt: row.live_at,
    undone: row.undone_by !== null,
    entries: row.entries,
    cleared: row.cleared ?? 0,
    reasons: row.reasons === null ? [] : (JSON.parse(row.reasons) as Reason[]),
  }))
}

export interface EntryView {
  event: string
  item: string
  kind: ItemRow['kind']
  title: string
  section: string
  does: EventKind
  draft: string | null
  state: EventRow['state']
  review: string | null
  cleared: boolean
  /** The gates that wait, by name. */
  waits: string[]
  onSite: string
  reasons: Reason[]
}

/** One edition with its entries as the actor may see them; how far each is, and what holds it. */
export async function editionPage(office: Office, actor: Actor, id: string) {
  const db = office.store.read
  sectionsWhere(actor, 'item.read')
  const edition = found(await editionById(db, id), 'edition')
  const events = await eventsOfEdition(db, id)
  const [items, wholes, track] = await Promise.all([
    itemsByIds(
      db,
      events.map(({ item_id }) => item_id),
    ),
    draftsWhole(
      db,
      events.flatMap(({ draft_id }) => draft_id ?? []),
    ),
    edition.state === 'live' ? null : editionTrack(office, actor, edition, events),
  ])
  const seen = events.filter(({ item_id }) => may(actor, 'item.read', items.get(item_id)!.section_id))
  const entries = await Promise.all(
    seen.map(async (event): Promise<EntryView> => {
      const item = items.get(event.item_id)!
      const whole = event.draft_id === null ? undefined : wholes.get(event.draft_id)
      const loaded: LoadedDraft | null =
        whole && edition.state !== 'live' ? await loadedDraft(db, whole, await readManifest(db, whole.head.manifest)) : null
      return {
        event: event.id,
        item: item.id,
        kind: item.kind,
        title: item.title,
        section: actor.rights.sections.get(item.section_id)?.name ?? '',
        does: event.kind,
        draft: event.draft_id,
        state: event.state,
        review: loaded?.draft.review ?? null,
        cleared: loaded ? draftCleared(loaded) : true,
        waits: loaded ? openGates(loaded.route, loaded.state).map((gate) => gate.name) : [],
        onSite: item.on_site,
        reasons: event.reasons === null ? [] : (JSON.parse(event.reasons) as Reason[]),
      }
    }),
  )
  return {
    id,
    name: edition.name,
    note: edition.note,
    owner: { id: edition.owner_id, name: actor.rights.people.get(edition.owner_id)?.name ?? '' },
    at: edition.at,
    zone: edition.zone,
    late: { do: edition.late, after: edition.late_after },
    state: edition.state,
    liveAt: edition.live_at,
    undoneBy: edition.undone_by,
    reasons: edition.reasons === null ? [] : (JSON.parse(edition.reasons) as Reason[]),
    track,
    entries: entries.sort((a, b) => a.title.localeCompare(b.title) || a.event.localeCompare(b.event)),
    /** Entries in sections that the actor may not read. */
    hidden: events.length - seen.length,
    may: {
      plan: events.every(({ item_id }) => may(actor, 'item.plan', items.get(item_id)!.section_id)),
      putLive: events.every(({ item_id, kind }) => may(actor, VERB_OF[kind], items.get(item_id)!.section_id)),
      rollBack: events.every(({ item_id }) => may(actor, 'item.roll-back', items.get(item_id)!.section_id)),
    },
  }
}
export type EditionPage = Awaited<ReturnType<typeof editionPage>>

/** What is cleared, not live and in no edition nor planned: it could go in one act. Where the actor may put live. */
export async function clearedWork(office: Office, actor: Actor) {
  const sections = sectionsWhere(actor, 'item.put-live')
  const rows = await readyDrafts(office.store.read, sections, LIST)
  return rows.map((row) => ({ ...row, section: actor.rights.sections.get(row.section)?.name ?? '' }))
}
