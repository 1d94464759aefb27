import { canonical, sha256Hex } from '../content/canonical'

/** What one row of the journal says, apart from its place in the chain. */
export interface JournalFact {
  at: string
  person: string | null
  action: string
  item: string | null
  data: unknown
}

/** A journal row: its fact, the site that it is about (`null`: accounts, which all sites share), and the hash that binds it to all rows before it. */
export interface JournalRow extends JournalFact {
  seq: number
  site: string | null
  hash: string
}

/** What the first row's hash is bound to. */
export const CHAIN_START = '0'.repeat(64)

/**
 * The hash of a row: SHA-256 of the previous hash and the row's RFC 8785 form. `site` is left out for rows from before a file could
 * have several sites, whose form had none.
 */
export const chainHash = (previous: string, seq: number, fact: JournalFact, site?: string | null): string =>
  sha256Hex(
    previous +
      canonical({
        seq,
        at: fact.at,
        person: fact.person,
        action: fact.action,
        item: fact.item,
        data: fact.data ?? null,
        ...(site === undefined ? {} : { site }),
      }),
  )

/** Whether a row has the hash that follows a previous one, in the form of today or that of before sites. */
const follows = (previous: string, row: JournalRow): boolean =>
  chainHash(previous, row.seq, row, row.site) === row.hash || chainHash(previous, row.seq, row) === row.hash

/**
 * Checks rows in order of their numbers, beginning after `previous`. Returns the hash of the last row, or the number of
 * the first one that was changed, left out or put in.
 */
export function verifyChain(
  rows: JournalRow[],
  previous: string,
  nextSeq: number,
): { intact: true; head: string; seq: number } | { intact: false; brokenAt: number } {
  let head = previous
  let seq = nextSeq - 1
  for (const row of rows) {
    if (row.seq !== seq + 1) return { intact: false, brokenAt: seq + 1 }
    if (!follows(head, row)) return { intact: false, brokenAt: row.seq }
    head = row.hash
    seq = row.seq
  }
  return { intact: true, head, seq }
}
