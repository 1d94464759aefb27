import { stringify } from 'csv-stringify/sync'
import { actionsThat, type ActionGroup } from '../../core/journal/actions'
import { journalFacts, type FactNames } from '../../core/journal/facts'
import { toCell } from '../../core/formats/cell'
import { dayBounds } from '../../core/time/zone'
import { journalOnward, journalPage, verifyJournal, type JournalFilter, type NamedRow } from '../store/journal'
import { editionNames } from '../store/editions'
import { routeVersions } from '../store/routes'
import { must, type Actor } from './people/access'
import { readableItem } from './writing/items'
import type { Office } from './office'
import { found } from './refusal'

/** What of the journal a person asks for; `from` and `to` are dates of the site's zone, both within it. */
export interface JournalQuery {
  item?: string | undefined
  person?: string | undefined
  actions?: string[] | undefined
  group?: ActionGroup | undefined
  from?: string | undefined
  to?: string | undefined
}

/** The filter of a query, for who may read that: one item's rows with the item, else with the right to the journal. */
async function filterOf(office: Office, actor: Actor, { from, to, group, actions, ...query }: JournalQuery): Promise<JournalFilter> {
  if (query.item) await readableItem(office, actor, query.item)
  else must(actor, 'journal.read', null)
  const { id: site, zone } = found(await office.site(), 'site')
  const ofGroup = group ? actionsThat((described) => described.group === group) : []
  return {
    site,
    ...query,
    actions: [...(actions ?? []), ...ofGroup],
    from: from && dayBounds(from, zone).from,
    to: to && dayBounds(to, zone).to,
  }
}

/** A row with what it tells in words. */
type ToldRow = NamedRow & { facts: string }

async function withFacts(office: Office, { rights }: Actor, rows: readonly NamedRow[]): Promise<ToldRow[]> {
  const db = office.store.read
  const site = found(await office.site(), 'site')
  const editions = [...new Set(rows.flatMap(({ data }) => (typeof data?.edition === 'string' ? data.edition : [])))]
  const routes = rows.some(({ action }) => action.startsWith('route.')) ? await routeVersions(db, site.id) : []
  const named = new Map(editions.length ? (await editionNames(db, site.id, editions)).map(({ id, name }) => [id, name]) : [])
  const names: FactNames = {
    rights,
    zone: site.zone,
    edition: (id) => named.get(id),
    route: (id, version) => routes.find((route) => route.id === id && (version === undefined || route.version === version)),
  }
  return rows.map((row) => ({ ...row, facts: journalFacts(row.action, row.data, names) }))
}

/** A page of the journal, newest first; `next` is where the following one begins. */
export async function readJournal(office: Office, actor: Actor, query: JournalQuery, before: number, limit: number) {
  const rows = await journalPage(office.store.read, await filterOf(office, actor, query), before, limit + 1)
  const page = await withFacts(office, actor, rows.slice(0, limit))
  return { rows: page, next: rows.length > limit ? page.at(-1)!.seq : null }
}

const CHUNK = 5_000
const COLUMNS = ['seq', 'at', 'person', 'name', 'action', 'item', 'title', 'facts', 'data', 'hash'] as const

/** Rows as lines of a file: RFC 4180, with what a spreadsheet would take for a formula made harmless; or one JSON value a line. */
const FORMATS = {
  csv: {
    type: 'text/csv; charset=utf-8',
    head: stringify([[...COLUMNS]], { record_delimiter: '\r\n' }),
    lines: (rows: ToldRow[]) =>
      stringify(
        rows.map((row) => COLUMNS.map((name) => toCell(name === 'data' ? JSON.stringify(row.data) : String(row[name] ?? '')))),
        { record_delimiter: '\r\n' },
      ),
  },
  jsonl: {
    type: 'application/jsonl; charset=utf-8',
    head: '',
    lines: (rows: ToldRow[]) => rows.map((row) => `${JSON.stringify(row)}\n`).join(''),
  },
}
export type JournalFormat = keyof typeof FORMATS

/** The journal as a file, oldest first, read as it is sent; JSON lines hold all that the chain of hashes is made of. */
export async function exportJournal(office: Office, actor: Actor, query: JournalQuery, format: JournalFormat) {
  const filter = await filterOf(office, actor, query)
  const { type, head, lines } = FORMATS[format]
  let after = 0
  const stream = new ReadableStream<Uint8Array>({
    start(control) {
      if (head) control.enqueue(Buffer.from(head))
    },
    async pull(control) {
      const rows = await journalOnward(office.store.read, filter, after, CHUNK)
      if (rows.length) control.enqueue(Buffer.from(lines(await withFacts(office, actor, rows))))
      after = rows.at(-1)?.seq ?? after
      if (rows.length < CHUNK) control.close()
    },
  })
  return { type, name: `journal.${format}`, stream }
}

/** Verifies the whole journal, for someone who may read it. */
export async function checkJournal(office: Office, actor: Actor) {
  must(actor, 'journal.read', null)
  return verifyJournal(office.store.read)
}
