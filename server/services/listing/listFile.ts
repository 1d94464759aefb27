import { reasonAbout } from '../../../core/words/reason'
import { serviceReason } from '../../../core/words/serviceReasons'
import { stringify } from 'csv-stringify/sync'
import {
  cellsOf,
  changesOf,
  LIST_COLUMNS,
  readHead,
  seenMark,
  type CellNames,
  type ListColumn,
  type ListFacts,
} from '../../../core/formats/listCsv'
import { toCell } from '../../../core/formats/cell'
import type { Reason } from '../../../core/outcome'
import { readSort } from '../../../core/query/sort'
import { dateIn } from '../../../core/time/date'
import { listPage, rowsOf, type ListedRow } from '../../store/listing'
import { sectionsWhere, type Actor } from '../people/access'
import { beginActs, type OwnAct } from './batches'
import type { Foresight } from '../planning/foresight'
import { listingFor, withFields, type FieldedRow, type ListQuery } from './listing'
import { limited } from '../limited'
import type { Office } from '../office'
import { labelNames, namesOf } from './queries'
import { found, refusal, Refusal } from '../refusal'

const CHUNK = 500
/** One person brings so many files at once, and one every two seconds: each is compared with all that it names. */
const bringing = limited({ most: 8, perSecond: 0.5 })

/** Throws a refusal unless someone may bring a file in now. */
export function mustBringIn(actor: Actor): void {
  sectionsWhere(actor, 'item.read')
  bringing(actor.id, 1)
}

/** A file has at most so many bytes. */
export const MOST_LIST_BYTES = 5 * 1024 * 1024
export const listTooLarge = () => refusal('too-large', 'csv-large', { megabytes: MOST_LIST_BYTES / 1024 / 1024 })
/** Longer files are refused: nobody looks through what they would do. */
const MOST_LINES = 5_000
const MOST_PROBLEMS = 50

const factsOf = (row: FieldedRow, zone: string): ListFacts => ({
  id: row.id,
  kind: row.kind,
  // As the draft has it that the row is of: that is what a change would go into.
  title: row.fields.title ?? '',
  internalName: row.internal_name,
  section: row.section,
  owner: row.owner ?? '',
  ownerId: row.owner_id,
  labels: JSON.parse(row.labels) as ListFacts['labels'],
  shownDate: row.shown_date ?? '',
  reviewBy: row.review_by ?? '',
  onSite: row.on_site,
  draft: row.found_draft === null ? '' : row.found_state,
  address: row.path ?? '',
  author: row.author,
  words: row.words,
  changed: dateIn(row.changed_at, zone),
})

const lines = (rows: string[][]) =>
  stringify(
    rows.map((row) => row.map(toCell)),
    { record_delimiter: '\r\n' },
  )

/** Rows as a file, read part by part as it is sent: CSV (RFC 4180), with what a spreadsheet would take for a formula made harmless. */
function csvFile(columns: ListColumn[], zone: string, next: () => Promise<FieldedRow[]>) {
  const own = [...new Set<ListColumn>(['id', ...columns, 'mark'])]
  const stream = new ReadableStream<Uint8Array>({
    start: (control) => control.enqueue(Buffer.from(lines([own.map((column) => LIST_COLUMNS[column])]))),
    async pull(control) {
      const rows = await next()
      const cells = rows.map((row) => cellsOf(factsOf(row, zone)))
      if (rows.length) control.enqueue(Buffer.from(lines(cells.map((row) => own.map((column) => row[column])))))
      else control.close()
    },
  })
  return { type: 'text/csv; charset=utf-8', name: 'list.csv', stream }
}

/** A list as a file of some columns. */
export async function listFile(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  query: ListQuery & { sort: string },
  columns: ListColumn[],
) {
  const listing = await listingFor(office, foresight, actor, query)
  const sort = readSort(query.sort)
  if (!sort) throw refusal('bad-input', 'sort-wrong', { at: 'sort' })
  let last: ListedRow | undefined
  return csvFile(columns, listing.zone, async () => {
    const start = last ? { after: { value: last.sort_value, n: last.n } } : { from: 0 }
    const rows = await withFields(office.store.read, await listPage(office.store.read, listing, sort, start, CHUNK))
    last = rows.at(-1)
    return rows
  })
}

/** Items that were chosen as a file, in that order; what one may not see is left out. */
export async function chosenFile(office: Office, actor: Actor, items: readonly string[], columns: ListColumn[]) {
  const site = found(await office.site(), 'site')
  const sections = sectionsWhere(actor, 'item.read') ?? undefined
  let at = 0
  return csvFile(columns, site.zone, async () => {
    for (;;) {
      const ids = items.slice(at, (at += CHUNK))
      if (!ids.length) return []
      const rows = await withFields(office.store.read, await rowsOf(office.store.read, ids, sections))
      const place = new Map(ids.map((id, index) => [id, index]))
      if (rows.length) return rows.sort((a, b) => place.get(a.id)! - place.get(b.id)!)
    }
  })
}

