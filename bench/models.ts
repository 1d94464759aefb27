import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openStore, type Reader, type Tx } from '../server/store/database'
import { median, type Row } from './report'

const ROUNDS = 400

/** A plain read and a plain write through Sequelize's models, beside the same as a statement that stays prepared. */
export async function measure(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-bench-'))
  const store = await openStore(folder)
  try {
    const time = async (db: Tx, ask: (db: Tx, round: number) => Promise<unknown>): Promise<number[]> => {
      const times: number[] = []
      for (let round = 0; round < ROUNDS; round++) {
        const start = performance.now()
        await ask(db, round)
        times.push(performance.now() - start)
      }
      return times.slice(ROUNDS / 10)
    }
    return await store.write(async (tx) => {
      await tx.add('person', { id: 'p', email: 'p@example.org', name: 'P', password_hash: '', created_at: '' })
      const name = (round: number) => `n${round % 50}`
      for (let round = 0; round < 50; round++) await tx.add('preference', { person_id: 'p', name: name(round), value: '1' })
      const read = {
        model: (db: Reader, round: number) => db.findOne('preference', { person_id: 'p', name: name(round) }),
        sql: (db: Reader, round: number) =>
          db.one('SELECT * FROM preference WHERE person_id = $person AND name = $name', { person: 'p', name: name(round) }),
      }
      const write = {
        model: (db: Tx, round: number) => db.change('preference', { person_id: 'p', name: name(round) }, { value: String(round) }),
        sql: (db: Tx, round: number) => db.update('preference', { person_id: 'p', name: name(round) }, { value: String(round) }),
      }
      const rows: Row[] = []
      for (const [what, { model, sql }] of Object.entries({ 'a plain read': read, 'a plain write': write })) {
        const [ours, reference] = [median(await time(tx, model)), median(await time(tx, sql))]
        rows.push({
          what: `${what} through a model`,
          ours: `${ours.toFixed(2)} ms`,
          reference: `${reference.toFixed(2)} ms by a prepared statement`,
          ratio: ours / reference,
          budget: '< 2 ms',
          met: ours < 2,
        })
      }
      return rows
    })
  } finally {
    await store.close()
    rmSync(folder, { recursive: true })
  }
}
