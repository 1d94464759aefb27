import { expect, it } from 'vitest'
import { changeWords, type RightsChange } from '../../core/access/rightsChange'
import type { Rights } from '../../core/access/rights'
import { givesMoreRights, stewards } from '../../core/access/secondYes'
import { DEFAULT_ROLES } from '../../core/access/verbs'

const section = (id: string, name: string, parent: string | null) => ({ id, name, segment: id, parent })
const rights: Rights = {
  site: 'site',
  sharesFile: false,
  people: new Map([
    ['wen', { name: 'Wen Zhao', active: true }],
    ['maren', { name: 'Maren Ostby', active: true }],
    ['maren-2', { name: 'M. Ostby', active: true, self: 'maren' }],
    ['noor', { name: 'Noor Haddad', active: false }],
  ]),
  groups: new Map([['legal', { id: 'legal', name: 'Legal desk', members: ['wen'] }]]),
  roles: new Map(DEFAULT_ROLES.map((role) => [role.id, role])),
  grants: [
    { holder: { person: 'wen' }, role: 'writer', section: 'fares' },
    { holder: { person: 'maren' }, role: 'steward', section: null },
    { holder: { person: 'maren-2' }, role: 'steward', section: null },
    { holder: { person: 'noor' }, role: 'reviewer', section: null },
    { holder: { group: 'legal' }, role: 'reviewer', section: null },
  ],
  sections: new Map([
    ['fares', section('fares', 'Fares', null)],
    ['news', section('news', 'News', null)],
  ]),
  separations: [{ id: 'two', name: 'Write or publish', roles: ['writer', 'publisher'], most: 1, dynamic: false }],
  delegations: [],
}
const publisher = { role: 'publisher', section: null }

it.each<[RightsChange, string]>([
  [
    { change: 'person', name: 'Ada Nilsen', email: 'ada@larkholm.example', roles: [publisher, { role: 'writer', section: 'fares' }] },
    'Invite Ada Nilsen, ada@larkholm.example, with Publisher on the whole site and Writer in Fares',
  ],
  [{ change: 'roles', person: 'wen', roles: [publisher] }, 'Wen Zhao: Publisher on the whole site, instead of Writer in Fares'],
  [{ change: 'roles', person: 'wen', roles: [] }, 'Wen Zhao: no role, instead of Writer in Fares'],
  [{ change: 'roles', person: 'wen', roles: [{ role: 'writer', section: 'fares' }] }, 'Wen Zhao: Writer in Fares, as before'],
  [
    { change: 'account', person: 'noor', active: true, handTo: null },
    'Reactivate the account of Noor Haddad, with Reviewer on the whole site',
  ],
  [{ change: 'account', person: 'wen', active: false, handTo: null }, 'Suspend the account of Wen Zhao'],
  [
    { change: 'group', group: 'legal', name: 'Legal desk', members: ['wen', 'noor'], roles: [] },
    'Group “Legal desk”: Noor Haddad and Wen Zhao, instead of Wen Zhao; no role, instead of Reviewer on the whole site',
  ],
  [
    { change: 'group', group: null, name: 'Night', members: [], roles: [publisher] },
    'Make the group “Night” of nobody, with Publisher on the whole site',
  ],
  [{ change: 'group-end', group: 'legal' }, 'End the group “Legal desk”'],
  [
    { change: 'role', role: 'reviewer', name: 'Reviewer', verbs: ['item.read', 'item.put-live'], includes: ['writer'] },
    'Role “Reviewer”: may also put live and all of Writer; may no longer clear or return work',
  ],
  [
    { change: 'role', role: null, name: 'Night', verbs: ['item.read'], includes: [] },
    'Make the role “Night”: may see what is being worked on',
  ],
  [{ change: 'role-end', role: 'writer' }, 'End the role “Writer”'],
  [{ change: 'same', person: 'maren-2', same: null }, 'The account of M. Ostby counts as a person of its own'],
  [{ change: 'same', person: 'wen', same: 'maren' }, 'The accounts of Wen Zhao and Maren Ostby count as one person'],
  [{ change: 'separations', rules: [] }, 'Roles kept apart: none'],
  [
    {
      change: 'deputy',
      absent: 'noor',
      deputy: 'wen',
      gates: null,
      from: '2027-03-05T08:00:00.000Z',
      to: '2027-03-09T08:00:00.000Z',
    },
    'Wen Zhao stands in for Noor Haddad from 5 Mar 2027 to 9 Mar 2027, at all gates',
  ],
  [{ change: 'section', section: 'news', parent: 'fares' }, 'Place the section News below Fares'],
  [{ change: 'section', section: 'news', parent: null }, 'Place the section News at the top'],
  [{ change: 'second-yes', asked: 'none' }, 'A second steward is asked for nothing'],
])('%o in words', (change, words) => expect(changeWords(change, rights)).toBe(words))

it('asks about what undoes a safeguard, though nobody can do more at once', () => {
  const some: RightsChange = { change: 'roles', person: 'wen', roles: [] }
  const raising = (after: Rights, change: RightsChange = some, by = 'maren') => givesMoreRights(change, 'raising', rights, after, by)
  expect(raising(rights)).toBe(false)
  const apart = new Map(rights.people).set('maren-2', { name: 'M. Ostby', active: true })
  expect(raising({ ...rights, people: apart })).toBe(true)
  expect(raising({ ...rights, separations: [] })).toBe(true)
  expect(raising({ ...rights, separations: [{ ...rights.separations[0]!, most: 2 }] })).toBe(true)
  // Held by one person, used apart: looser than not held.
  expect(raising({ ...rights, separations: [{ ...rights.separations[0]!, dynamic: true }] })).toBe(true)
  expect(raising({ ...rights, separations: [{ ...rights.separations[0]!, roles: ['writer', 'publisher', 'steward'] }] })).toBe(false)
  const deputy = { change: 'deputy', absent: 'noor', deputy: 'wen', gates: null, from: '', to: '' } as const
  expect([raising(rights, deputy), raising(rights, deputy, 'noor')]).toEqual([true, false])
  expect(raising(rights, { change: 'second-yes', asked: 'none' })).toBe(true)
  expect(raising(rights, { change: 'second-yes', asked: 'every' })).toBe(false)
})

it('counts stewards by people, not by accounts', () => {
  expect([...stewards(rights)]).toEqual(['maren'])
  expect(stewards({ ...rights, grants: [] }).size).toBe(0)
})
