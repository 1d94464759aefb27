import fc from 'fast-check'
import { inForce } from '../../core/flow/inForce'
import { describe, expect, it } from 'vitest'
import { personBehind, type Rights } from '../../core/access/rights'
import { DEFAULT_ROLES } from '../../core/access/verbs'
import { apply, decideDraft, reroute, type DraftState } from '../../core/flow/draft'
import { groupsFor, guards, guardsOf, guardWords, notGuard } from '../../core/flow/guards'
import {
  ALWAYS,
  ANYONE,
  applying,
  DEFAULT_ROUTE,
  DEFAULT_RULES,
  gatesOf,
  OPEN_ROUTE,
  ruleFor,
  type ChangeFacts,
  type Gate,
  type Route,
  type RouteRule,
  type When,
} from '../../core/flow/route'
import { soundness, strandedAt } from '../../core/flow/sound'
import type { Content } from '../../core/content/content'
import { changedWords } from '../../core/history/size'

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
const world = (grants: Rights['grants'], members: string[] = [], more: { second?: string; crew?: string[] } = {}): Rights => ({
  site: 'site',
  sharesFile: false,
  // The last may be a second account of one of the others.
  people: new Map(PEOPLE.map((id) => [id, { name: id, active: true, ...(id === 'bea' && more.second ? { self: more.second } : {}) }])),
  groups: new Map([
    ['legal', { id: 'legal', name: 'Legal desk', members }],
    ['crew', { id: 'crew', name: 'Crew', members: more.crew ?? [] }],
  ]),
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
  delegations: [],
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
    const here = { route: 'r', gate: legal, section: 'news', at: '2026-03-02T09:00:00.000Z' }
    expect(notGuard(rights, here, 'wen')).toMatchObject({
      code: 'not-guard',
      detail: 'The gate “Legal” is for Legal desk or bea to clear',
      help: ['noor', 'bea'],
    })
    expect(notGuard(rights, here, 'noor')).toBeNull()
  })
})

const key = (state: DraftState) =>
  `${state.review} ${state.clearances
    .map((c) => `${c.gate}${c.person}`)
    .sort()
    .join()}`

/** Whether the work of one writer can come through at all: every order of every clearance that anyone may give, tried. */
function canPass(rights: Rights, way: Route, writer: string, section: string): boolean {
  const head = { all: 'v1', 'all-but-shown-date': 'v1' }
  const fresh: DraftState = { review: 'draft', head, authors: [personBehind(rights, writer)], clearances: [] }
  const sent = decideDraft(fresh, { do: 'send', by: personBehind(rights, writer) }, way)
  return sent.ok && canGoOn(rights, way, sent.value.reduce(apply, fresh), section)
}

/** Whether work in review can come through from where it stands. */
function canGoOn(rights: Rights, way: Route, from: DraftState, section: string): boolean {
  const queue = [from]
  const seen = new Set(queue.map(key))
  for (const state of queue) {
    if (state.review === 'cleared') return true
    for (const one of gatesOf(way))
      for (const by of PEOPLE) {
        if (!guards(rights, one, by, section)) continue
        const groups = groupsFor(rights, one, by)
        const next = decideDraft(state, { do: 'clear', by: personBehind(rights, by), gate: one.id, groups }, way)
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
    groups: fc.constantFrom<string[]>([], [], ['legal'], ['legal', 'crew']),
    roles: fc.constantFrom<string[]>([], [], ['reviewer']),
  }),
  needed: fc.integer({ min: 1, max: 3 }),
  each: fc.constantFrom(undefined, 'group' as const),
  authorsMayClear: fc.boolean(),
})
const anySecond = fc.record({ second: fc.constantFrom('', '', 'wen', 'noor'), crew: fc.subarray(PEOPLE, { maxLength: 3 }) })
const anyRoute = fc
  .array(fc.array(anyGate, { minLength: 1, maxLength: 2 }), { maxLength: 2 })
  .map((steps) => route(...steps.map((gates, s) => gates.map((one, g) => gate({ ...one, id: `g${s}${g}`, name: `G${s}${g}` })))))

describe('soundness', () => {
  it('says stuck exactly when exhaustive search finds work that cannot pass', () => {
    let stuck = 0
    fc.assert(
      fc.property(anyGrants, fc.subarray(PEOPLE), anyRoute, anySecond, (grants, members, way, more) => {
        const rights = world(grants, members, more)
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
            const thinGate = gatesOf(way).find(({ id }) => id === reason.at)!
            const one = guardsOf(rights, thinGate, section)
            if (thinGate.each || more.second) continue
            const without = new Map(rights.people)
            without.set(one[0]!, { name: one[0]!, active: false })
            const left = soundness({ ...rights, people: without }, way, [section])
            if (writers.some((writer) => writer !== one[0]))
              expect(left.stuck.map(({ at }) => at).concat(left.thin.map(({ at }) => at))).toContain(reason.at)
          }
        }
      }),
      { numRuns: 1_200 },
    )
    expect(stuck).toBeGreaterThan(100)
  })
  it('names the gate, the place and the people', () => {
    const rights = world([give('wen', 'writer'), give('noor', 'reviewer'), give('noor', 'writer')])
    expect(soundness(rights, DEFAULT_ROUTE, ['news'])).toMatchObject({
      stuck: [{ code: 'gate-own', detail: '“Review” in news has nobody left for what its own guards write', at: 'review', help: ['noor'] }],
      thin: [],
    })
    const two = world([give('wen', 'writer'), give('noor', 'reviewer')])
    expect(soundness(two, DEFAULT_ROUTE, ['news']).thin).toMatchObject([
      { code: 'gate-thin', detail: '“Review” in news hangs on one person', at: 'review', help: ['noor'] },
    ])
    expect(soundness(two, route([gate({ id: 'two', name: 'Two', needed: 2 })]), ['news']).stuck[0]!.detail).toBe(
      '“Two” needs 2, and 1 in news may clear it',
    )
    expect(soundness(world([]), DEFAULT_ROUTE, ['news'])).toEqual({ stuck: [], thin: [] })
  })
})

