import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { againstChange, hasCircle, ownRights, rolesOf, separationsBroken } from '../../core/access/change'
import type { RightsChange } from '../../core/access/rightsChange'
import { givesMoreRights, whoMayAgree } from '../../core/access/secondYes'
import { decide } from '../../core/access/decide'
import { explain, explanationWords } from '../../core/access/explain'
import { peopleMatrix, sectionMatrix } from '../../core/access/matrix'
import { withRolesInUse, brokenTogether } from '../../core/access/session'
import { rolesWithin, personBehind, grantsOf, whoMay, withAncestors, type Grant, type Rights } from '../../core/access/rights'
import { outOfReach } from '../../core/flow/guards'
import { DEFAULT_ROLES, VERBS, type Role, type Verb } from '../../core/access/verbs'

const verbs = Object.keys(VERBS) as Verb[]
const SECTIONS: [string, string | null][] = [
  ['fares', null],
  ['cars', 'fares'],
  ['news', null],
]
const PEOPLE = { wen: 'Wen Zhao', idris: 'Idris Calloway', maren: 'Maren Ostby' }
const rights = (grants: Grant[], more: Partial<Omit<Rights, 'grants'>> = {}): Rights => ({
  site: 'site',
  sharesFile: false,
  people: new Map(Object.entries(PEOPLE).map(([id, name]) => [id, { name, active: true }])),
  groups: new Map([['legal', { id: 'legal', name: 'Legal desk', members: ['idris', 'wen'] }]]),
  roles: new Map(DEFAULT_ROLES.map((role) => [role.id, role])),
  grants,
  sections: new Map(SECTIONS.map(([id, parent]) => [id, { id, name: id, segment: id, parent }])),
  separations: [],
  delegations: [],
  ...more,
})
const to = (person: string, role: string, section: string | null = null): Grant => ({ holder: { person }, role, section })
const toGroup = (group: string, role: string, section: string | null = null): Grant => ({ holder: { group }, role, section })

describe('may they?', () => {
  it('holds a grant for its section and all below, and nowhere else', () => {
    const given = rights([to('wen', 'writer', 'fares')])
    expect(decide(given, 'wen', 'item.write', 'cars').allowed).toBe(true)
    expect(decide(given, 'wen', 'item.write', 'fares').allowed).toBe(true)
    expect(decide(given, 'wen', 'item.write', 'news').allowed).toBe(false)
    expect(decide(given, 'wen', 'item.write', null).allowed).toBe(false)
    expect(decide(given, 'wen', 'item.review', 'cars').allowed).toBe(false)
  })
  it('is no in a section that the site has not, whoever asks', () => {
    const everything = DEFAULT_ROLES.map((role) => to('wen', role.id))
    for (const verb of Object.keys(VERBS) as Verb[]) {
      expect([verb, decide(rights(everything), 'wen', verb, 'elsewhere').allowed]).toEqual([verb, false])
      expect(whoMay(rights(everything), verb, 'elsewhere')).toEqual([])
    }
  })
  it('gives what a group has to each of its members, and to nobody else', () => {
    const given = rights([toGroup('legal', 'reviewer', 'fares')])
    const answer = decide(given, 'idris', 'item.review', 'cars')
    expect(answer.allowed && answer.by.group?.name).toBe('Legal desk')
    expect(decide(given, 'maren', 'item.review', 'cars').allowed).toBe(false)
    expect(whoMay(given, 'item.review', 'fares')).toEqual(['Idris Calloway', 'Wen Zhao'])
  })
  it('says what is missing and who could help', () => {
    const answer = decide(rights([to('idris', 'publisher')]), 'wen', 'item.put-live', 'fares')
    expect(answer).toEqual({
      allowed: false,
      reasons: [
        {
          code: 'right-missing',
          detail: 'Only a Publisher may put live in fares',
          help: ['Idris Calloway'],
          given: { verb: 'item.put-live', place: 'in fares', roles: 'a Publisher', others: 1 },
        },
      ],
    })
  })
  it('is no for whoever is inactive or unknown, also through a group', () => {
    const people = new Map([['wen', { name: 'Wen Zhao', active: false }]])
    expect(decide(rights([to('wen', 'steward'), toGroup('legal', 'steward')], { people }), 'wen', 'people.change', null).allowed).toBe(
      false,
    )
    expect(decide(rights([to('gone', 'steward')]), 'gone', 'item.read', null).allowed).toBe(false)
  })
  it('survives sections and roles in a circle', () => {
    const loop = (id: string, parent: string) => ({ id, name: id, segment: id, parent })
    expect(withAncestors(new Map([['a', loop('a', 'b')], ['b', loop('b', 'a')]]), 'a')).toEqual(['a', 'b']) // prettier-ignore
    const role = (id: string, includes: string[]): Role => ({ id, name: id, verbs: [], includes })
    const roles = new Map([role('a', ['b']), role('b', ['a'])].map((entry) => [entry.id, entry]))
    expect(rolesWithin(roles, 'a').map(({ id }) => id)).toEqual(['a', 'b'])
    expect(hasCircle({ roles })).toBe(true)
    expect(hasCircle(rights([]))).toBe(false)
  })
})

