import { reason } from '../words/ruleReasons'
import { accept, refuse, type Outcome } from '../outcome'

/** A stretch of calendar dates, both ends within; `null` is open. */
export interface Span {
  from: string | null
  to: string | null
}

const DAY_MS = 86_400_000
const day = (date: string) => Date.parse(`${date}T00:00Z`)
const dateOf = (ms: number) => new Date(ms).toISOString().slice(0, 10)
const isDate = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(day(text)) && dateOf(day(text)) === text
/** The weekday of a date, Monday 0. */
const weekday = (ms: number) => (new Date(ms).getUTCDay() + 6) % 7

/** The Monday of an ISO 8601 week: week 1 is the one with the year’s first Thursday. `null` where a year has no such week. */
function mondayOf(year: number, week: number): number | null {
  const fourth = Date.UTC(year, 0, 4)
  const monday = fourth - weekday(fourth) * DAY_MS + (week - 1) * 7 * DAY_MS
  const thursday = monday + 3 * DAY_MS
  return week >= 1 && new Date(thursday).getUTCFullYear() === year ? monday : null
}

const monthSpan = (year: number, month: number): Span => ({
  from: dateOf(Date.UTC(year, month - 1, 1)),
  to: dateOf(Date.UTC(year, month, 1) - DAY_MS),
})

/** What a span may look like, for who types one. */
export const SPAN_WORDS =
  'a day (2026-11-05), month (2026-11), year (2026), week (2026-W45), today, last-7-days, next-14-days, or two days with .. between'

/**
 * The dates that a span means on a day: `2026-11-05`, `2026-11`, `2026`, `2026-W45` (ISO 8601), `today`, `yesterday`, `tomorrow`,
 * `this-week`, `last-week`, `next-week`, `this-month`, `last-month`, `last-7-days` (with today), `next-14-days` (with today), and
 * `from..to` with either left out.
 */
export function spanOf(text: string, today: string): Outcome<Span> {
  const now = day(today)
  const bad = refuse(reason('span-wrong', { expected: SPAN_WORDS }))
  const range = /^([^.]*)\.\.([^.]*)$/.exec(text)
  if (range) {
    const [from, to] = [range[1]! || null, range[2]! || null]
    if ((from === null && to === null) || [from, to].some((date) => date !== null && !isDate(date))) return bad
    return from !== null && to !== null && from > to ? bad : accept({ from, to })
  }
  const one = (ms: number) => accept({ from: dateOf(ms), to: dateOf(ms) })
  const week = (monday: number) => accept({ from: dateOf(monday), to: dateOf(monday + 6 * DAY_MS) })
  if (isDate(text)) return accept({ from: text, to: text })
  const weekly = /^(\d{4})-W(\d{2})$/.exec(text)
  if (weekly) {
    const monday = mondayOf(Number(weekly[1]), Number(weekly[2]))
    return monday === null ? bad : week(monday)
  }
  const monthly = /^(\d{4})-(0[1-9]|1[0-2])$/.exec(text)
  if (monthly) return accept(monthSpan(Number(monthly[1]), Number(monthly[2])))
  if (/^\d{4}$/.test(text)) return accept({ from: `${text}-01-01`, to: `${text}-12-31` })
  const days = /^(last|next)-([1-9]\d{0,3})-days?$/.exec(text)
  if (days) {
    const far = (Number(days[2]) - 1) * DAY_MS
    return accept(days[1] === 'last' ? { from: dateOf(now - far), to: today } : { from: today, to: dateOf(now + far) })
  }
  const monday = now - weekday(now) * DAY_MS
  const [year, month] = [Number(today.slice(0, 4)), Number(today.slice(5, 7))]
  switch (text) {
    case 'today':
      return one(now)
    case 'yesterday':
      return one(now - DAY_MS)
    case 'tomorrow':
      return one(now + DAY_MS)
    case 'this-week':
      return week(monday)
    case 'last-week':
      return week(monday - 7 * DAY_MS)
    case 'next-week':
      return week(monday + 7 * DAY_MS)
    case 'this-month':
      return accept(monthSpan(year, month))
    case 'last-month':
      return accept(monthSpan(year, month - 1))
    default:
      return bad
  }
}
