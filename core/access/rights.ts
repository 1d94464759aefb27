import type { Role, Verb } from './verbs'

/** People who are given roles together. */
export interface Group {
  id: string
  name: string
  members: string[]
}

/** A role given to a person or a group, within a section and all below it, or (`section: null`) in the whole site. */
export interface Grant {
  holder: { person: string } | { group: string }
  role: string
  section: string | null
}

export interface Section {
  id: string
  name: string
  /** Its word in the address of its listing; stays when the name changes. */
  segment: string
  parent: string | null
}

/**
 * Roles of which one person may hold at most so many (static separation of duty, ANSI INCITS 359 §6.3), or, where it is
 * `dynamic`, may hold all but use at most so many in one session (§6.4).
 */
export interface Separation {
  id: string
  name: string
  roles: string[]
  most: number
  dynamic: boolean
}

/** Someone who clears for another while that one is away: at the gates named, or (`null`) at all of theirs. */
export interface Delegation {
  id: string
  absent: string
  deputy: string
  gates: GateName[] | null
  /** Instants, half-open. */
  from: string
  to: string
}

/** A gate by its route: two routes may have gates of one id. */
export interface GateName {
  route: string
  gate: string
}

/** All that a decision rests on: who has which role where on a site. A plain value, loaded once and asked many times; never changed in place. */
export interface Rights {
  site: string
  people: Map<string, Person>
  groups: Map<string, Group>
  roles: Map<string, Role>
  grants: Grant[]
  sections: Map<string, Section>
  separations: Separation[]
  /** Those that are not over. */
  delegations: Delegation[]
  /** Whether other sites lie in the same file, so that not every section there is one of this site. */
  sharesFile: boolean
  /** The roles that someone does not use in this session, though they hold them. */
  resting?: ReadonlyMap<string, ReadonlySet<string>>
}

/** An account. Several may be of one person: `self` is then the first of them, and they are one wherever people are counted. */
export interface Person {
  name: string
  active: boolean
  self?: string | undefined
}

/** Who an account is of: the same for all accounts of one person. */
export const personBehind = (rights: Pick<Rights, 'people'>, person: string): string => rights.people.get(person)?.self ?? person

/** A grant as one person has it: themselves or through a group, with all that the role and the roles in it allow. */
export interface Way {
  grant: Grant
  group: Group | null
  verbs: ReadonlySet<Verb>
}

/** A section and those above it, nearest first. Stops at a loop, which no saved tree has. */
export function withAncestors(sections: Map<string, Section>, id: string): string[] {
  const path: string[] = []
  for (let at: string | null = id; at !== null && !path.includes(at); at = sections.get(at)?.parent ?? null) path.push(at)
  return path
}

/**
 * A role and all roles in it, nearest first (general role hierarchies, ANSI INCITS 359 §6.2.1: a role has its own
 * permissions and those of the roles it includes). Each once; a loop, which no saved role has, ends.
 */
export function rolesWithin(roles: Map<string, Role>, id: string): Role[] {
  const found: Role[] = []
  for (let next = [id]; next.length;) {
    const level = next.flatMap((entry) => roles.get(entry) ?? []).filter((role) => !found.includes(role))
    found.push(...new Set(level))
    next = level.flatMap((role) => role.includes)
  }
  return found
}

/** The roles, by name, with which someone may do something, by themselves or by a role in them. */
export const rolesThatAllow = ({ roles }: Rights, verb: Verb): string[] =>
  [...roles.values()].filter(({ id }) => rolesWithin(roles, id).some(({ verbs }) => verbs.includes(verb))).map(({ name }) => name)

interface Index {
  ways: Map<string, Way[]>
  paths: Map<string, ReadonlySet<string>>
}
const indexes = new WeakMap<Rights, Index>()

/** What rights say, turned round to be asked by person; worked out once for each value. */
function indexOf(rights: Rights): Index {
  let index = indexes.get(rights)
  if (!index) {
    const verbs = new Map([...rights.roles.keys()].map((id) => [id, new Set(rolesWithin(rights.roles, id).flatMap((role) => role.verbs))]))
    const ways = new Map<string, Way[]>()
    const give = (person: string, way: Way) => {
      const list = ways.get(person)
      if (list) list.push(way)
      else ways.set(person, [way])
    }
    for (const grant of rights.grants) {
      const allowed = verbs.get(grant.role)
      if (!allowed) continue
      const rests = (person: string) => rights.resting?.get(person)?.has(grant.role)
      if ('person' in grant.holder) {
        if (!rests(grant.holder.person)) give(grant.holder.person, { grant, group: null, verbs: allowed })
      } else {
        const group = rights.groups.get(grant.holder.group)
        for (const member of group?.members ?? []) if (!rests(member)) give(member, { grant, group: group!, verbs: allowed })
      }
    }
    const paths = new Map([...rights.sections.keys()].map((id) => [id, new Set(withAncestors(rights.sections, id))]))
    indexes.set(rights, (index = { ways, paths }))
  }
  return index
}

const NONE: ReadonlySet<string> = new Set()

/** The grants that an active person has, their own first; none for anyone else. */
export const grantsOf = (rights: Rights, person: string): readonly Way[] =>
  rights.people.get(person)?.active ? (indexOf(rights).ways.get(person) ?? []) : []

/** The grant by which an active person may do something in a section (`null`: to the site as a whole), if there is one; in a section of another site there is none. */
export function grantFor(rights: Rights, person: string, verb: Verb, section: string | null): Way | undefined {
  const path = section === null ? NONE : indexOf(rights).paths.get(section)
  if (!path) return undefined
  return grantsOf(rights, person).find(({ grant, verbs }) => verbs.has(verb) && (grant.section === null || path.has(grant.section)))
}

/** The names of active people who may do this there, at most `limit`. */
export function whoMay(rights: Rights, verb: Verb, section: string | null, limit = 5): string[] {
  const names: string[] = []
  for (const person of indexOf(rights).ways.keys()) {
    if (names.length >= limit) break
    if (grantFor(rights, person, verb, section)) names.push(rights.people.get(person)!.name)
  }
  return names
}
