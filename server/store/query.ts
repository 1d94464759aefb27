import type { Names } from '../../core/query/meaning'
import { wordsOf, type ChoiceField, type DatedField, type NamedField, type Part, type Query } from '../../core/query/query'
import { spanOf } from '../../core/query/spans'
import { dayBounds } from '../../core/time/zone'
import type { Bind } from './database'

/** What the meaning of a query hangs on beside the items. */
export interface Asking {
  names: Names
  /** Today’s date in the zone, and the zone. */
  today: string
  zone: string
}

const CHOICE: Record<ChoiceField, string> = { kind: 'i.kind', site: 'i.on_site', draft: "coalesce(i.draft_state, 'none')" }
const NAMED: Record<NamedField, string> = { section: 'i.section_id', author: 'i.author_id', owner: 'i.owner_id' }
/** A column with an instant, or (`day`) with a date. */
const DATED: Record<DatedField, { column: string; day: boolean }> = {
  changed: { column: 'i.changed_at', day: false },
  begun: { column: 'i.created_at', day: false },
  review: { column: 'i.review_by', day: true },
  next: { column: 'i.next_at', day: false },
}
const PART: Record<Part, string> = {
  draft: 'i.draft_id IS NOT NULL',
  owner: 'i.owner_id IS NOT NULL',
  name: "i.internal_name <> ''",
  review: 'i.review_by IS NOT NULL',
  time: 'i.next_at IS NOT NULL',
  embargo: 'i.embargo_at IS NOT NULL',
}

/** A query as the condition of a SELECT from `item i`, never null, with its values under names that begin with `q`. */
export function queryWhere(query: Query, asking: Asking): { where: string; bind: Bind } {
  const bind: Bind = {}
  const put = (value: string): string => {
    const name = `q${Object.keys(bind).length}`
    bind[name] = value
    return `$${name}`
  }
  const anyOf = (column: string, values: readonly string[]) =>
    `coalesce(${column} IN (SELECT value FROM json_each(${put(JSON.stringify(values))})), 0)`
  const term = (one: Query): string => {
    switch (one.is) {
      case 'all':
        return '1'
      case 'and':
      case 'or':
        return `(${one.parts.map(term).join(` ${one.is.toUpperCase()} `)})`
      case 'not':
        return `NOT ${term(one.part)}`
      case 'choice':
        return anyOf(CHOICE[one.field], one.values)
      case 'named': {
        const column = NAMED[one.field]
        const ids = one.values.filter((name) => name !== 'none').flatMap((name) => asking.names(one.field, name))
        return one.values.includes('none') ? `(${column} IS NULL OR ${anyOf(column, ids)})` : anyOf(column, ids)
      }
      case 'dated':
        return between(one.field, one.span)
      case 'has':
        return `(${PART[one.part]})`
      case 'lacks':
        return `NOT (${PART[one.part]})`
      case 'word':
        return inTitle(`"${wordsOf(one.text).join(' ')}"*`)
      case 'phrase':
        return inTitle(`"${wordsOf(one.text).join(' ')}"`)
    }
  }
  const inTitle = (words: string) => `(i.rowid IN (SELECT rowid FROM item_title WHERE item_title MATCH ${put(words)}))`
  const between = (field: DatedField, text: string): string => {
    const { column, day } = DATED[field]
    const span = spanOf(text, asking.today)
    if (!span.ok) return '0'
    const { from, to } = span.value
    const terms = [`${column} IS NOT NULL`]
    if (from !== null) terms.push(`${column} >= ${put(day ? from : dayBounds(from, asking.zone).from)}`)
    if (to !== null) terms.push(day ? `${column} <= ${put(to)}` : `${column} < ${put(dayBounds(to, asking.zone).to)}`)
    return `(${terms.join(' AND ')})`
  }
  return { where: term(query), bind }
}
