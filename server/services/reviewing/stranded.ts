import { serviceReason } from '../../../core/words/serviceReasons'
import type { Rights } from '../../../core/access/rights'
import { strandedAt } from '../../../core/flow/sound'
import type { Reason } from '../../../core/outcome'
import type { Tx } from '../../store/database'
import { draftsWhole, unclearedDrafts } from '../../store/drafts'
import { readManifest } from '../../store/versions'
import { loadedDraft } from '../writing/loadedDraft'

/** So many open drafts are looked at, the last changed first; a team with more has other troubles. */
const MOST_DRAFTS = 1_000

/**
 * The open drafts that could reach the end of their routes before a change of rights and could not after it, as reasons
 * with their titles and gates.
 */
export async function newlyStranded(tx: Tx, before: Rights, after: Rights): Promise<Reason[]> {
  const open = await unclearedDrafts(tx, MOST_DRAFTS)
  const wholes = await draftsWhole(
    tx,
    open.map(({ id }) => id),
  )
  const reasons: Reason[] = []
  for (const whole of wholes.values()) {
    // With all its gates first, which costs nothing to ask; which apply is looked up only where one is in doubt.
    const heads: Record<string, string> & { all: string } = { all: '' }
    const any = {
      section: whole.item.section_id,
      route: whole.route,
      state: { review: whole.draft.review, head: heads, authors: whole.authors, clearances: [] },
    }
    if (!strandedAt(after, any).length) continue
    const { route, state } = await loadedDraft(tx, whole, await readManifest(tx, whole.head.manifest))
    const underWay = { section: whole.item.section_id, route, state }
    const old = new Set(strandedAt(before, underWay).map(({ id }) => id))
    for (const gate of strandedAt(after, underWay))
      if (!old.has(gate.id)) reasons.push(serviceReason('draft-stranded', { title: whole.item.title, gate: gate.name, at: whole.draft.id }))
  }
  return reasons
}
