import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { againstChange, separationsBroken } from '../../core/access/change'
import { decide } from '../../core/access/decide'
import { personBehind, type Delegation, type Rights, type Separation } from '../../core/access/rights'
import { withRolesInUse, brokenTogether, givenRoles, sessionRoles } from '../../core/access/session'
import { DEFAULT_ROLES } from '../../core/access/verbs'
import { apply, decideDraft, missing, type DraftState } from '../../core/flow/draft'
import { clearersOf, waysToClear, type AtGate } from '../../core/flow/guards'
import { ANYONE, type Gate, type Route } from '../../core/flow/route'

const PEOPLE = ['wen', 'noor', 'bea', 'sorley', 'idris']
const grant = (person: string, role: string, section: string | null = null) => ({ holder: { person }, role, section })
const world = (more: Partial<Rights> = {}): Rights => ({
  site: 'site',
  sharesFile: false,
  people: new Map(PEOPLE.map((id) => [id, { name: id, active: true }])),
  groups: new Map([
    ['legal', { id: 'legal', name: 'Legal', members: ['noor', 'bea'] }],
    ['crew', { id: 'crew', name: 'Crew', members: ['bea', 'sorley'] }],
  ]),
  roles: new Map(DEFAULT_ROLES.map((role) => [role.id, role])),
  grants: [grant('wen', 'writer'), grant('noor', 'reviewer'), grant('bea', 'reviewer'), grant('sorley', 'writer')],
  sections: new Map([['fares', { id: 'fares', name: 'Fares', segment: 'fares', parent: null }]]),
  separations: [],
  delegations: [],
  ...more,
})
const gate: Gate = { id: 'legal', name: 'Legal', who: { ...ANYONE, people: ['noor'] }, needed: 1, authorsMayClear: false, covers: 'all' }
const way = (...gates: Gate[]): Route => ({ id: 'r', name: 'R', version: 1, steps: [{ name: 'Step', gates }] })
const here = (at = '2026-03-02T12:00:00.000Z'): AtGate => ({ route: 'r', gate, section: 'fares', at })
const away = (more: Partial<Delegation> = {}): Delegation => ({
  id: 'd',
  absent: 'noor',
  deputy: 'sorley',
  gates: null,
  from: '2026-03-02T08:00:00.000Z',
  to: '2026-03-06T16:00:00.000Z',
  ...more,
})
const inReview = (authors: string[], clearances: DraftState['clearances'] = []): DraftState => ({
  review: 'in_review',
  head: { all: 'v1' },
  authors,
  clearances,
})
const codes = (state: DraftState, command: Parameters<typeof decideDraft>[1], route: Route) => {
  const answer = decideDraft(state, command, route)
  return answer.ok ? [] : answer.reasons.map(({ code }) => code)
}

describe('a deputy', () => {
  const rights = world({ delegations: [away()] })
  it('may clear for who is away, in that time, at those gates, and is named among those who may', () => {
    expect(waysToClear(rights, here(), 'sorley')).toEqual([{ as: 'deputy', of: 'noor' }])
    expect(clearersOf(rights, here())).toEqual(['noor', 'sorley'])
    expect(waysToClear(rights, here('2026-03-02T07:59:59.999Z'), 'sorley')).toEqual([])
    expect(waysToClear(rights, here('2026-03-06T16:00:00.000Z'), 'sorley')).toEqual([])
    const elsewhere = world({ delegations: [away({ gates: [{ route: 'r', gate: 'review' }] })] })
    expect(waysToClear(elsewhere, here(), 'sorley')).toEqual([])
    expect(waysToClear(world({ delegations: [away({ gates: [{ route: 'r', gate: 'legal' }] })] }), here(), 'sorley')).toHaveLength(1)
  })
  it('has no more than the absent one has, and hands it to nobody further', () => {
    expect(waysToClear(world({ delegations: [away({ absent: 'bea' })] }), here(), 'sorley')).toEqual([])
    const chain = world({ delegations: [away(), away({ id: 'e', absent: 'sorley', deputy: 'wen' })] })
    expect(waysToClear(chain, here(), 'wen')).toEqual([])
    const rests = world({ delegations: [away()], people: new Map([...rights.people, ['noor', { name: 'noor', active: false }]]) })
    expect(waysToClear(rests, here(), 'sorley')).toEqual([])
    expect(waysToClear(world({ delegations: [away({ deputy: 'idris' })] }), here(), 'idris')).toEqual([])
  })
  it('clears neither what they wrote nor what the absent one wrote, and never counts beside them', () => {
    const clear = { do: 'clear', by: 'sorley', for: 'noor', gate: 'legal' } as const
    expect(codes(inReview(['wen']), clear, way(gate))).toEqual([])
    expect(codes(inReview(['sorley']), clear, way(gate))).toEqual(['own-work'])
    expect(codes(inReview(['noor']), clear, way(gate))).toEqual(['own-work'])
    const two = { ...gate, needed: 2 }
    const once = inReview(['wen'], [{ gate: 'legal', person: 'noor', projection: 'v1' }])
    expect(codes(once, clear, way(two))).toEqual(['cleared-before'])
    const twice = inReview(
      ['wen'],
      [
        { gate: 'legal', person: 'sorley', for: 'noor', projection: 'v1' },
        { gate: 'legal', person: 'noor', projection: 'v1' },
      ],
    )
    expect(missing(twice, two)).toBe(1)
  })
})

