/* What the API answers about the tree of pages: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { accessSchema } from '../../../core/members/access'
import { draftState, onSite, reason } from './common'

export const pages = z.strictObject({
  pages: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      label: z.string(),
      parent: z.string().nullable(),
      order: z.string(),
      segment: z.string(),
      path: z.string().nullable(),
      section: z.string(),
      onSite,
      draft: z.string().nullable(),
      draftState: draftState.nullable(),
      next: z.string().nullable(),
      inMenus: z.boolean(),
      own: z.string().nullable(),
      access: z.string().nullable(),
      mayWrite: z.boolean(),
      moves: z
        .strictObject({
          draft: z.string(),
          parent: z.string().nullable(),
          edition: z.strictObject({ id: z.string(), name: z.string() }).nullable(),
        })
        .nullable(),
    }),
  ),
})

const some = <T extends z.ZodType>(one: T) => z.strictObject({ some: z.array(one), count: z.number() })
const named = z.strictObject({ item: z.string(), title: z.string() })

export const impact = z.strictObject({
  pages: z.array(named.extend({ live: z.boolean() })),
  beside: z.array(named),
  addresses: some(named.extend({ was: z.string(), now: z.string() })),
  menus: some(named.extend({ was: z.array(z.string()).nullable(), now: z.array(z.string()).nullable() })),
  readers: some(named.extend({ was: accessSchema, now: accessSchema })),
  links: some(named),
  listings: some(named),
  redirects: some(z.strictObject({ from: z.string() })),
  sections: z.array(z.string()),
  refused: z.array(reason),
  notGathered: z.array(reason),
  notAtOnce: z.array(reason),
  mark: z.string(),
})
