import { reason } from '../words/ruleReasons'
import { pathOf } from '../address/path'
import type { Fields } from '../content/fields'
import { can, type Kind } from '../kinds/kinds'
import { accept, refuse, type Outcome } from '../outcome'
import { fullIn } from '../time/words'
import { dateIn } from '../time/date'
import { placedAt, type SiteEntry } from './entry'
import { notReady, taken } from './ready'

/** One wish to change what readers get of an item. */
export type Wish = { item: string; kind: Kind; section: string; title: string } & (
  | { do: 'withdraw' }
  | {
      do: 'put'
      version: string
      fields: Fields
      /** Whether the gates let exactly this version through, or a right stands in for them. */
      cleared: boolean
      /** Whether it would replace another version than the one it was written on, and nobody accepted that. */
      behind: boolean
      shownDate: 'ask' | 'keep'
      /** Whether it leaves the site again by plan. */
      ends?: boolean
      /** The instant before which nobody may put it live. */
      embargo: string | null
    }
)

/** What a judgement asks of the site as it is just before. */
export interface SiteState {
  entry(item: string): SiteEntry | null
  /** The item that an address leads to now, with its title. */
  owner(path: string): { item: string; title: string } | null
  /** The live pages right below a page. */
  children(item: string): { item: string; title: string }[]
  /** All live pages below an address. */
  below(path: string): SiteEntry[]
}

export interface Placed {
  at: string
  path: string | null
  previousPath: string | null
}

export interface Change {
  /** The wish's place in the list. */
  index: number
  was: SiteEntry | null
  now: SiteEntry | null
}

export interface Judgement {
  results: Outcome<Placed>[]
  done: Change[]
  /** Pages whose address changes because a page above them moves. */
  moved: { was: SiteEntry; now: SiteEntry }[]
}

/** How deep a tree of pages may be; a deeper one is a loop. */
const MOST_LEVELS = 100

/**
 * What a list of wishes would do to the site at an instant, and what forbids which; each item may occur once. One by one,
 * each wish meets what those before it made. `together`, they meet what all of them make, so that two items may swap
 * addresses and a page may come with its parent; then all are refused when one is, and nothing is done.
 */
