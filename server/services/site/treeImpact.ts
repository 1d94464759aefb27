import type { Reason } from '../../../core/outcome'
import { sha256Hex } from '../../../core/content/canonical'
import { accessOfKey, type Access } from '../../../core/members/access'
import { inheritedAccess } from '../../../core/members/inherited'
import { reason } from '../../../core/words/ruleReasons'
import type { Reader } from '../../store/database'
import { itemsByIds, type ItemRow } from '../../store/items'
import { liveByIds } from '../../store/live'
import { linkedByAddress } from '../../store/pageTree'
import { redirectsFrom } from '../../store/redirects'
import { whyNot, type Actor } from '../people/access'
import { instantFor, judgeAt } from '../publishing/judging'
import { routeFor } from '../reviewing/routes'
import type { Office } from '../office'
import { found } from '../refusal'
import type { TreePageView } from './pageTree'
import { liveChanges, planMove, type Placing, type TreeMove } from './treePlan'

/** So many of each kind of consequence are named; the rest is counted. */
const MOST_NAMED = 100

/** A few of something, and how many there are. */
export interface Some<T> {
  some: T[]
  count: number
}
const some = <T>(all: readonly T[]): Some<T> => ({ some: all.slice(0, MOST_NAMED), count: all.length })

export interface MoveImpact {
  /** The pages that are moved, and the siblings that get a new place because they had the same one. */
  pages: { item: string; title: string; live: boolean }[]
  beside: { item: string; title: string }[]
  /** Live pages whose address changes: the old one leads to the new one. */
  addresses: Some<{ item: string; title: string; was: string; now: string }>
  /** Where moved pages stand in the menu: below which, or in none (`null`). */
  menus: Some<{ item: string; title: string; was: string[] | null; now: string[] | null }>
  /** Live pages that other readers may read, since other pages stand above them. */
  readers: Some<{ item: string; title: string; was: Access; now: Access }>
  /** Texts that lead to an old address by its letters: they go by way of the redirect. */
  links: Some<{ item: string; title: string }>
  /** Listings of labels that show a page at its new address. */
  listings: Some<{ item: string; title: string }>
  /** Redirects by hand at a new address: what is live there wins over them. */
  redirects: Some<{ from: string }>
  /** The sections whose rights and routes go on applying: those follow the section, not the place. */
  sections: string[]
  /** Why it cannot be; empty where it can. */
  refused: Reason[]
  /** Why not in an edition, and why not at once. */
  notGathered: Reason[]
  notAtOnce: Reason[]
  /** What was shown, as one word: whoever moves the pages says what they saw. */
  mark: string
}

type MenuPage = Pick<TreePageView, 'id' | 'parent' | 'label' | 'inMenus' | 'own'>

/** The labels of the pages above a page in the menu; `null` where it is in none, as one above it may be. */
function menuTrail(pages: ReadonlyMap<string, MenuPage>, id: string): string[] | null {
  const trail: string[] = []
  const seen = new Set<string>()
  for (let at: string | null = id; at !== null && !seen.has(at); at = pages.get(at)!.parent) {
    seen.add(at)
    const page = pages.get(at)
    if (!page?.inMenus) return null
    if (at !== id) trail.unshift(page.label)
  }
  return trail
}

/** Why a live page’s change cannot be live at once, by rights and gates. */
async function whyNotAtOnce(db: Reader, actor: Actor, { kind, section_id, title }: ItemRow): Promise<Reason[]> {
  const rights = (['item.send', 'item.plan', 'item.put-live'] as const).flatMap((verb) => whyNot(actor, verb, section_id) ?? [])
  const route = await routeFor(db, actor.rights, kind, section_id)
  return route.steps.length ? [...rights, reason('page-gated', { title, route: route.name })] : rights
}

/** What moving pages would do, for readers and in the office; nothing is done. */
export const moveImpact = async (office: Office, actor: Actor, move: TreeMove): Promise<MoveImpact> =>
  (await impactOf(office, actor, move)).impact

