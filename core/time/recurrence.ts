import { reason } from '../words/ruleReasons'
import { accept, refuse, type Outcome } from '../outcome'
import { isDate } from './date'
import { dateWords } from './words'

export const FREQUENCIES = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const
export type Frequency = (typeof FREQUENCIES)[number]
/** The days of the week as RFC 5545 writes them, Monday first. */
export const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const

/** A recurrence rule of RFC 5545 §3.3.10, as far as moments of a calendar day need it. */
export interface Recurrence {
  freq: Frequency
  interval: number
  count: number | null
  /** The last date on which it may begin, YYYY-MM-DD, by the clock on the wall. */
  until: string | null
  /** Weekdays, Monday 1 to Sunday 7, with the number within the month or year where one is given (−1: the last). */
  byDay: { day: number; nth: number | null }[]
  byMonthDay: number[]
  byYearDay: number[]
  byMonth: number[]
  bySetPos: number[]
  /** The first day of a week, 1 to 7. */
  weekStart: number
}

/** Years looked through at most; a rule that names no day in so many has none. */
const MOST_YEARS = 120

const bad = (detail: string) => refuse(reason('rule-bad', { problem: detail, at: 'rule' }))

const numbers = (text: string, most: number): number[] | null => {
  const list = text.split(',').map(Number)
  return list.every((n) => Number.isInteger(n) && n !== 0 && Math.abs(n) <= most) ? list : null
}

/** Reads the text of an RRULE (`FREQ=WEEKLY;BYDAY=FR`), or says what in it cannot be followed. */
export function parseRule(text: string): Outcome<Recurrence> {
  const rule: Recurrence = {
    freq: 'DAILY',
    interval: 1,
    count: null,
    until: null,
    byDay: [],
    byMonthDay: [],
    byYearDay: [],
    byMonth: [],
    bySetPos: [],
    weekStart: 1,
  }
  const seen = new Set<string>()
  for (const part of text.trim().toUpperCase().split(';')) {
    const [name = '', value = ''] = part.split(/=(.*)/s)
    if (seen.has(name)) return bad(`${name} stands twice in the rule`)
    seen.add(name)
    if (name === 'FREQ') {
      if (!FREQUENCIES.includes(value as Frequency)) return bad('A rule repeats daily, weekly, monthly or yearly')
      rule.freq = value as Frequency
    } else if (name === 'INTERVAL' || name === 'COUNT') {
      const n = Number(value)
      if (!Number.isInteger(n) || n < 1 || n > 10_000) return bad(`${name} is a number from 1 to 10,000`)
      rule[name === 'COUNT' ? 'count' : 'interval'] = n
    } else if (name === 'UNTIL') {
      const date = /^(\d{4})(\d\d)(\d\d)(T([01]\d|2[0-3])[0-5]\d[0-5]\dZ?)?$/.exec(value)
      if (!date || !isDate(`${date[1]}-${date[2]}-${date[3]}`)) return bad('UNTIL is a date such as 20270301')
      rule.until = `${date[1]}-${date[2]}-${date[3]}`
    } else if (name === 'WKST') {
      if (!DAYS.includes(value as (typeof DAYS)[number])) return bad('WKST is a day of the week')
      rule.weekStart = DAYS.indexOf(value as (typeof DAYS)[number]) + 1
    } else if (name === 'BYDAY') {
      for (const one of value.split(',')) {
        const found = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(one)
        if (!found || Number(found[1] ?? 1) === 0) return bad(`${one} is no day of the week`)
        rule.byDay.push({ day: DAYS.indexOf(found[2] as (typeof DAYS)[number]) + 1, nth: found[1] ? Number(found[1]) : null })
      }
    } else if (name === 'BYMONTHDAY' || name === 'BYYEARDAY' || name === 'BYMONTH' || name === 'BYSETPOS') {
      const most = { BYMONTHDAY: 31, BYYEARDAY: 366, BYMONTH: 12, BYSETPOS: 366 }[name]
      const list = numbers(value, most)
      if (!list || (name === 'BYMONTH' && list.some((n) => n < 1))) return bad(`${name} holds numbers up to ${most}`)
      rule[({ BYMONTHDAY: 'byMonthDay', BYYEARDAY: 'byYearDay', BYMONTH: 'byMonth', BYSETPOS: 'bySetPos' } as const)[name]] = list
    } else return bad(name ? `${name} is not a part of a rule that can be followed here` : 'The rule is empty')
  }
  if (!seen.has('FREQ')) return bad('A rule says how often: FREQ')
  if (rule.count !== null && rule.until !== null) return bad('A rule ends by COUNT or by UNTIL, not both')
  const counted = rule.byDay.some(({ nth }) => nth !== null)
  if (counted && rule.freq !== 'MONTHLY' && rule.freq !== 'YEARLY') return bad('Only a monthly or yearly rule counts weekdays')
  if (rule.byYearDay.length && rule.freq !== 'YEARLY') return bad('Only a yearly rule names days of the year')
  if (rule.byMonthDay.length && rule.freq === 'WEEKLY') return bad('A weekly rule names no days of the month')
  const narrows = rule.byDay.length + rule.byMonthDay.length + rule.byYearDay.length + rule.byMonth.length
  if (rule.bySetPos.length && !narrows) return bad('BYSETPOS needs days to choose from')
  return accept(rule)
}

