import { pathOf } from '../address/path'
import type { Fields } from '../content/fields'
import type { Kind } from '../content/kinds'
import type { SiteEntry } from './entry'
import type { Judgement, SiteState } from './judge'

/** A stretch of time in which readers got one version of an item: half-open [from, to), as in SQL:2011. */
export interface Stay {
  version: string
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
  kind: Kind
  stays: Stay[]
}
export type Facts = ReadonlyMap<string, ItemHistory>

/** The place in a list of stays of the one that holds at an instant; −1 where there is none. */
export function stayAt(stays: readonly Stay[], at: string): number {
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

class EntryAt implements SiteEntry {
  private known: string | null | undefined
  constructor(
    private readonly site: SiteAt,
    readonly item: string,
    readonly kind: Kind,
    private readonly history: ItemHistory,
    private readonly index: number,
  ) {}
  get stay(): Stay {
    return this.history.stays[this.index]!
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
    return this.kind === 'post' || this.kind === 'notice' ? this.stay.shownDate : null
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
    return (this.known ??= this.site.pathFor(this.kind, this.stay))
  }
}

/**
 * The site as readers had it at an instant, or would have it after planned changes: a view over what is known of the
 * past that works out only what it is asked. The same for the dial, the forecast and, kept in tables, the live site.
 */
export class SiteAt implements SiteState {
  private readonly entries = new Map<string, SiteEntry>()
  private paths: Map<string, string> | undefined
  private byParent: Map<string, Set<string>> | undefined

  constructor(
    facts: Facts,
    readonly at: string,
  ) {
    for (const [item, history] of facts) {
      const index = stayAt(history.stays, at)
      if (index >= 0) this.entries.set(item, new EntryAt(this, item, history.kind, history, index))
    }
  }

  /** Follows parents up; a page under one that is not on the site is nowhere. */
  pathFor(kind: Kind, stay: Pick<Stay, 'segment' | 'parent' | 'labelType'>): string | null {
    const fields = { segment: stay.segment ?? '', ...(stay.labelType ? { labelType: stay.labelType } : {}) }
    if (kind !== 'page' || stay.parent === null) return pathOf(kind, fields, null)
    const segments = [stay.segment ?? '']
    let id: string | null = stay.parent
    for (let level = 0; id !== null; level++) {
      const above: SiteEntry | undefined = this.entries.get(id)
      if (!above || level > MOST_LEVELS) return null
      if (!(above instanceof EntryAt)) return above.path === null ? null : [above.path, ...segments].join('/')
      segments.unshift(above.stay.segment ?? '')
      id = above.stay.parent
    }
    return `/${segments.join('/')}`
  }

  get size(): number {
    return this.entries.size
  }
  entry(item: string): SiteEntry | null {
    return this.entries.get(item) ?? null
  }
  /** Every live entry. */
  all(): IterableIterator<SiteEntry> {
    return this.entries.values()
  }
  owner(path: string): { item: string; title: string } | null {
    if (!this.paths) {
      this.paths = new Map()
      for (const entry of this.entries.values()) if (entry.path) this.paths.set(entry.path, entry.item)
    }
    const item = this.paths.get(path)
    return item === undefined ? null : { item, title: this.entries.get(item)!.title }
  }
  private parents(): Map<string, Set<string>> {
    if (!this.byParent) {
      this.byParent = new Map()
      for (const entry of this.entries.values()) this.nest(entry)
    }
    return this.byParent
  }
  private nest(entry: SiteEntry): void {
    const parent = entry instanceof EntryAt ? entry.stay.parent : (entry.fields.parent ?? null)
    if (parent === null) return
    const set = this.byParent!.get(parent)
    if (set) set.add(entry.item)
    else this.byParent!.set(parent, new Set([entry.item]))
  }
  children(item: string): { item: string; title: string }[] {
    return [...(this.parents().get(item) ?? [])].map((id) => ({ item: id, title: this.entries.get(id)?.title ?? '' }))
  }
  below(path: string): SiteEntry[] {
    const start = this.owner(path)
    const found: SiteEntry[] = []
    const todo = start ? [start.item] : []
    for (let id = todo.pop(); id !== undefined && found.length <= this.entries.size; id = todo.pop())
      for (const child of this.parents().get(id) ?? []) {
        found.push(this.entries.get(child)!)
        todo.push(child)
      }
    return found
  }

  /** Takes what a judgement lets happen into the view; it is then the site of just after. */
  take({ done, moved }: Pick<Judgement, 'done' | 'moved'>): void {
    // Both indexes have to know the site of before.
    this.owner('')
    this.parents()
    const changes = [...done, ...moved]
    for (const { was } of changes) {
      if (!was) continue
      if (was.path && this.paths!.get(was.path) === was.item) this.paths!.delete(was.path)
      const parent = was.fields.parent
      if (parent) this.byParent!.get(parent)?.delete(was.item)
      this.entries.delete(was.item)
    }
    for (const { now } of changes) {
      if (!now) continue
      this.entries.set(now.item, now)
      if (now.path) this.paths!.set(now.path, now.item)
      this.nest(now)
    }
  }

  /** Entries of a kind that pass, newest shown date first and then by id, as listings show them. */
  listed(kind: Kind, passes: (entry: SiteEntry) => boolean = () => true): SiteEntry[] {
    const found: [date: string, entry: SiteEntry][] = []
    for (const entry of this.entries.values()) if (entry.kind === kind && passes(entry)) found.push([entry.shownDate ?? '', entry])
    return found.sort(([a, one], [b, other]) => (a === b ? (one.item < other.item ? 1 : -1) : a < b ? 1 : -1)).map(([, entry]) => entry)
  }
}
