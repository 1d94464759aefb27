import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEFAULT_SIGN_IN, type SignInRules } from '../../core/access/signIn'
import { wallTimeOf } from '../../core/time/zone'
import { firstCodeFile } from '../../server/services/people/firstCode'
import { codeAt } from '../../server/services/people/secondFactor'
import { tokenIn, type Mailbox } from './mailbox'

const ROOT = join(import.meta.dirname, '..', '..')

/** A free port of the loopback. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer()
    server.listen(0, '127.0.0.1', () => {
      const address = server.address()
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })

export interface TestServer {
  origin: string
  folder: string
  process: ChildProcess
  /** Moves the server's clock ahead of the machine's by so many milliseconds. */
  moveClock(ms: number): void
  /** Ends it as a crash would, and waits until it is gone. */
  kill(): Promise<void>
  /** Ends it and removes its data. */
  stop(): Promise<void>
}

/** Starts the built server on a data folder (a new one by default) and waits until it answers. */
export async function startServer({
  folder = mkdtempSync(join(tmpdir(), 'yieldgate-')),
  env = {} as Record<string, string>,
} = {}): Promise<TestServer> {
  const port = await freePort()
  const clockFile = join(folder, 'clock')
  const moveClock = (ms: number) => {
    writeFileSync(clockFile, String(ms))
    // Two moves within one tick of the file system's clock must differ.
    const stamp = new Date(Date.now() + Math.random() * 10_000)
    utimesSync(clockFile, stamp, stamp)
  }
  const child = spawn(process.execPath, [join(ROOT, '.output', 'server', 'index.mjs')], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      YIELDGATE_DATA: folder,
      YIELDGATE_DEMO: '0',
      YIELDGATE_CLOCK_FILE: clockFile,
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      HOST: '127.0.0.1',
      PORT: String(port),
      YIELDGATE_LOG: 'fatal',
      YIELDGATE_CHECK_ANSWERS: '1',
      // All of a test’s readers come from one origin.
      YIELDGATE_MADE_PER_SECOND: '10000',
      ...env,
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  const origin = `http://127.0.0.1:${port}`
  for (let tries = 0; ; tries++) {
    const answer = await fetch(`${origin}/api/v1/health`).catch(() => null)
    if (answer?.ok) break
    if (tries > 600 || child.exitCode !== null) throw new Error('The server did not start; was it built?')
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  const kill = async () => {
    child.kill('SIGKILL')
    await ended
  }
  return {
    origin,
    folder,
    process: child,
    moveClock,
    kill,
    async stop() {
      await kill()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

export interface Answer<T = Record<string, unknown>> {
  status: number
  body: T
  headers: Headers
}

/** Asks the API as one person: keeps the session's cookie. */
export class Client {
  private cookie = ''
  constructor(readonly origin: string) {}

  async ask<T = Record<string, never>>(
    method: string,
    path: string,
    {
      body,
      ifMatch,
      headers = {},
      raw,
    }: { body?: unknown; ifMatch?: string | undefined; headers?: Record<string, string>; raw?: BodyInit } = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.origin}/api/v1${path}`, {
      method,
      redirect: 'manual',
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(ifMatch === undefined ? {} : { 'if-match': `"${ifMatch}"` }),
        ...headers,
      },
      ...(raw === undefined ? (body === undefined ? {} : { body: JSON.stringify(body) }) : { body: raw }),
    })
    const set = response.headers.getSetCookie().find((value) => /^(__Host-)?yieldgate_session=/.test(value))
    if (set) this.cookie = set.split(';')[0]!
    const text = await response.text()
    return {
      status: response.status,
      headers: response.headers,
      body: (text && /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : {}) as T,
    }
  }
  /** The body of an answer that must be a success. */
  async need<T = Record<string, string>>(method: string, path: string, options: Parameters<Client['ask']>[2] = {}): Promise<T> {
    const answer = await this.ask<T>(method, path, options)
    if (answer.status >= 300) throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`)
    return answer.body
  }
  async signIn(email: string, password: string): Promise<this> {
    await this.need('POST', '/session', { body: { email, password } })
    return this
  }
  get session(): string {
    return this.cookie
  }
}

export const PASSWORD = 'the boat leaves at six'
export const ROLES = ['writer', 'section-editor', 'reviewer', 'publisher', 'site-keeper', 'steward'] as const
export type RoleId = (typeof ROLES)[number]

export interface Team extends Record<RoleId, Client> {
  founder: Client
  section: string
  other: string
}

/** A form with a file, as a browser sends it. */
export function formOf(content: BlobPart, name = 'list.csv'): FormData {
  const form = new FormData()
  form.append('file', new Blob([content]), name)
  return form
}

/** The code with which the site of a new folder is begun, as its console printed it. */
export const firstCodeOf = ({ folder }: TestServer): string => readFileSync(firstCodeFile(folder), 'utf8')

export interface Added {
  name: string
  email: string
  roles: { role: string; section: string | null }[]
}
/** Adds a colleague, who takes the invitation from the answer, or from the mail where the office sends mail, and is signed in. */
export async function colleagueOf(founder: Client, added: Added, box?: Mailbox): Promise<{ id: string; client: Client }> {
  const { person, link } = await founder.need<{ person: string; link: string | null }>('POST', '/people', { body: added })
  const token = link
    ? new URL(link).searchParams.get('with')
    : tokenIn(await until(async () => box!.to(added.email)[0], `the invitation of ${added.email}`))
  const client = new Client(founder.origin)
  await client.need('POST', '/invitation', { body: { with: token, password: PASSWORD } })
  return { id: person, client }
}

/**
 * How a team of tests signs in: nobody needs a second factor, and a clock that is moved on by hours ends no session of an hour
 * before. Each of its stewards changes rights alone.
 */
export const EASY_SIGN_IN: SignInRules = { ...DEFAULT_SIGN_IN, secondFactor: 'by-choice', strict: DEFAULT_SIGN_IN.others }

async function signInEasily(founder: Client, sendsMail: boolean): Promise<void> {
  const set = async () => {
    await founder.need('PUT', '/sign-in-rules', { body: EASY_SIGN_IN })
    await founder.need('PUT', '/second-yes', { body: { asked: 'none' } })
  }
  if (!sendsMail) return void (await set())
  // Where mail goes out, a steward needs a second factor before anything else: the founder turns one on, and takes it off again.
  const { secret } = await founder.need('POST', '/me/second-factor', { body: { current: PASSWORD } })
  await founder.need('PUT', '/me/second-factor', { body: { code: codeAt(secret!, new Date()) } })
  await set()
  await founder.need('DELETE', '/me/second-factor', { body: { current: PASSWORD } })
}

/** Begins a site with two sections and one person of each role on the whole site. */
export async function foundTeam(server: TestServer, box?: Mailbox): Promise<Team> {
  const founder = new Client(server.origin)
  await founder.need('POST', '/first-start', {
    body: {
      code: firstCodeOf(server),
      siteName: 'Larkholm Ferries',
      zone: 'Europe/Oslo',
      language: 'en',
      name: 'Maren Ostby',
      email: 'founder@larkholm.example',
      password: PASSWORD,
    },
  })
  await signInEasily(founder, box !== undefined)
  const { section } = await founder.need('POST', '/sections', { body: { name: 'News' } })
  const { section: other } = await founder.need('POST', '/sections', { body: { name: 'Fares' } })
  const team = {} as Record<RoleId, Client>
  for (const role of ROLES) {
    const email = `${role}@larkholm.example`
    team[role] = (await colleagueOf(founder, { name: `The ${role}`, email, roles: [{ role, section: null }] }, box)).client
  }
  return { ...team, founder, section: section!, other: other! }
}

interface Draft {
  item: string
  draft: string
  version: string
}

/** Starts a post and takes it as far as asked. */
export async function writePost(
  team: Team,
  title: string,
  upTo: 'draft' | 'in_review' | 'cleared' | 'live' = 'draft',
  kind = 'post',
): Promise<Draft> {
  const made = await team.writer.need<Draft>('POST', '/items', {
    body: {
      kind,
      section: team.section,
      title,
      content: { body: [{ id: 'first', kind: 'paragraph', text: [{ text: `${title}, first words.` }] }] },
    },
  })
  if (upTo === 'draft') return made
  await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: { note: 'Please' }, ifMatch: made.version })
  if (upTo === 'in_review') return made
  await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version })
  if (upTo === 'live') await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
  return made
}

export const HOUR = 3_600_000

/** The wall time of the site's zone so many hours ahead of the machine's clock. */
export const wallIn = (hours: number): { date: string; time: string; choice: 'later' } => {
  const { date, time } = wallTimeOf(new Date(Date.now() + hours * HOUR).toISOString(), 'Europe/Oslo')
  return { date, time, choice: 'later' }
}

/** Asks again until it is so; the server works at its own pace. */
export async function until<T>(ask: () => Promise<T | false | null | undefined>, what: string, seconds = 15): Promise<T> {
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    const value = await ask()
    if (value) return value
    await new Promise((resolve) => setTimeout(resolve, 40))
  }
  throw new Error(`Waited in vain for ${what}`)
}

/** Listens to the office's news as someone; `heard` answers all that came so far. */
export async function listen(origin: string, session: string): Promise<{ heard: () => string; stop: () => void }> {
  const control = new AbortController()
  const stream = await fetch(`${origin}/api/v1/stream`, { headers: { cookie: session }, signal: control.signal })
  const reader = stream.body!.getReader()
  let text = ''
  void (async () => {
    for (;;) {
      const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true }))
      if (done) return
      text += Buffer.from(value!).toString()
    }
  })()
  return { heard: () => text, stop: () => control.abort() }
}
