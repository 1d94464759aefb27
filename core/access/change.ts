import { grouped } from '../grouped'
import type { Reason } from '../outcome'
import { rolesWithin, selfOf, waysOf, whoMay, wayTo, type Rights } from './rights'
import { VERBS, type Verb } from './verbs'

/** The roles a person is authorised for: those given, and all roles in them (ANSI INCITS 359, AuthorizedRoles). */
export const rolesOf = (rights: Rights, person: string): Set<string> =>
  new Set(waysOf(rights, person).flatMap(({ grant }) => rolesWithin(rights.roles, grant.role).map(({ id }) => id)))

/** The people who hold more of the roles of a separation than it lets them, all their accounts together. */
export function separationsBroken(rights: Rights): { person: string; separation: string }[] {
  const accounts = grouped([...rights.people.keys()], (person) => selfOf(rights, person))
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

/** Whether `after` lets a person, by any account of theirs, do anything anywhere that `before` did not let them by any. */
export function raises(before: Rights, after: Rights, person: string): boolean {
  const places = [null, ...after.sections.keys()]
  const self = selfOf(before, person)
  const accounts = [...after.people.keys()].filter((account) => selfOf(before, account) === self || selfOf(after, account) === self)
  const may = (rights: Rights, verb: Verb, place: string | null, own: string[]) =>
    own.some((account) => wayTo(rights, account, verb, place))
  return (Object.keys(VERBS) as Verb[]).some((verb) =>
    places.some((place) => may(after, verb, place, accounts) && !may(before, verb, place, accounts)),
  )
}

/**
 * What stands against a change of rights by a person: raising one's own, whatever the path; leaving nobody who may
 * change people; roles in a circle; and roles kept apart held by one person that were not before. Total: asked before
 * the change is written.
 */
export function againstChange(before: Rights, after: Rights, by: string): Reason[] {
  const reasons: Reason[] = []
  if (hasCircle(after)) return [{ code: 'roles-circle', detail: 'These roles would include each other in a circle' }]
  if (raises(before, after, by)) reasons.push({ code: 'own-rights', detail: 'This would raise your own rights; another steward can do it' })
  if (!whoMay(after, 'people.change', null, 1).length)
    reasons.push({ code: 'last-steward', detail: 'Nobody would be left who may change people and rights on the whole site' })
  const old = new Set(separationsBroken(before).map(({ person, separation }) => `${person} ${separation}`))
  for (const { person, separation } of separationsBroken(after)
    .filter((entry) => !old.has(`${entry.person} ${entry.separation}`))
    .slice(0, 10)) {
    const rule = after.separations.find(({ id }) => id === separation)!
    reasons.push({
      code: 'separated',
      detail: `${after.people.get(person)!.name} would hold more than ${rule.most} of the roles that “${rule.name}” keeps apart`,
    })
  }
  return reasons
}
