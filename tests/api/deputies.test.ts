import { describe, expect, it } from 'vitest'
import type { Client } from '../support/server'
import { aGate, clearAt, codes, routeFor, sent, toldOf, withTeam, type Problem } from '../support/team'

const { here, pass, now, colleague, idOf } = withTeam()
const inHours = (hours: number) => new Date(now().getTime() + hours * 3_600_000).toISOString()
const deputise = (client: Client, absent: string, deputy: string, more: object = {}) =>
  client.ask<Problem & { delegation: string }>('POST', '/delegations', {
    body: { absent, deputy, gates: null, from: inHours(-1), to: inHours(24), ...more },
  })

describe('a deputy', () => {
  it('clears for who is away, and it says so; for no longer than the time, and not what either wrote', async () => {
    const { team } = here
    const noor = await colleague('reviewer', 'writer')
    const [deputy, bea] = [await colleague('writer'), await colleague('reviewer')]
    await routeFor(team.founder, 'post', {
      steps: [{ name: 'Law', gates: [aGate('law', { who: { people: [noor.id, bea.id], groups: [], roles: [] } })] }],
    })
    const made = await sent(team, 'post', 'While away')
    expect(await codes(clearAt(deputy.client, made, 'law'))).toEqual([403, 'right-missing'])
    expect((await deputise(noor.client, noor.id, deputy.id)).status).toBe(200)
    expect((await toldOf(deputy.client, null as never, 'deputy')).words).toMatch(/^You stand in for Colleague 1 from /)
    const waiting = await deputy.client.need<{ waiting: { title: string; insteadOf: string }[] }>('GET', '/today')
    expect(waiting.waiting).toMatchObject([{ title: 'While away', insteadOf: noor.name }])
    const who = await team.writer.need<{ name: string; of: string | null; why: string | null }[]>('GET', `/drafts/${made.draft}/gates/law`)
    expect(who).toMatchObject([
      { name: noor.name, of: null, why: null },
      { name: bea.name, of: null, why: null },
      { name: deputy.name, of: noor.name, why: null },
    ])
    expect((await clearAt(deputy.client, made, 'law')).status).toBe(200)
    const page = await team.writer.need<{ draft: { gates: { clearances: { name: string; for: string }[] }[] } }>(
      'GET',
      `/items/${made.item}`,
    )
    expect(page.draft.gates[0]!.clearances).toMatchObject([{ name: deputy.name, for: noor.name }])
    const journal = await team.steward.need<{ rows: { action: string; data: { for?: string } }[] }>(
      'GET',
      `/journal?item=${made.item}&limit=50`,
    )
    expect(journal.rows.find(({ action }) => action === 'draft.gate-cleared')!.data.for).toBe(noor.id)

    const write = async (client: Client, title: string) => {
      const own = await client.need<{ item: string; draft: string; version: string }>('POST', '/items', {
        body: { kind: 'post', section: team.section, title },
      })
      await client.need('POST', `/drafts/${own.draft}/send`, { body: {}, ifMatch: own.version })
      return own
    }
    expect(await codes(clearAt(deputy.client, await write(deputy.client, 'By the deputy'), 'law'))).toEqual([422, 'own-work'])
    expect(await codes(clearAt(deputy.client, await write(noor.client, 'By the absent'), 'law'))).toEqual([422, 'own-work'])

    const late = await sent(team, 'post', 'Too late')
    await pass(25)
    expect(await codes(clearAt(deputy.client, late, 'law'))).toEqual([403, 'right-missing'])
    expect(await team.writer.need('GET', '/delegations')).toEqual([])
  })
  it('is told of before a draft is sent, and where nobody could clear it that is said', async () => {
    const { team } = here
    const noor = await colleague('reviewer', 'writer')
    const deputy = await colleague('reviewer')
    const who = { people: [noor.id, deputy.id], groups: [], roles: [] }
    await routeFor(team.founder, 'post', {
      steps: [
        { name: 'Law', gates: [aGate('law', { who })] },
        { name: 'Desk', gates: [aGate('desk', { who })] },
      ],
    })
    const begin = (client: Client) =>
      client.need<{ draft: string }>('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Unsent' } })
    const ahead = async (client: Client, draft: string) =>
      (await client.need<{ id: string; step: number; who: { name: string }[]; stuck: boolean }[]>('GET', `/drafts/${draft}/gates`)).map(
        ({ id, step, who, stuck }) => [id, step, who.map(({ name }) => name), stuck],
      )
    const [other, own] = [await begin(team.writer), await begin(noor.client)]
    expect(await ahead(team.writer, other.draft)).toEqual([
      ['law', 0, [noor.name, deputy.name], false],
      ['desk', 1, [noor.name, deputy.name], false],
    ])
    // What Noor wrote she may not clear.
    expect(await ahead(noor.client, own.draft)).toEqual([
      ['law', 0, [deputy.name], false],
      ['desk', 1, [deputy.name], false],
    ])
    await team.founder.need('PATCH', `/people/${deputy.id}?anyway=yes`, { body: { active: false } })
    expect(await ahead(noor.client, own.draft)).toEqual([
      ['law', 0, [], true],
      ['desk', 1, [], true],
    ])
  })
  it('counts by group, by what is cleared already, and all accounts of one person as one, before a draft is sent', async () => {
    const { team } = here
    const [noor, bea, ida] = [await colleague('reviewer'), await colleague('reviewer'), await colleague('reviewer')]
    const group = async (name: string, members: string[]) =>
      (await team.founder.need<{ group: string }>('POST', '/groups', { body: { name, members, roles: [] } })).group
    const [first, second] = [await group('First desk', [noor.id, bea.id]), await group('Second desk', [ida.id])]
    await routeFor(team.founder, 'post', {
      steps: [{ name: 'Both', gates: [aGate('both', { each: 'group', who: { people: [], groups: [first, second], roles: [] } })] }],
    })
    const made = await sent(team, 'post', 'By both desks')
    const ahead = async () =>
      (await team.writer.need<{ who: unknown[]; needed: number; stuck: boolean }[]>('GET', `/drafts/${made.draft}/gates`))[0]!
    const told = async () => {
      const { who, needed, stuck } = await ahead()
      return [who.length, needed, stuck]
    }
    expect(await told()).toEqual([3, 1, false])
    // What the first desk cleared stands; then the second has nobody, though two of the first are there.
    expect((await clearAt(noor.client, made, 'both')).status).toBe(200)
    expect(await told()).toEqual([2, 1, false])
    await team.founder.need('PATCH', `/people/${ida.id}?anyway=yes`, { body: { active: false } })
    expect(await told()).toEqual([1, 1, true])
    // Two accounts of one person are one.
    await team.founder.need('PATCH', `/people/${ida.id}`, { body: { active: true } })
    await routeFor(team.founder, 'notice', {
      steps: [{ name: 'Two', gates: [aGate('two', { needed: 2, who: { people: [noor.id, bea.id], groups: [], roles: [] } })] }],
    })
    const notice = await sent(team, 'notice', 'Twice read')
    const two = async () => (await team.writer.need<{ stuck: boolean }[]>('GET', `/drafts/${notice.draft}/gates`))[0]!.stuck
    expect(await two()).toBe(false)
    await team.founder.need('PUT', `/people/${bea.id}/same?anyway=yes`, { body: { same: noor.id } })
    expect(await two()).toBe(true)
  })
  it('holds at the gates named alone, and ends when either says so', async () => {
    const { team } = here
    const [away, deputy] = [await colleague('reviewer'), await colleague('writer')]
    const route = await routeFor(team.founder, 'notice', { steps: [{ name: 'Both', gates: [aGate('read'), aGate('law')] }] })
    const { delegation } = (await deputise(team.founder, away.id, deputy.id, { gates: [{ route, gate: 'law' }] })).body
    const made = await sent(team, 'notice', 'One of two')
    expect(await codes(clearAt(deputy.client, made, 'read'))).toEqual([403, 'right-missing'])
    expect((await clearAt(deputy.client, made, 'law')).status).toBe(200)
    expect(await codes(team.writer.ask('DELETE', `/delegations/${delegation}`))).toEqual([403, 'right-missing'])
    expect((await deputy.client.ask('DELETE', `/delegations/${delegation}`)).status).toBe(204)
    const next = await sent(team, 'notice', 'After it ended')
    expect(await codes(clearAt(deputy.client, next, 'law'))).toEqual([403, 'right-missing'])
  })
  it('is named by the absent one or who may change people, never for oneself', async () => {
    const { team } = here
    const [writer, reviewer, steward] = [await idOf(team.writer), await idOf(team.reviewer), await idOf(team.steward)]
    expect(await codes(deputise(team.writer, reviewer, writer))).toEqual([403, 'right-missing'])
    expect(await codes(deputise(team.steward, reviewer, steward))).toEqual([422, 'own-rights'])
    expect(await codes(deputise(team.reviewer, reviewer, reviewer))).toEqual([422, 'deputy-self'])
    expect(await codes(deputise(team.reviewer, reviewer, writer, { to: inHours(-2) }))).toEqual([422, 'time-order'])
    expect(await codes(deputise(team.reviewer, reviewer, 'none'))).toEqual([404, 'unknown'])
  })
})
