import type { Outcome } from '../outcome'
import type { SiteEntry } from './entry'
import { isBehind } from './ready'
import { judge, type Placed, type SiteState, type Wish } from './judge'
import type { SiteAfter } from './siteAt'

/** A wish with the version that it was written on, and another that it may replace although it was not. */
export type PlannedWish = Wish & { basedOn?: { base: string | null; accepted: string | null } }

interface Common {
  /** The event's id, with its turn where it recurs; or the edition's. */
  id: string
  at: string
}

/** One step of what is planned: some changes, or a window that opens or ends. */
export type Turn = Common &
  (
    | {
        does: 'change'
        wishes: PlannedWish[]
        together: boolean
        /** Something else holds it: what its wishes would meet is judged, and nothing is done. */
        blocked?: boolean
      }
    | { does: 'open'; window: string; wish: PlannedWish & { do: 'put' } }
    | { does: 'end'; window: string; item: string }
  )

export interface Played {
  turn: Turn
  /** For each wish what it did, or why it would be held. */
  results: Outcome<Placed>[]
  /** What left and what came; nothing when the turn was held. */
  changes: { was: SiteEntry | null; now: SiteEntry | null }[]
  /** Pages whose address became another with that of a page above them. */
  moved: { was: SiteEntry; now: SiteEntry }[]
}

/** What lies under the windows that are open: by item, the window and the entry that comes back. */
export type Unders = Map<string, { window: string; under: SiteEntry | null }>

/**
 * Plays planned turns in their order on a site as it is before them, and answers each with what it did. The site given is
 * changed as they go: it is the site of just after the last turn that was taken. A turn that something forbids is passed
 * over, as the scheduler holds it; what is put live under an open window shows when that ends.
 */
export function* play(site: SiteAfter, turns: Iterable<Turn>, zone: string, unders: Unders = new Map()): Generator<Played> {
  for (const turn of turns) yield playTurn(site, site, turn, zone, unders)
}

/** Plays one turn; what it asks of the site it asks through `state`. */
export function playTurn(site: SiteAfter, state: SiteState, turn: Turn, zone: string, unders: Unders): Played {
  if (turn.does === 'end') return endWindow(site, state, turn, zone, unders)
  const wishes = (turn.does === 'open' ? [turn.wish] : turn.wishes).map((wish) => asOfThen(wish, state, unders))
  const judged = judge(state, wishes, turn.at, zone, turn.does === 'change' && turn.together)
  const { results, moved } = judged
  if (turn.does === 'open') {
    const wish = wishes[0]!
    if (!results[0]!.ok) return { turn, results, changes: [], moved: [] }
    const open = unders.get(wish.item)
    unders.set(wish.item, { window: turn.window, under: open ? open.under : state.entry(wish.item) })
    site.take(judged)
    return { turn, results, changes: judged.done, moved }
  }
  if (turn.blocked) return { turn, results, changes: [], moved: [] }
  // What goes under a window is not what readers get yet; whatever else happens to the item ends the window.
  const seen = judged.done.filter(({ index, now }) => {
    const wish = wishes[index]!
    const open = unders.get(wish.item)
    if (open && wish.do === 'put') {
      open.under = now
      return false
    }
    unders.delete(wish.item)
    return true
  })
  site.take({ done: seen, moved })
  return { turn, results, changes: seen, moved }
}

/** A wish as it meets the site of its moment: another version may be live by then than the one it was written on. */
function asOfThen(wish: PlannedWish, state: SiteState, unders: Unders): Wish {
  if (wish.do !== 'put' || !wish.basedOn) return wish
  const open = unders.get(wish.item)
  const replaced = (open ? open.under : state.entry(wish.item))?.version ?? null
  return { ...wish, behind: isBehind(wish.basedOn.base, replaced, wish.basedOn.accepted) }
}

function endWindow(site: SiteAfter, state: SiteState, turn: Turn & { does: 'end' }, zone: string, unders: Unders): Played {
  const open = unders.get(turn.item)
  if (open?.window !== turn.window) return { turn, results: [], changes: [], moved: [] }
  unders.delete(turn.item)
  const was = state.entry(turn.item)
  const { under } = open
  const wish: Wish | null = under
    ? {
        do: 'put',
        item: under.item,
        kind: under.kind,
        section: under.section,
        title: under.title,
        version: under.version,
        fields: under.fields,
        cleared: true,
        behind: false,
        shownDate: 'keep',
        embargo: null,
      }
    : was && { do: 'withdraw', item: was.item, kind: was.kind, section: was.section, title: was.title }
  const judged = judge(state, wish ? [wish] : [], turn.at, zone)
  site.take(judged)
  return { turn, results: judged.results, changes: judged.done, moved: judged.moved }
}
