import type { Fields } from '../../../core/content/fields'
import { keysToPlace, type OrderKey } from '../../../core/tree/order'
import { branchOf, pageTree, topsOf, treeLines, type Spot } from '../../../core/tree/pageTree'
import type { Reader } from '../../store/database'
import type { ItemRow } from '../../store/items'
import { manifestsOfVersions, versionsByIds } from '../../store/versions'
import type { Actor } from '../people/access'
import type { LiveChange } from '../publishing/judging'
import type { Office } from '../office'
import { found, refusal } from '../refusal'
import { pagesInTree, type TreePageView } from './pageTree'

/** So many pages are moved at once; what stands below them comes along and is not counted. */
export const MOST_MOVED = 200
/** Pages, and the spot that they are moved to. */
export interface TreeMove extends Spot {
  pages: string[]
}

/** A page with the place that it gets. */
export interface Placing {
  page: TreePageView
  parent: string | null
  order: OrderKey
}

/** What is written so that pages stand at a spot. Throws a refusal where there is no such page or spot, or they stand there. */
export async function planMove(
  office: Office,
  actor: Actor,
  db: Reader,
  { pages: ids, parent, before }: TreeMove,
): Promise<{ pages: TreePageView[]; placings: Placing[] }> {
  const pages = await pagesInTree(office, actor, db)
  const tree = pageTree(pages)
  const byId = new Map(pages.map((page) => [page.id, page]))
  for (const id of ids) found(byId.get(id), 'item')
  // They stand there in the order in which they stand here.
  const chosen = new Set(ids)
  const inOrder = chosen.size > 1 ? treeLines(tree, () => true).map(({ page }) => page) : pages
  const moved = topsOf(
    tree,
    inOrder.filter(({ id }) => chosen.has(id)),
  )
  const movedIds = new Set(moved.map(({ id }) => id))
  if (parent !== null) found(byId.get(parent), 'item')
  for (const page of moved)
    if (branchOf(tree, page).some(({ id }) => id === parent)) throw refusal('refused', 'parent-loop', { asked: 'parent', at: 'parent' })
  const there = tree.get(parent) ?? []
  const from = before === null ? there.length : there.findIndex(({ id }) => id === before)
  if (from < 0) throw refusal('unknown', 'unknown', { what: 'item' })
  // Of those that are moved themselves none is left to stand before.
  const next = there.slice(from).find(({ id }) => !movedIds.has(id))
  const siblings = there.filter(({ id }) => !movedIds.has(id))
  const at = next ? siblings.indexOf(next) : siblings.length
  const wanted = siblings.toSpliced(at, 0, ...moved)
  if (wanted.length === there.length && wanted.every((page, index) => page === there[index]))
    throw refusal('conflict', 'unchanged', { what: 'there' })
  const keys = keysToPlace(
    siblings,
    moved.map(({ id }) => id),
    at,
  )
  return { pages, placings: [...keys].map(([id, order]) => ({ page: byId.get(id)!, parent, order })) }
}

/** The fields that a placing writes. */
export const placed = ({ parent, order }: Placing): Fields => ({ parent, order })

/** The changes of the live site that a plan asks for. */
export async function liveChanges(
  db: Reader,
  actor: Actor,
  placings: readonly Placing[],
  items: ReadonlyMap<string, ItemRow>,
): Promise<LiveChange[]> {
  const live = placings.filter(({ page }) => page.path !== null)
  const versions = new Map(
    (
      await versionsByIds(
        db,
        live.flatMap(({ page }) => items.get(page.id)!.live_version ?? []),
      )
    ).map((version) => [version.item_id, version]),
  )
  const manifests = await manifestsOfVersions(
    db,
    [...versions.values()].map(({ id }) => id),
  )
  return live.map((placing): LiveChange => {
    const version = versions.get(placing.page.id)!
    const manifest = manifests.get(version.id)!
    return {
      do: 'put',
      item: items.get(placing.page.id)!,
      person: actor.id,
      event: null,
      version,
      manifest: { ...manifest, fields: { ...manifest.fields, ...placed(placing) } },
      draft: null,
      cleared: true,
      behind: false,
      shownDate: 'keep',
      cause: 'put-live',
    }
  })
}
