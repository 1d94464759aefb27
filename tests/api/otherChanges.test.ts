import { describe, expect, it } from 'vitest'
import { until, wallIn, type Client } from '../support/server'
import { aGate, clearAt, codes, routeFor, sent, toldOf, withTeam, type Draft, type Problem } from '../support/team'

const { here, pass, colleague } = withTeam()
interface Page {
  onSite: string
  section: { name: string }
  live: { version: string; path: string } | null
  withdrawalHeld: boolean
  draft: { id: string; head: string; review: string; change: string; gates: { id: string; name: string }[] } | null
}
const page = (item: string) => here.team.founder.need<Page>('GET', `/items/${item}`)
const propose = (client: Client, item: string, body: object) =>
  client.ask<Problem & { draft: string }>('POST', `/items/${item}/proposals`, { body })
const carryOut = (client: Client, draft: string, head: string) =>
  client.ask<Problem>('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: head })
const withdraw = (client: Client, item: string, version: string, body = {}) =>
  client.ask<Problem>('POST', `/items/${item}/withdraw`, { body, ifMatch: version })
/** A live item of a kind whose gates all are cleared. */
async function live(kind: string, title: string, ...gates: string[]): Promise<Draft> {
  const made = await sent(here.team, kind, title)
  for (const gate of gates) await clearAt(here.team.reviewer, made, gate)
  await here.team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
  return made
}
const status = async (path: string) => (await fetch(here.server.origin + path, { redirect: 'manual' })).status

describe('taking off the site through gates', () => {
  it('waits for them, is for exactly what is live, and edits nothing', async () => {
    const { team } = here
    await routeFor(team.founder, 'post', { steps: [{ name: 'Read', gates: [aGate('read')] }], gated: ['withdrawal'] })
    const post = await live('post', 'To go', 'read')
    expect((await page(post.item)).withdrawalHeld).toBe(true)
    expect(await codes(withdraw(team.publisher, post.item, post.version))).toEqual([409, 'gated'])
    expect(await codes(propose(team.reviewer, post.item, { change: 'withdrawal' }))).toEqual([403, 'right-missing'])
    const { draft } = (await propose(team.writer, post.item, { change: 'withdrawal', note: 'The boat is sold' })).body
    expect(await codes(propose(team.writer, post.item, { change: 'withdrawal' }))).toEqual([409, 'proposed-before'])
    expect((await page(post.item)).draft).toMatchObject({ id: draft, change: 'withdrawal', review: 'in_review', head: post.version })
    expect(
      await codes(
        team.writer.ask('POST', `/drafts/${draft}/edits`, {
          body: { base: post.version, edits: [{ op: 'field', name: 'title', value: 'x' }] },
        }),
      ),
    ).toEqual([409, 'no-content'])
    expect(await codes(carryOut(team.publisher, draft, post.version))).toEqual([422, 'not-cleared'])
    expect(await codes(clearAt(team.reviewer, { ...post, draft }, 'read'))).toEqual([200])
    expect(await codes(carryOut(team.writer, draft, post.version))).toEqual([403, 'right-missing'])
    expect((await carryOut(team.publisher, draft, post.version)).status).toBe(200)
    expect([(await page(post.item)).onSite, await status('/posts/to-go')]).toEqual(['withdrawn', 410])
  })
  it('lapses when something else goes live meanwhile, and an exception needs its right and a reason', async () => {
    const { team } = here
    const post = await live('post', 'Changed meanwhile', 'read')
    const { draft } = (await propose(team.writer, post.item, { change: 'withdrawal' })).body
    await clearAt(team.reviewer, { ...post, draft }, 'read')
    const fix = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${post.item}/drafts`, { body: { name: 'Fix' } })
    const { version } = await team.writer.need('POST', `/drafts/${fix.draft}/edits`, {
      body: { base: fix.head, edits: [{ op: 'field', name: 'summary', value: 'Fixed' }] },
    })
    await team.writer.need('POST', `/drafts/${fix.draft}/send`, { body: {}, ifMatch: version! })
    await clearAt(team.reviewer, { item: post.item, draft: fix.draft, version: version! }, 'read')
    await team.publisher.need('POST', `/drafts/${fix.draft}/put-live`, { body: {}, ifMatch: version! })
    expect(await codes(carryOut(team.publisher, draft, post.version))).toEqual([422, 'behind'])
    expect(await codes(withdraw(team.publisher, post.item, version!))).toEqual([409, 'gated'])
    expect(await codes(withdraw(team.publisher, post.item, version!, { exception: ' ' }))).toEqual([422, 'reason-missing'])
    expect((await withdraw(team.publisher, post.item, version!, { exception: 'Wrong fares' })).status).toBe(200)
    expect((await page(post.item)).onSite).toBe('withdrawn')
    const { exceptions } = await team.reviewer.need<{ exceptions: { item: string }[] }>('GET', '/today')
    expect(exceptions.map(({ item }) => item)).toContain(post.item)
  })
  it('holds a planned end that its gates have not cleared', async () => {
    const { team } = here
    const [held, cleared] = [await live('post', 'Ends uncleared', 'read'), await live('post', 'Ends cleared', 'read')]
    for (const { item } of [held, cleared])
      await team.publisher.need('POST', `/items/${item}/events`, { body: { kind: 'withdraw', ...wallIn(2) } })
    const { draft } = (await propose(team.writer, cleared.item, { change: 'withdrawal' })).body
    await clearAt(team.reviewer, { ...cleared, draft }, 'read')
    await pass(3)
    await until(async () => (await page(cleared.item)).onSite === 'withdrawn', 'the cleared one to go')
    expect((await page(cleared.item)).draft).toBeNull()
    expect((await page(held.item)).onSite).toBe('live')
    const { held: trouble } = await team.publisher.need<{ held: { item: string; reasons: { code: string }[] }[] }>('GET', '/today')
    expect(trouble.find(({ item }) => item === held.item)!.reasons).toMatchObject([{ code: 'not-cleared' }])
  })
})

describe('moving what is live', () => {
  it('is at once where no gate is asked, with the rights of both sections', async () => {
    const { team } = here
    const notice = await live('post', 'Moves freely', 'read')
    const move = (client: Client) => client.ask<Problem>('POST', `/items/${notice.item}/move`, { body: { section: team.other } })
    expect(await codes(move(team['section-editor']))).toEqual([403, 'right-missing'])
    expect((await move(team.founder)).status).toBe(204)
    expect([(await page(notice.item)).section.name, (await page(notice.item)).onSite]).toEqual(['Fares', 'live'])
    const listed = await fetch(`${here.server.origin}/sections/fares`).then((answer) => answer.text())
    expect(listed).toContain('Moves freely')
  })
  it('passes the gates of both sections, guarded by the people of each', async () => {
    const { team } = here
    const fares = await colleague()
    await team.founder.need('PUT', `/people/${fares.id}/roles`, { body: { roles: [{ role: 'reviewer', section: team.other }] } })
    await routeFor(team.founder, 'page', { steps: [{ name: 'Read', gates: [aGate('read')] }], gated: ['move'] })
    const notice = await live('page', 'Moves through gates', 'read')
    const sees = async () => [
      (await fares.client.ask('GET', `/items/${notice.item}`)).status,
      (await fares.client.need<{ waiting: { title: string }[] }>('GET', '/today')).waiting.map(({ title }) => title),
    ]
    expect(await sees()).toEqual([403, []])
    expect(await codes(team.founder.ask('POST', `/items/${notice.item}/move`, { body: { section: team.other } }))).toEqual([409, 'gated'])
    expect(await codes(propose(team.writer, notice.item, { change: 'move', section: team.section }))).toEqual([422, 'section-same'])
    const { draft } = (await propose(team.writer, notice.item, { change: 'move', section: team.other })).body
    const way = { ...notice, draft }
    expect((await page(notice.item)).draft!.gates.map(({ id }) => id)).toEqual(['read', 'to-read'])
    // Those of the section it leaves first; who guards only where it leads cannot.
    expect(await codes(clearAt(fares.client, way, 'read'))).toEqual([403, 'right-missing'])
    expect(await codes(clearAt(team.reviewer, way, 'read'))).toEqual([200])
    // Who is to clear where it leads is told, finds it on Today, and reads it, though not of that section yet.
    expect((await toldOf(fares.client, 'Moves through gates', 'waits')).note).toBe('To Fares')
    expect(await sees()).toEqual([200, ['Moves through gates']])
    expect(await codes(clearAt(fares.client, way, 'to-read'))).toEqual([200])
    expect((await carryOut(team.founder, draft, notice.version)).status).toBe(200)
    expect((await page(notice.item)).section.name).toBe('Fares')
  })
})
