import rrule from 'rrule'
import { datesOf, parseRule } from '../core/time/recurrence'
import { timeOf, type Row } from './report'

const { RRule } = rrule
/** Rules as editors set them, and some that name no day or nearly none. Each with the date of its start and the one that it is asked for. */
const RULES = [
  ['every Friday, for twenty years', 'FREQ=WEEKLY;BYDAY=FR', '2006-12-01', '2026-12-01'],
  ['the last Sunday of each month, for twenty years', 'FREQ=MONTHLY;BYDAY=-1SU', '2006-12-01', '2026-12-01'],
  ['30 February', 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2026-12-01', '2026-12-01'],
  ['every seventh day that is a Monday, from a Tuesday', 'FREQ=DAILY;INTERVAL=7;BYDAY=MO', '2026-12-01', '2026-12-01'],
] as const

/** The next date of a rule, by ours and by rrule 2.8.1. */
export function measure(): Promise<Row[]> {
  return Promise.resolve(
    RULES.map(([what, text, start, from]): Row => {
      const parsed = parseRule(text)
      if (!parsed.ok) throw new Error(`A rule of this bench cannot be read: ${text}`)
      const ours = timeOf(() => {
        for (const date of datesOf(parsed.value, start, from)) if (date >= from) return date
        return null
      })
      const options = RRule.parseString(text)
      const theirs = timeOf(() => new RRule({ ...options, dtstart: new Date(`${start}T00:00Z`) }).after(new Date(`${from}T00:00Z`), true))
      return {
        what: `the next date of ${what}`,
        ours: `${ours.toFixed(3)} ms`,
        reference: `rrule ${theirs.toFixed(3)} ms`,
        ratio: ours / theirs,
        budget: '≤ 1 times rrule',
        met: ours <= theirs,
      }
    }),
  )
}
