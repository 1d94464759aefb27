import type { Action, Done } from '../../core/batch/action'
import type { Reason } from '../../core/outcome'
import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type BatchRow = Row<'batch'>

/** What came of one item, or would: done or refused. */
export type EntryOutcome = ({ ok: true } & Pick<Done, 'said' | 'draft'>) | { ok: false; reasons: Reason[] }

/** What is done to one item: with what all have in common, or (JSON) with what is its own. */
export interface OpenEntry {
  seq: number
  item_id: string
  draft_id: string | null
  action: string | null
}

export interface EntryRow extends OpenEntry {
  tried: string | null
  outcome: string | null
  undo: string | null
}

const BATCH = 'b.id, b.site_id, b.person_id, b.roles, b.action, b.state, b.total, b.made_at, b.ended_at, b.undoes, b.words, b.beat_at'

export const batchById = (db: Reader, site: string, id: string) =>
  db.one<BatchRow>(`SELECT ${BATCH} FROM batch b WHERE b.id = $id AND b.site_id = $site`, { id, site })

/** Batches of a site under way that nobody has worked on between two instants, the oldest first: after a clock was set back a beat may lie ahead. */
export const restingBatches = (db: Reader, site: string, before: string, after: string) =>
  db.all<BatchRow>(
    `SELECT ${BATCH} FROM batch b WHERE b.site_id = $site AND b.state IN ('trying', 'running') AND (b.beat_at < $before OR b.beat_at > $after) ORDER BY b.beat_at LIMIT 20`,
    { site, before, after },
  )

/** The newest batches of a person on a site that were run, or are. */
export const batchesOf = (db: Reader, site: string, person: string, limit: number) =>
  db.all<BatchRow>(
    `SELECT ${BATCH} FROM batch b WHERE b.person_id = $person AND b.site_id = $site AND b.undoes IS NULL AND EXISTS (SELECT 1 FROM batch_entry e WHERE e.batch_id = b.id AND e.outcome IS NOT NULL)
     ORDER BY b.made_at DESC, b.id DESC LIMIT $limit`,
    { site, person, limit },
  )

/** The batch that takes a batch back, if there is one. */
export const undoOf = (db: Reader, id: string) => db.one<BatchRow>(`SELECT ${BATCH} FROM batch b WHERE b.undoes = $id`, { id })

/** The entries of which a column is still empty, in order. */
export const openEntries = (db: Reader, batch: string, column: 'tried' | 'outcome', limit: number) =>
  db.all<OpenEntry>(
    // Left to itself SQLite walks all that was done before.
    `SELECT seq, item_id, draft_id, action FROM batch_entry INDEXED BY batch_entry_without_${column} WHERE batch_id = $batch AND ${column} IS NULL ORDER BY seq LIMIT $limit`,
    { batch, limit },
  )

/** Writes what came of entries, or would. */
export const keepOutcomes = (
  tx: Tx,
  batch: string,
  column: 'tried' | 'outcome',
  known: { seq: number; outcome: EntryOutcome; undo: Action | null }[],
): Promise<void> =>
  tx.run(
    `WITH k AS MATERIALIZED (SELECT value ->> 0 AS seq, value ->> 1 AS outcome, value ->> 2 AS undo FROM json_each($known))
     UPDATE batch_entry SET ${column} = k.outcome${column === 'outcome' ? ', undo = k.undo' : ''}
     FROM k WHERE batch_entry.batch_id = $batch AND batch_entry.seq BETWEEN $from AND $to AND batch_entry.seq = k.seq`,
    {
      batch,
      // The store would walk all entries of the batch otherwise.
      from: Math.min(...known.map(({ seq }) => seq)),
      to: Math.max(...known.map(({ seq }) => seq)),
      known: JSON.stringify(known.map(({ seq, outcome, undo }) => [seq, JSON.stringify(outcome), undo && JSON.stringify(undo)])),
    },
  )

export interface BatchCounts {
  tried: number
  /** Of those that were tried: how many would be refused, and how many are as they should be already. */
  wouldNot: number
  wouldStay: number
  ended: number
  refused: number
  stayed: number
  undoable: number
}

/** What came of an entry (a column): a refusal that is one, and one that only says that there is nothing to do. */
const isSo = (column: string) => `${column} ->> '$.reasons[0].code' = 'unchanged'`
const isRefused = (column: string) => `(${column} ->> 'ok' = 0 AND NOT ${isSo(column)})`

export const batchCounts = async (db: Reader, batch: string): Promise<BatchCounts> =>
  (await db.one<BatchCounts>(
    `SELECT count(tried) AS tried, coalesce(sum(${isRefused('tried')}), 0) AS wouldNot, coalesce(sum(${isSo('tried')}), 0) AS wouldStay,
       count(outcome) AS ended, coalesce(sum(${isRefused('outcome')}), 0) AS refused, coalesce(sum(${isSo('outcome')}), 0) AS stayed, count(undo) AS undoable
     FROM batch_entry WHERE batch_id = $batch`,
    { batch },
  ))!

/** A page of entries with the items’ titles; `only` those that are (or would be) refused. */
export const entriesOf = (db: Reader, batch: string, only: 'all' | 'refused', after: number, limit: number) =>
  db.all<EntryRow & { title: string; kind: string }>(
    `SELECT e.seq, e.item_id, e.draft_id, e.action, e.tried, e.outcome, e.undo, i.title, i.kind FROM batch_entry e JOIN item i ON i.id = e.item_id
     WHERE e.batch_id = $batch AND e.seq > $after ${only === 'refused' ? `AND ${isRefused('coalesce(e.outcome, e.tried)')}` : ''} ORDER BY e.seq LIMIT $limit`,
    { batch, after, limit },
  )

export const addBatch = (tx: Tx, row: NewRow<'batch'>) => tx.insert('batch', [row])

export const changeBatch = (tx: Tx, id: string, set: Changes<'batch'>) => tx.update('batch', { id }, set)

export const addBatchEntries = (tx: Tx, rows: NewRow<'batch_entry'>[]) => tx.insert('batch_entry', rows)

/** Makes what takes a batch back of what its entries say, the last first. */
export const addUndoEntries = (tx: Tx, undo: string, of: string) =>
  tx.run(
    `INSERT INTO batch_entry (batch_id, seq, item_id, draft_id, action) SELECT $undo, row_number() OVER (ORDER BY seq DESC) - 1, item_id, draft_id, undo
     FROM batch_entry WHERE batch_id = $of AND undo IS NOT NULL`,
    { undo, of },
  )

/** Lets batches go that were made before an instant and are not under way, but those that a newer one takes back. */
export const dropBatchesBefore = (tx: Tx, before: string) =>
  tx.run(
    `DELETE FROM batch WHERE made_at < $before AND state NOT IN ('trying', 'running') AND id NOT IN (SELECT undoes FROM batch WHERE undoes IS NOT NULL AND made_at >= $before)`,
    { before },
  )
