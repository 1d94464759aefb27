import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import sharp from 'sharp'
import {
  Client,
  colleagueOf,
  foundTeam,
  listen,
  PASSWORD,
  startServer,
  type Team,
  type TestServer,
  until,
  writePost,
} from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

describe('signing in (OWASP ASVS 4 chapters 2 and 3)', () => {
  it('sets an HttpOnly, SameSite cookie, a new one each time, and ends the session with sign-out (3.2.1, 3.3.1, 3.4.2, 3.4.3)', async () => {
    const client = new Client(server.origin)
    const first = await client.ask('POST', '/session', { body: { email: 'writer@larkholm.example', password: PASSWORD } })
    const cookie = first.headers.getSetCookie()[0]!
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Lax/)
    expect(cookie.split(';')[0]!.split('=')[1]!.length).toBeGreaterThanOrEqual(43)
    const old = client.session
    await client.signIn('writer@larkholm.example', PASSWORD)
    expect(client.session).not.toBe(old)
    expect((await fetch(`${server.origin}/api/v1/today`, { headers: { cookie: old } })).status).toBe(401)
    const now = client.session
    await client.need('DELETE', '/session')
    expect((await fetch(`${server.origin}/api/v1/today`, { headers: { cookie: now } })).status).toBe(401)
  })
  it('says the same for a wrong password and an unknown address, and makes a guesser wait (2.2.1)', async () => {
    const client = new Client(server.origin)
    const tryIn = (email: string, password = 'wrong wrong wrong') =>
      client.ask<{ detail: string; retryAfter?: number }>('POST', '/session', { body: { email, password } })
    const [unknown, wrong] = [await tryIn('nobody@larkholm.example'), await tryIn('reviewer@larkholm.example')]
    expect([unknown.status, unknown.body.detail]).toEqual([wrong.status, wrong.body.detail])
    for (let turn = 0; turn < 4; turn++) await tryIn('reviewer@larkholm.example')
    const slowed = await tryIn('reviewer@larkholm.example', PASSWORD)
    expect(slowed.status).toBe(429)
    expect(Number(slowed.headers.get('retry-after'))).toBeGreaterThan(0)
    server.moveClock(20_000)
    expect((await tryIn('reviewer@larkholm.example', PASSWORD)).status).toBe(200)
    server.moveClock(0)
  })
  it('changes one’s own password, by the present one and the rules, and ends the other sessions (2.1.5, 2.1.6, 3.3.3)', async () => {
    const [here, there] = [
      await new Client(server.origin).signIn('steward@larkholm.example', PASSWORD),
      await new Client(server.origin).signIn('steward@larkholm.example', PASSWORD),
    ]
    const change = (current: string, next: string) =>
      here.ask<{ reasons: { code: string }[] }>('PUT', '/me/password', { body: { current, next } })
    expect((await change('wrong', 'quiet mornings at sea')).body.reasons[0]!.code).toBe('password-wrong')
    expect((await change(PASSWORD, '123456789012')).body.reasons[0]!.code).toBe('password-common')
    expect((await change(PASSWORD, 'quiet mornings at sea')).status).toBe(204)
    expect((await there.ask('GET', '/today')).status).toBe(401)
    expect((await here.ask('GET', '/today')).status).toBe(200)
  })
  it('is over after three days of silence (3.3.2)', async () => {
    const client = await new Client(server.origin).signIn('writer@larkholm.example', PASSWORD)
    server.moveClock(73 * 3_600_000)
    expect((await client.ask('GET', '/today')).status).toBe(401)
    server.moveClock(0)
  })
  it('cannot be founded twice, and knows no stepping in outside the demo', async () => {
    const stranger = new Client(server.origin)
    expect(
      (
        await stranger.ask('POST', '/first-start', {
          body: { siteName: 'x', zone: 'UTC', language: 'en', name: 'x', email: 'x@x.example', password: PASSWORD, code: 'x' },
        })
      ).status,
    ).toBe(409)
    const { person } = await team.founder.need<{ person: { id: string } }>('GET', '/session')
    expect((await stranger.ask('POST', '/demo/step-in', { body: { person: person.id } })).status).toBe(404)
    expect((await stranger.ask('GET', '/demo/people')).status).toBe(404)
    expect((await stranger.need<{ demo: boolean }>('GET', '/session')).demo).toBe(false)
  })
})

