import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Client, Team, TestServer } from '../support/server'
import { colleagueOf, foundTeam, HOUR, PASSWORD, startServer, until, wallIn, writePost } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Problem {
  reasons: { code: string; detail: string }[]
}
const codes = async (answer: Promise<{ status: number; body: Problem }>) => {
  const { status, body } = await answer
  return [status, ...(body?.reasons ?? []).map(({ code }) => code)]
}
const idOf = async (client: Client) => (await client.need<{ person: { id: string } }>('GET', '/session')).person.id
/** A colleague who is signed in, with the roles given. */
let made = 0
async function colleague(roles: { role: string; section: string | null }[]): Promise<{ id: string; client: Client }> {
  const email = `colleague${++made}@larkholm.example`
  return colleagueOf(team.founder, { name: `Colleague ${made}`, email, roles })
}
/** A steward who has no other role, so that there is something of theirs to raise. */
const steward = () => colleague([{ role: 'steward', section: null }])

describe('groups', () => {
  it('give their roles to whoever is in them, from the next request on, and take them with the group', async () => {
    const { id, client } = await colleague([])
    const start = () => client.ask('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Through the desk' } })
    expect((await start()).status).toBe(403)
    const { group } = await team.founder.need<{ group: string }>('POST', '/groups', {
      body: { name: 'News desk', members: [id], roles: [{ role: 'writer', section: team.section }] },
    })
    expect((await start()).status).toBe(200)
    expect((await client.need<{ person: { roles: object[] } }>('GET', '/session')).person.roles).toEqual([
      { role: 'Writer', section: 'News', group: 'News desk' },
    ])
    expect((await team.founder.ask('POST', '/groups', { body: { name: 'news DESK', members: [], roles: [] } })).status).toBe(409)
    await team.founder.need('PUT', `/groups/${group}`, {
      body: { name: 'News desk', members: [], roles: [{ role: 'writer', section: null }] },
    })
    expect((await start()).status).toBe(403)
    await team.founder.need('DELETE', `/groups/${group}`)
    expect((await team.founder.need<object[]>('GET', '/groups')).length).toBe(0)
  })
})

describe('roles of the team’s own', () => {
  it('allow what they say and what is in them; one that is held is not ended', async () => {
    const { role } = await team.founder.need<{ role: string }>('POST', '/roles', {
      body: { name: 'Night desk', verbs: ['item.withdraw'], includes: ['reviewer'] },
    })
    const { id, client } = await colleague([{ role, section: null }])
    const post = await writePost(team, 'Night work', 'in_review')
    await client.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: post.version })
    expect(await codes(client.ask('POST', `/drafts/${post.draft}/put-live`, { body: {}, ifMatch: post.version }))).toEqual([
      403,
      'right-missing',
    ])
    expect(await codes(team.founder.ask('DELETE', `/roles/${role}`))).toEqual([422, 'role-held'])
    expect(await codes(team.founder.ask('DELETE', '/roles/writer'))).toEqual([422, 'role-held'])
    await team.founder.need('PUT', `/people/${id}/roles`, { body: { roles: [] } })
    await team.founder.need('DELETE', `/roles/${role}`)
    expect(await codes(team.founder.ask('PUT', `/roles/writer`, { body: { name: 'Writer', verbs: [], includes: ['publisher'] } }))).toEqual(
      [422, 'roles-circle'],
    )
  })
})

describe('nobody', () => {
  it('raises their own rights, by whatever path', async () => {
    const one = await steward()
    const group = await team.founder.need<{ group: string }>('POST', '/groups', {
      body: { name: 'Publishers', members: [], roles: [{ role: 'publisher', section: null }] },
    })
    const tries = {
      roles: one.client.ask<Problem>('PUT', `/people/${one.id}/roles`, { body: { roles: [{ role: 'publisher', section: null }] } }),
      group: one.client.ask<Problem>('PUT', `/groups/${group.group}`, {
        body: { name: 'Publishers', members: [one.id], roles: [{ role: 'publisher', section: null }] },
      }),
      newGroup: one.client.ask<Problem>('POST', '/groups', {
        body: { name: 'Mine', members: [one.id], roles: [{ role: 'writer', section: team.section }] },
      }),
      role: one.client.ask<Problem>('PUT', '/roles/steward', {
        body: { name: 'Steward', verbs: ['item.read', 'people.change', 'section.change', 'journal.read', 'item.put-live'], includes: [] },
      }),
      inner: one.client.ask<Problem>('PUT', '/roles/steward', {
        body: { name: 'Steward', verbs: ['people.change'], includes: ['publisher'] },
      }),
    }
    for (const [path, answer] of Object.entries(tries)) expect([path, ...(await codes(answer))]).toEqual([path, 422, 'own-rights'])
    expect((await one.client.ask('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Raised' } })).status).toBe(403)
  })
  it('locks the team out: the last who may change people stays', async () => {
    // The founder, the default steward and the ones made here: all but one are rested or lose the role.
    const last = await steward()
    const others = (await team.founder.need<{ id: string; roles: { role: string }[] }[]>('GET', '/people'))
      .filter((person) => person.id !== last.id && person.roles.some(({ role }) => role === 'Steward'))
      .map(({ id }) => id)
    for (const id of others) await last.client.need('PATCH', `/people/${id}`, { body: { active: false } })
    expect(
      await codes(last.client.ask('PUT', '/roles/steward', { body: { name: 'Steward', verbs: ['item.read'], includes: [] } })),
    ).toEqual([422, 'last-steward'])
    expect(await codes(last.client.ask('PATCH', `/people/${last.id}`, { body: { active: false } }))).toEqual([422, 'own-account'])
    for (const id of others) await last.client.need('PATCH', `/people/${id}`, { body: { active: true } })
    await team.founder.signIn('founder@larkholm.example', PASSWORD)
    await team.steward.signIn('steward@larkholm.example', PASSWORD)
  })
  it('holds roles that a rule keeps apart, by a grant or by a group', async () => {
    const rules = (list: object[]) => team.founder.ask<Problem>('PUT', '/separations', { body: { rules: list } })
    const apart = { name: 'Four eyes', roles: ['reviewer', 'publisher'], most: 1 }
    // The founder holds both: what was so before may stay, what is new may not.
    expect(await codes(rules([apart]))).toEqual([422, 'separated'])
    const founder = await idOf(team.founder)
    const other = await steward()
    await other.client.need('PUT', `/people/${founder}/roles`, {
      body: { roles: ['steward', 'writer', 'publisher'].map((role) => ({ role, section: null })) },
    })
    expect((await rules([apart])).status).toBe(200)
    const { id } = await colleague([{ role: 'reviewer', section: team.section }])
    expect(
      await codes(
        team.founder.ask('PUT', `/people/${id}/roles`, {
          body: { roles: ['reviewer', 'publisher'].map((role) => ({ role, section: team.section })) },
        }),
      ),
    ).toEqual([422, 'separated'])
    expect(
      await codes(
        team.founder.ask('POST', '/groups', { body: { name: 'Late desk', members: [id], roles: [{ role: 'publisher', section: null }] } }),
      ),
    ).toEqual([422, 'separated'])
    expect(await codes(rules([{ ...apart, most: 2 }]))).toEqual([422, 'separation-empty'])
    expect((await rules([])).status).toBe(200)
  })
})

