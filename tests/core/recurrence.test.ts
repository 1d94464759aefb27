import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import rrule from 'rrule'
import { lateness } from '../../core/plan/events'
import { nextWindow, overlapsItself, windowOn, windowsBetween, nextOccurrence } from '../../core/time/windows'
import { datesOf, DAYS, FREQUENCIES, parseRule, ruleWords, type Recurrence } from '../../core/time/recurrence'
import { instantOf } from '../../core/time/zone'

const { RRule } = rrule
const rule = (text: string): Recurrence => {
  const parsed = parseRule(text)
  if (!parsed.ok) throw new Error(parsed.reasons[0]!.detail)
  return parsed.value
}
const first = (text: string, start: string, n: number): string[] => {
  const dates: string[] = []
  for (const date of datesOf(rule(text), start)) {
    dates.push(date)
    if (dates.length === n) break
  }
  return dates
}

// RFC 5545, §3.8.5.3, the examples that name days; their DTSTART is 2 September 1997, 9:00 in New York, unless said otherwise.
describe('the examples of RFC 5545', () => {
  const START = '1997-09-02'
  const days = (month: string, ...list: number[]) => list.map((day) => `${month}-${String(day).padStart(2, '0')}`)
  it.each<[string, string, string[]]>([
    ['FREQ=DAILY;COUNT=10', START, days('1997-09', 2, 3, 4, 5, 6, 7, 8, 9, 10, 11)],
    ['FREQ=DAILY;INTERVAL=2', START, days('1997-09', 2, 4, 6, 8, 10, 12)],
    ['FREQ=DAILY;INTERVAL=10;COUNT=5', START, [...days('1997-09', 2, 12, 22), ...days('1997-10', 2, 12)]],
    ['FREQ=WEEKLY;COUNT=10', START, [...days('1997-09', 2, 9, 16, 23, 30), ...days('1997-10', 7, 14, 21, 28), '1997-11-04']],
    ['FREQ=WEEKLY;INTERVAL=2;WKST=SU', START, [...days('1997-09', 2, 16, 30), ...days('1997-10', 14, 28), ...days('1997-11', 11, 25)]],
    ['FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH', START, [...days('1997-09', 2, 4, 9, 11, 16, 18, 23, 25, 30), '1997-10-02']],
    ['FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH', START, [...days('1997-09', 2, 4, 16, 18, 30), ...days('1997-10', 2, 14, 16)]],
    [
      'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
      '1997-09-05',
      [
        '1997-09-05',
        '1997-10-03',
        '1997-11-07',
        '1997-12-05',
        '1998-01-02',
        '1998-02-06',
        '1998-03-06',
        '1998-04-03',
        '1998-05-01',
        '1998-06-05',
      ],
    ],
    [
      'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
      '1997-09-07',
      [
        '1997-09-07',
        '1997-09-28',
        '1997-11-02',
        '1997-11-30',
        '1998-01-04',
        '1998-01-25',
        '1998-03-01',
        '1998-03-29',
        '1998-05-03',
        '1998-05-31',
      ],
    ],
    ['FREQ=MONTHLY;COUNT=6;BYDAY=-2MO', '1997-09-22', ['1997-09-22', '1997-10-20', '1997-11-17', '1997-12-22', '1998-01-19', '1998-02-16']],
    ['FREQ=MONTHLY;BYMONTHDAY=-3', '1997-09-28', ['1997-09-28', '1997-10-29', '1997-11-28', '1997-12-29', '1998-01-29', '1998-02-26']],
    [
      'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15',
      START,
      [
        '1997-09-02',
        '1997-09-15',
        '1997-10-02',
        '1997-10-15',
        '1997-11-02',
        '1997-11-15',
        '1997-12-02',
        '1997-12-15',
        '1998-01-02',
        '1998-01-15',
      ],
    ],
    [
      'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1',
      '1997-09-30',
      [
        '1997-09-30',
        '1997-10-01',
        '1997-10-31',
        '1997-11-01',
        '1997-11-30',
        '1997-12-01',
        '1997-12-31',
        '1998-01-01',
        '1998-01-31',
        '1998-02-01',
      ],
    ],
    [
      'FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15',
      '1997-09-10',
      [...days('1997-09', 10, 11, 12, 13, 14, 15), ...days('1999-03', 10, 11, 12, 13)],
    ],
    [
      'FREQ=YEARLY;COUNT=10;BYMONTH=6,7',
      '1997-06-10',
      [
        '1997-06-10',
        '1997-07-10',
        '1998-06-10',
        '1998-07-10',
        '1999-06-10',
        '1999-07-10',
        '2000-06-10',
        '2000-07-10',
        '2001-06-10',
        '2001-07-10',
      ],
    ],
    [
      'FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200',
      '1997-01-01',
      [
        '1997-01-01',
        '1997-04-10',
        '1997-07-19',
        '2000-01-01',
        '2000-04-09',
        '2000-07-18',
        '2003-01-01',
        '2003-04-10',
        '2003-07-19',
        '2006-01-01',
      ],
    ],
    ['FREQ=YEARLY;BYDAY=20MO', '1997-05-19', ['1997-05-19', '1998-05-18', '1999-05-17']],
    [
      'FREQ=YEARLY;BYMONTH=3;BYDAY=TH',
      '1997-03-13',
      ['1997-03-13', '1997-03-20', '1997-03-27', '1998-03-05', '1998-03-12', '1998-03-19', '1998-03-26'],
    ],
    ['FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13', START, ['1998-02-13', '1998-03-13', '1998-11-13', '1999-08-13', '2000-10-13']],
    [
      'FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13',
      '1997-09-13',
      ['1997-09-13', '1997-10-11', '1997-11-08', '1997-12-13', '1998-01-10', '1998-02-07'],
    ],
    ['FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8', '1996-11-05', ['1996-11-05', '2000-11-07', '2004-11-02']],
    ['FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3', '1997-09-04', ['1997-09-04', '1997-10-07', '1997-11-06']],
    [
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
      '1997-09-29',
      ['1997-09-29', '1997-10-30', '1997-11-27', '1997-12-30', '1998-01-29', '1998-02-26', '1998-03-30'],
    ],
    ['FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO', '1997-08-05', ['1997-08-05', '1997-08-10', '1997-08-19', '1997-08-24']],
    ['FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU', '1997-08-05', ['1997-08-05', '1997-08-17', '1997-08-19', '1997-08-31']],
    ['FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5', '2007-01-15', ['2007-01-15', '2007-01-30', '2007-02-15', '2007-03-15', '2007-03-30']],
  ])('%s from %s', (text, start, dates) => expect(first(text, start, dates.length)).toEqual(dates))
  it('ends when it says so', () => {
    expect(first('FREQ=DAILY;UNTIL=19970905T000000Z', START, 99)).toEqual(days('1997-09', 2, 3, 4, 5))
    expect(first('FREQ=DAILY;COUNT=3', START, 99)).toHaveLength(3)
  })
})

