import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import sharp from 'sharp'
import { formOf, foundTeam, startServer, type Client, type Team, type TestServer } from '../tests/support/server'
import { percentile, type Row } from './report'
import { paragraph } from './site'

const SECONDS = 6
const READERS_P99_MS = 50
const SAVE_RATIO = 2

interface Made {
  item: string
  draft: string
  version: string
}
/** A page of nearly as many words as one may have. */
const longBody = (seed: number, words = 190_000) =>
  Array.from({ length: words / 2_000 }, (_, index) => paragraph(`long${index}`, seed * 1_000 + index, 2_000))
const begin = (client: Client, section: string, title: string, body: object[]) =>
  client.need<Made>('POST', '/items', { body: { kind: 'post', section, title, content: { body } } })

/** What one account does again and again at its worst, and how it is answered: another answer would be of something else. */
interface Attack {
  what: string
  by: Client
  method: string
  path: string
  body?: Blob | FormData
  answered: number
}

async function attacks(team: Team): Promise<Attack[]> {
  const { founder, writer } = team
  const long: Made[] = []
  for (let seed = 1; seed <= 6; seed++) long.push(await begin(writer, team.section, `Long ${seed}`, longBody(seed)))
  const sixty = Array.from({ length: 60 }, (_, index) => `text:${['boat', 'quay', 'ramp', 'tide', 'none'][index % 5]}${index || ''}`).join(
    ' or ',
  )

  // A draft and the live page that each changed half of the words.
  const behind = long[0]!
  await founder.need('POST', `/drafts/${behind.draft}/put-live`, { body: { exception: 'To begin with' }, ifMatch: behind.version })
  const open = async (name: string) =>
    founder.need<{ draft: string; head: string }>('POST', `/items/${behind.item}/drafts`, { body: { name } })
  const [mine, theirs] = [await open('Mine'), await open('Theirs')]
  const rewrite = async ({ draft, head }: { draft: string; head: string }, seed: number) =>
    founder.need('POST', `/drafts/${draft}/edits`, {
      body: { base: head, edits: longBody(seed, 100_000).map((block) => ({ op: 'replace', block })) },
    })
  await rewrite(mine, 21)
  const changed = await rewrite(theirs, 22)
  await founder.need('POST', `/drafts/${theirs.draft}/put-live`, {
    body: { exception: 'So that the other is behind' },
    ifMatch: changed.version!,
  })

  const never = { from: '2027-03-05T15:00', until: '2027-03-05T16:00', rule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' }
  const timed = await begin(
    writer,
    team.section,
    'Never',
    Array.from({ length: 100 }, (_, index) => ({ ...paragraph(`never${index}`, index, 5), window: never })),
  )
  // Noise costs a decoder and an encoder the most; this much of it is just below the largest file that is taken.
  const side = 4_000
  const noise = await sharp(randomBytes(side * side), { raw: { width: side, height: side, channels: 1 } })
    .jpeg({ quality: 12 })
    .toBuffer()
  if (noise.length > 5 * 1024 * 1024) throw new Error(`The picture has ${noise.length} bytes; it would be refused unread`)
  const list = new Blob([`id,title\r\n${'none,x\r\n'.repeat(200_000)}`])
  const hits = JSON.stringify({ list: {}, rewrite: { what: 'text', words: 'a', to: 'b' } })
  const get = { method: 'GET', answered: 200 }
  return [
    { ...get, what: 'sixty words looked for in six long texts', by: writer, path: `/items?limit=50&q=${encodeURIComponent(sixty)}` },
    {
      what: 'a letter found in them all',
      by: writer,
      method: 'POST',
      path: '/hits',
      body: new Blob([hits], { type: 'application/json' }),
      answered: 200,
    },
    { ...get, what: 'bringing a hundred thousand changed words up to date', by: founder, path: `/drafts/${mine.draft}/update` },
    { ...get, what: 'a preview of a hundred blocks that never come', by: writer, path: `/versions/${timed.version}/preview` },
    {
      what: 'a picture of sixteen million points of noise',
      by: writer,
      method: 'POST',
      path: '/media',
      body: formOf(new Uint8Array(noise), 'noise.jpg'),
      answered: 200,
    },
    { what: 'a file of two hundred thousand lines', by: writer, method: 'POST', path: '/list/file', body: formOf(list), answered: 422 },
  ]
}

/** Asks this of a server again and again, in a thread of its own. Returns how often it was done. */
async function again({ by, path, method, body, answered }: Attack, until: number): Promise<number> {
  const sent = body === undefined ? undefined : new Response(body)
  const worker = new Worker(new URL('./attacker.mjs', import.meta.url), {
    workerData: {
      url: `${by.origin}/api/v1${path}`,
      method,
      answered,
      until,
      headers: { cookie: by.session, ...(sent ? { 'content-type': sent.headers.get('content-type')! } : {}) },
      body: sent && (await sent.arrayBuffer()),
    },
  })
  const [done] = (await once(worker, 'message')) as [number]
  return done
}

/** How long readers and someone who saves wait meanwhile, in milliseconds. */
async function waits(
  server: TestServer,
  team: Team,
  draft: Made,
  meanwhile: Attack | null,
): Promise<{ read: number[]; save: number[]; done: number }> {
  const end = Date.now() + SECONDS * 1_000
  const [read, save]: [number[], number[]] = [[], []]
  const timed = async (into: number[], work: () => Promise<unknown>) => {
    while (Date.now() < end) {
      const start = performance.now()
      await work()
      into.push(performance.now() - start)
    }
  }
  let n = 0
  const [done] = await Promise.all([
    meanwhile ? again(meanwhile, end) : 0,
    timed(read, async () => {
      // A connection that is cut off counts as the wait that it was, and as one more.
      await fetch(server.origin)
        .then((answer) => answer.arrayBuffer())
        .catch(() => read.push(SECONDS * 1_000))
      await new Promise((next) => setTimeout(next, 5))
    }),
    timed(save, async () => {
      const edits = [{ op: 'replace', block: paragraph('first', ++n) }]
      draft.version = (
        await team['section-editor'].need('POST', `/drafts/${draft.draft}/edits`, { body: { base: draft.version, edits } })
      ).version!
    }),
  ])
  return { read: read.map((ms) => ms - 5), save, done }
}

/** What others wait while one account does the worst of each, against the same with nobody doing anything. */
export async function measure(): Promise<Row[]> {
  const server = await startServer()
  try {
    const team = await foundTeam(server)
    const draft = await begin(team['section-editor'], team.section, 'Saved meanwhile', [paragraph('first', 1)])
    const all = await attacks(team)
    await waits(server, team, draft, null)
    const idle = await waits(server, team, draft, null)
    const rows: Row[] = []
    for (const attack of all) {
      const { read, save, done } = await waits(server, team, draft, attack)
      const [reader, saver, reference] = [percentile(read, 0.99), percentile(save, 0.95), percentile(idle.save, 0.95)]
      rows.push({
        what: `${attack.what}, ${done} times in ${SECONDS} s: readers p99, a save p95`,
        ours: `${reader.toFixed(0)} ms, ${saver.toFixed(0)} ms`,
        reference: `idle ${percentile(idle.read, 0.99).toFixed(0)} ms, ${reference.toFixed(0)} ms`,
        ratio: saver / reference,
        budget: `${READERS_P99_MS} ms, ${SAVE_RATIO}`,
        met: reader <= READERS_P99_MS && saver / reference <= SAVE_RATIO,
      })
    }
    return rows
  } finally {
    await server.stop()
  }
}
