import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, foundTeam, PASSWORD, startServer, type TestServer } from '../support/server'

/* Guessing passwords: all from one origin, so on a server of its own. */
let server: TestServer
beforeAll(async () => {
  server = await startServer()
  await foundTeam(server)
})
afterAll(() => server.stop())

describe('guessing a password (OWASP ASVS 4, 2.2.1)', () => {
  it('looks at many guesses at once as at many one by one, and counts what an origin did whoever succeeds', async () => {
    const guess = (email: string, password: string) => new Client(server.origin).ask('POST', '/session', { body: { email, password } })
    // All at once, the right one among the last: it is not looked at any more.
    const many = await Promise.all(
      Array.from({ length: 18 }, (_, n) => guess('publisher@larkholm.example', n === 15 ? PASSWORD : `wrong wrong wrong ${n}`)),
    )
    const looked = many.filter(({ status }) => status !== 429)
    expect([looked.length, looked.every(({ status }) => status === 401)]).toEqual([5, true])
    server.moveClock(20_000)
    expect((await guess('publisher@larkholm.example', PASSWORD)).status).toBe(200)
    // Accounts that nobody has, tried one after the other: one’s own success in between does not wipe that out.
    for (let n = 0; n < 9; n++) expect((await guess(`nobody-${n}@larkholm.example`, 'wrong wrong wrong')).status).toBe(401)
    expect((await guess('writer@larkholm.example', PASSWORD)).status).toBe(200)
    const statuses: number[] = []
    for (let n = 9; n < 22; n++) statuses.push((await guess(`nobody-${n}@larkholm.example`, 'wrong wrong wrong')).status)
    expect(statuses.at(-1)).toBe(429)
    server.moveClock(2 * 3_600_000)
    expect((await guess('writer@larkholm.example', PASSWORD)).status).toBe(200)
  })
  it('does not make a browser wait that its person has used, when others guess', async () => {
    const body = { email: 'section-editor@larkholm.example', password: PASSWORD }
    const from = (cookie: string, password = PASSWORD) =>
      fetch(`${server.origin}/api/v1/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ ...body, password }),
      })
    server.moveClock(4 * 3_600_000)
    const first = await from('')
    const known = first.headers
      .getSetCookie()
      .find((cookie) => cookie.startsWith('yieldgate_browser='))!
      .split(';')[0]!
    for (let n = 0; n < 5; n++) expect((await from('', 'wrong wrong wrong')).status).toBe(401)
    expect((await from('')).status).toBe(429)
    expect((await from('yieldgate_browser=another-browser')).status).toBe(429)
    expect((await from(known)).status).toBe(200)
    // It has a count of its own, and is known for this person alone.
    for (let n = 0; n < 5; n++) expect((await from(known, 'wrong wrong wrong')).status).toBe(401)
    expect((await from(known)).status).toBe(429)
  })
  it('counts tries of the present password, which a session alone does not know', async () => {
    server.moveClock(6 * 3_600_000)
    const client = await new Client(server.origin).signIn('reviewer@larkholm.example', PASSWORD)
    const change = () => client.ask('PUT', '/me/password', { body: { current: 'wrong wrong wrong', next: 'quiet mornings at sea' } })
    const answers: number[] = []
    for (let n = 0; n < 6; n++) answers.push((await change()).status)
    expect(answers).toEqual([422, 422, 422, 422, 422, 429])
  })
})
