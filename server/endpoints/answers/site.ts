/* What the API answers about the site, its journal and its files: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { EVENT_KINDS } from '../../../core/plan/events'
import { draftState, fields, mediaView, onSite, reason, verb } from './common'

export const bannerFacts = z.strictObject({
  item: z.string(),
  internalName: z.string(),
  section: z.string(),
  onSite,
  draftState: draftState.nullable(),
  next: z.string().nullable(),
  leavesAt: z.string().nullable(),
  fields,
  picture: mediaView.nullable(),
  target: z.string().nullable(),
  mayWrite: z.boolean(),
})

const moment = z.strictObject({ at: z.string(), until: z.string().nullable() })
export const clockPreview = z.strictObject({
  zone: z.string(),
  was: z.string(),
  stays: z.enum(['hours', 'instants']),
  moments: z.array(
    z.strictObject({
      what: z.enum(['event', 'edition', 'embargo']),
      kind: z.enum(EVENT_KINDS).nullable(),
      title: z.string(),
      item: z.string().nullable(),
      edition: z.string().nullable(),
      before: moment,
      after: moment,
      outcome: z.enum(['exact', 'skipped', 'twice', 'past', 'own-clock']),
    }),
  ),
  count: z.number(),
  past: z.number(),
  timedItems: z.number(),
  mark: z.string(),
})

export const crop = z.strictObject({ left: z.number(), top: z.number(), width: z.number(), height: z.number() })

export const mediaFile = z.strictObject({
  name: z.string(),
  type: z.string(),
  size: z.number(),
  part: z.strictObject({ of: z.string(), crop }).nullable(),
  id: z.string(),
  width: z.number(),
  height: z.number(),
  file: z.strictObject({ name: z.string(), type: z.string(), size: z.number() }).optional(),
})

export const journalCheck = z.union([
  z.strictObject({ intact: z.literal(true), rows: z.number(), head: z.string() }),
  z.strictObject({ intact: z.literal(false), brokenAt: z.number() }),
])

export const journalPage = z.strictObject({
  rows: z.array(
    z.strictObject({
      name: z.string().nullable(),
      title: z.string().nullable(),
      /** What it tells beside that, in words. */
      facts: z.string(),
      seq: z.number(),
      site: z.string().nullable(),
      hash: z.string(),
      at: z.string(),
      person: z.string().nullable(),
      action: z.string(),
      item: z.string().nullable(),
      data: z.record(z.string(), z.unknown()).nullable(),
    }),
  ),
  next: z.number().nullable(),
})

export const flow = z.strictObject({
  now: z.string(),
  zone: z.string(),
  days: z.number(),
  waiting: z.array(
    z.strictObject({
      due: z.string().nullable(),
      handedTo: z.string().nullable(),
      section: z.string(),
      gate: z.string(),
      gateName: z.string(),
      route: z.string(),
      since: z.string(),
      guards: z.string(),
      mine: z.boolean(),
      draft: z.string(),
      item: z.string(),
      kind: z.string(),
      title: z.string(),
      name: z.string(),
      by: z.string(),
      note: z.string(),
      at: z.string(),
    }),
  ),
  gates: z.array(
    z.strictObject({
      average: z.number(),
      waiting: z.number(),
      judged: z.number(),
      median: z.number().nullable(),
      ninetieth: z.number().nullable(),
      returned: z.number().nullable(),
      id: z.string(),
      name: z.string(),
      route: z.string(),
    }),
  ),
  sections: z.array(
    z.strictObject({
      average: z.number(),
      waiting: z.number(),
      judged: z.number(),
      median: z.number().nullable(),
      ninetieth: z.number().nullable(),
      returned: z.number().nullable(),
      id: z.string(),
      name: z.string(),
    }),
  ),
  months: z.array(
    z.strictObject({
      average: z.number(),
      waiting: z.number(),
      judged: z.number(),
      median: z.number().nullable(),
      ninetieth: z.number().nullable(),
      returned: z.number().nullable(),
      name: z.string(),
      begun: z.number(),
    }),
  ),
})

export const sections = z.array(
  z.strictObject({
    id: z.string(),
    name: z.string(),
    segment: z.string(),
    parent: z.string().nullable(),
    items: z.number(),
    may: z.strictObject({ write: z.boolean(), change: z.boolean() }),
  }),
)

/** An item in a line of the worklist. */
const line = z.strictObject({ item: z.string(), kind: z.string(), title: z.string(), section: z.string() })

export const today = z.strictObject({
  now: z.string(),
  zone: z.string(),
  since: z.string(),
  /** Whether `since` is when they looked last; else it is a week ago. */
  wasHere: z.boolean(),
  exceptions: z.array(
    line.extend({
      exception: z.string(),
      version: z.string(),
      at: z.string(),
      by: z.string(),
      reason: z.string(),
      due: z.string().nullable(),
      late: z.boolean(),
      gates: z.array(z.string()),
    }),
  ),
  waiting: z.array(
    line.extend({
      draft: z.string(),
      change: z.string(),
      to: z.string().nullable(),
      at: z.string(),
      by: z.string(),
      note: z.string(),
      number: z.number(),
      head: z.string(),
      gates: z.array(z.strictObject({ id: z.string(), name: z.string() })),
      due: z.string().nullable(),
      handedBy: z.string().nullable(),
      handedAway: z.boolean(),
      insteadOf: z.string().nullable(),
      edition: z.strictObject({ id: z.string(), name: z.string() }).nullable(),
    }),
  ),
  ready: z.array(
    line.extend({
      draft: z.string(),
      change: z.string(),
      to: z.string().nullable(),
      at: z.string(),
      by: z.string(),
    }),
  ),
  returned: z.array(
    line.extend({
      note: z.string(),
      draft: z.string(),
      at: z.string(),
      by: z.string(),
      notes: z.number(),
      place: z.string().nullable(),
    }),
  ),
  held: z.array(
    line.extend({
      reasons: z.array(reason),
      at: z.string(),
      owner: z.string(),
    }),
  ),
  next: z.array(
    line.extend({
      event: z.string(),
      at: z.string(),
      does: z.string(),
      review: z.string().nullable(),
    }),
  ),
  nextEditions: z.array(
    z.strictObject({ edition: z.string(), title: z.string(), at: z.string(), entries: z.number(), cleared: z.number() }),
  ),
  reviewBy: z.array(line.extend({ on: z.string() })),
  drafts: z.array(
    line.extend({
      at: z.string(),
      review: z.string(),
      number: z.number(),
    }),
  ),
  counts: z.record(z.string(), z.number()),
  countsMore: z.boolean(),
  recent: z.array(
    z.strictObject({
      action: z.string(),
      at: z.string(),
      name: z.string().nullable(),
      item: z.string().nullable(),
      title: z.string().nullable(),
    }),
  ),
})

export const movedBanners = z.strictObject({ drafts: z.array(z.strictObject({ item: z.string(), title: z.string(), draft: z.string() })) })

export const site = z.strictObject({
  now: z.string(),
  zone: z.string(),
  next: z.strictObject({ at: z.string(), count: z.number(), live: z.number() }).nullable(),
  heartbeat: z.string().nullable(),
  silent: z.boolean(),
  name: z.string(),
  settings: z.string().nullable(),
  language: z.string(),
  may: z.record(verb, reason.nullable()),
  mailIsCaught: z.boolean(),
})

export const health = z.strictObject({ store: z.string(), scheduler: z.string(), heartbeat: z.string().nullable() })
