import { chmodSync, cpSync, mkdirSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { isMainThread } from 'node:worker_threads'
import { LRUCache } from 'lru-cache'
import { Sequelize } from 'sequelize'
import sqlite3 from 'sqlite3'
import { migrate } from './migrate'
import { defineModels, type Changes, type Models, type NewRow, type Row, type Table } from './models'
import type { Cell } from './models/column'
import { plainReader, plainWriter, type PlainReader, type PlainWriter } from './plain'

export type Bind = Record<string, Cell>
type Cells = Record<string, Cell | undefined>

/** Reads: each query sees the last committed state. */
export interface Reader extends PlainReader {
  all<T>(sql: string, bind?: Bind): Promise<T[]>
  one<T>(sql: string, bind?: Bind): Promise<T | undefined>
}

/** What writes, and asks nothing. */
export interface Writer {
  run(sql: string, bind?: Bind): Promise<void>
  /** Inserts rows of one shape, set-based. `or` says what to do when a row is there already. */
  insert<Name extends Table>(table: Name, rows: NewRow<Name>[], or?: 'REPLACE' | 'IGNORE'): Promise<void>
  /** Inserts rows, set-based, or where one with its key is there already sets its columns, all but those that it keeps. */
  upsert<Name extends Table>(table: Name, key: keyof Row<Name>, rows: NewRow<Name>[], keep?: (keyof Row<Name>)[]): Promise<void>
  /** Sets columns of the rows that have these keys. */
  update<Name extends Table>(table: Name, where: Changes<Name>, set: Changes<Name>): Promise<void>
}

/** The one write transaction that is open; reads within it see its own writes. */
export interface Tx extends Reader, Writer, PlainWriter {
  /** Inserts rows that are not there yet, set-based, and returns columns of those that it inserted, in their order. */
  insertNew<T, Name extends Table>(table: Name, rows: NewRow<Name>[], returning: (keyof Row<Name>)[]): Promise<T[]>
  /** The same for all transactions of a store, and their parts: what is remembered of a store hangs on it. */
  origin: object
  /** Does something in memory once the transaction is committed; nothing when it is undone. */
  afterCommit(work: () => void): void
}

/** The site's one SQLite file with its one writer and its readers. */
export interface Store {
  read: Reader
  /**
   * Runs `work` as one BEGIN IMMEDIATE transaction in the process's write queue: one at a time, in order of asking,
   * on disk (fsync) when the promise resolves, undone whole when `work` throws.
   */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T>
  /** Copies what is committed from the log into the file, beside whoever reads and writes. */
  copyLog(): Promise<void>
  /** Calls back after each commit of this process. */
  onCommit(listener: () => void): void
  close(): Promise<void>
  folder: string
}

const READERS = 3
const fileIn = (folder: string) => join(folder, 'yieldgate.sqlite')
/** So many pages (64 MB) may wait in the log; above, a commit copies them into the file itself. */
const LOG_PAGES = 16_000

/** Sequelize would switch the driver's tracing on, which takes a stack trace at each call; this keeps it off. */
const untraced = Object.create(sqlite3, { verbose: { value: () => untraced } }) as typeof sqlite3

/** One long-lived connection that Sequelize holds, with its statements kept prepared: a query is then one hop to the driver's thread. */
interface Connection {
  all<T>(sql: string, bind?: Bind): Promise<T[]>
  run(sql: string, bind?: Bind): Promise<void>
  sequelize: Sequelize
  models: Models
  close(): Promise<void>
}

/** A prepared statement with the names of its values in their order. */
interface Prepared {
  statement: sqlite3.Statement
  names: string[]
}

const BUSY_TRIES = 100
const BUSY_MS = 50

/** Makes a file keep its log beside it. Two that open a new file at once do this at once, and SQLite lets neither wait for the other. */
async function keepLog(begin: (done: (error: Error | null) => void) => void): Promise<void> {
  for (let tries = 1; ; tries++) {
    const error = await new Promise<Error | null>(begin)
    if (!error) return
    if (tries === BUSY_TRIES || !error.message.startsWith('SQLITE_BUSY')) throw error
    await setTimeout(BUSY_MS)
  }
}

/** `use` says what it is for: to read, to write, or to copy the log into the file. */
async function connect(file: string, use: 'read' | 'write' | 'copy', synchronous: 'FULL' | 'OFF'): Promise<Connection> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    dialectModule: untraced,
    logging: false,
    dialectOptions: { mode: use === 'read' ? sqlite3.OPEN_READONLY : sqlite3.OPEN_READWRITE | sqlite3.OPEN_CREATE },
  })
  const database = (await sequelize.connectionManager.getConnection({ type: 'write', useMaster: true })) as unknown as sqlite3.Database
  const promised = <T>(work: (done: (error: Error | null, value?: T) => void) => void) =>
    new Promise<T>((resolve, reject) => work((error, value) => (error ? reject(error) : resolve(value as T))))
  const pragmas = {
    read: '',
    write: `PRAGMA synchronous = ${synchronous}; PRAGMA wal_autocheckpoint = ${LOG_PAGES};`,
    copy: `PRAGMA synchronous = ${synchronous};`,
  }[use]
  await promised<unknown>((done) =>
    database.exec(
      `PRAGMA busy_timeout = 5000; PRAGMA cache_size = -32768; PRAGMA foreign_keys = ON; PRAGMA temp_store = MEMORY; ${pragmas}`,
      done,
    ),
  )
  if (use === 'write') await keepLog((done) => database.exec('PRAGMA journal_mode = WAL', done))
  const statements = new LRUCache<string, Prepared>({ max: 300, dispose: ({ statement }) => statement.finalize() })
  const prepare = async (sql: string): Promise<Prepared> => {
    const known = statements.get(sql)
    if (known) return known
    const statement = await promised<sqlite3.Statement>((done) => {
      database.prepare(sql, function (this: sqlite3.Statement, error) {
        done(error, this)
      })
    })
    // SQLite numbers names by their first place in the text.
    const prepared = { statement, names: [...new Set([...sql.matchAll(/\$([a-z_]\w*)/gi)].map(([, name]) => name!))] }
    // Of two that prepared it at once the later one stays.
    statements.set(sql, prepared)
    return prepared
  }
  const values = (names: string[], bind: Bind) =>
    names.map((name) => {
      if (bind[name] === undefined) throw new TypeError(`The statement lacks a value for $${name}`)
      return bind[name]
    })
  return {
    sequelize,
    models: defineModels(sequelize),
    all: async <T>(sql: string, bind: Bind = {}) => {
      const { statement, names } = await prepare(sql)
      return promised<T[]>((done) => statement.all(values(names, bind), done as (error: Error | null, rows: unknown[]) => void))
    },
    run: async (sql, bind = {}) => {
      const { statement, names } = await prepare(sql)
      await promised<unknown>((done) => statement.run(values(names, bind), done))
    },
    async close() {
      statements.clear()
      await sequelize.close()
    },
  }
}

