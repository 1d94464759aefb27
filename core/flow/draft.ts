import { reason } from '../words/ruleReasons'
import { accept, refuse, type Outcome, type Reason } from '../outcome'
import { countsByGroup, gatesOf, keyOf, type Gate, type Route } from './route'

export const REVIEW_STATES = ['draft', 'in_review', 'returned', 'cleared'] as const
export type ReviewState = (typeof REVIEW_STATES)[number]

/** A person's yes at a gate, for exactly what the gate covered of the version read. */
export interface Clearance {
  gate: string
  person: string
  projection: string
  /** The guard who is away, where a deputy said it for them. */
  for?: string | null | undefined
  /** The groups of its guards for which it counts, where the gate asks for some of each. */
  groups?: readonly string[] | undefined
}

/** The hashes of what gates cover of a draft's newest version, under `all` the whole's. */
export type Heads = Readonly<Record<string, string>> & { readonly all: string }

/** Where a line of work stands. */
export interface DraftState {
  review: ReviewState
  head: Heads
  authors: string[]
  clearances: Clearance[]
  /** The state that an edit made lapse, and for what it stood: it is there again when that is. */
  lapsed?: Lapsed | null | undefined
}

export interface Lapsed {
  review: 'in_review' | 'cleared'
  head: Heads
}

export type DraftCommand =
  | { do: 'edit'; by: string; head: Heads }
  | { do: 'send'; by: string }
  | { do: 'pull-out'; by: string }
  | {
      do: 'clear'
      by: string
      gate: string
      for?: string | undefined
      groups?: readonly string[] | undefined
      failing?: Reason[] | undefined
    }
  | { do: 'return'; by: string; gate: string; note: string }

/** What happened, as facts; the state is a fold over them. */
export type DraftEvent =
  | { event: 'edited'; by: string; head: Heads }
  | { event: 'sent'; by: string }
  | { event: 'pulled-out'; by: string }
  | {
      event: 'gate-cleared'
      by: string
      gate: string
      projection: string
      for?: string | undefined
      groups?: readonly string[] | undefined
    }
  | { event: 'returned'; by: string; gate: string; note: string }
  | { event: 'cleared' }
  | { event: 'lapsed'; from: Lapsed }
  | { event: 'reinstated'; review: Lapsed['review'] }

/** The standing clearances of a gate: those whose projection is still the head's, no person behind two of them. */
function standingOf(state: DraftState, gate: Gate): Clearance[] {
  const behind = new Set<string>()
  return state.clearances.filter((clearance) => {
    if (clearance.gate !== gate.id || clearance.projection !== state.head[keyOf(gate)]) return false
    const people = [clearance.person, ...(clearance.for ? [clearance.for] : [])]
    if (people.some((person) => behind.has(person))) return false
    for (const person of people) behind.add(person)
    return true
  })
}

/** How many clearances a gate still needs of its guards, or of each of its groups where it counts by group. */
export function missingClearances(state: DraftState, gate: Gate): number[] {
  const found = standingOf(state, gate)
  const left = (given: Clearance[]) => Math.max(0, gate.needed - given.length)
  if (!countsByGroup(gate)) return [left(found)]
  return gate.who.groups.map((group) => left(found.filter(({ groups }) => groups?.includes(group))))
}

/** How many clearances a gate still needs at least. */
export const missing = (state: DraftState, gate: Gate): number => Math.max(...missingClearances(state, gate))

/** The gates that wait now: the unfilled ones of the first step that has any. */
export function openGates(route: Route, state: DraftState): Gate[] {
  for (const step of route.steps) {
    const open = step.gates.filter((gate) => missing(state, gate) > 0)
    if (open.length) return open
  }
  return []
}

/** Whether every gate of the route stands cleared for the head. */
export const isCleared = (route: Route, state: DraftState): boolean =>
  state.review === 'cleared' && gatesOf(route).every((gate) => missing(state, gate) === 0)

/** Where work stands that is put on another route deliberately: clearances hold for gates of the same id and coverage. */
export function reroute(state: DraftState, route: Route): DraftState {
  if (state.review !== 'in_review' && state.review !== 'cleared') return state
  return { ...state, review: openGates(route, state).length ? 'in_review' : 'cleared' }
}

/**
 * The draft's state machine: what a command would make happen, or why not. Rights are decided elsewhere
 * (`core/access`); here stands only what the route and the state of the work demand.
 */
