import { dateWords } from '../time/words'
import { counted } from '../words/counted'
import type { GateName, Grant, Rights } from './rights'
import { VERBS, type Verb } from './verbs'

/** A role in a section, or (`null`) on the whole site. */
export type GivenRole = Omit<Grant, 'holder'>

/** Which changes of rights ask for a second steward where there is one: every one, those that raise somebody's, or none. */
export const SECOND_YES = ['every', 'raising', 'none'] as const
export type SecondYes = (typeof SECOND_YES)[number]

/** Which roles one person may not hold together, as a rule is set. */
export interface SeparationInput {
  name: string
  roles: string[]
  most: number
  dynamic: boolean
}

/**
 * A change of who may do what, as a value: it can be written down, read to a second steward, and made later. `null` for the id
 * of a group or role makes a new one.
 */
export type RightsChange =
  | { change: 'person'; name: string; email: string; roles: GivenRole[] }
  | { change: 'roles'; person: string; roles: GivenRole[] }
  | { change: 'account'; person: string; active: boolean; handTo: string | null }
  | { change: 'group'; group: string | null; name: string; members: string[]; roles: GivenRole[] }
  | { change: 'group-end'; group: string }
  | { change: 'role'; role: string | null; name: string; verbs: Verb[]; includes: string[] }
  | { change: 'role-end'; role: string }
  | { change: 'same'; person: string; same: string | null }
  | { change: 'separations'; rules: SeparationInput[] }
  | { change: 'deputy'; absent: string; deputy: string; gates: GateName[] | null; from: string; to: string }
  | { change: 'section'; section: string; parent: string | null }
  | { change: 'second-yes'; asked: SecondYes }

const list = (words: readonly string[], none: string): string =>
  words.length < 2 ? (words[0] ?? none) : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

const SECOND_YES_WORDS: Record<SecondYes, string> = {
  every: 'every change of people and rights',
  raising: 'what raises somebody’s rights',
  none: 'nothing',
}

/** What a change would do, said against the rights that there are, as one sentence without a full stop. Unknown names stay ids. */
export function changeWords(change: RightsChange, rights: Rights): string {
  const person = (id: string) => rights.people.get(id)?.name ?? id
  const role = (id: string) => rights.roles.get(id)?.name ?? id
  const section = (id: string) => rights.sections.get(id)?.name ?? id
  const where = (id: string | null) => (id === null ? 'on the whole site' : `in ${section(id)}`)
  const given = (roles: readonly GivenRole[]) => list(roles.map((one) => `${role(one.role)} ${where(one.section)}`).sort(), 'no role')
  const held = (holder: { person: string } | { group: string }) =>
    given(rights.grants.filter((grant) => JSON.stringify(grant.holder) === JSON.stringify(holder)))
  const instead = (now: string, before: string) => (now === before ? `${now}, as before` : `${now}, instead of ${before}`)
  switch (change.change) {
    case 'person':
      return `Invite ${change.name}, ${change.email}, with ${given(change.roles)}`
    case 'roles':
      return `${person(change.person)}: ${instead(given(change.roles), held({ person: change.person }))}`
    case 'account':
      return change.active
        ? `Reactivate the account of ${person(change.person)}, with ${held({ person: change.person })}`
        : `Suspend the account of ${person(change.person)}`
    case 'group': {
      const before = change.group === null ? undefined : rights.groups.get(change.group)
      const names = (ids: readonly string[]) => list(ids.map(person).sort(), 'nobody')
      const [members, roles] = [names(change.members), given(change.roles)]
      return before
        ? `Group “${change.name}”: ${instead(members, names(before.members))}; ${instead(roles, held({ group: before.id }))}`
        : `Make the group “${change.name}” of ${members}, with ${roles}`
    }
    case 'group-end':
      return `End the group “${rights.groups.get(change.group)?.name ?? change.group}”`
    case 'role': {
      const before = change.role === null ? undefined : rights.roles.get(change.role)
      const added = change.verbs.filter((verb) => !before?.verbs.includes(verb)).map((verb) => VERBS[verb])
      const gone = (before?.verbs ?? []).filter((verb) => !change.verbs.includes(verb)).map((verb) => VERBS[verb])
      const includes = change.includes.filter((id) => !before?.includes.includes(id)).map((id) => `all of ${role(id)}`)
      const out = (before?.includes ?? []).filter((id) => !change.includes.includes(id)).map((id) => `all of ${role(id)}`)
      const parts = [
        ...(added.length + includes.length ? [`may ${before ? 'also ' : ''}${list([...added, ...includes], '')}`] : []),
        ...(gone.length + out.length ? [`may no longer ${list([...gone, ...out], '')}`] : []),
      ]
      return `${before ? 'Role' : 'Make the role'} “${change.name}”: ${parts.join('; ') || 'may do what it could'}`
    }
    case 'role-end':
      return `End the role “${role(change.role)}”`
    case 'same':
      return change.same === null
        ? `The account of ${person(change.person)} counts as a person of its own`
        : `The accounts of ${person(change.person)} and ${person(change.same)} count as one person`
    case 'separations':
      return `Roles kept apart: ${list(
        change.rules.map(({ name, roles, most }) => `“${name}”, at most ${most} of ${list(roles.map(role), '')}`),
        'none',
      )}`
    case 'deputy':
      return `${person(change.deputy)} stands in for ${person(change.absent)} from ${dateWords(change.from.slice(0, 10), 'en-GB', 'short')} to ${dateWords(change.to.slice(0, 10), 'en-GB', 'short')}, at ${change.gates === null ? 'all gates' : counted(change.gates.length, 'gate')}`
    case 'section':
      return change.parent === null
        ? `Place the section ${section(change.section)} at the top`
        : `Place the section ${section(change.section)} below ${section(change.parent)}`
    case 'second-yes':
      return `A second steward is asked for ${SECOND_YES_WORDS[change.asked]}`
  }
}
