import { describe, expect, it } from 'vitest'
import type { Access } from '../../core/members/access'
import { newEntry } from '../../core/menu/entries'
import { SiteReader } from '../support/reader'
import { formOf, HOUR, PASSWORD, until } from '../support/server'
import { codes, withTeam, type Draft } from '../support/team'

/*
 * What is not for everyone, asked as every sort of reader at every place where it could show: the decision table, and the life of a
 * member's account from the first mail to the last.
 */
const { here, pass } = withTeam({ YIELDGATE_MADE_PER_SECOND: '10000' }, { mail: true })
const SECRET = 'mussel and lighthouse'

async function putLive({ draft, version }: Pick<Draft, 'draft' | 'version'>, gates = true) {
  const { writer, reviewer, publisher } = here.team
  await writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
  if (gates) await reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
  await publisher.need('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: version })
}
async function live(kind: string, title: string, fields: object = {}, { parent, body = [] }: { parent?: string; body?: object[] } = {}) {
  const made = await here.team.writer.need<Draft>('POST', '/items', {
    body: { kind, section: here.team.section, title, content: { fields, body }, ...(parent ? { parent } : {}) },
  })
  await putLive(made, kind !== 'label')
  return made.item
}
async function change(item: string, name: string, value: unknown) {
  const { draft, head } = await here.team.writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: {} })
  const { version } = await here.team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
    body: { base: head, edits: [{ op: 'field', name, value }] },
  })
  await putLive({ draft, version })
}
const keeper = () => here.team['site-keeper']
const letterTo = (email: string, after = 0) => until(async () => here.box.to(email)[after], `mail ${after + 1} to ${email}`)
const reader = () => new SiteReader(here.server.origin)
let made = 0
/** A member who has chosen a password, in some groups. */
async function member(groups: { group: string; until: string | null }[] = []) {
  const email = `reader${++made}@readers.example`
  const { id } = await keeper().need('POST', '/members', { body: { name: `Reader ${made}`, email, groups } })
  const own = reader()
  expect((await own.choose(await letterTo(email), SECRET)).location).toBe('/account')
  return { id: id!, email, reader: own }
}
const say = (text: string) => ({ id: crypto.randomUUID(), kind: 'paragraph', text: [{ text }] })
/** Opens membership to whoever wants to, or to nobody. */
async function joining(to: string) {
  const { settings } = await here.team.founder.need<{ settings: string }>('GET', '/site')
  const { draft, head } = await here.team.founder.need<{ draft: string; head: string }>('POST', `/items/${settings}/drafts`, { body: {} })
  const { version } = await here.team.founder.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
    body: { base: head, edits: [{ op: 'field', name: 'joining', value: to }] },
  })
  await here.team.founder.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
  await here.team.founder.need('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: version })
}