const ROLES = ['writer', 'reviewer', 'publisher', 'steward']
const anyGrant = fc.record({
  holder: fc.constantFrom({ person: 'wen' }, { person: 'idris' }, { group: 'legal' }, { group: 'gone' }),
  role: fc.constantFrom(...ROLES, 'gone'),
  section: fc.constantFrom(null, 'fares', 'cars', 'news'),
})
const anyVerbs = fc.subarray(verbs, { maxLength: 4 })
/** Roles that include any earlier ones: without circles, as saved roles are. */
const anyRoles = fc.array(fc.tuple(anyVerbs, fc.array(fc.nat(3), { maxLength: 2 })), { minLength: 4, maxLength: 4 }).map(
  (made) =>
    new Map(
      made.map(([own, includes], index): [string, Role] => [
        ROLES[index]!,
        {
          id: ROLES[index]!,
          name: ROLES[index]!,
          verbs: own,
          includes: [...new Set(includes.filter((inner) => inner < index).map((inner) => ROLES[inner]!))],
        },
      ]),
    ),
)
const anyRights = fc
  .tuple(fc.array(anyGrant, { maxLength: 6 }), anyRoles, fc.subarray(['wen', 'idris', 'maren']))
  .map(([grants, roles, members]) => rights(grants, { roles, groups: new Map([['legal', { id: 'legal', name: 'Legal desk', members }]]) }))
const anyAsked = fc.tuple(
  fc.constantFrom('wen', 'idris', 'maren'),
  fc.constantFrom(...verbs),
  fc.constantFrom(null, 'fares', 'cars', 'news'),
)