describe('any rule', () => {
  const list = (most: number, low = 1) =>
    fc.uniqueArray(
      fc.integer({ min: low, max: most }).filter((n) => n !== 0),
      { maxLength: 3 },
    )
  const rules = fc
    .record({
      freq: fc.constantFrom(...FREQUENCIES),
      interval: fc.integer({ min: 1, max: 4 }),
      days: fc.uniqueArray(fc.constantFrom(...DAYS), { maxLength: 3 }),
      nth: fc.constantFrom(null, 1, 2, -1),
      monthDays: list(31, -31),
      months: list(12),
      week: fc.constantFrom('MO', 'SU', 'WE'),
    })
    .map(({ freq, interval, days, nth, monthDays, months, week }) => {
      const counts = nth !== null && (freq === 'MONTHLY' || freq === 'YEARLY')
      const parts = [`FREQ=${freq}`, `INTERVAL=${interval}`, `WKST=${week}`]
      if (days.length) parts.push(`BYDAY=${days.map((day) => (counts ? nth : '') + day).join(',')}`)
      // A counted weekday narrowed by days of the month is one thing in the RFC and another in the oracle.
      if (monthDays.length && freq !== 'WEEKLY' && !(counts && days.length)) parts.push(`BYMONTHDAY=${monthDays.join(',')}`)
      if (months.length) parts.push(`BYMONTH=${months.join(',')}`)
      return parts.join(';')
    })
  it('names the days that the package rrule names', () => {
    fc.assert(
      fc.property(rules, fc.date({ min: new Date('1997-01-01'), max: new Date('2036-12-31'), noInvalidDate: true }), (text, date) => {
        const start = date.toISOString().slice(0, 10)
        const until = new Date(Date.UTC(date.getUTCFullYear() + 6, 0, 1))
        const oracle = new RRule({ ...RRule.parseString(text), dtstart: new Date(`${start}T00:00:00Z`), until })
        const theirs = oracle.all((_, n) => n < 20).map((day) => day.toISOString().slice(0, 10))
        const ours: string[] = []
        for (const day of datesOf(rule(text), start)) {
          if (ours.length === theirs.length || day > until.toISOString().slice(0, 10)) break
          ours.push(day)
        }
        expect(ours).toEqual(theirs)
      }),
      { numRuns: 80 },
    )
  })
  it('names the same days from a later date on, however the way there is shortened', () => {
    const dates = fc.date({ min: new Date('1997-01-01'), max: new Date('2036-12-31'), noInvalidDate: true })
    const ends = fc.constantFrom('', ';COUNT=7', ';UNTIL=20310101')
    const places = fc.constantFrom('', ';BYSETPOS=1', ';BYSETPOS=-1', ';BYSETPOS=2,400')
    fc.assert(
      fc.property(rules, ends, places, dates, fc.integer({ min: 0, max: 20_000 }), (text, end, place, date, ahead) => {
        const parsed = parseRule(text + end + (text.includes('BY') ? place : ''))
        if (!parsed.ok) return
        const start = date.toISOString().slice(0, 10)
        const from = new Date(date.getTime() + ahead * 86_400_000).toISOString().slice(0, 10)
        const upTo = `${Number(from.slice(0, 4)) + 3}`
        const after = (all: Iterable<string>) => {
          const days: string[] = []
          for (const day of all) {
            if (day > upTo) break
            if (day >= from) days.push(day)
          }
          return days
        }
        expect(after(datesOf(parsed.value, start, from))).toEqual(after(datesOf(parsed.value, start)))
      }),
      { numRuns: 300 },
    )
  })
  it('ends where it names no day at all', () => {
    for (const text of [
      'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
      'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30',
      'FREQ=MONTHLY;BYMONTH=6;BYMONTHDAY=31',
      'FREQ=YEARLY;BYMONTH=1;BYYEARDAY=366',
      'FREQ=WEEKLY;BYDAY=MO;BYSETPOS=2',
      'FREQ=MONTHLY;BYDAY=MO;BYSETPOS=6',
      'FREQ=DAILY;INTERVAL=7;BYDAY=TU',
    ])
      // 1 March 2027 is a Monday.
      expect(first(text, '2027-03-01', 1), text).toEqual([])
  })
  it('says what it cannot follow instead of guessing', () => {
    const problem = (text: string) => {
      const parsed = parseRule(text)
      return parsed.ok ? null : parsed.reasons[0]!.detail
    }
    expect(problem('FREQ=HOURLY')).toMatch(/daily, weekly/)
    expect(problem('FREQ=DAILY;BYHOUR=9')).toMatch(/BYHOUR/)
    expect(problem('FREQ=YEARLY;BYWEEKNO=20')).toMatch(/BYWEEKNO/)
    expect(problem('INTERVAL=2')).toMatch(/how often/)
    expect(problem('FREQ=DAILY;COUNT=2;UNTIL=20270101')).toMatch(/not both/)
    // A date that the calendar has not is none.
    for (const until of ['99999999', '20270230', '20271301', '20270101T250000Z'])
      expect(problem(`FREQ=DAILY;UNTIL=${until}`)).toMatch(/is a date/)
    expect(problem('FREQ=WEEKLY;BYDAY=1MO')).toMatch(/counts weekdays/)
    expect(problem('FREQ=DAILY;FREQ=WEEKLY')).toMatch(/twice/)
    expect(problem('')).not.toBeNull()
    expect(ruleWords(rule('FREQ=WEEKLY;BYDAY=FR'))).toBe('every week on Friday')
    expect(ruleWords(rule('FREQ=MONTHLY;INTERVAL=2;BYDAY=1SU,-1SU;COUNT=3'))).toBe(
      'every 2 months on the 1st Sunday and the last Sunday, 3 times',
    )
  })
})