describe('what is not for everyone', () => {
  it('shows at no place to a reader whom it is not for, and at each to one whom it is for', async () => {
    const { id: holders } = await keeper().need('POST', '/member-groups', { body: { name: 'Holders' } })
    const { id: press } = await keeper().need('POST', '/page-passwords', { body: { name: 'Press', password: 'tide table' } })
    const { id: media } = await here.team.writer.need('POST', '/media', { raw: formOf('port,opens\nVessa,06:00\n', 'ports.csv') })
    const { id: shown } = await here.team.writer.need('POST', '/media', { raw: formOf('port\nSkerry\n', 'open.csv') })
    const label = await live('label', 'Tides', { labelType: 'tag' })
    const top = await live('page', 'Travelling', { inMenus: true })
    const cases: Record<string, Access> = {
      members: { who: 'members' },
      groups: { who: 'groups', groups: [holders!] },
      password: { who: 'password', password: press! },
    }
    const kit = (file: string) => [
      say('Clicker at the gangway'),
      { id: crypto.randomUUID(), kind: 'buttons', buttons: [{ label: 'The file', href: `media:${file}`, look: 'main' }] },
    ]
    const readers = {
      stranger: reader(),
      member: (await member()).reader,
      holder: (await member([{ group: holders!, until: null }])).reader,
      ended: (await member([{ group: holders!, until: '2020-01-01' }])).reader,
      press: reader(),
    }
    const open: Record<string, string[]> = { members: ['member', 'holder', 'ended'], groups: ['holder'], password: ['press'] }

    for (const [name, access] of Object.entries(cases)) {
      const title = `Secret of ${name}`
      const page = await live(
        'page',
        title,
        { access, inMenus: true, labels: [label], segment: `closed-${name}` },
        { parent: top, body: kit(media!) },
      )
      await live('page', `Below ${name}`, { inMenus: true, segment: `below-${name}` }, { parent: page, body: [say('Ladder of the mate')] })
      await live('post', `Post of ${name}`, { access, labels: [label], segment: `post-${name}` }, { body: [say('Clicker again')] })
      await live('notice', `Notice of ${name}`, { access, segment: `notice-${name}`, bar: 'site' }, { body: [say('Clicker again')] })
    }
    await live('page', 'Open to all', { segment: 'open', inMenus: true }, { body: kit(shown!) })
    const file = (id: string, called: string) => `/media/${id}/file/${called}`
    await until(async () => (await readers.holder.read('/search?q=clicker')).text.includes('Secret of groups'), 'the index')
    expect((await readers.press.read('/travelling/closed-password')).status).toBe(403)
    expect((await readers.press.send('/account/unlock', { password: 'no', to: '/travelling/closed-password' })).status).toBe(403)
    expect(await readers.press.send('/account/unlock', { password: 'tide table', to: '/travelling/closed-password' })).toMatchObject({
      status: 303,
      location: '/travelling/closed-password',
    })

    const places = (name: string): [path: string, sign: string][] => [
      ['/', `Post of ${name}`],
      ['/', `Notice of ${name}`],
      ['/travelling', `closed-${name}`],
      ['/posts', `post-${name}`],
      ['/notices', `notice-${name}`],
      ['/tags/tides', `Secret of ${name}`],
      ['/tags/tides', `Post of ${name}`],
      ['/search?q=clicker', `Secret of ${name}`],
      ['/search?q=ladder', `Below ${name}`],
      ['/open', `Notice of ${name}`],
      [`/posts/post-${name}`, `Post of ${name}`],
      [`/travelling/closed-${name}`, 'Clicker at the gangway'],
      [`/travelling/closed-${name}/below-${name}`, 'Ladder of the mate'],
    ]
    for (const [name, whom] of Object.entries(open))
      for (const [who, own] of Object.entries(readers))
        for (const [path, sign] of places(name)) {
          const got = await own.read(path)
          expect([who, name, path, sign, got.text.includes(sign)]).toEqual([who, name, path, sign, whom.includes(who)])
          if (got.text.includes(sign)) expect(got.headers.get('cache-control')).toBe('private, no-store')
          else if (path.includes('closed-') || path.includes('/post-')) expect([path, got.status]).toEqual([path, 403])
        }
    // A closed address tells nothing of its page: not its title, description, picture or what stands above it.
    const closed = await readers.stranger.read('/travelling/closed-groups')
    expect(closed.text).not.toMatch(/Secret|Clicker|og:image|application\/ld\+json/)
    expect(closed.headers.get('cache-control')).toBe('private, no-store')
    // What is read by programs has what everyone may read, whoever asks.
    for (const path of ['/sitemap.xml', '/feed.xml'])
      for (const own of Object.values(readers)) expect((await own.read(path)).text).not.toMatch(/closed-|post-|below-|notice-/)
    // Counts tell nothing: the archive and the listing of a label.
    expect((await readers.stranger.read('/archive')).text).not.toMatch(/\(\d+\)/)
    expect((await readers.stranger.read('/search?q=clicker')).text).toContain('1 found')
    // Bytes of files: of what is closed for its readers alone and never shared, of what is open for all.
    for (const [who, own] of Object.entries(readers)) {
      const got = await own.read(file(media!, 'ports.csv'))
      expect([who, got.status]).toEqual([who, who === 'stranger' ? 404 : 200])
      if (got.status === 200) expect(got.headers.get('cache-control')).toBe('private, no-store')
    }
    expect((await readers.stranger.read(file(shown!, 'open.csv'))).headers.get('cache-control')).toContain('public')

    // A stranger after a member gets what strangers get: nothing of a member's page was kept.
    await readers.holder.read('/posts')
    expect((await reader().read('/posts')).text).not.toContain('post-')
    // An office session opens nothing on the site, though it may see files of what is worked on.
    const { session } = here.team.writer
    expect((await reader().read('/travelling/closed-members', { cookie: session })).status).toBe(403)
    expect((await reader().read(file(media!, 'ports.csv'), { cookie: session })).status).toBe(200)
  })

  it('follows the page above it when that changes, and at once', async () => {
    const top = await live('page', 'Harbour', { segment: 'harbour' })
    const below = await live('page', 'Berths', { segment: 'berths' }, { parent: top })
    await live('page', 'Cranes', { segment: 'cranes' }, { parent: below })
    const stranger = reader()
    const status = async () =>
      Promise.all(['/harbour', '/harbour/berths', '/harbour/berths/cranes'].map(async (path) => (await stranger.read(path)).status))
    expect(await status()).toEqual([200, 200, 200])
    await change(top, 'access', { who: 'members' })
    expect(await status()).toEqual([403, 403, 403])
    await change(below, 'access', { who: 'everyone' })
    expect(await status()).toEqual([403, 200, 200])
    // A breadcrumb leads past what is closed, and does not name it.
    expect((await stranger.read('/harbour/berths/cranes')).text).not.toContain('Harbour')
    await change(below, 'access', null)
    await change(top, 'access', null)
    expect(await status()).toEqual([200, 200, 200])
    const apart = await live('page', 'Apart', { segment: 'apart', access: { who: 'members' } })
    await change(below, 'parent', apart)
    expect((await stranger.read('/apart/berths/cranes')).status).toBe(403)
    expect(await stranger.read('/harbour/berths/cranes')).toMatchObject({ status: 301, location: '/apart/berths/cranes' })
  })

  it('is what a moved branch would be, in the impact shown first', async () => {
    const closed = await live('page', 'Closed branch', { access: { who: 'members' } })
    const moved = await live('page', 'To be moved')
    await live('page', 'With it', {}, { parent: moved })
    const impact = await here.team.writer.need<{ readers: { count: number; some: { title: string; was: Access; now: Access }[] } }>(
      'POST',
      '/tree/impact',
      { body: { pages: [moved], parent: closed, before: null } },
    )
    expect(impact.readers.some.map(({ title, was, now }) => [title, was.who, now.who]).sort()).toEqual([
      ['To be moved', 'everyone', 'members'],
      ['With it', 'everyone', 'members'],
    ])
  })

  it('is told by the receipt and by a tried address, and shown to whoever has a link to it alone', async () => {
    const item = await live('page', 'Told of', { segment: 'told-of', access: { who: 'members' }, inMenus: true })
    expect(await here.team.writer.need('GET', `/items/${item}/receipt`)).toMatchObject({
      access: { who: 'members' },
      answer: { status: 200, path: '/told-of' },
    })
    const tried = await here.team.writer.need('GET', '/addresses/try?address=/told-of')
    expect(tried).toMatchObject({ status: 403, why: 'closed' })
    const share = async (sight: object) =>
      (await here.team.founder.need('POST', '/share-links', { body: { sight, until: { date: '2037-01-01', time: '10:00' } } })).url!
    const { draft } = await here.team.writer.need('POST', `/items/${item}/drafts`, { body: {} })
    const [ofDraft, ofMoment] = [await share({ shows: 'draft', draft }), await share({ shows: 'moment', at: '2036-01-01T00:00:00.000Z' })]
    const look = async (token: string, path: string) => (await reader().read(new URL(token).pathname.replace(/\/$/, path))).status
    expect([await look(ofDraft, '/told-of'), await look(ofMoment, '/told-of')]).toEqual([200, 403])
    // Who may look at other moments in the office sees all of the site.
    const moment = `/moment/${new Date(Date.now() + HOUR).toISOString()}`
    expect((await reader().read(`${moment}/told-of`, { cookie: here.team.writer.session })).status).toBe(200)
  })

  it('is where the entries of a menu for some readers lead only those', async () => {
    const target = await live('page', 'For the way', { segment: 'for-the-way' })
    const entry = (label: string, more: object) => ({
      ...newEntry(crypto.randomUUID(), { is: 'link', href: `item:${target}`, below: 0 }),
      label,
      ...more,
    })
    await live('menu', 'By reader', {
      menuPlace: 'foot',
      menuEntries: [entry('Sign up here', { audience: { who: 'strangers' } }), entry('Your seats', { audience: { who: 'members' } })],
    })
    const of = async (own: SiteReader) => /Sign up here|Your seats/g.exec((await own.read('/for-the-way')).text)?.[0]
    expect([await of(reader()), await of((await member()).reader)]).toEqual(['Sign up here', 'Your seats'])
  })
})

