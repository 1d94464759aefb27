import { afterAll, beforeAll } from 'vitest'
import { openMailbox, type Mailbox } from './mailbox'
import { Client, colleagueOf, foundTeam, HOUR, PASSWORD, startServer, until, type Team, type TestServer } from './server'

export interface Problem {
  reasons: { code: string; detail: string; at?: string; help?: string[] }[]
}

/** Status and reasons of an answer, for comparing at once. */
export const codes = async (answer: Promise<{ status: number; body: Problem }>): Promise<(number | string)[]> => {
  const { status, body } = await answer
  return [status, ...(body?.reasons ?? []).map(({ code }) => code)]
}

/**
 * A server with a team of one person of each role, for a file of tests; both are there once the tests begin. It sends mail
 * to a box where one is asked for.
 */
export function withTeam(env: Record<string, string> = {}, { mail = false } = {}) {
  const here = {} as { server: TestServer; team: Team; box: Mailbox }
  let hours = 0
  let made = 0
  beforeAll(async () => {
    if (mail) here.box = await openMailbox()
    here.server = await startServer({ env: { ...env, ...(mail ? { YIELDGATE_SMTP: here.box.address } : {}) } })
    here.team = await foundTeam(here.server, here.box)
  })
  afterAll(async () => {
    await here.server.stop()
    await here.box?.close()
  })
  return {
    here,
    /** Lets so many hours pass for the server. */
    async pass(more: number): Promise<void> {
      hours += more
      here.server.moveClock(hours * HOUR)
      const due = Date.now() + hours * HOUR - 60_000
      // Sessions may be over by then, of those who ask seldom too.
      const asks = async (role: string, client: Client) => {
        const answer = await client.ask<{ now: string }>('GET', '/site')
        if (answer.status === 401) await client.signIn(`${role}@larkholm.example`, PASSWORD)
        return Date.parse(answer.body.now)
      }
      const { steward } = here.team
      await until(async () => (await asks('steward', steward)) > due, 'the clock')
      for (const [role, client] of Object.entries(here.team)) if (client instanceof Client) await asks(role, client)
    },
    /** The server's present. */
    now: () => new Date(Date.now() + hours * HOUR),
    /** A colleague who is signed in, with these roles on the whole site. */
    async colleague(...roles: string[]): Promise<{ id: string; email: string; name: string; client: Client }> {
      const [name, email] = [`Colleague ${++made}`, `colleague${made}@larkholm.example`]
      const added = await colleagueOf(here.team.founder, { name, email, roles: roles.map((role) => ({ role, section: null })) }, here.box)
      return { name, email, ...added }
    },
    idOf: async (client: Client) => (await client.need<{ person: { id: string } }>('GET', '/session')).person.id,
  }
}

/** A gate as the API takes it, guarded by anyone who may clear. */
export const aGate = (id: string, more: object = {}) => ({
  id,
  name: id,
  who: { people: [], groups: [], roles: [] },
  needed: 1,
  authorsMayClear: false,
  covers: 'all-but-shown-date',
  ...more,
})
export const NOBODY = { people: [], groups: [], roles: [] }

/** A calendar in which every hour is one of work, so that tests need not ask what day it is. */
export async function always(founder: Client): Promise<string> {
  const week = Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }])
  return (await founder.need('POST', '/calendars', { body: { name: 'Always', week, holidays: [] } })).calendar!
}

/** Makes a route and lets items of a kind go it; the other rules stay. */
export async function routeFor(founder: Client, kind: string, route: object): Promise<string> {
  const { rules } = await founder.need<{ rules: { kind: string | null }[] }>('GET', '/routes')
  const { route: id } = await founder.need('POST', '/routes', { body: { name: `For ${kind}`, ...route } })
  await founder.need('PUT', '/route-rules', {
    body: { rules: [...rules.filter((rule) => rule.kind !== kind), { kind, section: null, route: id }] },
  })
  return id!
}

export interface Draft {
  item: string
  draft: string
  version: string
}
/** Begins an item of a kind and sends it to review. */
export async function sent(team: Team, kind: string, title: string, body: object[] = [], section = team.section): Promise<Draft> {
  const content = { body: [{ id: 'first', kind: 'paragraph', text: [{ text: `${title}, first words.` }] }, ...body] }
  const made = await team.writer.need<Draft>('POST', '/items', { body: { kind, section, title, content } })
  await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: { note: 'Please' }, ifMatch: made.version })
  return made
}
export const clearAt = (client: Client, { draft, version }: Draft, gate: string) =>
  client.ask<Problem>('POST', `/drafts/${draft}/clear`, { body: { gate }, ifMatch: version })

export interface Told {
  kind: string
  title: string | null
  gate: string | null
  note: string
  words: string
  seen: boolean
}
/** What someone was told of an item, once it is there. */
export const toldOf = (client: Client, title: string, kind: string): Promise<Told> =>
  until(
    async () =>
      (await client.need<{ news: Told[] }>('GET', '/me/notifications')).news.find((entry) => entry.title === title && entry.kind === kind),
    `being told: ${kind} ${title}`,
  )
