/* What the API answers about times, editions and shared links: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { CALENDAR_WORDS, type CalendarWhat } from '../../../core/plan/calendarWords'
import { z } from 'zod'
import { EVENT_KINDS } from '../../../core/plan/events'
import { FIELDS, type FieldName } from '../../../core/content/fields'
import { gatesAhead } from './drafts'
import { kind, reason } from './common'

export const eventState = z.enum(['planned', 'held', 'done', 'cancelled', 'open', 'skipped'])

export const entryView = z.strictObject({
  event: z.string(),
  item: z.string(),
  kind,
  title: z.string(),
  section: z.string(),
  does: z.enum(EVENT_KINDS),
  draft: z.string().nullable(),
  state: eventState,
  review: z.string().nullable(),
  cleared: z.boolean(),
  waits: z.array(z.string()),
  onSite: z.string(),
  reasons: z.array(reason),
  elsewhere: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  address: z.strictObject({ from: z.string(), to: z.string() }).nullable(),
})

export const goingBackStep = z.strictObject({
  item: z.string(),
  kind,
  title: z.string(),
  section: z.string(),
  does: z.enum(['draft', 'withdraw', 'restore']),
  version: z.string().nullable(),
  conflicts: z.array(z.string()),
})

export const calendarEntry = z.strictObject({
  id: z.string(),
  what: z.enum(Object.keys(CALENDAR_WORDS) as [CalendarWhat, ...CalendarWhat[]]),
  at: z.string(),
  until: z.string().nullable(),
  title: z.string(),
  item: z.string().nullable(),
  kind: z.string().nullable(),
  section: z.string().nullable(),
  sectionName: z.string(),
  person: z.string(),
  event: z.string().nullable(),
  edition: z.string().nullable(),
  state: z.string(),
  ready: z.strictObject({ of: z.number(), cleared: z.number() }).nullable(),
  cleared: z.boolean(),
  repeats: z.string().nullable(),
  reasons: z.array(reason),
  troubles: z.strictObject({ stops: z.number(), warns: z.number() }),
})

const id = z.string()
const remedy = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('send'), draft: id }),
  z.strictObject({ do: z.literal('remind'), draft: id }),
  z.strictObject({ do: z.literal('update'), draft: id }),
  z.strictObject({ do: z.literal('move') }),
  z.strictObject({ do: z.literal('take-out') }),
  z.strictObject({ do: z.literal('links'), to: id, in: id.nullable() }),
  z.strictObject({ do: z.literal('write'), draft: id, at: z.enum([...(Object.keys(FIELDS) as FieldName[]), 'body']) }),
  z.strictObject({ do: z.literal('look'), item: id }),
  z.strictObject({ do: z.literal('edition'), edition: id }),
])
export const trouble = z.strictObject({
  key: z.string(),
  weight: z.enum(['stops', 'warns']),
  code: z.string(),
  at: z.string(),
  event: z.string(),
  edition: z.string().nullable(),
  item: z.string(),
  title: z.string(),
  does: z.enum(['put', 'withdraw']),
  detail: z.string(),
  remedy: z.string(),
  remedies: z.array(remedy),
})

const shareLink = z.strictObject({
  id: z.string(),
  name: z.string().nullable(),
  by: z.string(),
  madeAt: z.string(),
  endsAt: z.string(),
  opened: z.number(),
})

export const shareLinks = z.array(
  z.union([
    shareLink.extend({ shows: z.literal('moment'), at: z.string() }),
    shareLink.extend({ shows: z.literal('edition'), edition: z.string() }),
    shareLink.extend({ shows: z.literal('draft'), draft: z.string() }),
  ]),
)

export const momentDifferences = z.strictObject({
  from: z.string(),
  to: z.string(),
  now: z.string(),
  counts: z.strictObject({ added: z.number(), gone: z.number(), changed: z.number(), moved: z.number(), menus: z.number() }),
  differences: z.array(
    z.strictObject({
      section: z.string(),
      item: z.string(),
      kind,
      title: z.string(),
      change: z.enum(['changed', 'moved', 'added', 'gone']),
      from: z.strictObject({ version: z.string(), path: z.string().nullable() }).nullable(),
      to: z.strictObject({ version: z.string(), path: z.string().nullable() }).nullable(),
      menus: z.boolean(),
    }),
  ),
})

export const unsent = z.array(z.strictObject({ draft: id, item: id, title: z.string(), seen: id, gates: gatesAhead }))

export const undoneEdition = z.strictObject({ edition: z.string(), restored: z.number(), drafts: z.array(z.string()) })

export const editionPage = z.strictObject({
  id: z.string(),
  name: z.string(),
  note: z.string(),
  owner: z.strictObject({ id: z.string(), name: z.string() }),
  at: z.string().nullable(),
  zone: z.string().nullable(),
  late: z.strictObject({ do: z.enum(['do', 'skip', 'ask']), after: z.number() }),
  state: z.enum(['held', 'live', 'open', 'dropped']),
  liveAt: z.string().nullable(),
  undoneBy: z.string().nullable(),
  reasons: z.array(reason),
  track: z
    .strictObject({
      route: z.string(),
      gates: z.array(
        z.strictObject({
          id: z.string(),
          name: z.string(),
          who: z.string(),
          missing: z.number(),
          cleared: z.array(z.strictObject({ person: z.string(), at: z.string() })),
          mayClear: z.boolean(),
        }),
      ),
    })
    .nullable(),
  entries: z.array(entryView),
  hidden: z.number(),
  may: z.strictObject({ plan: z.boolean(), putLive: z.boolean(), rollBack: z.boolean() }),
})

export const clearedWork = z.array(
  z.strictObject({
    section: z.string(),
    item: z.string(),
    draft: z.string(),
    kind: z.string(),
    title: z.string(),
    change: z.string(),
    on_site: z.string(),
  }),
)

export const editionList = z.array(
  z.strictObject({
    id: z.string(),
    name: z.string(),
    note: z.string(),
    owner: z.string(),
    at: z.string().nullable(),
    state: z.enum(['held', 'live', 'open', 'dropped']),
    liveAt: z.string().nullable(),
    undone: z.boolean(),
    entries: z.number(),
    cleared: z.number(),
    reasons: z.array(reason),
  }),
)
