import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openStore, type Store } from '../../server/store/database'
import { TABLES } from '../../server/store/models'
import type { Columns } from '../../server/store/models/column'

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-models-'))
let store: Store
beforeAll(async () => {
  store = await openStore(folder, false)
})
afterAll(async () => {
  await store.close()
  rmSync(folder, { recursive: true })
})

/** https://www.sqlite.org/pragma.html#pragma_table_xinfo and #pragma_foreign_key_list */
interface ColumnInfo {
  name: string
  type: string
  notnull: number
  dflt_value: string | null
  pk: number
  hidden: number
}

describe('the models', () => {
  it('are of every table of the file but those of its full-text search', async () => {
    const rows = await store.read.all<{ name: string }>(
      `SELECT name FROM pragma_table_list WHERE schema = 'main' AND type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name`,
    )
    expect(rows.map(({ name }) => name)).toEqual(Object.keys(TABLES).sort())
  })
  it.each(Object.entries<Columns>(TABLES))('say of %s what the migrated file has, column by column', async (table, columns) => {
    const info = await store.read.all<ColumnInfo>(`SELECT * FROM pragma_table_xinfo('${table}')`)
    const references = await store.read.all<{ from: string; table: string }>(`SELECT * FROM pragma_foreign_key_list('${table}')`)
    const asIs = info.map((column) => ({
      name: column.name,
      type: column.type.replace(/ GENERATED ALWAYS$/, ''),
      key: column.pk > 0,
      nullable: column.notnull === 0 && column.pk === 0,
      default: column.dflt_value?.replace(/^'(.*)'$/, '$1') ?? null,
      references: references.find(({ from }) => from === column.name)?.table ?? null,
      generated: column.hidden === 2,
    }))
    const asSaid = Object.entries(columns).map(([name, { definition }]) => ({
      name,
      type: definition.type,
      key: definition.key,
      nullable: definition.nullable,
      default: definition.default === undefined ? null : String(definition.default),
      references: definition.references ?? null,
      generated: definition.generated ?? false,
    }))
    const byName = (a: { name: string }, b: { name: string }) => a.name.localeCompare(b.name)
    expect(asSaid.sort(byName)).toEqual(asIs.sort(byName))
    // What SQLite numbers by itself is the only key, and a whole number.
    for (const [name, { definition }] of Object.entries(columns))
      if (definition.numbered) expect(info.filter(({ pk }) => pk).map((key) => [key.name, key.type])).toEqual([[name, 'INTEGER']])
  })
})

describe('plain reads and writes', () => {
  const value = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 12 }),
    fc.constantFrom('', "it's", '$w_name', ':name', '?', '\u0000', 'a\u0000b', '`', '"'),
  )
  it('find, change and remove what was added, whatever it says', async () => {
    const person = { id: 'p', email: 'p@example.org', name: 'P', password_hash: '', created_at: '' }
    await store.write((tx) => tx.add('person', person))
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(value, { minLength: 1, maxLength: 5 }), value, async (names, other) => {
        await store.write(async (tx) => {
          await tx.remove('preference', { person_id: 'p' })
          await tx.add('preference', ...names.map((name) => ({ person_id: 'p', name, value: name })))
          const [first] = names as [string, ...string[]]
          expect(await tx.findOne('preference', { name: first })).toEqual({ person_id: 'p', name: first, value: first })
          expect(await tx.count('preference', { person_id: 'p' })).toBe(names.length)
          expect(await tx.findOne('preference', { person_id: 'q', name: first })).toBeUndefined()
          await tx.change('preference', { name: first }, { value: other })
          expect((await tx.find('preference', { name: first })).map((row) => row.value)).toEqual([other])
          await tx.remove('preference', { person_id: 'p', name: first })
          const left = await tx.find('preference', {}, { order: ['name'] })
          expect(left.map(({ name }) => name).sort()).toEqual(names.slice(1).sort())
        })
        // What was committed is there for those who read.
        expect(await store.read.count('preference', {})).toBe(names.length - 1)
      }),
      { numRuns: 50 },
    )
  })
  it('are a part of the transaction: undone with it', async () => {
    const before = await store.read.count('preference', {})
    await expect(
      store.write(async (tx) => {
        await tx.add('preference', { person_id: 'p', name: 'undone', value: '' })
        await tx.remove('person', { id: 'nobody' })
        throw new Error('no')
      }),
    ).rejects.toThrow('no')
    expect(await store.read.count('preference', {})).toBe(before)
  })
  it('tell what is empty from what is not', async () => {
    await store.write(async (tx) => {
      await tx.add('recovery_code', { hash: 'used', person_id: 'p', used_at: 'then' }, { hash: 'new', person_id: 'p' })
      expect((await tx.find('recovery_code', { person_id: 'p', used_at: null })).map(({ hash }) => hash)).toEqual(['new'])
      await tx.change('recovery_code', { used_at: null }, { used_at: 'now' })
      expect((await tx.find('recovery_code', { used_at: 'now' })).map(({ hash }) => hash)).toEqual(['new'])
      await tx.remove('recovery_code', { person_id: 'p' })
    })
  })
  it('refuse a condition that was left open, which would mean every row', async () => {
    const open = { person_id: undefined } as unknown as { person_id: string }
    await store.write(async (tx) => {
      await expect(tx.remove('preference', open)).rejects.toThrow('lacks a value')
      await expect(tx.change('preference', open, { value: '' })).rejects.toThrow('lacks a value')
      await expect(tx.find('preference', open)).rejects.toThrow('lacks a value')
    })
  })
})
