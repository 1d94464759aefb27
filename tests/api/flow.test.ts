import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Client, Team, TestServer } from '../support/server'
import { colleagueOf, foundTeam, HOUR, startServer, until, writePost } from '../support/server'

let server: TestServer
let team: Team
let hours = 0
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

/** Lets so many hours pass for the server. */
async function pass(more: number) {
  hours += more
  server.moveClock(hours * HOUR)
  const due = Date.now() + hours * HOUR - 60_000
  await until(async () => Date.parse((await team.steward.need('GET', '/site')).now!) > due, 'the clock')
}
interface Figures {
  id: string
  name: string
  waiting: number
  judged: number
  median: number | null
  returned: number | null
  average: number
}
interface Flow {
  waiting: { item: string; gate: string; since: string; guards: string; mine: boolean; title: string }[]
  gates: Figures[]
  sections: Figures[]
  months: { name: string; begun: number }[]
}
const flow = (client: Client = team.reviewer) => client.need<Flow>('GET', '/flow')
const judge = (post: { draft: string; version: string }, how: 'clear' | 'return') =>
  team.reviewer.need('POST', `/drafts/${post.draft}/${how}`, {
    body: { gate: 'review', ...(how === 'return' ? { notes: [{ text: 'No' }] } : {}) },
    ifMatch: post.version,
  })

describe('the flow of work through the gates', () => {
  it('says what waits since when, and from the journal how long it waited and how often it came back', async () => {
    expect(await flow()).toMatchObject({ waiting: [], gates: [], sections: [], months: [] })
    const first = await writePost(team, 'First in', 'in_review')
    const sent = (await flow()).waiting
    expect(sent).toMatchObject([{ title: 'First in', gate: 'reviewed review', guards: 'a reviewer', mine: true }])
    await pass(2)
    const second = await writePost(team, 'Second in', 'in_review')
    expect((await flow()).waiting.map((line) => [line.title, line.since])).toEqual([
      ['First in', sent[0]!.since],
      ['Second in', expect.any(String)],
    ])
    await judge(first, 'clear')
    await pass(4)
    await judge(second, 'return')
    const taken = await writePost(team, 'Taken back', 'in_review')
    await team.writer.need('POST', `/drafts/${taken.draft}/pull-out`, { ifMatch: taken.version })
    const { waiting, gates, sections, months } = await flow()
    expect(waiting).toEqual([])
    expect(gates).toMatchObject([{ id: 'reviewed review', name: 'Review', waiting: 0, judged: 2, returned: 0.5 }])
    expect(gates[0]!.median! / HOUR).toBeCloseTo(3, 1)
    expect(sections).toMatchObject([{ name: 'News', judged: 2 }])
    expect(months.reduce((sum, month) => sum + month.begun, 0)).toBe(3)
  })
  it('a change after it was sent ends its stay, and so do the bin and a way past the gate', async () => {
    const edited = await writePost(team, 'Edited', 'in_review')
    const binned = await writePost(team, 'Binned', 'in_review')
    const hurried = await writePost(team, 'Hurried', 'in_review')
    expect((await flow()).gates[0]!.waiting).toBe(3)
    await team.writer.need('POST', `/drafts/${edited.draft}/edits`, {
      body: { base: edited.version, edits: [{ op: 'field', name: 'summary', value: 'New' }] },
    })
    await team['site-keeper'].need('POST', `/items/${binned.item}/bin`)
    await team.publisher.need('POST', `/drafts/${hurried.draft}/put-live`, { body: { exception: 'A storm' }, ifMatch: hurried.version })
    const { waiting, gates } = await flow()
    expect(waiting).toEqual([])
    expect(gates).toMatchObject([{ waiting: 0, judged: 2 }])
  })
  it('tells nobody of sections that they may not read', async () => {
    await writePost(team, 'In News', 'in_review')
    const { client: other } = await colleagueOf(team.founder, {
      name: 'Of Fares',
      email: 'fares@larkholm.example',
      roles: [{ role: 'reviewer', section: team.other }],
    })
    expect(await flow(other)).toMatchObject({ waiting: [], gates: [], sections: [], months: [] })
    expect((await flow()).waiting).toHaveLength(1)
    expect((await flow(team.writer)).waiting).toMatchObject([{ mine: false }])
  })
})
