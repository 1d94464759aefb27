import type { RightsChange } from '../../core/access/rightsChange'
import type { Reader, Tx } from './database'

/** A change of rights that waits, or waited, for a second steward. */
export interface RightsRequest {
  id: string
  site_id: string
  change: RightsChange
  asked_by: string
  asked_at: string
  ends_at: string
}
export type RequestVerdict = 'agreed' | 'declined' | 'taken-back'

const COLUMNS = 'id, site_id, change, asked_by, asked_at, ends_at'
const read = (row: Omit<RightsRequest, 'change'> & { change: string }): RightsRequest => ({
  ...row,
  change: JSON.parse(row.change) as RightsChange,
})

/** Those of a site that wait at an instant, the oldest first. */
export const waitingRequests = async (db: Reader, site: string, now: string): Promise<RightsRequest[]> =>
  (
    await db.all<Omit<RightsRequest, 'change'> & { change: string }>(
      `SELECT ${COLUMNS} FROM rights_request WHERE site_id = $site AND verdict IS NULL AND ends_at > $now ORDER BY asked_at, id LIMIT 200`,
      { site, now },
    )
  ).map(read)

export const addRequest = (tx: Tx, { change, ...row }: RightsRequest): Promise<void> =>
  tx.insert('rights_request', [{ ...row, change: JSON.stringify(change) }])

export const decideRequest = (tx: Tx, id: string, verdict: RequestVerdict): Promise<void> =>
  tx.update('rights_request', { id }, { verdict })

/** The accounts whose people come to the office: they chose a password, or came from the team’s provider. */
export const accountsThatCome = async (db: Reader): Promise<Set<string>> =>
  new Set(
    (await db.all<{ id: string }>("SELECT id FROM person WHERE active = 1 AND (password_hash <> '' OR identity IS NOT NULL)")).map(
      ({ id }) => id,
    ),
  )
