import { compareOrder } from '../../../core/tree/order'
import type { Done } from '../../../core/batch/action'
import { draftById, type ItemRow } from '../../store/items'
import { draftInEdition } from '../../store/pageTree'
import { must, sectionsWhere, type Actor } from '../people/access'
import { act } from '../listing/act'
import { keepDone } from '../listing/batches'
import { addToEdition } from '../planning/editionEntries'
import { openEdition, putEditionLive } from '../planning/editions'
import { sendTogether } from '../reviewing/sending'
import { beginDraft } from '../writing/drafts'
import { saveEdits } from '../writing/saving'
import type { Office } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { within } from '../within'
import { impactOf } from './treeImpact'
import { placed, type Placing, type TreeMove } from './treePlan'

/** How a move is carried out: as drafts, gathered in an edition (an open one, or a new one by its name), or at once. */
export type Into = { how: 'drafts' } | { how: 'edition'; edition: string | null; name: string } | { how: 'now'; name: string }

/** Writes the place of one page in a draft: of a page that readers get in one of its own, unless the edition has one of it. */
async function place(
  office: Office,
  actor: Actor,
  item: ItemRow,
  placing: Placing,
  into: { edition: string; name: string } | null,
): Promise<Done> {
  const db = office.store.read
  must(actor, 'item.write', item.section_id)
  const live = placing.page.path !== null
  const there = live ? into && (await draftInEdition(db, item.id, into.edition)) : placing.page.draft
  const edits = Object.entries(placed(placing)).map(([name, value]) => ({ op: 'field' as const, name, value }))
  if (there) {
    const { head_version: version } = found(await draftById(db, there), 'draft')
    return act(office, actor, { item: item.id, draft: there }, { do: 'rewrite', version, edits, into: null })
  }
  const { draft, head } = await office.store.write((tx) => beginDraft(office, tx, actor, item, into?.name ?? 'Another place'))
  const { version } = await saveEdits(office, actor, draft, { base: head, edits, named: true })
  if (into && live) await addToEdition(office, actor, { ...into, item, draft })
  return { said: into && live ? `Gathered in “${into.name}”` : 'In a draft of its own', draft, undo: { do: 'discard', draft, version } }
}

/**
 * Moves pages to a spot, as it was shown: all or none. What is not live is changed in its draft; of what readers get drafts are made,
 * gathered in an edition or not, or that edition goes live at once. Returns the batch that takes drafts back, and the edition: undone, it takes
 * back what went live.
 */
export async function movePages(
  office: Office,
  actor: Actor,
  { into, seen, ...move }: TreeMove & { into: Into; seen: string },
): Promise<{ batch: string | null; edition: string | null; live: boolean }> {
  sectionsWhere(actor, 'item.write')
  return office.store.write(async (tx) => {
    const inner = within(office, tx)
    const { impact, placings, items } = await impactOf(inner, actor, move)
    if (impact.refused.length) throw new Refusal('refused', impact.refused)
    if (impact.mark !== seen) throw refusal('changed-meanwhile', 'changed-meanwhile', { what: 'The page tree' })
    const isLive = placings.some(({ page }) => page.path !== null)
    if (into.how === 'edition' && into.edition !== null) await openEdition(tx, actor.rights.site, into.edition)
    const edition = into.how === 'drafts' || !isLive ? null : ((into.how === 'edition' ? into.edition : null) ?? inner.newId())
    const acts: { item: string; done: Done }[] = []
    for (const placing of placings.toSorted((one, other) => compareOrder(one.order, other.order))) {
      const gathered = edition === null || into.how === 'drafts' ? null : { edition, name: into.name }
      acts.push({ item: placing.page.id, done: await place(inner, actor, items.get(placing.page.id)!, placing, gathered) })
    }
    const live = into.how === 'now' ? acts.filter(({ item }) => items.get(item)!.on_site === 'live') : []
    const rest = acts.filter((one) => !live.includes(one))
    const batch = rest.length ? await keepDone(inner, tx, actor, 'Moved in the page tree', rest) : null
    if (edition === null || !live.length) return { batch, edition, live: false }
    const drafts = await Promise.all(live.map(async ({ done }) => found(await draftById(tx, done.draft!), 'draft')))
    await sendTogether(
      inner,
      actor,
      drafts.map(({ id, head_version: seen }) => ({ draft: id, seen })),
      '',
    )
    await putEditionLive(inner, actor, edition)
    return { batch, edition, live: true }
  })
}
