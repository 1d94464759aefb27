import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { runDue } from '../server/jobs/scheduler'
import { openOffice } from '../server/services/office'
import { openBare } from './bare'
import { plannedPosts } from './plannedPosts'
import { median, type Row } from './report'
import { benchSite } from './site'

const ENTRIES = 1_000
const ROUNDS = 3
/** What an edition writes, by table: the rows that are new, and what changes in those that are there. */
const NEW = ['live_interval', 'address_interval', 'live_entry', 'live_ref', 'journal'] as const
const CHANGED = {
  item: ['on_site', 'live_version', 'draft_id', 'draft_state', 'next_at'],
  draft: ['closed_at', 'outcome'],
  planned_event: ['state', 'done_at'],
}

/** An edition of 1,000 posts that goes live, against the bare driver writing the very same rows in one transaction. */
export async function measure(): Promise<Row[]> {
  const start = Date.now()
  const site = await benchSite({ now: () => new Date(start) })
  const due = new Date(start + 30_000).toISOString()
  const edition = site.office.newId()
  const { id: siteId, zone } = (await site.office.site())!
  await site.office.store.write((tx) =>
    tx.insert('edition', [
      {
        id: edition,
        site_id: siteId,
        name: 'Together',
        owner_id: site.actor.id,
        at: due,
        wall_date: '2026-01-01',
        wall_time: '04:00',
        zone,
        state: 'open',
        created_at: site.office.now(),
        created_by: site.actor.id,
      },
    ]),
  )
  await plannedPosts(site, ENTRIES, due, edition)
  await site.end()
  const folders: string[] = []
  const copy = () => {
    const folder = mkdtempSync(join(tmpdir(), 'yieldgate-bench-'))
    folders.push(folder)
    cpSync(site.folder, folder, { recursive: true })
    return folder
  }
  const clock = { now: () => new Date(start + 60_000) }
  const ours: number[] = []
  let written: { inserts: [string, string][]; updates: [string, string][] } | undefined
  let done = 0
  for (let round = 0; round < ROUNDS; round++) {
    const office = await openOffice(copy(), clock)
    const had = await Promise.all(NEW.map((table) => office.store.read.one<{ n: number }>(`SELECT count(*) AS n FROM ${table}`)))
    const begun = performance.now()
    ;({ done } = await runDue(office))
    ours.push(performance.now() - begun)
    const rowsOf = async (table: string, columns: string[], where = '') =>
      JSON.stringify(
        (await office.store.read.all<Record<string, unknown>>(`SELECT ${columns.join(', ')} FROM ${table} ${where}`)).map((row) =>
          Object.values(row),
        ),
      )
    written ??= {
      inserts: await Promise.all(
        NEW.map(async (table, index): Promise<[string, string]> => {
          const columns = (await office.store.read.all<{ name: string }>(`SELECT name FROM pragma_table_info('${table}')`)).map(
            ({ name }) => name,
          )
          const cells = columns.map((_, at) => `value ->> ${at}`).join(', ')
          const rows = await rowsOf(table, columns, `LIMIT -1 OFFSET ${had[index]!.n}`)
          return [`INSERT INTO ${table} (${columns.join(', ')}) SELECT ${cells} FROM json_each(?)`, rows]
        }),
      ),
      updates: await Promise.all(
        Object.entries(CHANGED).map(async ([table, columns]): Promise<[string, string]> => {
          const sets = columns.map((column, at) => `${column} = value ->> ${at + 1}`).join(', ')
          return [`UPDATE ${table} SET ${sets} FROM json_each(?) WHERE ${table}.id = value ->> 0`, await rowsOf(table, ['id', ...columns])]
        }),
      ),
    }
    await office.close()
  }
  const bare: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const db = await openBare(join(copy(), 'yieldgate.sqlite'))
    const begun = performance.now()
    await db.exec('BEGIN IMMEDIATE')
    for (const [sql, rows] of [...written!.inserts, ...written!.updates]) await db.run(sql, [rows])
    await db.exec('COMMIT')
    bare.push(performance.now() - begun)
    await db.close()
  }
  for (const folder of [site.folder, ...folders]) rmSync(folder, { recursive: true, force: true })
  const [own, base] = [median(ours), median(bare)]
  return [
    {
      what: `an edition of ${ENTRIES} items goes live (${done} done)`,
      ours: `${own.toFixed(0)} ms`,
      reference: `the same rows by the bare driver ${base.toFixed(0)} ms`,
      ratio: own / base,
      budget: '≤ 3 ×',
      met: own <= base * 3 && done === ENTRIES,
    },
  ]
}
