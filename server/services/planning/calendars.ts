import { hoursProblem, type WorkingSpan } from '../../../core/time/workingHours'
import { addCalendar, changeCalendar, dropCalendar, listCalendars } from '../../store/calendars'
import { must, type Actor } from '../people/access'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal } from '../refusal'
import { routeByCalendar } from '../../store/routes'

export interface CalendarInput {
  name: string
  week: WorkingSpan[][]
  holidays: string[]
}

/** More calendars than a team has desks are refused. */
const MOST_CALENDARS = 50

/** The working calendars, in the order they were made. */
export const calendars = async (office: Office) => listCalendars(office.store.read, await siteId(office))

/** Makes a working calendar, or sets one anew. Deadlines that run already keep their moment. Returns its id. */
export async function saveCalendar(office: Office, actor: Actor, id: string | null, input: CalendarInput): Promise<string> {
  must(actor, 'route.change', null)
  const problem = hoursProblem(input)
  if (problem) throw refusal('refused', 'hours-wrong', { problem, at: 'week' })
  const site = found(await office.site(), 'site')
  const calendar = id ?? office.newId()
  await office.store.write(async (tx) => {
    const all = await listCalendars(tx, site.id)
    if (id !== null)
      found(
        all.find((entry) => entry.id === id),
        'calendar',
      )
    else if (all.length >= MOST_CALENDARS) throw refusal('refused', 'calendars-many', { most: MOST_CALENDARS })
    const row = { name: input.name, week: JSON.stringify(input.week), holidays: JSON.stringify([...new Set(input.holidays)].sort()) }
    if (id === null) await addCalendar(tx, { id: calendar, site_id: site.id, ...row })
    else await changeCalendar(tx, id, row)
    await writeFact(office, tx, actor.id, 'route.calendar-set', null, { calendar, ...input })
  })
  return calendar
}

/** Ends a calendar that no route counts by. */
export async function endCalendar(office: Office, actor: Actor, id: string): Promise<void> {
  must(actor, 'route.change', null)
  await office.store.write(async (tx) => {
    const { name } = found(
      (await listCalendars(tx, await siteId(office))).find((entry) => entry.id === id),
      'calendar',
    )
    // Also by a version of a route that is no longer in force, while work is under way on it.
    const user = await routeByCalendar(tx, await siteId(office), id)
    if (user) throw refusal('conflict', 'calendar-used', { route: user })
    await dropCalendar(tx, id)
    await writeFact(office, tx, actor.id, 'route.calendar-ended', null, { calendar: id, name })
  })
}
