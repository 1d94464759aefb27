/* What the API answers about drafts: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { block, content, disagreement, reason, reviewState } from './common'

export const saveResult = z.strictObject({
  version: z.string(),
  number: z.number(),
  fingerprint: z.string(),
  at: z.string(),
  review: reviewState,
  merged: z.boolean(),
})

export const presentPerson = z.strictObject({ person: z.string(), name: z.string(), place: z.string().nullable(), at: z.string() })

export const keptBlock = z.strictObject({ id: z.string(), block, draft: z.string().nullable(), at: z.string() })

export const binned = z.strictObject({
  until: z.string(),
  whyNot: reason.nullable(),
  section: z.string(),
  at: z.string(),
  title: z.string(),
  kind: z.string(),
  name: z.string().nullable(),
  id: z.string(),
  item: z.string(),
  what: z.enum(['draft', 'item']),
  by: z.string().nullable(),
  versions: z.number(),
})

export const draftUpdate = z.strictObject({
  behind: z.boolean(),
  base: z.strictObject({ version: z.string(), number: z.number(), content }).optional(),
  draft: z.strictObject({ version: z.string(), number: z.number(), content }).optional(),
  live: z.strictObject({ version: z.string(), number: z.number(), content }).optional(),
  conflicts: z.array(disagreement),
})

export const gatesAhead = z.array(
  z.strictObject({
    id: z.string(),
    name: z.string(),
    /** The steps are counted from 0; the gates of one are asked at once. */
    step: z.int(),
    needed: z.int(),
    who: z.array(z.strictObject({ id: z.string(), name: z.string() })),
    due: z.string().nullable(),
    stuck: z.boolean(),
  }),
)
export const gateClearers = z.array(
  z.strictObject({ id: z.string(), name: z.string(), of: z.string().nullable(), why: z.string().nullable() }),
)
