import { againstChange } from '../../core/access/change'
import { selfOf, type Grant } from '../../core/access/rights'
import type { Verb } from '../../core/access/verbs'
import type { Tx } from '../store/database'
import { syncItems } from '../store/items'
import { loadRights } from '../store/people'
import { must, type Actor } from './access'
import { invite } from './invitations'
import { note, type Office } from './office'
import { found, refusal, Refusal } from './refusal'
import { newlyStuck } from './routes'
import { newlyStranded } from './stranded'

/** A role in a section, or (`null`) on the whole site. */
export type GivenRole = Omit<Grant, 'holder'>

/** Who changes rights, and whether work that is stranded by it was seen and accepted. */
export type Changer = Actor & { anyway?: boolean }

/**
 * Writes a change of people, groups, roles or grants, and weighs what it makes of everybody's rights before it holds:
 * nobody raises their own by it, somebody is left who may change people, roles that are kept apart stay so, and no work
 * is left without people who could clear it, unless that was accepted. Refused, it leaves nothing behind.
 */
async function changeRights<T>(
  office: Office,
  actor: Changer,
  action: string,
  work: (tx: Tx) => Promise<{ value: T; data: object }>,
): Promise<T> {
  must(actor, 'people.change', null)
  return office.store.write(async (tx) => {
    const before = await loadRights(tx)
    const { value, data } = await work(tx)
    const after = await loadRights(tx)
    const reasons = againstChange(before, after, actor.id)
    if (reasons.length) throw new Refusal('refused', reasons)
    if (!actor.anyway) {
      const left = [...(await newlyStuck(tx, before, after)), ...(await newlyStranded(tx, before, after))]
      if (left.length) throw new Refusal('would-strand', left.slice(0, 30), { stranded: left.length })
    }
    await note(office, tx, actor.id, action, null, data)
    return value
  })
}

function mustExist(actor: Actor, roles: readonly GivenRole[]): void {
  for (const { role, section } of roles) {
    found(actor.rights.roles.get(role), 'role')
    if (section !== null) found(actor.rights.sections.get(section), 'section')
  }
}
const giveRoles = (office: Office, tx: Tx, holder: { person_id: string } | { group_id: string }, roles: readonly GivenRole[]) =>
  tx.insert(
    'role_grant',
    roles.map(({ role, section }) => ({
      id: office.newId(),
      person_id: null,
      group_id: null,
      ...holder,
      role_id: role,
      section_id: section,
    })),
  )

export interface NewPerson {
  name: string
  email: string
  roles: GivenRole[]
}

/**
 * Adds a colleague with roles by invitation: nobody but they ever knows a password of theirs. Answers the person's id, and
 * the link to hand over where no mail brings it. `site` is what the site is called.
 */
export async function addPerson(
  office: Office,
  actor: Changer,
  input: NewPerson,
  site = 'the site',
): Promise<{ person: string; link: string | null }> {
  must(actor, 'people.change', null)
  mustExist(actor, input.roles)
  const id = office.newId()
  return changeRights(office, actor, 'person.added', async (tx) => {
    if (await tx.one('SELECT 1 FROM person WHERE email = $email', { email: input.email }))
      throw refusal('conflict', 'email-taken', 'Someone with this mail address is here already', 'email')
    await tx.insert('person', [{ id, email: input.email, name: input.name, password_hash: '', created_at: office.now() }])
    await giveRoles(office, tx, { person_id: id }, input.roles)
    const link = await invite(office, tx, actor, { id, name: input.name, email: input.email }, site)
    return { value: { person: id, link }, data: { person: id, name: input.name, roles: input.roles, invited: true } }
  })
}

/** Sets a colleague's own roles anew; those through groups stay. */
export async function setRoles(office: Office, actor: Changer, person: string, roles: GivenRole[]): Promise<void> {
  must(actor, 'people.change', null)
  found(actor.rights.people.get(person), 'person')
  if (person === actor.id) throw refusal('refused', 'own-rights', 'Your own roles are another steward’s to change')
  mustExist(actor, roles)
  await changeRights(office, actor, 'person.roles-set', async (tx) => {
    await tx.run('DELETE FROM role_grant WHERE person_id = $person', { person })
    await giveRoles(office, tx, { person_id: person }, roles)
    return { value: undefined, data: { person, roles } }
  })
}

