import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { Client, colleagueOf, foundTeam, PASSWORD, startServer, writePost, type Team, type TestServer } from '../support/server'

/* A list of ways to get what is not one's own; each must get nothing, and leave nothing changed. */
let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

const code = (answer: { status: number; body: unknown }) => [
  answer.status,
  (answer.body as { reasons?: { code: string }[] }).reasons?.[0]?.code,
]
const draftOf = async (item: string) => (await team.writer.need<{ draft: { review: string; head: string } }>('GET', `/items/${item}`)).draft
const rows = async () => (await team.steward.need<{ rows: { seq: number }[] }>('GET', '/journal?limit=1')).rows[0]!.seq
let people = 0
/** A person with these roles on the whole site, and in these groups. */
async function person(roles: string[]): Promise<{ id: string; email: string; client: Client }> {
  const email = `attacker${++people}@larkholm.example`
  const given = roles.map((role) => ({ role, section: null }))
  return { email, ...(await colleagueOf(team.founder, { name: `Attacker ${people}`, email, roles: given })) }
}
interface Written {
  item: string
  draft: string
  version: string
}
const write = (client: Client, title: string) =>
  client.need<Written>('POST', '/items', { body: { kind: 'post', section: team.section, title, content: { body: [] } } })
const send = (client: Client, { draft }: Written, version: string) =>
  client.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
