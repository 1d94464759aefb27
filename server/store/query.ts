import { CONTENT_PARTS, type ContentPart } from '../../core/query/contentFacts'
import type { Names } from '../../core/query/meaning'
import {
  wordsOf,
  type ChoiceField,
  type CountedField,
  type DatedField,
  type NamedField,
  type Part,
  type Query,
  type TextPlace,
} from '../../core/query/query'
import { spanOf } from '../../core/query/spans'
import { dayBounds } from '../../core/time/zone'
import type { Bind } from './database'
import { bitOf, codeOf } from './listed'

/** What the meaning of a query hangs on beside the items. */
export interface Asking {
  names: Names
  /** Today’s date in the zone, and the zone. */
  today: string
  zone: string
  /** The labels that are series. */
  series: readonly string[]
  /** The items with trouble ahead, where that is asked. */
  troubled?: readonly string[] | undefined
}

const CHOICE: Record<Exclude<ChoiceField, 'in'>, string> = { kind: 'kind', site: 'on_site', draft: 'draft' }
const NAMED = { section: 'section', author: 'author', owner: 'owner', by: 'by', language: 'language' } satisfies Partial<
  Record<NamedField, string>
>
const DATED: Record<DatedField, string> = {
  changed: 'changed',
  begun: 'created',
  review: 'review',
  next: 'next',
  ends: 'ends',
  shown: 'shown',
  'went-live': 'went_live',
}
/** Those that are dates already; the others are instants, in milliseconds. */
const DAYS: readonly DatedField[] = ['review', 'shown']
const COUNTED: Record<CountedField, string> = { words: 'words' }
const PART: Record<Exclude<Part, ContentPart | 'trouble'>, (row: string) => string> = {
  draft: (row) => `${row}.draft <> ${codeOf("'none'")}`,
  owner: (row) => `${row}.owner IS NOT NULL`,
  name: (row) => `${row}.named = 1`,
  review: (row) => `${row}.review IS NOT NULL`,
  time: (row) => `${row}.next IS NOT NULL`,
  embargo: (row) => `${row}.embargoed = 1`,
  links: (row) => `${row}.n IN (SELECT p.n FROM live_ref r JOIN pair p ON p.item_id = r.target WHERE r.relation = 'link')`,
}

/** The rows in which words stand, by where they are sought, up to what is sought. */
const FOUND: Record<TextPlace, string> = {
  title: 'SELECT rowid FROM listed_title WHERE listed_title',
  text: 'SELECT rowid FROM listed_text WHERE listed_text',
  live: 'SELECT p.n FROM live_text f JOIN live_entry e ON e.n = f.rowid JOIN pair p ON p.item_id = e.item_id WHERE live_text',
  ever: 'SELECT p.n FROM written_text f JOIN written w ON w.n = f.rowid JOIN pair p ON p.item_id = w.item_id WHERE written_text',
}

/** A gate `w` of the route of a draft `d`: two routes may have gates of one id. */
export const GATE_ID = "d.route_id || '/' || w.gate"
/** Which rows have which ids, of what is no column of the list. What is gathered goes with its draft; what went is of the whole item. */
const IDS_OF = {
  gate: { inner: 'SELECT p.n FROM gate_wait w JOIN draft d ON d.id = w.draft_id JOIN pair p ON p.draft_id = d.id', id: GATE_ID },
  edition: {
    inner: `SELECT p.n FROM planned_event e JOIN pair p ON p.item_id = e.item_id AND (e.draft_id IS NULL OR e.state = 'done' OR p.draft_id = e.draft_id)
      AND e.edition_id IS NOT NULL AND e.state <> 'cancelled'`,
    id: 'e.edition_id',
  },
  label: { inner: 'SELECT b.n FROM listed_label b', id: 'b.label_id' },
} as const
const isColumn = (field: NamedField): field is keyof typeof NAMED => field in NAMED
const isContentPart = (part: Part): part is ContentPart => (CONTENT_PARTS as readonly Part[]).includes(part)

/** Longer lists of values are given to the store as one. */
const MOST_IN_PLACE = 20

/** Values under names that begin with `q`, each once. */
class Values {
  readonly bind: Bind = {}
  private readonly known = new Map<string | number, string>()

  put(value: string | number): string {
    const known = this.known.get(value)
    if (known) return known
    const name = `q${this.known.size}`
    this.bind[name] = value
    this.known.set(value, `$${name}`)
    return `$${name}`
  }

  /** The values of a list as SQL. */
  list(values: readonly string[]): string {
    return values.length > MOST_IN_PLACE
      ? `(SELECT value FROM json_each(${this.put(JSON.stringify(values))}))`
      : `(${values.map((value) => this.put(value)).join(', ')})`
  }

