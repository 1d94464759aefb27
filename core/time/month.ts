import { Temporal } from 'temporal-polyfill'

/** The dates (YYYY-MM-DD) of the weeks that hold a month (YYYY-MM), Mondays first: four to six whole weeks. */
export function weeksOf(month: string): string[][] {
  const first = Temporal.PlainDate.from(`${month}-01`)
  const last = first.add({ months: 1 }).subtract({ days: 1 })
  const weeks: string[][] = []
  for (
    let monday = first.subtract({ days: first.dayOfWeek - 1 });
    Temporal.PlainDate.compare(monday, last) <= 0;
    monday = monday.add({ weeks: 1 })
  )
    weeks.push(weekFrom(monday))
  return weeks
}

const weekFrom = (monday: Temporal.PlainDate): string[] => [0, 1, 2, 3, 4, 5, 6].map((days) => monday.add({ days }).toString())

/** The dates of the week that a date is in, Monday first. */
export function weekOf(date: string): string[] {
  const day = Temporal.PlainDate.from(date)
  return weekFrom(day.subtract({ days: day.dayOfWeek - 1 }))
}

/** A date so many days, weeks or months on; a month's end stays within its month. */
export const shiftDate = (date: string, by: { days?: number; weeks?: number; months?: number }): string =>
  Temporal.PlainDate.from(date).add(by).toString()
