/* What the API answers about items and versions: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { accessSchema } from '../../../core/members/access'
import { z } from 'zod'
import { EVENT_KINDS } from '../../../core/plan/events'
import {
  block,
  content,
  fastLane,
  fieldChange,
  fieldName,
  kind,
  mediaView,
  menuNode,
  onSite,
  shownMenu,
  reason,
  reviewState,
  verb,
} from './common'
import { LIVE_CAUSES, type LiveCause } from '../../../core/history/causes'

export const liveCause = z.enum(Object.keys(LIVE_CAUSES) as [LiveCause, ...LiveCause[]])

export const madeItem = z.strictObject({ item: z.string(), draft: z.string(), version: z.string() })

export const changeName = z.enum(['move', 'content', 'withdrawal'])

export const checkResult = z.strictObject({ name: z.string(), words: z.string(), must: z.boolean(), found: z.array(reason) })

export const changeSize = z.strictObject({ blocks: z.number(), fields: z.number() })

export const blameLine = z.strictObject({ version: z.string(), number: z.number(), author: z.string(), at: z.string() })

export const blockChange = z.union([
  z.strictObject({ change: z.literal('same'), id: z.string(), from: z.number(), to: z.number() }),
  z.strictObject({ change: z.literal('moved'), id: z.string(), from: z.number(), to: z.number() }),
  z.strictObject({
    change: z.literal('changed'),
    id: z.string(),
    before: block,
    after: block,
    from: z.number(),
    to: z.number(),
    moved: z.boolean(),
  }),
  z.strictObject({ change: z.literal('added'), id: z.string(), after: block, to: z.number() }),
  z.strictObject({ change: z.literal('removed'), id: z.string(), before: block, from: z.number() }),
])

export const script = z.strictObject({ fields: z.array(fieldChange), blocks: z.array(blockChange) })

const noticeLevel = z.enum(['information', 'warning', 'urgent'])

export const bar = z.strictObject({
  level: noticeLevel,
  section: z.string().nullable(),
  path: z.string(),
  title: z.string(),
})

export const siteView = z.strictObject({
  name: z.string(),
  tagline: z.string(),
  footer: z.string(),
  language: z.string(),
  zone: z.string(),
  at: z.string().nullable(),
  origin: z.string(),
  menu: z.array(menuNode),
  menus: z.array(shownMenu),
  bars: z.array(bar),
  account: z.enum(['sign-in', 'account']).nullable().optional(),
})

export const pageLink = z.strictObject({ path: z.string(), title: z.string() })

export const teaser = z.strictObject({
  path: z.string(),
  title: z.string(),
  summary: z.string(),
  date: z.string().nullable(),
  kind: z.string(),
  level: noticeLevel.nullable(),
  cover: z
    .strictObject({
      media: z.string(),
      alt: z.string(),
      decorative: z.boolean(),
      focus: z.strictObject({ x: z.number(), y: z.number() }).optional(),
    })
    .nullable(),
  snippet: z.string().optional(),
})

export const pageAround = z.strictObject({
  kind,
  path: z.string(),
  breadcrumb: z.array(pageLink),
  labels: z.array(pageLink),
  byline: z.array(pageLink),
  section: pageLink,
  within: z.array(z.string()),
  previous: pageLink.nullable(),
  next: pageLink.nullable(),
  series: z
    .strictObject({
      title: z.string(),
      path: z.string(),
      parts: z.array(z.strictObject({ path: z.string(), title: z.string(), here: z.boolean() })),
    })
    .nullable(),
  posts: z.array(teaser),
  firstLive: z.string(),
  changed: z.string(),
})

export const readersAnswer = z.strictObject({
  path: z.string(),
  status: z.number(),
  location: z.string().nullable(),
  etag: z.string().nullable(),
  bytes: z.number(),
})

export const receipt = z.strictObject({
  onSite,
  address: z.string().nullable(),
  answer: readersAnswer.nullable(),
  version: z.strictObject({ number: z.number(), fingerprint: z.string() }).nullable(),
  since: z.string().nullable(),
  until: z.string().nullable(),
  planned: z.string().nullable(),
  cause: liveCause.nullable(),
  by: z.string().nullable(),
  /** Who may read it now, by itself and by the pages above it. */
  access: accessSchema,
  earlier: z.array(z.strictObject({ status: z.number(), location: z.string().nullable(), path: z.string() })),
  reached: z.array(z.strictObject({ place: z.string(), path: z.string() })),
  outOfSight: z
    .strictObject({
      above: z.strictObject({ item: z.string(), title: z.string() }).nullable(),
      menu: z.strictObject({ item: z.string(), title: z.string() }).nullable(),
      mayPut: z.boolean(),
    })
    .nullable(),
})

