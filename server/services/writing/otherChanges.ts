import { KINDS, MAY_BECOME, type Filing, type Kind } from '../../../core/kinds/kinds'
import { isGated, routeOfChange, type OtherChange } from '../../../core/flow/route'
import type { Reader, Tx } from '../../store/database'
import { itemById, syncItems, type ItemRow } from '../../store/items'
import { readManifest, versionById } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { openAfterReview } from '../reviewing/afterwards'
import { changeLive, mustBeDone, type LiveDone } from '../publishing/live'
import type { LiveChange } from '../publishing/judging'
import { draftCleared, loadDraft, type LoadedDraft } from './loadedDraft'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { sendLoaded } from '../reviewing/sending'
import { routeFor } from '../reviewing/routes'
import { openChange, addDrafts, addDraftAuthors, draftAtGates, rerouteDrafts } from '../../store/drafts'

/** Whether the routes in force let a change of an item happen only through their gates. */
async function mustPassGates(db: Reader, actor: Pick<Actor, 'rights'>, item: ItemRow, change: OtherChange, to?: Filing): Promise<boolean> {
  const here = await routeFor(db, actor.rights, item.kind, item.section_id)
  return isGated(here, change) || (to !== undefined && isGated(await routeFor(db, actor.rights, to.kind, to.section), change))
}

/** The open line of work that would take an item off the site or move it, if there is one. */
const openProposal = (db: Reader, item: string, change: OtherChange) => openChange(db, item, change)

/** Whether gates stand against taking an item off the site now: its route has them and they have not cleared just this. */
export async function withdrawalHeld(db: Reader, actor: Pick<Actor, 'rights'>, item: ItemRow): Promise<boolean> {
  if (!(await mustPassGates(db, actor, item, 'withdrawal'))) return false
  const proposal = await openProposal(db, item.id, 'withdrawal')
  if (!proposal) return true
  const loaded = await loadDraft(db, proposal.id)
  return !draftCleared(loaded) || loaded.draft.base_version !== item.live_version
}

export interface ProposalInput {
  change: OtherChange
  /** To which section a move leads, or to which kind. */
  section?: string | undefined
  kind?: Kind | undefined
  note: string
}

/** How an item would be filed that moves to a section or becomes another kind; throws a refusal where that cannot be. */
export function filedAs(actor: Actor, item: ItemRow, { section = item.section_id, kind = item.kind }: Partial<Filing>): Filing {
  found(actor.rights.sections.get(section), 'section')
  if (kind !== item.kind && MAY_BECOME[item.kind] !== kind)
    throw refusal('refused', 'kind-fixed', { from: item.kind, to: kind, at: 'kind' })
  if (kind === item.kind && section === item.section_id) throw refusal('refused', 'section-same', { at: 'section' })
  return { section, kind }
}

/** Where a move leads, in words. */
export const leadsTo = (actor: Pick<Actor, 'rights'>, item: Pick<ItemRow, 'kind' | 'section_id'>, { section, kind }: Filing): string =>
  [
    kind === item.kind ? '' : `the ${KINDS[kind].many.toLowerCase()}`,
    section === item.section_id ? '' : (actor.rights.sections.get(section)?.name ?? 'another section'),
  ]
    .filter(Boolean)
    .join(' in ')

/** Asks the gates for leave to take a live item off the site or to move it, for what is live now. Returns the draft that goes their way. */
export async function propose(office: Office, actor: Actor, itemId: string, input: ProposalInput): Promise<{ draft: string }> {
  return office.store.write(async (tx) => {
    const item = found(await itemById(tx, itemId), 'item')
    must(actor, 'item.write', item.section_id)
    must(actor, 'item.send', item.section_id)
    if (item.on_site !== 'live' || !item.live_version) throw refusal('conflict', 'not-live')
    const to = input.change === 'move' ? filedAs(actor, item, input) : undefined
    if (to && to.kind !== item.kind) await mustRestAtNoGate(tx, itemId)
    if (!(await mustPassGates(tx, actor, item, input.change, to))) throw refusal('conflict', 'not-gated')
    if (await openProposal(tx, itemId, input.change)) throw refusal('conflict', 'proposed-before')
    const route = await routeFor(tx, actor.rights, item.kind, item.section_id)
    const leads = to && (await routeFor(tx, actor.rights, to.kind, to.section))
    // What becomes another kind where it is passes the gates of its route once.
    const there = leads && (to.section !== item.section_id || leads.id !== route.id) ? leads : null
    const draft = office.newId()
    const name = to ? `To ${leadsTo(actor, item, to)}` : 'Off the site'
    await addDrafts(tx, [
      {
        id: draft,
        item_id: itemId,
        name,
        change: input.change,
        to_section: to?.section ?? null,
        to_kind: to?.kind ?? null,
        to_route_id: there?.id ?? null,
        to_route_version: there?.version ?? null,
        base_version: item.live_version,
        head_version: item.live_version,
        route_id: route.id,
        route_version: route.version,
        review: 'draft',
        created_at: office.now(),
        created_by: actor.id,
      },
    ])
    await addDraftAuthors(tx, [{ draft_id: draft, person_id: actor.id }])
    await writeFact(office, tx, actor.id, 'draft.proposed', itemId, {
      draft,
      change: input.change,
      ...(to ? { to: to.section, kind: to.kind } : {}),
    })
    await sendLoaded(office, tx, actor, await loadDraft(tx, draft), input.note)
    await syncItems(tx, [itemId])
    return { draft }
  })
}

