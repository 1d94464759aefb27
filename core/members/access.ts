import { z } from 'zod'
import { can } from '../kinds/kinds'
import type { LiveEntry } from '../plan/entry'

/** A page is for the members of so many groups at most. */
export const MOST_GROUPS = 20

/** Who may read an item: everyone, whoever has a password, all members, or the members of some groups. */
export const accessSchema = z.discriminatedUnion('who', [
  z.strictObject({ who: z.literal('everyone') }),
  z.strictObject({ who: z.literal('password'), password: z.uuid() }),
  z.strictObject({ who: z.literal('members') }),
  z.strictObject({ who: z.literal('groups'), groups: z.array(z.uuid()).min(1).max(MOST_GROUPS) }),
])
export type Access = z.infer<typeof accessSchema>
/** Access that is not everyone’s. */
export type Restriction = Exclude<Access, { who: 'everyone' }>

/** What a reader has that may open a page: a member’s account, its groups, and the passwords that they gave. */
export interface Audience {
  member: boolean
  groups: readonly string[]
  passwords: readonly string[]
}

/** Any reader who has neither signed in nor given a password. */
export const STRANGER: Audience = { member: false, groups: [], passwords: [] }

/** Whether a reader may read what has this access. */
export function opens(access: Access, { member, groups, passwords }: Audience): boolean {
  switch (access.who) {
    case 'everyone':
      return true
    case 'members':
      return member
    case 'groups': {
      const own = new Set(groups)
      return member && access.groups.some((group) => own.has(group))
    }
    case 'password':
      return passwords.includes(access.password)
  }
}

/** The reader who has just what opens an access, and nothing else: as whom the office looks at what has it. */
export function audienceFor(access: Access): Audience {
  switch (access.who) {
    case 'everyone':
      return STRANGER
    case 'members':
      return { ...STRANGER, member: true }
    case 'groups':
      return { member: true, groups: access.groups, passwords: [] }
    case 'password':
      return { ...STRANGER, passwords: [access.password] }
  }
}

/** What two readers who may read the same have in common: a name for it, whatever the order of their groups and passwords. */
export const audienceKey = ({ member, groups, passwords }: Audience): string =>
  [member ? 'member' : '', [...groups].sort().join(), [...passwords].sort().join()].join(' ')

/** Whether a reader has nothing that opens anything. */
export const isStranger = ({ member, passwords }: Audience): boolean => !member && !passwords.length

/** An access as it is kept beside a live item; for everyone’s `null` may stand. {@link accessOfKey} reads it. */
export function accessKey(access: Access): string {
  switch (access.who) {
    case 'password':
      return `password:${access.password}`
    case 'groups':
      return `groups:${[...new Set(access.groups)].sort().join()}`
    default:
      return access.who
  }
}

/** Reads what {@link accessKey} wrote. Throws where it is something else. */
export function accessOfKey(key: string | null): Access {
  if (key === null) return { who: 'everyone' }
  const [who, ids = ''] = key.split(':')
  return accessSchema.parse(who === 'password' ? { who, password: ids } : who === 'groups' ? { who, groups: ids.split(',') } : { who })
}

/** Of some keys those whose access a reader has. */
export const openKeys = (keys: readonly string[], audience: Audience): string[] => keys.filter((key) => opens(accessOfKey(key), audience))

/** Pages deeper than this are in a loop. */
const MOST_LEVELS = 100

/**
 * Who may read an entry: as it says itself, else as the nearest page above it says, else everyone.
 * @param above the live entry of an item, of the same moment
 */
export function accessOf(
  entry: Pick<LiveEntry, 'kind' | 'fields'>,
  above: (item: string) => Pick<LiveEntry, 'kind' | 'fields'> | null,
): Access {
  let at: Pick<LiveEntry, 'kind' | 'fields'> | null = entry
  for (let level = 0; at !== null && level <= MOST_LEVELS; level++) {
    if (at.fields.access) return at.fields.access
    at = can(at.kind, 'tree') && at.fields.parent ? above(at.fields.parent) : null
  }
  return { who: 'everyone' }
}
