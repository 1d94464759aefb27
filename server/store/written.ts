import type { Reader, Tx } from './database'

/** A version that waits to be taken in, with the one that its text is new against. */
export interface UnwrittenRow {
  n: number
  version: string
  item: string
  base: string | null
  /** The row that it takes the place of: of the saving by itself, by the same person, that it follows. */
  instead: number | null
}

/**
 * The versions that wait longest, each of a draft once: of several savings of a draft that wait together, the next turn has the
 * later ones, since what they are new against hangs on those before them.
 */
export const unwrittenVersions = (db: Reader, limit: number): Promise<UnwrittenRow[]> =>
  db.all<UnwrittenRow>(
    `SELECT min(u.n) AS n, v.id AS version, v.item_id AS item, w.n AS instead, CASE WHEN w.n IS NULL THEN v.parent_id ELSE w.base_id END AS base
     FROM (SELECT n, version_id FROM unwritten ORDER BY n LIMIT $limit) u JOIN version v ON v.id = u.version_id
     LEFT JOIN version p ON p.id = v.parent_id AND v.cause = 'autosave' AND p.cause = 'autosave' AND p.author_id = v.author_id AND p.draft_id = v.draft_id
     LEFT JOIN written w ON w.version_id = p.id
     GROUP BY v.draft_id ORDER BY u.n`,
    { limit },
  )

/** Keeps what versions brought anew; one that brought no words is only passed over. */
export async function keepWritten(tx: Tx, rows: (UnwrittenRow & { words: string })[]): Promise<void> {
  const all = { rows: JSON.stringify(rows.map(({ n, version, item, base, instead, words }) => [n, version, item, base, instead, words])) }
  for (const table of ['written_text', 'written'])
    await tx.run(
      `DELETE FROM ${table} WHERE ${table === 'written' ? 'n' : 'rowid'} IN (SELECT value ->> 4 FROM json_each($rows) WHERE value ->> 4 IS NOT NULL)`,
      all,
    )
  const said = "FROM json_each($rows) WHERE value ->> 5 <> ''"
  await tx.run(
    `INSERT INTO written (n, version_id, item_id, base_id) SELECT value ->> 0, value ->> 1, value ->> 2, value ->> 3 ${said}`,
    all,
  )
  await tx.run(`INSERT INTO written_text (rowid, words) SELECT value ->> 0, value ->> 5 ${said}`, all)
  await tx.run('DELETE FROM unwritten WHERE n IN (SELECT value ->> 0 FROM json_each($rows))', all)
}

/** Who wrote something first in each of some items, of what is found by FTS5 words. */
export const firstWriters = (db: Reader, items: string[], words: string) =>
  db.all<{ item: string; version: string; base: string | null; number: number; at: string; by: string }>(
    `SELECT w.item_id AS item, v.id AS version, w.base_id AS base, v.number, min(v.at) AS at, p.name AS "by"
     FROM written_text f JOIN written w ON w.n = f.rowid JOIN version v ON v.id = w.version_id JOIN person p ON p.id = v.author_id
     WHERE written_text MATCH $words AND w.item_id IN (SELECT value FROM json_each($items)) GROUP BY w.item_id`,
    { words, items: JSON.stringify(items) },
  )
