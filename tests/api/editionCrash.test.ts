import { spawn } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { systemClock } from '../../server/services/clock'
import { openOffice } from '../../server/services/office'
import { foundTeam, freePort, HOUR, startServer, until, wallIn, writePost } from '../support/server'

const SERVER = join(import.meta.dirname, '..', '..', '.output', 'server', 'index.mjs')
/** How often it is killed; more by hand than in each run. */
const KILLS = Number(process.env.YIELDGATE_KILLS ?? 8)
const ENTRIES = 40

const prepared = mkdtempSync(join(tmpdir(), 'yieldgate-edition-'))
afterAll(() => rmSync(prepared, { recursive: true, force: true }))

interface Found {
  live: number
  addresses: number
  entries: number
  drafts: number
  events: number
  journal: number
  edition: string
}

/** What of the edition is in the store, counted in every table that it writes. */
async function found(folder: string): Promise<Found> {
  const office = await openOffice(folder, systemClock)
  try {
    return (await office.store.read.one<Found>(
      `SELECT (SELECT count(*) FROM live_interval WHERE edition_id IS NOT NULL) AS live,
         (SELECT count(*) FROM address_interval a JOIN item i ON i.id = a.item_id WHERE i.kind = 'post') AS addresses,
         (SELECT count(*) FROM live_entry WHERE kind = 'post') AS entries, (SELECT count(*) FROM draft d JOIN item i ON i.id = d.item_id WHERE i.kind = 'post' AND d.outcome = 'live') AS drafts,
         (SELECT count(*) FROM planned_event WHERE state = 'done') AS events, (SELECT count(*) FROM journal WHERE action = 'item.put-live' AND data LIKE '%"edition"%') AS journal,
         (SELECT state FROM edition) AS edition`,
    ))!
  } finally {
    await office.close()
  }
}
const ALL: Found = {
  live: ENTRIES,
  addresses: ENTRIES,
  entries: ENTRIES,
  drafts: ENTRIES,
  events: ENTRIES,
  journal: ENTRIES,
  edition: 'live',
}
const NONE: Found = { live: 0, addresses: 0, entries: 0, drafts: 0, events: 0, journal: 0, edition: 'open' }

/** Runs a server on a folder and kills it so many milliseconds after its start. */
async function runAndKill(folder: string, port: number, ms: number): Promise<void> {
  const child = spawn(process.execPath, [SERVER], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      YIELDGATE_DATA: folder,
      YIELDGATE_DEMO: '0',
      YIELDGATE_CLOCK_FILE: join(folder, 'clock'),
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      HOST: '127.0.0.1',
      PORT: String(port),
      YIELDGATE_LOG: 'fatal',
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const ended = new Promise((resolve) => child.once('exit', resolve))
  // The server opens its office with the first request.
  const knock = setInterval(() => void fetch(`http://127.0.0.1:${port}/api/v1/health`).catch(() => undefined), 20)
  await new Promise((resolve) => setTimeout(resolve, ms))
  child.kill('SIGKILL')
  await ended
  clearInterval(knock)
}

describe('kill -9 while an edition goes live', () => {
  it(`leaves all of it or nothing, at ${KILLS} moments, and the next start does the rest`, async () => {
    const server = await startServer({ folder: prepared })
    const team = await foundTeam(server)
    const entries: { item: string }[] = []
    for (let index = 0; index < ENTRIES; index++) entries.push({ item: (await writePost(team, `Entry ${index}`, 'cleared')).item })
    const { edition } = await team.publisher.need<{ edition: string }>('POST', '/editions', { body: { name: 'Together' } })
    await team.publisher.need('POST', `/editions/${edition}/entries`, { body: { entries } })
    await team.publisher.need('PATCH', `/editions/${edition}`, { body: { moment: wallIn(2) } })
    await server.kill()
    server.moveClock(3 * HOUR)
    expect(await found(prepared)).toEqual(NONE)

    const port = await freePort()
    const outcomes = { all: 0, none: 0 }
    // How long it takes when nobody interrupts it hangs on the machine, and so is seen first.
    const whole = mkdtempSync(join(tmpdir(), 'yieldgate-edition-'))
    cpSync(prepared, whole, { recursive: true })
    const start = performance.now()
    const calm = await startServer({ folder: whole })
    await until(async () => (await found(whole)).edition === 'live', 'the edition')
    // The moments close in on the one at which it happens: earlier after it was done, later after it was not.
    let [early, late] = [0, 2 * (performance.now() - start)]
    await calm.stop()
    for (let kill = 0; kill < KILLS; kill++) {
      const folder = mkdtempSync(join(tmpdir(), 'yieldgate-edition-'))
      cpSync(prepared, folder, { recursive: true })
      const middle = (early + late) / 2
      await runAndKill(folder, port, Math.max(0, middle + ((kill * 37) % 41) - 20))
      const after = await found(folder)
      const done = after.edition === 'live'
      expect(after).toEqual(done ? ALL : NONE)
      outcomes[done ? 'all' : 'none']++
      if (late - early > 60) [early, late] = done ? [early, middle] : [middle, late]
      else [early, late] = done ? [early - 15, late - 15] : [early + 15, late + 15]
      if (kill === KILLS - 1) {
        const next = await startServer({ folder })
        await until(async () => (await found(folder)).edition === 'live', 'the edition')
        await next.kill()
      }
      rmSync(folder, { recursive: true, force: true })
    }
    expect(outcomes.all).toBeGreaterThan(0)
    expect(outcomes.none).toBeGreaterThan(0)
  }, 900_000)
})
