import { afterAll, beforeAll, expect, it } from 'vitest'
import { z } from 'zod'
import { VERBS, type Verb } from '../../core/access/verbs'
import { endpoints } from '../../server/endpoints'
import { questions } from '../support/questions'
import { formOf, foundTeam, startServer, wallIn, writePost, type Client, type Team, type TestServer } from '../support/server'

/*
 * Each answer in the tests of the API is held against the shape that its endpoint says: the server does so where
 * `YIELDGATE_CHECK_ANSWERS` is set, and fails. Here every question is asked once with something there to be answered.
 */
let server: TestServer
let team: Team
const ids: Record<string, string> = {}

beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  const { founder } = team
  const post = await writePost(team, 'Winter timetable', 'live')
  const second = await founder.need('POST', `/items/${post.item}/drafts`, { body: {} })
  const saved = await founder.need('POST', `/drafts/${second.draft}/edits`, {
    body: { base: second.head, edits: [{ op: 'field', name: 'summary', value: 'Four boats a day' }] },
  })
  const waiting = await writePost(team, 'Fares', 'in_review')
  const label = await founder.need('POST', '/items', {
    body: { kind: 'label', section: team.section, title: 'Tides', content: { fields: { labelType: 'tag' } } },
  })
  const { event } = await founder.need('POST', `/items/${post.item}/events`, { body: { kind: 'withdraw', ...wallIn(30) } })
  const { edition } = await founder.need('POST', '/editions', { body: { name: 'Spring' } })
  // One that is live, so that what undoing it would do can be asked.
  const { edition: done } = await founder.need('POST', '/editions', { body: { name: 'Autumn' } })
  const cleared = await writePost(team, 'Autumn', 'cleared')
  await founder.need('POST', `/editions/${done}/entries`, { body: { entries: [{ item: cleared.item, draft: cleared.draft }] } })
  await founder.need('POST', `/editions/${done}/put-live`)
  const { id: link } = await founder.need('POST', '/share-links', {
    body: { sight: { shows: 'moment', at: '2036-01-01T00:00:00.000Z' }, until: wallIn(50) },
  })
  const { id: view } = await founder.need('POST', '/views', {
    body: { name: 'Posts', q: 'kind:post', sort: 'changed', columns: null, group: null },
  })
  await founder.need('PUT', `/views/${view}/pin`, { body: { pinned: true } })
  await founder.need('PUT', '/me/columns', { body: { columns: [{ key: 'title', width: 300 }] } })
  const { id: media } = await founder.need('POST', '/media', { raw: formOf('port,opens\nVessa,06:00\n') })
  await founder.need('POST', '/kept', { body: { block: { id: 'kept', kind: 'divider' }, draft: null } })
  const { batch } = await founder.need('POST', '/batches', {
    body: { items: [{ item: post.item, draft: null }], action: { do: 'duplicate' } },
  })
  const { redirect } = await founder.need('POST', '/redirects', { body: { from: '/poster', to: '/posts', code: 301 } })
  const { id: holders } = await founder.need('POST', '/member-groups', { body: { name: 'Holders' } })
  await founder.need('POST', '/members', {
    body: { name: 'Ingrid', email: 'ingrid@readers.example', groups: [{ group: holders, until: null }] },
  })
  await founder.need('POST', '/page-passwords', { body: { name: 'Press', password: 'tide table' } })
  const { person } = await founder.need<{ person: { id: string } }>('GET', '/session')
  const feed = new URL((await founder.need('POST', '/me/calendar-feed')).url!).pathname.split('/').at(-1)!
  Object.assign(ids, { item: post.item, draft: second.draft, version: saved.version, waiting: waiting.draft })
  Object.assign(ids, { label: label.item, event, edition, done, link, media, batch, person: person.id, feed, redirect, gate: 'review' })
})
afterAll(() => server.stop())

/** What is answered only where there is something that this site has not: the demo, an invitation, a picture of oneself. */
const ELSEWHERE = ['/demo/people', '/invitation', '/people/:id/picture']

it('every question is answered once, in the shape that its endpoint says', async () => {
  const answered = new Set<string>()
  for (const { path, address } of questions('timetable', Object.values(ids), ids.version!)) {
    const more =
      path === '/addresses'
        ? '?path=/posts/winter-timetable'
        : path === '/addresses/try'
          ? '?address=/posts/winter-timetable'
          : path === '/moments/differences' || path === '/site-back'
            ? moments(path)
            : ''
    const asked = path.includes(':gate')
      ? `/drafts/${ids.waiting}/gates/review`
      : path.endsWith('/why')
        ? `${address}?verb=item.write`
        : address + more
    const response = await fetch(`${server.origin}/api/v1${asked}`, { headers: { cookie: team.founder.session } })
    const body = await response.text()
    expect([asked, response.status < 500, response.status < 500 ? '' : body]).toEqual([asked, true, ''])
    if (response.ok) answered.add(path)
  }
  const asked = endpoints.filter(({ method, path, answer }) => method === 'GET' && answer !== 'redirect' && !ELSEWHERE.includes(path))
  expect(asked.map(({ path }) => path).filter((path) => !answered.has(path))).toEqual([])
})
const moments = (path: string) =>
  path === '/site-back'
    ? `?moment=${new Date().toISOString()}`
    : `?from=${new Date(Date.now() - 1_000).toISOString()}&to=2036-01-01T00:00:00.000Z`

it('says of the site as a whole what somebody may do there', async () => {
  const may = async (client: Client) => (await client.need<{ may: Record<Verb, object | null> }>('GET', '/site')).may
  const open = (all: Record<Verb, object | null>) => (Object.keys(all) as Verb[]).filter((verb) => all[verb] === null)
  expect(open(await may(team.founder)).sort()).toEqual((Object.keys(VERBS) as Verb[]).sort())
  expect(open(await may(team.writer)).sort()).toEqual(['item.read', 'item.send', 'item.write', 'media.add'])
})

it('the description shows what each answers', async () => {
  const { paths } = (await (await fetch(`${server.origin}/api/v1/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { responses: Record<string, { content?: Record<string, { schema: object }> }> }>>
  }
  for (const { method, path, answer } of endpoints) {
    const { responses } = paths[path.replace(/:(\w+)/g, '{$1}')]![method.toLowerCase()]!
    const shown = responses[200]?.content?.['application/json']?.schema
    expect([method, path, shown !== undefined]).toEqual([method, path, typeof answer !== 'string'])
    if (typeof answer !== 'string') expect(shown).toEqual(z.toJSONSchema(answer, { io: 'output', unrepresentable: 'any' }))
  }
})

it('an answer of another shape fails the test that met it', async () => {
  const { answer } = endpoints.find(({ method, path }) => method === 'GET' && path === '/site')!
  const site = await team.founder.need('GET', '/site')
  const holds = (value: object) => typeof answer !== 'string' && answer.safeParse(value).success
  expect([holds(site), holds({ ...site, more: 1 }), holds({ ...site, zone: 1 })]).toEqual([true, false, false])
})
