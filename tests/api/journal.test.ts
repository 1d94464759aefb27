import { actionsThat } from '../../core/journal/actions'
import { parse } from 'csv-parse/sync'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CHAIN_START, verifyChain, type JournalRow } from '../../core/journal/chain'
import { openStore } from '../../server/store/database'
import { foundTeam, HOUR, startServer, until, writePost, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
let post: { item: string; draft: string; version: string }
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  post = await writePost(team, '=HYPERLINK("x"), a "title", with commas', 'live')
  server.moveClock(48 * HOUR)
  await until(async () => Date.parse((await team.steward.need('GET', '/site')).now!) > Date.now() + 47 * HOUR, 'the clock')
  await writePost(team, 'Two days later', 'in_review')
})
afterAll(() => server.stop())

type Named = JournalRow & { name: string | null; title: string | null; facts: string }
const rows = async (query: string) => (await team.steward.need<{ rows: Named[] }>('GET', `/journal?limit=200&${query}`)).rows
/** A file of the journal as its bytes are sent. */
async function file(query: string, session = team.steward.session) {
  const response = await fetch(`${server.origin}/api/v1/journal/file?${query}`, { headers: { cookie: session } })
  return { response, text: await response.text() }
}
const lines = (text: string) =>
  text
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as Named)

describe('the journal', () => {
  it('is narrowed by person, item, action and day, in any mix, and each filter says what it says', async () => {
    const all = await rows('')
    const reviewer = all.find((row) => row.action === 'draft.gate-cleared')!.person!
    expect((await rows(`person=${reviewer}`)).every((row) => row.person === reviewer)).toBe(true)
    expect((await rows(`person=${reviewer}`)).length).toBe(all.filter((row) => row.person === reviewer).length)
    expect((await rows(`item=${post.item}`)).map((row) => row.seq)).toEqual(
      all.filter((row) => row.item === post.item).map((row) => row.seq),
    )
    expect((await rows('actions=draft.sent,item.')).map((row) => row.seq)).toEqual(
      all.filter((row) => row.action === 'draft.sent' || row.action.startsWith('item.')).map((row) => row.seq),
    )
    const reviewing = actionsThat(({ group }) => group === 'reviewing') as string[]
    expect((await rows('group=reviewing')).map((row) => row.seq)).toEqual(
      all.filter((row) => reviewing.includes(row.action)).map((row) => row.seq),
    )
    const days = [...new Set(all.map((row) => new Date(row.at).toLocaleDateString('sv', { timeZone: 'Europe/Oslo' })))].sort()
    expect(days).toHaveLength(2)
    for (const day of days)
      expect((await rows(`from=${day}&to=${day}`)).map((row) => row.seq)).toEqual(
        all.filter((row) => new Date(row.at).toLocaleDateString('sv', { timeZone: 'Europe/Oslo' }) === day).map((row) => row.seq),
      )
    expect(await rows(`person=${reviewer}&actions=section.`)).toEqual([])
  })
  it.each(['actions=DROP TABLE', 'from=yesterday', 'to=2026-13-01', 'colour=red', 'group=colours'])('refuses %s', async (query) => {
    expect((await team.steward.ask('GET', `/journal?${query}`)).status).toBe(400)
  })
  it('pages through all of it once, whatever it is narrowed to', async () => {
    const seen: number[] = []
    for (let before = ''; ;) {
      const page = await team.steward.need<{ rows: Named[]; next: number | null }>(
        'GET',
        `/journal?limit=5&actions=person.,draft.${before}`,
      )
      seen.push(...page.rows.map((row) => row.seq))
      if (page.next === null) break
      before = `&before=${page.next}`
    }
    expect(seen).toEqual((await rows('actions=person.,draft.')).map((row) => row.seq))
  })
})

