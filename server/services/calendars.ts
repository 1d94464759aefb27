import { hoursProblem, type WorkingSpan } from '../../core/time/workingHours'
import { listCalendars } from '../store/calendars'
import { must, type Actor } from './access'
import { note, type Office } from './office'
import { found, refusal } from './refusal'

export interface CalendarInput {
  name: string
  week: WorkingSpan[][]
  holidays: string[]
}

/** More calendars than a team has desks are refused. */
const MOST_CALENDARS = 50

/** The working calendars, in the order they were made. */
export const calendars = (office: Office) => listCalendars(office.store.read)

/** Makes a working calendar, or sets one anew. Deadlines that run already keep their moment. Answers its id. */
export async function saveCalendar(office: Office, actor: Actor, id: string | null, input: CalendarInput): Promise<string> {
  must(actor, 'route.change', null)
  const problem = hoursProblem(input)
  if (problem) throw refusal('refused', 'hours-wrong', problem, 'week')
  const site = found(await office.site(), 'site')
  const calendar = id ?? office.newId()
  await office.store.write(async (tx) => {
    const all = await listCalendars(tx)
    if (id !== null)
      found(
        all.find((entry) => entry.id === id),
        'calendar',
      )
    else if (all.length >= MOST_CALENDARS) throw refusal('refused', 'calendars-many', `There are at most ${MOST_CALENDARS} calendars`)
    const row = { name: input.name, week: JSON.stringify(input.week), holidays: JSON.stringify([...new Set(input.holidays)].sort()) }
    if (id === null) await tx.insert('work_calendar', [{ id: calendar, site_id: site.id, ...row }])
    else await tx.update('work_calendar', { id }, row)
    await note(office, tx, actor.id, 'route.calendar-set', null, { calendar, ...input })
  })
  return calendar
}

/** Ends a calendar that no route counts by. */
export async function endCalendar(office: Office, actor: Actor, id: string): Promise<void> {
  must(actor, 'route.change', null)
  await office.store.write(async (tx) => {
    const { name } = found(
      (await listCalendars(tx)).find((entry) => entry.id === id),
      'calendar',
    )
    // Also by a version of a route that is no longer in force, while work is under way on it.
    const user = await tx.one<{ name: string }>(
      `SELECT r.name FROM route r WHERE (r.steps LIKE $part OR r.fast LIKE $part)
         AND (r.version = (SELECT max(version) FROM route WHERE id = r.id)
           OR EXISTS (SELECT 1 FROM draft d WHERE d.route_id = r.id AND d.route_version = r.version AND d.closed_at IS NULL)) LIMIT 1`,
      { part: `%"calendar":${JSON.stringify(id)}%` },
    )
    if (user) throw refusal('conflict', 'calendar-used', `The route “${user.name}” counts by it`)
    await tx.run('DELETE FROM work_calendar WHERE id = $id', { id })
    await note(office, tx, actor.id, 'route.calendar-ended', null, { calendar: id, name })
  })
}