describe('a member', () => {
  it('signs up, chooses a password, signs in and out, forgets it, takes what is kept, and leaves', async () => {
    const email = 'ingrid@readers.example'
    const own = reader()
    await joining('closed')
    expect((await own.read('/')).text).not.toContain('/account')
    expect((await own.send('/account/join', { name: 'Ingrid', email })).status).toBe(403)
    await joining('open')
    expect((await own.read('/')).text).toContain('href="/account/sign-in"')
    expect((await own.send('/account/join', { name: '', email })).status).toBe(422)
    expect((await own.send('/account/join', { name: 'Ingrid', email: 'Ingrid@Readers.example' })).text).toContain('Look into your mail')
    const letter = await letterTo(email)
    // Nobody signs in before the mail was followed, and a weak password is refused with why.
    expect((await own.signIn(email, '')).status).toBe(422)
    expect((await own.choose(letter, 'short')).text).toContain('at least 12 characters')
    expect((await own.choose(letter, 'aaaaaaaaaaaaaa')).text).toContain('easy to guess')
    expect((await own.choose(letter, SECRET)).location).toBe('/account')
    expect((await own.choose(letter, SECRET)).status).toBe(410)
    expect((await own.read('/account')).text).toContain(email)
    expect((await own.read('/')).text).toContain('href="/account"')

    // Whoever has an account and signs up again gets a link for a new password: the answer is the same.
    const again = await reader().send('/account/join', { name: 'Someone', email })
    expect(again.text).toContain('Look into your mail')
    expect((await letterTo(email, 1)).subject).toContain('new password')
    const unknown = await reader().send('/account/password', { email: 'nobody@readers.example' })
    expect(unknown.text.replace(/\s/g, '')).toBe(again.text.replace(/\s/g, ''))

    expect((await own.send('/account/name', { name: 'Ingrid Falk' })).location).toBe('/account?saved')
    expect((await own.send('/account/change-password', { old: 'wrong', password: 'another lighthouse' })).status).toBe(422)
    const other = reader()
    expect((await other.signIn(email, SECRET, '/account')).location).toBe('/')
    expect((await own.send('/account/change-password', { old: SECRET, password: 'another lighthouse' })).location).toBe('/account?saved')
    // All other sessions ended with the old password.
    expect((await other.read('/account')).location).toBe('/account/sign-in')
    expect((await other.signIn(email, SECRET)).status).toBe(422)
    expect((await other.signIn(email.toUpperCase(), 'another lighthouse', 'https://elsewhere.example/')).location).toBe('/')
    expect((await own.send('/account/sign-out', { everywhere: 'yes' })).location).toBe('/')
    expect((await other.read('/account')).status).toBe(303)

    await own.send('/account/password', { email })
    const forgotten = await letterTo(email, 2)
    expect((await own.choose(forgotten, SECRET)).location).toBe('/account')
    const kept = JSON.parse((await own.read('/account/data.json')).text) as object
    expect(kept).toMatchObject({ name: 'Ingrid Falk', email, groups: [] })
    expect(JSON.stringify(kept)).not.toContain('argon2')
    expect((await own.send('/account/leave', { password: 'wrong' })).status).toBe(422)
    expect((await own.send('/account/leave', { password: SECRET })).text).toContain('Your account is gone')
    expect((await own.read('/account')).status).toBe(303)
    expect((await own.signIn(email, SECRET)).status).toBe(422)
    expect((await keeper().need<{ total: number }>('GET', '/members?text=ingrid')).total).toBe(0)
  })

  it('is never an office account, nor an office account a member', async () => {
    const { reader: own, email } = await member()
    expect(
      (await fetch(`${here.server.origin}/api/v1/sections`, { headers: { cookie: own.session.replace('reader', 'session') } })).status,
    ).toBe(401)
    expect((await fetch(`${here.server.origin}/api/v1/sections`, { headers: { cookie: own.session } })).status).toBe(401)
    expect((await codes(here.team.writer.ask('POST', '/session', { body: { email, password: SECRET } })))[0]).toBe(401)
    await here.team.writer.signIn('writer@larkholm.example', PASSWORD)
    expect((await reader().signIn('writer@larkholm.example', PASSWORD)).status).toBe(422)
    expect((await reader().read('/account', { cookie: here.team.writer.session })).status).toBe(303)
  })

  it('is shut out at once, let in again, and removed with all that is kept', async () => {
    const { id, email, reader: own } = await member()
    await keeper().need('PATCH', `/members/${id}`, { body: { state: 'resting' } })
    expect((await own.read('/account')).status).toBe(303)
    expect((await own.signIn(email, SECRET)).status).toBe(422)
    await own.send('/account/password', { email })
    await keeper().need('PATCH', `/members/${id}`, { body: { state: 'active' } })
    expect((await own.signIn(email, SECRET)).status).toBe(303)
    await keeper().need('DELETE', `/members/${id}`)
    expect((await own.read('/account')).status).toBe(303)
    expect(await codes(keeper().ask('DELETE', `/members/${id}`))).toEqual([404, 'unknown'])
    // Nothing was sent to the one who was shut out.
    expect(here.box.to(email)).toHaveLength(1)
  })

  it('is in a group until the end of its last day', async () => {
    const { id: group } = await keeper().need('POST', '/member-groups', { body: { name: 'For a day' } })
    const today = (await keeper().need('GET', '/site')).now!.slice(0, 10)
    const tomorrow = new Date(Date.parse(today) + 24 * HOUR).toISOString().slice(0, 10)
    const { reader: own } = await member([{ group: group!, until: tomorrow }])
    await live('page', 'For a day only', { segment: 'for-a-day', access: { who: 'groups', groups: [group!] } })
    expect((await own.read('/for-a-day')).status).toBe(200)
    await pass(50)
    expect((await own.read('/for-a-day')).status).toBe(403)
    expect((await own.read('/account')).text).toContain('For a day, until')
  })

  it('sends nothing from a page of another site, and cannot be guessed', async () => {
    const { email, reader: own } = await member()
    expect((await own.send('/account/sign-out', {}, { origin: 'https://elsewhere.example' })).status).toBe(403)
    expect((await own.send('/account/sign-out', {}, { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await own.read('/account')).status).toBe(200)
    const guesses = []
    for (let turn = 0; turn < 7; turn++) guesses.push((await reader().signIn(email, `guess ${turn}`)).status)
    expect(guesses.slice(0, 5)).toEqual([422, 422, 422, 422, 422])
    expect(guesses.at(-1)).toBe(429)
    expect((await own.send('/account/join', { name: 'x'.repeat(20_000), email })).status).toBe(413)
    expect((await own.send('/posts', {})).status).toBe(405)
  })
})

describe('groups and passwords', () => {
  it('have names of their own, and stay while something on the site is for them', async () => {
    const { id } = await keeper().need('POST', '/member-groups', { body: { name: 'Rowers' } })
    expect(await codes(keeper().ask('POST', '/member-groups', { body: { name: 'Rowers' } }))).toEqual([409, 'name-taken'])
    await keeper().need('PATCH', `/member-groups/${id}`, { body: { name: 'Old rowers' } })
    const page = await live('page', 'For rowers', { access: { who: 'groups', groups: [id!] } })
    const known = await here.team.writer.need<{ groups: { name: string }[]; pages: { item: string; access: Access }[] }>('GET', '/access')
    expect(known.groups.map(({ name }) => name)).toContain('Old rowers')
    expect(known.pages.find(({ item }) => item === page)?.access).toEqual({ who: 'groups', groups: [id] })
    expect(await codes(keeper().ask('DELETE', `/member-groups/${id}`))).toEqual([409, 'access-in-use'])
    await change(page, 'access', null)
    await keeper().need('DELETE', `/member-groups/${id}`)
    expect(
      await codes(
        keeper().ask('POST', '/members', { body: { name: 'X', email: 'x@readers.example', groups: [{ group: id, until: null }] } }),
      ),
    ).toEqual([404, 'unknown'])
  })
  it('a changed password closes its pages to who gave the one before', async () => {
    const { id } = await keeper().need('POST', '/page-passwords', { body: { name: 'Crew', password: 'first words' } })
    await live('page', 'For the crew', { segment: 'crew', access: { who: 'password', password: id! } })
    const own = reader()
    await own.send('/account/unlock', { password: 'first words', to: '/crew' })
    expect((await own.read('/crew')).status).toBe(200)
    await keeper().need('PATCH', `/page-passwords/${id}`, { body: { name: 'The crew' } })
    expect((await own.read('/crew')).status).toBe(200)
    await keeper().need('PATCH', `/page-passwords/${id}`, { body: { password: 'second words' } })
    expect((await own.read('/crew')).status).toBe(403)
    await own.send('/account/unlock', { password: 'second words', to: '/crew' })
    expect((await own.read('/crew')).status).toBe(200)
    // It is kept as a hash alone, and told nowhere.
    const known = JSON.stringify(await here.team.founder.need('GET', '/access'))
    expect(known).not.toMatch(/argon2|second words/)
    expect(await codes(keeper().ask('DELETE', `/page-passwords/${id}`))).toEqual([409, 'access-in-use'])
  })
})
