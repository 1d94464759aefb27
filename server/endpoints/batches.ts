import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { rewriteSchema } from '../../core/content/rewrite'
import { actionSchema } from '../../core/batch/action'
import { updateLists } from '../jobs/listUpdater'
import { refusal } from '../services/refusal'
import { act, actsOnDraft } from '../services/listing/act'
import { batchEntries, batchView, beginBatch, cancelBatch, recentBatches, runBatch, undoBatch } from '../services/listing/batches'
import { listingFor } from '../services/listing/listing'
import { beginRewrite, findHits } from '../services/writing/rewrites'
import { endpoint, pageLimit } from './endpoint'
import { asked } from './listing'
import * as answers from './answers/batches'

const id = z.object({ id: z.string().max(60) })
const target = z.strictObject({ item: z.string().max(60), draft: z.string().max(60).nullable() })

export const batches = [
  endpoint({
    method: 'POST',
    path: '/acts',
    tag: 'batches',
    summary:
      'Do something to one item from the list, for sending and putting live the version seen; answers what came of it and what takes it back',
    guarded: true,
    body: z.strictObject({ target, action: actionSchema }),
    answer: answers.doneAct,
    async run({ office, actor, body, ifMatch }) {
      if (actsOnDraft(body.action) && ifMatch === undefined) throw refusal('version-missing', 'version-missing', { of: 'draft' })
      const done = await act(office, actor, body.target, body.action, ifMatch)
      await updateLists(office, [body.target.item])
      return done
    },
  }),
  endpoint({
    method: 'POST',
    path: '/batches',
    tag: 'batches',
    summary: 'Find out what an action would do to many items: those named, or all of a list',
    body: z
      .strictObject({ action: actionSchema, items: z.array(target).min(1).max(10_000).optional(), list: asked.optional() })
      .refine(({ items, list }) => (items === undefined) !== (list === undefined), 'Either items or a list'),
    answer: z.strictObject({ batch: z.string(), total: z.number() }),
    run: async ({ office, foresight, actor, body: { action, items, list } }) =>
      beginBatch(office, actor, action, items ? { items } : { listing: await listingFor(office, foresight, actor, list ?? {}) }),
  }),
  endpoint({
    method: 'POST',
    path: '/hits',
    repeat: 'harmless',
    tag: 'batches',
    summary: 'Where something would be replaced or filled in the items of a list, each place in its sentence; nothing is changed',
    body: z.strictObject({ list: asked.default({}), rewrite: rewriteSchema, after: z.int().min(-1).optional() }),
    answer: answers.foundHits,
    async run({ office, foresight, actor, body }) {
      // Every place is to be found, also of a text that was saved just now.
      await updateLists(office)
      return findHits(office, foresight, actor, body)
    },
  }),
  endpoint({
    method: 'POST',
    path: '/rewrites',
    tag: 'batches',
    summary: 'Find out what replacing in the chosen places would do: drafts, gathered in an edition',
    body: z.strictObject({
      rewrite: rewriteSchema,
      edition: nameSchema(120).nullable(),
      chosen: z
        .array(
          target.extend({
            version: z.string().max(60),
            hits: z
              .array(z.strictObject({ key: z.string().max(60), to: z.string().max(500).nullable() }))
              .min(1)
              .max(500),
          }),
        )
        .min(1)
        .max(2_000),
    }),
    answer: z.strictObject({ batch: z.string(), total: z.number() }),
    run: ({ office, actor, body }) => beginRewrite(office, actor, body),
  }),
  endpoint({
    method: 'GET',
    path: '/batches',
    tag: 'batches',
    summary: 'What one did to many items of late',
    answer: z.strictObject({ batches: z.array(answers.batchView) }),
    run: async ({ office, actor }) => ({ batches: await recentBatches(office, actor) }),
  }),
  endpoint({
    method: 'GET',
    path: '/batches/:id',
    tag: 'batches',
    summary: 'How far a batch is',
    params: id,
    answer: answers.batchView,
    run: ({ office, actor, params }) => batchView(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/batches/:id/entries',
    tag: 'batches',
    summary: 'What came of each item of a batch, or would',
    params: id,
    query: z.strictObject({
      only: z.enum(['all', 'refused']).default('all'),
      after: z.coerce.number().int().min(-1).default(-1),
      limit: pageLimit,
    }),
    answer: answers.batchEntries,
    run: ({ office, actor, params, query }) => batchEntries(office, actor, params.id, query.only, query.after, query.limit),
  }),
  endpoint({
    method: 'POST',
    path: '/batches/:id/run',
    tag: 'batches',
    summary: 'Let a batch that was tried run',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => runBatch(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/batches/:id/cancel',
    tag: 'batches',
    summary: 'Stop a batch where it is',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => cancelBatch(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/batches/:id/undo',
    tag: 'batches',
    summary: 'Take back all that a batch did',
    params: id,
    answer: z.strictObject({ batch: z.string(), total: z.number() }),
    run: ({ office, actor, params }) => undoBatch(office, actor, params.id),
  }),
]
