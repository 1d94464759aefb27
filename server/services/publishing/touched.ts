import { can } from '../../../core/kinds/kinds'
import { touchedTags, type SiteEntry } from '../../../core/plan/entry'
import type { Change } from '../../../core/plan/judge'
import type { Tx } from '../../store/database'
import { liveAround } from '../../store/live'
import type { SiteRow } from '../../store/sites'
import type { Judged } from './judging'

/** Above so many changes at once the neighbours in listings are not looked up one by one: all of the kind are emptied. */
const NEIGHBOURS_UP_TO = 100

/** The cache tags that a batch touches, with the neighbours of what enters, leaves or moves in a listing. */
export async function tagsOf(tx: Tx, site: SiteRow, { done, moved }: Judged): Promise<string[]> {
  if (done.length > NEIGHBOURS_UP_TO) return wideTags({ done, moved })
  const tags = touched({ done, moved })
  for (const { kind, shownDate, item } of done.flatMap(inStream)) {
    const { previous, next } = await liveAround(tx, site.id, kind, shownDate, item, 'all')
    for (const neighbour of [previous, next]) if (neighbour) tags.add(`item:${neighbour.item}`)
  }
  return [...tags]
}

/** The cache tags that a batch touches; where a post enters, leaves or moves in a listing, with the neighbours of all posts. */
export function wideTags({ done, moved }: Pick<Judged, 'done' | 'moved'>): string[] {
  return [...touched({ done, moved }), ...new Set(done.flatMap(inStream).map(({ kind }) => `around:${kind}`))]
}

export const touched = ({ done, moved }: Pick<Judged, 'done' | 'moved'>): Set<string> =>
  new Set([...done, ...moved].flatMap(({ was, now }) => touchedTags(was, now)))

/** The entries of a change that have other neighbours in time afterwards. */
function inStream({ was, now }: Pick<Change, 'was' | 'now'>): SiteEntry[] {
  const posts = [was, now].flatMap((entry) => (entry && can(entry.kind, 'stream') ? [entry] : []))
  return posts.length === 2 && was!.shownDate === now!.shownDate ? [] : posts
}
