import type { Reader, Tx } from './database'
import type { NewRow } from './models'

/** The blocks that a person kept on a site, the newest first. */
export const keptBlocksOf = (db: Reader, site: string, person: string, limit: number) =>
  db.all<{ id: string; block: string; draft: string | null; at: string }>(
    'SELECT id, block, draft_id AS draft, at FROM kept_block WHERE person_id = $person AND site_id = $site ORDER BY at DESC, id DESC LIMIT $limit',
    { site, person, limit },
  )

export const keptCount = (db: Reader, site: string, person: string) => db.count('kept_block', { person_id: person, site_id: site })

/** One that a person keeps. */
export const keptBlockOf = (db: Reader, site: string, person: string, id: string) =>
  db.findOne('kept_block', { id, person_id: person, site_id: site })

export const addKept = (tx: Tx, row: NewRow<'kept_block'>) => tx.add('kept_block', row)

export const dropKept = (tx: Tx, id: string) => tx.remove('kept_block', { id })
