import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { blockSchema } from '../../core/blocks/blocks'
import { editSchema } from '../../core/content/edits'
import { quoteSchema } from '../../core/content/quote'
import { bin, emptyBin } from '../services/writing/bin'
import { keepBlock, keptBlocks, deleteKeptBlock } from '../services/writing/kept'
import { reportPresence } from '../services/writing/presence'
import { bringUpToDate, previewUpdate } from '../services/writing/upToDate'
import { clearAfterwards } from '../services/reviewing/afterwards'
import { discardDraft, renameDraft, reopenDraft } from '../services/writing/drafts'
import { restoreVersion, saveEdits } from '../services/writing/saving'
import { clearDraft, clearTogether, handDraft, returnDraft } from '../services/reviewing/review'
import { MOST_TOGETHER, pullOutDraft, remindGates, sendDraft, sendTogether } from '../services/reviewing/sending'
import { clearersAt, gatesAhead } from '../services/reviewing/gateFacts'
import { addNote, answerNote, resolveNote, takeSuggestion } from '../services/reviewing/notes'
import { putLiveNow } from '../services/publishing/publishing'
import { endpoint } from './endpoint'
import * as common from './answers/common'
import * as answers from './answers/drafts'

const id = z.object({ id: z.string().max(60) })
const text = z.string().max(5_000)
const edited = z.strictObject({ base: z.string().max(60), edits: z.array(editSchema).max(2_000) })
const noteInput = z
  .strictObject({
    text: text.default(''),
    place: z.string().max(80).nullable().default(null),
    quote: quoteSchema.optional(),
    suggestion: z.string().max(2_000).optional(),
  })
  .refine(({ text: words, suggestion }) => words.trim() !== '' || suggestion !== undefined, {
    path: ['text'],
    message: 'Say what should change',
  })
  .refine(({ quote, place }) => !quote || place !== null, { path: ['place'], message: 'Words stand in a block; name it' })
  .refine(({ suggestion, quote }) => suggestion === undefined || quote !== undefined, {
    path: ['quote'],
    message: 'A suggestion stands in place of some words; quote them',
  })

