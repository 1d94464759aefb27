import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import jsQR from 'jsqr'
import { PNG } from 'pngjs'
import { codes, withTeam } from '../support/team'
import { formOf, until, wallIn, writePost } from '../support/server'

const { here } = withTeam()

const get = async (path: string) => {
  const answer = await fetch(here.server.origin + path, { redirect: 'manual' })
  return [answer.status, answer.headers.get('location')]
}
const redirect = (from: string, to: string | null, code = 301, note = '') =>
  here.team.publisher.need<{ redirect: string }>('POST', '/redirects', { body: { from, to, code, note } })
const refused = async (from: string, to: string | null, code = 301) =>
  (await codes(here.team.publisher.ask('POST', '/redirects', { body: { from, to, code } }))).slice(1)
const tried = async (address: string, on = '') => {
  const { path, status, location, why, via, item } = await here.team.writer.need<{
    path: string
    status: number
    location: string | null
    why: string
    via: string[]
    item: { title: string } | null
  }>('GET', `/addresses/try?address=${encodeURIComponent(address)}${on}`)
  return { path, status, location, why, ...(via.length ? { via } : {}), ...(item ? { item: item.title } : {}) }
}
interface Listed {
  address: string
  is: string
  to?: string | null
  redirect?: {
    id: string
    to: string | null
    mark: string
    note: string
    over: boolean
    live: string | null
    item?: { title: string; path: string | null } | null
  }
  uses?: { hits: number; days: { day: string; hits: number }[]; last: string | null }
}
const listed = (query: string) =>
  here.team.writer.need<{ addresses: Listed[]; next: string | null; redirects: number }>('GET', `/addresses/list?${query}`)

const hand = async (words: string) =>
  (await listed(`is=by-hand&words=${encodeURIComponent(words)}`)).addresses.map(({ redirect }) => redirect!)

