import { DEFAULT_ROLES } from '../../../core/access/verbs'
import { DEFAULT_ROUTE, DEFAULT_RULES, OPEN_ROUTE } from '../../../core/flow/route'
import { OFFICE_WEEK } from '../../../core/time/workingHours'
import { isZone } from '../../../core/time/zone'
import { insertPerson, peopleCount, personById } from '../../store/people'
import { addSite } from '../../store/sites'
import { addRoutes, setRules } from '../../store/routes'
import { actorFrom, isUnclaimed, makePasswordHash } from '../people/access'
import { passwordProblems } from '../people/passwords'
import { createItem } from '../writing/items'
import { note, type Office } from '../office'
import { putLiveNow } from '../publishing/publishing'
import { found, Refusal, refusal } from '../refusal'
import { insertSection } from '../../store/sections'
import { addRoles, addGrants } from '../../store/roles'
import { addCalendar } from '../../store/calendars'

export interface FirstStart {
  siteName: string
  zone: string
  language: string
  name: string
  email: string
  password: string
}

/** Makes the site and its first steward, once. Answers the steward's id. */
export async function firstStart(office: Office, input: FirstStart): Promise<string> {
  if (!(await isUnclaimed(office))) throw refusal('conflict', 'site-exists', 'This site has its first steward already')
  if (!isZone(input.zone)) throw refusal('refused', 'zone-unknown', 'That is no time zone we know', 'zone')
  const problems = passwordProblems(input.password, [input.name, input.email, input.siteName])
  if (problems.length) throw new Refusal('refused', problems)
  const password_hash = await makePasswordHash(input.password)
  const [site, section, settings] = [office.newId(), office.newId(), office.newId()]
  const steward = office.newId()
  const at = office.now()
  await office.store.write(async (tx) => {
    if (await peopleCount(tx)) throw refusal('conflict', 'site-exists', 'This site has its first steward already')
    await addSite(tx, { id: site, zone: input.zone, language: input.language, settings_item: settings, created_at: at })
    await insertSection(tx, { id: section, site_id: site, name: 'Whole site', segment: 'whole-site', parent_id: null, position: 0 })
    await insertPerson(tx, { id: steward, email: input.email, name: input.name, password_hash, created_at: at })
    await addRoles(tx, site, DEFAULT_ROLES)
    // The first steward may do everything until colleagues are here, so that the site can begin.
    await addGrants(
      tx,
      DEFAULT_ROLES.map((role) => ({ id: office.newId(), person_id: steward, role_id: role.id, section_id: null })),
    )
    await addRoutes(tx, [DEFAULT_ROUTE, OPEN_ROUTE])
    await setRules(tx, site, DEFAULT_RULES)
    await addCalendar(tx, { id: 'office-hours', site_id: site, name: 'Office hours', week: JSON.stringify(OFFICE_WEEK), holidays: '[]' })
    await note(office, tx, steward, 'site.begun', null, { name: input.siteName, zone: input.zone })
  })
  await office.settle()
  const actor = actorFrom(found(await personById(office.store.read, steward), 'person'), await office.rights())
  const made = await createItem(office, actor, { id: settings, kind: 'settings', section, title: input.siteName, sent: true })
  await putLiveNow(office, actor, made.draft, { head: made.version })
  return steward
}
