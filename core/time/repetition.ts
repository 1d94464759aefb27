import { DAYS, parseRule } from './recurrence'

/** How often something repeats, as people choose it: `two-weeks` is every second week. */
export const OFTEN = ['day', 'week', 'two-weeks', 'month', 'year'] as const
export type Often = (typeof OFTEN)[number]

/** When a repetition ends: never, with a date (YYYY-MM-DD) on which it may begin last, or after so many times in all. */
export type RepetitionEnd = { by: 'never' } | { by: 'date'; date: string } | { by: 'count'; count: number }

/** What a form says of a repetition. `days` (Monday 1 to Sunday 7) are those of a weekly one, and empty for others. */
export interface Repetition {
  often: Often
  days: readonly number[]
  end: RepetitionEnd
}

/** The day of the week of a date (YYYY-MM-DD), Monday 1 to Sunday 7. */
export const weekdayOf = (date: string): number => ((new Date(`${date}T00:00Z`).getUTCDay() + 6) % 7) + 1

const isWeekly = (often: Often) => often === 'week' || often === 'two-weeks'

/** Reads a rule (RFC 5545) that begins on a date as a form says it; `null` for one that says more than a form can. */
export function readRepetition(rule: string, date: string): Repetition | null {
  const parsed = parseRule(rule)
  if (!parsed.ok) return null
  const { freq, interval, count, until, byDay, byMonthDay, byYearDay, byMonth, bySetPos } = parsed.value
  if (byMonthDay.length || byYearDay.length || byMonth.length || bySetPos.length) return null
  if (interval > (freq === 'WEEKLY' ? 2 : 1) || byDay.some(({ nth }) => nth !== null)) return null
  if (byDay.length && freq !== 'WEEKLY') return null
  const often =
    freq === 'WEEKLY' && interval === 2 ? 'two-weeks' : ({ DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month', YEARLY: 'year' } as const)[freq]
  const days = isWeekly(often) ? [...new Set(byDay.length ? byDay.map(({ day }) => day) : [weekdayOf(date)])].sort() : []
  const end: RepetitionEnd = count !== null ? { by: 'count', count } : until !== null ? { by: 'date', date: until } : { by: 'never' }
  return { often, days, end }
}

/** Writes what a form says as a rule (RFC 5545) that begins on a date: its day of the week is always one of a weekly one. */
export function writeRepetition({ often, days, end }: Repetition, date: string): string {
  const freq = { day: 'DAILY', week: 'WEEKLY', 'two-weeks': 'WEEKLY', month: 'MONTHLY', year: 'YEARLY' }[often]
  const named = [...new Set([...days, weekdayOf(date)])].sort().map((day) => DAYS[day - 1])
  return [
    `FREQ=${freq}`,
    ...(often === 'two-weeks' ? ['INTERVAL=2'] : []),
    ...(isWeekly(often) ? [`BYDAY=${named.join(',')}`] : []),
    ...(end.by === 'date' ? [`UNTIL=${end.date.replaceAll('-', '')}`] : end.by === 'count' ? [`COUNT=${end.count}`] : []),
  ].join(';')
}

/** The same repetition once it begins on another date: its first day of the week moves along, its others stay. */
export function repeatFrom(rule: string, from: string, to: string): string {
  const repetition = readRepetition(rule, from)
  if (!repetition) return rule
  const was = weekdayOf(from)
  return writeRepetition({ ...repetition, days: repetition.days.filter((day) => day !== was) }, to)
}