describe('windows', () => {
  const OSLO = 'Europe/Oslo'
  // Every Friday 15:00 to Sunday 22:00.
  const weekend = { time: '15:00', untilDays: 2, untilTime: '22:00', zone: OSLO }
  it('keep to the clock on the wall through the night when it changes', () => {
    // In Oslo the clocks go back on 25 October 2026 and forward on 28 March 2027.
    expect(windowOn(weekend, '2026-10-23')).toEqual({
      date: '2026-10-23',
      at: '2026-10-23T13:00:00.000Z',
      untilDate: '2026-10-25',
      until: '2026-10-25T21:00:00.000Z',
    })
    expect(windowOn(weekend, '2027-03-26').until).toBe('2027-03-28T20:00:00.000Z')
    expect(instantOf({ date: '2027-03-28', time: '02:30', zone: OSLO })).toBe('2027-03-28T01:30:00.000Z')
    expect(instantOf({ date: '2026-10-25', time: '02:30', zone: OSLO })).toBe('2026-10-25T00:30:00.000Z')
  })
  it('come again after one that ended, and pass over those that were missed', () => {
    const fridays = rule('FREQ=WEEKLY;BYDAY=FR')
    const after = (from: string, now: string) => nextWindow(fridays, '2026-10-02', weekend, from, now)?.date
    expect(after('2026-10-02T13:00:00.000Z', '2026-10-04T20:00:00.000Z')).toBe('2026-10-09')
    expect(after('2026-10-02T13:00:00.000Z', '2026-10-31T20:00:00.000Z')).toBe('2026-10-30')
    expect(nextWindow(rule('FREQ=WEEKLY;COUNT=1'), '2026-10-02', weekend, '2026-10-02T13:00:00.000Z', '')).toBeNull()
    expect(
      windowsBetween(fridays, '2026-10-02', weekend, '2026-10-11T19:00:00.000Z', '2026-10-24T00:00:00.000Z').map(({ date }) => date),
    ).toEqual(['2026-10-09', '2026-10-16', '2026-10-23'])
    expect(nextOccurrence(fridays, { date: '2026-10-02', time: '15:00', zone: OSLO }, '2026-10-23T13:00:00.000Z')).toEqual({
      date: '2026-10-30',
      at: '2026-10-30T14:00:00.000Z',
    })
  })
  it('may not open again before they have ended', () => {
    expect(overlapsItself(rule('FREQ=WEEKLY'), '2026-10-02', weekend)).toBe(false)
    expect(overlapsItself(rule('FREQ=DAILY'), '2026-10-02', weekend)).toBe(true)
  })
  it('are late by their own policy', () => {
    const due = '2026-10-02T13:00:00.000Z'
    const late = (way: 'do' | 'skip' | 'ask') => lateness({ late: way, lateAfter: 30 }, due, '2026-10-02T13:31:00.000Z')
    expect([late('do'), late('skip'), late('ask')]).toEqual(['do', 'skip', 'ask'])
    expect(lateness({ late: 'skip', lateAfter: 30 }, due, '2026-10-02T13:30:00.000Z')).toBe('do')
  })
})