export const siteAround = z.strictObject({
  site: siteView,
  view: pageAround,
  refs: z.strictObject({
    items: z.array(z.tuple([z.string(), z.strictObject({ path: z.string(), title: z.string() })])),
    media: z.array(z.tuple([z.string(), mediaView])),
    embedOrigins: z.array(z.string()),
    language: z.string(),
  }),
})

export const rollBackPreview = z.strictObject({
  number: z.number(),
  liveNumber: z.number().nullable(),
  reasons: z.array(reason),
  address: z.strictObject({ from: z.string().nullable(), to: z.string().nullable() }).nullable(),
  size: changeSize.nullable(),
  fields: z.array(fieldName),
  linked: z.array(z.strictObject({ title: z.string(), path: z.string().nullable(), relation: z.string() })),
  drafts: z.array(z.strictObject({ id: z.string(), name: z.string() })),
})

export const blame = z.strictObject({ blocks: z.record(z.string(), blameLine), fields: z.record(z.string(), blameLine) })

export const versionContent = z.strictObject({
  id: z.string(),
  item: z.string(),
  number: z.number(),
  at: z.string(),
  note: z.string(),
  fingerprint: z.string(),
  content,
  media: z.array(mediaView),
  /** What it links to or names that is on the site. */
  items: z.array(z.strictObject({ id: z.string(), path: z.string().nullable(), title: z.string() })),
})

export const versionList = z.strictObject({
  versions: z.array(
    z.strictObject({
      id: z.string(),
      number: z.number(),
      author: z.string(),
      at: z.string(),
      cause: z.enum(['restore', 'fields', 'begun', 'autosave', 'save', 'merge', 'import']),
      note: z.string(),
      name: z.string().nullable(),
      draft: z.string(),
      size: changeSize.nullable(),
      cleared: z.boolean(),
      fingerprint: z.string(),
      live: z.array(z.strictObject({ from: z.string(), to: z.string().nullable(), cause: liveCause, by: z.string().nullable() })),
    }),
  ),
  next: z.number().nullable(),
  liveVersion: z.string().nullable(),
})

/** Something planned for an item or a draft. */
const plannedEvent = z.strictObject({
  id: z.string(),
  kind: z.enum(EVENT_KINDS),
  /** `null` in an edition that has no moment yet. */
  at: z.string().nullable(),
  until: z.string().nullable(),
  /** A recurrence rule (RFC 5545), and the same in words. */
  rule: z.string().nullable(),
  repeats: z.string().nullable(),
  state: z.string(),
  reasons: z.array(reason),
  owner: z.string(),
  edition: z.string().nullable(),
  editionName: z.string().nullable(),
})

