import { request } from 'node:http'
import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { encodingFor, isKnown } from '../../server/site/encoding'
import { foundTeam, HOUR, startServer, until, wallIn, writePost, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Said {
  status: number
  headers: Record<string, string | string[] | undefined>
  body: Buffer
}
/** Asks for exactly this target and with exactly these headers: nothing of it is made tidy on the way. */
const raw = (target: string, headers: Record<string, string> = {}): Promise<Said> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(server.origin)
    request({ hostname, port, path: target, headers }, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, body: Buffer.concat(parts) }))
    })
      .on('error', reject)
      .end()
  })

describe('where readers are led', () => {
  it.each([
    '/%2Fevil.example',
    '/%2f%2fevil.example/x',
    '//evil.example',
    '///evil.example/',
    '/%5Cevil.example',
    '/%5c%5cevil.example',
    '/x/..%2F..%2F%2Fevil.example',
    '/%2e%2e%2f%2fevil.example',
    '/Posts//evil.example',
    '/%09/evil.example',
    '/.%2F/evil.example',
  ])('%s stays on this site', async (target) => {
    const { status, headers } = await raw(target)
    if (headers.location !== undefined) {
      expect(headers.location).toMatch(/^\/(?![/\\])/)
      expect(new URL(String(headers.location), server.origin).origin).toBe(server.origin)
    } else expect([404, 410]).toContain(status)
  })
  it('to the one spelling of a path, its query as it came', async () => {
    await writePost(team, 'Spelled', 'live')
    expect((await raw('/%70osts/spelled')).headers.location).toBe('/posts/spelled')
    const turned = await raw('/Search?q=caf%C3%A9&x=%2F')
    expect([turned.status, turned.headers.location]).toEqual([308, '/search?q=caf%C3%A9&x=%2F'])
    expect((await raw('/search?q=caf%C3%A9')).status).toBe(200)
  })
})

describe('pages on the line', () => {
  it('are compressed as is liked, each with a tag of its own, and known again (RFC 9110 §8.8.3, §12.5.3, §13.1.2)', async () => {
    const plain = await raw('/')
    const zipped = await raw('/', { 'accept-encoding': 'gzip' })
    const brotli = await raw('/', { 'accept-encoding': 'gzip, deflate, br' })
    expect([plain, zipped, brotli].map(({ headers }) => headers['content-encoding'])).toEqual([undefined, 'gzip', 'br'])
    expect(gunzipSync(zipped.body).equals(plain.body)).toBe(true)
    expect(brotliDecompressSync(brotli.body).equals(plain.body)).toBe(true)
    expect(brotli.body.length).toBeLessThan(plain.body.length / 2)
    expect(new Set([plain, zipped, brotli].map(({ headers }) => headers.etag)).size).toBe(3)
    for (const { headers, body } of [plain, zipped, brotli]) {
      expect(headers.vary).toContain('accept-encoding')
      expect(headers['content-length']).toBe(String(body.length))
    }
    const again = (value: string) =>
      raw('/', { 'accept-encoding': 'br', 'if-none-match': value }).then(({ status, body }) => [status, body.length])
    expect(await again(String(brotli.headers.etag))).toEqual([304, 0])
    expect(await again(`"other", W/${String(brotli.headers.etag)}`)).toEqual([304, 0])
    expect(await again('*')).toEqual([304, 0])
    expect((await again(String(plain.headers.etag)))[0]).toBe(200)
    expect((await again('"other"'))[0]).toBe(200)
  })
  it.each([
    [undefined, 'identity'],
    ['', 'identity'],
    ['br', 'br'],
    ['gzip;q=1.0, br;q=0.5', 'gzip'],
    ['br;q=0, gzip', 'gzip'],
    ['*', 'br'],
    ['*;q=0', 'identity'],
    ['identity', 'identity'],
    ['deflate', 'identity'],
    ['GZIP', 'gzip'],
  ])('for Accept-Encoding %j go out as %s', (accepts, encoding) => expect(encodingFor(accepts)).toBe(encoding))
  it('are not taken for others whose tag begins alike', () => expect(isKnown('"abcd"', '"abc"')).toBe(false))
  it('of a list stand for themselves: the second is not the first', async () => {
    for (let post = 0; post < 21; post++) await writePost(team, `Listed ${post}`, 'live')
    const canonical = async (target: string) => /rel="canonical" href="([^"]*)"/.exec((await raw(target)).body.toString())?.[1]
    expect(await canonical('/posts?page=2')).toBe(`${server.origin}/posts?page=2`)
    expect(await canonical('/posts')).toBe(`${server.origin}/posts`)
    expect(await canonical('/posts?page=1')).toBe(`${server.origin}/posts`)
  })
})