describe('an address that is redirected by hand', () => {
  it('leads on at once, in one step, with its query; is gone; and answers as before when that is ended', async () => {
    expect(await get('/winter-boats')).toEqual([404, null])
    const { redirect: first } = await redirect('/winter-boats/', '/posts?page=1#list', 302)
    expect(await get('/winter-boats')).toEqual([302, '/posts?page=1#list'])
    await redirect('/Poster', '/winter-boats')
    expect(await get('/poster')).toEqual([302, '/posts?page=1#list'])
    await redirect('/old/*.html', '/new/*', 308)
    await redirect('/new/fares', 'https://elsewhere.example/fares', 301)
    expect(await get('/old/fares.html')).toEqual([308, 'https://elsewhere.example/fares'])
    expect(await get('/old/boats/night.html?from=poster')).toEqual([308, '/new/boats/night?from=poster'])
    await redirect('/ended', null, 410)
    expect(await get('/ended')).toEqual([410, null])
    await here.team.publisher.need('DELETE', `/redirects/${first}`)
    expect(await get('/winter-boats')).toEqual([404, null])
    expect(await get('/poster')).toEqual([301, '/winter-boats'])
    expect(await codes(here.team.publisher.ask('DELETE', `/redirects/${first}`))).toEqual([404, 'unknown'])
  })

  it('gives way to what is live there, follows an item by its id, and a page that left its address', async () => {
    const post = await writePost(here.team, 'Night boats', 'live')
    await redirect('/posts/night-boats', '/posts')
    expect(await get('/posts/night-boats')).toEqual([200, null])
    await redirect('/night', `item:${post.item}`)
    await redirect('/boats', '/posts/night-boats')
    expect(await get('/night')).toEqual([301, '/posts/night-boats'])
    const redirects = await hand('night')
    expect(redirects.find(({ mark }) => mark.startsWith('["/posts/night-boats"'))?.live).toBe('Night boats')
    expect(redirects.find(({ mark }) => mark.startsWith('["/night"'))?.item).toEqual({ title: 'Night boats', path: '/posts/night-boats' })
    // The address that it leaves leads by hand to where it was sent; others lead to where it is now.
    const { draft, head } = await here.team.writer.need<{ draft: string; head: string }>('POST', `/items/${post.item}/drafts`, {
      body: {},
    })
    const edits = [{ op: 'field', name: 'segment', value: 'boats-by-night' }]
    const saved = await here.team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, { body: { base: head, edits } })
    await here.team.publisher.need('POST', `/drafts/${draft}/put-live`, {
      body: { shownDate: 'keep', exception: 'A test' },
      ifMatch: saved.version,
    })
    expect(await get('/posts/night-boats')).toEqual([301, '/posts'])
    expect(await get('/night')).toEqual([301, '/posts/boats-by-night'])
    await here.team.publisher.need('POST', `/items/${post.item}/withdraw`, { body: {}, ifMatch: saved.version })
    expect(await get('/night')).toEqual([404, null])
    expect((await hand('item:')).map(({ item }) => item)).toEqual([null])
  })

  it('is refused with all that is wrong: no address, taken, in a circle, reserved, and where it is not theirs', async () => {
    expect(await refused('/', '')).toEqual(['redirect-all', 'redirect-to-missing'])
    expect(await refused('/office/x', '/fares')).toEqual(['segment-reserved'])
    await redirect('/one', '/two')
    await redirect('/two', '/three')
    expect(await refused('/one', '/four')).toEqual(['redirect-taken'])
    expect(await refused('/three', '/one?x')).toEqual(['redirect-loop'])
    expect(await refused('/deep/*', '/deep/deeper/*')).toEqual(['redirect-loop'])
    expect((await here.team.writer.ask('POST', '/redirects', { body: { from: '/five', code: 301, to: '/' } })).status).toBe(403)
    expect(await get('/three')).toEqual([404, null])
  })

  it('is changed as it was seen, and told of in the journal with what it was', async () => {
    const { redirect: id } = await redirect('/changed', '/posts', 301, 'On the poster of 2026')
    const { mark } = (await hand('2026'))[0]!
    const body = { from: '/changed', to: '/notices', code: 308, note: '', seen: mark }
    await here.team.publisher.need('PUT', `/redirects/${id}`, { body })
    expect(await get('/changed')).toEqual([308, '/notices'])
    expect((await codes(here.team.publisher.ask('PUT', `/redirects/${id}`, { body })))[1]).toBe('changed-meanwhile')
    const seen = (await hand('/changed'))[0]!.mark
    // Onto itself it stays where it is; it is in its own way no more than that.
    await here.team.publisher.need('PUT', `/redirects/${id}`, { body: { ...body, to: '/posts', seen } })
    const { rows } = await here.team.steward.need<{ rows: { action: string; facts: string }[] }>('GET', '/journal?group=readers')
    expect(rows.filter(({ action }) => action === 'redirect.changed').map(({ facts }) => facts)).toEqual([
      '/changed to /posts (308), before /changed to /notices (308)',
      '/changed to /notices (308), before /changed to /posts (301)',
    ])
  })

  it('is listed in order among all that stands at addresses, a page at a time', async () => {
    const whole = (await listed('limit=200')).addresses
    const all = whole.map(({ address }) => address)
    expect(all).toEqual([...all].sort())
    const of = (sort: string) => whole.filter(({ is }) => is === sort).map(({ address }) => address)
    expect(of('reserved')).toContain('/office')
    expect(of('left')).toContain('/posts/night-boats')
    expect(of('by-hand')).toHaveLength((await listed('is=by-hand')).redirects)
    for (const query of ['is=all', 'is=by-hand', 'is=live', 'is=left', 'is=reserved']) {
      const pages: string[] = []
      for (let after: string | null = ''; after !== null;) {
        const page: Awaited<ReturnType<typeof listed>> = await listed(`${query}&limit=3&after=${encodeURIComponent(after)}`)
        pages.push(...page.addresses.map(({ address }) => address))
        after = page.next
      }
      expect(pages).toEqual(query === 'is=all' ? all : of(query.slice(3)))
    }
  })

  it('leads there until its last day is over', async () => {
    const day = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
    const endsOn = (from: string, last: string) =>
      here.team.publisher.need('POST', '/redirects', { body: { from, to: '/posts', code: 302, until: last } })
    await endsOn('/until-soon', day(2))
    await endsOn('/until-then', day(-3))
    expect(await get('/until-soon')).toEqual([302, '/posts'])
    expect(await get('/until-then')).toEqual([404, null])
    expect((await hand('/until-')).map(({ over }) => over)).toEqual([false, true])
  })

  it('is counted each time that readers come that way, by day, and so is what a page has left; trying an address counts nothing', async () => {
    await redirect('/counted/*', '/posts')
    const paths = ['/counted/a', '/counted/b', '/posts/night-boats']
    for (const path of [...paths, paths[0]!]) await get(path)
    await tried('/counted/a')
    const uses = async (words: string) =>
      (await listed(`words=${encodeURIComponent(words)}`)).addresses.find(({ address }) => address.startsWith(words))!.uses!
    const counted = await until(async () => ((await uses('/counted/')).hits >= 3 ? uses('/counted/') : null), 'uses being written down')
    expect([counted.hits, counted.days.length, counted.days.at(-1)!.hits]).toEqual([3, 30, 3])
    expect((await uses('/posts/night-boats')).hits).toBeGreaterThan(0)
  })

  it('is printed as a code that an independent reader reads back', async () => {
    const { redirect: id } = await redirect('/på-plakaten', '/posts')
    const file = async (format: string) =>
      fetch(`${here.server.origin}/api/v1/redirects/${id}/code?format=${format}`, { headers: { cookie: here.team.writer.session } })
    const png = await file('png')
    expect([png.headers.get('content-type'), png.headers.get('content-disposition')]).toEqual([
      'image/png',
      expect.stringContaining('.png'),
    ])
    const { data, width, height } = PNG.sync.read(Buffer.from(await png.arrayBuffer()))
    const read = jsQR(new Uint8ClampedArray(data), width, height)!.data
    expect(new URL(read).pathname).toBe('/p%C3%A5-plakaten')
    expect(await get(new URL(read).pathname)).toEqual([301, '/posts'])
    expect(await (await file('svg')).text()).toContain('<svg')
    const { redirect: star } = await redirect('/many/*', '/posts')
    expect(await codes(here.team.writer.ask('GET', `/redirects/${star}/code`))).toEqual([422, 'redirect-star-code'])
  })

  it('goes out as a file and comes in again, each line tried first', async () => {
    const out = await (await fetch(`${here.server.origin}/api/v1/redirects/file`, { headers: { cookie: here.team.writer.session } })).text()
    const bring = (text: string, seen?: string, by = here.team.publisher) =>
      by.ask<{ made: number; changed: number; same: number; mark: string; refused: { line: number; reasons: { code: string }[] }[] }>(
        'POST',
        `/redirects/file${seen === undefined ? '' : `?seen=${seen}`}`,
        { raw: formOf(text) },
      )
    const { redirects: count } = await listed('is=by-hand')
    expect((await bring(out)).body).toMatchObject({ made: 0, changed: 0, same: count, refused: [] })
    const file = [
      'Leads to,Address,Code,Until',
      '/posts,/file-one,302,2036-05-31',
      '/file-three,/file-two,,',
      '/file-two,/file-three,301,',
      '/posts,/file-one,301,',
      ',/file-gone,410,',
      '/posts,/office/x,307,May',
      '/notices,/changed,301,',
    ].join('\r\n')
    const tried = (await bring(file)).body
    expect(tried).toMatchObject({ made: 3, changed: 1, same: 0 })
    expect(tried.refused.map(({ line, reasons }) => [line, ...reasons.map(({ code }) => code)])).toEqual([
      [4, 'redirect-loop'],
      [5, 'redirect-twice'],
      [7, 'redirect-code', 'redirect-until', 'segment-reserved'],
    ])
    expect(await get('/file-gone')).toEqual([404, null])
    // Someone else changes one of its addresses meanwhile: it is shown anew before it is taken in.
    const { redirect: other } = await redirect('/file-gone', '/posts')
    expect((await bring(file, tried.mark)).status).toBe(409)
    await here.team.publisher.need('DELETE', `/redirects/${other}`)
    expect((await bring(file, tried.mark)).body).toMatchObject({ made: 3, changed: 1 })
    expect([await get('/file-one'), await get('/file-gone'), await get('/changed')]).toEqual([
      [302, '/posts'],
      [410, null],
      [301, '/notices'],
    ])
    expect((await bring(file)).body).toMatchObject({ made: 0, changed: 0, same: 4 })
    expect((await bring(file, undefined, here.team.writer)).status).toBe(403)
    expect((await bring('Something,else')).status).toBe(422)
  })
})

