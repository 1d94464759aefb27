import { reason } from '../words/ruleReasons'
import type { Verb } from '../access/verbs'
import type { Reason } from '../outcome'
import type { Change } from './route'
import type { ReviewState } from './draft'

/** A gate of a draft's route, as far as it says what can be done. */
interface GateFacts {
  id: string
  name: string
  /** Whether it applies to this change. */
  applies: boolean
  checks: readonly { must: boolean; found: readonly Reason[] }[]
}

/** The draft at hand: where it stands, and at which gates who asks may clear it, for themselves or (`of`) for another. */
interface DraftFacts {
  review: ReviewState
  /** Whether its clearance holds for what is in it now. */
  cleared: boolean
  change: Change
  /** Where a move leads, in words. */
  to: string | null
  /** Whether who asks wrote in it. */
  mine: boolean
  gates: readonly GateFacts[]
  waiting: readonly string[]
  mayClear: readonly { gate: string; of: string | null }[]
  event: { edition: string | null } | null
  route: { newer: boolean; fast: unknown }
}

/** All that decides what can be done with an item: where it stands, and what keeps who asks from doing what (`null`: nothing). */
export interface ActionFacts {
  binnedAt: string | null
  onSite: 'none' | 'live' | 'withdrawn'
  live: { path: string | null } | null
  /** What was live last. */
  last: object | null
  /** The open drafts of the item, of which `draft` is one. */
  drafts: readonly object[]
  draft: DraftFacts | null
  window: { open: boolean } | null
  withdrawEvent: object | null
  /** Whether a gate lets it go from the site. */
  withdrawalHeld: boolean
  embargo: string | null
  may: Record<Verb, Reason | null>
}

/** What can be done at a gate of the draft. */
type AtGate = 'clear' | 'return' | 'hand'

/** What else can be done with an item and its draft. */
export type PlainAction =
  | 'pull-out'
  | 'remind'
  | 'put-live'
  | 'carry-out'
  | 'send'
  | 'plan'
  | 'cancel-plan'
  | 'edition'
  | 'ahead'
  | 'save'
  | 'beside'
  | 'rename'
  | 'reroute'
  | 'fast'
  | 'exception'
  | 'discard'
  | 'change'
  | 'window-end'
  | 'cancel-window'
  | 'lift'
  | 'embargo'
  | 'ask-withdraw'
  | 'withdraw-past'
  | 'withdraw'
  | 'plan-withdraw'
  | 'cancel-withdraw'
  | 'look'
  | 'back'
  | 'rights'

/** Something that can be done with an item, under its name; `why` says what keeps who asks from it. */
export type ItemAction = {
  name: string
  why: Reason | null
  /** Whether it is as near at hand as the first that can be done. */
  beside?: true
} & ({ do: PlainAction } | { do: AtGate; gate: string })

/** What a gate's checks want mended before it can be cleared. */
function mustMend({ checks }: GateFacts): Reason | null {
  const [first, ...more] = checks.flatMap((check) => (check.must ? check.found : []))
  if (!first) return null
  return reason('checks-fail', { first: first.detail, more: more.length })
}

const CLEARING: Record<Change, string> = { content: 'Clear', move: 'Clear the move', withdrawal: 'Clear that it goes' }

