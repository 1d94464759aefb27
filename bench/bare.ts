import sqlite3 from 'sqlite3'

/** The bare driver, with promises: the reference for everything that writes. */
export interface Bare {
  run(sql: string, values?: unknown[]): Promise<void>
  exec(sql: string): Promise<void>
  close(): Promise<void>
}

/** Opens a file as our store does: WAL, each commit on disk. */
export async function openBare(file: string): Promise<Bare> {
  const db = await new Promise<sqlite3.Database>((resolve, reject) => {
    const made = new sqlite3.Database(file, (error) => (error ? reject(error) : resolve(made)))
  })
  const done = (resolve: () => void, reject: (error: Error) => void) => (error: Error | null) => (error ? reject(error) : resolve())
  const bare: Bare = {
    run: (sql, values = []) => new Promise((resolve, reject) => db.run(sql, values, done(resolve, reject))),
    exec: (sql) => new Promise((resolve, reject) => db.exec(sql, done(resolve, reject))),
    close: () => new Promise((resolve, reject) => db.close(done(resolve, reject))),
  }
  await bare.exec('PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; PRAGMA cache_size = -32768')
  return bare
}
