import type { WorkingHours, WorkingSpan } from '../../core/time/workingHours'
import type { Reader, Tx } from './database'
import type { Changes, NewRow } from './models'

/** Working hours by name, in the site's zone. */
export interface WorkCalendar extends WorkingHours {
  id: string
  name: string
}

interface CalendarRow {
  id: string
  name: string
  week: string
  holidays: string
  zone: string
}

export const listCalendars = async (db: Reader, site: string): Promise<WorkCalendar[]> =>
  (
    await db.all<CalendarRow>(
      'SELECT c.id, c.name, c.week, c.holidays, s.zone FROM work_calendar c JOIN site s ON s.id = c.site_id WHERE c.site_id = $site ORDER BY c.rowid LIMIT 100',
      { site },
    )
  ).map(({ week, holidays, ...row }) => ({
    ...row,
    week: JSON.parse(week) as WorkingSpan[][],
    holidays: JSON.parse(holidays) as string[],
  }))

export const addCalendar = (tx: Tx, row: NewRow<'work_calendar'>) => tx.add('work_calendar', row)

export const changeCalendar = (tx: Tx, id: string, set: Changes<'work_calendar'>) => tx.change('work_calendar', { id }, set)

export const dropCalendar = (tx: Tx, id: string) => tx.remove('work_calendar', { id })
