import type { ActionWithData, JournalAction } from '../../../core/journal/actions'
import { personBehind, type Rights } from '../../../core/access/rights'
import type { GivenRole, RightsChange } from '../../../core/access/rightsChange'
import { wouldLoop } from '../../../core/tree/menu'
import type { Tx } from '../../store/database'
import { handOver, itemsOwnedBy, syncItems } from '../../store/items'
import type { Actor } from './access'
import { invite } from './invitations'
import { mustOversee } from './oversight'
import type { Office } from '../office'
import { ownRights } from '../../../core/access/change'
import { found, refusal, Refusal } from '../refusal'
import { addGrants, dropGrants, isRoleName, addRoles, changeRole, dropRole, addDelegation, replaceSeparations } from '../../store/roles'
import { addToSite, insertPerson, personByEmail, changePerson, passAccountsOn } from '../../store/people'
import { endSessionsOf } from '../../store/sessions'
import { isGroupName, addGroup, renameGroup, setMembers, dropGroup } from '../../store/groups'
import { setSection } from '../../store/sections'
import { changeSite } from '../../store/sites'

/** What a change of rights is made with: the rights before it, who asked for it, and what the site is called. */
export interface Making {
  office: Office
  tx: Tx
  rights: Rights
  by: Pick<Actor, 'id' | 'name'>
  site: string
}

/** A change as it was made: what is answered, and what the journal says of it. */
export type MadeChange = { value: object } & ActionWithData<RightsAction>
type RightsAction = Extract<JournalAction, `person.${string}` | `role.${string}` | 'section.changed' | 'site.second-yes-set'>

type Make<C extends RightsChange['change']> = (making: Making, change: Extract<RightsChange, { change: C }>) => Promise<MadeChange>

function mustExist({ rights }: Making, roles: readonly GivenRole[]): void {
  for (const { role, section } of roles) {
    found(rights.roles.get(role), 'role')
    if (section !== null) found(rights.sections.get(section), 'section')
  }
}
const giveRoles = ({ office, tx }: Making, holder: { person_id: string } | { group_id: string }, roles: readonly GivenRole[]) =>
  addGrants(
    tx,
    roles.map(({ role, section }) => ({
      id: office.newId(),
      person_id: null,
      group_id: null,
      ...holder,
      role_id: role,
      section_id: section,
    })),
  )

/** A colleague is added by invitation: nobody but they ever knows a password of theirs. Returns the link where no mail brings it. */
const addPerson: Make<'person'> = async (making, { name, email, roles }) => {
  const { office, tx, by, site, rights } = making
  mustExist(making, roles)
  const known = await personByEmail(tx, email)
  if (known && rights.people.has(known.id)) throw refusal('conflict', 'email-taken', { at: 'email' })
  const id = known?.id ?? office.newId()
  if (!known) await insertPerson(tx, { id, email, name, password_hash: '', created_at: office.now() })
  await addToSite(tx, rights.site, id)
  await giveRoles(making, { person_id: id }, roles)
  // Someone who works on another site signs in here with the account that they have.
  if (known)
    return { value: { person: id, link: null }, action: 'person.added', data: { person: id, name: known.name, roles, invited: false } }
  const link = await invite(office, tx, by, { id, name, email }, site)
  return { value: { person: id, link }, action: 'person.added', data: { person: id, name, roles, invited: true } }
}

/** A colleague's own roles are set anew; those through groups stay. */
const setRoles: Make<'roles'> = async (making, { person, roles }) => {
  found(making.rights.people.get(person), 'person')
  if (person === making.by.id) throw new Refusal('refused', [ownRights(making.rights, person, 'change')])
  mustExist(making, roles)
  await dropGrants(making.tx, { person_id: person })
  await giveRoles(making, { person_id: person }, roles)
  return { value: {}, action: 'person.roles-set', data: { person, roles } }
}

/**
 * An account rests, or wakes. The sessions of one that rests end at once; what its person wrote stays theirs; what they own and
 * have planned is handed to a colleague, when one is named.
 */
