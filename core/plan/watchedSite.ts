import type { SiteEntry } from './entry'
import type { SiteState } from './judge'
import type { Site } from './siteAt'

/** A site that notes what is asked of it, so that it is known what an answer hangs on. */
export class WatchedSite implements SiteState {
  private asked = new Set<string>()
  private whole = false

  constructor(private readonly site: Site) {}

  /** Begins to note anew. */
  begin(): void {
    this.asked = new Set()
    this.whole = false
  }
  note(key: string): void {
    this.asked.add(key)
  }
  /** What was asked since, by key; `null` when it was a whole part of the site. */
  reads(): string[] | null {
    return this.whole ? null : [...this.asked]
  }

  entry(item: string): SiteEntry | null {
    this.asked.add(`item:${item}`)
    return this.site.entry(item)
  }
  owner(path: string): { item: string; title: string } | null {
    this.asked.add(`path:${path}`)
    return this.site.owner(path)
  }
  children(item: string): { item: string; title: string }[] {
    this.asked.add(`below:${item}`)
    return this.site.children(item)
  }
  below(path: string): SiteEntry[] {
    this.whole = true
    return this.site.below(path)
  }
}
