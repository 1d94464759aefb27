import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ACTIONS } from '../../core/journal/actions'
import { openOffice } from '../../server/services/office'
import { actorFrom } from '../../server/services/people/access'
import { createItem } from '../../server/services/writing/items'
import { putLiveNow } from '../../server/services/publishing/publishing'
import { openReader, openStore, type Reader, type Store } from '../../server/store/database'
import { MIGRATION_NAMES, NewerFile } from '../../server/store/migrate'
import { personById } from '../../server/store/people'
import { faultsOf } from '../../server/store/wholeCheck'
import { updateLists } from '../../server/jobs/listUpdater'
import { earlierFiles } from '../support/earlierFiles'

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-earlier-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const files = earlierFiles()

/** Tables, indexes and triggers as the file says them; the counters of the search index make tables of their own. */
const schemaOf = async (db: Reader) =>
  (
    await db.all<{ type: string; name: string; sql: string }>(
      'SELECT type, name, sql FROM sqlite_schema WHERE sql IS NOT NULL ORDER BY type, name',
    )
  ).map(({ type, name, sql }) => `${type} ${name}: ${sql}`)

/** How many rows the tables have that hold the team's work. */
const heldIn = (db: Reader) =>
  db.one<Record<string, number>>(
    `SELECT ${['item', 'draft', 'version', 'object', 'planned_event', 'live_interval', 'person', 'journal'].map((table) => `(SELECT count(*) FROM ${table}) AS ${table}`).join(', ')}`,
  )

let fresh: string[]
beforeAll(async () => {
  const store = await openStore(join(folder, 'fresh'), false)
  fresh = await schemaOf(store.read)
  await store.close()
})

describe('a data file of an earlier version', () => {
  it('is there for every migration that a version was made after', () => {
    const numbers = MIGRATION_NAMES.map((name) => name.slice(0, 4))
    // Some versions brought several migrations: no file ever ended with any of them but the last.
    const never = ['0007', '0016', '0020', '0021']
    expect([...files.keys()]).toEqual(numbers.slice(0, -1).filter((number) => !never.includes(number)))
  })
  it.each([...files.keys()])('%s opens with the schema of a new one, all that it held, and goes on', async (number) => {
    const at = join(folder, number)
    cpSync(join(folder, 'fresh'), at, { recursive: true, filter: (from) => !from.includes('sqlite') })
    writeFileSync(join(at, 'yieldgate.sqlite'), files.get(number)!)
    const before = await heldIn(await openReader(at))
    const office = await openOffice(at, { now: () => new Date('2026-11-23T12:00:00Z') }, { durable: false })
    try {
      const { read } = office.store
      expect(await schemaOf(read)).toEqual(fresh)
      expect(await faultsOf(read)).toEqual([])
      const written = await read.all<{ action: string }>('SELECT DISTINCT action FROM journal')
      expect(written.filter(({ action }) => !(action in ACTIONS))).toEqual([])
      expect(await heldIn(read)).toEqual(before)
      for (const [table, count] of Object.entries(before!)) expect([table, count > 1]).toEqual([table, true])

      const [anton, idris] = await Promise.all(
        ['anton.arrieta@larkholm.example', 'idris.calloway@larkholm.example'].map(async (email) => {
          const { id } = (await read.one<{ id: string }>('SELECT id FROM person WHERE email = $email', { email }))!
          return actorFrom((await personById(read, id))!, await office.rights())
        }),
      )
      const section = (await read.one<{ id: string }>('SELECT id FROM section ORDER BY id LIMIT 1'))!.id
      const made = await createItem(office, anton!, { kind: 'page', section, title: 'Written after the upgrade' })
      await putLiveNow(office, idris!, made.draft, { head: made.version, exception: 'To see that it goes on' })
      await updateLists(office)
      expect(await faultsOf(read)).toEqual([])
      expect(readdirSync(at).filter((name) => name.startsWith('yieldgate.before-'))).toHaveLength(1)
    } finally {
      await office.close()
    }
  })
  it('is left alone by an earlier version, which says why', async () => {
    const at = join(folder, 'newer')
    const store = await openStore(at, false)
    await store.write((tx) => tx.run("INSERT INTO migration VALUES ('9999-later', '2030-01-01T00:00:00Z')"))
    await store.close()
    await expect(openStore(at, false)).rejects.toThrow(NewerFile)
    await expect(openStore(at, false)).rejects.toThrow('upgraded by a newer version of Yieldgate (9999-later)')
  })
})

describe('the check of a whole file', () => {
  /** What is changed behind the program's back, and how the fault that is told begins. */
  const changes: [fault: string, ...statements: string[]][] = [
    ['journal changed at its row 3', 'DROP TRIGGER journal_fixed_update', "UPDATE journal SET data = '{}' WHERE seq = 3"],
    ['journal changed at its row 7', 'DROP TRIGGER journal_fixed_delete', 'DELETE FROM journal WHERE seq = 7'],
    [
      'version with other words than it was written with',
      'DROP TRIGGER version_fixed_update',
      'UPDATE version SET manifest = (SELECT manifest FROM version ORDER BY id LIMIT 1) WHERE id = (SELECT max(id) FROM version)',
    ],
    [
      'version on the site that begins before',
      "UPDATE live_interval SET from_at = '2020-01-01T00:00:00.000Z' WHERE id = (SELECT max(l.id) FROM live_interval l JOIN live_interval e ON e.item_id = l.item_id AND e.id < l.id)",
    ],
    ['item that is live with another version', 'UPDATE item SET live_version = NULL WHERE id = (SELECT item_id FROM live_entry LIMIT 1)'],
    ['item that readers get without it being live', 'DELETE FROM live_entry WHERE item_id = (SELECT item_id FROM live_entry LIMIT 1)'],
    [
      'draft whose newest version is not its head',
      'UPDATE draft SET head_version = (SELECT id FROM version WHERE draft_id <> draft.id LIMIT 1) WHERE id = (SELECT id FROM draft WHERE closed_at IS NOT NULL LIMIT 1)',
    ],
    ['open draft that is in no list', 'DELETE FROM pair WHERE draft_id = (SELECT id FROM draft WHERE closed_at IS NULL LIMIT 1)'],
    [
      'row of a list for no open draft',
      'UPDATE draft SET closed_at = created_at WHERE id = (SELECT draft_id FROM pair WHERE draft_id IS NOT NULL LIMIT 1)',
    ],
    ['item that is in no list', 'DELETE FROM listed WHERE n = (SELECT n FROM pair WHERE rank = 0 LIMIT 1)'],
    ['row that refers to nothing: item', "UPDATE item SET section_id = 'none' WHERE id = (SELECT id FROM item LIMIT 1)"],
  ]
  let store: Store
  beforeAll(async () => {
    const at = join(folder, 'checked')
    cpSync(join(folder, 'fresh'), at, { recursive: true, filter: (from) => !from.includes('sqlite') })
    writeFileSync(join(at, 'yieldgate.sqlite'), files.get('0017')!)
    store = await openStore(at, false)
  })
  afterAll(() => store.close())
  it.each(changes)('tells of: %s', async (fault, ...statements) => {
    const undone = new Error('undone')
    const found = { faults: [] as string[] }
    const work = store.write(async (tx) => {
      await tx.run('PRAGMA defer_foreign_keys = ON')
      for (const statement of statements) await tx.run(statement)
      found.faults = await faultsOf(tx)
      throw undone
    })
    await expect(work).rejects.toBe(undone)
    expect(found.faults.filter((told) => told.startsWith(fault)).length).toBeGreaterThan(0)
  })
})