  /** A condition that holds when a column has one of some values; never null where the column is not. */
  anyOf(column: string, values: readonly string[]): string {
    if (!values.length) return '0'
    return values.length === 1 ? `${column} = ${this.put(values[0]!)}` : `${column} IN ${this.list(values)}`
  }

  /** The same of a column with numbers for words and ids; of one that is empty it is 0, not null, so that it can be denied. */
  codedAs(column: string, values: readonly string[], nullable = false): string {
    if (!values.length) return '0'
    const is =
      values.length === 1
        ? `${column} = ${codeOf(this.put(values[0]!))}`
        : `${column} IN (SELECT n FROM code WHERE id IN ${this.list(values)})`
    return nullable ? `(${column} IS NOT NULL AND ${is})` : is
  }
}

/** A query as the condition of a SELECT from `listed` under any name, never null, with the values it needs. */
export function queryWhere(query: Query, asking: Asking): { where: (row: string) => string; bind: Bind } {
  const values = new Values()
  const term = (one: Query, row: string): string => {
    switch (one.is) {
      case 'all':
        return '1'
      case 'and':
      case 'or':
        return `(${one.parts.map((part) => term(part, row)).join(` ${one.is.toUpperCase()} `)})`
      case 'not':
        return `NOT ${term(one.part, row)}`
      case 'choice':
        return one.field === 'in' ? lies(one.values, row) : values.codedAs(`${row}.${CHOICE[one.field]}`, one.values)
      case 'named':
        return named(one.field, one.values, row)
      case 'dated':
        return between(one.field, one.span, row)
      case 'counted': {
        const { from, to } = one.amount
        const column = `${row}.${COUNTED[one.field]}`
        return `(${[from === null ? '' : `${column} >= ${values.put(from)}`, to === null ? '' : `${column} <= ${values.put(to)}`].filter(Boolean).join(' AND ')})`
      }
      case 'has':
        return has(one.part, row)
      case 'lacks':
        return `NOT ${has(one.part, row)}`
      case 'word':
      case 'phrase':
        return found(one, row)
    }
  }
  const lies = (places: string[], row: string) => {
    const codes = places.map((place) => (place === 'bin' ? 1 : 0))
    return codes.length === 1 ? `${row}.binned = ${codes[0]}` : `${row}.binned IN (${codes.join(', ')})`
  }
  const found = ({ is, in: place, text }: Query & { is: 'word' | 'phrase' }, row: string) => {
    const words = values.put(`"${wordsOf(text).join(' ')}"${is === 'word' ? '*' : ''}`)
    return `(${row}.n IN (${FOUND[place]} MATCH ${words}))`
  }
  const has = (part: Part, row: string): string => {
    if (isContentPart(part)) return `(${row}.parts & ${bitOf(part)} <> 0)`
    if (part === 'trouble') return `(${row}.n IN (SELECT n FROM pair WHERE ${values.anyOf('item_id', asking.troubled ?? [])}))`
    return `(${PART[part](row)})`
  }
  const named = (field: NamedField, names: string[], row: string): string => {
    const ids = names.filter((name) => name !== 'none').flatMap((name) => asking.names(field, name))
    const none = names.includes('none')
    if (isColumn(field)) {
      const column = `${row}.${NAMED[field]}`
      const any = values.codedAs(column, ids, field === 'owner')
      if (!none || field !== 'owner') return any
      return ids.length ? `(${column} IS NULL OR ${any})` : `${column} IS NULL`
    }
    const { inner, id } = IDS_OF[field === 'gate' || field === 'edition' ? field : 'label']
    const any = `${row}.n IN (${inner} WHERE ${values.anyOf(id, ids)})`
    if (!none) return any
    const all = field === 'series' ? `${inner} WHERE ${values.anyOf(id, asking.series)}` : inner
    return `(${row}.n NOT IN (${all}) OR ${any})`
  }
  const between = (field: DatedField, text: string, row: string): string => {
    const column = `${row}.${DATED[field]}`
    const day = DAYS.includes(field)
    const span = spanOf(text, asking.today)
    if (!span.ok) return '0'
    const { from, to } = span.value
    const terms = [`${column} IS NOT NULL`]
    if (from !== null) terms.push(`${column} >= ${values.put(day ? from : Date.parse(dayBounds(from, asking.zone).from))}`)
    if (to !== null)
      terms.push(day ? `${column} <= ${values.put(to)}` : `${column} < ${values.put(Date.parse(dayBounds(to, asking.zone).to))}`)
    return `(${terms.join(' AND ')})`
  }
  // Once now, so that all values are known before the text is asked for.
  term(query, 'l')
  return { where: (row) => term(query, row), bind: values.bind }
}
