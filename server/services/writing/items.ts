import { freeSegment, makeSegment } from '../../../core/address/segment'
import { pathOf } from '../../../core/address/path'
import { blockBytes, contentSchema, manifestOf, type Content } from '../../../core/content/content'
import { defaultFields, type Fields, type OfficeFields } from '../../../core/content/fields'
import { noBody } from '../../../core/content/edits'
import { safeBlock } from '../../../core/content/sanitise'
import { can, type Filing, type Kind, KINDS } from '../../../core/kinds/kinds'
import type { Verb } from '../../../core/access/verbs'
import { compareOrder, keyAfter, orderOf } from '../../../core/tree/order'
import { addItem, changeItem, itemById, type ItemRow, syncItems, waitingDraftsOf } from '../../store/items'
import { addVersions, bytesOf } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { resumeFromBin } from '../planning/events'
import { cancelForBin } from '../../store/events'
import { restoreWaits } from '../reviewing/waits'
import { writeFact, type Office } from '../office'
import { routeFor } from '../reviewing/routes'
import { filedAs, moveLive, mustRestAtNoGate, recordMove } from './otherChanges'
import { mustRead } from './reading'
import { mustFit } from '../listing/pageSize'
import { found, refusal, Refusal } from '../refusal'
import { fieldsLive, pathLive, pathsWith } from '../../store/live'
import { addDrafts, addDraftAuthors } from '../../store/drafts'
import { ordersBelow } from '../../store/pageTree'

export interface NewItem {
  id?: string | undefined
  kind: Kind
  section: string
  title: string
  parent?: string | null | undefined
  content?: Partial<Content> | undefined
  /** Sends it on at once; only for kinds whose route has no gate. */
  sent?: boolean | undefined
}

export interface MadeItem {
  item: string
  draft: string
  version: string
}

/** Starts an item with its first draft and version. The address is made from the title, free among its siblings. */
export async function createItem(office: Office, actor: Actor, input: NewItem): Promise<MadeItem> {
  must(actor, 'item.write', input.section)
  const site = found(await office.site(), 'site')
  found(actor.rights.sections.get(input.section), 'section')
  const [item, draft, version] = [input.id ?? office.newId(), office.newId(), office.newId()]
  const at = office.now()
  const fields = { ...defaultFields(input.kind, site.language), ...input.content?.fields, title: input.title }
  if (input.parent !== undefined && can(input.kind, 'tree')) fields.parent = input.parent
  const body = contentSchema.shape.body.parse(input.content?.body ?? []).map(safeBlock)
  if (body.some(({ kind }) => kind === 'source')) must(actor, 'item.source', input.section)
  if (body.length && !can(input.kind, 'body')) throw new Refusal('refused', [noBody(input.kind)])
  mustFit(body.map(blockBytes))
  await office.store.write(async (tx) => {
    const route = await routeFor(tx, actor.rights, input.kind, input.section)
    if (can(input.kind, 'stream') && !fields.labels?.length) {
      const settings = await fieldsLive(tx, site.settings_item)
      const { defaultCategory } = JSON.parse(settings ?? '{}') as Fields
      if (defaultCategory) fields.labels = [defaultCategory]
    }
    if (KINDS[input.kind].address !== null && !fields.segment) {
      const wished = makeSegment(input.title)
      const parent = fields.parent ? await pathLive(tx, fields.parent) : null
      const taken = new Set((await pathsWith(tx, site.id, wished)).map((row) => row.path))
      fields.segment = wished && freeSegment(wished, (segment) => taken.has(pathOf(input.kind, { ...fields, segment }, parent) ?? ''))
    }
    // A page that is begun stands after those that are there.
    if (can(input.kind, 'tree') && fields.order === undefined) {
      const orders = (await ordersBelow(tx, site.id, fields.parent ?? null)).map(({ order }) => orderOf(order ?? undefined))
      fields.order = keyAfter(orders.sort(compareOrder).at(-1) ?? null, Date.parse(at))
    }
    const content = { fields, body }
    await addItem(tx, {
      id: item,
      site_id: site.id,
      kind: input.kind,
      section_id: input.section,
      language: fields.language ?? site.language,
      translation_group: item,
      created_at: at,
      created_by: actor.id,
      title: input.title,
      author_id: actor.id,
      changed_at: at,
      versions: 1,
      owner_id: actor.id,
    })
    await addVersions(tx, [
      {
        id: version,
        item,
        draft,
        number: 1,
        parent: null,
        author: actor.id,
        at,
        cause: 'begun',
        note: '',
        manifest: manifestOf(content),
        blocks: bytesOf(content),
      },
    ])
    await addDrafts(tx, [
      {
        id: draft,
        item_id: item,
        name: 'First draft',
        base_version: null,
        head_version: version,
        route_id: route.id,
        route_version: route.version,
        review: input.sent && !route.steps.length ? 'cleared' : 'draft',
        created_at: at,
        created_by: actor.id,
      },
    ])
    await addDraftAuthors(tx, [{ draft_id: draft, person_id: actor.id }])
    await writeFact(office, tx, actor.id, 'item.started', item, { kind: input.kind, title: input.title, version })
    await syncItems(tx, [item])
  })
  return { item, draft, version }
}

