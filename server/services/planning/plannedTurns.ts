import { windowsBetween, type WindowShape } from '../../../core/time/windows'
import type { Links, Plan, PlannedFacts } from '../../../core/plan/forecast'
import type { PlannedWish, Turn, Unders } from '../../../core/plan/play'
import { parseRule } from '../../../core/time/recurrence'
import { type EventRow, shapeOf } from '../../store/events'
import type { EditionRow } from '../../store/editions'

/** What is known of one planned event, whatever its moment is. */
export interface Known {
  event: EventRow
  section: string
  wish: PlannedWish | null
  /** The same as if its gates had let it through, as the forecast plays it. */
  cleared: PlannedWish | null
  /** What is known of it alone, and with what keeps its whole edition back where it is the first of that. */
  own: PlannedFacts
  facts: PlannedFacts
}
/** All that is planned, as of now; moments can be tried on it. */
export interface Planned {
  known: Known[]
  /** What keeps whole editions back. */
  editions: Map<string, { row: EditionRow; refused: { code: string; detail: string }[] }>
  editionsOf: Plan['editionsOf']
  unders: Unders
  links: Links
  /** Whether texts that went live just now are not among the links yet. */
  linksToCome: boolean
}

/** Another moment for an event or a whole edition, or none at all, to see what that would bring. */
export interface Trial {
  event?: string | undefined
  edition?: string | undefined
  at: string | null
}

/** What is planned without what a trial takes out. What keeps a whole edition back is said at the first entry that is left. */
export function withoutTrial(planned: Planned, trial: Trial): Planned {
  const isOut = ({ event }: Known) => event.id === trial.event || (event.edition_id !== null && event.edition_id === trial.edition)
  const known = planned.known.filter((one) => !isOut(one))
  for (const { event, facts, own } of planned.known.filter(isOut)) {
    if (facts === own) continue
    const first = inOrder(known.filter((one) => one.event.edition_id === event.edition_id))[0]
    const refused = planned.editions.get(event.edition_id!)?.refused ?? []
    if (first) known[known.indexOf(first)] = { ...first, facts: { ...first.own, refused: [...refused, ...first.own.refused] } }
  }
  return { ...planned, known }
}

/** The facts of a turn's changes: those that have a wish first, in their order. */
export const inOrder = (known: Known[]): Known[] => [...known.filter(({ wish }) => wish), ...known.filter(({ wish }) => !wish)]

/** Of a window that comes again, so many turns are looked at for trouble, which is the same in each. */
export const TOLD_TURNS = 60
/** The site of a moment knows every turn before it: of a daily window those of a hundred years. */
export const MOST_TURNS = 40_000

/** The turns that what is planned takes, at most so many of one window, in the order in which the scheduler does them. */
export function turnsOf({ known, editions }: Planned, now: string, until: string, most: number, trial?: Trial): Turn[] {
  const keyed: { turn: Turn; edition: string | null }[] = []
  const byEdition = new Map<string, Known[]>()
  for (const one of known) {
    const { event, wish } = one
    if (event.edition_id !== null && event.state !== 'open') {
      const entries = byEdition.get(event.edition_id)
      if (entries) entries.push(one)
      else byEdition.set(event.edition_id, [one])
      continue
    }
    const moved = trial?.event === event.id ? (trial.at ?? undefined) : undefined
    if (event.kind !== 'window') {
      const wishes = wish ? [wish] : []
      keyed.push({ turn: { id: event.id, at: moved ?? event.at!, does: 'change', wishes, together: false }, edition: null })
      continue
    }
    for (const [n, { at, until: end }] of windowTurns(event, now, until, most, moved).entries()) {
      const id = n ? `${event.id} ${n}` : event.id
      if (n > 0 || event.state !== 'open')
        keyed.push({
          turn:
            wish?.do === 'put' ? { id, at, does: 'open', window: event.id, wish } : { id, at, does: 'change', wishes: [], together: false },
          edition: null,
        })
      keyed.push({ turn: { id: `${id} end`, at: end, does: 'end', window: event.id, item: event.item_id }, edition: null })
    }
  }
  for (const [id, entries] of byEdition) {
    const at = (trial?.edition === id ? trial.at : null) ?? editions.get(id)?.row.at ?? entries[0]!.event.at!
    const wishes = inOrder(entries).flatMap(({ wish }) => wish ?? [])
    const blocked = wishes.length < entries.length || Boolean(editions.get(id)?.refused.length)
    keyed.push({ turn: { id, at, does: 'change', wishes, together: true, blocked }, edition: id })
  }
  return keyed
    .sort(
      (a, b) => compare(a.turn.at, b.turn.at) || Number(a.edition === null) - Number(b.edition === null) || compare(a.turn.id, b.turn.id),
    )
    .map(({ turn }) => turn)
}

export const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** The stretches in which a window shows, from the one at hand on. */
function windowTurns(event: EventRow, now: string, until: string, most: number, moved?: string): { at: string; until: string }[] {
  const shape: WindowShape | null = shapeOf(event)
  const [at, end] = [event.at!, event.until_at!]
  if (moved !== undefined) return [{ at: moved, until: new Date(Date.parse(end) + Date.parse(moved) - Date.parse(at)).toISOString() }]
  const rule = event.rule === null ? null : parseRule(event.rule)
  if (!shape || !rule?.ok || event.first_date === null) return [{ at, until: end }]
  const later = windowsBetween(rule.value, event.first_date, shape, now, until, most).filter((turn) => turn.at > at)
  return [{ at, until: end }, ...later]
}

/** The facts by turn. */
export function factsOf({ known }: Planned, turns: Turn[]): Map<string, PlannedFacts[]> {
  const facts = new Map<string, PlannedFacts[]>()
  for (const { event, facts: own } of inOrder(known)) {
    if (event.state === 'open') continue
    const key = event.edition_id ?? event.id
    const those = facts.get(key)
    if (those) those.push(own)
    else facts.set(key, [own])
  }
  for (const { id } of turns) {
    const [event, n] = id.split(' ')
    const first = n && n !== 'end' && !facts.has(id) ? facts.get(event!) : undefined
    if (first) facts.set(id, first.map(repeated))
  }
  return facts
}

export const repeats = new WeakMap<PlannedFacts, PlannedFacts>()
/** The facts of a later turn of a window: its troubles are those of the first. */
function repeated(of: PlannedFacts): PlannedFacts {
  let made = repeats.get(of)
  if (!made) repeats.set(of, (made = { ...of, repeats: true }))
  return made
}
