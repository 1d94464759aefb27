import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { Client, PASSWORD, until } from '../support/server'
import { withTeam } from '../support/team'

const { here, colleague } = withTeam()
interface Line {
  time: string
  event: string
  request?: string
  person?: string | null
  account?: string
  action?: string
  codes?: string[]
}
const text = () => readFileSync(join(here.server.folder, 'security.jsonl'), 'utf8')
const lines = () =>
  text()
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Line)

describe('the security log (OWASP ASVS 4.0.3, chapter 7)', () => {
  it('has each sign-in that failed, with whose it was and the request that its answer names', async () => {
    const guess = { email: 'writer@larkholm.example', password: 'not the right words' }
    const answer = await new Client(here.server.origin).ask('POST', '/session', { body: guess })
    const request = answer.headers.get('x-request-id')
    expect(request).toBeTruthy()
    expect(lines().filter((line) => line.request === request)).toMatchObject([
      {
        event: 'sign-in-failed',
        account: guess.email,
        person: null,
        method: 'POST',
        path: '/session',
        codes: ['sign-in-wrong'],
        from: '127.0.0.1',
      },
    ])
    expect(Date.parse(lines().at(-1)!.time)).toBeGreaterThan(Date.now() - 60_000)
  })
  it('has each refusal by right, and tries that came too often', async () => {
    const { writer } = here.team
    const refused = await writer.ask('POST', '/sections', { body: { name: 'Mine' } })
    expect(refused.status).toBe(403)
    const { person } = await writer.need<{ person: { id: string } }>('GET', '/session')
    expect(lines().find((line) => line.request === refused.headers.get('x-request-id'))).toMatchObject({
      event: 'refused',
      person: person.id,
    })
    for (let times = 0; times < 8; times++) await writer.ask('PUT', '/me/password', { body: { current: 'wrong', next: 'x' } })
    expect(lines().some(({ event, codes }) => event === 'too-often' && codes?.includes('throttled'))).toBe(true)
  })
  it('has each change of rights, accounts, factors and sessions, from the journal', async () => {
    const { id } = await colleague('writer')
    await here.team.founder.need('PUT', `/people/${id}/roles`, { body: { roles: [{ role: 'reviewer', section: null }] } })
    const changes = () => lines().filter(({ event }) => event === 'changed')
    await until(async () => changes().some(({ action }) => action === 'person.roles-set'), 'the change in the log')
    expect([...new Set(changes().map(({ action }) => action))].sort()).toEqual([
      'person.added',
      'person.joined',
      'person.roles-set',
      'session.opened',
      'site.begun',
      'site.second-yes-set',
      'site.sign-in-set',
    ])
  })
  it('is no place for secrets, nor for anyone else on the machine', () => {
    for (const secret of [PASSWORD, 'not the right words', here.team.founder.session.split('=')[1]!]) expect(text()).not.toContain(secret)
    expect(statSync(join(here.server.folder, 'security.jsonl')).mode & 0o777).toBe(0o600)
  })
})