/** How the item of an open move would be filed. */
export const filingOf = ({ item, draft }: Pick<LoadedDraft, 'item' | 'draft'>): Filing => ({
  section: draft.to_section ?? item.section_id,
  kind: draft.to_kind ?? item.kind,
})

/** The rights to move a live item: readers see its section and kind, so it is as putting it live in both. */
function mustMoveLive(actor: Actor, item: ItemRow, to: Filing): void {
  for (const section of [item.section_id, to.section]) {
    must(actor, 'item.move', section)
    must(actor, 'item.put-live', section)
  }
}

/** The change of what is live that files an item otherwise, with the words it has. */
async function moveOf(tx: Tx, actor: Actor, item: ItemRow, to: Filing, draft: string | null): Promise<LiveChange> {
  const version = found(await versionById(tx, item.live_version!), 'version')
  return {
    do: 'put',
    item,
    to,
    version,
    manifest: await readManifest(tx, version.manifest),
    draft,
    cleared: true,
    behind: false,
    shownDate: 'keep',
    cause: 'moved',
    person: actor.id,
    event: null,
    about: { from: item.section_id, to: to.section, ...kindsOf(item, to) },
  }
}

const kindsOf = (item: ItemRow, to: Filing) => (to.kind === item.kind ? {} : { wasKind: item.kind, kind: to.kind })

/** Files a live item otherwise at once, where no gate is asked for it. */
export async function moveLive(office: Office, tx: Tx, actor: Actor, item: ItemRow, to: Filing): Promise<void> {
  mustMoveLive(actor, item, to)
  if (await mustPassGates(tx, actor, item, 'move', to)) throw refusal('conflict', 'gated', { act: 'move' })
  await doMove(office, tx, actor, item, to, null)
}

async function doMove(office: Office, tx: Tx, actor: Actor, item: ItemRow, to: Filing, draft: string | null): Promise<LiveDone> {
  const site = found(await office.site(), 'site')
  const result = mustBeDone(await changeLive(office, tx, site, [await moveOf(tx, actor, item, to, draft)]))
  await recordMove(office, tx, actor, item, to)
  return result
}

/** Gates clear a text as the kind that it is: what waits at them, or has passed them, does not become another. */
export async function mustRestAtNoGate(db: Reader, item: string): Promise<void> {
  const sent = await draftAtGates(db, item)
  if (sent) throw refusal('conflict', 'in-review', { draft: sent.name })
}

/** Notes in the journal that an item is filed otherwise; as another kind its open drafts go that one’s route. */
export async function recordMove(office: Office, tx: Tx, actor: Actor, item: ItemRow, to: Filing): Promise<void> {
  if (to.section !== item.section_id)
    await writeFact(office, tx, actor.id, 'item.moved', item.id, { from: item.section_id, to: to.section })
  if (to.kind === item.kind) return
  const route = await routeFor(tx, actor.rights, to.kind, to.section)
  await rerouteDrafts(tx, route.id, route.version, item.id)
  await writeFact(office, tx, actor.id, 'item.became', item.id, { from: item.kind, to: to.kind })
}

/** Does what its gates have cleared: takes the item off the site, or moves it. */
export async function carryOut(office: Office, tx: Tx, actor: Actor, loaded: LoadedDraft): Promise<LiveDone> {
  const { item, draft } = loaded
  if (draft.change === 'move') mustMoveLive(actor, item, filingOf(loaded))
  else must(actor, 'item.withdraw', item.section_id)
  if (!draftCleared(loaded)) throw refusal('refused', 'not-cleared', { what: 'change' })
  if (item.live_version !== draft.base_version) throw refusal('refused', 'behind', { since: 'asked' })
  if (filingOf(loaded).kind !== item.kind) await mustRestAtNoGate(tx, item.id)
  if (draft.change === 'move') return doMove(office, tx, actor, item, filingOf(loaded), draft.id)
  const site = found(await office.site(), 'site')
  return mustBeDone(await changeLive(office, tx, site, [{ do: 'withdraw', item, draft: draft.id, person: actor.id, event: null }]))
}

/** Takes an item off the site although its route asks gates first: with a reason, and a look at it afterwards. */
export async function withdrawPastGates(office: Office, tx: Tx, actor: Actor, item: ItemRow, reason: string): Promise<LiveDone> {
  must(actor, 'item.put-live-uncleared', item.section_id)
  if (!reason.trim()) throw refusal('refused', 'reason-missing', { at: 'exception' })
  const site = found(await office.site(), 'site')
  const version = found(await versionById(tx, item.live_version!), 'version')
  const whole = await loadDraft(tx, version.draft_id)
  const result = mustBeDone(
    await changeLive(office, tx, site, [{ do: 'withdraw', item, person: actor.id, event: null, about: { reason: reason.trim() } }]),
  )
  const route = routeOfChange('withdrawal', await routeFor(tx, actor.rights, item.kind, item.section_id))
  const state = { ...whole.state, clearances: [] }
  await openAfterReview(
    office,
    tx,
    { ...whole, item, head: version, route, state },
    { person: actor.id, reason: reason.trim(), at: result.at },
  )
  return result
}
