import { pathOf } from '../address/path'
import type { Fields } from '../content/fields'
import { can, type Kind } from '../kinds/kinds'
import type { SiteEntry } from './entry'
import type { Change, Judgement, SiteState } from './judge'

/** A stretch of time in which readers got one version of an item: half-open [from, to), as in SQL:2011. */
export interface Stay {
  version: string
  kind: Kind
  section: string
  from: string
  to: string | null
  shownDate: string | null
  segment: string | null
  parent: string | null
  labelType: Fields['labelType'] | null
  /** Its visible fields, read when they are asked for. */
  readonly fields: Fields
}

/** What readers got of an item over time; the stays in order, none overlapping. */
export interface ItemHistory {
  stays: Stay[]
}
export type Facts = ReadonlyMap<string, ItemHistory>

/** The place in a list of stays of the one that holds at an instant; −1 where there is none. */
export function indexOfStayAt(stays: readonly Stay[], at: string): number {
  let low = 0
  let high = stays.length - 1
  while (low <= high) {
    const middle = (low + high) >> 1
    const stay = stays[middle]!
    if (at < stay.from) high = middle - 1
    else if (stay.to !== null && at >= stay.to) low = middle + 1
    else return middle
  }
  return -1
}

/** Pages deeper than this are in a loop, and so nowhere. */
const MOST_LEVELS = 100
/** More addresses asked for than this are worth an index. */
const FEW = 3

class EntryAt implements SiteEntry {
  private known: string | null | undefined
  constructor(
    private readonly site: SiteAt,
    readonly item: string,
    private readonly history: ItemHistory,
    private readonly index: number,
  ) {}
  get stay(): Stay {
    return this.history.stays[this.index]!
  }
  get kind(): Kind {
    return this.stay.kind
  }
  get section(): string {
    return this.stay.section
  }
  get version(): string {
    return this.stay.version
  }
  get fields(): Fields {
    return this.stay.fields
  }
  get title(): string {
    return this.stay.fields.title ?? ''
  }
  get shownDate(): string | null {
    return can(this.kind, 'dated') ? this.stay.shownDate : null
  }
  get changed(): string {
    return this.stay.from
  }
  /** When readers first got it without a break since. */
  get firstLive(): string {
    let at = this.index
    const { stays } = this.history
    while (at > 0 && stays[at - 1]!.to === stays[at]!.from) at--
    return stays[at]!.from
  }
  get path(): string | null {
    return (this.known ??= this.site.pathFor(this.stay))
  }
}

/** The site at a moment, as pages, lists and judgements ask for it. */
export interface Site extends SiteState {
  /** Every live entry. */
  all(): Iterable<SiteEntry>
}

/**
 * The site as readers had it at an instant: a view over what is known of the past that works out only what it is asked,
 * and never changes. The same for the dial, the forecast and, kept in tables, the live site.
 */
export class SiteAt implements Site {
  private readonly entries = new Map<string, EntryAt | null>()
  private paths: Map<string, string> | undefined
  private byParent: Map<string, string[]> | undefined
  private asked = 0

  constructor(
    private readonly facts: Facts,
    readonly at: string,
  ) {}

  /** The stay of an item that holds at the moment. */
  private stayOf(item: string): Stay | undefined {
    const stays = this.facts.get(item)?.stays
    return stays?.[indexOfStayAt(stays, this.at)]
  }

  /** Every stay that holds at the moment, with its item. */
  private *stays(): Generator<[item: string, stay: Stay]> {
    for (const [item, { stays }] of this.facts) {
      const stay = stays[indexOfStayAt(stays, this.at)]
      if (stay) yield [item, stay]
    }
  }

  /** Follows parents up; a page under one that is not on the site is nowhere. */
  pathFor(stay: Pick<Stay, 'kind' | 'segment' | 'parent' | 'labelType'>): string | null {
    const fields = { segment: stay.segment ?? '', ...(stay.labelType ? { labelType: stay.labelType } : {}) }
    if (!can(stay.kind, 'tree') || stay.parent === null) return pathOf(stay.kind, fields, null)
    const segments = [stay.segment ?? '']
    let id: string | null = stay.parent
    for (let level = 0; id !== null; level++) {
      const above = this.stayOf(id)
      if (!above || level > MOST_LEVELS) return null
      segments.unshift(above.segment ?? '')
      id = above.parent
    }
    return `/${segments.join('/')}`
  }

