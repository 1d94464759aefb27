import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { Client, foundTeam, PASSWORD, startServer, type Team, type TestServer } from '../support/server'

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-once-'))
let server: TestServer
let team: Team
afterAll(async () => {
  await server.kill()
  rmSync(folder, { recursive: true, force: true })
})

/** Kills in each run; more by hand (`YIELDGATE_KILLS`). */
const KILLS = Number(process.env.YIELDGATE_KILLS ?? 5)
const writerAt = (origin: string) => new Client(origin).signIn('writer@larkholm.example', PASSWORD)
const titled = async (client: Client, title: string) =>
  (await client.need<{ items: { title: string }[] }>('GET', `/items?limit=200&text=${encodeURIComponent(title)}`)).items.filter(
    (item) => item.title === title,
  ).length
const start = (client: Client, title: string, key: string) =>
  client.ask<{ item: string; draft: string; version: string; reasons?: { code: string }[] }>('POST', '/items', {
    body: { kind: 'post', section: team.section, title },
    headers: { 'idempotency-key': key },
  })

describe('one key is one act', () => {
  it(`through ${KILLS} kills: what was not answered is asked again, and is there once`, async () => {
    server = await startServer({ folder })
    team = await foundTeam(server)
    for (let kill = 0; kill < KILLS; kill++) {
      const asked = Array.from({ length: 12 }, (_, index) => ({ title: `Kept${kill}x${index}`, key: `kept-${kill}-${index}` }))
      let writer = await writerAt(server.origin)
      const answers = asked.map(({ title, key }) => start(writer, title, key).catch(() => null))
      // Somewhere among them: after the first of these was answered.
      await Promise.race([answers[kill % asked.length], Promise.all(answers)])
      await server.kill()
      const first = await Promise.all(answers)
      server = await startServer({ folder })
      writer = await writerAt(server.origin)
      for (const [index, { title, key }] of asked.entries()) {
        const again = await start(writer, title, key)
        expect([title, again.status]).toEqual([title, 200])
        if (first[index]?.status === 200) expect(again.body).toEqual(first[index].body)
        expect([title, await titled(writer, title)]).toEqual([title, 1])
      }
    }
  }, 240_000)

  it('asked of two processes at once, by many: one does it, all answer the same', async () => {
    const other = await startServer({ folder })
    try {
      const [here, there] = [await writerAt(server.origin), await writerAt(other.origin)]
      for (let turn = 0; turn < 15; turn++) {
        const answers = await Promise.all([here, there, here, there].map((client) => start(client, `Twin${turn}`, `twin-${turn}`)))
        expect(new Set(answers.map(({ status, body }) => `${status} ${body.item}`)).size).toBe(1)
        expect(answers[0]!.status).toBe(200)
        expect(await titled(here, `Twin${turn}`)).toBe(1)
      }
    } finally {
      await other.kill()
    }
  }, 120_000)

  it('also of what names the version seen: the repeat is answered as the first, not as stale', async () => {
    const writer = await writerAt(server.origin)
    const made = (await start(writer, 'Sent once', 'sent-once')).body
    const send = () =>
      writer.ask('POST', `/drafts/${made.draft}/send`, {
        body: { note: 'Please' },
        ifMatch: made.version,
        headers: { 'idempotency-key': 'send-once' },
      })
    const [one, two] = [await send(), await send()]
    expect([one.status, two.status]).toEqual([200, 200])
    expect(two.body).toEqual(one.body)
    // What is refused is not kept: mended, the same key may be used again.
    const wrong = () => start(writer, '', 'mended')
    expect((await wrong()).status).toBe(400)
    expect((await start(writer, 'Mended', 'mended')).status).toBe(200)
  })

  it('of an upload too, and who asks while it is under way is told', async () => {
    const writer = await writerAt(server.origin)
    const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==', 'base64')
    const form = () => {
      const body = new FormData()
      body.append('file', new Blob([png], { type: 'image/png' }), 'dot.png')
      return body
    }
    const upload = () =>
      writer.ask<{ id: string; reasons?: { code: string }[] }>('POST', '/media', { raw: form(), headers: { 'idempotency-key': 'upload' } })
    const answers = await Promise.all([upload(), upload(), upload()])
    const done = answers.filter(({ status }) => status === 200)
    expect(done.length).toBeGreaterThan(0)
    for (const { status, body } of answers) if (status !== 200) expect([status, body.reasons?.[0]?.code]).toEqual([409, 'key-open'])
    const after = await upload()
    expect([after.status, after.body.id]).toEqual([200, done[0]!.body.id])
  })
})
