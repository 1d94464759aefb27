import { reasonAbout } from '../../../core/words/reason'
import { VERB_OF } from './events'
import type { LateWay } from '../../../core/plan/events'
import type { Reader, Tx } from '../../store/database'
import type { NewRow } from '../../store/models'
import { addEdition, setEdition, editionById, openEditionNamed, type EditionRow } from '../../store/editions'
import { addEvents, cancelOfEdition, changeEvent, type EventRow, eventsOfEdition } from '../../store/events'
import { itemsByIds, syncItems } from '../../store/items'
import { newestRoute } from '../../store/routes'
import { may, must, sectionsWhere, type Actor } from '../people/access'
import { beginDraft } from '../writing/drafts'
import { clearEdition } from './editionGates'
import { goLive } from './editionRun'
import { momentAhead, type Moment } from './moments'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { entryRow } from './entryRow'

/** Who may set times somewhere may gather changes; each entry asks its own rights. */
export const mustGather = (actor: Actor) => void sectionsWhere(actor, 'item.plan')

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
    await mustBeFree(tx, site.id, input.name, edition)
    await insertEdition(office, tx, actor, site.id, edition, input)
  })
  return { edition }
}

/** Throws where another edition that is being built has a name: nobody could tell them apart where one is chosen. */
async function mustBeFree(tx: Tx, site: string, name: string, id: string): Promise<void> {
  if (await openEditionNamed(tx, site, name, id)) throw refusal('conflict', 'edition-named', { at: 'name' })
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
  await writeFact(office, tx, actor.id, 'edition.made', null, { edition: id, name: input.name })
}

/** An edition that is not live and not given up. */
export async function openEdition(tx: Tx, site: string, id: string): Promise<EditionRow> {
  const edition = found(await editionById(tx, site, id), 'edition')
  if (edition.state === 'live') throw refusal('conflict', 'edition-live')
  if (edition.state === 'dropped') throw refusal('conflict', 'edition-dropped')
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
    const edition = await openEdition(tx, actor.rights.site, id)
    const events = await waiting(tx, id)
    await mustPlanAll(tx, actor, events)
    if (input.name !== undefined) await mustBeFree(tx, site.id, input.name, id)
    if (input.owner !== undefined && !actor.rights.people.get(input.owner)?.active)
      throw refusal('refused', 'owner-unknown', { at: 'owner' })
    if (input.route !== undefined) {
      // A gate on top is asked for by whoever builds the edition; only a keeper of routes takes it away again.
      if (edition.route_id !== null) must(actor, 'route.change', null)
      if (input.route !== null) found(await newestRoute(tx, site.id, input.route), 'route')
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
    const now = found(await editionById(tx, site.id, id), 'edition')
    if (timed || input.owner !== undefined) {
      for (const event of events)
        await changeEvent(tx, event.id, { ...timed, owner_id: now.owner_id, ...(timed ? { state: 'planned', reasons: null } : {}) })
      await syncItems(
        tx,
        events.map(({ item_id }) => item_id),
      )
    }
    await writeFact(office, tx, actor.id, 'edition.changed', null, {
      edition: id,
      name: now.name,
      ...(input.moment === undefined ? {} : { at: now.at, was: edition.at }),
      ...(input.owner === undefined ? {} : { owner: now.owner_id }),
      ...(input.route === undefined ? {} : { route: now.route_id }),
    })
  })
}

/** Gives an edition up; the drafts in it stay, without a moment. */
export async function dropEdition(office: Office, actor: Actor, id: string): Promise<void> {
  mustGather(actor)
  await office.store.write(async (tx) => {
    const edition = await openEdition(tx, actor.rights.site, id)
    const events = await waiting(tx, id)
    await mustPlanAll(tx, actor, events)
    await cancelOfEdition(tx, id)
    await setEdition(tx, id, { state: 'dropped' })
    await writeFact(office, tx, actor.id, 'edition.dropped', null, { edition: id, name: edition.name })
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
    const edition = await openEdition(tx, actor.rights.site, id)
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
      reasons.map((reason) => reasonAbout(`“${items.get(event.item_id)!.title}”`, reason, event.item_id)),
    )
    throw new Refusal('refused', [...outcome.reasons, ...named])
  })
}

/** Clears the edition as a whole at a gate of its own route. */
export function clearWhole(office: Office, actor: Actor, id: string, gate: string, text: string): Promise<void> {
  sectionsWhere(actor, 'item.review')
  return office.store.write(async (tx) =>
    clearEdition(office, tx, actor, await openEdition(tx, actor.rights.site, id), await waiting(tx, id), gate, text),
  )
}

/** Begins an edition of the next season from one: a new draft of each item that it changed, of what is live now. */
export async function copyEdition(office: Office, actor: Actor, id: string, name: string): Promise<{ edition: string; left: string[] }> {
  mustGather(actor)
  return office.store.write(async (tx) => {
    const source = found(await editionById(tx, await siteId(office), id), 'edition')
    const events = (await eventsOfEdition(tx, id)).filter(({ kind }) => kind === 'put-live' || kind === 'window' || kind === 'restore')
    const copy = { ...source, id: office.newId(), owner_id: actor.id, at: null, wall_date: null, wall_time: null, zone: null, fold: null }
    await mustBeFree(tx, source.site_id, name, copy.id)
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