const clear = (client: Client, { draft }: Written, version: string, headers = {}) =>
  client.ask('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version, headers })

describe('clearing one’s own text', () => {
  it('by a role of one’s own', async () => {
    const { client } = await person(['writer', 'reviewer'])
    const made = await write(client, 'Mine')
    await send(client, made, made.version)
    expect(code(await clear(client, made, made.version))).toEqual([422, 'own-work'])
    expect((await draftOf(made.item)).review).toBe('in_review')
  })
  it('through a group', async () => {
    const { id, client } = await person(['writer'])
    await team.founder.need('POST', '/groups', {
      body: { name: 'Those who clear', members: [id], roles: [{ role: 'reviewer', section: null }] },
    })
    const made = await write(client, 'Mine by a group')
    await send(client, made, made.version)
    expect(code(await clear(client, made, made.version))).toEqual([422, 'own-work'])
  })
  it('through a second account', async () => {
    const [one, two] = [await person(['writer']), await person(['reviewer'])]
    await team.founder.need('PUT', `/people/${two.id}/same`, { body: { same: one.id } })
    const made = await write(one.client, 'Mine by two accounts')
    await send(one.client, made, made.version)
    expect(code(await clear(two.client, made, made.version))).toEqual([422, 'own-work'])
    // Nor by saying of oneself that the accounts are two people.
    expect(code(await two.client.ask('PUT', `/people/${two.id}/same`, { body: { same: null } }))).toEqual([403, 'right-missing'])
    // Nor does one account stand in for the other.
    const time = { from: new Date(Date.now() - 60_000).toISOString(), to: new Date(Date.now() + 3_600_000).toISOString() }
    for (const [absent, deputy] of [
      [one, two],
      [two, one],
    ] as const)
      expect(
        code(await absent.client.ask('POST', '/delegations', { body: { absent: absent.id, deputy: deputy.id, gates: null, ...time } })),
      ).toEqual([422, 'deputy-self'])
  })
  it('through a deputy, whoever of the two wrote it', async () => {
    const [one, two] = [await person(['writer', 'reviewer']), await person(['writer'])]
    const time = { from: new Date(Date.now() - 60_000).toISOString(), to: new Date(Date.now() + 3_600_000).toISOString() }
    await one.client.need('POST', '/delegations', { body: { absent: one.id, deputy: two.id, gates: null, ...time } })
    for (const { client } of [one, two]) {
      const made = await write(client, 'Mine by a deputy')
      await send(client, made, made.version)
      expect(code(await clear(two.client, made, made.version))).toEqual([422, 'own-work'])
    }
    // Nor does a reviewer of another's make themselves one: only the absent one names who stands in.
    expect(code(await two.client.ask('POST', '/delegations', { body: { absent: one.id, deputy: two.id, gates: null, ...time } }))).toEqual([
      403,
      'right-missing',
    ])
  })
  it('by writing one word in another’s', async () => {
    const { client } = await person(['writer', 'reviewer'])
    const made = await writePost(team, 'Another’s')
    const { version } = await client.need('POST', `/drafts/${made.draft}/edits`, {
      body: { base: made.version, edits: [{ op: 'field', name: 'summary', value: 'One word' }] },
    })
    await send(team.writer, made, version!)
    expect(code(await clear(client, made, version!))).toEqual([422, 'own-work'])
  })
  it('by having one’s words taken back and the version before restored: who wrote stays one who wrote', async () => {
    const { client } = await person(['writer', 'reviewer'])
    const made = await writePost(team, 'Restored')
    const { version } = await client.need('POST', `/drafts/${made.draft}/edits`, {
      body: { base: made.version, edits: [{ op: 'field', name: 'summary', value: 'Mine' }] },
    })
    const { version: back } = await team.writer.need('POST', `/drafts/${made.draft}/restore`, {
      body: { version: made.version },
      ifMatch: version,
    })
    await send(team.writer, made, back!)
    expect(code(await clear(client, made, back!))).toEqual([422, 'own-work'])
  })
  it('by taking one’s own suggestion', async () => {
    const { client } = await person(['writer', 'reviewer'])
    const made = await writePost(team, 'Suggested to oneself')
    await client.need('POST', `/drafts/${made.draft}/notes`, {
      body: { place: 'first', quote: { exact: 'first words', before: '', after: '' }, suggestion: 'my words' },
    })
    const { draft } = await team.writer.need<{ draft: { notes: { id: string }[] } }>('GET', `/items/${made.item}`)
    const { version } = await client.need('POST', `/notes/${draft.notes[0]!.id}/take`, { ifMatch: made.version })
    await send(team.writer, made, version!)
    expect(code(await clear(client, made, version!))).toEqual([422, 'own-work'])
  })
})

describe('forged and stale', () => {
  let [mine, other]: Written[] = []
  beforeEach(async () => {
    mine = await writePost(team, 'Held', 'in_review')
    other = await writePost(team, 'Elsewhere', 'live')
  })
  it('ids of other items, drafts and gates are none', async () => {
    const { draft, version, item } = mine!
    const before = await rows()
    const asked = [
      await team.reviewer.ask('POST', `/drafts/${draft}/clear`, { body: { gate: 'legal' }, ifMatch: version }),
      await team.reviewer.ask('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: other!.version }),
      await team.reviewer.ask('POST', `/drafts/${item}/clear`, { body: { gate: 'review' }, ifMatch: version }),
      await team.writer.ask('POST', `/drafts/${draft}/restore`, { body: { version: other!.version }, ifMatch: version }),
      await team.publisher.ask('POST', `/items/${other!.item}/roll-back`, { body: { version }, ifMatch: other!.version }),
      await team.publisher.ask('POST', `/items/${other!.item}/events`, {
        body: { kind: 'put-live', draft, date: '2030-01-01', time: '04:00' },
      }),
      await team.writer.ask('POST', `/drafts/${draft}/edits`, { body: { base: other!.version, edits: [] } }),
    ]
    expect(asked.map(({ status }) => status).filter((status) => status < 400 || status >= 500)).toEqual([])
    expect(await rows()).toBe(before)
    expect((await draftOf(item)).review).toBe('in_review')
  })
  it('nobody acts on what they have not seen, and every command says so', async () => {
    const { draft, version } = mine!
    const { version: head } = await team.writer.need('POST', `/drafts/${draft}/edits`, {
      body: { base: version, edits: [{ op: 'field', name: 'summary', value: 'New words' }] },
    })
    expect(head).not.toBe(version)
    for (const [client, path, body] of [
      [team.writer, 'send', {}],
      [team.reviewer, 'clear', { gate: 'review' }],
      [team.reviewer, 'return', { gate: 'review', notes: [{ text: 'No' }] }],
      [team.publisher, 'put-live', {}],
      [team.writer, 'restore', { version }],
    ] as const) {
      expect((await client.ask('POST', `/drafts/${draft}/${path}`, { body, ifMatch: version })).status).toBe(412)
      expect((await client.ask('POST', `/drafts/${draft}/${path}`, { body })).status).toBe(428)
    }
  })
  it('a request played again does nothing again, and a key for two requests is refused', async () => {
    const { draft, version } = mine!
    const headers = { 'idempotency-key': 'played-again' }
    expect((await clear(team.reviewer, mine!, version, headers)).status).toBe(200)
    const after = await rows()
    expect((await clear(team.reviewer, mine!, version, headers)).status).toBe(200)
    expect(await rows()).toBe(after)
    const used = await team.reviewer.ask('POST', `/drafts/${draft}/return`, {
      body: { gate: 'review', notes: [{ text: 'No' }] },
      ifMatch: version,
      headers,
    })
    expect(code(used)).toEqual([422, 'key-reused'])
    // Without the key it is another try, and cleared once is cleared.
    expect((await clear(team.reviewer, mine!, version)).status).toBe(422)
    expect(await rows()).toBe(after)
  })
  it('fields that no command has are refused, whatever they would set', async () => {
    for (const [client, path, body] of [
      [team.writer, `/drafts/${mine!.draft}/send`, { review: 'cleared' }],
      [team.reviewer, `/drafts/${mine!.draft}/clear`, { gate: 'review', person: 'someone' }],
      [team.publisher, `/drafts/${mine!.draft}/put-live`, { cleared: true }],
      [team.writer, '/items', { kind: 'post', section: team.section, title: 'x', onSite: 'live' }],
    ] as const)
      expect((await client.ask('POST', path, { body, ifMatch: mine!.version })).status).toBe(400)
    expect((await team.writer.ask('PATCH', '/me', { body: { roles: [{ role: 'steward', section: null }] } })).status).toBe(400)
  })
  it('a page of another site cannot write with one’s cookie', async () => {
    for (const headers of [{ origin: 'https://evil.example' }, { 'sec-fetch-site': 'cross-site' }] as Record<string, string>[])
      expect(code(await clear(team.reviewer, mine!, mine!.version, headers))).toEqual([403, 'origin-foreign'])
    expect((await draftOf(mine!.item)).review).toBe('in_review')
  })
})

describe('a right that has ended', () => {
  it('ends with the next request: of an account that rests, and of one whose roles were taken', async () => {
    const made = await writePost(team, 'Taken away', 'in_review')
    const [rested, stripped] = [await person(['reviewer']), await person(['reviewer'])]
    for (const { client } of [rested, stripped]) expect((await client.ask('GET', `/items/${made.item}`)).status).toBe(200)
    await team.founder.need('PATCH', `/people/${rested.id}`, { body: { active: false } })
    await team.founder.need('PUT', `/people/${stripped.id}/roles`, { body: { roles: [] } })
    expect((await clear(rested.client, made, made.version)).status).toBe(401)
    expect((await clear(stripped.client, made, made.version)).status).toBe(403)
    expect((await rested.client.ask('GET', '/session')).body).toMatchObject({ person: null })
    const again = await new Client(server.origin).ask('POST', '/session', { body: { email: rested.email, password: PASSWORD } })
    expect(again.status).toBe(401)
    expect((await draftOf(made.item)).review).toBe('in_review')
  })
})
