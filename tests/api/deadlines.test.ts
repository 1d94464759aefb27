import { describe, expect, it } from 'vitest'
import { until, type Client } from '../support/server'
import { aGate, always, clearAt, codes, NOBODY, routeFor, sent, toldOf, withTeam, type Draft, type Problem } from '../support/team'

const { here, pass, colleague, idOf } = withTeam()
interface Exception {
  exception: string
  item: string
  due: string | null
  gates: string[]
}
const exceptionOf = async (client: Client, item: string) =>
  (await client.need<{ exceptions: Exception[] }>('GET', '/today')).exceptions.find((entry) => entry.item === item)
const putFast = (client: Client, made: Draft, fast = 'Storm') =>
  client.ask<Problem>('POST', `/drafts/${made.draft}/put-live`, { body: { fast }, ifMatch: made.version })
const onSite = async (item: string) =>
  here.team.writer.need<{ onSite: string; live: { version: string } | null; draft: { review: string } | null }>('GET', `/items/${item}`)

describe('a gate with a deadline', () => {
  it('reminds its guards, then tells them and whom it names, each once; what was cleared is quiet', async () => {
    const { team } = here
    const calendar = await always(team.founder)
    const boss = await colleague('writer')
    await routeFor(team.founder, 'post', {
      steps: [
        {
          name: 'Read',
          gates: [aGate('read', { deadline: { hours: 8, calendar, remind: 2, escalate: { ...NOBODY, people: [boss.id] } } })],
        },
      ],
    })
    const slow = await sent(team, 'post', 'Slow')
    const quick = await sent(team, 'post', 'Quick')
    expect((await toldOf(team.reviewer, 'Slow', 'waits')).words).toBe('“Slow” waits for you at “read”: “Please”')
    const [line] = (await team.reviewer.need<{ waiting: { item: string; due: string }[] }>('GET', '/today')).waiting.filter(
      ({ item }) => item === slow.item,
    )
    expect(Math.round((Date.parse(line!.due) - Date.now()) / 3_600_000)).toBe(8)
    const board = await team.reviewer.need<{ waiting: { item: string; due: string }[] }>('GET', '/flow')
    expect(board.waiting.find(({ item }) => item === slow.item)!.due).toBe(line!.due)
    await team.reviewer.need('POST', `/drafts/${quick.draft}/clear`, { body: { gate: 'read' }, ifMatch: quick.version })
    await pass(7)
    await toldOf(team.reviewer, 'Slow', 'reminder')
    await pass(2)
    expect((await toldOf(boss.client, 'Slow', 'late')).words).toBe('“Slow” is late at “read”')
    await toldOf(team.reviewer, 'Slow', 'late')
    await pass(20)
    const all = async (client: Client) => (await client.need<{ news: { kind: string; title: string }[] }>('GET', '/me/notifications')).news
    const journal = await team.steward.need<{ rows: { action: string }[] }>('GET', `/journal?item=${slow.item}&limit=100`)
    expect(journal.rows.filter(({ action }) => action === 'gate.late' || action === 'gate.reminded')).toHaveLength(2)
    expect((await all(boss.client)).filter(({ title }) => title === 'Quick')).toEqual([])
    expect((await all(team.reviewer)).filter(({ title, kind }) => title === 'Quick' && kind !== 'waits')).toEqual([])
    // Who wrote it is not told that it waits for them.
    expect((await all(team.writer)).filter(({ kind }) => kind === 'waits')).toEqual([])
  })
  it('counts the hours of its calendar alone, and a calendar in use is not ended', async () => {
    const { founder } = here.team
    const calendars = await founder.need<{ id: string; name: string }[]>('GET', '/calendars')
    const used = calendars.find(({ name }) => name === 'Always')!
    expect(await codes(founder.ask('DELETE', `/calendars/${used.id}`))).toEqual([409, 'calendar-used'])
    const week = Array.from({ length: 7 }, (_, day) => (day === 0 ? [{ from: '16:00', to: '08:00' }] : []))
    expect(await codes(founder.ask('POST', '/calendars', { body: { name: 'Wrong', week, holidays: [] } }))).toEqual([422, 'hours-wrong'])
    const { calendar } = await founder.need('POST', '/calendars', {
      body: {
        name: 'Mondays',
        week: Array.from({ length: 7 }, (_, day) => (day === 0 ? [{ from: '08:00', to: '16:00' }] : [])),
        holidays: [],
      },
    })
    await founder.need('PUT', `/calendars/${calendar}`, {
      body: { name: 'Nights', week: [[{ from: '00:00', to: '08:00' }], [], [], [], [], [], []], holidays: ['2026-12-28'] },
    })
    await founder.need('DELETE', `/calendars/${calendar}`)
    expect((await founder.need<{ id: string }[]>('GET', '/calendars')).map(({ id }) => id)).not.toContain(calendar)
  })
})