/** The same, with the places to write and the items. */
export async function impactOf(
  office: Office,
  actor: Actor,
  move: TreeMove,
): Promise<{ impact: MoveImpact; placings: Placing[]; items: Map<string, ItemRow> }> {
  const db = office.store.read
  const site = found(await office.site(), 'site')
  const { pages, placings } = await planMove(office, actor, db, move)
  const items = await itemsByIds(
    db,
    placings.map(({ page }) => page.id),
  )
  const changes = await liveChanges(db, actor, placings, items)
  const live = changes.map(({ item }) => item)
  const at = await instantFor(
    office,
    db,
    live.map(({ id }) => id),
  )
  const { results, done, moved } = (await judgeAt(db, site, changes, at, true)).judged
  const addresses = [...done, ...moved].flatMap(({ was, now }) =>
    was?.path && now?.path && was.path !== now.path
      ? [{ item: now.item, title: now.title, was: was.path, now: now.path, labels: now.fields.labels ?? [] }]
      : [],
  )
  const before = new Map<string, MenuPage>(pages.flatMap((page) => (page.path === null ? [] : [[page.id, page]])))
  const after = new Map(before)
  for (const { page, parent } of placings) if (before.has(page.id)) after.set(page.id, { ...page, parent })
  const menus = live.flatMap(({ id: item, title }) => {
    const [was, now] = [menuTrail(before, item), menuTrail(after, item)]
    return JSON.stringify(was) === JSON.stringify(now) ? [] : [{ item, title, was, now }]
  })
  const [wasFor, nowFor] = [inheritedAccess(before), inheritedAccess(after)]
  const readers = pages.flatMap(({ id: item, title, path }) => {
    const [was, now] = [wasFor.get(item) ?? null, nowFor.get(item) ?? null]
    return path === null || was === now ? [] : [{ item, title, was: accessOfKey(was), now: accessOfKey(now) }]
  })
  const [links, redirects, labels] = await Promise.all([
    linkedByAddress(
      db,
      site.id,
      addresses.map(({ was }) => was),
    ),
    redirectsFrom(
      db,
      site.id,
      addresses.map(({ now }) => now),
    ),
    liveByIds(db, site.id, [...new Set(addresses.flatMap((address) => address.labels))]),
  ])
  const chosen = new Set(move.pages)
  const all = [...items.values()]
  const refused = [
    ...results.flatMap((result) => (result.ok ? [] : result.reasons)),
    ...unique(all.flatMap(({ section_id }) => whyNot(actor, 'item.write', section_id) ?? [])),
  ]
  const rights = (['item.plan', 'item.put-live'] as const).flatMap((verb) =>
    live.flatMap(({ section_id }) => whyNot(actor, verb, section_id) ?? []),
  )
  const impact = {
    pages: placings.flatMap(({ page }) => (chosen.has(page.id) ? [{ item: page.id, title: page.title, live: page.path !== null }] : [])),
    beside: placings.flatMap(({ page }) => (chosen.has(page.id) ? [] : [{ item: page.id, title: page.title }])),
    addresses: some(addresses.map(({ labels: _, ...address }) => address)),
    menus: some(menus),
    readers: some(readers),
    links: some(links),
    listings: some(labels.map(({ item, title }) => ({ item, title }))),
    redirects: some(redirects.map(({ from_path }) => ({ from: from_path }))),
    sections: [...new Set(all.map(({ section_id }) => actor.rights.sections.get(section_id)?.name ?? ''))].sort(),
    refused,
    notGathered: unique(rights),
    notAtOnce: unique((await Promise.all(live.map((item) => whyNotAtOnce(db, actor, item)))).flat()),
  }
  const mark = sha256Hex(JSON.stringify([placings.map(({ page, ...to }) => [page.id, to]), addresses, menus, readers, refused])).slice(
    0,
    20,
  )
  return { impact: { ...impact, mark }, placings, items }
}

/** Each reason once, by what it says. */
const unique = (reasons: readonly Reason[]): Reason[] => [...new Map(reasons.map((one) => [one.detail, one])).values()]