/** What can be done with a draft that waits at gates; `pinned` notes were kept while it was read. */
function inReview({ may }: ActionFacts, draft: DraftFacts, pinned: number): ItemAction[] {
  const gates = new Map(draft.gates.map((gate) => [gate.id, gate]))
  const at = (id: string) => (draft.waiting.length > 1 ? ` at ${gates.get(id)?.name ?? id}` : '')
  const returning = pinned ? `Return with ${pinned} ${pinned === 1 ? 'note' : 'notes'}` : 'Return with a note'
  const mine = new Set(draft.mayClear.map(({ gate }) => gate))
  const takesBack = !may['item.send']
  // Who wrote it and waits for others has this to do, if anything.
  const isWriter = draft.mine && !draft.mayClear.length
  return [
    ...draft.mayClear.flatMap(({ gate, of }): ItemAction[] => {
      const known = gates.get(gate)
      return [
        { do: 'clear', gate, name: `${CLEARING[draft.change]}${at(gate)}${of ? ` for ${of}` : ''}`, why: known ? mustMend(known) : null },
        { do: 'return', gate, name: `${returning}${at(gate)}`, why: null, beside: true },
      ]
    }),
    ...(takesBack && isWriter ? [PULL_OUT] : []),
    ...draft.waiting.flatMap((gate): ItemAction[] =>
      mine.has(gate) || !may['item.send']
        ? [{ do: 'hand', gate, name: draft.waiting.length > 1 ? `Hand on${at(gate)}` : 'Hand to a colleague', why: null }]
        : [],
    ),
    ...(takesBack && draft.waiting.some((gate) => !mine.has(gate)) ? [REMIND] : []),
    ...(takesBack && !isWriter ? [PULL_OUT] : []),
    ...(draft.mayClear.length
      ? []
      : [
          {
            do: 'put-live' as const,
            name: 'Put live',
            why: may['item.put-live'] ?? reason('not-cleared', { what: 'in-review' }),
          },
        ]),
  ]
}
const REMIND: ItemAction = { do: 'remind', name: 'Ask the reviewers again', why: null }
const PULL_OUT: ItemAction = { do: 'pull-out', name: 'Take back from review', why: null }

/** The next step of a draft on its way to readers. */
function nextSteps(facts: ActionFacts, draft: DraftFacts, pinned: number): ItemAction[] {
  const { may } = facts
  if (draft.review === 'in_review') return inReview(facts, draft, pinned)
  if (draft.review !== 'cleared' || !draft.cleared)
    return [{ do: 'send', name: draft.gates.some((gate) => gate.applies) ? 'Send to review' : 'Send on', why: may['item.send'] }]
  if (draft.change === 'move') return [{ do: 'carry-out', name: `Move it to ${draft.to} now`, why: may['item.move'] }]
  if (draft.change === 'withdrawal') return [{ do: 'carry-out', name: 'Take it off the site now', why: may['item.withdraw'] }]
  return [
    { do: 'put-live', name: 'Put live now', why: may['item.put-live'] },
    ...(draft.event ? [] : [{ do: 'plan' as const, name: 'Set a time', why: may['item.plan'] ?? may['item.put-live'] }]),
    ...(may['item.send'] ? [] : [PULL_OUT]),
  ]
}

/** The times of a draft. A withdrawal or a move has neither a text nor a time of its own. */
function timesOf({ may }: ActionFacts, { change, event, review }: DraftFacts): ItemAction[] {
  const why = may['item.plan'] ?? may['item.put-live']
  const own: ItemAction[] =
    change !== 'content'
      ? []
      : event
        ? [
            { do: 'plan', name: 'Move its time', why: may['item.plan'] },
            { do: 'cancel-plan', name: 'Cancel its time', why: may['item.plan'] },
          ]
        : review !== 'cleared'
          ? [{ do: 'plan', name: 'Set a time ahead', why }]
          : []
  return event?.edition ? own : [...own, { do: 'edition', name: 'Put into an edition', why }]
}

