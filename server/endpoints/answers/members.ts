/* What the API answers about members and what is for them: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { accessSchema } from '../../../core/members/access'
import { MEMBER_STATES } from '../../../core/members/member'

export const inGroup = z.strictObject({ group: z.string(), until: z.string().nullable() })

export const members = z.strictObject({
  total: z.number(),
  members: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      email: z.string(),
      state: z.enum(MEMBER_STATES),
      groups: z.array(inGroup),
      madeAt: z.string(),
      joinedAt: z.string().nullable(),
      seenAt: z.string().nullable(),
    }),
  ),
})

/** The link is there where no mail brings it. */
export const invitedMember = z.strictObject({ id: z.string(), link: z.string().nullable() })
export const memberLink = z.strictObject({ link: z.string().nullable() })
export const made = z.strictObject({ id: z.string() })

export const readersAccess = z.strictObject({
  groups: z.array(z.strictObject({ id: z.string(), name: z.string(), members: z.number() })),
  passwords: z.array(z.strictObject({ id: z.string(), name: z.string(), changedAt: z.string() })),
  pages: z.array(z.strictObject({ item: z.string(), title: z.string(), path: z.string().nullable(), access: accessSchema })),
})
