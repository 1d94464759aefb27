import { rolesWithin, grantsOf, type Rights } from './rights'

/** The roles given to a person, themselves or through a group, each once, in the order of the grants. */
export const givenRoles = (rights: Rights, person: string): string[] => [
  ...new Set(grantsOf(rights, person).map(({ grant }) => grant.role)),
]

/** The dynamic separations that using these roles together would break (a role counts with all roles in it). */
export const brokenTogether = (rights: Rights, roles: readonly string[]) => {
  const used = new Set(roles.flatMap((role) => rolesWithin(rights.roles, role).map(({ id }) => id)))
  return rights.separations.filter(({ dynamic, roles: apart, most }) => dynamic && apart.filter((role) => used.has(role)).length > most)
}

/**
 * The roles that a person uses in a session: of those asked for (all that they hold, where none are), in their order,
 * each that may be used together with the ones before it (ANSI INCITS 359 §6.4: the active role set of a session
 * satisfies every dynamic separation).
 */
export function sessionRoles(rights: Rights, person: string, asked: readonly string[] | null): string[] {
  const held = givenRoles(rights, person)
  if (!rights.separations.some(({ dynamic }) => dynamic)) return held
  const wanted = asked?.length ? [...asked.filter((role) => held.includes(role)), ...held.filter((role) => !asked.includes(role))] : held
  const used: string[] = []
  for (const role of wanted) if (!brokenTogether(rights, [...used, role]).length) used.push(role)
  return used
}

const assumed = new WeakMap<Rights, Map<string, Rights>>()

/** The rights as they are in a session of a person who uses these of their roles; everybody else's stay. */
export function withRolesInUse(rights: Rights, person: string, roles: readonly string[]): Rights {
  const resting = givenRoles(rights, person).filter((role) => !roles.includes(role))
  if (!resting.length) return rights
  const known = assumed.get(rights) ?? new Map<string, Rights>()
  assumed.set(rights, known)
  const key = `${person} ${[...resting].sort().join(' ')}`
  const made = known.get(key) ?? { ...rights, resting: new Map([[person, new Set(resting)]]) }
  known.set(key, made)
  return made
}