function ofDraft(facts: ActionFacts, draft: DraftFacts, pinned: number): ItemAction[] {
  const { may, onSite, drafts } = facts
  const writes = draft.change === 'content'
  const past = draft.review !== 'cleared' && writes
  const whyNotFast = may['item.put-live'] ?? may['item.put-live-fast']
  const isWhole = onSite === 'none' && drafts.length < 2
  return [
    ...nextSteps(facts, draft, pinned),
    ...timesOf(facts, draft),
    { do: 'ahead', name: 'See the site with it', why: null },
    ...(writes && !may['item.write'] ? OF_TEXT : []),
    ...(draft.route.newer && !may['route.change'] ? [{ do: 'reroute' as const, name: 'Put it on the route in force now', why: null }] : []),
    ...(past && draft.route.fast
      ? [
          {
            do: 'fast' as const,
            name: 'Put live now, cleared afterwards',
            why: whyNotFast,
            ...(whyNotFast ? {} : { beside: true as const }),
          },
        ]
      : []),
    ...(past && draft.gates.length
      ? [{ do: 'exception' as const, name: 'Put live without clearance', why: may['item.put-live-uncleared'] }]
      : []),
    {
      do: 'discard',
      name: writes ? (isWhole ? 'Put into the bin' : 'Discard this draft') : 'Let it be',
      why: draft.mine ? may['item.write'] : may['item.discard'],
    },
  ]
}
const OF_TEXT: ItemAction[] = [
  { do: 'save', name: 'Save a named version', why: null },
  { do: 'beside', name: 'Begin another draft beside', why: null },
  { do: 'rename', name: 'Rename this draft', why: null },
]

/** How an item leaves the site, or comes back. */
function ofSite({ live, last, onSite, draft, withdrawEvent, withdrawalHeld, may }: ActionFacts): ItemAction[] {
  const whyNotEnd = may['item.plan'] ?? may['item.withdraw']
  if (!live)
    return [
      ...(draft?.change === 'content' && !withdrawEvent
        ? [{ do: 'plan-withdraw' as const, name: 'Set when it leaves again', why: whyNotEnd }]
        : []),
      ...(onSite === 'withdrawn' && last ? [{ do: 'back' as const, name: 'Put back as it was', why: may['item.roll-back'] }] : []),
    ]
  const asked: Reason | null = draft?.change === 'withdrawal' ? reason('asked-already') : may['item.send']
  return [
    ...(withdrawalHeld
      ? [
          { do: 'ask-withdraw' as const, name: 'Ask to take it off the site', why: asked },
          { do: 'withdraw-past' as const, name: 'Withdraw without clearance', why: may['item.withdraw'] ?? may['item.put-live-uncleared'] },
        ]
      : [{ do: 'withdraw' as const, name: 'Withdraw from the site', why: may['item.withdraw'] }]),
    ...(withdrawEvent
      ? [
          { do: 'plan-withdraw' as const, name: 'Move its end', why: may['item.plan'] },
          { do: 'cancel-withdraw' as const, name: 'Cancel its end', why: may['item.plan'] },
        ]
      : [{ do: 'plan-withdraw' as const, name: 'Set when it leaves the site', why: whyNotEnd }]),
    ...(live.path === null ? [] : [{ do: 'look' as const, name: 'Look at it on the site', why: null }]),
  ]
}

/**
 * What can be done with an item, and why not, the next step before all else. `pinned` is how many notes were kept while its draft
 * was read; they go out with a return. Of an item in the bin nothing.
 */
export function actionsFor(facts: ActionFacts, pinned = 0): ItemAction[] {
  const { binnedAt, draft, window, embargo, may } = facts
  if (binnedAt !== null) return []
  const whyNotTime = may['item.plan'] ?? may['item.put-live']
  return [
    ...(draft ? ofDraft(facts, draft, pinned) : [{ do: 'change' as const, name: 'Begin a draft', why: may['item.write'] }]),
    ...(window
      ? [
          window.open
            ? { do: 'window-end' as const, name: 'Move the end of its window', why: may['item.plan'] }
            : { do: 'cancel-window' as const, name: 'End its windows', why: may['item.plan'] },
        ]
      : []),
    ...(draft?.change === 'content'
      ? [
          embargo === null
            ? { do: 'embargo' as const, name: 'Set an embargo', why: whyNotTime }
            : { do: 'lift' as const, name: 'Lift the embargo', why: whyNotTime },
        ]
      : []),
    ...ofSite(facts),
    ...(may['people.change'] ? [] : [{ do: 'rights' as const, name: 'Who may do what here', why: null }]),
  ]
}

/** The one next thing: the first that can be done, else the first of all, with why not. */
export const nextAction = (actions: readonly ItemAction[]): ItemAction | null => actions.find(({ why }) => !why) ?? actions[0] ?? null
