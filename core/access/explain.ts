import { rolesThatAllow, grantsOf, withAncestors, whoMay, type Rights, type Way } from './rights'
import { VERBS, type Verb } from './verbs'

/** One grant that allows something, as a chain of names from the person to the permission. */
export interface Reasoned {
  /** The group it came through; `null` when it was given to the person. */
  group: string | null
  /** The role given, then the roles in it down to the one that has the permission. */
  roles: string[]
  /** Where the grant holds: a section's name, or `null` for the whole site. */
  section: string | null
}

/** Yes, with every way there is; or no, with what comes near and who could give it or do it instead. */
export type Explanation =
  | { allowed: true; ways: Reasoned[] }
  | {
      allowed: false
      why: 'inactive' | 'no-role' | 'elsewhere' | 'other-permissions'
      /** Sections in which the person may do it. */
      elsewhere: string[]
      /** Roles that the person has here, none of which allows it. */
      here: string[]
      /** Roles that would allow it. */
      wanted: string[]
      /** Who may do it there instead, and who may give the right. */
      instead: string[]
      givers: string[]
    }

/** The roles from the one given down to one that has the permission itself, by the shortest way. */
function chainTo(rights: Rights, role: string, verb: Verb): string[] {
  for (let paths = [[role]], seen = new Set([role]); paths.length;) {
    const end = paths.find((path) => rights.roles.get(path.at(-1)!)?.verbs.includes(verb))
    if (end) return end.map((id) => rights.roles.get(id)!.name)
    paths = paths.flatMap((path) =>
      (rights.roles.get(path.at(-1)!)?.includes ?? []).filter((id) => !seen.has(id) && seen.add(id)).map((id) => [...path, id]),
    )
  }
  return []
}

/**
 * Why a person may or may not do something in a section (`null`: to the site as a whole). It says yes exactly when
 * `decide` does.
 */
export function explain(rights: Rights, person: string, verb: Verb, section: string | null): Explanation {
  const within = section === null ? [] : withAncestors(rights.sections, section)
  const covers = ({ grant }: Way) => grant.section === null || within.includes(grant.section)
  const name = (id: string | null) => (id === null ? null : (rights.sections.get(id)?.name ?? id))
  const ways = grantsOf(rights, person)
  const allowing = ways.filter((way) => covers(way) && way.verbs.has(verb))
  if (allowing.length)
    return {
      allowed: true,
      ways: allowing.map((way) => ({
        group: way.group?.name ?? null,
        roles: chainTo(rights, way.grant.role, verb),
        section: name(way.grant.section),
      })),
    }
  const elsewhere = ways.filter((way) => way.verbs.has(verb)).map((way) => name(way.grant.section) ?? '')
  const here = ways.filter(covers).map((way) => rights.roles.get(way.grant.role)!.name)
  return {
    allowed: false,
    why: !rights.people.get(person)?.active ? 'inactive' : elsewhere.length ? 'elsewhere' : here.length ? 'other-permissions' : 'no-role',
    elsewhere: [...new Set(elsewhere)],
    here: [...new Set(here)],
    wanted: rolesThatAllow(rights, verb),
    instead: whoMay(rights, verb, section),
    givers: whoMay(rights, 'people.change', null),
  }
}

/** The explanation as one sentence about a person. */
export function explanationWords(person: string, verb: Verb, place: string, answer: Explanation): string {
  if (answer.allowed) {
    const [way] = answer.ways
    const role = way!.roles.length > 1 ? `${way!.roles[0]}, which includes ${way!.roles.slice(1).join(', then ')}` : way!.roles[0]
    return `${person} may ${VERBS[verb]} ${place}: ${way!.group ? `the group ${way!.group} has` : 'given'} the role ${role} ${way!.section === null ? 'on the whole site' : `in ${way!.section}`}.`
  }
  const why = {
    inactive: 'the account is not active',
    'no-role': 'no role here',
    elsewhere: `only in ${answer.elsewhere.join(', ')}`,
    'other-permissions': `${answer.here.join(', ')} does not include it`,
  }[answer.why]
  return `${person} may not ${VERBS[verb]} ${place}: ${why}.`
}
