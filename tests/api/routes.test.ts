import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { colleagueOf, foundTeam, startServer, type Client, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
let legal: { id: string; client: Client }
let desk = ''
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  legal = await colleague('legal')
  desk = (
    await team.founder.need<{ group: string }>('POST', '/groups', {
      body: { name: 'Legal desk', members: [legal.id], roles: [{ role: 'reviewer', section: null }] },
    })
  ).group
})
afterAll(() => server.stop())

interface Problem {
  reasons: { code: string; detail: string; help?: string[] }[]
}
interface Route {
  id: string
  name: string
  version: number
  earlier: number
  sections: string[]
  sound: { stuck: { code: string }[]; thin: { code: string }[] }
}
interface Draft {
  item: string
  draft: string
  version: string
}
const colleague = (name: string) => colleagueOf(team.founder, { name: `The ${name}`, email: `${name}@larkholm.example`, roles: [] })
const gate = (id: string, who: object = {}, needed = 1) => ({
  id,
  name: id,
  who: { people: [], groups: [], roles: [], ...who },
  needed,
  authorsMayClear: false,
  covers: 'all-but-shown-date',
})
const codes = async (answer: Promise<{ status: number; body: Problem }>) => {
  const { status, body } = await answer
  return [status, ...(body?.reasons ?? []).map(({ code }) => code)]
}
const routes = async () => await team.founder.need<{ routes: Route[]; rules: object[] }>('GET', '/routes')
const begin = (section: string, title: string) => team.writer.need<Draft>('POST', '/items', { body: { kind: 'page', section, title } })
const send = (made: Draft) => team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version })
const clear = (client: Client, made: Draft, at: string) =>
  client.ask<Problem>('POST', `/drafts/${made.draft}/clear`, { body: { gate: at }, ifMatch: made.version })
const review = async (made: Draft) =>
  (await team.writer.need<{ draft: { review: string; waiting: string[] } }>('GET', `/items/${made.item}`)).draft

describe('a route that a team builds', () => {
  it('holds for its section alone, opens its steps in order, and lets only its guards clear', async () => {
    const before = await begin(team.other, 'Begun before')
    const made = await team.founder.need<{ route: string }>('POST', '/routes', {
      body: {
        name: 'Reviewed, then legal',
        steps: [
          { name: 'Review', gates: [gate('review')] },
          { name: 'Legal', gates: [gate('legal', { groups: [desk] })] },
        ],
      },
    })
    const { rules } = await routes()
    await team.founder.need('PUT', '/route-rules', { body: { rules: [...rules, { kind: null, section: team.other, route: made.route }] } })
    const listed = (await routes()).routes.find(({ id }) => id === made.route)!
    expect([listed.version, listed.sections]).toEqual([1, ['Fares']])
    expect(listed.sound.stuck).toEqual([])
    expect(listed.sound.thin.map(({ code }) => code)).toContain('gate-thin')

    const fares = await begin(team.other, 'Fares of spring')
    await send(fares)
    expect((await review(fares)).waiting).toEqual(['review'])
    expect(await codes(clear(legal.client, fares, 'legal'))).toEqual([422, 'gate-closed'])
    expect((await clear(team.reviewer, fares, 'review')).status).toBe(200)
    expect(await review(fares)).toMatchObject({ review: 'in_review', waiting: ['legal'] })
    const refused = await clear(team.reviewer, fares, 'legal')
    expect([refused.status, refused.body.reasons[0]]).toMatchObject([
      403,
      { code: 'not-guard', detail: 'The gate “legal” is for Legal desk to clear', help: ['The legal'] },
    ])
    expect(
      await codes(
        team.reviewer.ask('POST', `/drafts/${fares.draft}/return`, {
          body: { gate: 'legal', notes: [{ text: 'No' }] },
          ifMatch: fares.version,
        }),
      ),
    ).toEqual([403, 'not-guard'])
    const waits = async (client: Client) =>
      (await client.need<{ waiting: { item: string }[] }>('GET', '/today')).waiting.map(({ item }) => item)
    expect(await waits(team.reviewer)).not.toContain(fares.item)
    expect(await waits(legal.client)).toContain(fares.item)
    expect(await codes(team.publisher.ask('POST', `/drafts/${fares.draft}/put-live`, { body: {}, ifMatch: fares.version }))).toContain(
      'not-cleared',
    )
    expect((await clear(legal.client, fares, 'legal')).status).toBe(200)
    expect((await review(fares)).review).toBe('cleared')

    // What was begun before goes the route it began; elsewhere nothing is different.
    await send(before)
    await clear(team.reviewer, before, 'review')
    expect((await review(before)).review).toBe('cleared')
    const news = await begin(team.section, 'News of spring')
    await send(news)
    expect((await review(news)).waiting).toEqual(['review'])

    // Until it is put on the new one deliberately: then it waits where it was not cleared.
    await team.steward.need('POST', `/drafts/${before.draft}/reroute`, { ifMatch: before.version })
    expect(await review(before)).toMatchObject({ review: 'in_review', waiting: ['legal'] })
  })
  it('asks as many as it says, side by side', async () => {
    const second = await colleague('second')
    await team.founder.need('PUT', `/groups/${desk}`, {
      body: { name: 'Legal desk', members: [legal.id, second.id], roles: [{ role: 'reviewer', section: null }] },
    })
    const { route } = await team.founder.need<{ route: string }>('POST', '/routes', {
      body: { name: 'Two of the desk', steps: [{ name: 'Both', gates: [gate('two', { groups: [desk] }, 2), gate('words')] }] },
    })
    const { rules } = await routes()
    await team.founder.need('PUT', '/route-rules', { body: { rules: [...rules, { kind: 'notice', section: team.section, route }] } })
    const made = await team.writer.need<Draft>('POST', '/items', {
      body: { kind: 'notice', section: team.section, title: 'Two must read it' },
    })
    await send(made)
    expect((await review(made)).waiting).toEqual(['two', 'words'])
    await clear(legal.client, made, 'two')
    expect(await codes(clear(legal.client, made, 'two'))).toEqual([422, 'cleared-before'])
    await clear(legal.client, made, 'words')
    expect((await review(made)).waiting).toEqual(['two'])
    await clear(second.client, made, 'two')
    expect((await review(made)).review).toBe('cleared')
  })
  it('gets a new version when it is changed; what is under way finishes on its own', async () => {
    const { routes: all } = await routes()
    const one = all.find(({ name }) => name === 'Reviewed, then legal')!
    const begun = await begin(team.other, 'Between two versions')
    await team.founder.need('PUT', `/routes/${one.id}`, {
      body: { name: 'Legal alone', steps: [{ name: 'Legal', gates: [gate('legal', { groups: [desk] })] }] },
    })
    const now = (await routes()).routes.find(({ id }) => id === one.id)!
    expect([now.version, now.name, now.earlier > 0]).toEqual([2, 'Legal alone', true])
    await send(begun)
    expect((await review(begun)).waiting).toEqual(['review'])
    const next = await begin(team.other, 'On the second version')
    await send(next)
    expect((await review(next)).waiting).toEqual(['legal'])
  })
})

