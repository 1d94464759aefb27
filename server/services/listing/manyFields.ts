import type { Done } from '../../../core/batch/action'
import { applyEdits } from '../../../core/content/edits'
import type { Manifest } from '../../../core/content/content'
import type { NewFact } from '../../../core/journal/actions'
import { personBehind } from '../../../core/access/rights'
import { accept, refuse, type Outcome } from '../../../core/outcome'
import type { Route } from '../../../core/flow/route'
import type { Tx } from '../../store/database'
import { addDraftAuthors, addDrafts, draftsWhole, type DraftWhole } from '../../store/drafts'
import { baseOnSite, itemsByIds, syncItems, type ItemRow } from '../../store/items'
import { appendJournal } from '../../store/journal'
import { addVersions, readManifests, versionsByIds, type VersionRow } from '../../store/versions'
import { may, type Actor } from '../people/access'
import type { Target } from './act'
import { NEW_DRAFT } from '../writing/drafts'
import { doneInDraft, fieldChange, type FieldAction, type FieldChange } from './fieldChange'
import { fact, type Office, siteId } from '../office'
import { Refusal } from '../refusal'
import { routeFor } from '../reviewing/routes'

/** A change that was found good: of an open draft, or of one to be begun on what is live. */
interface Wanted {
  item: ItemRow
  whole: DraftWhole | null
  head: VersionRow
  change: FieldChange
  before: Manifest
  after: Manifest
}

/**
 * Changes a field of many items with few questions to the store, as {@link act} does it for each: the same rows, facts and
 * words. Returns an outcome for each target that is plain: what is live and has no draft, or has an open one that no gate has
 * seen. `null` is for the others, which are left for `act`.
 */
export async function manyFields(
  office: Office,
  tx: Tx,
  actor: Actor,
  targets: readonly Target[],
  action: FieldAction,
): Promise<(Outcome<Done> | null)[]> {
  const items = await itemsByIds(tx, [...new Set(targets.map(({ item }) => item))])
  const draftOf = ({ item, draft }: Target) => draft ?? items.get(item)?.draft_id ?? null
  const wholes = await draftsWhole(
    tx,
    targets.flatMap((target) => draftOf(target) ?? []),
  )
  const seen = new Set<string>()
  const plain = targets.map((target) => {
    const item = items.get(target.item)
    const id = draftOf(target)
    const whole = id === null ? null : wholes.get(id)
    if (!item || whole === undefined || seen.has(item.id) || !isPlain(actor, item, whole)) return null
    seen.add(item.id)
    return { item, whole }
  })
  const bases = new Map(
    (
      await versionsByIds(
        tx,
        plain.flatMap((one) => (one && !one.whole ? baseOnSite(one.item)! : [])),
      )
    ).map((version) => [version.id, version]),
  )
  const headed = plain.map((one) => one && { ...one, head: one.whole?.head ?? bases.get(baseOnSite(one.item)!)! })
  const manifests = await readManifests(
    tx,
    headed.flatMap((one) => one?.head.manifest ?? []),
  )
  const wanted = headed.map((one) => one && changeOf(one, manifests.get(one.head.manifest)!, action))
  const done = await write(
    office,
    tx,
    actor,
    wanted.flatMap((one) => (one?.ok ? one.value : [])),
  )
  return wanted.map((one) => (one?.ok ? accept(done.get(one.value)!) : one))
}

/** What needs no look at gates, other drafts or the bin; all else is for the one way that does. */
function isPlain(actor: Actor, item: ItemRow, whole: DraftWhole | null): boolean {
  if (item.binned_at || item.ended_at || !may(actor, 'item.read', item.section_id) || !may(actor, 'item.write', item.section_id))
    return false
  if (!whole) return item.live_version !== null
  const { draft, clearances } = whole
  return (
    draft.item_id === item.id &&
    draft.change === 'content' &&
    !draft.closed_at &&
    draft.review === 'draft' &&
    draft.lapsed === null &&
    !clearances.length
  )
}

function changeOf(one: Omit<Wanted, 'change' | 'before' | 'after'>, before: Manifest, action: FieldAction): Outcome<Wanted> | null {
  try {
    const change = fieldChange(one.item.kind, before.fields, action)
    // Titles carry addresses with them, and addresses and parents are looked up: that is for the one way that does.
    if (change.name === 'title' || change.name === 'segment' || change.name === 'parent') return null
    const saved = applyEdits(one.item.kind, before, before, [{ op: 'field', name: change.name, value: change.to }])
    return saved.ok ? accept({ ...one, change, before, after: saved.value.manifest }) : refuse(...saved.reasons)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return refuse(...error.reasons)
  }
}

async function write(office: Office, tx: Tx, actor: Actor, wanted: Wanted[]): Promise<Map<Wanted, Done>> {
  if (!wanted.length) return new Map()
  const at = office.now()
  const routes = new Map<string, Route>()
  for (const { item, whole } of wanted) {
    const key = `${item.kind} ${item.section_id}`
    if (!whole && !routes.has(key)) routes.set(key, await routeFor(tx, actor.rights, item.kind, item.section_id))
  }
  const rows = wanted.map((one) => ({ ...one, draft: one.whole?.draft.id ?? office.newId(), version: office.newId() }))
  await addDrafts(
    tx,
    rows.flatMap(({ item, whole, head, draft }) => {
      const route = whole ? null : routes.get(`${item.kind} ${item.section_id}`)!
      return route
        ? [
            {
              id: draft,
              item_id: item.id,
              name: NEW_DRAFT,
              base_version: head.id,
              head_version: head.id,
              route_id: route.id,
              route_version: route.version,
              review: 'draft',
              created_at: at,
              created_by: actor.id,
            },
          ]
        : []
    }),
  )
  // Before the versions, which then find what lists show of the items as they leave it: that is written once.
  await syncItems(
    tx,
    rows.flatMap(({ item, whole }) => (whole ? [] : item.id)),
    at,
  )
  await addVersions(
    tx,
    rows.map(({ item, head, draft, version, before, after }) => ({
      id: version,
      item: item.id,
      draft,
      number: item.versions + 1,
      parent: { id: head.id, manifestHash: head.manifest, manifest: before },
      author: actor.id,
      at,
      cause: 'save' as const,
      note: '',
      manifest: after,
      blocks: new Map(),
    })),
  )
  const self = personBehind(actor.rights, actor.id)
  await addDraftAuthors(
    tx,
    rows.flatMap(({ whole, draft }) => (whole?.authors.includes(self) ? [] : [{ draft_id: draft, person_id: actor.id }])),
  )
  await appendJournal(
    tx,
    await siteId(office),
    rows.flatMap(({ item, whole, head, draft, version }): NewFact[] => [
      ...(whole ? [] : [fact(office, actor.id, 'draft.opened', item.id, { draft, base: head.id })]),
      fact(office, actor.id, 'draft.saved', item.id, { draft, version, number: item.versions + 1, cause: 'save' }),
    ]),
  )
  return new Map(
    rows.map(({ item, whole, change, draft, version }, index) => [
      wanted[index]!,
      doneInDraft(item, change, { id: draft, opened: !whole, version }),
    ]),
  )
}
