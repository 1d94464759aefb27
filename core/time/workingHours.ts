import { Temporal } from 'temporal-polyfill'
import { dateIn } from './date'

/** A stretch of a working day by the clock on the wall, `HH:MM`; half-open. `24:00` is the end of the day. */
export interface WorkingSpan {
  from: string
  to: string
}

/** When a team works: spans for each day of the week, Monday first, and dates (YYYY-MM-DD) on which nobody does. */
export interface WorkingHours {
  zone: string
  week: WorkingSpan[][]
  holidays: string[]
}

/** Mondays to Fridays from eight to four. */
export const OFFICE_WEEK: WorkingSpan[][] = [0, 1, 2, 3, 4, 5, 6].map((day) => (day < 5 ? [{ from: '08:00', to: '16:00' }] : []))

/** Days looked ahead at most; a calendar without a working day in so many has none. */
const MOST_DAYS = 1_000

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))

/** A calendar date in a zone cut where its clocks change, each part with how far they are ahead of UTC then; milliseconds. */
function partsOf(date: Temporal.PlainDate, zone: string): { from: number; to: number; ahead: number }[] {
  const parts: { from: number; to: number; ahead: number }[] = []
  const end = date.add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds
  for (let at = date.toZonedDateTime(zone); at.epochMilliseconds < end;) {
    const change = at.getTimeZoneTransition('next')
    const next = change && change.epochMilliseconds < end ? change : null
    parts.push({ from: at.epochMilliseconds, to: next?.epochMilliseconds ?? end, ahead: at.offsetNanoseconds / 1e6 })
    if (!next) break
    at = next
  }
  return parts
}

/** The working spans from an instant on, as instants in milliseconds, cut at it; at most {@link MOST_DAYS} days of them. */
function* spansFrom(from: string, { zone, week, holidays }: WorkingHours): Generator<[from: number, to: number]> {
  const start = Date.parse(from)
  let date = Temporal.PlainDate.from(dateIn(from, zone))
  const off = new Set(holidays)
  for (let day = 0; day < MOST_DAYS; day++, date = date.add({ days: 1 })) {
    const name = date.toString()
    if (off.has(name)) continue
    const spans = week[date.dayOfWeek - 1] ?? []
    if (!spans.length) continue
    const midnight = Date.parse(`${name}T00:00Z`)
    // An hour that comes twice is worked twice, one that is skipped not at all: what the clock on the wall shows counts.
    for (const part of partsOf(date, zone))
      for (const span of spans) {
        const begins = Math.max(start, part.from, midnight + minutesOf(span.from) * 60_000 - part.ahead)
        const ends = Math.min(part.to, midnight + minutesOf(span.to) * 60_000 - part.ahead)
        if (begins < ends) yield [begins, ends]
      }
  }
}

/**
 * The instant (ISO 8601, UTC) at which so many minutes of working time are over, counted from an instant; a night, a
 * holiday and an hour that a change of clocks skips are none. `null` where the calendar has not so much time in it.
 */
export function afterWorking(from: string, minutes: number, hours: WorkingHours): string | null {
  let left = minutes * 60_000
  for (const [begins, ends] of spansFrom(from, hours)) {
    if (ends - begins >= left) return new Date(begins + left).toISOString()
    left -= ends - begins
  }
  return null
}

/** The working time between two instants in milliseconds; none when the second is not later. */
export function workingBetween(from: string, to: string, hours: WorkingHours): number {
  const end = Date.parse(to)
  let sum = 0
  for (const [begins, ends] of spansFrom(from, hours)) {
    if (begins >= end) break
    sum += Math.min(ends, end) - begins
  }
  return sum
}

/** What is wrong with working hours that someone typed, as a sentence; `null` when they can be used. */
export function hoursProblem({ week, holidays }: Pick<WorkingHours, 'week' | 'holidays'>): string | null {
  if (!week.some((day) => day.length)) return 'Nobody would ever work; give one day hours at least'
  for (const day of week)
    for (const [index, span] of day.entries()) {
      if (span.from >= span.to) return `${span.from} to ${span.to} is no stretch of a day`
      if (index && span.from < day[index - 1]!.to) return `${span.from} begins before ${day[index - 1]!.to}`
    }
  return holidays.every((date) => /^\d{4}-\d\d-\d\d$/.test(date)) ? null : 'A holiday is a date'
}
