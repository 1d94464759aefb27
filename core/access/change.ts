import { listed } from '../words/listed'
import { reason } from '../words/ruleReasons'
import { grouped } from '../grouped'
import type { Reason } from '../outcome'
import { rolesWithin, personBehind, grantsOf, whoMay, grantFor, type Rights } from './rights'
import { withRolesInUse, brokenTogether, givenRoles, sessionRoles } from './session'
import { VERBS, type Verb } from './verbs'

/** The roles a person is authorised for: those given, and all roles in them (ANSI INCITS 359, AuthorizedRoles). */
export const rolesOf = (rights: Rights, person: string): Set<string> =>
  new Set(grantsOf(rights, person).flatMap(({ grant }) => rolesWithin(rights.roles, grant.role).map(({ id }) => id)))

/** The people who hold more of the roles of a separation than it lets them, all their accounts together. */
export function separationsBroken(rights: Rights): { person: string; separation: string }[] {
  const accounts = grouped([...rights.people.keys()], (person) => personBehind(rights, person))
  return [...accounts].flatMap(([person, own]) => {
    const held = new Set(own.flatMap((account) => [...rolesOf(rights, account)]))
    return rights.separations
      .filter(({ roles, most, dynamic }) => !dynamic && roles.filter((role) => held.has(role)).length > most)
      .map(({ id }) => ({ person, separation: id }))
  })
}

/** Whether roles include each other in a circle, which would make them all one. */
export function hasCircle(rights: Pick<Rights, 'roles'>): boolean {
  const done = new Set<string>()
  const visit = (id: string, above: ReadonlySet<string>): boolean => {
    if (above.has(id)) return true
    if (done.has(id)) return false
    const within = new Set([...above, id])
    const circle = (rights.roles.get(id)?.includes ?? []).some((inner) => visit(inner, within))
    done.add(id)
    return circle
  }
  return [...rights.roles.keys()].some((id) => visit(id, new Set()))
}

/** More roles than this are not tried in every combination; a session then begins with each of them in turn. */
const MOST_COMBINED = 10

/** The largest sets of their roles that a person can use in one session. */
function sessionsOf(rights: Rights, person: string): string[][] {
  const held = givenRoles(rights, person)
  if (!brokenTogether(rights, held).length) return [held]
  if (held.length > MOST_COMBINED) return held.map((role) => sessionRoles(rights, person, [role]))
  const orders = Array.from({ length: 2 ** held.length }, (_, bits) => held.filter((_role, index) => (bits >> index) & 1))
  return orders.filter((roles) => roles.length && !brokenTogether(rights, roles).length)
}

/** All that an account can do in one session and where, as words; a set for each session it can open. */
function reachOf(rights: Rights, account: string): Set<string>[] {
  const places = [null, ...rights.sections.keys()]
  return sessionsOf(rights, account).map((roles) => {
    const session = withRolesInUse(rights, account, roles)
    return new Set(
      (Object.keys(VERBS) as Verb[]).flatMap((verb) =>
        places.flatMap((place) => (grantFor(session, account, verb, place) ? `${verb} ${place ?? '*'}` : [])),
      ),
    )
  })
}

/** The accounts of one person. */
const accountsOf = (rights: Rights, person: string): string[] =>
  [...rights.people.keys()].filter((account) => personBehind(rights, account) === personBehind(rights, person))

/** Whether `after` lets an account do in one session what `before` did not let it do in one. */
export function accountGainsRights(before: Rights, after: Rights, account: string): boolean {
  const had = reachOf(before, account)
  return reachOf(after, account).some((now) => !had.some((then) => [...now].every((right) => then.has(right))))
}

/** Whether `after` lets any account of a person do in one session what `before` did not let that account do in one. */
export const gainsRights = (before: Rights, after: Rights, person: string): boolean =>
  [...new Set([...accountsOf(before, person), ...accountsOf(after, person)])].some((account) => accountGainsRights(before, after, account))

/** Whether `after` says of a person's own accounts that they are others' too, or of others' that they are theirs. */
const changesOwnAccounts = (before: Rights, after: Rights, person: string): boolean =>
  accountsOf(before, person).sort().join() !== accountsOf(after, person).sort().join()

/** That nobody changes their own rights, with who could do it instead. */
export function ownRights(rights: Rights, by: string, change: 'raise' | 'change', at?: string): Reason {
  const others = [...rights.people].flatMap(([id, { name }]) =>
    personBehind(rights, id) !== personBehind(rights, by) && grantFor(rights, id, 'people.change', null) ? name : [],
  )
  return reason('own-rights', { change, stewards: listed(others.slice(0, MOST_ASKED), 'or'), ...(at === undefined ? {} : { at }) })
}
const MOST_ASKED = 3

/**
 * What stands against a change of rights by a person: raising one's own, whatever the path; saying which accounts are
 * one's own, on which that rests; leaving nobody who may change people; roles in a circle; and roles kept apart held by one person that were not before. Total: asked before
 * the change is written.
 */
export function againstChange(before: Rights, after: Rights, by: string): Reason[] {
  const reasons: Reason[] = []
  if (hasCircle(after)) return [reason('roles-circle')]
  if (gainsRights(before, after, by)) reasons.push(ownRights(before, by, 'raise'))
  if (changesOwnAccounts(before, after, by)) reasons.push(reason('own-accounts'))
  if (!whoMay(after, 'people.change', null, 1).length) reasons.push(reason('last-steward'))
  const old = new Set(separationsBroken(before).map(({ person, separation }) => `${person} ${separation}`))
  for (const { person, separation } of separationsBroken(after)
    .filter((entry) => !old.has(`${entry.person} ${entry.separation}`))
    .slice(0, 10)) {
    const rule = after.separations.find(({ id }) => id === separation)!
    reasons.push(reason('separated', { person: after.people.get(person)!.name, most: rule.most, rule: rule.name }))
  }
  return reasons
}
