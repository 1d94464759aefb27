import type { Reader, Writer } from './database'
import type { NewRow } from './models'

export const addClearance = (tx: Writer, row: NewRow<'clearance'>) => tx.insert('clearance', [row])

/** Who cleared a draft at which gate, for whom, in which version. */
export const clearancesOf = (db: Reader, draft: string) =>
  db.all<{ gate: string; name: string; for: string | null; at: string; note: string; projection: string; number: number }>(
    'SELECT c.gate, p.name, a.name AS "for", c.at, c.note, c.projection, v.number FROM clearance c JOIN person p ON p.id = c.person_id LEFT JOIN person a ON a.id = c.for_id JOIN version v ON v.id = c.version_id WHERE c.draft_id = $draft ORDER BY c.at',
    { draft },
  )
