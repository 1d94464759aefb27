import type { Reader } from '../../store/database'
import { openHeads } from '../../store/drafts'
import { liveParent } from '../../store/live'
import { manifestsOfVersions } from '../../store/versions'
import { refusal } from '../refusal'

/** So many pages are gone through on the way up. */
const MOST_PAGES = 200

/** The pages that a page lies below, on the site or in an open draft; `null` stands for the top. */
async function parentsOf(db: Reader, page: string): Promise<(string | null)[]> {
  const manifests = await manifestsOfVersions(db, await openHeads(db, page))
  return [...new Set([await liveParent(db, page), ...[...manifests.values()].map(({ fields }) => fields.parent ?? null)])]
}

/** Whether every way up from a page leads to another. `seen` holds the pages that were gone through: a way that comes back is none. */
async function liesBelow(db: Reader, page: string | null, above: string, seen = new Set<string>()): Promise<boolean> {
  if (page === null) return false
  if (page === above || seen.has(page) || seen.size > MOST_PAGES) return true
  seen.add(page)
  for (const parent of await parentsOf(db, page)) if (!(await liesBelow(db, parent, above, seen))) return false
  return true
}

/**
 * Throws a refusal where a page is placed below itself. It is none where a draft of a page between them leads elsewhere: the
 * two can go live together.
 */
export async function mustNotLoop(
  db: Reader,
  item: string,
  before: string | null | undefined,
  parent: string | null | undefined,
): Promise<void> {
  if (parent && parent !== before && (await liesBelow(db, parent, item)))
    throw refusal('refused', 'parent-loop', { asked: 'parent', at: 'parent' })
}