describe('a calendar', () => {
  it('stays while work is under way by it, also on a route that has another since', async () => {
    const { team } = here
    const { founder } = team
    const calendar = await always(founder)
    const timed = (hours?: string) => ({
      name: 'Timed',
      steps: [
        { name: 'Read', gates: [aGate('read', hours ? { deadline: { hours: 8, calendar: hours, remind: 0, escalate: NOBODY } } : {})] },
      ],
    })
    const route = await routeFor(founder, 'page', timed(calendar))
    const made = await sent(team, 'page', 'Under way')
    await founder.need('PUT', `/routes/${route}`, { body: timed() })
    expect(await codes(founder.ask('DELETE', `/calendars/${calendar}`))).toEqual([409, 'calendar-used'])
    await team.founder.need('POST', `/drafts/${made.draft}/reroute`, { ifMatch: made.version })
    expect((await founder.ask('DELETE', `/calendars/${calendar}`)).status).toBe(204)
  })
})

describe('handing on', () => {
  it('puts it before a colleague who may clear there, who is told; not before one who may not', async () => {
    const { team } = here
    const other = await colleague('reviewer')
    const made = await sent(team, 'post', 'Handed')
    const hand = (person: string, client = team.reviewer) =>
      client.ask<Problem>('POST', `/drafts/${made.draft}/hand`, {
        body: { gate: 'read', person, note: 'You know boats' },
        ifMatch: made.version,
      })
    expect(await codes(hand(await idOf(team.writer)))).toEqual([422, 'not-theirs'])
    expect((await hand(other.id, team['site-keeper'])).status).toBe(204)
    expect((await toldOf(other.client, 'Handed', 'handed')).words).toBe('The site-keeper handed you “Handed” at “read”: “You know boats”')
    const waiting = async (client: Client) =>
      (await client.need<{ waiting: { item: string; handedBy: string | null; handedAway: boolean }[] }>('GET', '/today')).waiting.find(
        ({ item }) => item === made.item,
      )
    expect((await waiting(other.client))!.handedBy).toBe('The site-keeper')
    expect((await waiting(team.reviewer))!.handedAway).toBe(true)
    const page = await team.writer.need<{ draft: { gates: { wait: { handed: string } }[] } }>('GET', `/items/${made.item}`)
    expect(page.draft.gates[0]!.wait.handed).toBe(other.name)
    expect((await clearAt(team.reviewer, made, 'read')).status).toBe(200)
  })
})

