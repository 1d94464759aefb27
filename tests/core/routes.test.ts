import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Rights } from '../../core/access/rights'
import { DEFAULT_ROLES } from '../../core/access/verbs'
import { apply, decideDraft, reroute, type DraftState } from '../../core/flow/draft'
import { guards, guardsOf, guardWords, notGuard } from '../../core/flow/guards'
import { ANYONE, DEFAULT_ROUTE, DEFAULT_RULES, gatesOf, OPEN_ROUTE, ruleFor, type Gate, type Route } from '../../core/flow/route'
import { soundness } from '../../core/flow/sound'

const gate = (change: Partial<Gate>): Gate => ({
  id: 'gate',
  name: 'Gate',
  who: ANYONE,
  needed: 1,
  authorsMayClear: false,
  covers: 'all',
  ...change,
})
const route = (...steps: Gate[][]): Route => ({
  id: 'r',
  name: 'R',
  version: 1,
  steps: steps.map((gates, n) => ({ name: `Step ${n + 1}`, gates })),
})
const PEOPLE = ['wen', 'idris', 'noor', 'bea']
const world = (grants: Rights['grants'], members: string[] = []): Rights => ({
  people: new Map(PEOPLE.map((id) => [id, { name: id, active: true }])),
  groups: new Map([['legal', { id: 'legal', name: 'Legal desk', members }]]),
  roles: new Map(DEFAULT_ROLES.map((role) => [role.id, role])),
  grants,
  sections: new Map(
    [
      ['fares', null],
      ['cars', 'fares'],
      ['news', null],
    ].map(([id, parent]) => [id!, { id: id!, name: id!, segment: id!, parent: parent ?? null }]),
  ),
  separations: [],
})
const give = (person: string, role: string, section: string | null = null) => ({ holder: { person }, role, section })

describe('which route', () => {
  const rules = [
    ...DEFAULT_RULES,
    { kind: null, section: 'fares', route: 'legal' },
    { kind: 'notice' as const, section: null, route: 'quick' },
    { kind: 'post' as const, section: 'cars', route: 'cars' },
  ]
  it('is the kind’s before any kind’s, and then the nearest section’s', () => {
    expect(ruleFor(rules, 'page', ['cars', 'fares'])?.route).toBe('legal')
    expect(ruleFor(rules, 'page', ['news'])?.route).toBe(DEFAULT_ROUTE.id)
    expect(ruleFor(rules, 'notice', ['cars', 'fares'])?.route).toBe('quick')
    expect(ruleFor(rules, 'post', ['cars', 'fares'])?.route).toBe('cars')
    expect(ruleFor(rules, 'label', ['fares'])?.route).toBe(OPEN_ROUTE.id)
    expect(ruleFor([], 'page', ['fares'])).toBeUndefined()
  })
})

describe('who guards a gate', () => {
  const rights = world([give('noor', 'reviewer'), give('bea', 'reviewer', 'news'), give('idris', 'publisher')], ['noor', 'idris'])
  it('is whoever may clear there and is named, or anyone when nobody is', () => {
    expect(guardsOf(rights, gate({}), 'news')).toEqual(['noor', 'bea'])
    expect(guardsOf(rights, gate({}), 'cars')).toEqual(['noor'])
    expect(guardsOf(rights, gate({ who: { ...ANYONE, people: ['bea', 'wen'] } }), 'news')).toEqual(['bea'])
    expect(guardsOf(rights, gate({ who: { ...ANYONE, groups: ['legal'] } }), 'news')).toEqual(['noor'])
    expect(guardsOf(rights, gate({ who: { ...ANYONE, roles: ['reviewer'] } }), 'fares')).toEqual(['noor'])
    expect(guards(rights, gate({ who: { ...ANYONE, groups: ['gone'] } }), 'noor', 'news')).toBe(false)
  })
  it('is said in words, with who could do it', () => {
    const legal = gate({ name: 'Legal', who: { people: ['bea'], groups: ['legal'], roles: [] } })
    expect(guardWords(rights, legal)).toBe('Legal desk or bea')
    expect(notGuard(rights, legal, 'wen', 'news')).toEqual({
      code: 'not-guard',
      detail: 'The gate “Legal” is for Legal desk or bea to clear',
      help: ['noor', 'bea'],
    })
    expect(notGuard(rights, legal, 'noor', 'news')).toBeNull()
  })
})

/** Whether the work of one writer can come through at all: every order of every clearance that anyone may give, tried. */
function canPass(rights: Rights, way: Route, writer: string, section: string): boolean {
  const head = { all: 'v1', 'all-but-shown-date': 'v1' }
  const fresh: DraftState = { review: 'draft', head, authors: [writer], clearances: [] }
  const key = (state: DraftState) =>
    `${state.review} ${state.clearances
      .map((c) => `${c.gate}${c.person}`)
      .sort()
      .join()}`
  const sent = decideDraft(fresh, { do: 'send', by: writer }, way)
  if (!sent.ok) return false
  const queue = [sent.value.reduce(apply, fresh)]
  const seen = new Set(queue.map(key))
  for (const state of queue) {
    if (state.review === 'cleared') return true
    for (const one of gatesOf(way))
      for (const by of PEOPLE) {
        if (!guards(rights, one, by, section)) continue
        const next = decideDraft(state, { do: 'clear', by, gate: one.id }, way)
        if (!next.ok) continue
        const after = next.value.reduce(apply, state)
        if (!seen.has(key(after))) {
          seen.add(key(after))
          queue.push(after)
        }
      }
  }
  return false
}

