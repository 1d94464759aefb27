import type { CalendarWhat } from '../../../core/plan/calendarWords'
import type { BlockWindow } from '../../../core/content/blockWindow'
import { spansOf } from '../../../core/content/shownBlocks'
import { windowsBetween } from '../../../core/time/windows'
import { parseRule, ruleWords } from '../../../core/time/recurrence'
import { dayBounds } from '../../../core/time/zone'
import type { Reason } from '../../../core/outcome'
import { shapeOf } from '../../store/events'
import type { Actor } from '../people/access'
import type { Foresight } from './foresight'
import type { Office } from '../office'
import { found } from '../refusal'
import { readableSections, readsSomewhere } from '../reviewing/today'
import { editionsBetween, embargoesBetween, eventsBetween, liveChangesBetween, reviewsBetween, timedBlocks } from '../../store/calendar'

/** One thing on the calendar. Windows and editions have an end or a size; what has an `event` or `edition` can be moved. */
export interface CalendarEntry {
  id: string
  what: CalendarWhat
  at: string
  until: string | null
  title: string
  item: string | null
  kind: string | null
  section: string | null
  sectionName: string
  person: string
  event: string | null
  edition: string | null
  state: string
  /** Of an edition, how many of its entries are cleared. */
  ready: { of: number; cleared: number } | null
  /** Whether it goes live as it is now: cleared, or nothing to clear. */
  cleared: boolean
  repeats: string | null
  reasons: Reason[]
  troubles: { stops: number; warns: number }
}

/** More than a screen can show is cut off. */
const MOST = 5_000
/** Parts of pages with times of their own that are looked at, and turns of each. */
const MOST_BLOCKS = 1_000
const MOST_TURNS = 60

const CHANGED: Record<string, CalendarWhat> = { 'item.put-live': 'went-live', 'item.withdrawn': 'left', 'item.rolled-back': 'rolled-back' }

/** All that went live or left, is planned, ends or is to be looked at in a stretch of time [from, to), where the actor may read. */
export async function calendar(office: Office, actor: Actor, foresight: Foresight, from: string, to: string): Promise<CalendarEntry[]> {
  const db = office.store.read
  const site = found(await office.site(), 'site')
  if (!readsSomewhere(actor)) return []
  const asked = { from, to, readable: readableSections(actor), limit: MOST }
  const [events, editions, embargoes, reviews, blocks, changes, troubles] = await Promise.all([
    eventsBetween(db, asked),
    editionsBetween(db, site.id, from, to, MOST),
    embargoesBetween(db, asked),
    reviewsBetween(db, asked),
    timedBlocks(db, asked.readable, MOST_BLOCKS),
    liveChangesBetween(db, site.id, asked),
    foresight.troubles(),
  ])
  const weights = new Map<string, { stops: number; warns: number }>()
  for (const { event, edition, weight } of troubles)
    for (const id of [event, edition]) {
      if (id === null) continue
      const known = weights.get(id) ?? { stops: 0, warns: 0 }
      known[weight]++
      weights.set(id, known)
    }
  const none = { stops: 0, warns: 0 }
  const nameOf = (section: string) => actor.rights.sections.get(section)?.name ?? ''
  const reasonsOf = (text: string | null) => (text === null ? [] : (JSON.parse(text) as Reason[]))
  const common = { until: null, event: null, edition: null, ready: null, cleared: true, repeats: null, reasons: [], troubles: none }
  const entries: CalendarEntry[] = events.flatMap((row): CalendarEntry[] => {
    const rule = row.rule === null ? null : parseRule(row.rule)
    const entry: CalendarEntry = {
      ...common,
      id: row.id,
      what: row.kind,
      at: row.at!,
      until: row.until_at,
      title: row.title,
      item: row.item_id,
      kind: row.item_kind,
      section: row.section,
      sectionName: nameOf(row.section),
      person: row.person,
      event: row.id,
      state: row.state,
      cleared: row.review === null || row.review === 'cleared',
      repeats: rule?.ok ? ruleWords(rule.value) : null,
      reasons: reasonsOf(row.reasons),
      troubles: weights.get(row.id) ?? none,
    }
    const shape = shapeOf(row)
    const later =
      rule?.ok && shape && row.first_date !== null && row.state !== 'done'
        ? windowsBetween(rule.value, row.first_date, shape, from, to).filter(({ at }) => at > row.at!)
        : []
    const own = row.at! < to && (row.until_at ?? row.at!) >= from ? [entry] : []
    return [...own, ...later.map(({ at, until }, n) => ({ ...entry, id: `${row.id} ${n + 1}`, at, until, event: null, troubles: none }))]
  })
  for (const row of editions)
    entries.push({
      ...common,
      id: row.id,
      what: 'edition',
      at: row.at,
      title: row.name,
      item: null,
      kind: null,
      section: null,
      sectionName: '',
      person: row.person,
      edition: row.id,
      state: row.state,
      ready: { of: row.entries, cleared: row.cleared ?? 0 },
      cleared: row.entries === (row.cleared ?? 0),
      reasons: reasonsOf(row.reasons),
      troubles: weights.get(row.id) ?? none,
    })
  for (const { id, at, ...row } of embargoes)
    entries.push({
      ...common,
      ...row,
      id: `${id} embargo`,
      what: 'embargo',
      at,
      item: id,
      sectionName: nameOf(row.section),
      person: '',
      state: 'planned',
    })
  for (const { id, on, person, ...row } of reviews)
    entries.push({
      ...common,
      ...row,
      id: `${id} review`,
      what: 'review-by',
      at: dayBounds(on, site.zone).from,
      item: id,
      sectionName: nameOf(row.section),
      person: person ?? '',
      state: 'planned',
    })
  // What is open now began with one of these, and is told by its whole.
  const told = new Set(events.map(({ id }) => id))
  for (const { id, action, person, event, ...row } of changes)
    if (event === null || !told.has(event))
      entries.push({
        ...common,
        ...row,
        id: `${id} journal`,
        what: CHANGED[action]!,
        sectionName: nameOf(row.section),
        person: person ?? '',
        state: 'done',
      })
  for (const { id, block, spans, words, ...row } of blocks) {
    const window = JSON.parse(spans) as BlockWindow
    const rule = window.rule === null ? null : parseRule(window.rule)
    for (const { at, until } of spansOf(window, site.zone, from, to, MOST_TURNS))
      entries.push({
        ...common,
        ...row,
        id: `${id} ${block} ${at}`,
        what: 'block',
        // A part without a beginning is on the calendar where it ends, one without an end where it begins.
        at: window.from === null ? until : at,
        until: window.from === null || window.until === null ? null : until,
        title: `${row.title}: ${words}`,
        item: id,
        sectionName: nameOf(row.section),
        person: '',
        repeats: rule?.ok ? ruleWords(rule.value) : null,
        state: 'planned',
      })
  }
  return entries
    .filter(({ at, until }) => at < to && (until ?? at) >= from)
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1))
}
