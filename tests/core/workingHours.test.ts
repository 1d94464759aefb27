import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { afterWorking, hoursProblem, OFFICE_WEEK, workingBetween, type WorkingHours } from '../../core/time/workingHours'
import { wallTimeOf } from '../../core/time/zone'

const office: WorkingHours = { zone: 'Europe/Oslo', week: OFFICE_WEEK, holidays: [] }
const at = (iso: string, minutes: number, hours = office) => afterWorking(iso, minutes, hours)

/** The plainest meaning: go minute by minute and ask the clock on the wall whether anyone works then. */
function slowly(from: string, minutes: number, { zone, week, holidays }: WorkingHours): string {
  let now = Date.parse(from)
  for (let left = minutes; left > 0; now += 60_000) {
    const { date, time } = wallTimeOf(new Date(now).toISOString(), zone)
    const day = (new Date(`${date}T00:00Z`).getUTCDay() + 6) % 7
    if (!holidays.includes(date) && week[day]!.some((span) => span.from <= time && time < span.to)) left--
  }
  return new Date(now).toISOString()
}

describe('working hours', () => {
  it('count neither nights nor weekends nor holidays', () => {
    // Oslo is an hour ahead in winter: 2026-03-06 is a Friday.
    expect(at('2026-03-06T13:00:00.000Z', 60)).toBe('2026-03-06T14:00:00.000Z')
    expect(at('2026-03-06T13:00:00.000Z', 180)).toBe('2026-03-09T08:00:00.000Z')
    expect(at('2026-03-06T20:00:00.000Z', 60)).toBe('2026-03-09T08:00:00.000Z')
    expect(at('2026-03-06T13:00:00.000Z', 180, { ...office, holidays: ['2026-03-09'] })).toBe('2026-03-10T08:00:00.000Z')
    expect(workingBetween('2026-03-06T13:00:00.000Z', '2026-03-09T08:30:00.000Z', office)).toBe(3.5 * 3_600_000)
    expect(workingBetween('2026-03-09T08:30:00.000Z', '2026-03-06T13:00:00.000Z', office)).toBe(0)
  })
  it('are an hour less or more in a night in which the clocks change', () => {
    const nights = { ...office, week: OFFICE_WEEK.map(() => [{ from: '00:00', to: '24:00' }]) }
    expect(workingBetween('2026-03-28T23:00:00.000Z', '2026-03-29T22:00:00.000Z', nights)).toBe(23 * 3_600_000)
    // Both edges within the hour that comes twice: it is worked twice, and not in between.
    const quarter = { ...office, week: OFFICE_WEEK.map(() => [{ from: '02:15', to: '02:30' }]) }
    expect(workingBetween('2026-10-24T22:00:00.000Z', '2026-10-25T22:00:00.000Z', quarter)).toBe(30 * 60_000)
    const watch = { ...office, week: OFFICE_WEEK.map(() => [{ from: '02:00', to: '04:00' }]) }
    expect(workingBetween('2026-03-28T23:00:00.000Z', '2026-03-29T22:00:00.000Z', watch)).toBe(3_600_000)
    expect(workingBetween('2026-10-24T22:00:00.000Z', '2026-10-25T22:00:00.000Z', watch)).toBe(3 * 3_600_000)
  })
  it('answer nothing for a calendar without time', () => {
    expect(at('2026-03-06T13:00:00.000Z', 60, { ...office, week: OFFICE_WEEK.map(() => []) })).toBeNull()
    expect(hoursProblem({ week: OFFICE_WEEK.map(() => []), holidays: [] })).toMatch(/Nobody would ever work/)
    expect(hoursProblem({ week: [[{ from: '09:00', to: '08:00' }], [], [], [], [], [], []], holidays: [] })).toMatch(/no stretch/)
    expect(
      hoursProblem({
        week: [
          [
            { from: '08:00', to: '12:00' },
            { from: '11:00', to: '16:00' },
          ],
          [],
          [],
          [],
          [],
          [],
          [],
        ],
        holidays: [],
      }),
    ).toMatch(/begins before/)
    expect(hoursProblem(office)).toBeNull()
  })
  const minute = fc.integer({ min: 0, max: 96 }).map((quarter) => {
    const [hour, rest] = [Math.floor(quarter / 4), (quarter % 4) * 15]
    return `${String(hour).padStart(2, '0')}:${String(rest).padStart(2, '0')}`
  })
  const day = fc.uniqueArray(minute, { maxLength: 4 }).map((times) => {
    const sorted = [...times].sort()
    return sorted.flatMap((from, n) => (n % 2 === 0 && sorted[n + 1] ? [{ from, to: sorted[n + 1]! }] : []))
  })
  const hours = fc.record({
    zone: fc.constantFrom('Europe/Oslo', 'America/New_York', 'Asia/Kathmandu', 'Australia/Lord_Howe', 'UTC'),
    week: fc.array(day, { minLength: 7, maxLength: 7 }).filter((week) => week.flat().length > 1),
    holidays: fc.subarray(['2026-03-28', '2026-03-29', '2026-10-25', '2026-04-05', '2026-11-01', '2026-03-08']),
  })
  const moment = fc
    .tuple(fc.constantFrom('2026-03-27', '2026-10-23', '2026-03-07', '2026-10-31', '2026-04-03'), fc.integer({ min: 0, max: 4_000 }))
    .map(([date, minutes]) => new Date(Date.parse(`${date}T00:00Z`) + minutes * 60_000).toISOString())
  it('are what the clock on the wall says minute by minute, in ten zone changes', () =>
    fc.assert(
      fc.property(moment, fc.integer({ min: 1, max: 900 }), hours, (from, minutes, calendar) => {
        const due = afterWorking(from, minutes, calendar)
        // Walking minute by minute takes its time: a few days of it hold every change of clocks there is here.
        fc.pre(due !== null && Date.parse(due) - Date.parse(from) < 5 * 86_400_000)
        expect(due).toBe(slowly(from, minutes, calendar))
        expect(workingBetween(from, due!, calendar)).toBe(minutes * 60_000)
      }),
      { numRuns: 20 },
    ))
})
