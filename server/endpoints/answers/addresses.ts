/* What the API answers about the addresses of the site: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { REDIRECT_CODES } from '../../../core/address/redirects'
import { reason } from './common'

const uses = z.strictObject({
  days: z.array(z.strictObject({ day: z.string(), hits: z.number() })),
  hits: z.number(),
  last: z.string().nullable(),
})

export const addresses = z.strictObject({
  addresses: z.array(
    z.discriminatedUnion('is', [
      z.strictObject({ address: z.string(), is: z.literal('live'), item: z.string(), title: z.string() }),
      z.strictObject({ address: z.string(), is: z.literal('reserved') }),
      z.strictObject({
        address: z.string(),
        is: z.literal('left'),
        item: z.string(),
        title: z.string().nullable(),
        to: z.string().nullable(),
        until: z.string(),
        uses,
      }),
      z.strictObject({
        address: z.string(),
        is: z.literal('by-hand'),
        redirect: z.strictObject({
          id: z.string(),
          code: z.literal(REDIRECT_CODES),
          to: z.string().nullable(),
          note: z.string(),
          until: z.string().nullable(),
          over: z.boolean(),
          by: z.string(),
          madeAt: z.string(),
          mark: z.string(),
          live: z.string().nullable(),
          item: z.strictObject({ title: z.string(), path: z.string().nullable() }).nullable().optional(),
        }),
        uses,
      }),
    ]),
  ),
  next: z.string().nullable(),
  redirects: z.number(),
})

export const fileOutcome = z.strictObject({
  made: z.number(),
  changed: z.number(),
  same: z.number(),
  refused: z.array(z.strictObject({ line: z.number(), from: z.string(), reasons: z.array(reason) })),
  refusedCount: z.number(),
  mark: z.string(),
})

export const triedAddress = z.strictObject({
  path: z.string(),
  status: z.number(),
  location: z.string().nullable(),
  why: z.enum(['one-form', 'item', 'site', 'by-hand', 'moved', 'gone-by-hand', 'withdrawn', 'nothing', 'closed']),
  via: z.array(z.string()),
  item: z.strictObject({ id: z.string(), title: z.string() }).nullable(),
})
