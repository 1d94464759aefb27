import { stringify } from 'csv-stringify/sync'
import { sha256Hex } from '../../../core/content/canonical'
import { toCell } from '../../../core/formats/cell'
import { planRedirects, redirectCells, REDIRECT_COLUMNS, type LineOutcome, type NotedRedirect } from '../../../core/formats/redirectCsv'
import type { Reason } from '../../../core/outcome'
import type { Reader } from '../../store/database'
import { addRedirects, allRedirects, MOST_STARS, redirectOf, setRedirect, type RedirectRow } from '../../store/redirects'
import { limited } from '../limited'
import type { Actor } from '../people/access'
import { siteId, writeFact, type Office } from '../office'
import { refusal, Refusal } from '../refusal'
import { columns, markOf, MOST_REDIRECTS, mustRedirect } from './redirects'

/** Longer files are refused: nobody looks through what they would do. */
const MOST_LINES = 5_000
/** So many lines that are refused are named. */
const MOST_TOLD = 200
/** One person brings so many files at once, and one every two seconds. */
const bringing = limited({ most: 8, perSecond: 0.5 })

const noted = (row: RedirectRow): NotedRedirect => ({ redirect: redirectOf(row), note: row.note, until: row.until_day })

/** All redirects by hand as a file: CSV (RFC 4180), with what a spreadsheet would take for a formula made harmless. */
export async function redirectFile(office: Office) {
  const rows = await allRedirects(office.store.read, await siteId(office), MOST_REDIRECTS)
  const lines = [[...REDIRECT_COLUMNS], ...rows.map((row) => redirectCells(noted(row)).map(toCell))]
  const text = stringify(lines, { record_delimiter: '\r\n' })
  return { type: 'text/csv; charset=utf-8', name: 'redirects.csv', stream: new Blob([text]).stream() }
}

/** What a file of redirects would do, or did. */
export interface FileOutcome {
  made: number
  changed: number
  same: number
  refused: { line: number; from: string; reasons: Reason[] }[]
  refusedCount: number
  /** What was shown, as one word: whoever takes the file in says what they saw. */
  mark: string
}

const outcomeOf = (lines: readonly LineOutcome[], rows: readonly RedirectRow[]): FileOutcome => {
  const refused = lines.flatMap((one) => (one.does === 'refuse' ? [{ line: one.line, from: one.from, reasons: one.reasons }] : []))
  const from = new Set(lines.flatMap((one) => (one.does === 'change' ? one.from : [])))
  const changed = rows.filter(({ from_path }) => from.has(from_path))
  const count = (does: LineOutcome['does']) => lines.filter((one) => one.does === does).length
  return {
    made: count('make'),
    changed: count('change'),
    same: count('nothing'),
    refused: refused.slice(0, MOST_TOLD),
    refusedCount: refused.length,
    mark: sha256Hex(JSON.stringify([lines, changed.map(markOf)])).slice(0, 20),
  }
}

async function plan(db: Reader, site: string, records: string[][]): Promise<{ rows: RedirectRow[]; lines: LineOutcome[] }> {
  const rows = await allRedirects(db, site, MOST_REDIRECTS)
  const planned = await planRedirects(rows.map(noted), records)
  if (!planned.ok) throw new Refusal('refused', planned.reasons)
  const made = planned.value.flatMap((one) => (one.does === 'make' ? one.from : []))
  if (rows.length + made.length > MOST_REDIRECTS) throw refusal('conflict', 'redirects-many', { most: MOST_REDIRECTS })
  const stars = rows.filter(({ star }) => star).length + made.filter((from) => from.includes('*')).length
  if (stars > MOST_STARS) throw refusal('conflict', 'redirect-stars-many', { most: MOST_STARS })
  return { rows, lines: planned.value }
}

/** Throws a refusal unless someone may bring redirects in now. */
export function mustBringRedirects(actor: Actor): void {
  mustRedirect(actor)
  bringing(actor.id, 1)
}

/**
 * Tries each line of a file; with the mark of what that showed (`seen`) takes those in that can be, at once for readers, where it would show the
 * same now. What is not in the file stays.
 */
export async function bringRedirects(office: Office, actor: Actor, bytes: Uint8Array, seen: string | undefined): Promise<FileOutcome> {
  mustRedirect(actor)
  const read = await office.threads.run(actor.id, 'lines', { bytes, most: MOST_LINES })
  if (!read.ok) throw new Refusal('refused', read.reasons)
  const site = await siteId(office)
  if (seen === undefined) {
    const { rows, lines } = await plan(office.store.read, site, read.value)
    return outcomeOf(lines, rows)
  }
  return office.store.write(async (tx) => {
    const { rows, lines } = await plan(tx, site, read.value)
    const outcome = outcomeOf(lines, rows)
    if (outcome.mark !== seen) throw refusal('changed-meanwhile', 'changed-meanwhile', { what: 'A redirect of the file' })
    const ids = new Map(rows.map(({ from_path, id }) => [from_path, id]))
    const at = office.now()
    await addRedirects(
      tx,
      lines.flatMap((one) =>
        one.does === 'make'
          ? [{ id: office.newId(), site_id: site, ...columns(one.noted.redirect, one.noted), made_by: actor.id, made_at: at }]
          : [],
      ),
    )
    for (const one of lines) if (one.does === 'change') await setRedirect(tx, ids.get(one.from)!, columns(one.noted.redirect, one.noted))
    const { made, changed, same, refusedCount } = outcome
    if (made + changed) await writeFact(office, tx, actor.id, 'redirect.brought', null, { made, changed, same, refusedCount })
    return outcome
  })
}
