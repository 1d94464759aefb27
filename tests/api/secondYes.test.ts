import { afterAll, beforeAll, expect, it } from 'vitest'
import { Client, colleagueOf, firstCodeOf, foundTeam, PASSWORD, startServer, until, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
/** The first steward, and a second account of theirs. */
let founder: Client
let second: { id: string; client: Client }
const ids: Record<string, string> = {}

interface Asked {
  waits: { request: string; for: string[] } | null
  person?: string
  link?: string | null
}
interface Waiting {
  id: string
  words: string
  can: string | null
}
const everywhere = (role: string) => [{ role, section: null }]
const waiting = async (client: Client) => client.need<Waiting[]>('GET', '/rights-requests')
const refused = async (asked: ReturnType<Client['ask']>) => {
  const { status, body } = await asked
  return [status, (body as { reasons?: { code: string }[] }).reasons?.[0]?.code]
}
const told = (client: Client) => client.need<{ news: { words: string }[] }>('GET', '/me/notifications')

beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  founder = team.founder
  second = await colleagueOf(founder, { name: 'M. Ostby', email: 'second@larkholm.example', roles: [] })
  for (const { id, email } of await founder.need<{ id: string; email: string }[]>('GET', '/people')) ids[email.split('@')[0]!] = id
  await team.steward.need('PUT', `/people/${second.id}/same`, { body: { same: ids.founder } })
  await founder.need('PUT', '/second-yes', { body: { asked: 'raising' } })
})
afterAll(() => server.stop())

it('a steward who invites a publisher gets no link: another steward agrees, and has it', async () => {
  const added = { name: 'Ada Nilsen', email: 'ada@larkholm.example', roles: everywhere('publisher') }
  const asked = await founder.need<Asked>('POST', '/people', { body: added })
  expect(asked).toEqual({ waits: { request: expect.any(String) as string, for: ['The steward'] } })
  expect((await founder.need<{ email: string }[]>('GET', '/people')).some(({ email }) => email === added.email)).toBe(false)
  const [request] = await waiting(team.steward)
  expect(request).toMatchObject({ words: 'Invite Ada Nilsen, ada@larkholm.example, with Publisher on the whole site', can: 'decide' })
  expect((await waiting(founder))[0]?.can).toBe('take-back')
  expect(await waiting(team.writer)).toEqual([])
  await until(
    async () => (await told(team.steward)).news.find(({ words }) => words.includes('asks a second steward to agree: Invite Ada')),
    'word of it',
  )

  const agree = (client: Client, words = request!.words) => client.ask('POST', `/rights-requests/${request!.id}/agree`, { body: { words } })
  // Nobody agrees with themselves, with an account of their own or not, and nobody to what they did not read.
  expect(await refused(agree(founder))).toEqual([403, 'no-second'])
  expect(await refused(agree(second.client))).toEqual([403, 'right-missing'])
  expect(await refused(agree(team.writer))).toEqual([403, 'right-missing'])
  expect(await refused(agree(team.steward, 'Invite someone else'))).toEqual([412, 'request-changed'])
  const { status, body } = await agree(team.steward)
  expect([status, (body as { link?: string }).link]).toEqual([200, expect.stringContaining('/office/join?with=') as string])
  expect(await waiting(team.steward)).toEqual([])
  expect(await refused(agree(team.steward))).toEqual([404, 'unknown'])
  await until(async () => (await told(founder)).news.find(({ words }) => words.startsWith('The steward agreed: Invite Ada')), 'the answer')
  const journal = await founder.need<{ rows: { action: string; data: { agreedBy?: string } | null }[] }>(
    'GET',
    '/journal?actions=person.added',
  )
  expect(journal.rows[0]?.data?.agreedBy).toBe(ids.steward)
})

it('an account of the same person says no second yes, also while it may change people', async () => {
  const raise = { body: { roles: everywhere('steward') } }
  const { waits } = await team.steward.need<Asked>('PUT', `/people/${second.id}/roles`, raise)
  expect(waits).toBeNull()
  const asked = await founder.need<Asked>('PUT', `/people/${ids.writer}/roles`, { body: { roles: everywhere('publisher') } })
  expect(asked.waits?.for).toEqual(['The steward'])
  const [request] = await waiting(second.client)
  expect(await refused(second.client.ask('POST', `/rights-requests/${request!.id}/agree`, { body: { words: request!.words } }))).toEqual([
    403,
    'no-second',
  ])
  // A no is said by a steward, and told to the one who asked.
  expect(await refused(team.writer.ask('DELETE', `/rights-requests/${request!.id}`))).toEqual([403, 'right-missing'])
  await team.steward.need('DELETE', `/rights-requests/${request!.id}`)
  await until(async () => (await told(founder)).news.find(({ words }) => words.startsWith('The steward did not agree')), 'the no')
  const roles = (await founder.need<{ id: string; given: { role: string }[] }[]>('GET', '/people')).find(
    ({ id }) => id === ids.writer,
  )!.given
  expect(roles).toEqual(everywhere('writer'))
})

