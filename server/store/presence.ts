import type { Reader, Tx } from './database'
import type { NewRow, Row } from './models'

/** Notes where a person is in a draft. */
export const notePresence = (tx: Tx, row: NewRow<'presence'>) => tx.insert('presence', [row], 'REPLACE')

export const dropPresence = (tx: Tx, key: Pick<Row<'presence'>, 'draft_id' | 'person_id' | 'tab'>) => tx.remove('presence', key)

export const dropPresenceBefore = (tx: Tx, at: string) => tx.run('DELETE FROM presence WHERE at < $at', { at })

/** Who else is in a draft since an instant. */
export const othersIn = (db: Reader, draft: string, me: string, since: string) =>
  db.all<{ person: string; name: string; place: string | null; at: string }>(
    `SELECT x.person_id AS person, p.name, x.place, max(x.at) AS at FROM presence x JOIN person p ON p.id = x.person_id
     WHERE x.draft_id = $draft AND x.person_id <> $me AND x.at >= $since GROUP BY x.person_id ORDER BY p.name LIMIT 50`,
    { draft, me, since },
  )
