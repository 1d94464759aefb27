import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { daysOn, monthsOn, readDay, readDayAndTime, readTime } from '../../core/time/reading'
import { shiftDate } from '../../core/time/month'
import { dateWords, dayWords } from '../../core/time/words'

// A Tuesday.
const TODAY = '2026-12-01'
const day = fc
  .date({ min: new Date('1970-01-01'), max: new Date('2199-12-31'), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10))

describe('a day as people write it', () => {
  it.each([
    ['2026-12-05', '2026-12-05'],
    ['5 Dec', '2026-12-05'],
    ['5 December 2027', '2027-12-05'],
    ['Dec 5', '2026-12-05'],
    ['december 5th, 2028', '2028-12-05'],
    ['5.12.', '2026-12-05'],
    ['5.12.2026', '2026-12-05'],
    ['Sat 5 Dec 2026', '2026-12-05'],
    ['saturday, 5 sept 2026', '2026-09-05'],
    ['1 March', '2027-03-01'],
    ['1 Dec', '2026-12-01'],
    ['29 Feb', '2028-02-29'],
    ['today', '2026-12-01'],
    ['Tomorrow', '2026-12-02'],
    ['yesterday', '2026-11-30'],
    ['tuesday', '2026-12-01'],
    ['next Tuesday', '2026-12-08'],
    ['fri', '2026-12-04'],
    ['last friday', '2026-11-27'],
    ['in 3 days', '2026-12-04'],
    ['in 2 weeks', '2026-12-15'],
    ['in 1 month', '2027-01-01'],
  ])('%s', (words, date) => expect(readDay(words, TODAY)).toBe(date))

  it.each(['', '5', '5/12', '12/5/2026', '31 Feb', '30.2.2026', 'soon', 'ma', '5 foo', 'Dec', '2026-13-01', '32 Dec', 'in days'])(
    '%s is none',
    (words) => expect(readDay(words, TODAY)).toBeNull(),
  )

  it('is the last such day where what is over is meant', () => {
    expect(['5 Dec', 'fri', '1 Dec', '29 Feb'].map((words) => readDay(words, TODAY, 'back'))).toEqual([
      '2025-12-05',
      '2026-11-27',
      '2026-12-01',
      '2024-02-29',
    ])
  })

  it('is read again as it is shown, in full and short, on any day', () => {
    fc.assert(
      fc.property(day, day, (date, today) => {
        for (const words of [date, dayWords(date), dateWords(date), dateWords(date, 'en-GB', 'short')])
          expect(readDay(words, today)).toBe(date)
      }),
    )
  })

  it('counts days and months as the calendar does', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -400, max: 400 }), (date, n) => {
        expect(daysOn(date, n)).toBe(shiftDate(date, { days: n }))
        expect(monthsOn(date, n)).toBe(shiftDate(date, { months: n }))
      }),
    )
  })
})

describe('a time of day as people write it', () => {
  it.each([
    ['6', '06:00'],
    ['6:30', '06:30'],
    ['06.30', '06:30'],
    ['630', '06:30'],
    ['1830', '18:30'],
    ['6h30', '06:30'],
    ['6pm', '18:00'],
    ['12 am', '00:00'],
    ['12:15 pm', '12:15'],
    ['noon', '12:00'],
    ['Midnight', '00:00'],
    ['23:59', '23:59'],
  ])('%s', (words, time) => expect(readTime(words)).toBe(time))

  it.each(['', '24', '6:60', '13 pm', '0 am', 'six', '6:3', '12345', ':30'])('%s is none', (words) => expect(readTime(words)).toBeNull())

  it('is read again as it is shown', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_439 }), (minutes) => {
        const time = `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
        expect(readTime(time)).toBe(time)
        expect(readTime(time.replace(':', ''))).toBe(time)
      }),
    )
  })
})

describe('a day and a time together', () => {
  it.each([
    ['tomorrow 6:30', '2026-12-02', '06:30'],
    ['5 Dec at noon', '2026-12-05', '12:00'],
    ['5 Dec 2026, 18.00', '2026-12-05', '18:00'],
    ['next friday 6 pm', '2026-12-04', '18:00'],
    ['2026-12-05 0400', '2026-12-05', '04:00'],
    ['5 Dec 2026', '2026-12-05', null],
    ['friday', '2026-12-04', null],
  ])('%s', (words, date, time) => expect(readDayAndTime(words, TODAY)).toEqual({ date, time }))

  it('needs a day', () =>
    expect(['6:30', '', 'at noon', 'soon 6'].map((words) => readDayAndTime(words, TODAY))).toEqual([null, null, null, null]))
})
