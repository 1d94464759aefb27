import { calendarWords } from '~~/core/plan/calendarWords'
import type { CalendarEntry } from '~~/server/services/planning/calendar'
import { timeIn } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/calendar'
import * as common from '~~/core/words/office/common'

export type { CalendarEntry }

/** Whether an entry is a stretch of time, not a moment. */
export const lasts = ({ what }: CalendarEntry): boolean => what === 'window' || what === 'block'

/** The dates on which an entry stands, in a zone: a window on each day that it shows, all else on its day. */
export function daysOf(entry: CalendarEntry, zone: string): string[] {
  const first = dateIn(entry.at, zone)
  if (!lasts(entry) || entry.until === null) return [first]
  // An end at midnight is the end of the day before.
  const last = dateIn(new Date(Date.parse(entry.until) - 1).toISOString(), zone)
  const days: string[] = []
  for (let at = Date.parse(`${first}T00:00Z`); at <= Date.parse(`${last}T00:00Z`) && days.length < 400; at += 86_400_000)
    days.push(new Date(at).toISOString().slice(0, 10))
  return days
}

/** Entries by the dates on which they stand. */
export function byDay(entries: CalendarEntry[], zone: string): Map<string, CalendarEntry[]> {
  const days = new Map<string, CalendarEntry[]>()
  for (const entry of entries)
    for (const day of daysOf(entry, zone)) {
      const known = days.get(day)
      if (known) known.push(entry)
      else days.set(day, [entry])
    }
  return days
}

export const linkOf = (entry: CalendarEntry): string =>
  entry.edition ? `/office/editions/${entry.edition}` : `/office/items/${entry.item}`

/** Whether an entry can be moved by dragging: it lies ahead and is an event or an edition of its own. */
export const isMovable = (entry: CalendarEntry): boolean =>
  (entry.event !== null || entry.edition !== null) &&
  (entry.state === 'planned' || entry.state === 'held' || (entry.what === 'edition' && entry.state === 'open'))

/** In full, for who cannot see how it is drawn. */
export function wordsOf(entry: CalendarEntry, zone: string): string {
  const trouble = entry.troubles.stops + entry.troubles.warns
  const parts = [
    `${timeIn(entry.at, zone)} ${entry.title}: ${calendarWords(entry)}`,
    entry.until && lasts(entry) ? say.untilDayAndTime(dateIn(entry.until, zone), timeIn(entry.until, zone)) : '',
    entry.repeats ?? '',
    entry.ready ? say.clearedOfTotalCleared(entry.ready.cleared, entry.ready.of) : entry.cleared ? '' : say.notClearedYet,
    entry.state === 'held' ? say.heldBack : '',
    trouble ? common.troublesForeseen(common.countedTroubles(trouble)) : '',
  ]
  return parts.filter(Boolean).join(', ')
}

/** What may stand in the calendar, in the order in which it is offered. */
export const ENTRY_KINDS = [
  'put-live',
  'withdraw',
  'window',
  'block',
  'edition',
  'embargo',
  'review-by',
  'went-live',
  'left',
  'rolled-back',
] as const

/** Which entries are shown; `''` is all. */
export interface CalendarFilter {
  section: string
  kind: string
  person: string
}

/** Entries that a filter lets through; a section has those of all below it. `sections` are all of the site. */
export function shownEntries(
  entries: CalendarEntry[],
  { section, kind, person }: CalendarFilter,
  sections: readonly { id: string; parent: string | null }[],
): CalendarEntry[] {
  const parents = new Map(sections.map(({ id, parent }) => [id, parent]))
  const isWithin = (id: string | null): boolean => id !== null && (id === section || isWithin(parents.get(id) ?? null))
  return entries.filter(
    (entry) => (!section || isWithin(entry.section)) && (!kind || entry.what === kind) && (!person || entry.person === person),
  )
}

/** A trial of a move: what it would bring. */
export type Trouble = Got<'/forecast'>['come'][number]
export type TrialAnswer = Got<'/forecast'>