export const drafts = [
  endpoint({
    method: 'POST',
    path: '/drafts/:id/edits',
    tag: 'drafts',
    summary: 'Save edits made on a base version; others’ edits of other places are merged',
    params: id,
    body: edited.extend({
      named: z.boolean().optional(),
      note: z.string().max(500).optional(),
      /** One's own text that is given up where others changed the same places; it is kept as a version. */
      aside: edited.optional(),
      /** Drafts or versions that blocks of the edits were copied from. */
      from: z.array(z.string().max(60)).max(50).optional(),
    }),
    answer: answers.saveResult,
    run: ({ office, actor, params, body }) => saveEdits(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/restore',
    tag: 'drafts',
    summary: 'Make an earlier version the draft’s newest',
    params: id,
    guarded: true,
    body: z.strictObject({ version: z.string().max(60) }),
    answer: answers.saveResult,
    run: ({ office, actor, params, body, ifMatch }) => restoreVersion(office, actor, params.id, body.version, ifMatch),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/send',
    tag: 'drafts',
    summary: 'Send on to review',
    params: id,
    guarded: true,
    body: z.strictObject({ note: text.default('') }),
    answer: z.strictObject({ review: common.reviewState }),
    run: async ({ office, actor, params, body, ifMatch }) => ({ review: await sendDraft(office, actor, params.id, ifMatch, body.note) }),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/pull-out',
    tag: 'drafts',
    summary: 'Take back out of review',
    params: id,
    guarded: true,
    answer: z.strictObject({ review: common.reviewState }),
    run: async ({ office, actor, params, ifMatch }) => ({ review: await pullOutDraft(office, actor, params.id, ifMatch) }),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/clear',
    tag: 'drafts',
    summary: 'Clear a gate for exactly the version seen',
    params: id,
    guarded: true,
    body: z.strictObject({ gate: z.string().max(60), note: text.default(''), notes: z.array(noteInput).max(100).default([]) }),
    answer: z.strictObject({ review: common.reviewState }),
    run: async ({ office, actor, params, body, ifMatch }) => ({
      review: await clearDraft(office, actor, params.id, ifMatch, body.gate, body.note, body.notes),
    }),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/return',
    tag: 'drafts',
    summary: 'Return with notes, each pinned to a block or field or to the whole',
    params: id,
    guarded: true,
    body: z.strictObject({ gate: z.string().max(60), notes: z.array(noteInput).min(1).max(100) }),
    answer: z.strictObject({ review: common.reviewState }),
    run: async ({ office, actor, params, body, ifMatch }) => ({
      review: await returnDraft(office, actor, params.id, ifMatch, body.gate, body.notes),
    }),
  }),
  endpoint({
    method: 'GET',
    path: '/drafts/:id/gates',
    tag: 'drafts',
    summary: 'What a draft would wait for if it were sent now: its gates, who could clear them, and until when',
    params: id,
    answer: answers.gatesAhead,
    run: ({ office, actor, params }) => gatesAhead(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/drafts/:id/gates/:gate',
    tag: 'drafts',
    summary: 'Who may clear at a gate of a draft now, and what keeps some of them from it',
    params: z.object({ id: z.string().max(60), gate: z.string().max(60) }),
    answer: answers.gateClearers,
    run: ({ office, actor, params }) => clearersAt(office, actor, params.id, params.gate),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/hand',
    tag: 'drafts',
    summary: 'Hand what waits at a gate to someone who may clear it there',
    params: id,
    guarded: true,
    body: z.strictObject({ gate: z.string().max(60), person: z.string().max(60), note: text.default('') }),
    answer: 'nothing',
    run: ({ office, actor, params, body, ifMatch }) => handDraft(office, actor, params.id, ifMatch, body),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/remind',
    tag: 'drafts',
    summary: 'Ask those who may clear a draft where it waits once more',
    params: id,
    body: z.strictObject({ note: text.default('') }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => remindGates(office, actor, params.id, body.note),
  }),
  endpoint({
    method: 'POST',
    path: '/sendings',
    tag: 'drafts',
    summary: 'Send several drafts that belong together to review, each in exactly the version seen: all or none',
    body: z.strictObject({
      drafts: z
        .array(z.strictObject({ draft: z.string().max(60), seen: z.string().max(60) }))
        .min(1)
        .max(MOST_TOGETHER),
      note: text.default(''),
    }),
    answer: z.array(z.strictObject({ draft: z.string(), review: common.reviewState })),
    run: ({ office, actor, body }) => sendTogether(office, actor, body.drafts, body.note),
  }),
  endpoint({
    method: 'POST',
    path: '/clearances',
    tag: 'drafts',
    summary: 'Clear several drafts that belong together, each for exactly the version seen: all or none',
    body: z.strictObject({
      drafts: z
        .array(
          z.strictObject({
            draft: z.string().max(60),
            seen: z.string().max(60),
            gate: z.string().max(60),
            notes: z.array(noteInput).max(100).default([]),
          }),
        )
        .min(1)
        .max(50),
      note: text.default(''),
    }),
    answer: z.array(z.strictObject({ draft: z.string(), review: common.reviewState })),
    run: ({ office, actor, body }) => clearTogether(office, actor, body.drafts, body.note),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/put-live',
    tag: 'live',
    summary:
      'Put live now; past its gates by `fast` (its route has a fast lane) or `exception`, each with a reason and a permission of its own',
    params: id,
    guarded: true,
    body: z.strictObject({
      replacing: z.string().max(60).optional(),
      shownDate: z.literal('keep').optional(),
      exception: z.string().max(1_000).optional(),
      fast: z.string().max(1_000).optional(),
    }),
    answer: common.liveDone,
    run: ({ office, actor, params, body, ifMatch }) => putLiveNow(office, actor, params.id, { head: ifMatch, ...body }),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/discard',
    tag: 'drafts',
    summary: 'End a draft; an item that was never live goes to the bin',
    params: id,
    guarded: true,
    answer: 'nothing',
    run: ({ office, actor, params, ifMatch }) => discardDraft(office, actor, params.id, ifMatch),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/reopen',
    tag: 'drafts',
    summary: 'Take a discarded draft out of the bin',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => reopenDraft(office, actor, params.id),
  }),
  endpoint({
    method: 'PATCH',
    path: '/drafts/:id',
    tag: 'drafts',
    summary: 'Rename a draft',
    params: id,
    body: z.strictObject({ name: nameSchema(100) }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => renameDraft(office, actor, params.id, body.name),
  }),
  endpoint({
    method: 'GET',
    path: '/drafts/:id/update',
    tag: 'drafts',
    summary: 'What bringing the draft up to date with the site would meet',
    params: id,
    answer: answers.draftUpdate,
    run: ({ office, actor, params }) => previewUpdate(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/update',
    repeat: 'slow',
    tag: 'drafts',
    summary: 'Merge what is live into the draft; `choices` answers each place that both changed (a: the draft, b: live)',
    params: id,
    guarded: true,
    body: z.strictObject({
      choices: z.record(z.string().max(80), z.union([z.enum(['a', 'b']), z.strictObject({ block: blockSchema })])).default({}),
    }),
    answer: answers.saveResult,
    run: ({ office, actor, params, body, ifMatch }) => bringUpToDate(office, actor, params.id, ifMatch, body.choices),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/presence',
    repeat: 'harmless',
    tag: 'drafts',
    summary: 'Say where one is in a draft, and hear who else is there',
    params: id,
    body: z.strictObject({
      tab: z.string().min(1).max(40),
      place: z.string().max(80).nullable().default(null),
      left: z.boolean().default(false),
    }),
    answer: z.strictObject({ others: z.array(answers.presentPerson) }),
    run: ({ office, actor, params, body }) => reportPresence(office, actor, params.id, body),
  }),
  endpoint({
    method: 'GET',
    path: '/kept',
    tag: 'drafts',
    summary: 'The blocks that one keeps for other pages',
    answer: z.array(answers.keptBlock),
    run: ({ office, actor }) => keptBlocks(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/kept',
    tag: 'drafts',
    summary: 'Keep a copy of a block for other pages',
    body: z.strictObject({ block: blockSchema, draft: z.string().max(60).nullable().default(null) }),
    answer: z.strictObject({ id: z.string() }),
    run: ({ office, actor, body }) => keepBlock(office, actor, body.block, body.draft),
  }),
  endpoint({
    method: 'DELETE',
    path: '/kept/:id',
    tag: 'drafts',
    summary: 'Let a kept block go',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => deleteKeptBlock(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/bin',
    tag: 'drafts',
    summary: 'Discarded items and drafts, the newest first',
    answer: z.array(answers.binned),
    run: ({ office, actor }) => bin(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/bin/empty',
    tag: 'drafts',
    summary: 'End items and drafts of the bin for good',
    body: z.strictObject({
      items: z.array(z.string().max(60)).max(200).default([]),
      drafts: z.array(z.string().max(60)).max(200).default([]),
    }),
    answer: z.strictObject({ ended: z.number() }),
    run: ({ office, actor, body }) => emptyBin(office, actor, body),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/notes',
    tag: 'drafts',
    summary: 'Add a note',
    params: id,
    body: noteInput,
    answer: 'nothing',
    run: ({ office, actor, params, body }) => addNote(office, actor, params.id, body),
  }),
  endpoint({
    method: 'PATCH',
    path: '/notes/:id',
    tag: 'drafts',
    summary: 'Mark a note as dealt with, or open again',
    params: id,
    body: z.strictObject({ resolved: z.boolean() }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => resolveNote(office, actor, params.id, body.resolved),
  }),
  endpoint({
    method: 'POST',
    path: '/notes/:id/answers',
    tag: 'drafts',
    summary: 'Answer a note',
    params: id,
    body: z.strictObject({ text: text.trim().min(1) }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => answerNote(office, actor, params.id, body.text),
  }),
  endpoint({
    method: 'POST',
    path: '/notes/:id/take',
    tag: 'drafts',
    summary: 'Put the words that a note suggests in place of those it is about',
    params: id,
    guarded: true,
    answer: answers.saveResult,
    run: ({ office, actor, params, ifMatch }) => takeSuggestion(office, actor, params.id, ifMatch),
  }),
  endpoint({
    method: 'POST',
    path: '/exceptions/:id/look',
    tag: 'live',
    summary: 'Clear afterwards, at one’s gates, what went live past them; or say that it needs mending',
    params: id,
    body: z.strictObject({ verdict: z.enum(['fine', 'not-fine']), note: text.default('') }),
    answer: z.strictObject({ open: z.array(z.string()) }),
    run: ({ office, actor, params, body }) => clearAfterwards(office, actor, params.id, body.verdict, body.note),
  }),
]
