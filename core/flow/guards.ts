import type { Reason } from '../outcome'
import { rolesWithin, waysOf, wayTo, withAncestors, type Rights } from '../access/rights'
import type { Gate, Guards } from './route'

const isOpen = ({ people, groups, roles }: Guards) => !people.length && !groups.length && !roles.length

/** Whether a person is named as a guard of a gate: themselves, in a group, or by a role that they hold in the section. */
function isNamed(rights: Rights, who: Guards, person: string, section: string): boolean {
  if (isOpen(who) || who.people.includes(person)) return true
  if (who.groups.some((group) => rights.groups.get(group)?.members.includes(person))) return true
  if (!who.roles.length) return false
  const path = withAncestors(rights.sections, section)
  return waysOf(rights, person).some(
    ({ grant }) =>
      (grant.section === null || path.includes(grant.section)) &&
      rolesWithin(rights.roles, grant.role).some(({ id }) => who.roles.includes(id)),
  )
}

/** Whether a person may clear a gate for items in a section: by right and as its guard. Who wrote is asked elsewhere. */
export const guards = (rights: Rights, gate: Gate, person: string, section: string): boolean =>
  wayTo(rights, person, 'item.review', section) !== undefined && isNamed(rights, gate.who, person, section)

/** The active people who may clear work in a section. */
export const reviewersOf = (rights: Rights, section: string): string[] =>
  [...rights.people.keys()].filter((person) => wayTo(rights, person, 'item.review', section) !== undefined)

/** The active people who may clear a gate for items in a section; `reviewers` are those of the section, where they are known already. */
export const guardsOf = (rights: Rights, gate: Gate, section: string, reviewers = reviewersOf(rights, section)): string[] =>
  isOpen(gate.who) ? reviewers : reviewers.filter((person) => isNamed(rights, gate.who, person, section))

/** Who guards a gate, in words. */
export function guardWords(rights: Rights, { who }: Gate): string {
  if (isOpen(who)) return 'a reviewer'
  const names = [
    ...who.groups.map((id) => rights.groups.get(id)?.name ?? 'a group that is gone'),
    ...who.roles.map((id) => rights.roles.get(id)?.name ?? 'a role that is gone'),
    ...who.people.map((id) => rights.people.get(id)?.name ?? 'someone who is gone'),
  ]
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1)}` : names[0]!
}

/** Why a person is no guard of a gate, with who is; `null` where they are. */
export function notGuard(rights: Rights, gate: Gate, person: string, section: string): Reason | null {
  if (guards(rights, gate, person, section)) return null
  const help = guardsOf(rights, gate, section).slice(0, 5)
  return {
    code: 'not-guard',
    detail: `The gate “${gate.name}” is for ${guardWords(rights, gate)} to clear`,
    help: help.map((id) => rights.people.get(id)!.name),
  }
}
