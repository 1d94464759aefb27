import { isDate } from './date'

// What people write for a day and a time of day. Slashes are not read: 5/12 is May to some and December to others.

/** Whether a day without a year is meant to come or to be over. */
export type Sense = 'ahead' | 'back'

const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december']
const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday']
const DAY_MS = 86_400_000

/** The place of a name in a list by its first three letters or more; -1 where it is none. */
const placeOf = (names: readonly string[], word: string): number =>
  word.length < 3 ? -1 : names.findIndex((name) => name.startsWith(word) || (word === 'sept' && name === 'september'))
const twoDigits = (n: number) => String(n).padStart(2, '0')
const dateOf = (year: number, month: number, day: number): string | null => {
  const date = `${String(year).padStart(4, '0')}-${twoDigits(month)}-${twoDigits(day)}`
  return isDate(date) ? date : null
}
const msOf = (date: string) => Date.parse(`${date}T00:00Z`)
/** A date so many days on. */
export const daysOn = (date: string, days: number): string => new Date(msOf(date) + days * DAY_MS).toISOString().slice(0, 10)
/** A date so many months on; a month's end stays within its month. */
export function monthsOn(date: string, months: number): string {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number]
  const [y, m] = [year + Math.floor((month - 1 + months) / 12), ((((month - 1 + months) % 12) + 12) % 12) + 1]
  return dateOf(y, m, day) ?? dateOf(y, m, 30) ?? dateOf(y, m, 29) ?? dateOf(y, m, 28)!
}

/** A day of a month in the year that is told, else in the next year, or the last, in which it comes. */
function dayOfMonth(day: number, month: number, year: string | undefined, today: string, sense: Sense): string | null {
  if (year) return dateOf(Number(year), month, day)
  const now = Number(today.slice(0, 4))
  // 29 February comes every eight years at worst.
  const years = Array.from({ length: 9 }, (_, n) => (sense === 'ahead' ? now + n : now - n))
  const dates = years.map((one) => dateOf(one, month, day))
  return dates.find((date) => date !== null && (sense === 'ahead' ? date >= today : date <= today)) ?? null
}

function weekday(name: string, strictly: boolean, today: string, sense: Sense): string | null {
  const wanted = placeOf(WEEKDAYS, name)
  if (wanted < 0) return null
  const now = new Date(msOf(today)).getUTCDay()
  const far = (sense === 'ahead' ? wanted - now + 7 : now - wanted + 7) % 7
  return daysOn(today, (far || (strictly ? 7 : 0)) * (sense === 'ahead' ? 1 : -1))
}

const NAMED: Record<string, number> = { today: 0, tomorrow: 1, yesterday: -1 }
const UNITS = { day: daysOn, week: (date: string, n: number) => daysOn(date, 7 * n), month: monthsOn } as const

/**
 * The day (YYYY-MM-DD) that words mean on a day: `2026-12-05`, `5.12.2026`, `5 Dec`, `December 5, 2026`, `Sat 5 Dec 2026`,
 * `today`, `tomorrow`, `Friday`, `next Friday`, `in 3 weeks`. `null` where they mean none, or more than one.
 */
export function readDay(words: string, today: string, sense: Sense = 'ahead'): string | null {
  const text = words.trim().toLowerCase().replace(/\s+/g, ' ')
  if (isDate(text)) return text
  if (text in NAMED) return daysOn(today, NAMED[text]!)
  const ahead = /^in (\d{1,3}) (day|week|month)s?$/.exec(text)
  if (ahead) return UNITS[ahead[2] as keyof typeof UNITS](today, Number(ahead[1]))
  const named = /^(next |last )?([a-z]+)$/.exec(text)
  if (named) return weekday(named[2]!, named[1] !== undefined, today, named[1] === 'last ' ? 'back' : named[1] ? 'ahead' : sense)
  const dotted = /^(\d{1,2})\. ?(\d{1,2})\.? ?(\d{4})?$/.exec(text)
  if (dotted) return dayOfMonth(Number(dotted[1]), Number(dotted[2]), dotted[3], today, sense)
  // A weekday before a date says nothing more.
  const [, first = ''] = /^([a-z]+),? (?=\d|[a-z]+\.? \d)/.exec(text) ?? []
  const rest = placeOf(WEEKDAYS, first) >= 0 ? text.slice(first.length).replace(/^,? /, '') : text
  const dayFirst = /^(\d{1,2})(?:\.|st|nd|rd|th)? ([a-z]+)\.?,? ?(\d{4})?$/.exec(rest)
  const monthFirst = /^([a-z]+)\.? (\d{1,2})(?:st|nd|rd|th)?,? ?(\d{4})?$/.exec(rest)
  const [day, month, year] = dayFirst ? dayFirst.slice(1) : monthFirst ? [monthFirst[2], monthFirst[1], monthFirst[3]] : []
  if (!day || !month) return null
  const at = placeOf(MONTHS, month)
  return at < 0 ? null : dayOfMonth(Number(day), at + 1, year, today, sense)
}

/** The time of day (HH:MM) that words mean: `6:30`, `06.30`, `0630`, `6`, `6 pm`, `noon`, `midnight`. `null` where they mean none. */
export function readTime(words: string): string | null {
  const text = words.trim().toLowerCase()
  if (text === 'noon') return '12:00'
  if (text === 'midnight') return '00:00'
  const [, hour, minute = '0', half] =
    /^(\d{1,2})(?:[:.h](\d{2}))? ?(am|pm)?$/.exec(text) ?? /^(\d{1,2})(\d{2}) ?(am|pm)?$/.exec(text) ?? []
  if (hour === undefined || (half && (Number(hour) < 1 || Number(hour) > 12))) return null
  const h = half ? (Number(hour) % 12) + (half === 'pm' ? 12 : 0) : Number(hour)
  return h > 23 || Number(minute) > 59 ? null : `${twoDigits(h)}:${twoDigits(Number(minute))}`
}

/** A day, with a time of day after it or none: `tomorrow 6:30`, `5 Dec at noon`. `null` where the words mean no day. */
export function readDayAndTime(words: string, today: string, sense: Sense = 'ahead'): { date: string; time: string | null } | null {
  const date = readDay(words, today, sense)
  if (date) return { date, time: null }
  const text = words.trim()
  for (const space of [...text.matchAll(/,? (?:at )?/gi)]) {
    const [day, time] = [readDay(text.slice(0, space.index), today, sense), readTime(text.slice(space.index + space[0].length))]
    if (day && time) return { date: day, time }
  }
  return null
}