describe('against the definitions of ANSI INCITS 359', () => {
  /** The permissions of a role by the definition: its own, and those of each role that it inherits (§6.2.1.1, authorised permissions). */
  const permissions = (roles: Map<string, Role>, id: string): Verb[] => {
    const role = roles.get(id)
    return role ? [...role.verbs, ...role.includes.flatMap((inner) => permissions(roles, inner))] : []
  }
  it('CheckAccess is true exactly when some role of the user has the permission, here within sections and through groups', () => {
    fc.assert(
      fc.property(anyRights, anyAsked, (given, [person, verb, section]) => {
        const above = section === null ? [] : withAncestors(given.sections, section)
        const defined = given.grants.some(
          ({ holder, role, section: where }) =>
            ('person' in holder ? holder.person === person : given.groups.get(holder.group)?.members.includes(person)) &&
            permissions(given.roles, role).includes(verb) &&
            (where === null || above.includes(where)),
        )
        expect(decide(given, person, verb, section).allowed).toBe(defined)
        expect(whoMay(given, verb, section, 99).includes(PEOPLE[person as keyof typeof PEOPLE])).toBe(defined)
      }),
      { numRuns: 2_000 },
    )
  })
  it('taking a role away never allows more; giving one never less', () => {
    fc.assert(
      fc.property(anyRights, anyGrant, anyAsked, (given, grant, [person, verb, section]) => {
        const more = { ...given, grants: [...given.grants, grant] }
        if (decide(given, person, verb, section).allowed) expect(decide(more, person, verb, section).allowed).toBe(true)
      }),
    )
  })
  it('static separation of duty: nobody is authorised for more than n − 1 of the roles of a set (§6.3.1, with hierarchies)', () => {
    fc.assert(
      fc.property(anyRights, fc.subarray(ROLES, { minLength: 2 }), fc.integer({ min: 1, max: 3 }), (given, roles, most) => {
        const ruled = { ...given, separations: [{ id: 'apart', name: 'Apart', roles, most, dynamic: false }] }
        const broken = separationsBroken(ruled).map(({ person }) => person)
        for (const person of given.people.keys())
          expect(broken.includes(person)).toBe(roles.filter((role) => rolesOf(ruled, person).has(role)).length > most)
      }),
    )
  })
})

describe('a deputy', () => {
  const out = (grants: Grant[]) => outOfReach(rights(grants), 'idris', 'wen')
  it('is out of reach of work in sections that they may not read; of nested ones the highest is named', () => {
    expect(out([to('idris', 'reviewer'), to('wen', 'writer', 'news')])).toEqual(['fares'])
    expect(out([to('idris', 'reviewer'), to('wen', 'writer', 'cars')])).toEqual(['fares', 'news'])
    expect(out([to('idris', 'reviewer', 'cars'), to('wen', 'writer', 'news')])).toEqual(['cars'])
    expect(out([to('idris', 'reviewer'), to('wen', 'writer')])).toEqual([])
    expect(out([to('idris', 'writer'), to('wen', 'writer', 'news')])).toEqual([])
  })
})

describe('who would raise their own rights', () => {
  const said = (grants: Grant[]) => ownRights(rights(grants), 'maren', 'raise').detail
  it('is told whom to ask, or that somebody has to be a steward first', () => {
    expect(said([to('maren', 'steward'), to('idris', 'steward')])).toContain('Ask Idris Calloway to do it')
    expect(said([to('maren', 'steward'), to('idris', 'steward', 'fares')])).toContain('give a colleague the role of a steward')
  })
})

describe('explaining', () => {
  it('says yes exactly when deciding does, by ways that each lead to the permission', () => {
    fc.assert(
      fc.property(anyRights, anyAsked, (given, [person, verb, section]) => {
        const answer = explain(given, person, verb, section)
        expect(answer.allowed).toBe(decide(given, person, verb, section).allowed)
        if (!answer.allowed) return
        for (const way of answer.ways) {
          const role = [...given.roles.values()].find(({ name }) => name === way.roles.at(-1))
          expect(role!.verbs).toContain(verb)
        }
        expect(answer.ways.length).toBeLessThanOrEqual(grantsOf(given, person).length)
      }),
      { numRuns: 1_000 },
    )
  })
  it('names the way through group and roles, or what comes near and who can help', () => {
    const given = rights([toGroup('legal', 'publisher', 'fares'), to('maren', 'steward')])
    const yes = explain(given, 'wen', 'item.write', 'cars')
    expect(yes).toEqual({ allowed: true, ways: [{ group: 'Legal desk', roles: ['Publisher', 'Writer'], section: 'fares' }] })
    expect(explanationWords('Wen Zhao', 'item.write', 'in cars', yes)).toBe(
      'Wen Zhao may write in cars: the group Legal desk has the role Publisher, which includes Writer in fares.',
    )
    expect(explain(given, 'wen', 'item.write', 'news')).toEqual({
      allowed: false,
      why: 'elsewhere',
      elsewhere: ['fares'],
      here: [],
      wanted: ['Writer', 'Section editor', 'Publisher', 'Site keeper'],
      instead: [],
      givers: ['Maren Ostby'],
    })
    expect(explain(given, 'wen', 'people.change', 'fares')).toMatchObject({ allowed: false, why: 'other-permissions', here: ['Publisher'] })
  })
  it('in a matrix is the same answers in rows', () => {
    fc.assert(
      fc.property(anyRights, (given) => {
        const people = [...given.people.keys()]
        expect(peopleMatrix(given, people, verbs, 'cars')).toEqual(
          people.map((person) => verbs.map((verb) => decide(given, person, verb, 'cars').allowed)),
        )
        expect(sectionMatrix(given, 'wen', verbs, [null, 'fares'])).toEqual(
          [null, 'fares'].map((section) => verbs.map((verb) => decide(given, 'wen', verb, section).allowed)),
        )
      }),
      { numRuns: 50 },
    )
  })
})