const setActive: Make<'account'> = async (making, { person, active, handTo }) => {
  const { tx, rights, by } = making
  found(rights.people.get(person), 'person')
  await mustOversee(making.office, making.rights.site, by.id, person)
  if (person === by.id) throw refusal('refused', 'own-account')
  if (handTo !== null && !(found(rights.people.get(handTo), 'person').active && handTo !== person))
    throw refusal('refused', 'hand-to-inactive', { at: 'handTo' })
  const action = active ? 'person.woken' : 'person.rested'
  await changePerson(tx, person, { active: active ? 1 : 0 })
  if (active) return { value: {}, action, data: { person } }
  await endSessionsOf(tx, person)
  if (handTo === null) return { value: {}, action, data: { person } }
  const items = await itemsOwnedBy(tx, rights.site, person)
  await handOver(tx, rights.site, person, handTo)
  await syncItems(tx, items)
  return { value: {}, action, data: { person, handTo, items: items.length } }
}

/** A group is made, or set anew: its name, its members, its roles. */
const saveGroup: Make<'group'> = async (making, { group: id, name, members, roles }) => {
  const { office, tx, rights } = making
  if (id !== null) found(rights.groups.get(id), 'group')
  for (const person of members) found(rights.people.get(person), 'person')
  mustExist(making, roles)
  const site = found(await office.site(), 'site')
  const group = id ?? office.newId()
  if (await isGroupName(tx, site.id, name, group)) throw refusal('conflict', 'name-taken', { of: 'group', at: 'name' })
  if (id === null) await addGroup(tx, group, site.id, name)
  else await renameGroup(tx, group, name)
  await setMembers(tx, group, members)
  await dropGrants(tx, { group_id: group })
  await giveRoles(making, { group_id: group }, roles)
  return { value: { group }, action: id === null ? 'person.group-made' : 'person.group-set', data: { group, name, members, roles } }
}

/** A group ends; its members lose what they had through it. */
const endGroup: Make<'group-end'> = async ({ tx, rights }, { group: id }) => {
  const { name } = found(rights.groups.get(id), 'group')
  await dropGroup(tx, id)
  return { value: {}, action: 'person.group-ended', data: { group: id, name } }
}

/** A role of the team's own is made, or one is set anew: its name, what it allows, which roles are in it. */
const saveRole: Make<'role'> = async ({ office, tx, rights }, { role: id, name, verbs, includes }) => {
  if (id !== null) found(rights.roles.get(id), 'role')
  for (const inner of includes) found(rights.roles.get(inner), 'role')
  const site = found(await office.site(), 'site')
  const role = id ?? office.newId()
  const row = { id: role, name, verbs: [...new Set(verbs)], includes: [...new Set(includes)] }
  if (await isRoleName(tx, site.id, name, role)) throw refusal('conflict', 'name-taken', { of: 'role', at: 'name' })
  if (id === null) await addRoles(tx, site.id, [row])
  else await changeRole(tx, row)
  return { value: { role }, action: id === null ? 'role.made' : 'role.set', data: { role, name, verbs, includes } }
}

/** A role ends that nobody holds and no other includes. */
const endRole: Make<'role-end'> = async ({ tx, rights }, { role: id }) => {
  const { name } = found(rights.roles.get(id), 'role')
  if (rights.grants.some((grant) => grant.role === id)) throw refusal('refused', 'role-held', { role: name })
  if ([...rights.roles.values()].some((role) => role.includes.includes(id))) throw refusal('refused', 'role-included', { role: name })
  if (rights.separations.some(({ roles }) => roles.includes(id))) throw refusal('refused', 'role-separated', { role: name })
  await dropRole(tx, id)
  return { value: {}, action: 'role.ended', data: { role: id, name } }
}

/**
 * An account is of the same person as another, or (`null`) of a person of its own: all accounts of one person count as one
 * wherever people are counted or kept from their own work.
 */
