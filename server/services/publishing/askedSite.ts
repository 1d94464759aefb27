import type { SiteEntry } from '../../../core/plan/entry'
import type { SiteState } from '../../../core/plan/judge'
import type { Reader } from '../../store/database'
import { addressOwners, liveBelow, liveByIds, liveChildrenOf } from '../../store/live'

/**
 * The site as it is now, for a judgement that asks without waiting: what is not known yet is answered as if it were not
 * there and noted, so that it can be learned at once and the judgement made again.
 */
export class AskedSite implements SiteState {
  private readonly entries = new Map<string, SiteEntry | null>()
  private readonly owners = new Map<string, { item: string; title: string } | null>()
  private readonly childrenOf = new Map<string, { item: string; title: string }[]>()
  private readonly belowPath = new Map<string, SiteEntry[]>()
  private readonly wanted = { entries: new Set<string>(), owners: new Set<string>(), children: new Set<string>(), below: new Set<string>() }

  constructor(
    private readonly db: Reader,
    private readonly site: string,
  ) {}

  entry(item: string): SiteEntry | null {
    if (!this.entries.has(item)) this.wanted.entries.add(item)
    return this.entries.get(item) ?? null
  }
  owner(path: string): { item: string; title: string } | null {
    if (!this.owners.has(path)) this.wanted.owners.add(path)
    return this.owners.get(path) ?? null
  }
  children(item: string): { item: string; title: string }[] {
    if (!this.childrenOf.has(item)) this.wanted.children.add(item)
    return this.childrenOf.get(item) ?? []
  }
  below(path: string): SiteEntry[] {
    if (!this.belowPath.has(path)) this.wanted.below.add(path)
    return this.belowPath.get(path) ?? []
  }

  /** Looks up what is live of these items. */
  async learnEntries(ids: string[]): Promise<void> {
    const missing = [...new Set(ids.filter((id) => !this.entries.has(id)))]
    for (const id of missing) this.entries.set(id, null)
    for (const entry of await liveByIds(this.db, this.site, missing)) this.entries.set(entry.item, entry)
  }

  /** Looks up who stands at these addresses. */
  async learnOwners(paths: string[]): Promise<void> {
    for (const path of paths) this.owners.set(path, null)
    for (const { path, ...owner } of await addressOwners(this.db, this.site, paths)) this.owners.set(path, owner)
  }

  /** The items and addresses that were looked up; `tree` when pages below others were. */
  known(): { items: string[]; paths: string[]; tree: boolean } {
    return { items: [...this.entries.keys()], paths: [...this.owners.keys()], tree: this.childrenOf.size + this.belowPath.size > 0 }
  }

  /** Looks up what was asked in vain. Returns whether there was anything. */
  async learn(): Promise<boolean> {
    const { entries, owners, children, below } = this.wanted
    if (entries.size + owners.size + children.size + below.size === 0) return false
    await this.learnEntries([...entries])
    if (owners.size) await this.learnOwners([...owners])
    for (const item of children) this.childrenOf.set(item, await liveChildrenOf(this.db, item))
    for (const path of below) {
      const found = await liveBelow(this.db, this.site, path)
      this.belowPath.set(path, found)
      for (const entry of found) if (!this.entries.has(entry.item)) this.entries.set(entry.item, entry)
    }
    for (const set of [entries, owners, children, below]) set.clear()
    return true
  }
}