export function decideDraft(state: DraftState, command: DraftCommand, route: Route): Outcome<DraftEvent[]> {
  switch (command.do) {
    case 'edit': {
      if (command.head.all === state.head.all) return accept([])
      const edited: DraftEvent = { event: 'edited', by: command.by, head: command.head }
      if (state.review === 'in_review' || state.review === 'cleared') {
        const from = { review: state.review, head: state.head }
        return accept(coverTheSame(route, command.head, state.head) ? [edited] : [edited, { event: 'lapsed', from }])
      }
      // What was in review or cleared is so again when it reads again as it did then.
      return state.review === 'draft' && state.lapsed && coverTheSame(route, command.head, state.lapsed.head)
        ? accept([edited, { event: 'reinstated', review: state.lapsed.review }])
        : accept([edited])
    }
    case 'send': {
      if (state.review === 'in_review') return refuse(reason('wrong-state', { review: 'in-review' }))
      // Cleared once, it may need another gate since: what is on the site has changed under it.
      if (state.review === 'cleared' && !openGates(route, state).length) return refuse(reason('wrong-state', { review: 'cleared' }))
      const sent: DraftEvent = { event: 'sent', by: command.by }
      const after = apply(state, sent)
      return accept(openGates(route, after).length ? [sent] : [sent, { event: 'cleared' }])
    }
    case 'pull-out':
      return state.review === 'in_review' || state.review === 'cleared'
        ? accept([{ event: 'pulled-out', by: command.by }])
        : refuse(reason('wrong-state', { review: 'not-in-review' }))
    case 'clear': {
      const reasons = atGate(state, command.gate, route)
      const gate = gatesOf(route).find((entry) => entry.id === command.gate)
      if (gate && !gate.authorsMayClear && state.authors.includes(command.by)) reasons.push(reason('own-work', { as: 'writer' }))
      if (gate && command.for !== undefined && !gate.authorsMayClear && state.authors.includes(command.for))
        reasons.push(reason('own-work', { as: 'deputy' }))
      if (gate && hasCleared(state, gate, command.by)) reasons.push(reason('cleared-before', { who: 'you' }))
      if (gate && command.for !== undefined && hasCleared(state, gate, command.for))
        reasons.push(reason('cleared-before', { who: 'absent' }))
      reasons.push(...(command.failing ?? []))
      if (reasons.length || !gate) return refuse(...reasons)
      const { do: _do, failing: _failing, ...said } = command
      const cleared: DraftEvent = { event: 'gate-cleared', ...said, projection: state.head[keyOf(gate)] ?? '' }
      return accept(openGates(route, apply(state, cleared)).length ? [cleared] : [cleared, { event: 'cleared' }])
    }
    case 'return': {
      const reasons = atGate(state, command.gate, route)
      if (!command.note.trim()) reasons.push(reason('note-missing', { to: 'return', at: 'note' }))
      return reasons.length ? refuse(...reasons) : accept([{ event: 'returned', by: command.by, gate: command.gate, note: command.note }])
    }
  }
}

/** Whether all that the gates of a route cover is the same in two versions; where there is no gate, whether all is. */
function coverTheSame(route: Route, one: Heads, other: Heads): boolean {
  const gates = gatesOf(route)
  return gates.length ? gates.every((gate) => one[keyOf(gate)] === other[keyOf(gate)]) : one.all === other.all
}

/** Whether a person stands behind a clearance of the head at a gate already, themselves or through a deputy. */
export const hasCleared = (state: DraftState, gate: Gate, person: string): boolean =>
  standingOf(state, gate).some((clearance) => clearance.person === person || clearance.for === person)

function atGate(state: DraftState, gate: string, route: Route): Reason[] {
  if (!gatesOf(route).some((entry) => entry.id === gate)) return [reason('gate-unknown', { of: 'route' })]
  if (state.review !== 'in_review') return [reason('wrong-state', { review: 'no-more' })]
  return openGates(route, state).some((entry) => entry.id === gate) ? [] : [reason('gate-closed')]
}

/** The state after one event. */
export function apply(state: DraftState, event: DraftEvent): DraftState {
  switch (event.event) {
    case 'edited':
      return { ...state, head: event.head, authors: state.authors.includes(event.by) ? state.authors : [...state.authors, event.by] }
    case 'sent':
      return { ...state, review: 'in_review', lapsed: null }
    case 'pulled-out':
      return { ...state, review: 'draft', lapsed: null }
    case 'lapsed':
      return { ...state, review: 'draft', lapsed: event.from }
    case 'reinstated':
      return { ...state, review: event.review, lapsed: null }
    case 'gate-cleared':
      return {
        ...state,
        clearances: [
          ...state.clearances,
          { gate: event.gate, person: event.by, projection: event.projection, for: event.for, groups: event.groups },
        ],
      }
    case 'returned':
      return { ...state, review: 'returned', lapsed: null }
    case 'cleared':
      return { ...state, review: 'cleared' }
  }
}