describe('headers', () => {
  it('the office runs only scripts with this answer’s nonce', async () => {
    const [one, two] = await Promise.all([fetch(`${server.origin}/office`), fetch(`${server.origin}/office/content`)])
    const nonce = (answer: Response) => /'nonce-([^']+)'/.exec(answer.headers.get('content-security-policy')!)![1]!
    expect(nonce(one)).not.toBe(nonce(two))
    const html = await one.text()
    const scripts = html.match(/<script[^>]*>/g)!
    expect(scripts.length).toBeGreaterThan(0)
    for (const script of scripts) expect(script).toContain(`nonce="${nonce(one)}"`)
    expect(one.headers.get('content-security-policy')).toMatch(/frame-ancestors 'none'.*|default-src 'none'/)
    expect(one.headers.get('x-powered-by')).toBe(null)
    expect(one.headers.get('x-content-type-options')).toBe('nosniff')
  })
  it('the live site runs none at all, and may be kept only to ask again', async () => {
    const home = await fetch(server.origin)
    expect(home.headers.get('content-security-policy')).toMatch(/^default-src 'none'; (?!.*script-src)/)
    expect(home.headers.get('cache-control')).toBe('public, no-cache')
    const again = await fetch(server.origin, { headers: { 'if-none-match': home.headers.get('etag')! } })
    expect(again.status).toBe(304)
    expect((await fetch(server.origin, { method: 'POST', body: 'x' })).status).toBe(405)
  })
  it('the API never lets an answer be stored', async () => {
    expect((await team.writer.ask('GET', '/today')).headers.get('cache-control')).toBe('no-store')
  })
})

