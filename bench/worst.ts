import { randomBytes } from 'node:crypto'
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

/** What one account does again and again, each at its worst, and how it is answered: other answers would be of something else. */
async function attacks(team: Team): Promise<[name: string, answered: number, once: () => Promise<{ status: number }>][]> {
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
  // Written once: what asks shares its time with what measures.
  const file = new Blob([`id,title\r\n${'none,x\r\n'.repeat(200_000)}`])
  return [
    ['sixty words looked for in six long texts', 200, () => writer.ask('GET', `/items?limit=50&q=${encodeURIComponent(sixty)}`)],
    [
      'a letter found in them all',
      200,
      () => writer.ask('POST', '/hits', { body: { list: {}, rewrite: { what: 'text', words: 'a', to: 'b' } } }),
    ],
    ['bringing a hundred thousand changed words up to date', 200, () => founder.ask('GET', `/drafts/${mine.draft}/update`)],
    ['a preview of a hundred blocks that never come', 200, () => writer.ask('GET', `/versions/${timed.version}/preview`)],
    [
      'a picture of sixteen million points of noise',
      200,
      () => writer.ask('POST', '/media', { raw: formOf(new Uint8Array(noise), 'noise.jpg') }),
    ],
    ['a file of two hundred thousand lines', 422, () => writer.ask('POST', '/list/file', { raw: formOf(file) })],
  ]
}

/** How long readers and someone who saves wait meanwhile, in milliseconds. */
async function waits(
  server: TestServer,
  team: Team,
  draft: Made,
  meanwhile: () => Promise<unknown>,
): Promise<{ read: number[]; save: number[]; done: number }> {
  const end = Date.now() + SECONDS * 1_000
  const [read, save]: [number[], number[]] = [[], []]
  let done = 0
  const again = async (into: number[] | null, work: () => Promise<unknown>) => {
    while (Date.now() < end) {
      const start = performance.now()
      await work()
      if (into) into.push(performance.now() - start)
      else done++
    }
  }
  let n = 0
  await Promise.all([
    again(read, async () => {
      // A connection that is cut off counts as the wait that it was, and as one more.
      await fetch(server.origin)
        .then((answer) => answer.arrayBuffer())
        .catch(() => read.push(SECONDS * 1_000))
      await new Promise((next) => setTimeout(next, 5))
    }),
    again(save, async () => {
      const edits = [{ op: 'replace', block: paragraph('first', ++n) }]
      draft.version = (
        await team['section-editor'].need('POST', `/drafts/${draft.draft}/edits`, { body: { base: draft.version, edits } })
      ).version!
    }),
    again(null, meanwhile),
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
    const nothing = () => new Promise((next) => setTimeout(next, 50))
    await waits(server, team, draft, nothing)
    const idle = await waits(server, team, draft, nothing)
    const rows: Row[] = []
    for (const [what, answered, once] of all) {
      const { read, save, done } = await waits(server, team, draft, async () => {
        const { status } = await once()
        if (status !== answered) throw new Error(`${what}: answered ${status}`)
      })
      const [reader, saver, reference] = [percentile(read, 0.99), percentile(save, 0.95), percentile(idle.save, 0.95)]
      rows.push({
        what: `${what}, ${done} times in ${SECONDS} s: readers p99, a save p95`,
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
