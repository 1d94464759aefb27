import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { codeAt } from '../../server/services/people/secondFactor'
import { Client, foundTeam, PASSWORD, startServer, until, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
let seconds = 0
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

const MAIL = 'writer@larkholm.example'
const enter = (more: object = {}, email = MAIL) =>
  new Client(server.origin).ask<{ reasons?: { code: string }[] }>('POST', '/session', { body: { email, password: PASSWORD, ...more } })
const why = (answer: Awaited<ReturnType<typeof enter>>) => [answer.status, answer.body.reasons?.[0]?.code]
const now = async () => new Date((await team.steward.need<{ now: string }>('GET', '/site')).now)
/** The next period of 30 seconds begins for the server, so that a code of the last is not asked for twice. */
async function nextPeriod() {
  seconds += 30
  server.moveClock(seconds * 1000)
  await until(async () => (await now()).getTime() > Date.now() + (seconds - 1) * 1000, 'the clock')
}
const codeOf = async (secret: string) => codeAt(secret, await now())

async function turnOn(client: Client): Promise<{ secret: string; codes: string[] }> {
  const { secret } = await client.need('POST', '/me/second-factor', { body: { current: PASSWORD } })
  const { codes } = await client.need<{ codes: string[] }>('PUT', '/me/second-factor', { body: { code: await codeOf(secret!) } })
  return { secret: secret!, codes }
}

describe('the second factor', () => {
  it('holds once a code of it was typed, and asks for one at each sign-in; none is good twice', async () => {
    const begun = await team.writer.need('POST', '/me/second-factor', { body: { current: PASSWORD } })
    expect(begun.address).toMatch(/^otpauth:\/\/totp\/Larkholm%20Ferries:writer%40larkholm\.example\?/)
    expect(begun.picture).toMatch(/^<svg/)
    // The answer holds a secret, so that it is not kept for a repeat of the request: that is told that it was done.
    const again = (key: string) =>
      team.writer.ask('POST', '/me/second-factor', { body: { current: PASSWORD }, headers: { 'idempotency-key': key } })
    expect((await again('the-same')).status).toBe(200)
    expect(why(await again('the-same'))).toEqual([409, 'key-answered'])
    begun.secret = (await again('another')).body.secret!
    expect((await enter()).status).toBe(200)
    expect((await team.writer.ask('PUT', '/me/second-factor', { body: { code: '000000' } })).status).toBe(422)
    const { codes } = await team.writer.need<{ codes: string[] }>('PUT', '/me/second-factor', {
      body: { code: await codeOf(begun.secret!) },
    })
    expect(new Set(codes).size).toBe(10)
    expect(await team.writer.need('GET', '/me/second-factor')).toEqual({ on: true, codesLeft: 10 })

    expect(why(await enter())).toEqual([401, 'code-needed'])
    expect(why(await enter({ code: '000000' }))).toEqual([401, 'code-wrong'])
    // The code that turned it on is used up.
    expect(why(await enter({ code: await codeOf(begun.secret!) }))).toEqual([401, 'code-wrong'])
    await nextPeriod()
    const code = await codeOf(begun.secret!)
    expect((await enter({ code })).status).toBe(200)
    expect(why(await enter({ code }))).toEqual([401, 'code-wrong'])
    // A recovery code opens the door once, however it is typed.
    expect((await enter({ code: codes[0]!.toUpperCase().replace('-', ' ') })).status).toBe(200)
    expect(why(await enter({ code: codes[0]! }))).toEqual([401, 'code-wrong'])
    expect(await team.writer.need('GET', '/me/second-factor')).toEqual({ on: true, codesLeft: 9 })
  })
  it('says nothing of itself to who does not know the password, and wrong codes slow down like wrong passwords', async () => {
    await turnOn(team['site-keeper'])
    const mail = 'site-keeper@larkholm.example'
    expect(why(await enter({ password: 'wrong' }, mail))).toEqual([401, 'sign-in-wrong'])
    const tries = []
    for (let n = 0; n < 8; n++) tries.push((await enter({ code: '111111' }, mail)).status)
    expect(tries).toContain(429)
  })
  it('is taken off with the password, or by a steward for someone who has lost it', async () => {
    const { publisher } = team
    await turnOn(publisher)
    expect((await publisher.ask('POST', '/me/second-factor', { body: { current: PASSWORD } })).status).toBe(409)
    expect((await publisher.ask('DELETE', '/me/second-factor', { body: { current: 'wrong' } })).status).toBe(422)
    await publisher.need('DELETE', '/me/second-factor', { body: { current: PASSWORD } })
    expect((await enter({}, 'publisher@larkholm.example')).status).toBe(200)
    await turnOn(publisher)
    const people = await team.steward.need<{ id: string; email: string }[]>('GET', '/people')
    const { id } = people.find((person) => person.email === 'publisher@larkholm.example')!
    expect((await team.reviewer.ask('DELETE', `/people/${id}/second-factor`)).status).toBe(403)
    await team.steward.need('DELETE', `/people/${id}/second-factor`)
    // Whoever was signed in signs in again.
    expect((await publisher.ask('GET', '/me/second-factor')).status).toBe(401)
    await publisher.signIn('publisher@larkholm.example', PASSWORD)
    expect(await publisher.need('GET', '/me/second-factor')).toEqual({ on: false, codesLeft: 0 })
  })
})

describe('sessions', () => {
  interface Session {
    id: string
    here: boolean
  }
  it('are listed for their person alone, ended one by one or all but this one', async () => {
    const mail = 'reviewer@larkholm.example'
    const [one, two, three] = await Promise.all([1, 2, 3].map(() => new Client(server.origin).signIn(mail, PASSWORD)))
    const list = (client: Client) => client.need<Session[]>('GET', '/me/sessions')
    const all = await list(one!)
    expect(all).toHaveLength(4)
    expect(all.filter((session) => session.here)).toHaveLength(1)
    const other = (await list(two!)).find((session) => session.here)!
    expect((await team.steward.ask('DELETE', `/me/sessions/${other.id}`)).status).toBe(404)
    await one!.need('DELETE', `/me/sessions/${other.id}`)
    expect((await two!.ask('GET', '/me/sessions')).status).toBe(401)
    expect((await three!.ask('GET', '/me/sessions')).status).toBe(200)
    await one!.need('DELETE', '/me/sessions')
    expect((await three!.ask('GET', '/me/sessions')).status).toBe(401)
    expect((await list(one!)).map((session) => session.here)).toEqual([true])
    team.reviewer = one!
  })
})

describe('seeing the office as someone else', () => {
  it('shows a steward what that person sees, lets nothing be changed, and stands in the journal', async () => {
    const { steward, writer } = team
    const me = (client: Client) =>
      client.need<{ person: { id: string; name: string; seenBy: string | null } }>('GET', '/session').then(({ person }) => person)
    const [self, other] = [await me(steward), await me(writer)]
    const mine = await writer.need('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Of the writer' } })
    await steward.need('POST', '/session/as', { body: { person: other.id } })
    expect(await me(steward)).toMatchObject({ id: other.id, name: other.name, seenBy: self.name })
    const today = await steward.need<{ drafts: { item: string }[] }>('GET', '/today')
    expect(today.drafts.map((line) => line.item)).toContain(mine.item)
    // What the writer could do is shown as theirs, and is refused all the same; so is what is theirs alone.
    const page = await steward.need<{ may: Record<string, unknown>; draft: { id: string; head: string } }>('GET', `/items/${mine.item}`)
    expect(page.may['item.write']).toBeNull()
    for (const [method, path, options] of [
      ['POST', `/drafts/${page.draft.id}/edits`, { body: { base: page.draft.head, edits: [] } }],
      ['POST', `/drafts/${page.draft.id}/send`, { body: {}, ifMatch: page.draft.head }],
      ['PATCH', '/me', { body: { name: 'Someone' } }],
      ['GET', '/me/sessions', {}],
      ['GET', '/me/second-factor', {}],
    ] as const) {
      const answer = await steward.ask<{ reasons: { code: string }[] }>(method, path, options)
      expect([answer.status, answer.body.reasons[0]!.code]).toEqual([403, 'looking-only'])
    }
    await steward.need('DELETE', '/session/as')
    expect(await me(steward)).toMatchObject({ id: self.id, seenBy: null })
    const { rows } = await steward.need<{ rows: { action: string; person: string; data: unknown }[] }>(
      'GET',
      `/journal?person=${self.id}&limit=2`,
    )
    expect(rows.map(({ action, data }) => [action, data])).toEqual([
      ['session.saw-as-self', null],
      ['session.saw-as', { person: other.id }],
    ])
  })
  it('is for who may change rights and read everything, and ends when that ends', async () => {
    const people = await team.founder.need<{ id: string; email: string }[]>('GET', '/people')
    const idOf = (role: string) => people.find((person) => person.email === `${role}@larkholm.example`)!.id
    for (const client of [team.writer, team.publisher, team.reviewer])
      expect((await client.ask('POST', '/session/as', { body: { person: idOf('steward') } })).status).toBe(403)
    await team.steward.need('POST', '/session/as', { body: { person: idOf('publisher') } })
    await team.founder.need('PUT', `/people/${idOf('steward')}/roles`, { body: { roles: [] } })
    expect((await team.steward.need<{ person: object }>('GET', '/session')).person).toMatchObject({ id: idOf('steward'), seenBy: null })
  })
})
