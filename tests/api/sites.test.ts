import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SignInRules } from '../../core/access/signIn'
import { siteWords } from '../../core/words/site/siteWords'
import { openOffice } from '../../server/services/office'
import { actorFrom } from '../../server/services/people/access'
import { beginSite } from '../../server/services/site/sites'
import { personByEmail } from '../../server/store/people'
import { questions } from '../support/questions'
import {
  Client,
  colleagueOf,
  EASY_SIGN_IN,
  foundTeam,
  formOf,
  HOUR,
  listen,
  PASSWORD,
  startServer,
  until,
  wallIn,
  writePost,
  type Team,
  type TestServer,
} from '../support/server'

/*
 * Two sites in one file, each with its own team, and one person who works on both. A word stands in all that the second has, and is
 * looked for in every answer of the first, and the other way round.
 */
const WORDS = { first: 'qzlarkholm', second: 'qzskerry' }
interface Made {
  item: string
  draft: string
  version: string
}

let server: TestServer
let team: Team
/** The founder at the second site, and somebody who works there alone. */
let founder: Client
let alone: Client
let alonePerson: string
const origins = { first: '', second: '' }
/** What each site has, by what it is. */
const has: Record<keyof typeof WORDS, Record<string, string>> = { first: {}, second: {} }

/** Fills a site with one of everything, in which its word stands. */
async function fill(site: keyof typeof WORDS, client: Client): Promise<void> {
  const word = WORDS[site]
  const ids = has[site]
  ids.section = (await client.need('POST', '/sections', { body: { name: `Section ${word}` } })).section!
  const words = { body: [{ id: 'first', kind: 'paragraph', text: [{ text: `Words with ${word}.` }] }] }
  const start = (kind: string, title: string, content: object = words) =>
    client.need<Made>('POST', '/items', { body: { kind, section: ids.section, title: `${title} ${word}`, content } })
  const put = ({ draft, version }: Made) =>
    client.need('POST', `/drafts/${draft}/put-live`, { body: { exception: `Because of ${word}` }, ifMatch: version })

  const post = await start('post', 'Post')
  await put(post)
  Object.assign(ids, { post: post.item, postVersion: post.version })
  const page = await start('page', 'Page')
  await put(page)
  ids.page = page.item
  const label = await start('label', 'Label', { fields: { labelType: 'tag' } })
  ids.label = label.item
  const draft = await start('post', 'Draft', { ...words, fields: { labels: [label.item] } })
  Object.assign(ids, { item: draft.item, draft: draft.draft, version: draft.version })
  const waiting = await start('post', 'Waiting')
  await client.need('POST', `/drafts/${waiting.draft}/send`, { body: { note: word }, ifMatch: waiting.version })
  ids.waiting = waiting.draft
  await client.need('PATCH', `/items/${draft.item}/office`, { body: { internalName: word, notes: word } })
  const binned = await start('post', 'Binned')
  await client.need('POST', `/drafts/${binned.draft}/discard`, { ifMatch: binned.version })
  const { event } = await client.need('POST', `/items/${draft.item}/events`, {
    body: { kind: 'put-live', draft: draft.draft, ...wallIn(30) },
  })
  ids.event = event!
  const { edition } = await client.need('POST', '/editions', { body: { name: `Edition ${word}` } })
  ids.edition = edition!
  const link = await client.need('POST', '/share-links', { body: { sight: { shows: 'edition', edition }, until: wallIn(50) } })
  Object.assign(ids, { link: link.id!, token: new URL(link.url!).pathname.split('/')[2]! })
  ids.feed = (await client.need('POST', '/me/calendar-feed')).url!.split('/').at(-1)!
  ids.view = (
    await client.need('POST', '/views', { body: { name: `View ${word}`, q: 'kind:post', sort: 'changed', columns: null, group: null } })
  ).id!
  ids.group = (await client.need('POST', '/groups', { body: { name: `Group ${word}`, members: [], roles: [] } })).group!
  ids.role = (await client.need('POST', '/roles', { body: { name: `Role ${word}`, verbs: ['item.read'], includes: [] } })).role!
  ids.calendar = (
    await client.need('POST', '/calendars', {
      body: { name: `Hours ${word}`, week: [[{ from: '08:00', to: '09:00' }], [], [], [], [], [], []], holidays: [] },
    })
  ).calendar!
  const file = await client.need<{ id?: string; file?: { id: string } }>('POST', '/media', {
    raw: formOf(`a,b\n${word},1\n`, `${word}.csv`),
  })
  ids.media = file.id ?? ids.media ?? ''
  await client.need('POST', '/kept', { body: { block: { id: 'kept', kind: 'paragraph', text: [{ text: word }] }, draft: null } })
  ids.batch = (
    await client.need('POST', '/batches', { body: { items: [{ item: draft.item, draft: draft.draft }], action: { do: 'duplicate' } } })
  ).batch!
}

beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  origins.first = server.origin
  origins.second = server.origin.replace('127.0.0.1', 'localhost')
  // Another process begins the second site, as an operator would; the server hears of it.
  const office = await openOffice(server.folder, { now: () => new Date() }, { durable: false })
  const steward = (await personByEmail(office.store.read, 'founder@larkholm.example'))!
  await beginSite(office, actorFrom(steward, await office.rights()), {
    siteName: `Skerry ${WORDS.second}`,
    host: new URL(origins.second).host,
    zone: 'Atlantic/Reykjavik',
    language: 'de',
  })
  await office.close()
  founder = new Client(origins.second)
  await until(
    async () =>
      (await founder.ask('POST', '/session', { body: { email: steward.email, password: PASSWORD } })).status < 300 &&
      (await founder.need('GET', '/site')).name!.includes(WORDS.second),
    'the second site',
  )
  // Its own stewards and publishers are those who sign in strictly.
  const rules = await founder.need<SignInRules>('GET', '/sign-in-rules')
  expect(rules.strictRoles).toHaveLength(EASY_SIGN_IN.strictRoles.length)
  await founder.need('PUT', '/sign-in-rules', { body: { ...EASY_SIGN_IN, strictRoles: rules.strictRoles } })
  await founder.need('PUT', '/second-yes', { body: { asked: 'none' } })
  await fill('first', team.founder)
  await fill('second', founder)
  const added = await colleagueOf(founder, { name: `Person ${WORDS.second}`, email: 'alone@skerry.example', roles: [] })
  alone = added.client
  alonePerson = added.id
  await until(
    async () => (await founder.need<{ total: number }>('GET', `/items?q=text:${WORDS.second}`)).total >= 4,
    'the words in the list of the second site',
  )
})
afterAll(() => server.stop())

const bothWays = [
  ['first', 'second'],
  ['second', 'first'],
] as const
const clientOf = (site: keyof typeof WORDS) => (site === 'first' ? team.founder : founder)
const textOf = async (address: string, init: RequestInit = {}) => {
  const response = await fetch(address, { redirect: 'manual', ...init })
  return { status: response.status, text: (await response.text()).toLowerCase(), to: response.headers.get('location') ?? '' }
}

