import { isLanguageTag } from '../words/languageTag'
import { format } from './format'

/** The locale that dates are written in: English without a country, and what is no language, is read the European way. */
const localeOf = (language: string) => (language !== 'en' && isLanguageTag(language) ? language : 'en-GB')

const british = (timeZone: string, options: Intl.DateTimeFormatOptions) => format('en-GB', { ...options, timeZone })

/** A calendar date as people read it: `2026-11-05` → `5 November 2026`. */
export const dateWords = (date: string, language = 'en-GB', month: 'long' | 'short' = 'long'): string =>
  format(localeOf(language), { day: 'numeric', month, year: 'numeric', timeZone: 'UTC' }).format(new Date(`${date}T00:00Z`))

/** A month as people read it: `2026-11` → `November 2026`. */
export const monthWords = (month: string, language = 'en-GB'): string =>
  format(localeOf(language), { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(new Date(`${month}-01T00:00Z`))

const ofDate = (date: string, options: Intl.DateTimeFormatOptions) => british('UTC', options).format(new Date(`${date}T00:00Z`))

/** The weekday of a date: `2026-11-05` → `Thursday`. */
export const weekdayWords = (date: string): string => ofDate(date, { weekday: 'long' })

/** A date in a field: `2026-11-05` → `Thu 5 Nov 2026`. */
export const dayWords = (date: string): string =>
  ofDate(date, { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' }).replace(',', '')

/** A date in the heading of a column, as short as can be: `2026-11-05` → `Thu 5`. */
export const columnDayWords = (date: string): string => ofDate(date, { weekday: 'short', day: 'numeric' })

/** The month of a date, as short as can be: `2026-11-05` → `Nov`. */
export const shortMonthWords = (date: string): string => ofDate(date, { month: 'short' })

/** An instant's time of day in a zone, `14:32`. */
export const timeIn = (instant: string | Date, zone: string): string =>
  british(zone, { hour: '2-digit', minute: '2-digit' }).format(new Date(instant))

/**
 * An instant as short as it can be said without doubt from `now`: `14:32` today, `Tue 14:32` within six days,
 * `5 Mar 14:32` this year, `5 Mar 2025` before.
 */
export function shortIn(instant: string, zone: string, now: Date): string {
  const then = new Date(instant)
  const day = (date: Date) => british(zone, { year: 'numeric', month: '2-digit', day: '2-digit' }).format(date)
  const year = (date: Date) => british(zone, { year: 'numeric' }).format(date)
  if (day(then) === day(now)) return timeIn(then, zone)
  if (Math.abs(then.getTime() - now.getTime()) < 6 * 86_400_000)
    return `${british(zone, { weekday: 'short' }).format(then)} ${timeIn(then, zone)}`
  const short = british(zone, { day: 'numeric', month: 'short' }).format(then)
  return year(then) === year(now) ? `${short} ${timeIn(then, zone)}` : `${short} ${year(then)}`
}

/** An instant in full: `Tuesday 5 March 2027, 04:00`. */
export const fullIn = (instant: string, zone: string): string =>
  `${british(zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }).format(new Date(instant)).replace(',', '')}, ${timeIn(instant, zone)}`
