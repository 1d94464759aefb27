import { describe, expect, it } from 'vitest'
import sharp from 'sharp'
import { Client, PASSWORD } from '../support/server'
import { aGate, clearAt, codes, routeFor, sent, withTeam, type Problem } from '../support/team'

const { here, colleague, idOf } = withTeam()
const gatesOf = async (item: string) =>
  (
    await here.team.writer.need<{
      draft: {
        review: string
        gates: { id: string; applies: boolean; needed: number; missing: number; checks: { name: string; found: object[] }[] }[]
      }
    }>('GET', `/items/${item}`)
  ).draft

describe('what a gate asks', () => {
  it('keeps it closed until its checks pass; advice keeps nothing', async () => {
    const { team } = here
    const checks = [
      { name: 'heading-order', must: true },
      { name: 'search-description', must: false },
    ]
    await routeFor(team.founder, 'post', { steps: [{ name: 'Read', gates: [aGate('read', { checks })] }] })
    const heading = { id: 'deep', kind: 'heading', level: 3, text: [{ text: 'Deep' }] }
    const made = await sent(team, 'post', 'Skips a level', [heading])
    expect(await codes(clearAt(team.reviewer, made, 'read'))).toEqual([422, 'check-heading-skips'])
    expect((await gatesOf(made.item)).gates[0]!.checks).toMatchObject([
      { name: 'heading-order', found: [{ at: 'deep' }] },
      { name: 'search-description', found: [{ code: 'search-description-missing' }] },
    ])
    const { version } = await team.writer.need('POST', `/drafts/${made.draft}/edits`, {
      body: { base: made.version, edits: [{ op: 'replace', block: { ...heading, level: 2 } }] },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: version! })
    expect((await clearAt(team.reviewer, { ...made, version: version! }, 'read')).status).toBe(200)
    const wrong = { steps: [{ name: 'Read', gates: [aGate('read', { checks: [{ name: 'slot-sizes', must: true }] })] }], name: 'x' }
    expect((await team.founder.ask('POST', '/routes', { body: wrong })).status).toBe(400)
  })
  it('is limited to sections, labels and large changes, and asked again in the transaction that goes live', async () => {
    const { team } = here
    const label = await team.founder.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: { kind: 'label', section: team.section, title: 'Law', sent: true },
    })
    await routeFor(team.founder, 'notice', {
      steps: [
        { name: 'Read', gates: [aGate('read')] },
        {
          name: 'More',
          gates: [
            aGate('large', { when: { sections: [], labels: [], words: 20 } }),
            aGate('fares', { when: { sections: [team.other], labels: [], words: 0 } }),
            aGate('labelled', { when: { sections: [], labels: [label.item], words: 0 } }),
          ],
        },
      ],
    })
    const applies = async (item: string) => (await gatesOf(item)).gates.filter((gate) => gate.applies).map(({ id }) => id)
    const small = await sent(team, 'notice', 'Small')
    expect(await applies(small.item)).toEqual(['read'])
    expect(await applies((await sent(team, 'notice', 'In fares', [], team.other)).item)).toEqual(['read', 'fares'])
    const long = [{ id: 'long', kind: 'paragraph', text: [{ text: 'word '.repeat(30).trim() }] }]
    expect(await applies((await sent(team, 'notice', 'Long', long)).item)).toEqual(['read', 'large'])
    const { version } = await team.writer.need('POST', `/drafts/${small.draft}/edits`, {
      body: { base: small.version, edits: [{ op: 'field', name: 'labels', value: [label.item] }] },
    })
    await team.writer.need('POST', `/drafts/${small.draft}/send`, { body: {}, ifMatch: version! })
    const now = { ...small, version: version! }
    await clearAt(team.reviewer, now, 'read')
    expect(await codes(team.publisher.ask('POST', `/drafts/${small.draft}/put-live`, { body: {}, ifMatch: version! }))).toEqual([
      422,
      'not-cleared',
    ])
    expect((await clearAt(team.reviewer, now, 'labelled')).status).toBe(200)
    expect((await team.publisher.ask('POST', `/drafts/${small.draft}/put-live`, { body: {}, ifMatch: version! })).status).toBe(200)
  })
  it('counts one of each group, and all accounts of one person as one', async () => {
    const { team } = here
    const [one, two, double] = [await colleague('reviewer'), await colleague('reviewer'), await colleague('reviewer')]
    const group = async (name: string, ...members: string[]) =>
      (await team.founder.need('POST', '/groups', { body: { name, members, roles: [] } })).group!
    const groups = [await group('Law', one.id, double.id), await group('Boats', two.id, double.id)]
    await routeFor(team.founder, 'post', {
      steps: [{ name: 'Both', gates: [aGate('both', { who: { people: [], groups, roles: [] }, each: 'group' })] }],
    })
    const made = await sent(team, 'post', 'One of each')
    await clearAt(one.client, made, 'both')
    expect((await gatesOf(made.item)).gates[0]).toMatchObject({ needed: 2, missing: 1 })
    await clearAt(two.client, made, 'both')
    expect((await gatesOf(made.item)).review).toBe('cleared')

    await routeFor(team.founder, 'post', { steps: [{ name: 'Two', gates: [aGate('two', { needed: 2 })] }] })
    await team.founder.need('PUT', `/people/${two.id}/same?anyway=yes`, { body: { same: one.id } })
    const again = await sent(team, 'post', 'Two of one')
    expect((await clearAt(one.client, again, 'two')).status).toBe(200)
    expect(await codes(clearAt(two.client, again, 'two'))).toEqual([422, 'cleared-before'])
    expect((await clearAt(double.client, again, 'two')).status).toBe(200)
    // What one account wrote, the other may not clear.
    await team.founder.need('PUT', `/people/${one.id}/roles`, {
      body: {
        roles: [
          { role: 'reviewer', section: null },
          { role: 'writer', section: null },
        ],
      },
    })
    const own = await one.client.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: { kind: 'post', section: team.section, title: 'Mine' },
    })
    await one.client.need('POST', `/drafts/${own.draft}/send`, { body: {}, ifMatch: own.version })
    expect(await codes(clearAt(two.client, own, 'two'))).toEqual([422, 'own-work'])
  })
})

