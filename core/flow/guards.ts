import { reason } from '../words/ruleReasons'
import type { Reason } from '../outcome'
import { rolesWithin, personBehind, grantsOf, grantFor, withAncestors, type Rights } from '../access/rights'
import type { Gate, Guards } from './route'

/** A gate where someone would clear: of which route, for work in which section, at which instant. */
export interface AtGate {
  route: string
  gate: Gate
  section: string
  at: string
}

/** How someone may clear at a gate: as a guard of it, or for one who is away. */
export type Standing = { as: 'guard' } | { as: 'deputy'; of: string }

const isOpen = ({ people, groups, roles }: Guards) => !people.length && !groups.length && !roles.length

/** Whether a person is named by a list of guards: themselves, in a group, or by a role that they hold in the section (`null`: on the whole site). */
export function isNamed(rights: Rights, who: Guards, person: string, section: string | null): boolean {
  if (who.people.includes(person)) return true
  if (who.groups.some((group) => rights.groups.get(group)?.members.includes(person))) return true
  if (!who.roles.length) return false
  const path = section === null ? [] : withAncestors(rights.sections, section)
  return grantsOf(rights, person).some(
    ({ grant }) =>
      (grant.section === null || path.includes(grant.section)) &&
      rolesWithin(rights.roles, grant.role).some(({ id }) => who.roles.includes(id)),
  )
}

/** The active people that a list of guards names. */
export const namedBy = (rights: Rights, who: Guards, section: string): string[] =>
  [...rights.people].filter(([id, { active }]) => active && isNamed(rights, who, id, section)).map(([id]) => id)

/** Whether a person guards a gate for items in a section (`null`: for the site as a whole): by right and as named. Who wrote is asked elsewhere. */
export const guards = (rights: Rights, gate: Gate, person: string, section: string | null): boolean =>
  grantFor(rights, person, 'item.review', section) !== undefined && (isOpen(gate.who) || isNamed(rights, gate.who, person, section))

/**
 * The ways in which a person may clear at a gate, their own first. A deputy stands in for a guard who is away at that
 * instant, may read the work, and hands it to nobody further.
 */
export function waysToClear(rights: Rights, { route, gate, section, at }: AtGate, person: string): Standing[] {
  const own: Standing[] = guards(rights, gate, person, section) ? [{ as: 'guard' }] : []
  if (!rights.delegations.length || !grantFor(rights, person, 'item.read', section)) return own
  const absent = rights.delegations.filter(
    ({ deputy, gates, from, to, absent: away }) =>
      deputy === person &&
      from <= at &&
      at < to &&
      (gates === null || gates.some((name) => name.route === route && name.gate === gate.id)) &&
      guards(rights, gate, away, section),
  )
  return [...own, ...[...new Set(absent.map(({ absent: away }) => away))].map((of): Standing => ({ as: 'deputy', of }))]
}

/**
 * The sections in which someone may clear work and a deputy of theirs may not read it, and so cannot clear for them; of nested ones the
 * highest, by their ids.
 */
export function outOfReach(rights: Rights, absent: string, deputy: string): string[] {
  const unread = new Set(
    [...rights.sections.keys()].filter(
      (section) => grantFor(rights, absent, 'item.review', section) !== undefined && !grantFor(rights, deputy, 'item.read', section),
    ),
  )
  return [...unread].filter((section) => !unread.has(rights.sections.get(section)?.parent ?? ''))
}

/** The groups that a gate names for which a clearance by a person counts: those that any account of theirs is in. */
export function groupsFor(rights: Rights, gate: Gate, person: string): string[] {
  const self = personBehind(rights, person)
  return gate.who.groups.filter((group) => rights.groups.get(group)?.members.some((member) => personBehind(rights, member) === self))
}

/** The active people who may clear work in a section. */
export const reviewersOf = (rights: Rights, section: string): string[] =>
  [...rights.people.keys()].filter((person) => grantFor(rights, person, 'item.review', section) !== undefined)

/** The active people who guard a gate for items in a section; `reviewers` are those of the section, where they are known already. */
export const guardsOf = (rights: Rights, gate: Gate, section: string, reviewers = reviewersOf(rights, section)): string[] =>
  isOpen(gate.who) ? reviewers : reviewers.filter((person) => isNamed(rights, gate.who, person, section))

/** All who may clear at a gate at an instant: its guards and their deputies. */
export function clearersOf(rights: Rights, at: AtGate): string[] {
  const own = guardsOf(rights, at.gate, at.section)
  const deputies = new Set(rights.delegations.map(({ deputy }) => deputy))
  return [...own, ...[...deputies].filter((person) => !own.includes(person) && waysToClear(rights, at, person).length)]
}

/** A list of guards in words; `open` is said of one that names nobody. */
export function namesOf(rights: Rights, who: Guards, open: string): string {
  if (isOpen(who)) return open
  const names = [
    ...who.groups.map((id) => rights.groups.get(id)?.name ?? 'a group that is gone'),
    ...who.roles.map((id) => rights.roles.get(id)?.name ?? 'a role that is gone'),
    ...who.people.map((id) => rights.people.get(id)?.name ?? 'someone who is gone'),
  ]
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1)}` : names[0]!
}

/** Who guards a gate, in words. */
export const guardWords = (rights: Rights, { who }: Gate): string => namesOf(rights, who, 'a reviewer')

/** Why a person may not clear at a gate, with who may; `null` where they may. */
export function notGuard(rights: Rights, at: AtGate, person: string): Reason | null {
  if (waysToClear(rights, at, person).length) return null
  return {
    ...reason('not-guard', { gate: at.gate.name, guards: guardWords(rights, at.gate) }),
    help: clearersOf(rights, at)
      .slice(0, 5)
      .map((id) => rights.people.get(id)!.name),
  }
}