/** A calendar day by its number since 1970-01-01, with what rules ask of it. */
interface Day {
  n: number
  year: number
  month: number
  day: number
  /** Monday 1 to Sunday 7. */
  weekday: number
}
const DAY_MS = 86_400_000
const numberOf = (year: number, month: number, day: number): number => Date.UTC(year, month - 1, day) / DAY_MS
const nameOf = (n: number): string => new Date(n * DAY_MS).toISOString().slice(0, 10)
/** How many days have gone in a common year before each month. */
const BEFORE_MONTH = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334, 365]
const MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
const lengthOfYear = (year: number) => (isLeap(year) ? 366 : 365)
const lengthOfMonth = (year: number, month: number) =>
  BEFORE_MONTH[month]! - BEFORE_MONTH[month - 1]! + (month === 2 && isLeap(year) ? 1 : 0)

/**
 * A day by its number. In whole numbers, since a rule that names no day is looked for in every one of more than a hundred
 * years: Howard Hinnant, "chrono-Compatible Low-Level Date Algorithms", civil_from_days
 * (https://howardhinnant.github.io/date_algorithms.html#civil_from_days).
 */
function dayAt(n: number): Day {
  const shifted = n + 719_468
  const era = Math.floor(shifted / 146_097)
  const ofEra = shifted - era * 146_097
  const yearOfEra = Math.floor((ofEra - Math.floor(ofEra / 1_460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365)
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100))
  const part = Math.floor((5 * ofYear + 2) / 153)
  const month = part < 10 ? part + 3 : part - 9
  return {
    n,
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: ofYear - Math.floor((153 * part + 2) / 5) + 1,
    // The first of January 1970 was a Thursday.
    weekday: ((((n + 3) % 7) + 7) % 7) + 1,
  }
}
/** The place of a day in its month or year, from 1, and how many days that has. */
const inMonth = ({ year, month, day }: Day) => [day, lengthOfMonth(year, month)] as const
const inYear = ({ year, month, day }: Day) =>
  [BEFORE_MONTH[month - 1]! + day + (month > 2 && isLeap(year) ? 1 : 0), lengthOfYear(year)] as const

const same = (n: number, length: number, wanted: number[]) => wanted.some((one) => (one > 0 ? one : length + one + 1) === n)

/** Whether a date passes the parts of a rule that only keep or drop days. */
function kept(rule: Recurrence, date: Day): boolean {
  if (rule.byMonth.length && !rule.byMonth.includes(date.month)) return false
  if (rule.byMonthDay.length && !same(...inMonth(date), rule.byMonthDay)) return false
  if (rule.byYearDay.length && !same(...inYear(date), rule.byYearDay)) return false
  if (!rule.byDay.length) return true
  return rule.byDay.some(({ day, nth }) => {
    if (day !== date.weekday) return false
    if (nth === null) return true
    const [n, length] = rule.freq === 'YEARLY' && !rule.byMonth.length ? inYear(date) : inMonth(date)
    return nth > 0 ? Math.ceil(n / 7) === nth : Math.ceil((length - n + 1) / 7) === -nth
  })
}

/** The parts of a rule that its start stands in for where it names no days (RFC 5545 §3.3.10). */
function filled(rule: Recurrence, start: Day): Recurrence {
  if (rule.byDay.length || rule.byMonthDay.length || rule.byYearDay.length) return rule
  if (rule.freq === 'WEEKLY') return { ...rule, byDay: [{ day: start.weekday, nth: null }] }
  if (rule.freq === 'MONTHLY') return { ...rule, byMonthDay: [start.day] }
  if (rule.freq === 'YEARLY') return { ...rule, byMonthDay: [start.day], byMonth: rule.byMonth.length ? rule.byMonth : [start.month] }
  return rule
}

/** The number of the first day of a stretch that a rule counts by, and of the first day after it. */
function stretch({ freq, interval, weekStart }: Recurrence, { n, year, month, weekday }: Day, turn: number): [from: number, to: number] {
  const by = turn * interval
  if (freq === 'DAILY') return [n + by, n + by + 1]
  if (freq === 'WEEKLY') {
    const from = n - ((weekday - weekStart + 7) % 7) + 7 * by
    return [from, from + 7]
  }
  if (freq === 'MONTHLY') return [numberOf(year, month + by, 1), numberOf(year, month + by + 1, 1)]
  return [numberOf(year + by, 1, 1), numberOf(year + by + 1, 1, 1)]
}

/** The first turn that could name a day at or after another; of a rule that is counted always the first. */
function turnNear({ freq, interval, count }: Recurrence, first: Day, at: Day): number {
  if (count !== null || at.n <= first.n) return 0
  const years = at.year - first.year
  const units = { DAILY: at.n - first.n, WEEKLY: (at.n - first.n) / 7, MONTHLY: years * 12 + at.month - first.month, YEARLY: years }[freq]
  return Math.max(0, Math.floor(units / interval) - 1)
}