describe('an address that is tried', () => {
  it('says what readers get there, and why', async () => {
    const post = await writePost(here.team, 'Tried', 'live')
    expect(await tried('/posts/tried')).toEqual({ path: '/posts/tried', status: 200, location: null, why: 'item', item: 'Tried' })
    expect(await tried('Posts/Tried/')).toMatchObject({ path: '/posts/tried', status: 308, location: '/posts/tried', why: 'one-form' })
    expect(await tried('/posts')).toMatchObject({ status: 200, why: 'site' })
    expect(await tried('/nowhere')).toMatchObject({ status: 404, why: 'nothing' })
    await redirect('/hand', '/posts/tried')
    await redirect('/poster-7', '/hand')
    expect(await tried('/poster-7')).toEqual({
      path: '/poster-7',
      status: 301,
      location: '/posts/tried',
      why: 'by-hand',
      via: ['/poster-7', '/hand'],
    })
    expect(await tried('/ended')).toMatchObject({ status: 410, why: 'gone-by-hand' })
    await here.team.publisher.need('POST', `/items/${post.item}/withdraw`, { body: {}, ifMatch: post.version })
    expect(await tried('/posts/tried')).toMatchObject({ status: 410, why: 'withdrawn', item: 'Tried' })
  })

  it('says so of any moment: before it was there, while it was, and as it is planned', async () => {
    const post = await writePost(here.team, 'For a while', 'live')
    const planned = wallIn(72)
    await here.team.publisher.need('POST', `/items/${post.item}/events`, { body: { kind: 'withdraw', ...planned } })
    const on = (hours: number) => {
      const { date, time } = wallIn(hours)
      return tried('/posts/for-a-while', `&date=${date}&time=${time}`)
    }
    expect(await on(-48)).toMatchObject({ status: 404, why: 'nothing' })
    expect(await on(24)).toEqual({ path: '/posts/for-a-while', status: 200, location: null, why: 'item', item: 'For a while' })
    expect(await on(96)).toMatchObject({ status: 410, why: 'withdrawn', item: 'For a while' })
  })

  it('is refused a time that no clock shows', async () => {
    for (const on of ['&date=2027-03-01&time=24:00', '&date=2027-03-01&time=9:99', '&date=2027-02-30'])
      expect((await here.team.writer.ask('GET', `/addresses/try?address=/fares${on}`)).status).toBe(400)
  })
})

describe('the one form of an address', () => {
  // RFC 3986 §6.2.2: what is asked for in any spelling is led to one form, and that form is led nowhere else.
  it('is reached in one step from every spelling, whatever letters it has', async () => {
    const letters = fc.constantFrom('a', 'B', '7', '-', '.', '~', '%20', '%C3%A5', '%c3%b8', '%25', '[', '|', '%7B', '/', '//', '%2F', '..')
    await fc.assert(
      fc.asyncProperty(fc.array(letters, { minLength: 1, maxLength: 6 }), async (parts) => {
        const [status, location] = await get(`/spelled-${parts.join('')}`)
        expect([200, 404, 308]).toContain(status)
        if (status === 308) expect((await get(location as string))[0]).not.toBe(308)
      }),
      { numRuns: 60 },
    )
  })
})
