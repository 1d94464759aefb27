import { CHAIN_START, chainHash, type JournalFact, type JournalRow } from '../../core/history/chain'
import { packed, packedRows, type Reader, type Tx } from './database'

interface Row {
  seq: number
  at: string
  person_id: string | null
  action: string
  item_id: string | null
  data: string
  hash: string
}

const COLUMNS = ['seq', 'at', 'person_id', 'action', 'item_id', 'data', 'hash'] as const satisfies (keyof Row)[]

const toRow = (row: Row): JournalRow => ({
  seq: row.seq,
  at: row.at,
  person: row.person_id,
  action: row.action,
  item: row.item_id,
  data: JSON.parse(row.data),
  hash: row.hash,
})

/** The end of the chain: the number and hash of its last row. */
export interface JournalHead {
  seq: number
  hash: string
}

/** Writes facts at the end of the chain, which is `end` when the transaction has read it already and written none since. */
export async function appendJournal(tx: Tx, facts: JournalFact[], end?: JournalHead): Promise<void> {
  let { seq, hash } = end ?? (await journalHead(tx))
  await tx.insert(
    'journal',
    facts.map((fact) => {
      hash = chainHash(hash, ++seq, fact)
      return {
        seq,
        at: fact.at,
        person_id: fact.person,
        action: fact.action,
        item_id: fact.item,
        data: JSON.stringify(fact.data ?? null),
        hash,
      }
    }),
  )
}

export const journalHead = async (db: Reader): Promise<JournalHead> =>
  (await db.one<JournalHead>('SELECT seq, hash FROM journal ORDER BY seq DESC LIMIT 1')) ?? { seq: 0, hash: CHAIN_START }

/** Rows after a number, oldest first. */
export const journalAfter = async (db: Reader, seq: number, limit: number): Promise<JournalRow[]> =>
  (await packedRows<Row>(db, packed('j', COLUMNS), 'FROM journal j WHERE seq > $seq ORDER BY seq LIMIT $limit', { seq, limit })).map(toRow)

/** Rows below a number, newest first, of one item or of all, with the person's and the item's names. */
export const journalPage = async (db: Reader, before: number, limit: number, item: string | null) =>
  (
    await db.all<Row & { name: string | null; title: string | null }>(
      `SELECT j.*, p.name, i.title FROM journal j LEFT JOIN person p ON p.id = j.person_id LEFT JOIN item i ON i.id = j.item_id
       WHERE j.seq < $before ${item ? 'AND j.item_id = $item' : ''} ORDER BY j.seq DESC LIMIT $limit`,
      item ? { before, limit, item } : { before, limit },
    )
  ).map((row) => ({ ...toRow(row), name: row.name, title: row.title }))