describe('a gate that counts by group', () => {
  const each: Gate = { ...gate, who: { ...ANYONE, groups: ['legal', 'crew'] }, each: 'group' }
  const said = (person: string, groups: string[]) => ({ gate: 'legal', person, projection: 'v1', groups })
  it('waits for one of each; one who is in both counts for both', () => {
    expect(missing(inReview(['wen']), each)).toBe(1)
    expect(missing(inReview(['wen'], [said('noor', ['legal'])]), each)).toBe(1)
    expect(missing(inReview(['wen'], [said('noor', ['legal']), said('sorley', ['crew'])]), each)).toBe(0)
    expect(missing(inReview(['wen'], [said('bea', ['legal', 'crew'])]), each)).toBe(0)
  })
})

describe('checks that must pass', () => {
  it('keep a gate closed, with what they found', () => {
    const failing = [{ code: 'check-alternative-missing', detail: 'A picture without alternative text' }]
    expect(codes(inReview(['wen']), { do: 'clear', by: 'noor', gate: 'legal', failing }, way(gate))).toEqual(['check-alternative-missing'])
  })
})

describe('two accounts of one person', () => {
  const people = new Map([...world().people, ['noor-two', { name: 'noor', active: true, self: 'noor' }]])
  it('are one when clearances are counted, and one beside their own work', () => {
    const rights = world({ people })
    expect(personBehind(rights, 'noor-two')).toBe('noor')
    expect(codes(inReview(['noor']), { do: 'clear', by: personBehind(rights, 'noor-two'), gate: 'legal' }, way(gate))).toEqual(['own-work'])
  })
  it('raise neither each other nor hold together what is kept apart', () => {
    const before = world({ people, grants: [grant('noor', 'steward'), grant('wen', 'steward')] })
    const after = world({ people, grants: [...before.grants, grant('noor-two', 'publisher')] })
    expect(againstChange(before, after, 'noor').map(({ code }) => code)).toEqual(['own-rights'])
    expect(againstChange(before, after, 'wen')).toEqual([])
    const separations: Separation[] = [{ id: 's', name: 'Four eyes', roles: ['steward', 'publisher'], most: 1, dynamic: false }]
    expect(separationsBroken({ ...after, separations })).toEqual([{ person: 'noor', separation: 's' }])
  })
})

// ANSI INCITS 359-2004 §6.4, dynamic separation of duty: for every session, the roles active in it hold no more of each
// set than its number, roles counted with those they inherit (§6.4.2); a role may be activated only by who has it (§6.1).
describe('the roles of a session', () => {
  const roleIds = DEFAULT_ROLES.map(({ id }) => id)
  const separations = fc.array(
    fc.record({
      id: fc.constant('s'),
      name: fc.constant('Apart'),
      roles: fc.subarray(roleIds, { minLength: 2 }),
      most: fc.integer({ min: 1, max: 3 }),
      dynamic: fc.boolean(),
    }),
    { maxLength: 3 },
  )
  const held = fc.subarray(roleIds)
  it('never hold more of a set than it lets one use at once, and are always among those held', () =>
    fc.assert(
      fc.property(separations, held, fc.option(fc.shuffledSubarray(roleIds)), (apart, roles, asked) => {
        const rights = world({ separations: apart, grants: roles.map((role) => grant('wen', role)) })
        const used = sessionRoles(rights, 'wen', asked)
        expect(brokenTogether(rights, used)).toEqual([])
        expect(used.every((role) => givenRoles(rights, 'wen').includes(role))).toBe(true)
        // As many as fit: no further one could be used as well.
        for (const role of roles) if (!used.includes(role)) expect(brokenTogether(rights, [...used, role]).length).toBeGreaterThan(0)
        if (!brokenTogether(rights, roles).length) expect([...used].sort()).toEqual([...roles].sort())
      }),
    ))
  it('are what the session may do: the others rest, for this person alone', () => {
    const separations: Separation[] = [{ id: 's', name: 'Apart', roles: ['reviewer', 'publisher'], most: 1, dynamic: true }]
    const rights = world({ separations, grants: [grant('wen', 'reviewer'), grant('wen', 'publisher'), grant('bea', 'publisher')] })
    const may = (asked: string[] | null, verb: 'item.review' | 'item.put-live', who = 'wen') =>
      decide(withRolesInUse(rights, 'wen', sessionRoles(rights, 'wen', asked)), who, verb, 'fares').allowed
    expect([may(null, 'item.review'), may(null, 'item.put-live')]).toEqual([true, false])
    expect([may(['publisher'], 'item.review'), may(['publisher'], 'item.put-live')]).toEqual([false, true])
    expect(may(null, 'item.put-live', 'bea')).toBe(true)
    // Held is held: a static rule would refuse it, a dynamic one does not.
    expect(separationsBroken(rights)).toEqual([])
  })
})

describe('clearing', () => {
  it('is never open to an author or a person who cleared, by any way there is', () =>
    fc.assert(
      fc.property(
        fc.subarray(PEOPLE, { minLength: 1 }),
        fc.constantFrom(...PEOPLE),
        fc.option(fc.constantFrom(...PEOPLE)),
        (authors, by, absent) => {
          const state = inReview(authors)
          const done = decideDraft(state, { do: 'clear', by, gate: 'legal', ...(absent ? { for: absent } : {}) }, way(gate))
          expect(done.ok).toBe(!authors.includes(by) && !(absent && authors.includes(absent)))
          if (!done.ok) return
          const after = done.value.reduce(apply, state)
          expect(missing(after, { ...gate, needed: 2 })).toBe(1)
        },
      ),
    ))
})
