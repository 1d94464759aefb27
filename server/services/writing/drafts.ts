import type { Tx } from '../../store/database'
import { addAuthorsFrom, addDrafts, changeDraft, openDraftCount, otherDraft } from '../../store/drafts'
import { baseOnSite, changeItem, draftById, itemById, type ItemRow, syncItems } from '../../store/items'
import { lastLive, newestVersion } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { draftToChange, loadDraft, seenDraft } from './loadedDraft'
import { routeFor } from '../reviewing/routes'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { restoreWaits, noteStep, takeWaits, waitingAt } from '../reviewing/waits'
import { resumeFromBin } from '../planning/events'
import { cancelForBin } from '../../store/events'
import { restoringVerb } from './items'

/** What a draft is called that nobody gave a name. */
export const NEW_DRAFT = 'Change'

/** More lines of work on one item at once than anyone can oversee are refused. */
const MAX_OPEN_DRAFTS = 12

/**
 * Begins a line of work on an item, based on its live version; on the one that was live last where it was
 * withdrawn, and on its newest one while it was never live. Without a
 * name it answers the open draft that stands for the item, where there is one; with a name it begins one beside.
 */
export async function openDraft(office: Office, actor: Actor, itemId: string, name?: string): Promise<{ draft: string; head: string }> {
  return office.store.write(async (tx) => {
    const item = found(await itemById(tx, itemId), 'item')
    must(actor, 'item.write', item.section_id)
    const standing = item.draft_id && name === undefined ? await draftById(tx, item.draft_id) : undefined
    if (standing?.change === 'content' && !item.binned_at) return { draft: standing.id, head: standing.head_version }
    return beginDraft(office, tx, actor, item, name ?? NEW_DRAFT)
  })
}

/** Begins a line of work beside those that are open. */
export async function beginDraft(
  office: Office,
  tx: Tx,
  actor: Actor,
  item: ItemRow,
  name: string,
): Promise<{ draft: string; head: string }> {
  if (item.binned_at) throw refusal('conflict', 'item-binned')
  if ((await openDraftCount(tx, item.id)) >= MAX_OPEN_DRAFTS) throw refusal('conflict', 'drafts-many', { most: MAX_OPEN_DRAFTS })
  // What is not on the site is written on from what was there last, and stands on nothing that readers get.
  const base = baseOnSite(item)
  const head = base ?? (await lastLive(tx, item.id)) ?? (await newestVersion(tx, item.id))
  const id = office.newId()
  const route = await routeFor(tx, actor.rights, item.kind, item.section_id)
  await addDrafts(tx, [
    {
      id,
      item_id: item.id,
      name,
      base_version: base,
      head_version: head,
      route_id: route.id,
      route_version: route.version,
      review: 'draft',
      created_at: office.now(),
      created_by: actor.id,
    },
  ])
  // What was never live is written on from another draft: its authors come along.
  if (item.on_site === 'none') await addAuthorsFrom(tx, id, [head])
  await writeFact(office, tx, actor.id, 'draft.opened', item.id, { draft: id, base: head })
  await syncItems(tx, [item.id])
  return { draft: id, head }
}

/** Gives a draft another name, for the office alone. */
export async function renameDraft(office: Office, actor: Actor, draftId: string, name: string): Promise<void> {
  await office.store.write(async (tx) => {
    const { item } = await draftToChange(tx, draftId, (draft) => must(actor, 'item.write', draft.item.section_id))
    await changeDraft(tx, draftId, { name })
    await writeFact(office, tx, actor.id, 'draft.renamed', item.id, { draft: draftId, name })
  })
}

/** Ends a draft without going live. Its versions stay; the only draft of an item that was never live takes it to the bin. */
export async function discardDraft(office: Office, actor: Actor, draftId: string, seen: string | undefined): Promise<void> {
  await office.store.write(async (tx) => {
    const loaded = await seenDraft(tx, draftId, seen, ({ draft, item }) =>
      must(actor, draft.created_by === actor.id ? 'item.write' : 'item.discard', item.section_id),
    )
    const { item } = loaded
    const at = office.now()
    await cancelForBin(tx, { draft: draftId })
    await takeWaits(tx, draftId)
    const other = await otherDraft(tx, item.id, draftId)
    const whole = item.on_site === 'none' && !other
    if (whole) await changeItem(tx, item.id, { binned_at: at, binned_by: actor.id })
    else await changeDraft(tx, draftId, { closed_at: at, closed_by: actor.id, outcome: 'discarded' })
    await noteStep(office, tx, loaded.route, {
      person: actor.id,
      action: whole ? 'item.binned' : 'draft.discarded',
      item: item.id,
      draft: draftId,
      waits: [],
    })
    await syncItems(tx, [item.id])
  })
}

/** Opens a discarded draft again, as it was: its versions, notes and clearances, what waited at gates, and what was planned. */
export async function reopenDraft(office: Office, actor: Actor, draftId: string): Promise<void> {
  await office.store.write(async (tx) => {
    const loaded = await loadDraft(tx, draftId)
    const { item, draft } = loaded
    must(actor, restoringVerb(actor, [draft.created_by, draft.closed_by]), item.section_id)
    if (item.binned_at) throw refusal('conflict', 'item-binned')
    if (!draft.closed_at) return
    if (draft.outcome !== 'discarded') throw refusal('conflict', 'draft-closed', { outcome: draft.outcome === 'live' ? 'live' : 'ended' })
    await changeDraft(tx, draftId, { closed_at: null, closed_by: null, outcome: null })
    if (draft.review === 'in_review') await restoreWaits(tx, draft, waitingAt(loaded.route, loaded.state))
    await resumeFromBin(office, tx, actor, item, { draft: draftId })
    await noteStep(office, tx, loaded.route, {
      person: actor.id,
      action: 'draft.reopened',
      item: item.id,
      draft: draftId,
      waits: waitingAt(loaded.route, loaded.state),
    })
    await syncItems(tx, [item.id])
  })
}