describe('what a row tells', () => {
  it('is whom and which it was about, alike on the screen, as CSV and as JSON lines', async () => {
    const [route] = (await team.steward.need<{ routes: { id: string; name: string; steps: object[] }[] }>('GET', '/routes')).routes
    const steps = (needed: number) =>
      (route!.steps as { gates: object[] }[]).map((step) => ({ ...step, gates: step.gates.map((gate) => ({ ...gate, needed })) }))
    await team.steward.need('PUT', `/routes/${route!.id}`, { body: { name: 'Twice read', steps: steps(1) } })
    const told = (await rows('actions=route.saved'))[0]!
    expect(told.facts).toBe(`Twice read · was called ${route!.name}`)
    const given = (await rows('actions=person.added')).at(0)!
    expect(given.facts).toMatch(/ · [A-Z]/)
    const asJson = lines((await file('format=jsonl&actions=route.saved')).text)
    expect(asJson.at(-1)!.facts).toBe(told.facts)
    const asCsv = parse((await file('format=csv&actions=route.saved')).text, { columns: true }) as Record<string, string>[]
    expect(asCsv.at(-1)!.facts).toBe(told.facts)
  })
})

describe('its file', () => {
  it('as JSON lines holds every row in order, and its chain of hashes can be verified without us', async () => {
    const { response, text } = await file('format=jsonl')
    expect(response.headers.get('content-disposition')).toBe('attachment; filename="journal.jsonl"')
    const all = lines(text)
    expect(all.map((row) => row.seq)).toEqual((await rows('')).map((row) => row.seq).reverse())
    expect(verifyChain(all, CHAIN_START, 1)).toMatchObject({ intact: true, head: all.at(-1)!.hash })
    const forged = all.map((row) => (row.seq === 7 ? { ...row, at: '2020-01-01T00:00:00.000Z' } : row))
    expect(verifyChain(forged, CHAIN_START, 1)).toEqual({ intact: false, brokenAt: 7 })
    expect(verifyChain(all.toSpliced(4, 1), CHAIN_START, 1)).toEqual({ intact: false, brokenAt: 5 })
  })
  // RFC 4180 as csv-parse reads it; formulas are made text as OWASP's “CSV Injection” advises.
  it('as CSV is read back by another’s parser, and no cell is a formula', async () => {
    const { response, text } = await file(`format=csv&item=${post.item}`)
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    expect(text.split('\r\n')[0]).toBe('seq,at,person,name,action,item,title,facts,data,hash')
    const read = parse(text, { columns: true }) as Record<string, string>[]
    const same = await rows(`item=${post.item}`)
    expect(read.map((row) => [Number(row.seq), row.action, row.hash])).toEqual(same.reverse().map((row) => [row.seq, row.action, row.hash]))
    expect(read.every((row) => row.title === `'=HYPERLINK("x"), a "title", with commas`)).toBe(true)
    expect(read.map((row) => JSON.parse(row.data!) as unknown)).toEqual(same.map((row) => row.data))
  })
  it('of one item is for who may read it; the whole for who may read the journal', async () => {
    expect((await file(`format=csv&item=${post.item}`, team.writer.session)).response.status).toBe(200)
    expect((await file('format=csv', team.writer.session)).response.status).toBe(403)
    expect((await file('format=csv', '')).response.status).toBe(401)
    expect((await file('format=xml')).response.status).toBe(400)
  })
})

describe('tampering', () => {
  it('with one row of the file is found, and the row is named', async () => {
    const store = await openStore(server.folder)
    await store.write(async (tx) => {
      await tx.run('DROP TRIGGER journal_fixed_update')
      await tx.run(`UPDATE journal SET data = '{"forged":true}' WHERE seq = 9`)
    })
    await store.close()
    expect(await team.steward.need('GET', '/journal/check')).toEqual({ intact: false, brokenAt: 9 })
    const forged = lines((await file('format=jsonl')).text)
    expect(verifyChain(forged, CHAIN_START, 1)).toEqual({ intact: false, brokenAt: 9 })
  })
})
