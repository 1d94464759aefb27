import { describe, expect, it } from 'vitest'
import { codes, withTeam } from '../support/team'
import { writePost } from '../support/server'

const { here } = withTeam()

const get = async (path: string) => {
  const answer = await fetch(here.server.origin + path, { redirect: 'manual' })
  return [answer.status, answer.headers.get('location')]
}
const redirect = (from: string, to: string | null, code = 301, note = '') =>
  here.team.publisher.need<{ redirect: string }>('POST', '/redirects', { body: { from, to, code, note } })
const refused = async (from: string, to: string | null, code = 301) =>
  (await codes(here.team.publisher.ask('POST', '/redirects', { body: { from, to, code } }))).slice(1)
const tried = async (address: string) => {
  const { path, status, location, why, via, item } = await here.team.writer.need<{
    path: string
    status: number
    location: string | null
    why: string
    via: string[]
    item: { title: string } | null
  }>('GET', `/addresses/try?address=${encodeURIComponent(address)}`)
  return { path, status, location, why, ...(via.length ? { via } : {}), ...(item ? { item: item.title } : {}) }
}
interface Listed {
  id: string
  from: string
  to: string | null
  mark: string
  note: string
  live: string | null
  item?: { title: string; path: string | null } | null
}
const listed = (query = '') =>
  here.team.writer.need<{ redirects: Listed[]; next: string | null; total: number }>('GET', `/redirects${query}`)

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
    const { redirects } = await listed('?words=night')
    expect(redirects.find(({ from }) => from === '/posts/night-boats')?.live).toBe('Night boats')
    expect(redirects.find(({ from }) => from === '/night')?.item).toEqual({ title: 'Night boats', path: '/posts/night-boats' })
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
    expect((await listed('?words=item:')).redirects.map(({ item }) => item)).toEqual([null])
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
    const { mark } = (await listed('?words=2026')).redirects[0]!
    const body = { from: '/changed', to: '/notices', code: 308, note: '', seen: mark }
    await here.team.publisher.need('PUT', `/redirects/${id}`, { body })
    expect(await get('/changed')).toEqual([308, '/notices'])
    expect((await codes(here.team.publisher.ask('PUT', `/redirects/${id}`, { body })))[1]).toBe('changed-meanwhile')
    const seen = (await listed('?words=/changed')).redirects[0]!.mark
    // Onto itself it stays where it is; it is in its own way no more than that.
    await here.team.publisher.need('PUT', `/redirects/${id}`, { body: { ...body, to: '/posts', seen } })
    const { rows } = await here.team.steward.need<{ rows: { action: string; facts: string }[] }>('GET', '/journal?group=readers')
    expect(rows.filter(({ action }) => action === 'redirect.changed').map(({ facts }) => facts)).toEqual([
      '/changed to /posts (308), before /changed to /notices (308)',
      '/changed to /notices (308), before /changed to /posts (301)',
    ])
  })

  it('is listed in order, a page at a time', async () => {
    const all = (await listed()).redirects.map(({ from }) => from)
    expect(all).toEqual([...all].sort())
    const pages: string[] = []
    for (let after: string | null = ''; after !== null;) {
      const page: Awaited<ReturnType<typeof listed>> = await listed(`?limit=3&after=${encodeURIComponent(after)}`)
      expect(page.total).toBe(all.length)
      pages.push(...page.redirects.map(({ from }) => from))
      after = page.next
    }
    expect(pages).toEqual(all)
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
})