it('every way to raise someone waits: groups, roles, accounts of one person, rules, deputies, sections, and the rule itself', async () => {
  const { group } = await founder.need<{ group: string }>('POST', '/groups', {
    body: { name: 'Night desk', members: [], roles: everywhere('publisher') },
  })
  const ways: [string, string, object][] = [
    ['PUT', `/groups/${group}`, { name: 'Night desk', members: [ids.writer], roles: everywhere('publisher') }],
    ['PUT', '/roles/writer', { name: 'Writer', verbs: ['item.read', 'item.write', 'item.put-live'], includes: [] }],
    ['PUT', `/people/${ids.writer}/roles`, { roles: everywhere('publisher') }],
    [
      'POST',
      '/delegations',
      { absent: ids.reviewer, deputy: ids.writer, gates: null, from: '2001-01-01T00:00:00.000Z', to: '2099-01-01T00:00:00.000Z' },
    ],
    ['PUT', '/second-yes', { asked: 'none' }],
  ]
  for (const [method, path, body] of ways) {
    const { waits } = await founder.need<Asked>(method, path, { body })
    expect(waits?.for, `${method} ${path}`).toEqual(['The steward'])
  }
  // One's own accounts are another's to say; taken apart by another steward it would still be asked.
  const apart = await team.steward.need<Asked>('PUT', `/people/${second.id}/same`, { body: { same: null } })
  expect(apart.waits?.for).toEqual(['M. Ostby', 'Maren Ostby'])
  // A section placed below another takes on the rights that are given there.
  const reader = await team['site-keeper'].need<Asked>('PATCH', `/sections/${team.other}`, { body: { parent: null } })
  expect(reader.waits).toBeNull()
  await team.steward.need('PUT', `/people/${ids.publisher}/roles`, { body: { roles: [{ role: 'publisher', section: team.section }] } })
  const moved = await team['site-keeper'].need<Asked>('PATCH', `/sections/${team.other}`, { body: { parent: team.section } })
  expect(moved.waits?.for.sort()).toEqual(['M. Ostby', 'Maren Ostby', 'The steward'])
  // What lowers is not asked about, while the rule says so.
  expect((await founder.need<Asked>('PUT', `/people/${ids.reviewer}/roles?anyway=yes`, { body: { roles: [] } })).waits).toBeNull()
  expect((await waiting(team.steward)).length).toBe(ways.length + 2)
  // Stricter is no raising; from then on everything is asked about.
  expect((await founder.need<Asked>('PUT', '/second-yes', { body: { asked: 'every' } })).waits).toBeNull()
  expect((await founder.need<Asked>('PATCH', `/people/${ids.reviewer}?anyway=yes`, { body: { active: false } })).waits?.for).toEqual([
    'The steward',
  ])
})

it('where there is one steward, what they raise holds at once, and whoever may put live is told', async () => {
  const alone = await startServer()
  try {
    const lone = new Client(alone.origin)
    await lone.need('POST', '/first-start', {
      body: {
        code: firstCodeOf(alone),
        siteName: 'Small Harbour',
        zone: 'Europe/Oslo',
        language: 'en',
        name: 'Maren Ostby',
        email: 'maren@larkholm.example',
        password: PASSWORD,
      },
    })
    const publisher = await colleagueOf(lone, { name: 'Idris Calloway', email: 'idris@larkholm.example', roles: everywhere('publisher') })
    const raised = await lone.need<Asked>('POST', '/people', {
      body: { name: 'Wen Zhao', email: 'wen@larkholm.example', roles: everywhere('steward') },
    })
    // Who was invited and has not come says no second yes.
    expect(raised.waits).toBeNull()
    expect((await lone.need<Asked>('PUT', `/people/${raised.person}/roles`, { body: { roles: everywhere('publisher') } })).waits).toBeNull()
    await until(
      async () =>
        (await told(publisher.client)).news.find(
          ({ words }) =>
            words ===
            'Maren Ostby changed who may do what, without a second steward: Invite Wen Zhao, wen@larkholm.example, with Steward on the whole site',
        ),
      'word to the publisher',
    )
  } finally {
    await alone.stop()
  }
})
