import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startProvider } from '../../scripts/openid-stand-in.mjs'
import { Client, foundTeam, startServer, type Team, type TestServer } from '../support/server'

let provider: { issuer: string; stop: () => Promise<void> }
let server: TestServer
let team: Team
beforeAll(async () => {
  provider = await startProvider()
  server = await startServer({
    env: {
      YIELDGATE_OPENID_ISSUER: provider.issuer,
      YIELDGATE_OPENID_CLIENT: 'office',
      YIELDGATE_OPENID_SECRET: 'boats',
      YIELDGATE_OPENID_NAME: 'the harbour office',
    },
  })
  team = await foundTeam(server)
})
afterAll(async () => {
  await server.stop()
  await provider.stop()
})

const follow = (url: string, cookie = '') => fetch(url, { redirect: 'manual', headers: cookie ? { cookie } : {} })
const cookieOf = (answer: Response, name: string) =>
  answer.headers
    .getSetCookie()
    .find((entry) => entry.startsWith(`${name}=`))
    ?.split(';')[0] ?? ''

/** Goes to the provider, says who one is, and answers where it sends one back to, with what the browser keeps. */
async function sayWho(email: string, verified = true): Promise<{ back: string; kept: string }> {
  const begun = await follow(`${server.origin}/api/v1/session/openid`)
  const asked = new URL(begun.headers.get('location')!)
  expect([begun.status, asked.origin, asked.searchParams.get('code_challenge_method')]).toEqual([302, provider.issuer, 'S256'])
  const form = new URLSearchParams(asked.searchParams)
  form.set('email', email)
  if (verified) form.set('verified', 'on')
  const answer = await fetch(`${provider.issuer}/authorize`, { method: 'POST', body: form, redirect: 'manual' })
  return { back: answer.headers.get('location')!, kept: cookieOf(begun, 'yieldgate_openid') }
}
/** Who is signed in after coming back; or why nobody is. */
async function comeBack(back: string, kept: string): Promise<string> {
  const answer = await follow(back, kept)
  const to = new URL(answer.headers.get('location')!, server.origin)
  if (to.searchParams.has('refused')) return to.searchParams.get('refused')!
  const session = await fetch(`${server.origin}/api/v1/session`, { headers: { cookie: cookieOf(answer, 'yieldgate_session') } })
  return ((await session.json()) as { person: { name: string } }).person.name
}

describe('signing in at a provider (OpenID Connect Core 1.0, code flow with PKCE)', () => {
  it('lets in whom the office has invited, by the address that the provider has verified', async () => {
    expect(await new Client(server.origin).need<{ otherDoor: string }>('GET', '/session')).toMatchObject({
      otherDoor: 'the harbour office',
    })
    const { back, kept } = await sayWho('writer@larkholm.example')
    expect(await comeBack(back, kept)).toBe('The writer')
    // The same code again is none.
    expect(await comeBack(back, kept)).toMatch(/did not vouch/)
    const again = await sayWho('writer@larkholm.example')
    expect(await comeBack(again.back, again.kept)).toBe('The writer')
  })
  it('lets in neither strangers, nor an address that was not verified, nor an account that rests', async () => {
    for (const [email, verified] of [
      ['stranger@larkholm.example', true],
      ['publisher@larkholm.example', false],
    ] as const) {
      const { back, kept } = await sayWho(email, verified)
      expect(await comeBack(back, kept)).toMatch(/^Nobody of this office/)
    }
    const people = await team.founder.need<{ id: string; email: string }[]>('GET', '/people')
    const { id } = people.find(({ email }) => email === 'writer@larkholm.example')!
    await team.founder.need('PATCH', `/people/${id}`, { body: { active: false } })
    const { back, kept } = await sayWho('writer@larkholm.example')
    expect(await comeBack(back, kept)).toMatch(/^Nobody of this office/)
  })
  it('takes no answer that was begun elsewhere', async () => {
    const [mine, other] = [await sayWho('reviewer@larkholm.example'), await sayWho('reviewer@larkholm.example')]
    expect(await comeBack(mine.back, other.kept)).toMatch(/did not vouch/)
    expect(await comeBack(mine.back, '')).toMatch(/was not begun in this browser/)
    const forged = new URL(other.back)
    forged.searchParams.set('code', 'guessed')
    expect(await comeBack(forged.href, other.kept)).toMatch(/did not vouch/)
  })
})
