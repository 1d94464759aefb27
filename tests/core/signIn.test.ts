import { describe, expect, it } from 'vitest'
import { DEFAULT_SIGN_IN, sessionIsOver, signInFor } from '../../core/access/signIn'
import type { Rights } from '../../core/access/rights'
import { DEFAULT_ROLES } from '../../core/access/verbs'

const rights: Rights = {
  site: 'site',
  sharesFile: false,
  people: new Map(['maren', 'idris', 'wen', 'lead'].map((id) => [id, { name: id, active: true }])),
  groups: new Map([['desk', { id: 'desk', name: 'Desk', members: ['idris'] }]]),
  roles: new Map([...DEFAULT_ROLES, { id: 'lead', name: 'Lead', verbs: [], includes: ['publisher'] }].map((role) => [role.id, role])),
  grants: [
    { holder: { person: 'maren' }, role: 'steward', section: null },
    { holder: { group: 'desk' }, role: 'publisher', section: 'news' },
    { holder: { person: 'wen' }, role: 'writer', section: null },
    { holder: { person: 'lead' }, role: 'lead', section: null },
  ],
  sections: new Map([['news', { id: 'news', name: 'News', segment: 'news', parent: null }]]),
  separations: [],
  delegations: [],
}
const asked = (person: string, sendsMail = true, rules = DEFAULT_SIGN_IN) => signInFor(rules, rights, person, sendsMail)

describe('how people sign in', () => {
  it('is strict for whoever holds such a role: themselves, through a group, or within another role', () => {
    for (const person of ['maren', 'idris', 'lead'])
      expect([person, asked(person)]).toEqual([person, { length: DEFAULT_SIGN_IN.strict, needsFactor: true }])
    expect(asked('wen')).toEqual({ length: DEFAULT_SIGN_IN.others, needsFactor: false })
    expect(asked('nobody here')).toEqual({ length: DEFAULT_SIGN_IN.others, needsFactor: false })
  })
  it('asks for a second factor as the team has set it', () => {
    expect(asked('maren', false).needsFactor).toBe(false)
    expect(asked('maren', false, { ...DEFAULT_SIGN_IN, secondFactor: 'needed' }).needsFactor).toBe(true)
    expect(asked('maren', true, { ...DEFAULT_SIGN_IN, secondFactor: 'by-choice' }).needsFactor).toBe(false)
    expect(asked('wen', true, { ...DEFAULT_SIGN_IN, secondFactor: 'needed' }).needsFactor).toBe(false)
    expect(asked('wen', true, { ...DEFAULT_SIGN_IN, strictRoles: ['writer'] }).needsFactor).toBe(true)
  })
  it('ends strict sessions by default as OWASP ASVS 4.0.3, 3.3.2 has it at level 2: 30 minutes idle, 12 hours in all', () => {
    expect(DEFAULT_SIGN_IN.strict).toEqual({ idle: 30, whole: 720 })
    const at = (minutes: number) => new Date(Date.parse('2027-03-05T08:00:00Z') + minutes * 60_000)
    const over = (used: number, now: number) => sessionIsOver(DEFAULT_SIGN_IN.strict, at(0).toISOString(), at(used).toISOString(), at(now))
    expect([over(0, 30), over(0, 30.1), over(700, 720), over(700, 720.1)]).toEqual([false, true, false, true])
  })
})
