import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { onNewClock, type ClockMoment, type PlannedOnClock } from '../../core/plan/clockChange'
import { instantOf, wallTimeOf } from '../../core/time/zone'

const ZONES = ['Europe/Oslo', 'Europe/London', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC']
const moment = (date: string, time: string, zone: string): ClockMoment => ({ at: instantOf({ date, time, zone }), date, time, fold: null })
const planned = (start: ClockMoment, more: Partial<PlannedOnClock> = {}): PlannedOnClock => ({
  id: 'one',
  zone: 'Europe/Oslo',
  start,
  end: null,
  repeats: false,
  open: false,
  ...more,
})
const CHANGE = { from: 'Europe/Oslo', to: 'Europe/London', now: '2026-03-01T00:00:00.000Z' }

describe('the site’s clock by another zone', () => {
  it('keeps the hours as they were picked', () => {
    const start = moment('2026-03-10', '06:30', 'Europe/Oslo')
    expect(onNewClock(planned(start), { ...CHANGE, stays: 'hours' })).toEqual({
      id: 'one',
      keeps: 'site-clock',
      start: { ...start, at: '2026-03-10T06:30:00.000Z' },
      end: null,
      hour: 'exact',
      past: false,
    })
  })

  it('or keeps the instants, and says the hours that they have', () => {
    const start = moment('2026-03-10', '00:30', 'Europe/Oslo')
    expect(onNewClock(planned(start), { ...CHANGE, stays: 'instants' })).toMatchObject({
      start: { at: start.at, date: '2026-03-09', time: '23:30' },
      past: false,
    })
  })

  // The clocks of London went from 01:00 to 02:00 on 29 March 2026, and from 02:00 to 01:00 on 25 October (tzdata, EU rule).
  it('says which hours its change of clocks skips or brings twice', () => {
    const skipped = onNewClock(planned(moment('2026-03-29', '01:30', 'Europe/Oslo')), { ...CHANGE, stays: 'hours' })
    expect(skipped).toMatchObject({ hour: 'skipped', start: { at: '2026-03-29T01:30:00.000Z' } })
    const twice = onNewClock(planned(moment('2026-10-25', '01:30', 'Europe/Oslo')), { ...CHANGE, stays: 'hours' })
    expect(twice).toMatchObject({ hour: 'twice', start: { at: '2026-10-25T00:30:00.000Z', fold: 'earlier' } })
    const chosen = { ...moment('2026-10-25', '02:30', 'Europe/Oslo'), at: '2026-10-25T01:30:00.000Z', fold: 'later' as const }
    expect(onNewClock(planned(chosen), { ...CHANGE, stays: 'instants' })).toMatchObject({ start: { time: '01:30', fold: 'later' } })
  })

  it('says what would be over already, of an open window by its end', () => {
    const [start, end] = [moment('2026-03-10', '06:30', 'Europe/Oslo'), moment('2026-03-12', '06:30', 'Europe/Oslo')]
    const east = { from: 'Europe/Oslo', to: 'Asia/Tokyo', stays: 'hours', now: '2026-03-10T00:00:00.000Z' } as const
    expect(onNewClock(planned(start, { end }), east)).toMatchObject({ past: true })
    expect(onNewClock(planned(start, { end, open: true }), east)).toMatchObject({ past: false })
  })

  it('leaves what goes by a clock of its own, and what repeats while instants stay', () => {
    const start = moment('2026-03-10', '06:30', 'Europe/Oslo')
    expect(onNewClock(planned(start, { zone: 'UTC' }), { ...CHANGE, stays: 'hours' })).toEqual({ id: 'one', keeps: 'own-clock' })
    expect(onNewClock(planned(start, { repeats: true }), { ...CHANGE, stays: 'instants' })).toEqual({ id: 'one', keeps: 'own-clock' })
  })

  it('comes back to the same plan when the zone is set back, for hours and for instants', () => {
    const zone = fc.constantFrom(...ZONES)
    const day = fc.date({ min: new Date('2026-01-01'), max: new Date('2027-12-31'), noInvalidDate: true })
    fc.assert(
      fc.property(zone, zone, day, fc.constantFrom('hours' as const, 'instants' as const), (from, to, on, stays) => {
        const at = `${on.toISOString().slice(0, 16)}:00.000Z`
        const wall = wallTimeOf(at, from)
        const start = { at, date: wall.date, time: wall.time, fold: null }
        const change = { stays, now: '2020-01-01T00:00:00.000Z' }
        const there = onNewClock(planned(start, { zone: from }), { from, to, ...change })
        if (there.keeps !== 'site-clock') throw new Error('it goes by the clock of the site')
        if (stays === 'instants') {
          expect(there.start.at).toBe(at)
          expect(wallTimeOf(at, to)).toMatchObject({ date: there.start.date, time: there.start.time })
        } else {
          expect(there.start).toMatchObject({ date: start.date, time: start.time })
          expect(wallTimeOf(there.start.at, to).time === start.time).toBe(there.hour !== 'skipped')
        }
        const back = onNewClock({ ...planned(there.start), zone: to }, { from: to, to: from, ...change })
        if (back.keeps !== 'site-clock') throw new Error('it goes by the clock of the site')
        expect(back.start).toMatchObject({ date: start.date, time: start.time })
      }),
    )
  })
})