/** The item, if the actor may see what is worked on there. */
export async function readableItem(office: Office, actor: Actor, id: string): Promise<ItemRow> {
  const item = found(await itemById(office.store.read, id), 'item')
  if (item.ended_at) throw refusal('unknown', 'unknown', { what: 'ended-item' })
  await mustRead(office.store.read, actor, { id, section: item.section_id })
  return item
}

/** Changes facts for the office alone: at once, without version or gate. */
export async function changeOfficeFields(office: Office, actor: Actor, id: string, change: OfficeFields): Promise<void> {
  await office.store.write(async (tx) => {
    const item = found(await itemById(tx, id), 'item')
    must(actor, 'item.write', item.section_id)
    if (change.owner) found(actor.rights.people.get(change.owner), 'person')
    await changeItem(tx, id, {
      internal_name: change.internalName ?? item.internal_name,
      owner_id: change.owner === undefined ? item.owner_id : change.owner,
      review_by: change.reviewBy === undefined ? item.review_by : change.reviewBy,
      notes: change.notes ?? item.notes,
    })
    await writeFact(office, tx, actor.id, 'item.office-changed', id, change)
  })
}

/**
 * Moves an item to another section, or makes it another kind: its history, links and labels stay, and an address that changes
 * redirects. What is live moves for readers too.
 */
export async function moveItem(office: Office, actor: Actor, id: string, wanted: Partial<Filing>): Promise<void> {
  await office.store.write(async (tx) => {
    const item = found(await itemById(tx, id), 'item')
    must(actor, 'item.move', item.section_id)
    const to = filedAs(actor, item, wanted)
    must(actor, 'item.move', to.section)
    if (to.kind !== item.kind) await mustRestAtNoGate(tx, id)
    if (item.on_site === 'live') return moveLive(office, tx, actor, item, to)
    await changeItem(tx, id, { section_id: to.section, kind: to.kind })
    await recordMove(office, tx, actor, item, to)
  })
}

/** What taking something out of the bin asks: of those who put it there or began it the right to write, of others the right to discard. */
export const restoringVerb = (actor: Actor, own: readonly (string | null)[]): Verb =>
  own.includes(actor.id) ? 'item.write' : 'item.discard'

/** Puts an item that is not on the site into the bin, or takes it out. Its versions and drafts stay as they are. */
export async function binItem(office: Office, actor: Actor, id: string, into: boolean): Promise<void> {
  await office.store.write(async (tx) => {
    const item = found(await itemById(tx, id), 'item')
    must(actor, into ? 'item.discard' : restoringVerb(actor, [item.binned_by]), item.section_id)
    if (item.ended_at) throw refusal('unknown', 'unknown', { what: 'ended-item' })
    if ((item.binned_at !== null) === into) return
    if (item.on_site === 'live') throw refusal('conflict', 'is-live')
    await changeItem(tx, id, { binned_at: into ? office.now() : null, binned_by: into ? actor.id : null })
    if (into) await cancelForBin(tx, { item: id })
    else {
      await resumeFromBin(office, tx, actor, item, { item: id })
      // The only draft of what was never live went to the bin as its item.
      for (const draft of await waitingDraftsOf(tx, id)) {
        const waits = await restoreWaits(tx, draft)
        await writeFact(office, tx, actor.id, 'draft.reinstated', id, { draft: draft.id, review: draft.review, waits })
      }
    }
    await writeFact(office, tx, actor.id, into ? 'item.binned' : 'item.restored', id)
    await syncItems(tx, [id])
  })
}
