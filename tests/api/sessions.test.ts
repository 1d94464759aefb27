import { describe, expect, it } from 'vitest'
import { DEFAULT_SIGN_IN } from '../../core/access/signIn'
import { codeAt } from '../../server/services/people/secondFactor'
import { Client, PASSWORD } from '../support/server'
import { codes, withTeam } from '../support/team'

const ORIGIN = 'https://office.larkholm.example'
const { here, pass, now, colleague } = withTeam({ YIELDGATE_ORIGIN: ORIGIN }, { mail: true })
const stranger = () => new Client(here.server.origin)
const set = (change: Partial<typeof DEFAULT_SIGN_IN>) =>
  here.team.founder.need('PUT', '/sign-in-rules', { body: { ...DEFAULT_SIGN_IN, secondFactor: 'by-choice', ...change } })

describe('a session (OWASP ASVS 4.0.3, chapter 3)', () => {
  it('is kept in a cookie that is bound to the host and to https, under a policy of https alone (3.4.1 to 3.4.5, 9.1)', async () => {
    const answer = await stranger().ask('POST', '/session', { body: { email: 'writer@larkholm.example', password: PASSWORD } })
    const [session, browser] = ['__Host-yieldgate_session=', '__Secure-yieldgate_browser='].map((name) =>
      answer.headers.getSetCookie().find((cookie) => cookie.startsWith(name))!,
    )
    expect(session).toMatch(/; Path=\/; HttpOnly; Secure; SameSite=Lax$/)
    expect(browser).toMatch(/; HttpOnly; Secure; SameSite=Lax$/)
    for (const path of ['/', '/office', '/api/v1/health'])
      expect([path, (await fetch(here.server.origin + path, { redirect: 'manual' })).headers.get('strict-transport-security')]).toEqual([
        path,
        'max-age=31536000',
      ])
  })
  it('takes writes from pages of this very origin: host, port and scheme', async () => {
    const { founder } = here.team
    const write = (origin: string) => founder.ask('PATCH', '/me', { body: { density: 'close' }, headers: { origin } })
    expect((await write(ORIGIN)).status).toBe(204)
    for (const origin of ['http://office.larkholm.example', 'https://office.larkholm.example:8443', 'https://larkholm.example', 'null'])
      expect([origin, (await write(origin)).status]).toEqual([origin, 403])
  })
  it('ends by default for who can do most after half an hour without anyone, for others after days; requests of an idle window keep none open', async () => {
    await set({})
    const [publisher, writer] = [await colleague('publisher'), await colleague('writer')]
    const idle = async ({ client }: { client: Client }, headers = {}) => (await client.ask('GET', '/site', { headers })).status
    await pass(0.4)
    expect([await idle(publisher), await idle(writer)]).toEqual([200, 200])
    await pass(0.4)
    expect(await idle(publisher, { 'yieldgate-unattended': '1' })).toBe(200)
    await pass(0.2)
    expect([await idle(publisher), await idle(writer)]).toEqual([401, 200])
    await pass(71)
    expect(await idle(writer)).toBe(200)
    await pass(73)
    expect(await idle(writer)).toBe(401)
  })
  it('ends after its whole time however it is used, and is then in no list of sessions', async () => {
    await set({ strict: { idle: 60, whole: 90 } })
    const { client, email } = await colleague('publisher')
    await pass(0.8)
    expect((await client.ask('GET', '/site')).status).toBe(200)
    const again = await stranger().signIn(email, PASSWORD)
    await pass(0.8)
    expect((await client.ask('GET', '/site')).status).toBe(401)
    expect(await again.need<object[]>('GET', '/me/sessions')).toHaveLength(1)
  })
  it('is not used by a window that was opened by someone else who was signed in before in the same browser', async () => {
    const [ann, bo] = [await colleague('writer'), await colleague('writer')]
    const shownTo = (id: string) => ({ headers: { 'yieldgate-person': id } })
    expect((await bo.client.ask('PATCH', '/me', { body: { density: 'close' }, ...shownTo(bo.id) })).status).toBe(204)
    expect(await codes(bo.client.ask('PATCH', '/me', { body: { density: 'normal' }, ...shownTo(ann.id) }))).toEqual([401, 'someone-else'])
    expect(await codes(bo.client.ask('GET', '/today', shownTo(ann.id)))).toEqual([401, 'someone-else'])
    // Who is signed in can be asked by every window, so that it learns of it.
    expect((await bo.client.need<{ person: { id: string; density: string } }>('GET', '/session', shownTo(ann.id))).person).toMatchObject({
      id: bo.id,
      density: 'close',
    })
  })
})

describe('a second factor that a role asks for', () => {
  it('is turned on before anything else can be asked, by who holds the role alone', async () => {
    const [publisher, writer] = [await colleague('publisher'), await colleague('writer')]
    await set({ secondFactor: 'needed' })
    const { founder } = here.team
    expect(await codes(publisher.client.ask('GET', '/today'))).toEqual([403, 'second-factor-needed'])
    expect(await codes(publisher.client.ask('POST', '/sections', { body: { name: 'Never' } }))).toEqual([403, 'second-factor-needed'])
    expect((await fetch(`${here.server.origin}/api/v1/stream`, { headers: { cookie: publisher.client.session } })).status).toBe(401)
    expect((await publisher.client.need<{ person: { needsFactor: boolean } }>('GET', '/session')).person.needsFactor).toBe(true)
    expect((await writer.client.ask('GET', '/today')).status).toBe(200)
    // The founder is a steward: what they set holds for themselves.
    expect(await codes(founder.ask('GET', '/today'))).toEqual([403, 'second-factor-needed'])

    const { secret } = await publisher.client.need('POST', '/me/second-factor', { body: { current: PASSWORD } })
    await publisher.client.need('PUT', '/me/second-factor', { body: { code: codeAt(secret!, now()) } })
    expect((await publisher.client.ask('GET', '/today')).status).toBe(200)
    // Taken off, it is asked for at once.
    await publisher.client.need('DELETE', '/me/second-factor', { body: { current: PASSWORD } })
    expect(await codes(publisher.client.ask('GET', '/today'))).toEqual([403, 'second-factor-needed'])
  })
})
