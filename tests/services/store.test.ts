import { chmodSync, cpSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { sha256Hex } from '../../core/content/canonical'
import { KIND_NAMES } from '../../core/kinds/kinds'
import { copyFolder, openStore, type Store, type Tx } from '../../server/store/database'
import { keepTexts, readTexts } from '../../server/store/objects'
import { codeNames } from '../../server/store/listed'
import { faultsOf } from '../../server/store/wholeCheck'
import { wordsQuery } from '../../server/store/live'

let store: Store
const folder = mkdtempSync(join(tmpdir(), 'yieldgate-store-'))
beforeAll(async () => {
  store = await openStore(folder)
})
afterAll(async () => {
  await store.close()
  rmSync(folder, { recursive: true, force: true })
})

const keep = (texts: string[]) =>
  store.write((tx) =>
    keepTexts(
      tx,
      texts.map((text, index) => ({ hash: sha256Hex(text), text, like: index ? sha256Hex(texts[index - 1]!) : undefined })),
    ),
  )

it('lists know each kind of item by a number', async () => {
  const known = new Set((await codeNames(store.read)).values())
  expect(KIND_NAMES.filter((kind) => !known.has(kind))).toEqual([])
})

describe('the object store', () => {
  it('gives back every text of a long history of small changes, by hash', async () => {
    const texts = ['The boat leaves at six. '.repeat(60)]
    for (let turn = 1; turn < 150; turn++) {
      const before = texts.at(-1)!
      texts.push(`${before.slice(0, turn * 7)}change ${turn}${before.slice(turn * 7 + 4)}`)
      await keep(texts.slice(-2))
    }
    // A second store on the same file has nothing in memory: it reads through the chains of differences.
    const other = await openStore(folder)
    const rows = await other.read.all<{ hash: string; depth: number; size: number }>(
      'SELECT lower(hex(hash)) AS hash, depth, length(bytes) AS size FROM object',
    )
    expect(Math.max(...rows.map((row) => row.depth))).toBeGreaterThan(20)
    expect(rows.filter((row) => row.depth > 0).every((row) => row.size < 60)).toBe(true)
    const found = await readTexts(other.read, texts.map(sha256Hex))
    expect(texts.filter((text) => found.get(sha256Hex(text)) !== text)).toEqual([])
    await other.close()
  })
  it('keeps any texts, once each', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.string({ unit: 'grapheme', maxLength: 400 }), { minLength: 1, maxLength: 8 }), async (texts) => {
        const first = await keep(texts)
        expect(await keep(texts)).toEqual(first)
        const found = await readTexts(store.read, texts.map(sha256Hex))
        expect(texts.every((text) => found.get(sha256Hex(text)) === text)).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  it('keeps a hash once, also beside another process, and tells hashes apart that begin alike', async () => {
    const other = await openStore(folder)
    const texts = ['12', '34'].map((end, n) => ({ hash: `${'ab'.repeat(31)}${end}`, text: `Text ${n}` }))
    const first = await store.write((tx) => keepTexts(tx, texts))
    expect(new Set(first.values()).size).toBe(2)
    const again = await other.write((tx) => keepTexts(tx, [...texts, { hash: 'cd'.repeat(32), text: 'Another' }]))
    expect([...first].every(([hash, id]) => again.get(hash) === id)).toBe(true)
    const kept = await readTexts(
      other.read,
      texts.map(({ hash }) => hash),
    )
    expect(texts.every(({ hash, text }) => kept.get(hash) === text)).toBe(true)
    const twice = await other.read.all('SELECT hash FROM object GROUP BY hash HAVING count(*) > 1')
    expect(twice).toEqual([])
    await other.close()
  })
  it('keeps texts that end with digits of a hash, in half the bytes', async () => {
    const digits = sha256Hex('a hash')
    const texts = [
      `12,34,${digits}`,
      `12,34,${digits.slice(1)}`,
      `é ${digits}`,
      `\0${digits}`,
      digits,
      `${digits}${digits}`,
      `${digits.slice(0, 10)}`,
    ]
    await keep(texts)
    const other = await openStore(folder)
    const found = await readTexts(other.read, texts.map(sha256Hex))
    expect(texts.map((text) => found.get(sha256Hex(text)))).toEqual(texts)
    const { size } = (await other.read.one<{ size: number }>('SELECT length(bytes) AS size FROM object WHERE hash = unhex($hash)', {
      hash: sha256Hex(texts[0]!),
    }))!
    expect(size).toBe('12,34,'.length + 1 + 32)
    await other.close()
  })
  it('says which object is missing', async () => {
    await expect(readTexts(store.read, ['f'.repeat(64)])).rejects.toThrow('lacks the object ffff')
  })
})

describe('the write queue', () => {
  it('runs 500 writes started at once, one after the other, in order', async () => {
    const order: number[] = []
    await Promise.all(
      Array.from({ length: 500 }, (_, index) =>
        store.write(async (tx) => {
          const before = await tx.one<{ n: number }>('SELECT count(*) AS n FROM throttle')
          await tx.insert('throttle', [{ key: `k${index}`, failures: before!.n, last_at: 'now' }])
          order.push(index)
        }),
      ),
    )
    expect(order).toEqual(Array.from({ length: 500 }, (_, index) => index))
    const rows = await store.read.all<{ failures: number }>("SELECT failures FROM throttle WHERE key LIKE 'k%' ORDER BY failures")
    expect(rows.map((row) => row.failures)).toEqual(order)
  })
  it('undoes a failed one whole and goes on', async () => {
    const failing = store.write(async (tx) => {
      await tx.insert('throttle', [{ key: 'half', failures: 1, last_at: 'now' }])
      throw new Error('on the way')
    })
    const next = store.write((tx) => tx.insert('throttle', [{ key: 'next', failures: 1, last_at: 'now' }]))
    await expect(failing).rejects.toThrow('on the way')
    await next
    expect(await store.read.all("SELECT key FROM throttle WHERE key IN ('half', 'next')")).toEqual([{ key: 'next' }])
  })
  it('never lets a reader write', async () => {
    await expect(store.read.all("INSERT INTO throttle VALUES ('x', 1, 'now') RETURNING key")).rejects.toThrow(/readonly/)
  })
  it('refuses to change what is written for good', async () => {
    await store.write((tx) => tx.insert('journal', [{ seq: 1, at: 'now', action: 'x', data: 'null', hash: 'h' }]))
    await expect(store.write((tx) => tx.run("UPDATE journal SET hash = 'forged'"))).rejects.toThrow('append-only')
    await expect(store.write((tx) => tx.run('DELETE FROM journal'))).rejects.toThrow('append-only')
    const forged = { seq: 1, at: 'now', action: 'x', data: 'null', hash: 'forged' }
    await expect(store.write((tx) => tx.insert('journal', [forged], 'REPLACE'))).rejects.toThrow('append-only')
    const [id] = (await keep(['Kept for good'])).values()
    await expect(store.write((tx) => tx.run("UPDATE object SET bytes = x'00'"))).rejects.toThrow('immutable')
    await expect(store.write((tx) => tx.run('DELETE FROM object WHERE id = $id', { id: id! }))).rejects.toThrow('immutable')
    const other = { id: id!, hash: Buffer.alloc(32), base: null, depth: 0, packed: 0 as const, bytes: Buffer.from('other') }
    await expect(store.write((tx) => tx.insert('object', [other], 'REPLACE'))).rejects.toThrow('immutable')
  })
  /** A transaction that also knows a table of the test's own. */
  type AnyTable = Pick<Tx, 'all' | 'run'> & {
    insert(table: string, rows: object[]): Promise<void>
    upsert(table: string, key: string, rows: object[], keep: string[]): Promise<void>
  }
  it('inserts and upserts any rows, whatever they have alike', async () => {
    await store.write((tx) => tx.run('CREATE TABLE sample (id INTEGER PRIMARY KEY, a TEXT, b INTEGER, c BLOB, kept TEXT)'))
    const cell = fc.record({
      a: fc.constantFrom(null, '', 'one', '"two"', '\u0000 three'),
      b: fc.constantFrom(null, 0, -1, 2 ** 40),
      c: fc.constantFrom(Buffer.from(''), Buffer.from([0, 255, 7])),
      kept: fc.constantFrom('x', 'y'),
    })
    await fc.assert(
      fc.asyncProperty(
        fc.array(cell, { minLength: 1, maxLength: 5 }),
        fc.array(cell, { minLength: 1, maxLength: 5 }),
        async (first, then) => {
          await store.write(async (known) => {
            const tx = known as unknown as AnyTable
            await tx.run('DELETE FROM sample')
            const rows = (cells: typeof first) => cells.map((row, id) => ({ id, ...row }))
            await tx.insert('sample', rows(first))
            expect(await tx.all('SELECT * FROM sample ORDER BY id')).toEqual(rows(first))
            await tx.upsert('sample', 'id', rows(then), ['kept'])
            const expected = Array.from({ length: Math.max(first.length, then.length) }, (_, id) => ({
              id,
              ...(then[id] ?? first[id]!),
              kept: (first[id] ?? then[id]!).kept,
            }))
            expect(await tx.all('SELECT * FROM sample ORDER BY id')).toEqual(expected)
          })
        },
      ),
      { numRuns: 60 },
    )
    await store.write((tx) => tx.run('DROP TABLE sample'))
  })
  it('has what was committed in the file itself once the log is copied', async () => {
    await store.write((tx) => tx.insert('heartbeat', [{ name: 'copied', at: 'now' }]))
    await store.copyLog()
    const alone = mkdtempSync(join(tmpdir(), 'yieldgate-copied-'))
    cpSync(join(folder, 'yieldgate.sqlite'), join(alone, 'yieldgate.sqlite'))
    const other = await openStore(alone)
    expect(await other.read.one("SELECT at FROM heartbeat WHERE name = 'copied'")).toEqual({ at: 'now' })
    await other.close()
    rmSync(alone, { recursive: true, force: true })
  })
  it('keeps its folder and files for the account that runs it alone', async () => {
    const left = mkdtempSync(join(tmpdir(), 'yieldgate-modes-'))
    writeFileSync(join(left, 'journal-heads.jsonl'), '', { mode: 0o644 })
    chmodSync(left, 0o755)
    const opened = await openStore(left)
    const names = ['', 'journal-heads.jsonl', 'media', 'yieldgate.sqlite', 'yieldgate.sqlite-wal']
    expect(names.map((name) => statSync(join(left, name)).mode & 0o777)).toEqual([0o700, 0o600, 0o700, 0o600, 0o600])
    await opened.close()
    rmSync(left, { recursive: true })
  })
  it('two openings of one folder migrate it once', async () => {
    const fresh = mkdtempSync(join(tmpdir(), 'yieldgate-migrate-'))
    const [one, two] = await Promise.all([openStore(fresh), openStore(fresh)])
    expect(await one.read.all('SELECT name FROM migration')).toEqual([
      { name: '0001-first' },
      { name: '0002-gates-and-people' },
      { name: '0003-time' },
      { name: '0004-live-times' },
      { name: '0005-listing' },
      { name: '0006-kinds' },
      { name: '0007-written' },
      { name: '0008-column-triggers' },
      { name: '0009-labels' },
      { name: '0010-given-back' },
      { name: '0011-fewer-writes' },
      { name: '0012-known-browsers' },
      { name: '0013-shorter-index' },
      { name: '0014-row-by-row' },
      { name: '0015-fixed-rows' },
      { name: '0016-password-links' },
      { name: '0017-sign-in' },
      { name: '0018-second-yes' },
      { name: '0019-sites' },
      { name: '0020-went-live' },
      { name: '0021-redirects' },
      { name: '0022-menus' },
      { name: '0023-members' },
    ])
    await Promise.all([one.close(), two.close()])
    rmSync(fresh, { recursive: true, force: true })
  })
})

describe('words to look for', () => {
  it.each([
    ['Vessa', '"Vessa"*'],
    ['larkholm vess', '"larkholm" "vess"*'],
    ['"; DROP', '"DROP"*'],
    ['a-b', '"a" "b"*'],
    ['  ', null],
    ['(*)', null],
  ])('%j becomes %j', (text, query) => expect(wordsQuery(text)).toBe(query))
})

describe('a copy of a data folder', () => {
  it('is one state of it, made while others write, with the files; it opens as any', async () => {
    const to = join(tmpdir(), `yieldgate-copy-${process.pid}`)
    writeFileSync(join(folder, 'media', 'a-file'), 'bytes')
    let writing = true
    const texts = (async () => {
      for (let turn = 0; writing; turn++) await keep([`A text of its own, number ${turn}`])
    })()
    await copyFolder(folder, to)
    writing = false
    await texts
    const copy = await openStore(to)
    try {
      const [{ n }] = (await copy.read.all<{ n: number }>('SELECT count(*) AS n FROM object')) as [{ n: number }]
      const [{ m }] = (await store.read.all<{ m: number }>('SELECT count(*) AS m FROM object')) as [{ m: number }]
      expect(n).toBeGreaterThan(0)
      expect(n).toBeLessThanOrEqual(m)
      expect(await faultsOf(copy.read)).toEqual(await faultsOf(store.read))
      expect(readFileSync(join(to, 'media', 'a-file'), 'utf8')).toBe('bytes')
      await expect(copyFolder(folder, to)).rejects.toThrow('EEXIST')
    } finally {
      await copy.close()
      rmSync(to, { recursive: true, force: true })
    }
  })
})