let chief: Awaited<ReturnType<typeof colleague>>
describe('the fast lane', () => {
  it('is for those with its right, on routes that have one, with a reason; its gates look at it afterwards', async () => {
    const { team } = here
    const calendar = await always(team.founder)
    chief = await colleague('writer')
    await routeFor(team.founder, 'notice', {
      steps: [{ name: 'Read', gates: [aGate('read'), aGate('law')] }],
      fast: { hours: 4, calendar, escalate: { ...NOBODY, people: [chief.id] }, takesBack: true },
    })
    const slow = await sent(team, 'post', 'No lane')
    expect(await codes(putFast(team.publisher, slow))).toEqual([422, 'no-fast-lane'])
    const made = await sent(team, 'notice', 'Storm')
    expect(await codes(putFast(team['section-editor'], made))).toEqual([403, 'right-missing'])
    expect(await codes(putFast(team.publisher, made, ' '))).toEqual([422, 'reason-missing'])
    expect((await putFast(team.publisher, made)).status).toBe(200)
    expect((await onSite(made.item)).onSite).toBe('live')
    await toldOf(team.reviewer, 'Storm', 'look-after')
    const line = (await exceptionOf(team.reviewer, made.item))!
    expect([
      line.gates,
      Math.round((Date.parse(line.due!) - Date.parse((await team.steward.need('GET', '/site')).now!)) / 3_600_000),
    ]).toEqual([['read', 'law'], 4])
    const look = (client: Client, verdict = 'fine') =>
      client.ask<Problem>('POST', `/exceptions/${line.exception}/look`, { body: { verdict } })
    // Neither who wrote it nor who put it live looks at it.
    expect(await codes(look(team.writer))).toEqual([403, 'right-missing'])
    const both = await team.founder.need<{ exceptions: Exception[] }>('GET', '/today')
    expect(both.exceptions.map(({ item }) => item)).toContain(made.item)
    expect((await look(team.reviewer)).body).toEqual({ open: [] })
    expect(await exceptionOf(team.reviewer, made.item)).toBeUndefined()
    await pass(10)
    expect((await onSite(made.item)).onSite).toBe('live')
  })
  it('tells whom its route names when nobody has looked in time, and takes it back with its draft', async () => {
    const { team } = here
    const made = await sent(team, 'notice', 'Unread')
    await putFast(team.publisher, made)
    await pass(3)
    expect((await onSite(made.item)).onSite).toBe('live')
    await pass(2)
    await until(async () => (await onSite(made.item)).onSite === 'withdrawn', 'being taken back')
    expect((await onSite(made.item)).draft?.review).toBe('returned')
    await toldOf(team.publisher, 'Unread', 'taken-back')
    for (const client of [team.reviewer, chief.client]) await toldOf(client, 'Unread', 'look-late')
    // There is nothing left to look at.
    expect(await exceptionOf(team.reviewer, made.item)).toBeUndefined()
    const journal = await team.steward.need<{ rows: { action: string; person: string | null }[] }>(
      'GET',
      `/journal?item=${made.item}&limit=100`,
    )
    expect(journal.rows.map(({ action }) => action)).toEqual(
      expect.arrayContaining(['exception.opened', 'exception.late', 'exception.taken-back']),
    )
  })
  it('takes back to what was live before, at once where a reviewer says so', async () => {
    const { team } = here
    const made = await sent(team, 'notice', 'Twice')
    for (const at of ['read', 'law']) await clearAt(team.reviewer, made, at)
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
    const again = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, { body: {} })
    const { version } = await team.writer.need('POST', `/drafts/${again.draft}/edits`, {
      body: { base: again.head, edits: [{ op: 'field', name: 'summary', value: 'Other words' }] },
    })
    expect((await putFast(team.publisher, { item: made.item, draft: again.draft, version: version! })).status).toBe(200)
    const { exception } = (await exceptionOf(team.reviewer, made.item))!
    await team.reviewer.need('POST', `/exceptions/${exception}/look`, { body: { verdict: 'not-fine', note: 'Wrong boat' } })
    const page = await onSite(made.item)
    expect([page.onSite, page.live!.version, page.draft!.review]).toEqual(['live', made.version, 'returned'])
    expect((await toldOf(team.publisher, 'Twice', 'not-fine')).note).toBe('Wrong boat')
  })
  it('never takes back to what was not cleared itself, and sees through a move', async () => {
    const { team } = here
    const made = await sent(team, 'notice', 'Thrice')
    for (const at of ['read', 'law']) await clearAt(team.reviewer, made, at)
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
    for (const summary of ['First haste', 'Second haste']) {
      const { draft, head } = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${made.item}/drafts`, { body: {} })
      const { version } = await team.writer.need('POST', `/drafts/${draft}/edits`, {
        body: { base: head, edits: [{ op: 'field', name: 'summary', value: summary }] },
      })
      expect((await putFast(team.publisher, { item: made.item, draft, version: version! })).status).toBe(200)
      await team.founder.need('POST', `/items/${made.item}/move`, {
        body: { section: summary === 'First haste' ? team.other : team.section },
      })
    }
    await pass(5)
    // The first haste was live right before the second; neither was cleared.
    await until(async () => (await onSite(made.item)).live?.version === made.version, 'what was cleared to be back')
    expect((await onSite(made.item)).onSite).toBe('live')
    expect(await exceptionOf(team.reviewer, made.item)).toBeUndefined()
  })
})