export function judge(state: SiteState, wishes: Wish[], at: string, zone: string, together = false): Judgement {
  const entries = new Map<string, SiteEntry | null>()
  const owners = new Map<string, { item: string; title: string } | null>()
  const original = new Map<string, SiteEntry | null>()
  const entry = (item: string): SiteEntry | null => {
    if (entries.has(item)) return entries.get(item)!
    const found = state.entry(item)
    entries.set(item, found)
    original.set(item, found)
    return found
  }
  const owner = (path: string) => {
    if (!owners.has(path)) owners.set(path, state.owner(path))
    return owners.get(path)!
  }
  const free = (path: string | null | undefined, item: string) => {
    if (path && owner(path)?.item === item) owners.set(path, null)
  }
  const results: Outcome<Placed>[] = Array.from({ length: wishes.length })
  const done: Change[] = []
  const moved = new Map<string, { was: SiteEntry; now: SiteEntry }>()
  // The calendar of a zone is slow to ask, and few changes need the day.
  let day: string | undefined
  const today = () => (day ??= dateIn(at, zone))
  /** What has its own wish still to come does not follow its parent before that. */
  const pending = new Set(together ? wishes.map(({ item }) => item) : [])

  const childrenOf = (item: string) => state.children(item).filter((child) => entry(child.item)?.fields.parent === item)
  const stays = (children: { title: string }[]) =>
    reason('children-live', { title: children.length === 1 ? children[0]!.title : '', count: children.length })
  const withdraw = (wish: Wish, index: number) => {
    const was = entry(wish.item)
    const children = was && !together ? childrenOf(wish.item) : []
    if (!was) return refuse(reason('not-live'))
    if (can(wish.kind, 'single')) return refuse(reason('settings-stay'))
    if (children.length) return refuse(stays(children))
    entries.set(wish.item, null)
    free(was.path, wish.item)
    done.push({ index, was, now: null })
    return accept({ at, path: null, previousPath: was.path })
  }
  const loops = (item: string, parent: string) => {
    let id: string | null = parent
    for (let level = 0; id !== null && level < MOST_LEVELS; level++) {
      if (id === item) return true
      id = entry(id)?.fields.parent ?? null
    }
    return false
  }
  const put = (wish: Wish & { do: 'put' }, index: number) => {
    const { item, kind, fields } = wish
    pending.delete(item)
    const was = entry(item)
    const parent = fields.parent ? entry(fields.parent) : null
    const path = pathOf(kind, fields, fields.parent ? (parent?.path ?? null) : null)
    const there = path ? owner(path) : null
    const reasons = notReady({
      kind,
      fields,
      cleared: wish.cleared,
      path,
      parentLive: !fields.parent || parent !== null,
      loop: Boolean(fields.parent) && loops(item, fields.parent!),
      // Together, who stands where is asked of the outcome.
      pathTakenBy: !together && there && there.item !== item ? there.title : null,
      behind: wish.behind,
      gone: was === null,
      ends: wish.ends ?? true,
      embargo: wish.embargo !== null && at < wish.embargo ? fullIn(wish.embargo, zone) : null,
      get today() {
        return today()
      },
      shownDate: wish.shownDate,
    })
    const below = was && can(was.kind, 'tree') && !can(kind, 'tree') && !together ? childrenOf(item) : []
    if (below.length) reasons.push(stays(below))
    if (reasons.length) return refuse(...reasons)
    const now: SiteEntry = {
      item,
      kind,
      section: wish.section,
      version: wish.version,
      path,
      fields,
      title: fields.title!,
      shownDate: can(kind, 'dated') ? (fields.shownDate ?? was?.shownDate ?? (was ? dateIn(was.firstLive, zone) : today())) : null,
      firstLive: was?.firstLive ?? at,
      changed: at,
    }
    entries.set(item, now)
    if (was?.path !== path) free(was?.path, item)
    if (path) owners.set(path, { item, title: now.title })
    done.push({ index, was: original.get(item) ?? null, now })
    if (can(kind, 'tree') && was?.path && path && was.path !== path) moveBelow(original.get(item)?.path ?? was.path)
    return accept({ at, path, previousPath: was?.path ?? null })
  }
  /** Pages that stood below an address follow their parents; one that has another parent by now stays where that is. */
  const moveBelow = (from: string) => {
    const asked = [...state.below(from).map(({ item }) => item), ...done.flatMap(({ now }) => now?.item ?? [])]
    const below = [...new Set(asked)].flatMap((item) => entry(item) ?? [])
    for (const child of below.sort((one, other) => (one.path ?? '').length - (other.path ?? '').length)) {
      const { item, fields } = child
      const path = pathOf(child.kind, fields, fields.parent ? (entry(fields.parent)?.path ?? null) : null)
      if (!can(child.kind, 'tree') || pending.has(item) || path === null || path === child.path) continue
      const next = placedAt(child, path)
      entries.set(item, next)
      free(child.path, item)
      owners.set(path, { item, title: next.title })
      const own = done.find(({ now }) => now?.item === item)
      if (own) own.now = next
      else moved.set(item, { was: original.get(item) ?? child, now: next })
    }
  }

  if (!together) wishes.forEach((wish, index) => (results[index] = wish.do === 'withdraw' ? withdraw(wish, index) : put(wish, index)))
  else {
    wishes.forEach((wish, index) => wish.do === 'withdraw' && (results[index] = withdraw(wish, index)))
    for (const index of parentsFirst(wishes, entry)) results[index] = put(wishes[index] as Wish & { do: 'put' }, index)
    wishes.forEach(({ item, kind, do: does }, index) => {
      const before = original.get(item)
      const leaves = does === 'withdraw' || (before && can(before.kind, 'tree') && !can(kind, 'tree'))
      const children = leaves && results[index]!.ok ? childrenOf(item) : []
      if (children.length) results[index] = refuse(stays(children))
    })
    const placed = new Map<string, SiteEntry>()
    const clash = (now: SiteEntry): string | null => {
      const there = now.path === null ? null : (state.owner(now.path)?.item ?? null)
      const stays = there !== null && there !== now.item ? entry(there) : null
      const other = stays?.path === now.path ? stays : now.path === null ? undefined : placed.get(now.path)
      if (now.path !== null && !other) placed.set(now.path, now)
      return other?.title ?? null
    }
    for (const { index, now } of done) {
      const title = now && clash(now)
      if (title !== null) results[index] = refuse(taken(title, now!.path!))
    }
    for (const { now } of moved.values()) {
      const title = clash(now)
      const [first] = done
      if (title !== null && first) results[first.index] = refuse(taken(title, now.path!))
    }
    if (results.some((result) => !result.ok)) return { results, done: [], moved: [] }
  }
  const own = new Set(done.map(({ index }) => wishes[index]!.item))
  return { results, done, moved: [...moved.values()].filter(({ now }) => !own.has(now.item)) }
}

/**
 * The places of the wishes that put something live, a page after all that will stand above it: also where a page that has
 * no wish stands between them.
 */
function parentsFirst(wishes: Wish[], entry: SiteState['entry']): number[] {
  const at = new Map(wishes.map((wish, index) => [wish.item, index]))
  const order: number[] = []
  const seen = new Set<number>()
  const visit = (index: number) => {
    // Marked before its parents are visited: a loop ends here and is refused where it is judged.
    if (seen.has(index)) return
    seen.add(index)
    const wish = wishes[index]!
    if (wish.do === 'withdraw') return
    let parent = wish.fields.parent
    for (let level = 0; parent && !at.has(parent) && level < MOST_LEVELS; level++) parent = entry(parent)?.fields.parent
    if (parent && at.has(parent)) visit(at.get(parent)!)
    order.push(index)
  }
  wishes.forEach((_, index) => visit(index))
  return order
}
