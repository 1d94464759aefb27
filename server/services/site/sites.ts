import { DEFAULT_SIGN_IN } from '../../../core/access/signIn'
import { DEFAULT_ROLES } from '../../../core/access/verbs'
import { DEFAULT_ROUTE, DEFAULT_RULES, OPEN_ROUTE } from '../../../core/flow/route'
import { OFFICE_WEEK } from '../../../core/time/workingHours'
import { isZone } from '../../../core/time/zone'
import { addToSite, insertPerson, peopleCount, personById } from '../../store/people'
import type { Tx } from '../../store/database'
import { appendJournal } from '../../store/journal'
import { addSite, listSites } from '../../store/sites'
import { addRoutes, setRules } from '../../store/routes'
import { actorFrom, isUnclaimed, makePasswordHash, must, type Actor } from '../people/access'
import { passwordProblems } from '../people/passwords'
import { createItem } from '../writing/items'
import { fact, type Office } from '../office'
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

/** A site that is begun: what it is called, where it is reached (`null`: at every host that is no other site's), its zone and language. */
export interface NewSite {
  siteName: string
  host: string | null
  zone: string
  language: string
}

/** Makes the site and its first steward, once. Returns the steward's id. */
export async function firstStart(office: Office, input: FirstStart): Promise<string> {
  if (!(await isUnclaimed(office))) throw refusal('conflict', 'site-exists')
  mustBeZone(input.zone)
  const problems = passwordProblems(input.password, [input.name, input.email, input.siteName])
  if (problems.length) throw new Refusal('refused', problems)
  const password_hash = await makePasswordHash(input.password)
  const steward = office.newId()
  await begin(office, { ...input, host: null }, steward, async (tx) => {
    if (await peopleCount(tx)) throw refusal('conflict', 'site-exists')
    await insertPerson(tx, { id: steward, email: input.email, name: input.name, password_hash, created_at: office.now() })
  })
  return steward
}

/** Begins another site in the same file, with its own team, of which only its founder is there: a steward of this site. Returns its id. */
export async function beginSite(office: Office, actor: Actor, input: NewSite): Promise<string> {
  must(actor, 'people.change', null)
  mustBeZone(input.zone)
  return begin(office, input, actor.id, async (tx) => {
    if ((await listSites(tx)).every(({ host }) => host?.toLowerCase() !== input.host?.toLowerCase())) return
    throw refusal('conflict', 'host-taken', { host: input.host, at: 'host' })
  })
}

function mustBeZone(zone: string): void {
  if (!isZone(zone)) throw refusal('refused', 'zone-unknown', { at: 'zone' })
}

/** Writes a site with what a new one begins with, in one transaction after `before`, and puts its settings live. */
async function begin(office: Office, input: NewSite, steward: string, before: (tx: Tx) => Promise<void>): Promise<string> {
  const [site, section, settings] = [office.newId(), office.newId(), office.newId()]
  // The ids of roles, routes and calendars are known by their words on the first site of a file; others' are their own.
  const first = (await office.sites()).length === 0
  const ids = new Map<string, string>()
  const own = (id: string) => (first ? id : (ids.get(id) ?? (ids.set(id, office.newId()), ids.get(id)!)))
  const row = {
    id: site,
    zone: input.zone,
    language: input.language,
    settings_item: settings,
    created_at: office.now(),
    host: input.host,
    ...(first ? {} : { sign_in: JSON.stringify({ ...DEFAULT_SIGN_IN, strictRoles: DEFAULT_SIGN_IN.strictRoles.map(own) }) }),
  }
  await office.store.write(async (tx) => {
    await before(tx)
    await addSite(tx, row)
    await insertSection(tx, { id: section, site_id: site, name: 'General', segment: 'general', parent_id: null, position: 0 })
    await addToSite(tx, site, steward)
    await addRoles(
      tx,
      site,
      DEFAULT_ROLES.map((role) => ({ ...role, id: own(role.id), includes: role.includes.map(own) })),
    )
    // The first steward may do everything until colleagues are here, so that the site can begin.
    await addGrants(
      tx,
      DEFAULT_ROLES.map((role) => ({ id: office.newId(), person_id: steward, role_id: own(role.id), section_id: null })),
    )
    await addRoutes(
      tx,
      site,
      [DEFAULT_ROUTE, OPEN_ROUTE].map((route) => ({ ...route, id: own(route.id) })),
    )
    await setRules(
      tx,
      site,
      DEFAULT_RULES.map((rule) => ({ ...rule, route: own(rule.route) })),
    )
    const hours = { id: own('office-hours'), site_id: site, name: 'Office hours', week: JSON.stringify(OFFICE_WEEK), holidays: '[]' }
    await addCalendar(tx, hours)
    await appendJournal(tx, site, [fact(office, steward, 'site.begun', null, { name: input.siteName, zone: input.zone })])
  })
  await office.settle()
  const there = office.ofSite(site)
  const actor = actorFrom(found(await personById(there.store.read, steward), 'person'), await there.rights())
  const made = await createItem(there, actor, { id: settings, kind: 'settings', section, title: input.siteName, sent: true })
  await putLiveNow(there, actor, made.draft, { head: made.version })
  return site
}