describe('soundness', () => {
  const anyGrants = fc.array(
    fc.record({
      holder: fc.constantFrom<{ person: string } | { group: string }>(...PEOPLE.map((person) => ({ person })), { group: 'legal' }),
      role: fc.constantFrom('writer', 'reviewer', 'publisher'),
      section: fc.constantFrom(null, 'fares', 'cars'),
    }),
    { maxLength: 7 },
  )
  const anyGate = fc.record({
    who: fc.record({
      people: fc.subarray(PEOPLE, { maxLength: 2 }),
      groups: fc.constantFrom<string[]>([], [], ['legal']),
      roles: fc.constantFrom<string[]>([], [], ['reviewer']),
    }),
    needed: fc.integer({ min: 1, max: 3 }),
    authorsMayClear: fc.boolean(),
  })
  const anyRoute = fc
    .array(fc.array(anyGate, { minLength: 1, maxLength: 2 }), { maxLength: 2 })
    .map((steps) => route(...steps.map((gates, s) => gates.map((one, g) => gate({ ...one, id: `g${s}${g}`, name: `G${s}${g}` })))))
  it('says stuck exactly when exhaustive search finds work that cannot pass', () => {
    let stuck = 0
    fc.assert(
      fc.property(anyGrants, fc.subarray(PEOPLE), anyRoute, (grants, members, way) => {
        const rights = world(grants, members)
        for (const section of ['fares', 'cars']) {
          const writers = PEOPLE.filter((person) =>
            grants.some(
              ({ holder, role, section: where }) =>
                ('person' in holder ? holder.person === person : members.includes(person)) &&
                role !== 'reviewer' &&
                (where === null || where === section || where === 'fares'),
            ),
          )
          const found = writers.every((writer) => canPass(rights, way, writer, section))
          const { stuck: reasons, thin } = soundness(rights, way, [section])
          expect(reasons.length === 0).toBe(found)
          if (!found) stuck++
          // What hangs on exactly as many as it needs stops when one of them goes.
          for (const reason of thin) {
            const one = guardsOf(
              rights,
              gatesOf(way).find(({ id }) => id === reason.at)!,
              section,
            )
            const without = new Map(rights.people)
            without.set(one[0]!, { name: one[0]!, active: false })
            const left = soundness({ ...rights, people: without }, way, [section])
            if (writers.some((writer) => writer !== one[0]))
              expect(left.stuck.map(({ at }) => at).concat(left.thin.map(({ at }) => at))).toContain(reason.at)
          }
        }
      }),
      { numRuns: 3_000 },
    )
    expect(stuck).toBeGreaterThan(100)
  })
  it('names the gate, the place and the people', () => {
    const rights = world([give('wen', 'writer'), give('noor', 'reviewer'), give('noor', 'writer')])
    expect(soundness(rights, DEFAULT_ROUTE, ['news'])).toEqual({
      stuck: [{ code: 'gate-own', detail: '“Review” in news has nobody left for what its own guards write', at: 'review', help: ['noor'] }],
      thin: [],
    })
    const two = world([give('wen', 'writer'), give('noor', 'reviewer')])
    expect(soundness(two, DEFAULT_ROUTE, ['news']).thin).toEqual([
      { code: 'gate-thin', detail: '“Review” in news hangs on one person', at: 'review', help: ['noor'] },
    ])
    expect(soundness(two, route([gate({ id: 'two', name: 'Two', needed: 2 })]), ['news']).stuck[0]!.detail).toBe(
      '“Two” needs 2, and 1 in news may clear it',
    )
    expect(soundness(world([]), DEFAULT_ROUTE, ['news'])).toEqual({ stuck: [], thin: [] })
  })
})

describe('another route for work under way', () => {
  const head = { all: 'v1', 'all-but-shown-date': 'v1' }
  const cleared: DraftState = {
    review: 'cleared',
    head,
    authors: ['wen'],
    clearances: [{ gate: 'review', person: 'noor', projection: 'v1' }],
  }
  const longer = route([gate({ id: 'review', covers: 'all-but-shown-date' })], [gate({ id: 'legal' })])
  it('keeps what was cleared at gates that stayed, and waits at the new ones', () => {
    expect(reroute(cleared, longer).review).toBe('in_review')
    expect(reroute({ ...cleared, review: 'in_review' }, DEFAULT_ROUTE).review).toBe('cleared')
    expect(reroute({ ...cleared, review: 'returned' }, longer).review).toBe('returned')
  })
})
