import { del, get, set } from 'idb-keyval'
import type { Edit } from '~~/core/content/edits'
import type { Timeline } from '~~/core/history/timeline'

/** What this computer keeps of a draft beside the server: edits that are not saved yet, and what can be undone. */
export interface Kept {
  at: string
  edits: Edit[]
  timeline: Timeline
}

/** More steps than this are for one sitting; older ones are not kept over a reload. */
const STEPS = 60

/** A draft's copy in the browser's own database. A browser that has none, or none left, keeps nothing and says nothing. */
export function localCopy(draft: string) {
  const key = `draft ${draft}`
  // Plain copies: the database takes no proxies.
  const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
  return {
    read: (): Promise<Kept | undefined> => get<Kept>(key).catch(() => undefined),
    async keep(edits: Edit[], timeline: Timeline): Promise<void> {
      const empty = !edits.length && !timeline.done.length && !timeline.undone.length
      const kept: Kept = {
        at: new Date().toISOString(),
        edits: plain(edits),
        timeline: plain({ done: timeline.done.slice(-STEPS), undone: timeline.undone.slice(-STEPS) }),
      }
      await (empty ? del(key) : set(key, kept)).catch(() => undefined)
    },
  }
}