export const itemPage = z.strictObject({
  id: z.string(),
  kind,
  title: z.string(),
  section: z.strictObject({ id: z.string(), name: z.string() }),
  withdrawalHeld: z.boolean(),
  binnedAt: z.string().nullable(),
  createdAt: z.string(),
  createdBy: z.string().nullable(),
  changedAt: z.string(),
  author: z.string().nullable(),
  office: z.strictObject({
    internalName: z.string(),
    owner: z.string().nullable(),
    ownerName: z.string().nullable(),
    reviewBy: z.string().nullable(),
    notes: z.string(),
  }),
  onSite,
  live: z
    .strictObject({
      version: z.string(),
      number: z.number(),
      since: z.string(),
      by: z.string().nullable(),
      path: z.string().nullable(),
      fingerprint: z.string(),
    })
    .nullable(),
  owed: z
    .strictObject({
      by: z.string(),
      reason: z.string(),
      at: z.string(),
      due: z.string().nullable(),
      gates: z.array(z.strictObject({ name: z.string(), guards: z.string() })),
    })
    .nullable(),
  last: z
    .strictObject({
      version: z.string(),
      from: z.string(),
      to: z.string().nullable(),
      cause: liveCause,
    })
    .nullable(),
  withdrawEvent: z.strictObject({ id: z.string(), at: z.string(), state: z.string() }).nullable(),
  window: plannedEvent.extend({ open: z.boolean(), under: z.string().nullable() }).nullable(),
  embargo: z.string().nullable(),
  drafts: z.array(
    z.strictObject({
      behind: z.boolean(),
      id: z.string(),
      name: z.string(),
      review: z.string(),
      number: z.number(),
      at: z.string(),
      author: z.string(),
      event: z.string().nullable(),
    }),
  ),
  draft: z
    .strictObject({
      id: z.string(),
      name: z.string(),
      change: changeName,
      to: z.string().nullable(),
      base: z.string().nullable(),
      behind: z.boolean(),
      head: z.string(),
      number: z.number(),
      savedAt: z.string(),
      fingerprint: z.string(),
      review: reviewState,
      cleared: z.boolean(),
      authors: z.array(z.string()),
      mine: z.boolean(),
      sent: z.strictObject({ by: z.string(), at: z.string(), note: z.string() }).nullable(),
      gates: z.array(
        z.strictObject({
          id: z.string(),
          name: z.string(),
          needed: z.number(),
          missing: z.number(),
          guards: z.string(),
          clearances: z.array(
            z.strictObject({
              stands: z.boolean(),
              gate: z.string(),
              name: z.string(),
              for: z.string().nullable(),
              at: z.string(),
              note: z.string(),
              number: z.number(),
            }),
          ),
          applies: z.boolean(),
          wait: z
            .strictObject({
              gate: z.string(),
              since: z.string(),
              due: z.string().nullable(),
              late: z.string().nullable(),
              handed: z.string().nullable(),
              handedBy: z.string().nullable(),
            })
            .nullable(),
          checks: z.array(checkResult),
        }),
      ),
      route: z.strictObject({ name: z.string(), newer: z.boolean(), fast: fastLane.nullable() }),
      mayClear: z.array(z.strictObject({ gate: z.string(), of: z.string().nullable() })),
      waiting: z.array(z.string()),
      notes: z.array(
        z.strictObject({
          id: z.string(),
          place: z.string().nullable(),
          kind: z.enum(['answer', 'note', 'return']),
          name: z.string(),
          at: z.string(),
          text: z.string(),
          quote: z.strictObject({ exact: z.string(), before: z.string(), after: z.string() }).nullable(),
          suggestion: z.string().nullable(),
          number: z.number(),
          resolved: z.boolean(),
          answers: z.array(z.strictObject({ id: z.string(), name: z.string(), at: z.string(), text: z.string() })),
        }),
      ),
      since: z
        .union([
          z.strictObject({ version: z.string(), number: z.number(), why: z.enum(['returned', 'cleared']) }),
          z.strictObject({ version: z.string(), number: z.number(), why: z.literal('live') }),
        ])
        .nullable(),
      event: plannedEvent.nullable(),
      inTheWay: z.array(reason),
      path: z.string().nullable(),
      content,
      media: z.array(mediaView),
      links: z.array(z.strictObject({ id: z.string(), path: z.string(), title: z.string() })),
    })
    .nullable(),
  shown: z
    .strictObject({
      content,
      media: z.array(mediaView),
      links: z.array(z.strictObject({ id: z.string(), path: z.string(), title: z.string() })),
    })
    .nullable(),
  may: z.record(verb, reason.nullable()),
})