describe('work that a change of rights would strand', () => {
  it('is named exactly when exhaustive search finds no way on', () => {
    let stranded = 0
    fc.assert(
      fc.property(
        anyGrants,
        fc.subarray(PEOPLE),
        anyRoute,
        anySecond,
        fc.subarray(PEOPLE, { minLength: 1, maxLength: 2 }),
        fc.array(fc.tuple(fc.nat(), fc.constantFrom(...PEOPLE)), { maxLength: 3 }),
        (grants, members, way, more, writers, tries) => {
          const rights = world(grants, members, more)
          const authors = [...new Set(writers.map((writer) => personBehind(rights, writer)))]
          const head = { all: 'v1', 'all-but-shown-date': 'v1' }
          let state: DraftState = { review: 'in_review', head, authors, clearances: [] }
          const gates = gatesOf(way)
          // Some clearances were given while these people still could: by whom and where does not matter to the search.
          for (const [n, by] of tries) {
            const one = gates[n % Math.max(1, gates.length)]
            const groups = one && groupsFor(rights, one, by)
            const next = one && decideDraft(state, { do: 'clear', by: personBehind(rights, by), gate: one.id, groups }, way)
            if (next?.ok) state = next.value.reduce(apply, state)
          }
          if (state.review !== 'in_review' || !gates.length) return
          const found = canGoOn(rights, way, state, 'cars')
          expect(strandedAt(rights, { section: 'cars', route: way, state }).length === 0).toBe(found)
          if (!found) stranded++
        },
      ),
      { numRuns: 1_200 },
    )
    expect(stranded).toBeGreaterThan(100)
  })
})

describe('where a gate applies', () => {
  const limited = (when: Partial<When>) => route([gate({ id: 'g', when: { ...ALWAYS, ...when } })])
  const applies = (when: Partial<When>, facts: ChangeFacts) => applying(limited(when), { all: 'x' }, null, facts).steps.length === 1
  const facts = { path: ['cars', 'fares'], labels: ['summer'], words: 12 }
  it('is limited by section, label and size of the change, all of which must hold', () => {
    expect(applies({}, facts)).toBe(true)
    expect(applies({ sections: ['fares'] }, facts)).toBe(true)
    expect(applies({ sections: ['news'] }, facts)).toBe(false)
    expect(applies({ labels: ['summer', 'winter'] }, facts)).toBe(true)
    expect(applies({ labels: ['winter'] }, facts)).toBe(false)
    expect(applies({ words: 12 }, facts)).toBe(true)
    expect(applies({ words: 13 }, facts)).toBe(false)
    expect(applies({ sections: ['fares'], words: 13 }, facts)).toBe(false)
  })
  it('counts the words that readers meet anew or no longer', () => {
    const page = (...texts: string[]): Content => ({
      fields: { title: 'Cars' },
      body: texts.map((text, n) => ({ id: `b${n}`, kind: 'paragraph' as const, text: [{ text }] })),
    })
    expect(changedWords(page('Book by noon'), page('Book by noon'))).toBe(0)
    expect(changedWords(page('Book by noon'), page('Book by nine, please'))).toBe(3)
    expect(changedWords(page('Book by noon', 'Gone now'), page('Book by noon'))).toBe(2)
    expect(changedWords(null, page('Book by noon'))).toBe(4)
    // Whether it is enough is the same answer, however early it is known.
    const someWords = fc
      .array(fc.constantFrom('book', 'by', 'noon', 'nine', 'the', 'quay'), { maxLength: 12 })
      .map((words) => words.join(' '))
    fc.assert(
      fc.property(
        fc.array(someWords, { maxLength: 4 }),
        fc.array(someWords, { maxLength: 4 }),
        fc.integer({ min: 1, max: 30 }),
        (a, b, enough) => {
          const [before, after] = [page(...a), page(...b)]
          const all = changedWords(before, after)
          const told = changedWords(before, after, enough)
          expect(told >= enough).toBe(all >= enough)
          if (all < enough) expect(told).toBe(all)
        },
      ),
    )
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

describe('where a route is in force', () => {
  it('is told section by section, with the kinds, and what has no rule of its own last', () => {
    const rules: RouteRule[] = [
      { kind: null, section: null, route: 'a' },
      { kind: 'page', section: 'fares', route: 'b' },
      { kind: 'post', section: null, route: 'a' },
      { kind: 'notice', section: 'fares', route: 'b' },
    ]
    expect(inForce(rules, 'a')).toEqual([{ section: null, kinds: ['post', null] }])
    expect(inForce(rules, 'b')).toEqual([{ section: 'fares', kinds: ['page', 'notice'] }])
    expect(inForce(rules, 'c')).toEqual([])
  })
})