const reader = (pick: () => Connection): Reader => ({
  ...plainReader(() => pick().models),
  all: (sql, bind) => pick().all(sql, bind),
  one: async <T>(sql: string, bind?: Bind) => (await pick().all<T>(sql, bind))[0],
})

/** Opens one connection that only reads, on the file of a data folder where the store is open already. */
export async function openReader(folder: string): Promise<Reader> {
  const connection = await connect(fileIn(folder), 'read', 'FULL')
  return reader(() => connection)
}

/** That a column has one of some names of the program's own; of one name, as the partial indexes have it. */
export const among = (column: string, names: readonly string[]): string => `(${names.map((name) => `${column} = '${name}'`).join(' OR ')})`

/** Names of the program’s own as a SQL list of texts. */
export const quoted = (names: readonly string[]): string => names.map((name) => `'${name}'`).join(', ')

/**
 * Copies a data folder as it is at this moment into another, which must not be there, also while a process writes: the store as
 * one state, then the files that it names. What a process keeps for itself (logs, caught mails) stays behind.
 */
export async function copyFolder(folder: string, to: string): Promise<void> {
  mkdirSync(to, { mode: 0o700 })
  const connection = await connect(fileIn(folder), 'read', 'FULL')
  try {
    await connection.run('VACUUM INTO $copy', { copy: fileIn(to) })
  } finally {
    await connection.close()
  }
  // A file is there before the store names it, and none is ever changed.
  cpSync(join(folder, 'media'), join(to, 'media'), { recursive: true })
}

