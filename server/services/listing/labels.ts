import { can } from '../../../core/kinds/kinds'
import type { Action, Done } from '../../../core/batch/action'
import { LABEL_TYPES, type LabelType } from '../../../core/kinds/label'
import { isBelow, isReplacedBy } from '../../../core/labels/tree'
import { itemById } from '../../store/items'
import { listLabels } from '../../store/labels'
import { labelledAfter } from '../../store/listed'
import { may, sectionsWhere, type Actor } from '../people/access'
import { act } from './act'
import { begin } from './batches'
import type { Office } from '../office'
import { found, refusal } from '../refusal'
import { within } from '../within'

export interface LabelView {
  id: string
  title: string
  type: LabelType
  section: string
  summary: string
  /** The label that this one is a part of, of categories. */
  broader: string | null
  /** The label that its address leads to once nothing live has it. */
  replacedBy: string | null
  onSite: 'none' | 'live' | 'withdrawn'
  draftState: string | null
  path: string | null
  /** Live items that have it, which its listing shows. */
  live: number
  /** Items that the actor may see and that have it now or in an open draft. */
  items: number
}

const MOST = 5_000

/** The labels that the actor may see, by name, with how much has each. */
export async function labels(office: Office, actor: Actor): Promise<LabelView[]> {
  const readable = sectionsWhere(actor, 'item.read')
  const site = found(await office.site(), 'site')
  const rows = await listLabels(office.store.read, site.id, readable, MOST)
  return rows.map((row) => ({ ...row, type: LABEL_TYPES.find((type) => type === row.type) ?? 'tag' }))
}

export interface LabelChange {
  title?: string | undefined
  summary?: string | undefined
  type?: LabelType | undefined
  broader?: string | null | undefined
}

/**
 * Changes what readers see of a label. It goes the way of every item: into its draft and on to its route; where that has no
 * gate, and the actor may put live, and the label is on the site, it is live at once. Returns what came of it, step by step.
 */
export async function changeLabel(office: Office, actor: Actor, id: string, change: LabelChange): Promise<{ said: string }> {
  const item = found(await itemById(office.store.read, id), 'label')
  if (!can(item.kind, 'sorting')) throw refusal('refused', 'not-a-label')
  if (change.broader) await mustBeBroader(office, actor, id, change.broader)
  const { title, summary, type, broader } = change
  const wanted = Object.entries({ title, summary, labelType: type, broader }).filter(([, to]) => to !== undefined)
  return office.store.write(async (tx) => {
    const inner = within(office, tx)
    const done: Done[] = []
    for (const [name, to] of wanted) done.push(await act(inner, actor, { item: id, draft: null }, { do: 'field', name, to } as Action))
    // A draft that was open before may hold what nobody wants live yet.
    const begun = done[0]?.undo?.do === 'discard'
    if (item.on_site !== 'live' || !begun || !may(actor, 'item.send', item.section_id)) return { said: done.at(-1)?.said ?? '' }
    const { said: sent, undo, draft } = await act(inner, actor, { item: id, draft: null }, { do: 'send', note: '' })
    // What waits at a gate can be taken back; what has none is cleared.
    if (undo !== null || !may(actor, 'item.put-live', item.section_id)) return { said: sent }
    return { said: (await act(inner, actor, { item: id, draft }, { do: 'put-live' })).said }
  })
}

/** So many rows are looked up in one go. */
const ROWS = 2_000

/**
 * Begins to find out what merging a label into another would do: all that have it and that the actor may see, live or in a
 * draft, get the other in its place, and its own address leads there once nothing live has it. Nothing is done before it is
 * told to run.
 */
export async function mergeLabel(office: Office, actor: Actor, id: string, into: string): Promise<{ batch: string; total: number }> {
  const all = new Map((await labels(office, actor)).map((label) => [label.id, label]))
  const [label, other] = [found(all.get(id), 'label'), found(all.get(into), 'label')]
  if (isReplacedBy(all, into, id)) throw refusal('refused', 'label-loop', { by: 'replacing', at: 'into' })
  const readable = sectionsWhere(actor, 'item.read')
  async function* parts() {
    for (let after = -1; ;) {
      const rows = await labelledAfter(office.store.read, id, readable, after, ROWS)
      if (rows.length) yield rows
      if (rows.length < ROWS) break
      after = rows.at(-1)!.n
    }
    if (label.replacedBy !== into) yield [{ item: id, draft: null, action: { do: 'field', name: 'replacedBy', to: into } satisfies Action }]
  }
  return begin(office, actor, { do: 'label', add: [into], remove: [id] }, parts(), `“${label.title}” merged into “${other.title}”`)
}

async function mustBeBroader(office: Office, actor: Actor, id: string, broader: string): Promise<void> {
  const all = new Map((await labels(office, actor)).map((label) => [label.id, label]))
  if (all.get(broader)?.type !== 'category') throw refusal('refused', 'not-a-category', { at: 'broader' })
  if (isBelow(all, broader, id)) throw refusal('refused', 'label-loop', { by: 'belonging', at: 'broader' })
}
