import { VERB_OF, plannable, resume } from './events'
import type { EventKind } from '../../../core/plan/events'
import type { Tx } from '../../store/database'
import type { NewRow } from '../../store/models'
import { editionById } from '../../store/editions'
import { addEvents, cancelElsewhere, changeEvent, eventById, eventsOfEdition, otherEditionOf, resumable } from '../../store/events'
import { draftById, itemById, syncItems, type ItemRow } from '../../store/items'
import { must, type Actor } from '../people/access'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal } from '../refusal'
import { within } from '../within'
import { insertEdition, mustGather, openEdition } from './editions'
import { entryRow } from './entryRow'

/** More entries than anyone can oversee, and than one act should change. */
const MOST_ENTRIES = 2_000
/**
 * Adds an item's draft to an edition, which is begun under a name where there is none with that id. Returns the entry, the edition that
 * the draft left for it, and the id of the event that was cancelled for it, if any.
 */
export async function addToEdition(
  office: Office,
  actor: Actor,
  { edition, name, item, draft }: { edition: string; name?: string | undefined; item: ItemRow; draft: string | undefined },
): Promise<{ entry: string; left: string | null; cancelled: string | null }> {
  mustGather(actor)
  return office.store.write(async (tx) => {
    if (name !== undefined && !(await editionById(tx, await siteId(office), edition)))
      await insertEdition(office, tx, actor, item.site_id, edition, { name })
    const { entries, left, cancelled } = await fill(within(office, tx), actor, edition, [{ item: item.id, draft }])
    return { entry: entries[0]!, left: left[0]?.edition ?? null, cancelled }
  })
}

export interface EntryInput {
  item: string
  /** The open draft that goes with it: of content, or a withdrawal or move that its gates decide. By default the one that stands for the item. */
  draft?: string | undefined
  /** Takes the item off the site, where no gate is asked for that. */
  withdraw?: boolean | undefined
}

/** A change that left another edition for this one. */
export interface LeftEdition {
  title: string
  edition: string
}

/**
 * Takes changes into an edition; a draft's own moment gives way to the edition's, and another edition that it was in loses it, which is
 * told. Refused whole where one of them cannot be.
 */
export async function addEntries(
  office: Office,
  actor: Actor,
  id: string,
  inputs: EntryInput[],
): Promise<{ entries: string[]; left: LeftEdition[] }> {
  const { entries, left } = await fill(office, actor, id, inputs)
  return { entries, left }
}

async function fill(office: Office, actor: Actor, id: string, inputs: EntryInput[]) {
  mustGather(actor)
  return office.store.write(async (tx) => {
    const edition = await openEdition(tx, actor.rights.site, id)
    const before = await eventsOfEdition(tx, id)
    if (before.length + inputs.length > MOST_ENTRIES) throw refusal('refused', 'edition-full', { most: MOST_ENTRIES })
    const taken = new Set(before.map(({ item_id }) => item_id))
    const entries: string[] = []
    const left: LeftEdition[] = []
    let cancelled: string | null = null
    const rows: NewRow<'planned_event'>[] = []
    for (const input of inputs) {
      const item = found(await itemById(tx, input.item), 'item')
      must(actor, 'item.plan', item.section_id)
      if (item.binned_at) throw refusal('conflict', 'item-binned', { title: item.title })
      if (taken.has(item.id)) throw refusal('conflict', 'in-edition', { title: item.title })
      taken.add(item.id)
      const { kind, draft } = await entryOf(tx, item, input)
      must(actor, VERB_OF[kind], item.section_id)
      if (draft !== null) {
        const other = await otherEditionOf(tx, draft, id)
        if (other) {
          left.push({ title: item.title, edition: other.name })
          await writeFact(office, tx, actor.id, 'edition.taken-out', item.id, other)
        }
        cancelled = await cancelElsewhere(tx, draft, id)
      }
      const event = office.newId()
      entries.push(event)
      rows.push(entryRow(office, edition, event, item.id, kind, { draft }))
    }
    await addEvents(tx, rows)
    await writeFact(office, tx, actor.id, 'edition.filled', null, {
      edition: id,
      name: edition.name,
      items: inputs.map(({ item }) => item),
    })
    await syncItems(
      tx,
      inputs.map(({ item }) => item),
    )
    return { entries, left, cancelled }
  })
}

async function entryOf(tx: Tx, item: ItemRow, input: EntryInput): Promise<{ kind: EventKind; draft: string | null }> {
  if (input.withdraw) {
    if (item.on_site !== 'live') throw refusal('conflict', 'not-live', { title: item.title })
    return { kind: 'withdraw', draft: null }
  }
  const named = input.draft === undefined ? undefined : await draftById(tx, input.draft)
  if (named && named.change !== 'content' && named.item_id === item.id && !named.closed_at) {
    // What else is being written would go its gates as the kind that it was.
    if (named.to_kind !== null && named.to_kind !== item.kind) throw refusal('refused', 'kind-not-gathered')
    return { kind: 'carry-out', draft: named.id }
  }
  return { kind: 'put-live', draft: await plannable(tx, item, input.draft) }
}

/**
 * Takes one change out of an edition, late as it may be; its draft stays. `resumes` names the event of that draft that had been
 * cancelled for the edition: it is planned again, where the actor may do what it does.
 */
export async function removeEntry(office: Office, actor: Actor, id: string, eventId: string, resumes: string | null = null): Promise<void> {
  mustGather(actor)
  await office.store.write(async (tx) => {
    const edition = await openEdition(tx, actor.rights.site, id)
    const event = found(await eventById(tx, await siteId(office), eventId), 'entry')
    if (event.edition_id !== id || (event.state !== 'planned' && event.state !== 'held'))
      throw refusal('unknown', 'unknown', { what: 'entry' })
    const item = found(await itemById(tx, event.item_id), 'item')
    must(actor, 'item.plan', item.section_id)
    await changeEvent(tx, eventId, { state: 'cancelled' })
    await writeFact(office, tx, actor.id, 'edition.taken-out', item.id, { edition: id, name: edition.name, event: eventId })
    const before = resumes !== null && event.draft_id !== null ? await resumable(tx, event.draft_id, resumes, office.now()) : undefined
    if (before) {
      must(actor, VERB_OF[before.kind], item.section_id)
      await resume(office, tx, actor, item.id, [before])
    }
    await syncItems(tx, [item.id])
  })
}