describe('pictures', () => {
  const upload = (client: Client, bytes: Uint8Array, name = 'x.png') => {
    const form = new FormData()
    form.append('file', new Blob([Uint8Array.from(bytes)]), name)
    return client.ask<{ id: string; width: number; reasons: { code: string }[] }>('POST', '/media', { raw: form })
  }
  const drawn = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#2f6475' } })
      .withMetadata({ exif: { IFD0: { Copyright: 'secret place' } } })
      .jpeg()
      .toBuffer()

  it('are taken by what their bytes are, never by their name, and lose their hidden data', async () => {
    const bytes = await drawn(1200, 800)
    const added = await upload(team.writer, bytes, '../../evil.html')
    expect([added.status, added.body.width]).toEqual([200, 1200])
    const served = Buffer.from(
      await (await fetch(`${server.origin}/media/${added.body.id}/480.webp`, { headers: { cookie: team.writer.session } })).arrayBuffer(),
    )
    expect((await sharp(served).metadata()).width).toBe(480)
    expect(served.includes('secret place')).toBe(false)
    for (const bad of [
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'),
      Buffer.from('<html>'),
      Buffer.from('GIF89a not really'),
      bytes.subarray(0, 300),
    ])
      expect((await upload(team.writer, bad)).status).toBe(415)
  })
  it('have bounds: bytes and pixels', async () => {
    expect((await upload(team.writer, new Uint8Array(5 * 1024 * 1024 + 1))).status).toBe(413)
    expect((await upload(team.writer, new Uint8Array(7 * 1024 * 1024))).status).toBe(413)
    const wide = await sharp({ create: { width: 10_000, height: 6_000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 9 })
      .toBuffer()
    expect((await upload(team.writer, wide)).status).toBe(413)
  })
  it('are known by their first bytes: no other decoder is asked, whatever a file is called', async () => {
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64"><rect width="64" height="64"/></svg>')
    const tiff = await sharp({ create: { width: 64, height: 64, channels: 3, background: '#fff' } })
      .tiff()
      .toBuffer()
    for (const bytes of [svg, tiff]) {
      expect((await upload(team.writer, bytes)).status).toBe(415)
      const own = await team.writer.ask<{ reasons: { code: string }[] }>('PUT', '/me/picture', {
        body: { picture: bytes.toString('base64') },
      })
      expect([own.status, own.body.reasons[0]!.code]).toEqual([415, 'picture-type'])
    }
  })
  it('are worked on a few at a time, and the others wait or are told to come again; reading goes on', async () => {
    const noise = await sharp(Buffer.from(Uint8Array.from({ length: 1_200 * 1_200 * 3 }, (_, n) => (n * 2_654_435_761) >>> 13)), {
      raw: { width: 1_200, height: 1_200, channels: 3 },
    })
      .png()
      .toBuffer()
    const uploads = Array.from({ length: 40 }, () => upload(team.writer, noise))
    const reading = await Promise.all(Array.from({ length: 5 }, () => fetch(`${server.origin}/posts`)))
    expect(reading.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200])
    const statuses = (await Promise.all(uploads)).map(({ status }) => status)
    expect(new Set(statuses)).toEqual(new Set([200, 503]))
  })
  it('are taken from who may add files, before a byte of them is read', async () => {
    const { client } = await colleagueOf(team.founder, { name: 'Reads only', email: 'reads@larkholm.example', roles: [] })
    // A body that never ends: only what is refused before it is read is answered.
    const endless = new ReadableStream({ start: (controller) => controller.enqueue(new Uint8Array(16)) })
    const answer = await fetch(`${server.origin}/api/v1/media`, {
      method: 'POST',
      headers: { cookie: client.session, 'content-type': 'multipart/form-data; boundary=x' },
      body: endless,
      duplex: 'half',
    } as RequestInit)
    expect(answer.status).toBe(403)
  })
  it('are for readers only while something live shows them', async () => {
    const { id } = (await upload(team.writer, await drawn(600, 400))).body
    const asReader = () => fetch(`${server.origin}/media/${id}/480.webp`).then((answer) => answer.status)
    expect(await asReader()).toBe(404)
    const made = await team.writer.need('POST', '/items', {
      body: {
        kind: 'post',
        section: team.section,
        title: 'With a picture',
        content: { body: [{ id: 'pict', kind: 'picture', media: id, alt: 'Sea', decorative: false, caption: [] }] },
      },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
    expect(await asReader()).toBe(404)
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version! })
    expect(await asReader()).toBe(200)
    await team.publisher.need('POST', `/items/${made.item}/withdraw`, { ifMatch: made.version! })
    expect(await asReader()).toBe(404)
    for (const path of [
      `/media/${id}/481.webp`,
      `/media/${id}/99999.webp`,
      '/media/none/480.webp',
      `/media/${id}/480.webp/../../../etc/passwd`,
    ])
      expect((await fetch(server.origin + path, { redirect: 'manual' })).status).not.toBe(200)
  })
})

describe('the way into the office from the site', () => {
  it('is shown to those who may see the item, never stored, and to nobody else', async () => {
    await writePost(team, 'Entry', 'live')
    const page = async (cookie?: string) => {
      const answer = await fetch(`${server.origin}/posts/entry`, { headers: cookie ? { cookie } : {} })
      return { html: await answer.text(), cache: answer.headers.get('cache-control') }
    }
    const [reader, writer, again] = [await page(), await page(team.writer.session), await page()]
    expect([writer.html.includes('Open this in the office'), writer.cache]).toEqual([true, 'private, no-store'])
    expect(reader.html).not.toContain('office/items')
    expect(again.html).toBe(reader.html)
    expect((await page('yieldgate_session=forged')).html).toBe(reader.html)
  })
})

describe('news', () => {
  it('reaches signed-in people as server-sent events, and nobody else', async () => {
    expect((await fetch(`${server.origin}/api/v1/stream`)).status).toBe(401)
    const news = await listen(server.origin, team.writer.session)
    const post = await writePost(team, 'News')
    await until(async () => news.heard().includes(post.item), 'news of the new item')
    news.stop()
  })
})