describe('what is asked wrongly', () => {
  it('is refused in plain words and breaks nothing', async () => {
    const cookie = { cookie: team.writer.session }
    for (const target of ['/sitemap.xml?part=abc', '/sitemap.xml?part=-1', '/posts?page=abc'])
      expect([target, (await raw(target)).status]).toEqual([target, 200])
    for (const target of ['/sitemap.xml?part=1e99', '/posts?page=1e99']) expect([target, (await raw(target)).status]).toEqual([target, 404])
    for (const target of [
      '/moment/%zz/',
      '/moment/2026-11-01T00:00:00.000Z/%00',
      '/moment/%00',
      '/timemap/%zz',
      '/timemap/%00',
      '/shared/%zz',
    ])
      expect([target, (await raw(target, cookie)).status]).toEqual([target, expect.toBeOneOf([400, 404, 410])])
    const empty = await team.writer.ask<{ reasons?: { code: string }[] }>('PUT', '/me/picture', { body: { picture: '' } })
    expect([empty.status, empty.body.reasons?.[0]?.code]).toEqual([415, 'picture-type'])
  })
  it('names and titles hold one line: line breaks and other control characters are refused everywhere', async () => {
    for (const bad of ['Two\nlines', 'Tab\there', 'Null\u0000', 'Bell\u0007', 'Next\u0085line', 'Sep\u2028arated']) {
      const tries: [string, string, object][] = [
        ['POST', '/items', { kind: 'post', section: team.section, title: bad }],
        ['POST', '/sections', { name: bad }],
        ['POST', '/groups', { name: bad, members: [], roles: [] }],
        ['POST', '/editions', { name: bad }],
        ['POST', '/people', { name: bad, email: 'x@larkholm.example', roles: [] }],
        ['POST', '/roles', { name: bad, verbs: [], includes: [] }],
      ]
      for (const [method, path, body] of tries) {
        const { status, body: answer } = await team.founder.ask<{ reasons: { detail: string }[] }>(method, path, { body })
        expect([bad, path, status, answer.reasons.some(({ detail }) => detail.includes('One line'))]).toEqual([bad, path, 400, true])
      }
    }
  })
})

describe('the bin', () => {
  it('gives back to whoever put it there, with the time it was planned for', async () => {
    const made = await writePost(team, 'Binned by its writer', 'cleared')
    await team.publisher.need('POST', `/items/${made.item}/events`, { body: { kind: 'put-live', ...wallIn(48) } })
    await team.writer.need('POST', `/drafts/${made.draft}/discard`, { ifMatch: made.version })
    const rows = () => team.writer.need<{ item: string; whyNot: object | null }[]>('GET', '/bin')
    expect((await rows()).find(({ item }) => item === made.item)).toMatchObject({ whyNot: null })
    await team.writer.need('POST', `/items/${made.item}/unbin`)
    const page = await team.writer.need<{ draft: { review: string; event: { state: string } | null } }>('GET', `/items/${made.item}`)
    expect(page.draft).toMatchObject({ review: 'cleared', event: { state: 'planned' } })
    // Another writer's is another's to give back.
    const other = await team['section-editor'].need<typeof made>('POST', '/items', {
      body: { kind: 'post', section: team.section, title: 'Of another' },
    })
    await team['section-editor'].need('POST', `/items/${other.item}/bin`)
    expect((await rows()).find(({ item }) => item === other.item)?.whyNot).not.toBeNull()
    expect((await team.writer.ask('POST', `/items/${other.item}/unbin`)).status).toBe(403)
  })
})

describe('what was withdrawn', () => {
  it('is written on from what was live last, and does not come back by what was planned before', async () => {
    const made = await writePost(team, 'Withdrawn', 'live')
    const edit = (draft: string, base: string, value: string) =>
      team.writer.need('POST', `/drafts/${draft}/edits`, { body: { base, edits: [{ op: 'field', name: 'summary', value }] } })
    const next = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, { body: {} })
    const { version } = await edit(next.draft, next.head, 'Newer')
    await team.writer.need('POST', `/drafts/${next.draft}/send`, { body: {}, ifMatch: version! })
    await team.reviewer.need('POST', `/drafts/${next.draft}/clear`, { body: { gate: 'review' }, ifMatch: version! })
    await team.publisher.need('POST', `/items/${made.item}/events`, { body: { kind: 'put-live', draft: next.draft, ...wallIn(24) } })
    await team.publisher.need('POST', `/items/${made.item}/withdraw`, { body: {}, ifMatch: made.version })
    const forecast = await team.publisher.need<object>('GET', `/forecast?item=${made.item}`)
    expect(JSON.stringify(forecast)).toContain('taken off the site after this draft was begun')
    server.moveClock(25 * HOUR)
    const page = () =>
      team.writer.need<{ onSite: string; draft: { event: { state: string } | null; content: { fields: { summary?: string } } } }>(
        'GET',
        `/items/${made.item}`,
      )
    await until(async () => (await page()).draft.event?.state === 'held', 'the event being held')
    expect((await page()).onSite).toBe('withdrawn')
    // Begun now, a draft has what readers saw last, not what was never live.
    const fresh = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, {
      body: { name: 'Afresh' },
    })
    expect(fresh.head).toBe(made.version)
    server.moveClock(0)
  })
  it('rolled back before it was withdrawn: what was live last is the older version', async () => {
    const made = await writePost(team, 'Rolled back', 'live')
    const next = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, { body: {} })
    const { version } = await team.writer.need('POST', `/drafts/${next.draft}/edits`, {
      body: { base: next.head, edits: [{ op: 'field', name: 'summary', value: 'A mistake' }] },
    })
    await team.founder.need('POST', `/drafts/${next.draft}/put-live`, { body: { exception: 'At once' }, ifMatch: version! })
    await team.publisher.need('POST', `/items/${made.item}/roll-back`, { body: { version: made.version }, ifMatch: version! })
    await team.publisher.need('POST', `/items/${made.item}/withdraw`, { body: {}, ifMatch: made.version })
    const fresh = await team.writer.need<{ head: string }>('POST', `/items/${made.item}/drafts`, { body: {} })
    expect(fresh.head).toBe(made.version)
  })
})