/** Cells of a file whose items were changed there since it was saved, and which of its columns cannot be changed by a file. */
export interface ToDecide {
  /** Columns whose cells were changed for nothing, each with its lines. */
  ignored: { column: string; lines: number[] }[]
  /** What would be overwritten: by the line of the file. */
  since: { line: number; seen: string; item: string; title: string; column: string; file: string; now: string }[]
}
/** Which cells that were changed here since take what the file says: all, none, or those of some lines, each with the mark of what was seen there. */
export type Overwriting = 'all' | 'none' | ReadonlyMap<number, string>

/** So much of what is to be decided is told one by one. */
const MOST_TOLD = 200

/**
 * Begins to find out what a changed file would do: an act for each cell that was changed in it. Refused whole with the lines that cannot be
 * meant, before anything is tried. Where cells were changed here since the file was saved, or in columns that a file cannot change, nothing
 * is begun before it is said what to overwrite; a line that was changed once more since that was said is asked about again.
 */
export async function bringIn(
  office: Office,
  actor: Actor,
  bytes: Uint8Array,
  overwriting?: Overwriting,
): Promise<{ batch: string | null; total: number } & ToDecide> {
  const sections = sectionsWhere(actor, 'item.read')
  const site = found(await office.site(), 'site')
  const read = await office.threads.run(actor.id, 'lines', { bytes, most: MOST_LINES })
  if (!read.ok) throw new Refusal('refused', read.reasons)
  const [head, ...records] = read.value
  const columns = readHead(head ?? [])
  if (!columns.ok) throw new Refusal('refused', columns.reasons)
  const at = columns.value.indexOf('id')
  const ids = records.map((record) => (record[at] ?? '').trim())
  const rows = new Map(
    (await withFields(office.store.read, await rowsOf(office.store.read, ids, sections ?? undefined))).map((row) => [row.id, row]),
  )
  const names = namesIn(actor, await labelNames(office.store.read, actor, site.id))
  const chosen = overwriting instanceof Map ? overwriting : null
  let changedAgain = false
  const acts: OwnAct[] = []
  const problems: Reason[] = []
  const since: ToDecide['since'] = []
  const ignored = new Map<ListColumn, number[]>()
  const seen = new Set<string>()
  records.forEach((record, index) => {
    const number = index + 2
    const line = `Line ${number}`
    const id = ids[index]!
    const row = rows.get(id)
    if (!row) return void problems.push(serviceReason('item-unknown', { line, id, at: line }))
    if (seen.has(id)) return void problems.push(serviceReason('item-twice', { line, title: row.title, at: line }))
    seen.add(id)
    const result = changesOf(columns.value, record, factsOf(row, site.zone), names)
    if (!result.ok) return void problems.push(...result.reasons.map((reason) => reasonAbout(line, reason)))
    for (const column of result.value.ignored) {
      const lines = ignored.get(column)
      if (lines) lines.push(number)
      else ignored.set(column, [number])
    }
    const told = result.value.changes.filter((change) => change.since).map(({ column, now }) => ({ column: LIST_COLUMNS[column], now }))
    const mark = seenMark(told)
    const takes = overwriting === 'all' || chosen?.get(number) === mark
    if (told.length && chosen?.has(number) && !takes) changedAgain = true
    for (const change of result.value.changes) {
      if (change.since)
        since.push({
          line: number,
          seen: mark,
          item: id,
          title: row.title,
          column: LIST_COLUMNS[change.column],
          file: change.file,
          now: change.now,
        })
      if (!change.since || takes) acts.push(...change.acts.map((action) => ({ item: id, draft: row.found_draft, action })))
    }
  })
  if (problems.length) throw new Refusal('refused', problems.slice(0, MOST_PROBLEMS))
  const toDecide = {
    ignored: [...ignored].map(([column, lines]) => ({ column: LIST_COLUMNS[column], lines: lines.slice(0, MOST_TOLD) })),
    since: since.slice(0, MOST_TOLD),
  }
  if (changedAgain || (overwriting === undefined && (since.length || ignored.size))) return { batch: null, total: acts.length, ...toDecide }
  if (!acts.length) throw refusal('conflict', 'unchanged', { what: 'file' })
  return { ...(await beginActs(office, actor, 'Changed from a file', acts)), ...toDecide }
}

function namesIn(actor: Actor, labels: Awaited<ReturnType<typeof labelNames>>): CellNames {
  const names = namesOf(actor.rights, null, labels, [], [])
  return { person: (name) => names('owner', name), label: (title) => names('label', title) }
}
