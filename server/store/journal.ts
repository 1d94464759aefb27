import { CHAIN_START, chainHash, verifyChain, type JournalRow } from '../../core/journal/chain'
import { isOfAccounts, type NewFact } from '../../core/journal/actions'
import { packed, packedRows, type Reader, type Tx } from './database'

interface Row extends Record<string, string | number | null> {
  seq: number
  at: string
  person_id: string | null
  action: string
  item_id: string | null
  data: string
  hash: string
  site_id: string | null
}

const COLUMNS = ['seq', 'at', 'person_id', 'action', 'item_id', 'data', 'hash', 'site_id'] as const satisfies (keyof Row)[]

const toRow = (row: Row): JournalRow => ({
  seq: row.seq,
  at: row.at,
  person: row.person_id,
  action: row.action,
  item: row.item_id,
  data: JSON.parse(row.data),
  site: row.site_id,
  hash: row.hash,
})

/** The end of the chain: the number and hash of its last row. */
export interface JournalHead {
  seq: number
  hash: string
}

/** Writes facts of a site at the end of the chain, which is `end` when the transaction has read it already and written none since. */
export async function appendJournal(tx: Tx, site: string | null, facts: readonly NewFact[], end?: JournalHead): Promise<void> {
  await tx.insert('journal', chained(site, facts, end ?? (await journalHead(tx))))
}

/** The rows that facts of a site become after the end of the chain. */
export const chained = (site: string | null, facts: readonly NewFact[], { seq, hash }: JournalHead): Row[] =>
  facts.map((fact) => {
    const site_id = isOfAccounts(fact.action) ? null : site
    hash = chainHash(hash, ++seq, fact, site_id)
    return {
      seq,
      at: fact.at,
      person_id: fact.person,
      action: fact.action,
      item_id: fact.item,
      data: JSON.stringify(fact.data ?? null),
      hash,
      site_id,
    }
  })

export const journalHead = async (db: Reader): Promise<JournalHead> =>
  (await db.one<JournalHead>('SELECT seq, hash FROM journal ORDER BY seq DESC LIMIT 1')) ?? { seq: 0, hash: CHAIN_START }

/** Rows after a number, oldest first. */
export const journalAfter = async (db: Reader, seq: number, limit: number): Promise<JournalRow[]> =>
  (await packedRows<Row>(db, packed('j', COLUMNS), 'FROM journal j WHERE seq > $seq ORDER BY seq LIMIT $limit', { seq, limit })).map(toRow)

const VERIFIED = 1_000

/** Verifies the whole chain: its length and last hash, or the number of the first row that was changed, left out or put in. */
export async function verifyJournal(
  db: Reader,
): Promise<{ intact: true; rows: number; head: string } | { intact: false; brokenAt: number }> {
  let head = CHAIN_START
  let seq = 0
  for (;;) {
    const rows = await journalAfter(db, seq, VERIFIED)
    if (!rows.length) return { intact: true, rows: seq, head }
    const result = verifyChain(rows, head, seq + 1)
    if (!result.intact) return result
    head = result.head
    seq = result.seq
  }
}

/** Which rows of the journal are asked for; what is left out does not narrow it. */
export interface JournalFilter {
  /** The site whose journal it is: its own rows, and those of accounts. */
  site: string
  item?: string | undefined
  person?: string | undefined
  /** Actions, or their beginnings up to and with the point: `draft.`. */
  actions?: readonly string[] | undefined
  /** Instants: from the first, before the second. */
  from?: string | undefined
  to?: string | undefined
}

function where({ site, item, person, actions, from, to }: JournalFilter): { text: string; values: Record<string, string> } {
  const parts = [
    "(j.site_id = $site OR j.site_id IS NULL AND coalesce(j.person_id, j.data ->> '$.person') IN (SELECT person_id FROM site_person WHERE site_id = $site))",
  ]
  const values: Record<string, string> = { site }
  const add = (text: string, name: string, value: string | undefined) => {
    if (value === undefined) return
    parts.push(text)
    values[name] = value
  }
  add('j.item_id = $item', 'item', item)
  add('j.person_id = $person', 'person', person)
  add('j.at >= $from', 'from', from)
  add('j.at < $to', 'to', to)
  if (actions?.length)
    add(
      "EXISTS (SELECT 1 FROM json_each($actions) a WHERE j.action = a.value OR (a.value LIKE '%.' AND substr(j.action, 1, length(a.value)) = a.value))",
      'actions',
      JSON.stringify(actions),
    )
  return { text: parts.map((part) => `AND ${part}`).join(' '), values }
}

const NAMED = `SELECT j.*, p.name, i.title FROM journal j LEFT JOIN person p ON p.id = j.person_id LEFT JOIN item i ON i.id = j.item_id`
type Named = Row & { name: string | null; title: string | null }
const named = (row: Named) => ({
  ...toRow(row),
  data: JSON.parse(row.data) as Record<string, unknown> | null,
  name: row.name,
  title: row.title,
})
/** A row with the names, as they are now, of its person and its item. */
export type NamedRow = ReturnType<typeof named>

/** Rows below a number that a filter lets through, newest first. */
export async function journalPage(db: Reader, filter: JournalFilter, before: number, limit: number): Promise<NamedRow[]> {
  const { text, values } = where(filter)
  const sql = `${NAMED} WHERE j.seq < $before ${text} ORDER BY j.seq DESC LIMIT $limit`
  return (await db.all<Named>(sql, { ...values, before, limit })).map(named)
}

/** Rows above a number that a filter lets through, oldest first. */
export async function journalOnward(db: Reader, filter: JournalFilter, after: number, limit: number): Promise<NamedRow[]> {
  const { text, values } = where(filter)
  const sql = `${NAMED} WHERE j.seq > $after ${text} ORDER BY j.seq LIMIT $limit`
  return (await db.all<Named>(sql, { ...values, after, limit })).map(named)
}

/** Writes rows that continue the chain, as `chained` made them. */
export const addJournalRows = (tx: Tx, rows: Row[]) => tx.insert('journal', rows)

/** When someone last asked the gates of a draft once more; reminders of deadlines do not count. */
export const lastAskedAgain = async (db: Reader, item: string, draft: string): Promise<string | undefined> =>
  (
    await db.one<{ at: string }>(
      `SELECT at FROM journal WHERE item_id = $item AND action = 'gate.reminded' AND person_id IS NOT NULL
         AND json_extract(data, '$.draft') = $draft ORDER BY seq DESC LIMIT 1`,
      { item, draft },
    )
  )?.at