describe('a gate about amounts of money', () => {
  const content = (fare: string, words: string) => ({
    body: [
      { id: 'fare', kind: 'paragraph', text: [{ text: fare }] },
      { id: 'words', kind: 'paragraph', text: [{ text: words }] },
    ],
  })
  const edit = async (made: Draft, id: string, text: string) => {
    const answer = await team.writer.need<{ version: string }>('POST', `/drafts/${made.draft}/edits`, {
      body: { base: made.version, edits: [{ op: 'replace', block: { id, kind: 'paragraph', text: [{ text }] } }] },
    })
    made.version = answer.version
  }
  const again = async (item: string): Promise<Draft> => {
    const { draft, head } = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: {} })
    return { item, draft, version: head }
  }
  it('applies where one is changed, holds through what is changed elsewhere, and is not asked about the rest', async () => {
    const { route } = await team.founder.need<{ route: string }>('POST', '/routes', {
      body: {
        name: 'Money to the desk',
        steps: [
          { name: 'Read', gates: [gate('review')] },
          { name: 'Money', gates: [{ ...gate('money', { groups: [desk] }), about: { fields: [], blocks: [], amounts: true, words: [] } }] },
        ],
      },
    })
    const { rules } = await routes()
    await team.founder.need('PUT', '/route-rules', { body: { rules: [...rules, { kind: 'page', section: team.section, route }] } })
    const made = await team.writer.need<Draft>('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'What it costs', content: content('Single: 62 kr', 'Ask on board') },
    })
    await send(made)
    await clear(team.reviewer, made, 'review')
    expect((await review(made)).waiting).toEqual(['money'])
    await clear(legal.client, made, 'money')
    expect((await review(made)).review).toBe('cleared')

    // Other words are changed: they are read again, the money need not be.
    await edit(made, 'words', 'Ask the crew')
    expect((await review(made)).review).toBe('draft')
    await send(made)
    expect((await review(made)).waiting).toEqual(['review'])
    await clear(team.reviewer, made, 'review')
    expect((await review(made)).review).toBe('cleared')
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })

    // A change of words alone passes without the desk; one of an amount does not, by whatever path.
    const words = await again(made.item)
    await edit(words, 'words', 'Ask anyone')
    await send(words)
    await clear(team.reviewer, words, 'review')
    expect((await review(words)).review).toBe('cleared')
    await edit(words, 'fare', 'Single: 64 kr')
    await send(words)
    await clear(team.reviewer, words, 'review')
    expect(await review(words)).toMatchObject({ review: 'in_review', waiting: ['money'] })
    expect(await codes(team.publisher.ask('POST', `/drafts/${words.draft}/put-live`, { body: {}, ifMatch: words.version }))).toContain(
      'not-cleared',
    )
    const track = (await team.writer.need<{ draft: { gates: { id: string; applies: boolean }[] } }>('GET', `/items/${made.item}`)).draft
      .gates
    expect(track.map(({ id, applies }) => [id, applies])).toEqual([
      ['review', true],
      ['money', true],
    ])
    // Back to what was read before: the reading stands, and the money is as it is on the site.
    await edit(words, 'fare', 'Single: 62 kr')
    await send(words)
    expect((await review(words)).review).toBe('cleared')
  })
  it('is judged against what is on the site when it goes live', async () => {
    const made = await team.writer.need<Draft>('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Two at once', content: content('Free', 'Words') },
    })
    await send(made)
    await clear(team.reviewer, made, 'review')
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
    const begun = await again(made.item)
    await edit(begun, 'words', 'Other words')
    await send(begun)
    await clear(team.reviewer, begun, 'review')
    expect((await review(begun)).review).toBe('cleared')
    // Meanwhile a fare goes live from another draft: going live now would take it back, which is money.
    const fare = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, { body: { name: 'Fare' } })
    const other: Draft = { item: made.item, draft: fare.draft, version: fare.head }
    await edit(other, 'fare', 'Single: 10 kr')
    await send(other)
    await clear(team.reviewer, other, 'review')
    await clear(legal.client, other, 'money')
    await team.publisher.need('POST', `/drafts/${other.draft}/put-live`, { body: {}, ifMatch: other.version })
    const late = await team.publisher.ask<Problem & object>('POST', `/drafts/${begun.draft}/put-live`, {
      body: { replacing: other.version },
      ifMatch: begun.version,
    })
    expect(await codes(Promise.resolve(late))).toContain('not-cleared')
    await send(begun)
    expect((await review(begun)).waiting).toEqual(['money'])
  })
})