describe('what stands against a change of rights', () => {
  const before = rights([to('maren', 'steward'), to('idris', 'publisher'), toGroup('legal', 'reviewer')])
  const codes = (after: Rights, by = 'maren') => againstChange(before, after, by).map(({ code }) => code)
  it('raising one’s own, by a grant, a group, a role or a role in a role', () => {
    expect(codes({ ...before, grants: [...before.grants, to('maren', 'publisher')] })).toEqual(['own-rights'])
    const groups = new Map([['legal', { id: 'legal', name: 'Legal desk', members: ['maren'] }]])
    expect(codes({ ...before, groups })).toEqual(['own-rights'])
    const with_ = (change: Partial<Role>) => new Map([...before.roles, ['steward', { ...before.roles.get('steward')!, ...change }]])
    expect(codes({ ...before, roles: with_({ verbs: ['people.change', 'item.put-live'] }) })).toEqual(['own-rights'])
    expect(codes({ ...before, roles: with_({ includes: ['publisher'] }) })).toEqual(['own-rights'])
    expect(codes({ ...before, grants: [...before.grants, to('wen', 'publisher')] })).toEqual([])
  })
  it('leaving nobody who may change people, also by resting the last one', () => {
    expect(codes({ ...before, grants: before.grants.slice(1) })).toEqual(['last-steward'])
    const people = new Map([...before.people, ['maren', { name: 'Maren Ostby', active: false }]])
    expect(codes({ ...before, people }, 'idris')).toEqual(['last-steward'])
    const elsewhere = before.grants.map((grant) => (grant.role === 'steward' ? { ...grant, section: 'fares' } : grant))
    expect(codes({ ...before, grants: elsewhere })).toEqual(['last-steward'])
  })
  it('putting roles together that are kept apart, but not what was so before', () => {
    const separations = [{ id: 'two', name: 'Four eyes', roles: ['reviewer', 'publisher'], most: 1, dynamic: false }]
    expect(againstChange({ ...before, separations }, { ...before, separations }, 'maren')).toEqual([])
    const given = { ...before, separations, grants: [...before.grants, to('wen', 'publisher')] }
    expect(againstChange({ ...before, separations }, given, 'maren')).toMatchObject([
      { code: 'separated', detail: 'Wen Zhao would hold more than 1 of the roles that “Four eyes” keeps apart' },
    ])
    expect(codes({ ...before, separations })).toEqual(['separated'])
  })
  it('saying that an account is one’s own, or no longer, and what follows from it', () => {
    const same = (self: string | undefined): Rights => ({
      ...before,
      people: new Map([...before.people, ['idris', { name: 'Idris Calloway', active: true, ...(self ? { self } : {}) }]]),
    })
    expect(codes(same('maren'))).toEqual(['own-accounts'])
    expect(codes(same('maren'), 'wen')).toEqual([])
    expect(againstChange(same('maren'), before, 'maren').map(({ code }) => code)).toEqual(['own-accounts'])
    // What one of one's accounts may do is not a reason why another may.
    const widened = { ...same('maren'), grants: [...before.grants, to('maren', 'publisher')] }
    expect(againstChange(same('maren'), widened, 'maren').map(({ code }) => code)).toEqual(['own-rights'])
  })
  it('lifting the rule that keeps one’s own roles apart in a session, also through a role that holds both', () => {
    const separations = [{ id: 'two', name: 'One hat', roles: ['steward', 'publisher'], most: 1, dynamic: true }]
    const both = rights([to('maren', 'steward'), to('maren', 'publisher'), to('idris', 'steward')], { separations })
    const against = (after: Rights, by: string) => againstChange(both, after, by).map(({ code }) => code)
    expect(against({ ...both, separations: [] }, 'maren')).toEqual(['own-rights'])
    expect(against({ ...both, separations: [] }, 'idris')).toEqual([])
    const all: Role = { id: 'all', name: 'All', verbs: [...DEFAULT_ROLES.flatMap((role) => role.verbs)], includes: [] }
    expect(
      against({ ...both, roles: new Map([...both.roles, ['all', all]]), grants: [...both.grants, toGroup('legal', 'all')] }, 'maren'),
    ).toEqual([])
    const groups = new Map([['legal', { id: 'legal', name: 'Legal desk', members: ['maren'] }]])
    expect(
      against(
        { ...both, groups, roles: new Map([...both.roles, ['all', all]]), grants: [...both.grants, toGroup('legal', 'all')] },
        'maren',
      ),
    ).toEqual(['own-rights'])
  })

  /** One change of rights that a steward may try. */
  const anyChange = fc.oneof(
    fc.record({
      set: fc.constant('self' as const),
      person: fc.constantFrom('wen', 'idris', 'maren'),
      of: fc.constantFrom(undefined, 'wen', 'idris', 'maren'),
    }),
    fc.record({ set: fc.constant('members' as const), members: fc.subarray(['wen', 'idris', 'maren']) }),
    fc.record({
      set: fc.constant('grants' as const),
      person: fc.constantFrom('wen', 'idris', 'maren'),
      grants: fc.array(anyGrant, { maxLength: 2 }),
    }),
    fc.record({ set: fc.constant('verbs' as const), role: fc.constantFrom(...ROLES), verbs: fc.subarray(verbs) }),
    fc.record({ set: fc.constant('apart' as const), roles: fc.subarray(ROLES, { minLength: 2 }), on: fc.boolean(), dynamic: fc.boolean() }),
    fc.record({ set: fc.constant('active' as const), person: fc.constantFrom('wen', 'idris', 'maren'), active: fc.boolean() }),
  )
  type Change = typeof anyChange extends fc.Arbitrary<infer T> ? T : never
  function changed(now: Rights, change: Change): Rights {
    switch (change.set) {
      case 'self': {
        const { self: _, ...person } = now.people.get(change.person)!
        const self = change.of === change.person ? undefined : change.of
        return { ...now, people: new Map([...now.people, [change.person, { ...person, ...(self ? { self } : {}) }]]) }
      }
      case 'members':
        return { ...now, groups: new Map([['legal', { id: 'legal', name: 'Legal desk', members: change.members }]]) }
      case 'grants':
        return {
          ...now,
          grants: [
            ...now.grants.filter(({ holder }) => !('person' in holder) || holder.person !== change.person),
            ...change.grants.map((grant) => ('person' in grant.holder ? { ...grant, holder: { person: change.person } } : grant)),
          ],
        }
      case 'verbs':
        return { ...now, roles: new Map([...now.roles, [change.role, { ...now.roles.get(change.role)!, verbs: change.verbs }]]) }
      case 'apart':
        return {
          ...now,
          separations: change.on ? [{ id: 'apart', name: 'Apart', roles: change.roles, most: 1, dynamic: change.dynamic }] : [],
        }
      case 'active':
        return { ...now, people: new Map([...now.people, [change.person, { ...now.people.get(change.person)!, active: change.active }]]) }
    }
  }
  /** What an account may do in each session that it could open, by definition: every set of roles that may be used together. */
  const sessionsIn = (given: Rights, account: string): string[][] => {
    const held = [...new Set(grantsOf(given, account).map(({ grant }) => grant.role))]
    const sets = Array.from({ length: 2 ** held.length }, (_, bits) => held.filter((_role, index) => (bits >> index) & 1))
    return sets
      .filter((roles) => !brokenTogether(given, roles).length)
      .map((roles) => {
        const session = withRolesInUse(given, account, roles)
        return verbs.flatMap((verb) =>
          [null, 'fares', 'cars', 'news']
            .filter((place) => decide(session, account, verb, place).allowed)
            .map((place) => `${verb} ${place}`),
        )
      })
  }
  it('a change that asks no second steward lets nobody do more in a session, and makes no two people of one', () => {
    let asked = 0
    fc.assert(
      fc.property(anyRights, anyChange, (before, change) => {
        const after = changed(before, change)
        const some: RightsChange = { change: 'same', person: 'wen', same: null }
        if (givesMoreRights(some, 'raising', before, after, 'maren')) return void asked++
        for (const account of Object.keys(PEOPLE)) {
          const had = sessionsIn(before, account).map((session) => new Set(session))
          for (const session of sessionsIn(after, account)) expect(had.some((then) => session.every((right) => then.has(right)))).toBe(true)
          for (const other of Object.keys(PEOPLE))
            if (personBehind(before, account) === personBehind(before, other))
              expect(personBehind(after, account)).toBe(personBehind(after, other))
        }
      }),
      { numRuns: 400 },
    )
    expect(asked).toBeGreaterThan(20)
  })
  it('the second yes is said by a steward who did not ask, is not the same person, and gains nothing', () => {
    let found = 0
    fc.assert(
      fc.property(
        anyRights,
        anyChange,
        fc.constantFrom('wen', 'idris', 'maren'),
        fc.subarray(Object.keys(PEOPLE)),
        (given, change, by, come) => {
          // Two stewards at least, so that there is someone to say it.
          const before = { ...given, grants: [...given.grants, to('maren', 'steward'), to('idris', 'steward')] }
          const after = changed(before, change)
          for (const account of whoMayAgree(before, after, by, new Set(come))) {
            found++
            expect(decide(before, account, 'people.change', null).allowed).toBe(true)
            expect(come).toContain(account)
            expect(personBehind(before, account)).not.toBe(personBehind(before, by))
            expect(personBehind(after, account)).not.toBe(personBehind(after, by))
            const had = sessionsIn(before, account).map((session) => new Set(session))
            for (const session of sessionsIn(after, account))
              expect(had.some((then) => session.every((right) => then.has(right)))).toBe(true)
          }
        },
      ),
      { numRuns: 600 },
    )
    expect(found).toBeGreaterThan(20)
  })
  it('whatever one person changes, one thing after another, none of their accounts can do more in a session than at first', () => {
    fc.assert(
      fc.property(
        anyRights,
        fc.constantFrom('wen', 'idris', 'maren'),
        fc.array(anyChange, { minLength: 1, maxLength: 12 }),
        (start, by, changes) => {
          let now = start
          for (const change of changes) {
            const next = changed(now, change)
            if (!againstChange(now, next, by).length) now = next
          }
          // Against what one session had before.
          for (const account of Object.keys(PEOPLE).filter((id) => personBehind(now, id) === personBehind(now, by))) {
            const had = sessionsIn(start, account).map((session) => new Set(session))
            for (const session of sessionsIn(now, account)) expect(had.some((then) => session.every((right) => then.has(right)))).toBe(true)
          }
        },
      ),
      { numRuns: 200 },
    )
  })
})
