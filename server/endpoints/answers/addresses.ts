/* What the API answers about the addresses of the site: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { REDIRECT_CODES } from '../../../core/address/redirects'

export const redirects = z.strictObject({
  redirects: z.array(
    z.strictObject({
      id: z.string(),
      from: z.string(),
      code: z.literal(REDIRECT_CODES),
      to: z.string().nullable(),
      note: z.string(),
      by: z.string(),
      madeAt: z.string(),
      mark: z.string(),
      live: z.string().nullable(),
      item: z.strictObject({ title: z.string(), path: z.string().nullable() }).nullable().optional(),
    }),
  ),
  next: z.string().nullable(),
  total: z.number(),
})

export const triedAddress = z.strictObject({
  path: z.string(),
  status: z.number(),
  location: z.string().nullable(),
  why: z.enum(['one-form', 'item', 'site', 'by-hand', 'moved', 'gone-by-hand', 'withdrawn', 'nothing']),
  via: z.array(z.string()),
  item: z.strictObject({ id: z.string(), title: z.string() }).nullable(),
})
