import type { WorkingHours, WorkingSpan } from '../../core/time/workingHours'
import type { Reader } from './database'

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

export const listCalendars = async (db: Reader): Promise<WorkCalendar[]> =>
  (
    await db.all<CalendarRow>(
      'SELECT c.id, c.name, c.week, c.holidays, s.zone FROM work_calendar c JOIN site s ON s.id = c.site_id ORDER BY c.rowid LIMIT 100',
    )
  ).map(({ week, holidays, ...row }) => ({
    ...row,
    week: JSON.parse(week) as WorkingSpan[][],
    holidays: JSON.parse(holidays) as string[],
  }))
