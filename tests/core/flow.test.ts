import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { apply, decideDraft, isCleared, openGates, type DraftCommand, type DraftState } from '../../core/flow/draft'
import { ANYONE, DEFAULT_ROUTE, OPEN_ROUTE, type Route } from '../../core/flow/route'

const heads = (name: string, dated = '') => ({ all: name + dated, 'all-but-shown-date': name })
const start: DraftState = { review: 'draft', head: heads('v1'), authors: ['wen'], clearances: [] }
const run = (state: DraftState, command: DraftCommand, route: Route = DEFAULT_ROUTE) => {
  const result = decideDraft(state, command, route)
  return result.ok
    ? { state: result.value.reduce(apply, state), events: result.value.map((event) => event.event), reasons: [] }
    : { state, events: [], reasons: result.reasons.map((reason) => reason.code) }
}
const TWO_STEPS: Route = {
  id: 'two',
  name: 'Two',
  version: 1,
  steps: [
    { name: 'Section', gates: [{ id: 'section', name: 'Section', who: ANYONE, needed: 1, authorsMayClear: true, covers: 'all' }] },
    {
      name: 'Both',
      gates: [
        { id: 'legal', name: 'Legal', who: ANYONE, needed: 1, authorsMayClear: false, covers: 'all' },
        { id: 'two-of', name: 'Access', who: ANYONE, needed: 2, authorsMayClear: false, covers: 'all' },
      ],
    },
  ],
}

describe('the draft’s way', () => {
  it('goes from draft through review to cleared, and back by a return', () => {
    let { state } = run(start, { do: 'send', by: 'wen' })
    expect(state.review).toBe('in_review')
    expect(run(state, { do: 'clear', by: 'wen', gate: 'review' }).reasons).toEqual(['own-work'])
    expect(run(state, { do: 'return', by: 'noor', gate: 'review', note: ' ' }).reasons).toEqual(['note-missing'])
    expect(run(state, { do: 'return', by: 'noor', gate: 'review', note: 'Say more' }).state.review).toBe('returned')
    ;({ state } = run(state, { do: 'clear', by: 'noor', gate: 'review' }))
    expect(state.review).toBe('cleared')
    expect(isCleared(DEFAULT_ROUTE, state)).toBe(true)
    expect(run(state, { do: 'send', by: 'wen' }).reasons).toEqual(['wrong-state'])
    expect(run(state, { do: 'clear', by: 'bea', gate: 'review' }).reasons).toEqual(['wrong-state'])
  })
  it('voids a clearance when what it covered changes, and only then', () => {
    const cleared = run(run(start, { do: 'send', by: 'wen' }).state, { do: 'clear', by: 'noor', gate: 'review' }).state
    const changed = run(cleared, { do: 'edit', by: 'wen', head: heads('v2') })
    expect([changed.events, isCleared(DEFAULT_ROUTE, changed.state)]).toEqual([['edited', 'lapsed'], false])
    const dated = run(cleared, { do: 'edit', by: 'idris', head: heads('v1', ' 5 March') })
    expect([dated.events, isCleared(DEFAULT_ROUTE, dated.state)]).toEqual([['edited'], true])
    expect(run(cleared, { do: 'edit', by: 'wen', head: cleared.head }).events).toEqual([])
  })
  it('a text that returns to what was cleared is cleared again, unless it was sent on or returned as another meanwhile', () => {
    const cleared = run(run(start, { do: 'send', by: 'wen' }).state, { do: 'clear', by: 'noor', gate: 'review' }).state
    const back = run(run(cleared, { do: 'edit', by: 'wen', head: heads('v2') }).state, { do: 'edit', by: 'wen', head: heads('v1') }).state
    expect(isCleared(DEFAULT_ROUTE, back)).toBe(true)
    const edited = run(cleared, { do: 'edit', by: 'wen', head: heads('v2') }).state
    const sent = run(run(edited, { do: 'send', by: 'wen' }).state, { do: 'edit', by: 'wen', head: heads('v1') }).state
    expect(sent.review).toBe('draft')
    const inReview = run(start, { do: 'send', by: 'wen' }).state
    const waiting = run(run(inReview, { do: 'edit', by: 'wen', head: heads('v2') }).state, { do: 'edit', by: 'anton', head: heads('v1') })
    expect([waiting.state.review, waiting.events]).toEqual(['in_review', ['edited', 'reinstated']])
  })
  it('a route without gates clears what is sent', () =>
    expect(run(start, { do: 'send', by: 'wen' }, OPEN_ROUTE).state.review).toBe('cleared'))
  it('opens steps in order, and counts people, not clearances', () => {
    let { state } = run(start, { do: 'send', by: 'wen' }, TWO_STEPS)
    expect(openGates(TWO_STEPS, state).map((gate) => gate.id)).toEqual(['section'])
    expect(run(state, { do: 'clear', by: 'noor', gate: 'legal' }, TWO_STEPS).reasons).toEqual(['gate-closed'])
    for (const [by, gate] of [
      ['wen', 'section'],
      ['noor', 'legal'],
      ['bea', 'two-of'],
    ] as const)
      ({ state } = run(state, { do: 'clear', by, gate }, TWO_STEPS))
    expect(run(state, { do: 'clear', by: 'bea', gate: 'two-of' }, TWO_STEPS).reasons).toContain('cleared-before')
    expect(state.review).toBe('in_review')
    expect(run(state, { do: 'clear', by: 'petra', gate: 'two-of' }, TWO_STEPS).state.review).toBe('cleared')
  })

  it('never holds cleared what was not cleared as it is, over any commands of any people', () => {
    const person = fc.constantFrom('wen', 'noor', 'bea', 'sorley')
    const gate = fc.constantFrom('review', 'section', 'legal', 'two-of', 'none')
    const command: fc.Arbitrary<DraftCommand> = fc.oneof(
      fc.record({ do: fc.constant('edit' as const), by: person, head: fc.constantFrom('v1', 'v2', 'v3').map((name) => heads(name)) }),
      fc.record({ do: fc.constant('send' as const), by: person }),
      fc.record({ do: fc.constant('pull-out' as const), by: person }),
      fc.record({ do: fc.constant('clear' as const), by: person, gate }),
      fc.record({ do: fc.constant('return' as const), by: person, gate, note: fc.constant('Note') }),
    )
    fc.assert(
      fc.property(fc.constantFrom(DEFAULT_ROUTE, TWO_STEPS), fc.array(command, { maxLength: 40 }), (route, commands) => {
        // The plain model: who said yes at which gate to which text, people who wrote left out where they must be.
        const yes = new Set<string>()
        let state = start
        for (const order of commands) {
          const next = run(state, order, route)
          if (next.events.length && order.do === 'clear') {
            const closed = route.steps.flatMap((step) => step.gates).find((entry) => entry.id === order.gate)!
            expect(closed.authorsMayClear || !state.authors.includes(order.by)).toBe(true)
            yes.add(`${order.gate} ${state.head.all} ${order.by}`)
          }
          state = next.state
          if (isCleared(route, state))
            for (const entry of route.steps.flatMap((step) => step.gates))
              expect([...yes].filter((said) => said.startsWith(`${entry.id} ${state.head.all} `)).length).toBeGreaterThanOrEqual(
                entry.needed,
              )
        }
      }),
      { numRuns: 1_000 },
    )
  })
})
