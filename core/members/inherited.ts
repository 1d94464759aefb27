/** A page as it says who may read it (a key; `null`: as the page above it), and the page above it. */
export interface SaysAccess {
  id: string
  parent: string | null
  own: string | null
}

/**
 * Who may read each page of a tree, as a key: as it says itself, else as the nearest page above it does; `null` for everyone. Pages in a loop, and
 * below one that is not there, inherit nothing.
 */
export function inheritedAccess(pages: ReadonlyMap<string, SaysAccess>): Map<string, string | null> {
  const known = new Map<string, string | null>()
  for (const { id } of pages.values()) {
    const asking: string[] = []
    const seen = new Set<string>()
    let key: string | null = null
    for (let at: string | null = id; at !== null;) {
      const page = pages.get(at)
      if (!page || seen.has(at)) break
      const before = known.get(at)
      if (before !== undefined || page.own !== null) {
        key = before ?? page.own
        if (before === undefined) asking.push(at)
        break
      }
      seen.add(at)
      asking.push(at)
      at = page.parent
    }
    for (const page of asking) known.set(page, key === 'everyone' ? null : key)
  }
  return known
}