describe('clearing several together', () => {
  it('clears all of them or none', async () => {
    const { team } = here
    await routeFor(team.founder, 'post', { steps: [{ name: 'Read', gates: [aGate('read')] }] })
    const [a, b, c] = [await sent(team, 'post', 'Part a'), await sent(team, 'post', 'Part b'), await sent(team, 'post', 'Part c')]
    const order = (entries: { draft: string; version: string }[]) =>
      team.reviewer.ask<Problem & { draft?: string }>('POST', '/clearances', {
        body: { note: 'As one', drafts: entries.map(({ draft, version }) => ({ draft, seen: version, gate: 'read' })) },
      })
    const stale = await order([a, { ...b, version: a.version }])
    expect([stale.status, stale.body.draft, stale.body.reasons[0]!.detail]).toEqual([412, b.draft, expect.stringMatching(/^“Part b”: /)])
    expect((await gatesOf(a.item)).review).toBe('in_review')
    expect((await order([a, b, c])).status).toBe(200)
    for (const { item } of [a, b, c]) expect((await gatesOf(item)).review).toBe('cleared')
  })
})

describe('a change of rights that would strand work', () => {
  it('names the routes and the drafts, and is made only when that is accepted', async () => {
    const { team } = here
    const only = await colleague('reviewer')
    await routeFor(team.founder, 'notice', {
      steps: [{ name: 'Law', gates: [aGate('law', { who: { people: [only.id], groups: [], roles: [] } })] }],
    })
    const made = await sent(team, 'notice', 'Hangs on one')
    const rest = (query = '') =>
      team.founder.ask<Problem & { type: string; stranded: number }>('PATCH', `/people/${only.id}${query}`, { body: { active: false } })
    const refused = await rest()
    expect([refused.status, refused.body.type]).toEqual([409, 'urn:yieldgate:problem:would-strand'])
    expect(refused.body.reasons.map(({ code }) => code)).toEqual(expect.arrayContaining(['gate-dead', 'draft-stranded']))
    expect(refused.body.reasons.find(({ code }) => code === 'draft-stranded')).toMatchObject({
      detail: '“Hangs on one” could not pass “law” any more',
      at: made.draft,
    })
    expect((await only.client.ask('GET', '/today')).status).toBe(200)
    expect((await rest('?anyway=yes')).status).toBe(200)
    expect((await only.client.ask('GET', '/today')).status).toBe(401)
  })
})