describe('an account that rests', () => {
  it('is signed out at once; what it owned is handed on; what it planned is held when nobody takes it', async () => {
    const { id, client } = await colleague([{ role: 'publisher', section: null }])
    const { item } = await writePost(team, 'Owned by one who leaves', 'cleared')
    await client.need('PATCH', `/items/${item}/office`, { body: { owner: id } })
    const planned = await writePost(team, 'Planned by one who leaves', 'cleared')
    const event = await client.need<{ event: string }>('POST', `/items/${planned.item}/events`, {
      body: { kind: 'put-live', draft: planned.draft, ...wallIn(2) },
    })
    expect(event.event).toBeTruthy()
    await team.founder.need('PATCH', `/people/${id}`, { body: { active: false } })
    expect((await client.ask('GET', '/today')).status).toBe(401)
    expect(
      (await client.ask('POST', '/session', { body: { email: `colleague${made}@larkholm.example`, password: PASSWORD } })).status,
    ).toBe(401)
    server.moveClock(3 * HOUR)
    const state = async () =>
      (await team.publisher.need<{ draft: { event: { state: string } | null } }>('GET', `/items/${planned.item}`)).draft.event?.state
    await until(async () => (await state()) === 'held', 'the event is held')
    const heir = await idOf(team.publisher)
    await team.founder.need('PATCH', `/people/${id}`, { body: { active: true } })
    await team.founder.need('PATCH', `/people/${id}`, { body: { active: false, handTo: heir } })
    const { office } = await team.writer.need<{ office: { owner: string } }>('GET', `/items/${item}`)
    expect(office.owner).toBe(heir)
    expect(await codes(team.founder.ask('PATCH', `/people/${heir}`, { body: { active: false, handTo: id } }))).toEqual([
      422,
      'hand-to-inactive',
    ])
  })
})

describe('mails that the stand-in keeps', () => {
  it('show a steward who may not read all work those to themselves alone', async () => {
    const { role } = await team.founder.need<{ role: string }>('POST', '/roles', {
      body: { name: 'People only', verbs: ['people.change'], includes: [] },
    })
    const { client } = await colleague([{ role, section: null }])
    await writePost(team, 'Known to its readers', 'in_review')
    const mails = (of: Client) => of.need<{ subject: string; to: string }[]>('GET', '/mail')
    await until(async () => (await mails(team.founder)).find(({ subject }) => subject.includes('Known to its readers')), 'the mail')
    expect((await mails(client)).filter(({ to }) => to !== `colleague${made}@larkholm.example`)).toEqual([])
  })
})

describe('asking why', () => {
  it('is answered about oneself, and about others to whoever may change people', async () => {
    const writer = await idOf(team.writer)
    const mine = await team.writer.need<{ allowed: boolean; words: string }>(
      'GET',
      `/people/${writer}/why?verb=item.put-live&section=${team.section}`,
    )
    expect([mine.allowed, mine.words]).toEqual([false, 'The writer may not put live in News: Writer does not include it.'])
    const reviewer = await idOf(team.reviewer)
    expect((await team.writer.ask('GET', `/people/${reviewer}/why?verb=item.read`)).status).toBe(403)
    const yes = await team.founder.need<{ words: string }>('GET', `/people/${await idOf(team.publisher)}/why?verb=item.write`)
    expect(yes.words).toBe('The publisher may write on this site: given the role Publisher, which includes Writer on the whole site.')
    const matrix = await team.founder.need<{ verbs: string[]; people: { id: string }[]; may: boolean[][] }>('GET', '/rights')
    const row = matrix.may[matrix.people.findIndex(({ id }) => id === writer)]!
    expect(matrix.verbs.filter((_, index) => row[index])).toEqual(['item.read', 'item.write', 'item.send', 'media.add'])
    const sections = await team.founder.need<{ sections: { name: string }[]; may: boolean[][] }>('GET', `/people/${reviewer}/rights`)
    expect(sections.sections[0]!.name).toBe('The whole site')
    expect(sections.may.every((entry) => entry.filter(Boolean).length === 2)).toBe(true)
  })
})
