import type { Reader, Tx } from './database'
import type { Row } from './models'

export type StaleEntry = Pick<Row<'live_entry'>, 'n' | 'item_id' | 'version_id'>

/** What is live and not indexed as it is. */
export const staleEntries = (db: Reader, limit: number) =>
  db.all<StaleEntry>('SELECT n, item_id, version_id FROM live_entry WHERE indexed_version IS NOT version_id ORDER BY n LIMIT $limit', {
    limit,
  })

export const isUnindexed = async (db: Reader): Promise<boolean> => (await staleEntries(db, 1)).length > 0

/** What the index has of a live item: its words, what it links to, and its blocks with times of their own. */
export type IndexedEntry = StaleEntry & { title: string; body: string; links: string[]; windows: Omit<Row<'live_window'>, 'item_id'>[] }

/** Indexes items that are still live in these versions; a newer one comes in the next turn. */
export async function indexEntries(tx: Tx, made: IndexedEntry[]): Promise<void> {
  const ids = JSON.stringify(made.map(({ item_id }) => item_id))
  const rows = { rows: JSON.stringify(made.map(({ n, version_id, title, body }) => [n, version_id, title, body])) }
  const from = 'FROM json_each($rows) JOIN live_entry e ON e.n = value ->> 0 AND e.version_id = value ->> 1'
  await tx.run(`DELETE FROM live_text WHERE rowid IN (SELECT value ->> 0 ${from})`, rows)
  await tx.run(`INSERT INTO live_text (rowid, title, body) SELECT value ->> 0, value ->> 2, value ->> 3 ${from}`, rows)
  await tx.run("DELETE FROM live_ref WHERE relation = 'link' AND item_id IN (SELECT value FROM json_each($ids))", { ids })
  await tx.insert(
    'live_ref',
    made.flatMap(({ item_id, links }) => links.map((target) => ({ item_id, relation: 'link' as const, target }))),
    'IGNORE',
  )
  await tx.run('DELETE FROM live_window WHERE item_id IN (SELECT value FROM json_each($ids))', { ids })
  await tx.insert(
    'live_window',
    made.flatMap(({ item_id, windows }) => windows.map((window) => ({ item_id, ...window }))),
    'IGNORE',
  )
  await tx.run(`UPDATE live_entry SET indexed_version = version_id WHERE n IN (SELECT value ->> 0 ${from})`, rows)
}