describe('roles that are not used together', () => {
  it('are held, but one of them rests in a session, from the next request on', async () => {
    const { team } = here
    const both = await colleague('reviewer', 'publisher')
    const rules = [{ name: 'Two roles', roles: ['reviewer', 'publisher'], most: 1, dynamic: true }]
    expect((await team.founder.ask('PUT', '/separations', { body: { rules } })).status).toBe(200)
    const exclusive = async () =>
      (await both.client.need<{ person: { exclusiveRoles: { id: string; used: boolean }[] } }>('GET', '/session')).person.exclusiveRoles
    expect((await exclusive()).map(({ id, used }) => [id, used])).toEqual([
      ['reviewer', true],
      ['publisher', false],
    ])
    await routeFor(team.founder, 'post', { steps: [{ name: 'Read', gates: [aGate('read')] }] })
    const made = await sent(team, 'post', 'Two roles')
    expect((await clearAt(both.client, made, 'read')).status).toBe(200)
    const live = () => both.client.ask<Problem>('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
    expect(await codes(live())).toEqual([403, 'right-missing'])
    const use = (...roles: string[]) => both.client.ask<Problem>('PUT', '/session/roles', { body: { roles } })
    expect(await codes(use('reviewer', 'publisher'))).toEqual([422, 'roles-apart'])
    expect(await codes(use('steward'))).toEqual([422, 'role-not-held'])
    expect((await use('publisher')).status).toBe(204)
    expect((await live()).status).toBe(200)
    const next = await sent(team, 'post', 'Other hat')
    expect(await codes(clearAt(both.client, next, 'read'))).toEqual([403, 'right-missing'])
    // Another session of theirs is another choice.
    const elsewhere = await new Client(here.server.origin).signIn(both.email, PASSWORD)
    expect((await clearAt(elsewhere, next, 'read')).status).toBe(200)
    // A steward who looks as them changes nothing of that.
    await team.founder.need('POST', '/session/as', { body: { person: both.id } })
    expect(await codes(team.founder.ask('PUT', '/session/roles', { body: { roles: ['reviewer'] } }))).toEqual([403, 'looking-only'])
    await team.founder.need('DELETE', '/session/as')
    // The rule holds the founder too, who has all roles: another lifts it.
    expect(await codes(team.founder.ask('PUT', '/separations', { body: { rules: [] } }))).toEqual([422, 'own-rights'])
    await team.steward.need('PUT', '/separations', { body: { rules: [] } })
    expect(await exclusive()).toEqual([])
  })
})

describe('what one says of oneself', () => {
  it('is kept: a time zone that exists, density, how one is written to, a picture made small', async () => {
    const { writer } = here.team
    await writer.need('PATCH', '/me', { body: { zone: 'America/Lima', density: 'close', mail: 'daily' } })
    expect((await writer.need<{ person: object }>('GET', '/session')).person).toMatchObject({
      zone: 'America/Lima',
      density: 'close',
      mail: 'daily',
    })
    expect(await codes(writer.ask('PATCH', '/me', { body: { zone: 'Moon/Base' } }))).toEqual([422, 'zone-unknown'])
    const bytes = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#1d5b57' } })
      .png()
      .toBuffer()
    await writer.need('PUT', '/me/picture', { body: { picture: bytes.toString('base64') } })
    const id = await idOf(writer)
    const answer = await fetch(`${here.server.origin}/api/v1/people/${id}/picture`, { headers: { cookie: here.team.reviewer.session } })
    expect(answer.headers.get('content-type')).toBe('image/webp')
    expect(await sharp(Buffer.from(await answer.arrayBuffer())).metadata()).toMatchObject({ width: 128, height: 128 })
    expect(await codes(writer.ask('PUT', '/me/picture', { body: { picture: Buffer.from('no picture').toString('base64') } }))).toEqual([
      415,
      'picture-type',
    ])
    await writer.need('DELETE', '/me/picture')
    expect((await here.team.reviewer.ask('GET', `/people/${id}/picture`)).status).toBe(404)
  })
})