/** The turn to look at after another: of a daily rule the next in one of its months. */
function turnAfter({ freq, interval, byMonth }: Recurrence, first: Day, turn: number): number {
  if (freq !== 'DAILY' || !byMonth.length) return turn + 1
  const { year, month } = dayAt(first.n + turn * interval)
  if (byMonth.includes(month)) return turn + 1
  return Math.max(turn + 1, Math.ceil((numberOf(year, month + 1, 1) - first.n) / interval))
}

/** The places in a month or year that a rule names, in order and once each: −1 is its last day. */
const named = (places: readonly number[], length: number): number[] =>
  [...new Set(places.map((place) => (place > 0 ? place : length + place + 1)))].filter((n) => n >= 1 && n <= length).sort((x, y) => x - y)

/** The numbers of the days of a stretch that a rule could name: in other months than its own, or beside days that it names, none is. */
function* possible({ byMonth, byMonthDay, byYearDay }: Recurrence, from: number, to: number): Generator<number> {
  if (byYearDay.length) {
    const { year } = dayAt(from)
    for (const place of named(byYearDay, lengthOfYear(year))) yield from + place - 1
    return
  }
  if (!byMonth.length && !byMonthDay.length) {
    for (let n = from; n < to; n++) yield n
    return
  }
  const months = byMonth.length ? [...new Set(byMonth)].sort((x, y) => x - y) : MONTHS
  for (let { year } = dayAt(from); ; year++)
    for (const month of months) {
      const start = numberOf(year, month, 1)
      if (start >= to) return
      const length = lengthOfMonth(year, month)
      if (start + length <= from) continue
      if (byMonthDay.length) {
        for (const place of named(byMonthDay, length)) if (start + place > from && start + place <= to) yield start + place - 1
      } else for (let n = Math.max(from, start); n < Math.min(to, start + length); n++) yield n
    }
}

/** How many days a stretch of a rule has at most to choose from. */
function mostOf({ freq, byDay, byMonthDay }: Recurrence): number {
  if (freq === 'DAILY') return 1
  if (freq === 'WEEKLY') return byDay.length || 7
  return freq === 'MONTHLY' ? byMonthDay.length || (byDay.length ? 5 * byDay.length : 31) : 366
}

/**
 * The dates (YYYY-MM-DD) that a rule names, in order, from the date of its start on; RFC 5545 §3.3.10 without the parts
 * that name weeks of the year, hours, minutes and seconds. The start itself counts only where the rule names it. Who needs
 * those `from` a later date alone may say so: what lies before it is passed over, though not every one.
 */
export function* datesOf(rule: Recurrence, start: string, from = start): Generator<string> {
  const first = dayAt(Date.parse(`${start}T00:00Z`) / DAY_MS)
  const near = dayAt(Date.parse(`${from}T00:00Z`) / DAY_MS)
  const whole = filled(rule, first)
  if (whole.bySetPos.length && whole.bySetPos.every((place) => Math.abs(place) > mostOf(whole))) return
  const end = numberOf((whole.count === null ? Math.max(first.year, near.year) : first.year) + MOST_YEARS, 1, 1)
  let given = 0
  for (let turn = turnNear(whole, first, near); ; turn = turnAfter(whole, first, turn)) {
    const [begin, until] = stretch(whole, first, turn)
    if (begin > end || (whole.until !== null && nameOf(begin) > whole.until)) return
    let days: Day[] = []
    for (const n of possible(whole, begin, until)) {
      const day = dayAt(n)
      if (kept(whole, day)) days.push(day)
    }
    if (whole.bySetPos.length) days = days.filter((_, index) => same(index + 1, days.length, whole.bySetPos))
    for (const { n } of days) {
      if (n < first.n) continue
      const name = nameOf(n)
      if (whole.until !== null && name > whole.until) return
      yield name
      if (++given === whole.count) return
    }
  }
}

const DAY_WORDS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** A rule in words: `every 2 weeks on Friday`. */
export function ruleWords(rule: Recurrence): string {
  const unit = { DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month', YEARLY: 'year' }[rule.freq]
  const often = rule.interval === 1 ? `every ${unit}` : `every ${rule.interval} ${unit}s`
  const nth = (n: number) =>
    n === -1
      ? 'last '
      : n < 0
        ? `${-n}th last `
        : `${n}${['th', 'st', 'nd', 'rd'][n % 100 > 3 && n % 100 < 21 ? 0 : Math.min(n % 10, 4) % 4]} `
  const list = (words: string[]) => (words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`)
  const days = rule.byDay.length
    ? ` on ${list(rule.byDay.map(({ day, nth: n }) => `${n === null ? '' : `the ${nth(n)}`}${DAY_WORDS[day - 1]}`))}`
    : rule.byMonthDay.length
      ? ` on day ${list(rule.byMonthDay.map(String))}`
      : ''
  const end =
    rule.count !== null
      ? `, ${rule.count === 1 ? 'once' : `${rule.count} times`}`
      : rule.until !== null
        ? `, until ${dateWords(rule.until, 'en-GB', 'short')}`
        : ''
  return `${often}${days}${end}`
}
