import { del, get, set } from 'idb-keyval'
import type { Edit } from '~~/core/content/edits'
import type { Timeline } from '~~/core/history/timeline'

/** What is written and not saved yet: edits made on a version, and those of them that were sent and not answered yet. */
export interface Unsaved {
  at: string
  /** The version that the edits were made on. */
  base: string
  edits: Edit[]
  sent: Edit[]
}

/** More steps than this are for one sitting; older ones are not kept over a reload. */
const STEPS = 60
/** Unsaved texts of more visits than this are not kept for one draft. */
const MOST_LEFT = 5

// Plain copies: the database takes no proxies.
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * What this computer keeps of one person's draft beside the server: unsaved edits, and what can be undone. The browser's
 * own database keeps them while one writes; a page that is about to go has no time for it, and uses the store that is
 * written at once.
 */
export function localCopy(person: string, draft: string) {
  const key = `draft ${person} ${draft}`
  const steps = `${key} steps`
  const lefts = `${key} left`
  /** Whether this browser keeps anything at all; known after the first try. */
  let works = true
  const tried = (work: Promise<unknown>) =>
    work.then(
      () => void (works = true),
      // A private window or a full disk: one is asked before the page goes instead.
      () => void (works = false),
    )
  /** The store that is written at once may be full or closed to us; the other one holds all but the last moment. */
  const hurry = (what: string, work: () => void): void => {
    try {
      work()
    } catch (error) {
      console.warn(`The browser did not ${what} what is unsaved`, error)
    }
  }
  const urgent = (): Unsaved | undefined => {
    try {
      const text = localStorage.getItem(key)
      return text === null ? undefined : (JSON.parse(text) as Unsaved)
    } catch (error) {
      console.warn('What was kept as the page closed cannot be read', error)
      return undefined
    }
  }
  return {
    get works() {
      return works
    },
    /** What earlier visits left unsaved, the newest first; from now on it lies apart from what is kept next. */
    async left(): Promise<Unsaved[]> {
      const [kept, before] = await Promise.all([get<Unsaved>(key).catch(() => undefined), get<Unsaved[]>(lefts).catch(() => undefined)])
      const hurried = urgent()
      const newest = hurried && (!kept || hurried.at >= kept.at) ? hurried : kept
      return newest?.edits.length ? [newest, ...(before ?? [])] : (before ?? [])
    },
    keepLeft: (left: Unsaved[]) => tried(left.length ? set(lefts, plain(left.slice(0, MOST_LEFT))) : del(lefts)),
    timeline: (): Promise<Timeline | undefined> => get<Timeline>(steps).catch(() => undefined),
    async keep(unsaved: Unsaved | null): Promise<void> {
      // What was kept in a hurry is older than this from now on.
      if (works) hurry('forget', () => localStorage.removeItem(key))
      await tried(unsaved ? set(key, plain(unsaved)) : del(key))
    },
    /** Keeps at once, for a page that may be gone in the next moment. */
    keepNow: (unsaved: Unsaved): void => hurry('keep', () => localStorage.setItem(key, JSON.stringify(unsaved))),
    keepTimeline: ({ done, undone }: Timeline) =>
      tried(done.length || undone.length ? set(steps, plain({ done: done.slice(-STEPS), undone: undone.slice(-STEPS) })) : del(steps)),
  }
}