  entry(item: string): SiteEntry | null {
    let found = this.entries.get(item)
    if (found === undefined) {
      const history = this.facts.get(item)
      const index = history ? indexOfStayAt(history.stays, this.at) : -1
      found = history && index >= 0 ? new EntryAt(this, item, history, index) : null
      this.entries.set(item, found)
    }
    return found
  }
  *all(): Generator<SiteEntry> {
    for (const item of this.facts.keys()) {
      const entry = this.entry(item)
      if (entry) yield entry
    }
  }
  owner(path: string): { item: string; title: string } | null {
    const item = this.ownerId(path)
    return item === null ? null : { item, title: this.entry(item)!.title }
  }
  /** The item that stands at an address. */
  ownerId(path: string): string | null {
    return (this.paths || ++this.asked > FEW ? this.pathIndex().get(path) : this.search(path)) ?? null
  }
  /** Where few addresses are asked for, looking through them is cheaper than knowing them all. */
  private search(path: string): string | undefined {
    const segment = path.slice(path.lastIndexOf('/') + 1)
    for (const [item, stay] of this.stays()) if (stay.segment === segment && this.pathFor(stay) === path) return item
    return undefined
  }
  private pathIndex(): Map<string, string> {
    if (!this.paths) {
      this.paths = new Map()
      for (const [item, stay] of this.stays()) {
        const path = this.pathFor(stay)
        if (path !== null) this.paths.set(path, item)
      }
    }
    return this.paths
  }
  /** The ids of the pages right below one. */
  idsBelow(item: string): readonly string[] {
    if (!this.byParent) {
      this.byParent = new Map()
      for (const [id, { parent }] of this.stays()) {
        if (parent === null) continue
        const known = this.byParent.get(parent)
        if (known) known.push(id)
        else this.byParent.set(parent, [id])
      }
    }
    return this.byParent.get(item) ?? []
  }
  children(item: string): { item: string; title: string }[] {
    return this.idsBelow(item).map((id) => ({ item: id, title: this.entry(id)!.title }))
  }
  below(path: string): SiteEntry[] {
    return belowOf(this, path)
  }
}

/** All pages below an address, walked down from the page that stands there. */
function belowOf(site: Site, path: string): SiteEntry[] {
  const start = site.owner(path)
  const found = new Map<string, SiteEntry>()
  const todo = start ? [start.item] : []
  for (let id = todo.pop(); id !== undefined; id = todo.pop())
    for (const child of site.children(id)) {
      const entry = site.entry(child.item)
      if (!entry || found.has(child.item)) continue
      found.set(child.item, entry)
      todo.push(child.item)
    }
  return [...found.values()]
}

/** Whether a change leaves its item at its address and below the same page. */
const staysInPlace = (change: Pick<Change, 'was' | 'now'>): change is { was: SiteEntry; now: SiteEntry } =>
  change.was !== null && change.now !== null && change.was.path === change.now.path && change.was.fields.parent === change.now.fields.parent

/** A site as changes leave it, laid over the view of the moment before them, which stays as it is. */
export class SiteAfter implements Site {
  private readonly entries = new Map<string, SiteEntry | null>()
  private readonly paths = new Map<string, string | null>()
  /** What came under a parent or left it, of those that changed. */
  private readonly nested = new Map<string, Set<string>>()

  constructor(private readonly before: SiteAt) {}

  entry(item: string): SiteEntry | null {
    const own = this.entries.get(item)
    return own === undefined ? this.before.entry(item) : own
  }
  *all(): Generator<SiteEntry> {
    for (const entry of this.before.all()) if (!this.entries.has(entry.item)) yield entry
    for (const entry of this.entries.values()) if (entry) yield entry
  }
  owner(path: string): { item: string; title: string } | null {
    const item = this.ownerId(path)
    return item === null ? null : { item, title: this.entry(item)?.title ?? '' }
  }
  private ownerId(path: string): string | null {
    const own = this.paths.get(path)
    return own === undefined ? this.before.ownerId(path) : own
  }
  children(item: string): { item: string; title: string }[] {
    const ids = [...this.before.idsBelow(item).filter((id) => !this.entries.has(id)), ...(this.nested.get(item) ?? [])]
    return ids.map((id) => ({ item: id, title: this.entry(id)?.title ?? '' }))
  }
  below(path: string): SiteEntry[] {
    return belowOf(this, path)
  }

  /** Takes what a judgement lets happen into the view; it is then the site of just after. */
  take({ done, moved }: { done: readonly Pick<Change, 'was' | 'now'>[]; moved: Judgement['moved'] }): void {
    const [only] = done
    // Most changes are of one item that stays where it is.
    if (done.length === 1 && !moved.length && staysInPlace(only!)) return this.come(only.now)
    for (const { was } of done) if (was) this.leave(was)
    for (const { was } of moved) this.leave(was)
    for (const { now } of done) if (now) this.come(now)
    for (const { now } of moved) this.come(now)
  }
  private leave(was: SiteEntry): void {
    if (was.path !== null && this.ownerId(was.path) === was.item) this.paths.set(was.path, null)
    if (was.fields.parent) this.nested.get(was.fields.parent)?.delete(was.item)
    this.entries.set(was.item, null)
  }
  private come(now: SiteEntry): void {
    this.entries.set(now.item, now)
    if (now.path !== null) this.paths.set(now.path, now.item)
    const { parent } = now.fields
    if (!parent) return
    const set = this.nested.get(parent)
    if (set) set.add(now.item)
    else this.nested.set(parent, new Set([now.item]))
  }
}

/** Entries of a kind that pass, newest shown date first and then by id, as listings show them. */
export function listedOf(site: Site, kinds: readonly Kind[], passes: (entry: SiteEntry) => boolean = () => true): SiteEntry[] {
  const found: [date: string, entry: SiteEntry][] = []
  for (const entry of site.all()) if (kinds.includes(entry.kind) && passes(entry)) found.push([entry.shownDate ?? '', entry])
  return found.sort(([a, one], [b, other]) => (a === b ? (one.item < other.item ? 1 : -1) : a < b ? 1 : -1)).map(([, entry]) => entry)
}
