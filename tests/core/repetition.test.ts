import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OFTEN, readRepetition, repeatFrom, weekdayOf, writeRepetition, type RepetitionEnd } from '../../core/time/repetition'
import { datesOf, parseRule } from '../../core/time/recurrence'

// A Friday.
const DATE = '2026-12-04'
const firstDates = (rule: string, start: string, most: number): string[] => {
  const parsed = parseRule(rule)
  if (!parsed.ok) throw new Error(rule)
  const dates: string[] = []
  for (const date of datesOf(parsed.value, start)) {
    dates.push(date)
    if (dates.length === most) break
  }
  return dates
}

describe('a repetition as a form says it', () => {
  it('is a rule with its days and its end', () => {
    const weekly = { often: 'week', days: [2, 5], end: { by: 'date', date: '2027-03-01' } } as const
    expect(writeRepetition(weekly, DATE)).toBe('FREQ=WEEKLY;BYDAY=TU,FR;UNTIL=20270301')
    expect(writeRepetition({ often: 'day', days: [], end: { by: 'count', count: 3 } }, DATE)).toBe('FREQ=DAILY;COUNT=3')
    expect(writeRepetition({ often: 'two-weeks', days: [], end: { by: 'never' } }, DATE)).toBe('FREQ=WEEKLY;INTERVAL=2;BYDAY=FR')
  })

  it('is none of a rule that says more', () => {
    for (const rule of ['FREQ=MONTHLY;BYDAY=-1FR', 'FREQ=DAILY;INTERVAL=3', 'FREQ=YEARLY;BYMONTH=5', 'FREQ=HOURLY', ''])
      expect(readRepetition(rule, DATE)).toBeNull()
  })

  it('moves its first day along with its date, and keeps the others', () => {
    expect(repeatFrom('FREQ=WEEKLY;BYDAY=FR', DATE, '2026-12-07')).toBe('FREQ=WEEKLY;BYDAY=MO')
    expect(repeatFrom('FREQ=WEEKLY;BYDAY=TU,FR;COUNT=9', DATE, '2026-12-05')).toBe('FREQ=WEEKLY;BYDAY=TU,SA;COUNT=9')
    expect(repeatFrom('FREQ=MONTHLY;BYDAY=1FR', DATE, '2026-12-05')).toBe('FREQ=MONTHLY;BYDAY=1FR')
  })

  const date = fc
    .date({ min: new Date('2026-01-01'), max: new Date('2030-12-31'), noInvalidDate: true })
    .map((day) => day.toISOString().slice(0, 10))
  const end: fc.Arbitrary<RepetitionEnd> = fc.oneof(
    fc.constant({ by: 'never' as const }),
    date.map((on) => ({ by: 'date' as const, date: on })),
    fc.integer({ min: 1, max: 500 }).map((count) => ({ by: 'count' as const, count })),
  )
  const repetition = fc.record({ often: fc.constantFrom(...OFTEN), days: fc.uniqueArray(fc.integer({ min: 1, max: 7 })), end })

  it('is read as it was written, begins on its date, and comes on its days alone', () => {
    fc.assert(
      fc.property(repetition, date, (said, on) => {
        const rule = writeRepetition(said, on)
        const read = readRepetition(rule, on)
        const weekly = said.often === 'week' || said.often === 'two-weeks'
        const days = weekly ? [...new Set([...said.days, weekdayOf(on)])].sort() : []
        expect(read).toEqual({ ...said, days })
        const dates = firstDates(rule, on, 8)
        const over = said.end.by === 'date' && said.end.date < on
        expect(dates[0]).toBe(over ? undefined : on)
        if (weekly) expect(dates.every((one) => days.includes(weekdayOf(one)))).toBe(true)
        if (said.end.by === 'count') expect(dates.length).toBeLessThanOrEqual(said.end.count)
      }),
    )
  })
})