/**
 * Lets a person's account rest, or wakes it. Their sessions end at once; what they wrote stays theirs; what they own and
 * have planned is handed to a colleague, when one is named.
 */
export async function setActive(office: Office, actor: Changer, person: string, active: boolean, handTo: string | null): Promise<void> {
  must(actor, 'people.change', null)
  found(actor.rights.people.get(person), 'person')
  if (person === actor.id) throw refusal('refused', 'own-account', 'Your own account is another steward’s to rest')
  if (handTo !== null && !(found(actor.rights.people.get(handTo), 'person').active && handTo !== person))
    throw refusal('refused', 'hand-to-inactive', 'Hand the work to an active colleague', 'handTo')
  await changeRights(office, actor, active ? 'person.woken' : 'person.rested', async (tx) => {
    await tx.update('person', { id: person }, { active: active ? 1 : 0 })
    if (active) return { value: undefined, data: { person } }
    await tx.run('DELETE FROM session WHERE person_id = $person', { person })
    if (handTo === null) return { value: undefined, data: { person } }
    const owned = await tx.all<{ id: string }>('SELECT id FROM item WHERE owner_id = $person', { person })
    await tx.run('UPDATE item SET owner_id = $handTo WHERE owner_id = $person', { person, handTo })
    await tx.run("UPDATE planned_event SET owner_id = $handTo WHERE owner_id = $person AND state IN ('planned', 'held')", {
      person,
      handTo,
    })
    await syncItems(
      tx,
      owned.map(({ id }) => id),
    )
    return { value: undefined, data: { person, handTo, items: owned.length } }
  })
}

export interface GroupInput {
  name: string
  members: string[]
  roles: GivenRole[]
}

/** Makes a group, or sets one anew: its name, its members, its roles. Answers its id. */
export async function saveGroup(office: Office, actor: Changer, id: string | null, input: GroupInput): Promise<string> {
  must(actor, 'people.change', null)
  if (id !== null) found(actor.rights.groups.get(id), 'group')
  for (const person of input.members) found(actor.rights.people.get(person), 'person')
  mustExist(actor, input.roles)
  const site = found(await office.site(), 'site')
  const group = id ?? office.newId()
  return changeRights(office, actor, id === null ? 'person.group-made' : 'person.group-set', async (tx) => {
    if (await tx.one('SELECT 1 FROM person_group WHERE name = $name AND id <> $group', { name: input.name, group }))
      throw refusal('conflict', 'name-taken', 'There is a group of this name', 'name')
    if (id === null) await tx.insert('person_group', [{ id: group, site_id: site.id, name: input.name }])
    else await tx.update('person_group', { id: group }, { name: input.name })
    await tx.run('DELETE FROM group_member WHERE group_id = $group', { group })
    await tx.run('DELETE FROM role_grant WHERE group_id = $group', { group })
    await tx.insert(
      'group_member',
      [...new Set(input.members)].map((person) => ({ group_id: group, person_id: person })),
    )
    await giveRoles(office, tx, { group_id: group }, input.roles)
    return { value: group, data: { group, ...input } }
  })
}

/** Ends a group; its members lose what they had through it. */
export async function endGroup(office: Office, actor: Changer, id: string): Promise<void> {
  must(actor, 'people.change', null)
  const { name } = found(actor.rights.groups.get(id), 'group')
  await changeRights(office, actor, 'person.group-ended', async (tx) => {
    await tx.run('DELETE FROM role_grant WHERE group_id = $id', { id })
    await tx.run('DELETE FROM group_member WHERE group_id = $id', { id })
    await tx.run('DELETE FROM person_group WHERE id = $id', { id })
    return { value: undefined, data: { group: id, name } }
  })
}

export interface RoleInput {
  name: string
  verbs: Verb[]
  includes: string[]
}

