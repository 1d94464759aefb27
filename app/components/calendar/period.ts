import { shiftDate, weekOf, weeksOf } from '~~/core/time/month'
import { dayBounds } from '~~/core/time/zone'

/** How the calendar is looked at. */
export type CalendarView = 'month' | 'week' | 'agenda'

/** The day from which a view goes on, a week or a month earlier or later. */
export const stepFrom = (view: CalendarView, day: string, sign: 1 | -1): string =>
  shiftDate(day, view === 'week' ? { weeks: sign } : { months: sign })

/** The instants between which a view shows what is planned, of a day's month with its whole weeks, its week, or a month from it. */
export function periodOf(view: CalendarView, day: string, zone: string): { from: string; to: string } {
  const days = view === 'week' ? weekOf(day) : view === 'month' ? weeksOf(day.slice(0, 7)).flat() : [day, shiftDate(day, { months: 1 })]
  return { from: dayBounds(days[0]!, zone).from, to: dayBounds(days.at(-1)!, zone).to }
}

/**
 * The day from which a view goes on where another was: a list begins where the month or week began that was shown, or today where that is in
 * it; `null` leaves the day.
 */
export function dayForView(view: CalendarView, before: CalendarView, day: string, today: string): string | null {
  if (view !== 'agenda' || before === 'agenda') return null
  const shown =
    before === 'week'
      ? weekOf(day)
      : weeksOf(day.slice(0, 7))
          .flat()
          .filter((one) => one.startsWith(day.slice(0, 7)))
  return shown.includes(today) ? today : shown[0]!
}