/** A SQL expression that packs columns of a table into one JSON object. */
export const packed = (alias: string, columns: readonly string[]) =>
  `json_object(${columns.map((name) => `'${name}', ${alias}.${name}`).join(', ')})`

/**
 * Reads many rows as one JSON text: the driver makes a value for each cell, which costs several times what parsing
 * does. `object` is a SQL expression that gives a JSON object for each row of `from`, in the order of `from`.
 */
export async function packedRows<T>(db: Reader, object: string, from: string, bind?: Bind): Promise<T[]> {
  const row = await db.one<{ rows: string }>(`SELECT json_group_array(json(row)) AS rows FROM (SELECT ${object} AS row ${from})`, bind)
  return JSON.parse(row!.rows) as T[]
}

const plainCell = (value: Cell | undefined) => (Buffer.isBuffer(value) ? value.toString('hex') : (value ?? null))

const INSERT_BATCH = 5_000

/**
 * The statements, with their values, that insert rows of one shape, in batches. What all rows of a batch have alike is bound
 * once: to take a cell out of JSON costs more than to keep it in all the indexes of its table.
 */
function* inserts(verb: string, table: string, rows: readonly Cells[]): Generator<[sql: string, bind: Bind]> {
  if (!rows.length) return
  const columns = Object.keys(rows[0]!)
  for (let at = 0; at < rows.length; at += INSERT_BATCH) {
    const batch = at === 0 && rows.length <= INSERT_BATCH ? rows : rows.slice(at, at + INSERT_BATCH)
    const [first] = batch
    const bind: Bind = {}
    const varying: string[] = []
    const cells = columns.map((column) => {
      const value = first![column]
      if (Buffer.isBuffer(value) ? batch.length === 1 : batch.every((row) => row[column] === value)) {
        bind[`c_${column}`] = value ?? null
        return `$c_${column}`
      }
      varying.push(column)
      const cell = `value ->> ${varying.length - 1}`
      return Buffer.isBuffer(value) ? `unhex(${cell})` : cell
    })
    const into = `${verb} INTO ${table} (${columns.join(', ')})`
    if (batch.length === 1) yield [`${into} VALUES (${cells.join(', ')})`, bind]
    else {
      bind.rows = JSON.stringify(batch.map((row) => varying.map((column) => plainCell(row[column]))))
      // Before ON CONFLICT a join would be read, were it not for this WHERE.
      yield [`${into} SELECT ${cells.join(', ')} FROM json_each($rows) WHERE true`, bind]
    }
  }
}

/** A statement with its values. */
export interface Statement {
  sql: string
  bind: Bind
}

/** Returns the statements that some work would run, without running them. */
export async function statementsOf(work: (writer: Writer) => Promise<void>): Promise<Statement[]> {
  const statements: Statement[] = []
  await work(writerTo(async (sql, bind = {}) => void statements.push({ sql, bind })))
  return statements
}

/** Runs statements that were recorded. */
export async function runStatements(tx: Writer, statements: readonly Statement[]): Promise<void> {
  for (const { sql, bind } of statements) await tx.run(sql, bind)
}

