import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { VERBS, type Verb } from '../../core/access/verbs'
import { actionsFor, nextAction, type ActionFacts, type ItemAction } from '../../core/flow/actionsFor'
import type { Reason } from '../../core/outcome'

const verbs = Object.keys(VERBS) as Verb[]
/** Everything is allowed but these. */
const may = (...missing: Verb[]) =>
  Object.fromEntries(
    verbs.map((verb) => [verb, missing.includes(verb) ? { code: 'right-missing', detail: `Not ${verb}` } : null]),
  ) as ActionFacts['may']
const gate = (id: string, found: Reason[] = []) => ({ id, name: id.toUpperCase(), applies: true, checks: [{ must: true, found }] })
type Draft = NonNullable<ActionFacts['draft']>
const draft = (more: Partial<Draft> = {}): Draft => ({
  review: 'draft',
  cleared: false,
  change: 'content',
  to: null,
  mine: true,
  gates: [gate('review')],
  waiting: [],
  mayClear: [],
  event: null,
  route: { newer: false, fast: null },
  ...more,
})
const facts = (more: Partial<ActionFacts> = {}): ActionFacts => ({
  binnedAt: null,
  onSite: 'none',
  live: null,
  last: null,
  drafts: [{}],
  draft: draft(),
  window: null,
  withdrawEvent: null,
  withdrawalHeld: false,
  embargo: null,
  may: may(),
  ...more,
})
const names = (actions: ItemAction[]) => actions.map(({ name }) => name)
const next = (more: Partial<ActionFacts>, pinned = 0) => nextAction(actionsFor(facts(more), pinned))?.name

describe('the one next thing', () => {
  const waiting = { review: 'in_review', waiting: ['review'] } as const
  it.each<[string, Partial<ActionFacts>, string]>([
    ['a draft is sent', {}, 'Send to review'],
    ['one that no gate asks about is sent on', { draft: draft({ gates: [] }) }, 'Send on'],
    ['whoever wrote what waits takes it back', { draft: draft(waiting) }, 'Take back from review'],
    ['who did not write what waits hands it on', { draft: draft({ ...waiting, mine: false }) }, 'Hand to a colleague'],
    ['a reviewer clears', { draft: draft({ ...waiting, mayClear: [{ gate: 'review', of: null }] }) }, 'Clear'],
    [
      'a deputy clears for whom they stand in',
      { draft: draft({ ...waiting, mayClear: [{ gate: 'review', of: 'Idris' }] }) },
      'Clear for Idris',
    ],
    [
      'a reviewer whose checks fail returns',
      {
        draft: draft({
          ...waiting,
          gates: [gate('review', [{ code: 'x', detail: 'A link leads nowhere' }])],
          mayClear: [{ gate: 'review', of: null }],
        }),
      },
      'Return with a note',
    ],
    ['what is cleared goes live', { draft: draft({ review: 'cleared', cleared: true }) }, 'Put live now'],
    ['what was cleared and changed since is sent again', { draft: draft({ review: 'cleared', cleared: false }) }, 'Send to review'],
    ['a move is carried out', { draft: draft({ review: 'cleared', cleared: true, change: 'move', to: 'Fares' }) }, 'Move it to Fares now'],
    [
      'a withdrawal is carried out',
      { draft: draft({ review: 'cleared', cleared: true, change: 'withdrawal' }) },
      'Take it off the site now',
    ],
    ['of a live page without a draft one is begun', { draft: null, onSite: 'live', live: { path: '/a' } }, 'Begin a draft'],
  ])('%s', (_, more, name) => expect(next(more)).toBe(name))
  it('is what cannot be done, with why, where nothing can be', () => {
    const [first] = actionsFor(facts({ draft: null, may: may('item.write', 'people.change') }))
    expect(first).toEqual({ do: 'change', name: 'Begin a draft', why: { code: 'right-missing', detail: 'Not item.write' } })
  })
  it('says at which gate, where it waits at several, and counts the notes that go with a return', () => {
    const two = draft({
      review: 'in_review',
      gates: [gate('legal'), gate('house')],
      waiting: ['legal', 'house'],
      mayClear: [{ gate: 'house', of: null }],
    })
    expect(names(actionsFor(facts({ draft: two }), 2)).slice(0, 4)).toEqual([
      'Clear at HOUSE',
      'Return with 2 notes at HOUSE',
      'Hand on at LEGAL',
      'Hand on at HOUSE',
    ])
  })
})