describe('two sites in one file', () => {
  it.each(bothWays)('no answer of the %s names anything of the %s, to someone who may do everything on both', async (here, there) => {
    let asked = 0
    let own = 0
    for (const { address } of questions(WORDS[there], [...Object.values(has[there]), alonePerson], has[here].version!)) {
      const { status, text } = await textOf(`${origins[here]}/api/v1${address}`, { headers: { cookie: clientOf(here).session } })
      const at = text.indexOf(WORDS[there])
      expect(at < 0 || here === 'second' ? '' : `${address} says ${text.slice(Math.max(0, at - 120), at + 40)}`).toBe('')
      expect(at).toBe(-1)
      expect(status).toBeLessThan(500)
      if (text.includes(WORDS[here])) own++
      asked++
    }
    expect(asked).toBeGreaterThan(300)
    expect(own).toBeGreaterThan(10)
  })

  it.each(bothWays)(
    'readers of the %s get nothing of the %s, by listing, address, feed, map, search, label or file',
    async (here, there) => {
      const paths = [
        '/',
        '/posts',
        '/feed.xml',
        '/sitemap.xml',
        '/sitemap-1.xml',
        '/robots.txt',
        '/notices',
        '/labels',
        `/search?q=${WORDS[there]}`,
        `/posts?section=${has[there].section}`,
      ]
      for (const path of paths) {
        const { status, text } = await textOf(origins[here] + path)
        // The words that were sought are said back in the form, and nowhere else.
        expect([
          path,
          text.replaceAll(`value="${WORDS[there]}"`, '').replaceAll(`“${WORDS[there]}”`, '').includes(`post ${WORDS[there]}`),
        ]).toEqual([path, false])
        expect(status).toBeLessThan(500)
      }
      for (const kind of ['post', 'page']) {
        const path = kind === 'post' ? `/posts/post-${WORDS[there]}` : `/page-${WORDS[there]}`
        expect([path, (await textOf(origins[there] + path)).status, (await textOf(origins[here] + path)).status]).toEqual([path, 200, 404])
      }
      expect((await textOf(`${origins[here]}/shared/${has[there].token}/`)).status).toBe(410)
      expect((await textOf(`${origins[there]}/shared/${has[there].token}/`)).status).toBe(200)
      expect((await textOf(`${origins[here]}/api/v1/calendar-feeds/${has[there].feed}`)).status).toBe(404)
      expect((await textOf(`${origins[there]}/api/v1/calendar-feeds/${has[there].feed}`)).text).toContain('vcalendar')
      const cookie = { headers: { cookie: clientOf(here).session } }
      expect((await textOf(`${origins[here]}/timemap/posts/post-${WORDS[there]}`, cookie)).status).toBe(404)
      expect((await textOf(`${origins[here]}/moment/2030-01-01T00:00:00.000Z/posts`, cookie)).text).not.toContain(WORDS[there])
    },
  )

  it('no command on one site reaches what the other has', async () => {
    const { item, draft, version, waiting, event, edition, group, role, calendar, link, view, batch, section, label, post, postVersion } =
      has.second
    const commands: [string, string, unknown, string?][] = [
      ['POST', '/items', { kind: 'post', section, title: 'Into the other' }],
      ['PATCH', `/items/${item}/office`, { notes: 'x' }],
      ['POST', `/items/${item}/move`, { section: has.first.section }],
      ['POST', `/items/${has.first.item}/move`, { section }],
      ['POST', `/items/${item}/bin`, undefined],
      ['POST', `/items/${post}/drafts`, {}],
      ['POST', `/items/${post}/withdraw`, { exception: 'x' }, postVersion],
      ['POST', `/items/${item}/events`, { kind: 'put-live', ...wallIn(40) }],
      ['PUT', `/items/${item}/embargo`, { until: null }],
      ['POST', `/drafts/${draft}/edits`, { base: version, edits: [{ op: 'field', name: 'title', value: 'x' }] }],
      ['POST', `/drafts/${draft}/send`, { note: '' }, version],
      ['POST', `/drafts/${waiting}/clear`, { gate: 'review', note: '' }, version],
      ['POST', `/drafts/${draft}/put-live`, { exception: 'x' }, version],
      ['POST', `/drafts/${draft}/discard`, undefined, version],
      ['POST', `/drafts/${draft}/notes`, { text: 'x' }],
      ['DELETE', `/events/${event}`, undefined],
      ['PATCH', `/editions/${edition}`, { name: 'x' }],
      ['DELETE', `/editions/${edition}`, undefined],
      ['POST', `/editions/${edition}/entries`, { entries: [{ item: has.first.item, draft: has.first.draft }] }],
      ['DELETE', `/share-links/${link}`, undefined],
      ['PUT', `/views/${view}`, { name: 'x', q: '', sort: 'changed', columns: null, group: null }],
      ['PUT', `/groups/${group}`, { name: 'x', members: [], roles: [] }],
      ['DELETE', `/groups/${group}`, undefined],
      ['PUT', `/roles/${role}`, { name: 'x', verbs: [], includes: [] }],
      ['POST', '/groups', { name: 'y', members: [], roles: [{ role, section: null }] }],
      ['POST', '/groups', { name: 'y', members: [], roles: [{ role: 'writer', section }] }],
      ['POST', '/groups', { name: 'y', members: [alonePerson], roles: [] }],
      ['PUT', `/calendars/${calendar}`, { name: 'x', week: [[{ from: '08:00', to: '09:00' }], [], [], [], [], [], []], holidays: [] }],
      ['DELETE', `/calendars/${calendar}`, undefined],
      ['PATCH', `/sections/${section}`, { name: 'x' }],
      ['POST', `/labels/${label}/merge`, { into: has.first.label }],
      ['POST', `/batches/${batch}/run`, undefined],
      ['PUT', `/people/${alonePerson}/roles`, { roles: [] }],
      ['PATCH', `/people/${alonePerson}`, { active: false }],
      ['POST', `/people/${alonePerson}/invitation`, undefined],
      ['DELETE', `/people/${alonePerson}/second-factor`, undefined],
    ]
    const before = await founder.need<{ rows: { seq: number }[] }>('GET', '/journal?limit=1')
    for (const [method, path, body, ifMatch] of commands) {
      const answer = await team.founder.ask<{ reasons?: { code: string }[] }>(method, path, {
        ...(body === undefined ? {} : { body }),
        ifMatch,
      })
      expect([method, path, answer.status]).toEqual([method, path, 404])
      expect(JSON.stringify(answer.body).toLowerCase()).not.toContain(WORDS.second)
    }
    expect((await founder.need<{ rows: { seq: number }[] }>('GET', '/journal?limit=1')).rows[0]!.seq).toBe(before.rows[0]!.seq)
  })

  it('what stands in a text of one by the id of something of the other shows nothing of it', async () => {
    const { item, draft, version } = await writePost(team, 'Names the other')
    const { version: head } = await team.founder.need('POST', `/drafts/${draft}/edits`, {
      body: {
        base: version,
        edits: [
          { op: 'field', name: 'labels', value: [has.second.label] },
          {
            op: 'insert',
            after: 'first',
            block: { id: 'link', kind: 'paragraph', text: [{ text: 'To it', href: `item:${has.second.post}` }] },
          },
          {
            op: 'insert',
            after: 'link',
            block: { id: 'file', kind: 'paragraph', text: [{ text: 'The file', href: `media:${has.second.media}` }] },
          },
        ],
      },
    })
    await team.founder.need('POST', `/drafts/${draft}/put-live`, { body: { exception: 'Now' }, ifMatch: head })
    expect((await textOf(`${origins.first}/posts/names-the-other`)).text).not.toContain(WORDS.second)
    // A file of the other is not for readers there because someone here leads to it.
    expect((await textOf(`${origins.second}/media/${has.second.media}/file/x.csv`)).status).toBe(404)
    // Nor does the other know of it, by what points at its own.
    for (const path of [`/items/${has.second.post}/receipt`, `/versions/${has.second.postVersion}/roll-back`, `/items/${has.second.label}`])
      expect(JSON.stringify(await founder.need('GET', path))).not.toContain('Names the other')
    const { labels } = await founder.need<{ labels: { id: string; live: number }[] }>('GET', '/labels')
    expect(labels.find(({ id }) => id === has.second.label)!.live).toBe(0)
    expect(JSON.stringify(await team.founder.need('GET', `/items/${item}`)).toLowerCase()).not.toContain(WORDS.second)
    expect(
      (await textOf(`${origins.first}/media/${has.second.media}/file/x.csv`, { headers: { cookie: team.founder.session } })).status,
    ).toBe(404)
  })

  it('an office that is of no site says so where there are several, and does nothing', async () => {
    const office = await openOffice(server.folder, { now: () => new Date() }, { durable: false })
    await expect(office.site()).rejects.toThrow('several sites')
    await expect(office.rights()).rejects.toThrow('several sites')
    await office.close()
  })

  it('who works on one site alone signs in there alone, and is no one elsewhere', async () => {
    const elsewhere = await new Client(origins.first).ask<{ reasons: { code: string }[] }>('POST', '/session', {
      body: { email: 'alone@skerry.example', password: PASSWORD },
    })
    expect([elsewhere.status, elsewhere.body.reasons[0]!.code]).toEqual([401, 'account-elsewhere'])
    const carried = await fetch(`${origins.first}/api/v1/today`, { headers: { cookie: alone.session } })
    expect(carried.status).toBe(401)
    expect((await fetch(`${origins.second}/api/v1/today`, { headers: { cookie: alone.session } })).status).toBe(200)
  })

  it('an account of both is rested by a steward of both alone, and one that is known joins a second team with it', async () => {
    const shared = await founder.need<{ person: string; link: string | null }>('POST', '/people', {
      body: { name: 'Whatever', email: 'writer@larkholm.example', roles: [] },
    })
    expect(shared.link).toBeNull()
    const refused = await team.steward.ask<{ reasons: { code: string }[] }>('PATCH', `/people/${shared.person}`, {
      body: { active: false },
    })
    expect([refused.status, refused.body.reasons[0]!.code]).toEqual([403, 'account-elsewhere'])
    expect(
      (await new Client(origins.second).ask('POST', '/session', { body: { email: 'writer@larkholm.example', password: PASSWORD } })).status,
    ).toBe(200)
    // Under the name that they have, not the one that was typed.
    expect(JSON.stringify(await founder.need('GET', '/people'))).not.toContain('Whatever')
    expect((await team.founder.ask('PATCH', `/people/${shared.person}`, { body: { active: false } })).status).toBe(200)
    expect((await team.founder.ask('PATCH', `/people/${shared.person}`, { body: { active: true } })).status).toBe(200)
  })

  it('the stream of news of one tells nothing of the other', async () => {
    const { heard, stop } = await listen(origins.first, team.founder.session)
    await until(async () => heard().includes('alive'), 'the stream')
    await founder.need('PATCH', `/items/${has.second.item}/office`, { body: { notes: 'Elsewhere' } })
    await team.founder.need('PATCH', `/items/${has.first.item}/office`, { body: { notes: 'Here' } })
    await until(async () => heard().includes(has.first.item!), 'news of the first')
    stop()
    expect(heard()).not.toContain(has.second.item)
  })

  it('each does what it planned at its own moment, and keeps its pages apart', async () => {
    // A kind without a gate goes on at once.
    const label = await founder.need<Made>('POST', '/items', {
      body: { kind: 'label', section: has.second.section, title: 'Planned label', content: { fields: { labelType: 'tag' } }, sent: true },
    })
    await founder.need('POST', `/items/${label.item}/events`, { body: { kind: 'put-live', draft: label.draft, ...wallIn(2) } })
    expect((await textOf(`${origins.first}/posts`)).status).toBe(200)
    const [first, second] = await Promise.all([
      team.founder.need<{ silent: boolean }>('GET', '/site'),
      founder.need<{ silent: boolean }>('GET', '/site'),
    ])
    expect([first.silent, second.silent]).toEqual([false, false])
    // The hour is one of the wall of its own site, which is behind that of the first.
    server.moveClock(5 * HOUR)
    await until(
      async () => (await founder.need<{ onSite: string }>('GET', `/items/${label.item}`)).onSite === 'live',
      'the planned moment of the second site',
    )
    server.moveClock(0)
  })

  it('each says its own words in its own language', async () => {
    for (const [site, { allPosts, archive, search, absent }] of [
      ['first', siteWords('en')],
      ['second', siteWords('de')],
    ] as const)
      for (const [path, words] of [
        ['/', [allPosts]],
        ['/posts', [`<h1>${allPosts}</h1>`]],
        ['/archive', [`<h1>${archive}</h1>`]],
        ['/search?q=x', [`<h1>${search}</h1>`]],
        ['/nowhere', [absent.title, absent.text]],
      ] as const) {
        const page = await textOf(origins[site] + path)
        expect(page.text).toContain(`<html lang="${site === 'first' ? 'en' : 'de'}">`)
        for (const word of words) expect(page.text, path).toContain(word.toLowerCase())
      }
  })

  it('a host that another site has is refused for a new one, however it is written', async () => {
    const office = await openOffice(server.folder, { now: () => new Date() }, { durable: false })
    const [first] = await office.sites()
    const here = office.ofSite(first!.id)
    const steward = actorFrom((await personByEmail(office.store.read, 'founder@larkholm.example'))!, await here.rights())
    const begin = (host: string | null) => beginSite(here, steward, { siteName: 'Third', host, zone: 'UTC', language: 'en' })
    await expect(begin(new URL(origins.second).host.toUpperCase())).rejects.toMatchObject({ reasons: [{ code: 'host-taken' }] })
    await expect(begin(null)).rejects.toMatchObject({ reasons: [{ code: 'host-taken' }] })
    // Two at once: one is begun, the other refused.
    const both = await Promise.allSettled([begin('third.example'), begin('third.example')])
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await office.sites()).toHaveLength(3)
    await office.close()
  })

  it('the journal is one chain, of which each site reads its own rows and those of its people', async () => {
    const check = await team.founder.need<{ intact: boolean }>('GET', '/journal/check')
    expect(check.intact).toBe(true)
    const rows = async (client: Client) =>
      (await client.need<{ rows: { site: string | null }[] }>('GET', '/journal?limit=200')).rows.map(({ site }) => site)
    const [first, second] = await Promise.all([rows(team.founder), rows(founder)])
    const named = (sites: (string | null)[]) => [...new Set(sites.filter((site) => site !== null))]
    expect([named(first).length, named(second).length]).toEqual([1, 1])
    expect(named(first)).not.toEqual(named(second))
  })
})