function writerTo(run: Writer['run']): Writer {
  return {
    run,
    async insert(table, rows, or) {
      for (const [sql, bind] of inserts(or ? `INSERT OR ${or}` : 'INSERT', table, rows)) await run(sql, bind)
    },
    async upsert(table, key, rows, keep = []) {
      for (const [sql, bind] of inserts('INSERT', table, rows)) {
        const set = Object.keys(rows[0]!).flatMap((column) =>
          column === key || keep.some((name) => name === column) ? [] : `${column} = excluded.${column}`,
        )
        await run(`${sql} ON CONFLICT (${String(key)}) DO UPDATE SET ${set.join(', ')}`, bind)
      }
    },
    async update(table, where, set) {
      const bind: Bind = {}
      const sets = Object.entries(set as Cells).flatMap(([column, value]) =>
        value === undefined ? [] : ((bind[`s_${column}`] = value), `${column} = $s_${column}`),
      )
      const keys = Object.entries(where as Bind).map(([column, value]) => ((bind[`w_${column}`] = value), `${column} = $w_${column}`))
      await run(`UPDATE ${table} SET ${sets.join(', ')} WHERE ${keys.join(' AND ')}`, bind)
    },
  }
}

function transaction(connection: Connection, afterCommit: Tx['afterCommit']): Tx {
  const { run, all } = connection
  return {
    ...reader(() => connection),
    ...writerTo(run),
    ...plainWriter(connection.models),
    afterCommit,
    origin: connection,
    async insertNew<T>(table: Table, rows: readonly Cells[], returning: readonly PropertyKey[]) {
      const made: T[] = []
      for (const [sql, bind] of inserts('INSERT OR IGNORE', table, rows))
        made.push(...(await all<T>(`${sql} RETURNING ${returning.join(', ')}`, bind)))
      return made
    },
  }
}

/** Lets nobody but the account that runs the office read the data: what is there, and what will be made. */
function keepPrivate(folder: string): void {
  if (isMainThread) process.umask(0o077)
  chmodSync(folder, 0o700)
  for (const entry of readdirSync(folder, { withFileTypes: true }))
    try {
      if (entry.isDirectory() || entry.isFile()) chmodSync(join(folder, entry.name), entry.isDirectory() ? 0o700 : 0o600)
    } catch (error) {
      // Another process may have put a log of SQLite away meanwhile.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
    }
}

/**
 * Opens the data folder, bringing its file to the newest schema; makes both where they are missing. `durable: false`
 * is for filling a folder that is thrown away when the filling breaks off: then a commit does not wait for the disk.
 */
export async function openStore(folder: string, durable = true): Promise<Store> {
  mkdirSync(join(folder, 'media'), { recursive: true })
  keepPrivate(folder)
  const file = fileIn(folder)
  const writer = await connect(file, 'write', durable ? 'FULL' : 'OFF')
  let afterwards: (() => void)[] = []
  const tx = transaction(writer, (work) => void afterwards.push(work))
  const listeners: (() => void)[] = []
  let tail: Promise<unknown> = Promise.resolve()

  const write = <T>(work: (tx: Tx) => Promise<T>): Promise<T> => {
    const turn = tail.then(async () => {
      await writer.run('BEGIN IMMEDIATE')
      afterwards = []
      try {
        const value = await work(tx)
        await writer.run('COMMIT')
        for (const each of afterwards) each()
        return value
      } catch (error) {
        await writer.run('ROLLBACK')
        throw error
      }
    })
    tail = turn.catch(() => undefined)
    return turn.then((value) => {
      for (const listener of listeners) listener()
      return value
    })
  }

  await writer.run('PRAGMA foreign_keys = OFF')
  await migrate({
    sequelize: writer.sequelize,
    write,
    copyBefore: (name) => writer.run('VACUUM INTO $copy', { copy: join(folder, `yieldgate.before-${name}.${Date.now()}.sqlite`) }),
  })
  await writer.run('PRAGMA foreign_keys = ON')
  const readers = await Promise.all(Array.from({ length: READERS }, () => connect(file, 'read', 'FULL')))
  const copier = await connect(file, 'copy', durable ? 'FULL' : 'OFF')
  let turn = 0
  return {
    read: reader(() => readers[turn++ % READERS]!),
    write,
    onCommit: (listener) => void listeners.push(listener),
    copyLog: async () => {
      await copier.all('PRAGMA wal_checkpoint (PASSIVE)')
    },
    async close() {
      await tail
      await Promise.all([writer, copier, ...readers].map((connection) => connection.close()))
    },
    folder,
  }
}