/** Makes a role of the team's own, or sets one anew: its name, what it allows, which roles are in it. Answers its id. */
export async function saveRole(office: Office, actor: Changer, id: string | null, input: RoleInput): Promise<string> {
  must(actor, 'people.change', null)
  if (id !== null) found(actor.rights.roles.get(id), 'role')
  for (const inner of input.includes) found(actor.rights.roles.get(inner), 'role')
  const site = found(await office.site(), 'site')
  const role = id ?? office.newId()
  const row = { name: input.name, verbs: JSON.stringify([...new Set(input.verbs)]), includes: JSON.stringify([...new Set(input.includes)]) }
  return changeRights(office, actor, id === null ? 'role.made' : 'role.set', async (tx) => {
    if (await tx.one('SELECT 1 FROM role WHERE name = $name COLLATE NOCASE AND id <> $role', { name: input.name, role }))
      throw refusal('conflict', 'name-taken', 'There is a role of this name', 'name')
    if (id === null) await tx.insert('role', [{ id: role, site_id: site.id, ...row }])
    else await tx.update('role', { id: role }, row)
    return { value: role, data: { role, ...input } }
  })
}

/** Ends a role that nobody holds and no other includes. */
export async function endRole(office: Office, actor: Changer, id: string): Promise<void> {
  must(actor, 'people.change', null)
  const { name } = found(actor.rights.roles.get(id), 'role')
  await changeRights(office, actor, 'role.ended', async (tx) => {
    const rights = await loadRights(tx)
    if (rights.grants.some((grant) => grant.role === id))
      throw refusal('refused', 'role-held', `“${name}” is still given to someone; take it away first`)
    if ([...rights.roles.values()].some((role) => role.includes.includes(id)))
      throw refusal('refused', 'role-included', `“${name}” is in another role; take it out first`)
    if (rights.separations.some(({ roles }) => roles.includes(id)))
      throw refusal('refused', 'role-separated', `“${name}” is kept apart from others by a rule; take it out first`)
    await tx.run('DELETE FROM role WHERE id = $id', { id })
    return { value: undefined, data: { role: id, name } }
  })
}

/**
 * Says that an account is of the same person as another, or (`null`) of a person of its own: all accounts of one person
 * count as one wherever people are counted or kept from their own work.
 */
export async function setSame(office: Office, actor: Changer, person: string, same: string | null): Promise<void> {
  must(actor, 'people.change', null)
  found(actor.rights.people.get(person), 'person')
  const first = same === null ? null : selfOf(actor.rights, (found(actor.rights.people.get(same), 'person'), same))
  if (first === person) throw refusal('refused', 'same-self', 'That is the same account already', 'same')
  await changeRights(office, actor, 'person.same-set', async (tx) => {
    // Accounts that belonged to this one go with it.
    if (first !== null) await tx.update('person', { self_id: person }, { self_id: first })
    await tx.update('person', { id: person }, { self_id: first })
    return { value: undefined, data: { person, same: first } }
  })
}

export interface SeparationInput {
  name: string
  roles: string[]
  most: number
  dynamic: boolean
}

/** Sets anew which roles one person may not hold together. */
export async function setSeparations(office: Office, actor: Changer, rules: SeparationInput[]): Promise<void> {
  must(actor, 'people.change', null)
  for (const { roles, most } of rules) {
    for (const role of roles) found(actor.rights.roles.get(role), 'role')
    if (most >= new Set(roles).size)
      throw refusal('refused', 'separation-empty', 'A rule must keep more roles apart than it lets one person hold', 'most')
  }
  const site = found(await office.site(), 'site')
  await changeRights(office, actor, 'role.separations-set', async (tx) => {
    await tx.run('DELETE FROM separation')
    await tx.insert(
      'separation',
      rules.map(({ name, roles, most, dynamic }) => ({
        id: office.newId(),
        site_id: site.id,
        name,
        roles: JSON.stringify([...new Set(roles)]),
        most,
        dynamic: dynamic ? 1 : 0,
      })),
    )
    return { value: undefined, data: { rules } }
  })
}
