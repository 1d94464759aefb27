import { describe, expect, it } from 'vitest'
import { dateIn } from '../../core/time/date'
import { daysBetween, isZone, meaningOf, wallTimeOf } from '../../core/time/zone'
import { dateWords, shortIn } from '../../core/time/words'

const ZONES = [
  'Europe/Oslo',
  'Europe/London',
  'America/New_York',
  'America/Sao_Paulo',
  'America/St_Johns',
  'Asia/Tehran',
  'Asia/Kolkata',
  'Australia/Lord_Howe',
  'Pacific/Auckland',
  'Africa/Casablanca',
]

/** The wall time of an instant by Intl's copy of the IANA time zone database: the oracle. */
const formats = new Map(
  ZONES.map((zone) => [
    zone,
    new Intl.DateTimeFormat('en-CA', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    }),
  ]),
)
function oracle(zone: string, instant: number): string {
  const parts = Object.fromEntries(
    formats
      .get(zone)!
      .formatToParts(instant)
      .map((part) => [part.type, part.value]),
  )
  return `${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}`
}
const offset = (zone: string, instant: number) => Date.parse(`${oracle(zone, instant)}Z`) - instant

/** Every instant between 1990 and 2037 at which a zone's clocks change, found by halving the months in which they do. */
function changes(zone: string): number[] {
  const found: number[] = []
  const step = 15 * 86_400_000
  for (let at = Date.UTC(1990, 0, 1); at < Date.UTC(2037, 11, 31); at += step) {
    if (offset(zone, at) === offset(zone, at + step)) continue
    let [low, high] = [at, at + step]
    while (high - low > 60_000) {
      const middle = Math.floor((low + high) / 2 / 60_000) * 60_000
      if (middle <= low) break
      if (offset(zone, middle) === offset(zone, at)) low = middle
      else high = middle
    }
    found.push(high)
  }
  return found
}

describe('wall time to instant, with Intl as the oracle', () => {
  it.each(ZONES)('finds each gap and overlap of %s from 1990 to 2037', (zone) => {
    for (const change of changes(zone)) {
      const [before, after] = [offset(zone, change - 60_000), offset(zone, change)]
      const jump = after - before
      // A wall time in the middle of what is skipped or comes twice.
      const wall = new Date(change + Math.min(before, after) + Math.abs(jump) / 2).toISOString()
      const meaning = meaningOf({ date: wall.slice(0, 10), time: wall.slice(11, 16), zone })
      if (jump > 0) expect(meaning.kind).toBe('gap')
      else {
        expect(meaning.kind).toBe('overlap')
        if (meaning.kind !== 'overlap') continue
        expect(oracle(zone, Date.parse(meaning.earlier))).toBe(wall.slice(0, 16))
        expect(oracle(zone, Date.parse(meaning.later))).toBe(wall.slice(0, 16))
        expect(Date.parse(meaning.later) - Date.parse(meaning.earlier)).toBe(-jump)
      }
    }
  })
  it.each(ZONES)('agrees in %s on ordinary times', (zone) => {
    for (let at = Date.UTC(1990, 0, 1, 12); at < Date.UTC(2037, 0, 1); at += 37 * 86_400_000 + 5 * 3_600_000) {
      const wall = oracle(zone, at)
      const meaning = meaningOf({ date: wall.slice(0, 10), time: wall.slice(11), zone })
      if (meaning.kind === 'exact') expect(Date.parse(meaning.instant)).toBe(at)
      expect(`${wallTimeOf(new Date(at).toISOString(), zone).date}T${wallTimeOf(new Date(at).toISOString(), zone).time}`).toBe(wall)
    }
  })
  it.each(ZONES)('says the wall time of %s to the millisecond of each change, in any order', (zone) => {
    const around = changes(zone).flatMap((change) => [change - 1, change, change + 1])
    for (const at of [...around, ...around.reverse()]) {
      const { date, time } = wallTimeOf(new Date(at).toISOString(), zone)
      expect(`${date}T${time}`).toBe(oracle(zone, at))
      expect(dateIn(new Date(at).toISOString(), zone)).toBe(date)
    }
  })
  it('refuses what is no date, time or zone', () => {
    expect(() => wallTimeOf('yesterday', 'Europe/Oslo')).toThrow(RangeError)
    expect(() => meaningOf({ date: '2027-02-30', time: '04:00', zone: 'Europe/Oslo' })).toThrow(RangeError)
    expect(() => meaningOf({ date: '2027-02-03', time: '25:00', zone: 'Europe/Oslo' })).toThrow(RangeError)
    expect(isZone('Europe/Larkholm')).toBe(false)
    expect(isZone('Europe/Oslo')).toBe(true)
  })
})

describe('words for dates', () => {
  const now = new Date('2027-03-05T13:32:00Z')
  it.each([
    ['2027-03-05T08:00:00Z', '09:00'],
    ['2027-03-03T08:00:00Z', 'Wed 09:00'],
    ['2027-05-01T02:00:00Z', '1 May 04:00'],
    ['2025-07-01T02:00:00Z', '1 Jul 2025'],
  ])('says %s as %s', (instant, words) => expect(shortIn(instant, 'Europe/Oslo', now)).toBe(words))
  it('writes dates the European way and counts days', () => {
    expect(dateWords('2026-11-05', 'en')).toBe('5 November 2026')
    expect(daysBetween('2027-02-01', '2027-03-05')).toBe(32)
    expect(dateIn('2027-03-05T23:30:00Z', 'Europe/Oslo')).toBe('2027-03-06')
  })
})