const setSame: Make<'same'> = async (making, { person, same }) => {
  const { tx, rights, by } = making
  found(rights.people.get(person), 'person')
  await mustOversee(making.office, making.rights.site, by.id, person)
  const first = same === null ? null : personBehind(rights, (found(rights.people.get(same), 'person'), same))
  if (first === person) throw refusal('refused', 'same-self', { at: 'same' })
  // Accounts that belonged to this one go with it.
  if (first !== null) await passAccountsOn(tx, person, first)
  await changePerson(tx, person, { self_id: first })
  return { value: {}, action: 'person.same-set', data: { person, same: first } }
}

/** Which roles one person may not hold together is set anew. */
const setSeparations: Make<'separations'> = async ({ office, tx, rights }, { rules }) => {
  for (const { roles, most } of rules) {
    for (const role of roles) found(rights.roles.get(role), 'role')
    if (most >= new Set(roles).size) throw refusal('refused', 'separation-empty', { at: 'most' })
  }
  const site = found(await office.site(), 'site')
  await replaceSeparations(
    tx,
    site.id,
    rules.map((rule) => ({ ...rule, id: office.newId() })),
  )
  return { value: {}, action: 'role.separations-set', data: { rules } }
}

/** Someone may clear for another while that one is away. */
const deputise: Make<'deputy'> = async ({ office, tx, rights, by }, { absent, deputy, gates, from, to }) => {
  found(rights.people.get(absent), 'person')
  if (!found(rights.people.get(deputy), 'person').active) throw refusal('refused', 'deputy-inactive', { at: 'deputy' })
  if (personBehind(rights, deputy) === personBehind(rights, absent)) throw refusal('refused', 'deputy-self', { at: 'deputy' })
  const own = (person: string) => personBehind(rights, person) === personBehind(rights, by.id)
  if (own(deputy) && !own(absent)) throw new Refusal('refused', [ownRights(rights, by.id, 'raise', 'deputy')])
  if (from >= to) throw refusal('refused', 'time-order', { at: 'to' })
  if (to <= office.now()) throw refusal('refused', 'time-past', { at: 'to' })
  const id = office.newId()
  await addDelegation(tx, {
    id,
    site_id: rights.site,
    absent_id: absent,
    deputy_id: deputy,
    gates: gates === null ? null : JSON.stringify(gates),
    from_at: from,
    to_at: to,
    made_by: by.id,
    made_at: office.now(),
  })
  return { value: { delegation: id }, action: 'person.deputised', data: { delegation: id, absent, deputy, gates, from, to } }
}

/** A section is nested elsewhere; rights given for a section hold for what is below it from then on. */
const placeSection: Make<'section'> = async ({ tx, rights }, { section, parent }) => {
  found(rights.sections.get(section), 'section')
  if (parent !== null) found(rights.sections.get(parent), 'section')
  if (wouldLoop(new Map([...rights.sections.values()].map((one) => [one.id, one.parent])), section, parent))
    throw refusal('refused', 'section-loop', { at: 'parent' })
  await setSection(tx, section, { parent_id: parent })
  return { value: {}, action: 'section.changed', data: { section, parent } }
}

/** Which changes ask for a second steward is set anew. */
const setSecondYes: Make<'second-yes'> = async ({ office, tx }, { asked }) => {
  const site = found(await office.site(), 'site')
  await changeSite(tx, site.id, { second_yes: asked })
  return { value: {}, action: 'site.second-yes-set', data: { asked } }
}

const MAKE: { [C in RightsChange['change']]: Make<C> } = {
  person: addPerson,
  roles: setRoles,
  account: setActive,
  group: saveGroup,
  'group-end': endGroup,
  role: saveRole,
  'role-end': endRole,
  same: setSame,
  separations: setSeparations,
  deputy: deputise,
  section: placeSection,
  'second-yes': setSecondYes,
}

/** Writes a change of rights, without weighing it. Throws a refusal where it names what is not there, or cannot be. */
export const makeChange = (making: Making, change: RightsChange): Promise<MadeChange> =>
  (MAKE[change.change] as (making: Making, change: RightsChange) => Promise<MadeChange>)(making, change)