describe('what can be done', () => {
  const reason = fc.constantFrom(...verbs)
  const anyFacts = fc
    .record({
      missing: fc.subarray(verbs),
      review: fc.constantFrom('draft' as const, 'in_review' as const, 'returned' as const, 'cleared' as const),
      cleared: fc.boolean(),
      change: fc.constantFrom('content' as const, 'move' as const, 'withdrawal' as const),
      mine: fc.boolean(),
      clears: fc.boolean(),
      planned: fc.constantFrom(null, { edition: null }, { edition: 'e' }),
      hasDraft: fc.boolean(),
      onSite: fc.constantFrom('none' as const, 'live' as const, 'withdrawn' as const),
      window: fc.constantFrom(null, { open: true }, { open: false }),
      ends: fc.boolean(),
      held: fc.boolean(),
      embargo: fc.constantFrom(null, '2027-01-01T00:00:00.000Z'),
      fast: fc.boolean(),
      newer: fc.boolean(),
    })
    .map((any): ActionFacts => {
      const waiting = any.review === 'in_review' ? ['review'] : []
      return facts({
        may: may(...any.missing),
        onSite: any.onSite,
        live: any.onSite === 'live' ? { path: '/a' } : null,
        last: any.onSite === 'none' ? null : {},
        window: any.window,
        withdrawEvent: any.ends ? {} : null,
        withdrawalHeld: any.held,
        embargo: any.embargo,
        draft: any.hasDraft
          ? draft({
              review: any.review,
              cleared: any.cleared,
              change: any.change,
              mine: any.mine,
              waiting,
              mayClear: any.clears && waiting.length ? [{ gate: 'review', of: null }] : [],
              event: any.planned,
              route: { newer: any.newer, fast: any.fast ? {} : null },
            })
          : null,
      })
    })
  /** The right without which each is not to be done, whatever else is so. */
  const NEEDS: Partial<Record<ItemAction['do'], Verb>> = {
    send: 'item.send',
    'pull-out': 'item.send',
    'put-live': 'item.put-live',
    fast: 'item.put-live-fast',
    exception: 'item.put-live-uncleared',
    plan: 'item.plan',
    edition: 'item.plan',
    'cancel-plan': 'item.plan',
    'plan-withdraw': 'item.plan',
    'cancel-withdraw': 'item.plan',
    embargo: 'item.plan',
    lift: 'item.plan',
    withdraw: 'item.withdraw',
    'withdraw-past': 'item.withdraw',
    back: 'item.roll-back',
    change: 'item.write',
    save: 'item.write',
    beside: 'item.write',
    rename: 'item.write',
    reroute: 'route.change',
    rights: 'people.change',
  }
  it('is never offered without the right that it needs, and each thing is offered once', () => {
    fc.assert(
      fc.property(anyFacts, (some) => {
        const actions = actionsFor(some)
        for (const action of actions) {
          const needs = NEEDS[action.do]
          if (needs && some.may[needs] !== null) expect([action.do, action.why]).not.toEqual([action.do, null])
        }
        const ids = actions.map((action) => ('gate' in action ? `${action.do} ${action.gate}` : action.do))
        expect(ids).toEqual([...new Set(ids)])
      }),
      { numRuns: 2_000 },
    )
  })
  it('names in its reason a right that is missing, or what has to be so first', () => {
    fc.assert(
      fc.property(anyFacts, (some) => {
        for (const { why } of actionsFor(some))
          if (why?.code === 'right-missing') expect(verbs.some((verb) => some.may[verb] === why)).toBe(true)
          else if (why) expect(['not-cleared', 'checks-fail', 'asked-already']).toContain(why.code)
      }),
    )
  })
  it('is nothing in the bin, and one more right takes nothing away', () => {
    fc.assert(
      fc.property(anyFacts, reason, (some, verb) => {
        expect(actionsFor({ ...some, binnedAt: '2027-01-01T00:00:00.000Z' })).toEqual([])
        const possible = (of: ActionFacts) => actionsFor(of).flatMap(({ do: what, why }) => (why ? [] : [what]))
        const more = new Set(possible({ ...some, may: { ...some.may, [verb]: null } }))
        expect(possible(some).filter((what) => !more.has(what))).toEqual([])
      }),
      { numRuns: 2_000 },
    )
  })
  it('asks the gates for leave, where a gate lets items go, and goes past them only by a right of its own', () => {
    const live = { draft: null, onSite: 'live', live: { path: null }, withdrawalHeld: true } as const
    expect(names(actionsFor(facts(live)))).toEqual([
      'Begin a draft',
      'Ask to take it off the site',
      'Withdraw without clearance',
      'Set when it leaves the site',
      'Who may do what here',
    ])
    const asked = actionsFor(facts({ ...live, draft: draft({ change: 'withdrawal' }) })).find(({ do: what }) => what === 'ask-withdraw')
    expect(asked?.why?.code).toBe('asked-already')
  })
})
