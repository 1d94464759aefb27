import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { systemClock } from '../../server/services/clock'
import { openOffice } from '../../server/services/office'
import { Client, foundTeam, HOUR, PASSWORD, startServer, until, wallIn, writePost, type TestServer } from '../support/server'

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-crash-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Looks into the data folder with no server running. */
async function look<T>(ask: (db: Awaited<ReturnType<typeof openOffice>>['store']['read']) => Promise<T>): Promise<T> {
  const office = await openOffice(folder, systemClock)
  try {
    return await ask(office.store.read)
  } finally {
    await office.close()
  }
}

/** Kills in each run; fifty and more by hand (`YIELDGATE_KILLS`). */
const KILLS = Number(process.env.YIELDGATE_KILLS ?? 5)
const EVENTS = 60

describe('kill -9', () => {
  it(`at ${KILLS} moments of saving and scheduled publishing loses no acknowledged save, and does no event twice or half`, async () => {
    let server: TestServer = await startServer({ folder })
    const team = await foundTeam(server)
    const draft = await writePost(team, 'Crash')
    // Events come due all through the test: some at each restart and while saves run.
    const planned: string[] = []
    for (let index = 0; index < EVENTS; index++) {
      const post = await writePost(team, `Event ${index}`, 'cleared')
      planned.push(
        (await team.publisher.need('POST', `/items/${post.item}/events`, { body: { kind: 'put-live', ...wallIn(2 + index) } })).event!,
      )
    }
    const acknowledged: string[] = []
    let written = 0
    for (let turn = 0; turn < KILLS; turn++) {
      const writer = await new Client(server.origin).signIn('writer@larkholm.example', PASSWORD)
      let base = draft.version
      let alive = true
      const save = async () => {
        while (alive) {
          const id = `blk${String(written++).padStart(6, '0')}`
          const answer = await writer
            .ask<{ version: string }>('POST', `/drafts/${draft.draft}/edits`, {
              body: { base, edits: [{ op: 'insert', after: null, block: { id, kind: 'paragraph', text: [{ text: `Save ${id}` }] } }] },
            })
            .catch(() => null)
          if (!answer || answer.status !== 200) return
          acknowledged.push(id)
          base = answer.body.version
        }
      }
      const saving = [save(), save(), save()]
      // The clock jumps while saves run, so that due events and saves share the queue; the kill comes at a moment of its own.
      server.moveClock((2.02 + ((turn + 1) * EVENTS) / KILLS) * HOUR)
      const target = acknowledged.length + 1 + ((turn * 7) % 9)
      await until(async () => acknowledged.length >= target, 'some saves', 20)
      await server.kill()
      alive = false
      await Promise.all(saving)
      if (turn < KILLS - 1) server = await startServer({ folder })
    }
    server = await startServer({ folder })
    server.moveClock((3 + EVENTS) * HOUR)
    const reader = await new Client(server.origin).signIn('writer@larkholm.example', PASSWORD)
    await until(
      () =>
        look((db) => db.one<{ n: number }>("SELECT count(*) AS n FROM planned_event WHERE state = 'done'")).then(
          (row) => row!.n === EVENTS,
        ),
      'all events',
      30,
    )
    const { content } = (await reader.need<{ draft: { content: { body: { id: string }[] } } }>('GET', `/items/${draft.item}`))
      .draft as unknown as { content: { body: { id: string }[] } }
    const kept = new Set(content.body.map((block) => block.id))
    expect(acknowledged.length).toBeGreaterThan(KILLS)
    expect(acknowledged.filter((id) => !kept.has(id))).toEqual([])
    await server.kill()

    await look(async (db) => {
      const live = await db.all<{ event_id: string; n: number }>(
        'SELECT event_id, count(*) AS n FROM live_interval WHERE event_id IS NOT NULL GROUP BY event_id',
      )
      expect(live.map((row) => row.event_id).sort()).toEqual([...planned].sort())
      expect(live.every((row) => row.n === 1)).toBe(true)
      const half = await db.one<{ n: number }>(
        `SELECT count(*) AS n FROM live_interval l WHERE l.event_id IS NOT NULL AND (
           NOT EXISTS (SELECT 1 FROM address_interval a WHERE a.item_id = l.item_id AND a.from_at = l.from_at) OR NOT EXISTS (SELECT 1 FROM live_entry e WHERE e.item_id = l.item_id AND e.version_id = l.version_id)
           OR NOT EXISTS (SELECT 1 FROM draft d WHERE d.item_id = l.item_id AND d.outcome = 'live') OR 1 <> (SELECT count(*) FROM journal j WHERE j.item_id = l.item_id AND j.action = 'item.put-live'))`,
      )
      expect(half!.n).toBe(0)
      expect(await db.one('PRAGMA integrity_check')).toEqual({ integrity_check: 'ok' })
    })
    const last = await startServer({ folder })
    const steward = await new Client(last.origin).signIn('steward@larkholm.example', PASSWORD)
    expect(await steward.need('GET', '/journal/check')).toMatchObject({ intact: true })
    await last.kill()
  }, 240_000)

  it('two processes on one database do each event once; what was due while none ran is done at start, in order', async () => {
    const shared = mkdtempSync(join(tmpdir(), 'yieldgate-two-'))
    const first = await startServer({ folder: shared })
    const team = await foundTeam(first)
    const posts = []
    for (let index = 0; index < 12; index++) {
      const post = await writePost(team, `Shared ${index}`, 'cleared')
      await team.publisher.need('POST', `/items/${post.item}/events`, { body: { kind: 'put-live', ...wallIn(14 - index) } })
      posts.push(post)
    }
    await first.kill()
    first.moveClock(8.1 * HOUR)
    const [one, two] = await Promise.all([startServer({ folder: shared }), startServer({ folder: shared })])
    const reader = await new Client(one.origin).signIn('steward@larkholm.example', PASSWORD)
    type Row = { action: string; item: string; data: { planned: string } }
    const rows = () =>
      reader
        .need<{ rows: Row[] }>('GET', '/journal?limit=200')
        .then(({ rows: all }) => all.filter((row) => row.action === 'item.put-live' && row.data.planned).reverse())
    await until(async () => (await rows()).length >= 6, 'the events that were due')
    one.moveClock(15 * HOUR)
    await until(async () => (await rows()).length >= 12, 'the other events')
    const done = await rows()
    expect(done).toHaveLength(12)
    expect(new Set(done.map((row) => row.item)).size).toBe(12)
    expect(done.map((row) => row.data.planned)).toEqual(done.map((row) => row.data.planned).sort())
    // What one process did, readers of the other see: staleness of 250 ms is what the design states.
    for (const server of [one, two])
      for (const index of [0, 11])
        await until(async () => (await fetch(`${server.origin}/posts/shared-${index}`)).status === 200, 'both processes to show it', 3)
    await Promise.all([one.kill(), two.kill()])
    rmSync(shared, { recursive: true, force: true })
  })
})
