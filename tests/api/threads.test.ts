import { afterAll, beforeAll, expect, it } from 'vitest'
import { formOf, foundTeam, startServer, until, writePost, type Client, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

const words = (n: number, seed: number) => Array.from({ length: n }, (_, index) => `w${(index * 7 + seed) % 9_973}`).join(' ')
const longBody = (blocks: number, seed: number) =>
  Array.from({ length: blocks }, (_, index) => ({ id: `para${index}`, kind: 'paragraph', text: [{ text: words(2_000, seed + index) }] }))

it('looks through long texts beside, with the same pieces as of short ones', async () => {
  const body = [...longBody(14, 1), { id: 'last', kind: 'paragraph', text: [{ text: 'Here the rare gangplank lies.' }] }]
  await team.writer.need('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Long', content: { body } } })
  await writePost(team, 'Short gangplank')
  interface Found {
    items: { title: string; snippet: { text: string; marks: number[][] } | null }[]
  }
  const long = await until(
    async () => (await team.writer.need<Found>('GET', '/items?q=text:gangplank')).items.find(({ title }) => title === 'Long'),
    'its words to be in the index',
  )
  expect(long.snippet).toEqual({ text: 'Here the rare gangplank lies.', marks: [[14, 23]] })
})

it('finds a word in many long texts, as far as one question looks, and goes on where it ended', async () => {
  for (let n = 0; n < 3; n++)
    await team.writer.need('POST', '/items', {
      body: { kind: 'post', section: team.section, title: `Longer ${n}`, content: { body: longBody(40, n) } },
    })
  const found: string[] = []
  let after: number | null = -1
  let asked = 0
  while (after !== null) {
    const answer: { found: { title: string; hits: unknown[] }[]; next: number | null; looked: number } = await team.writer.need(
      'POST',
      '/hits',
      {
        body: { list: {}, rewrite: { what: 'text', words: 'w11', to: 'x', wholeWords: false }, after },
      },
    )
    expect(answer.looked).toBeGreaterThan(0)
    found.push(...answer.found.map(({ title }) => title))
    after = answer.next
    expect(++asked).toBeLessThan(100)
  }
  expect(found.filter((title) => title.startsWith('Longer')).sort()).toEqual(['Longer 0', 'Longer 1', 'Longer 2'])
  expect(new Set(found).size).toBe(found.length)
})

it('refuses more of one person’s long work than may wait, and does the rest in turn; others’ goes on', async () => {
  const look = (client: Client) =>
    client.ask<{ reasons?: { code: string }[] }>('POST', '/hits', { body: { list: {}, rewrite: { what: 'text', words: 'w', to: 'x' } } })
  const asked = await Promise.all(Array.from({ length: 30 }, () => look(team.writer)))
  const codes = asked.map(({ status, body }) => `${status} ${body.reasons?.[0]?.code ?? ''}`)
  expect(new Set(codes)).toEqual(new Set(['200 ', '503 work-waits']))
  expect(codes.filter((code) => code.startsWith('200')).length).toBeGreaterThanOrEqual(13)
  expect((await look(team.reviewer)).status).toBe(200)
})

it('takes some files of one person at once, and more a little later', async () => {
  const bring = () => team.reviewer.ask<{ reasons: { code: string }[] }>('POST', '/list/file', { raw: formOf('id,title\r\nnone,x') })
  const asked = await Promise.all(Array.from({ length: 12 }, bring))
  const codes = asked.map(({ status, body }) => `${status} ${body.reasons[0]!.code}`)
  expect(new Set(codes)).toEqual(new Set(['422 item-unknown', '429 throttled']))
  expect(Number(asked.find(({ status }) => status === 429)!.headers.get('retry-after'))).toBeGreaterThan(0)
  const large = await team.writer.ask<{ reasons: { code: string }[] }>('POST', '/list/file', { raw: formOf('x'.repeat(6_000_000)) })
  expect([large.status, large.body.reasons[0]!.code]).toEqual([413, 'csv-large'])
})

it('brings a draft up to date while something else goes live, and says what both changed', async () => {
  const live = await writePost(team, 'Both write', 'live')
  const open = (name: string) =>
    team['section-editor'].need<{ draft: string; head: string }>('POST', `/items/${live.item}/drafts`, { body: { name } })
  const [mine, theirs] = [await open('Mine'), await open('Theirs')]
  const write = async ({ draft, head }: { draft: string; head: string }, text: string) =>
    team['section-editor'].need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
      body: { base: head, edits: [{ op: 'replace', block: { id: 'first', kind: 'paragraph', text: [{ text }] } }] },
    })
  const mineNow = await write(mine, 'Both write, my words.')
  const theirsNow = await write(theirs, 'Both write, their words.')
  await team.founder.need('POST', `/drafts/${theirs.draft}/put-live`, { body: { exception: 'To be behind' }, ifMatch: theirsNow.version })
  const shown = await team.writer.need<{ behind: boolean; base: object; draft: { content: { body: object[] } }; conflicts: object[] }>(
    'GET',
    `/drafts/${mine.draft}/update`,
  )
  expect(shown).toMatchObject({ behind: true, draft: { version: mineNow.version }, conflicts: [{ place: 'block', id: 'first' }] })
  expect(shown.draft.content.body).toHaveLength(1)
  const bring = (choices: object) =>
    team['section-editor'].ask<{ merged: boolean; reasons: { code: string }[] }>('POST', `/drafts/${mine.draft}/update`, {
      body: { choices },
      ifMatch: mineNow.version,
    })
  const refused = await bring({})
  expect([refused.status, refused.body.reasons[0]!.code]).toEqual([409, 'changed-by-both'])
  const done = await bring({ first: 'a' })
  expect([done.status, done.body.merged]).toEqual([200, true])
  expect((await bring({ first: 'a' })).status).toBe(412)
  expect(await team.writer.need('GET', `/drafts/${mine.draft}/update`)).toEqual({ behind: false, conflicts: [] })
})

it('merges what two wrote at once in many long paragraphs, whatever else of theirs is being worked on', async () => {
  const body = longBody(8, 3)
  const made = await team.writer.need<{ item: string; draft: string; version: string }>('POST', '/items', {
    body: { kind: 'post', section: team.section, title: 'Two at once', content: { body } },
  })
  const all = body.map(({ text: [run] }) => run!.text)
  const save = (client: Client, change: (text: string) => string) =>
    client.need<{ version: string; merged: boolean }>('POST', `/drafts/${made.draft}/edits`, {
      body: {
        base: made.version,
        edits: body.map((block, index) => ({ op: 'replace', block: { ...block, text: [{ text: change(all[index]!) }] } })),
      },
    })
  const busy = Array.from({ length: 6 }, () =>
    team.writer.ask('POST', '/hits', { body: { list: {}, rewrite: { what: 'text', words: 'w', to: 'x' } } }),
  )
  await save(team['section-editor'], (text) => `First ${text}`)
  const { version, merged } = await save(team.writer, (text) => `${text} last`)
  expect(merged).toBe(true)
  const { content } = await team.writer.need<{ content: { body: { text: { text: string }[] }[] } }>('GET', `/versions/${version}`)
  expect(content.body.map(({ text }) => text[0]!.text)).toEqual(all.map((text) => `First ${text} last`))
  await Promise.all(busy)
})
