import type { Reader, Tx, Writer } from './database'
import type { Changes, NewRow } from './models'

export const addWaits = (tx: Writer, rows: NewRow<'gate_wait'>[]) => tx.insert('gate_wait', rows, 'IGNORE')

export const changeWait = (tx: Writer, draft: string, gate: string, set: Changes<'gate_wait'>) =>
  tx.update('gate_wait', { draft_id: draft, gate }, set)

export const dropWaits = (tx: Writer, draft: string) => tx.run('DELETE FROM gate_wait WHERE draft_id = $draft', { draft })

/** Ends a draft's waiting at all gates but some. */
export const dropWaitsBut = (tx: Writer, draft: string, gates: readonly string[]) =>
  tx.run('DELETE FROM gate_wait WHERE draft_id = $draft AND gate NOT IN (SELECT value FROM json_each($gates))', {
    draft,
    gates: JSON.stringify(gates),
  })

/** Keeps with a draft what waits of it, so that it can be given back. */
export const keepWaits = (tx: Writer, draft: string) =>
  tx.run(
    `UPDATE draft SET kept_waits = (SELECT json_group_array(json_object('gate', gate, 'since', since, 'remind_at', remind_at, 'due_at', due_at,
       'reminded_at', reminded_at, 'late_at', late_at, 'handed_to', handed_to, 'handed_by', handed_by)) FROM gate_wait WHERE draft_id = $draft)
     WHERE id = $draft AND EXISTS (SELECT 1 FROM gate_wait WHERE draft_id = $draft)`,
    { draft },
  )

/** A moment of a deadline: when it is reminded of, or when it is over. */
export type Moment = 'remind' | 'due'
const COLUMNS = { remind: ['remind_at', 'reminded_at'], due: ['due_at', 'late_at'] } as const

/** What of a site still waits at its gate and has come to a moment of its deadline that was not told of yet. */
export const waitsDue = (db: Reader, site: string, moment: Moment, now: string, limit: number) => {
  const [at, told] = COLUMNS[moment]
  return db.all<{ draft: string; gate: string; item: string; due: string | null }>(
    `SELECT w.draft_id AS draft, w.gate, d.item_id AS item, w.due_at AS due FROM gate_wait w JOIN draft d ON d.id = w.draft_id JOIN item i ON i.id = d.item_id
     WHERE w.${at} <= $now AND w.${told} IS NULL AND d.review = 'in_review' AND d.closed_at IS NULL AND i.binned_at IS NULL AND i.site_id = $site ORDER BY w.${at} LIMIT $limit`,
    { site, now, limit },
  )
}

/** Notes that a moment of a deadline was told of. */
export const noteMomentTold = (tx: Tx, moment: Moment, draft: string, gate: string, now: string) =>
  changeWait(tx, draft, gate, { [COLUMNS[moment][1]]: now })

/** Where a draft waits, since when, until when, and who handed it to whom. */
export const waitsOf = (db: Reader, draft: string) =>
  db.all<{ gate: string; since: string; due: string | null; late: string | null; handed: string | null; handedBy: string | null }>(
    'SELECT w.gate, w.since, w.due_at AS due, w.late_at AS late, t.name AS handed, b.name AS handedBy FROM gate_wait w LEFT JOIN person t ON t.id = w.handed_to LEFT JOIN person b ON b.id = w.handed_by WHERE w.draft_id = $draft',
    { draft },
  )

/** Where a draft waits, until when, and to whom it was handed by whom. */
export const waitsAt = (db: Reader, draft: string) =>
  db.all<{ gate: string; due: string | null; handed: string | null; by: string | null }>(
    'SELECT w.gate, w.due_at AS due, w.handed_to AS handed, p.name AS "by" FROM gate_wait w LEFT JOIN person p ON p.id = w.handed_by WHERE w.draft_id = $draft',
    { draft },
  )

/** Where drafts wait, until when, and to whom they were handed. */
export const waitsOfDrafts = (db: Reader, drafts: readonly string[]) =>
  db.all<{ draft: string; gate: string; due: string | null; handed: string | null }>(
    'SELECT w.draft_id AS draft, w.gate, w.due_at AS due, p.name AS handed FROM gate_wait w LEFT JOIN person p ON p.id = w.handed_to WHERE w.draft_id IN (SELECT value FROM json_each($drafts))',
    { drafts: JSON.stringify(drafts) },
  )

/** To whom a draft was handed at a gate. */
export const handedTo = (db: Reader, draft: string, gate: string) =>
  db.one<{ handed_to: string | null }>('SELECT handed_to FROM gate_wait WHERE draft_id = $draft AND gate = $gate', { draft, gate })

/** The gates at which a draft waits since an instant. */
export const gatesSince = (db: Reader, draft: string, at: string) =>
  db.all<{ gate: string }>('SELECT gate FROM gate_wait WHERE draft_id = $draft AND since = $at', { draft, at })
