import type { Reader, Tx } from './database'
import type { NewRow } from './models'

/** The blocks that a person kept, the newest first. */
export const keptBlocksOf = (db: Reader, person: string, limit: number) =>
  db.all<{ id: string; block: string; draft: string | null; at: string }>(
    'SELECT id, block, draft_id AS draft, at FROM kept_block WHERE person_id = $person ORDER BY at DESC, id DESC LIMIT $limit',
    { person, limit },
  )

export const keptCount = (db: Reader, person: string) => db.count('kept_block', { person_id: person })

/** One that a person keeps. */
export const keptBlockOf = (db: Reader, person: string, id: string) => db.findOne('kept_block', { id, person_id: person })

export const addKept = (tx: Tx, row: NewRow<'kept_block'>) => tx.add('kept_block', row)

export const dropKept = (tx: Tx, id: string) => tx.remove('kept_block', { id })
