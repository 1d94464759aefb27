import { describe, expect, it } from 'vitest'
import type { Done } from '../../core/batch/action'
import { writePost, type Client } from '../support/server'
import { aGate, clearAt, codes, routeFor, sent, withTeam, type Problem } from '../support/team'

const { here } = withTeam()
interface Page {
  kind: string
  live: { version: string; path: string } | null
  draft: { id: string; head: string; to: string | null; change: string } | null
  drafts: unknown[]
}
const page = (item: string) => here.team.founder.need<Page>('GET', `/items/${item}`)
const act = (client: Client, item: string, action: object) =>
  client.ask<Done & Problem>('POST', '/acts', { body: { target: { item, draft: null }, action } })
const become = (client: Client, item: string, kind: string) => act(client, item, { do: 'become', kind })
const get = (path: string) => fetch(here.server.origin + path, { redirect: 'manual' })
const found = async (q: string) =>
  (await here.team.founder.need<{ items: { id: string; kind: string }[] }>('GET', `/items?q=${encodeURIComponent(q)}`)).items

describe('a post that should have been a page', () => {
  it('becomes one with its history and labels; its old address redirects, and the past shows it as it was', async () => {
    const { founder } = here.team
    const { item } = await writePost(here.team, 'Boats of the line', 'live')
    const before = await page(item)
    const history = async () =>
      (await founder.need<{ versions: { id: string; fingerprint: string }[] }>('GET', `/items/${item}/versions`)).versions.map(
        ({ id, fingerprint }) => [id, fingerprint],
      )
    const versions = await history()
    expect(await (await get('/posts')).text()).toContain('Boats of the line')
    const { body: done } = await become(founder, item, 'page')
    expect(done.said).toBe('Among the pages at once: /posts/boats-of-the-line redirects to /boats-of-the-line')
    const after = await page(item)
    expect([after.kind, after.live!.path, after.live!.version]).toEqual(['page', '/boats-of-the-line', before.live!.version])
    expect(await history()).toEqual(versions)
    const old = await get('/posts/boats-of-the-line')
    expect([old.status, old.headers.get('location')]).toEqual([301, '/boats-of-the-line'])
    expect(await (await get('/boats-of-the-line')).text()).toContain('Boats of the line, first words.')
    expect(await (await get('/posts')).text()).not.toContain('Boats of the line')
    expect((await found('"boats of the line" kind:page')).map(({ id }) => id)).toEqual([item])
    expect(await found('"boats of the line" kind:post')).toEqual([])
    // As it was: at the address of a post, as a post.
    const past = async (path: string) => (await fetch(here.server.origin + path, { headers: { cookie: founder.session } })).text()
    const mementos = [...(await past('/timemap/posts/boats-of-the-line')).matchAll(/<([^>]+)>; rel="[^"]*memento"/g)]
    expect(await past(new URL(mementos[0]![1]!).pathname)).toContain('<article class="post">')
    expect(await past('/boats-of-the-line')).toContain('<article class="page">')
    const journal = await founder.need<{ rows: { action: string; data: unknown }[] }>('GET', '/journal?actions=item.became')
    expect(journal.rows[0]).toMatchObject({ data: { from: 'post', to: 'page' } })

    const back = await act(founder, item, done.undo!)
    expect(back.body.said).toBe('Among the posts at once: /boats-of-the-line redirects to /posts/boats-of-the-line')
    expect([(await get('/boats-of-the-line')).status, (await get('/posts/boats-of-the-line')).status]).toEqual([301, 200])
    expect(await codes(become(founder, item, 'post'))).toEqual([409, 'unchanged'])
    expect(await codes(act(founder, item, done.undo!))).toEqual([409, 'unchanged'])
  })
  it('that is not on the site becomes one at once, with its draft, which goes the route of pages', async () => {
    const { founder, writer } = here.team
    const gated = await routeFor(founder, 'page', { steps: [{ name: 'Read', gates: [aGate('page-read')] }], gated: ['move'] })
    const { item, draft } = await writePost(here.team, 'Only begun')
    expect(await codes(become(writer, item, 'page'))).toEqual([403, 'right-missing'])
    expect((await become(founder, item, 'page')).status).toBe(200)
    const after = await founder.need<{ kind: string; draft: { id: string; gates: { id: string }[] } }>('GET', `/items/${item}`)
    expect([after.kind, after.draft.id, after.draft.gates.map(({ id }) => id)]).toEqual(['page', draft, ['page-read']])
    expect(gated).toBeTruthy()
  })
})

describe('what forbids another kind', () => {
  it('is a draft at its gates, pages below it, and a kind that is written otherwise', async () => {
    const { founder, section } = here.team
    const waits = await sent(here.team, 'post', 'Waits as a post')
    expect(await codes(become(founder, waits.item, 'page'))).toEqual([409, 'in-review'])
    expect(await codes(become(founder, waits.item, 'notice'))).toEqual([422, 'kind-fixed'])
    expect(await codes(founder.ask('POST', `/items/${waits.item}/move`, { body: {} }))).toEqual([422, 'section-same'])
    expect(section).toBeTruthy()
  })
  it('is a gate for moves, of the kind it leaves or the kind it becomes, until that has cleared it', async () => {
    const { founder, publisher, reviewer, writer } = here.team
    const { item } = await writePost(here.team, 'Through the gate', 'live')
    const { version } = (await page(item)).live!
    const asked = await become(founder, item, 'page')
    expect(asked.body).toMatchObject({ said: 'Its gates are asked for the move to the pages', undo: null })
    const { draft } = await page(item)
    expect([draft!.change, draft!.to]).toEqual(['move', 'the pages'])
    const { waiting } = await reviewer.need<{ waiting: { title: string; to: string }[] }>('GET', '/today')
    expect(waiting.find(({ title }) => title === 'Through the gate')!.to).toBe('the pages')
    const { edition } = await founder.need('POST', '/editions', { body: { name: 'Kinds' } })
    const gather = { do: 'gather', edition }
    const gathered = founder.ask<Problem>('POST', '/acts', { body: { target: { item, draft: draft!.id }, action: gather } })
    expect(await codes(gathered)).toEqual([422, 'kind-not-gathered'])
    expect(await codes(clearAt(reviewer, { item, draft: draft!.id, version }, 'to-page-read'))).toEqual([200])
    // Meanwhile someone sends on a draft as the post that it is.
    const fix = await writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: { name: 'Fix' } })
    const edited = await writer.need('POST', `/drafts/${fix.draft}/edits`, {
      body: { base: fix.head, edits: [{ op: 'field', name: 'summary', value: 'Fixed' }] },
    })
    await writer.need('POST', `/drafts/${fix.draft}/send`, { body: {}, ifMatch: edited.version! })
    const carry = () => founder.ask<Problem>('POST', `/drafts/${draft!.id}/put-live`, { body: {}, ifMatch: version })
    expect(await codes(carry())).toEqual([409, 'in-review'])
    await writer.need('POST', `/drafts/${fix.draft}/pull-out`, { body: {}, ifMatch: edited.version! })
    expect(await codes(publisher.ask('POST', `/drafts/${draft!.id}/put-live`, { body: {}, ifMatch: version }))).toEqual([
      403,
      'right-missing',
    ])
    expect((await carry()).status).toBe(200)
    expect((await page(item)).live!.path).toBe('/through-the-gate')
  })
})
