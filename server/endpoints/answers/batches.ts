/* What the API answers about acts and batches: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { actionSchema } from '../../../core/batch/action'
import { fieldName, kind, reason } from './common'

/** What an act did, in words, and the act that takes it back where one does. */
export const doneAct = z.strictObject({ said: z.string(), draft: z.string().nullable(), undo: actionSchema.nullable() })

export const hit = z.strictObject({
  key: z.string(),
  place: z.union([z.strictObject({ block: z.string() }), z.strictObject({ field: fieldName })]),
  before: z.string(),
  match: z.string(),
  after: z.string(),
  to: z.string(),
})

export const foundItem = z.strictObject({
  item: z.string(),
  draft: z.string().nullable(),
  version: z.string(),
  title: z.string(),
  kind,
  section: z.string(),
  hits: z.array(hit),
})

export const foundHits = z.strictObject({ found: z.array(foundItem), looked: z.number(), next: z.number().nullable() })

export const batchView = z.strictObject({
  id: z.string(),
  words: z.string(),
  state: z.enum(['trying', 'tried', 'running', 'done', 'cancelled', 'failed']),
  total: z.number(),
  madeAt: z.string(),
  undoable: z.number(),
  undoneBy: z.string().nullable(),
  tried: z.number(),
  wouldNot: z.number(),
  wouldStay: z.number(),
  ended: z.number(),
  refused: z.number(),
  stayed: z.number(),
})

/** What came of one item, or would. */
const entryOutcome = z.union([
  z.strictObject({ ok: z.literal(true), draft: z.string().nullable(), said: z.string() }),
  z.strictObject({ ok: z.literal(false), reasons: z.array(reason) }),
])

export const batchEntries = z.strictObject({
  entries: z.array(
    z.strictObject({
      seq: z.number(),
      item: z.string(),
      title: z.string(),
      kind: z.string(),
      draft: z.string().nullable(),
      would: entryOutcome.nullable(),
      did: entryOutcome.nullable(),
    }),
  ),
  next: z.number().nullable(),
})
