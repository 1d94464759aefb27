import { createServer } from 'node:http'
import autocannon from 'autocannon'
import { createApp, defineEventHandler, toNodeListener } from 'h3'
import sqlite3 from 'sqlite3'
import { join } from 'node:path'
import { inflateRawSync } from 'node:zlib'
import { foundTeam, freePort, startServer } from '../tests/support/server'
import { median, type Row } from './report'
import { paragraph } from './site'

const SECONDS = 3
const ROUNDS = 3

const rate = async (url: string, connections = 20): Promise<number> =>
  (await autocannon({ url, connections, duration: SECONDS })).requests.average

/** A page of fifty blocks from the cache and not, against bare h3 handlers that send the same bytes or read the same rows. */
export async function measure(): Promise<Row[]> {
  const server = await startServer()
  try {
    const team = await foundTeam(server)
    const body = Array.from({ length: 50 }, (_, index) => paragraph(`blk${String(index).padStart(4, '0')}`, index))
    const made = await team.writer.need('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Fifty blocks', content: { body } },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version! })
    const path = '/fifty-blocks'
    const bytes = Buffer.from(await (await fetch(server.origin + path)).arrayBuffer())

    // The references live in a process of their own kind: one Node server, bare handlers.
    const app = createApp()
    app.use(
      '/same',
      defineEventHandler((event) => {
        event.node.res.writeHead(200, { 'content-type': 'text/html; charset=utf-8', 'content-length': bytes.length })
        event.node.res.end(bytes)
      }),
    )
    const db = new sqlite3.Database(join(server.folder, 'yieldgate.sqlite'), sqlite3.OPEN_READONLY)
    const all = <T>(sql: string, values: unknown[]) =>
      new Promise<T[]>((resolve, reject) => db.all(sql, values, (error, rows) => (error ? reject(error) : resolve(rows as T[]))))
    app.use(
      '/rows',
      defineEventHandler(async (event) => {
        const [entry] = await all<{ version_id: string }>(
          'SELECT e.version_id FROM address_interval a JOIN live_entry e ON e.item_id = a.item_id WHERE a.path = ? AND a.to_at IS NULL',
          [path],
        )
        const [manifest] = await all<{ packed: number; bytes: Buffer }>(
          'SELECT o.packed, o.bytes FROM version v JOIN object o ON o.id = v.manifest WHERE v.id = ?',
          [entry!.version_id],
        )
        const parsed = JSON.parse((manifest!.packed ? inflateRawSync(manifest!.bytes) : manifest!.bytes).toString()) as {
          body: [string, string][]
        }
        const blocks = await all<{ packed: number; bytes: Buffer }>(
          'SELECT o.packed, o.bytes FROM json_each(?) h CROSS JOIN object o ON substr(o.hash, 1, 8) = substr(unhex(h.value), 1, 8) AND o.hash = unhex(h.value)',
          [JSON.stringify(parsed.body.map(([, hash]) => hash))],
        )
        event.node.res.writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
        event.node.res.end(blocks.map((block) => (block.packed ? inflateRawSync(block.bytes) : block.bytes).toString()).join('\n'))
      }),
    )
    const port = await freePort()
    const bare = createServer(toNodeListener(app))
    await new Promise<void>((resolve) => bare.listen(port, '127.0.0.1', resolve))

    // A second process on the same data, without a page cache.
    const cacheless = await startServer({ folder: server.folder, env: { YIELDGATE_PAGE_CACHE_MB: '0' } })
    const [cached, same, fresh, rows]: number[][] = [[], [], [], []]
    for (let round = 0; round < ROUNDS; round++) {
      cached!.push(await rate(server.origin + path))
      same!.push(await rate(`http://127.0.0.1:${port}/same`))
      fresh!.push(await rate(cacheless.origin + path))
      rows!.push(await rate(`http://127.0.0.1:${port}/rows`))
    }
    await cacheless.kill()
    bare.close()
    db.close()
    const row = (what: string, ours: number[], reference: number[], budget: number): Row => {
      const [a, b] = [median(ours), median(reference)]
      return {
        what,
        ours: `${a.toFixed(0)} requests/s`,
        reference: `bare handler ${b.toFixed(0)} requests/s`,
        ratio: a / b,
        budget: `≥ ${budget}`,
        met: a / b >= budget,
      }
    }
    return [
      row(`live page from cache (${(bytes.length / 1024).toFixed(0)} KB)`, cached!, same!, 0.9),
      row('live page not cached, 50 blocks', fresh!, rows!, 0.5),
    ]
  } finally {
    await server.stop()
  }
}