describe('a route is refused', () => {
  it('where work could never pass, with the gate that stops it', async () => {
    const nobody = await colleague('nobody')
    const steps = [{ name: 'Dead', gates: [gate('dead', { people: [nobody.id] })] }]
    const { route } = await team.founder.need<{ route: string }>('POST', '/routes', { body: { name: 'Dead end', steps } })
    const { rules, routes: all } = await routes()
    expect(
      await codes(team.founder.ask('PUT', '/route-rules', { body: { rules: [...rules, { kind: 'post', section: null, route }] } })),
    ).toContain('gate-dead')
    expect(await codes(team.founder.ask('PUT', `/routes/${all[0]!.id}`, { body: { name: 'Reviewed', steps } }))).toContain('gate-dead')
    expect((await routes()).rules).toEqual(rules)
  })
  it('that someone else changed meanwhile, so that the later one overwrites nothing unseen', async () => {
    const { route } = await team.founder.need<{ route: string }>('POST', '/routes', { body: { name: 'Changed by two', steps: [] } })
    const change = (name: string, from: number) => codes(team.founder.ask('PUT', `/routes/${route}`, { body: { name, steps: [], from } }))
    expect(await change('By the first', 1)).toEqual([200])
    expect(await change('By the second', 1)).toEqual([409, 'route-changed'])
    expect((await routes()).routes.find(({ id }) => id === route)).toMatchObject({ name: 'By the first', version: 2 })
    expect(await change('By the second, who looked', 2)).toEqual([200])
  })
  it('when rules leave something out, say it twice, or a step is empty', async () => {
    const { rules } = await routes()
    expect(await codes(team.founder.ask('PUT', '/route-rules', { body: { rules: [] } }))).toEqual([422, 'rule-missing'])
    expect(await codes(team.founder.ask('PUT', '/route-rules', { body: { rules: [...rules, rules[0]] } }))).toEqual([422, 'rule-twice'])
    expect(await codes(team.founder.ask('POST', '/routes', { body: { name: 'x', steps: [{ name: 'Empty', gates: [] }] } }))).toEqual([
      422,
      'step-empty',
    ])
    expect(
      await codes(
        team.founder.ask('POST', '/routes', { body: { name: 'x', steps: [{ name: 'Twice', gates: [gate('one'), gate('one')] }] } }),
      ),
    ).toEqual([422, 'gate-twice'])
  })
})
