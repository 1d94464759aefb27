/* What the API answers about lists, labels and views: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { draftState, kind, mediaView, onSite } from './common'

export const foundSnippet = z.strictObject({
  text: z.string(),
  marks: z.array(z.tuple([z.number(), z.number()])),
  written: z.strictObject({ by: z.string(), at: z.string(), number: z.number() }).optional(),
})

export const facet = z.strictObject({ value: z.string(), count: z.number() })

export const facets = z.strictObject({
  total: z.number(),
  fields: z.strictObject({
    label: z.array(facet),
    author: z.array(facet),
    site: z.array(facet),
    section: z.array(facet),
    language: z.array(facet),
    kind: z.array(facet),
    owner: z.array(facet),
    draft: z.array(facet),
    gate: z.array(facet),
  }),
  has: z.strictObject({
    label: z.number(),
    alt: z.number(),
    summary: z.number(),
    picture: z.number(),
    time: z.number(),
    description: z.number(),
    menu: z.number(),
  }),
})

export const labelView = z.strictObject({
  id: z.string(),
  title: z.string(),
  type: z.enum(['category', 'tag', 'series']),
  section: z.string(),
  summary: z.string(),
  broader: z.string().nullable(),
  replacedBy: z.string().nullable(),
  onSite,
  draftState: z.string().nullable(),
  path: z.string().nullable(),
  live: z.number(),
  items: z.number(),
})

export const savedView = z.strictObject({
  id: z.string(),
  name: z.string(),
  q: z.string(),
  sort: z.string(),
  columns: z.array(z.string()).nullable(),
  whose: z.enum(['everyone', 'mine', 'group']),
  owner: z.string().nullable(),
  group: z.strictObject({ id: z.string(), name: z.string() }).nullable(),
  pinned: z.boolean(),
  count: z.number().nullable(),
})

export const broughtIn = z.strictObject({
  batch: z.string().nullable(),
  total: z.number(),
  ignored: z.array(z.strictObject({ column: z.string(), lines: z.array(z.int()) })),
  since: z.array(
    z.strictObject({
      line: z.int(),
      /** The mark of what the line's cells say here now, for choosing to overwrite exactly that. */
      seen: z.string(),
      item: z.string(),
      title: z.string(),
      column: z.string(),
      file: z.string(),
      now: z.string(),
    }),
  ),
})

export const itemCard = z.strictObject({
  title: z.string(),
  summary: z.string(),
  cover: z
    .strictObject({
      view: mediaView.nullable(),
      media: z.string(),
      alt: z.string(),
      decorative: z.boolean(),
      focus: z.strictObject({ x: z.number(), y: z.number() }).optional(),
    })
    .nullable(),
  number: z.number(),
  by: z.string(),
  at: z.string(),
  note: z.string(),
  draft: z.string().nullable(),
  path: z.string().nullable(),
  earlier: z.array(z.string()),
  matching: z.array(z.string()),
})

export const itemList = z.strictObject({
  items: z.array(
    z.strictObject({
      id: z.string(),
      kind,
      title: z.string(),
      internalName: z.string(),
      section: z.strictObject({ id: z.string(), name: z.string() }),
      onSite,
      path: z.string().nullable(),
      draft: z.string().nullable(),
      draftState: draftState.nullable(),
      drafts: z.number(),
      version: z.string(),
      next: z.string().nullable(),
      author: z.string(),
      owner: z.strictObject({ id: z.string(), name: z.string().nullable() }).nullable(),
      by: z.string(),
      labels: z.array(z.strictObject({ id: z.string(), title: z.string() })),
      words: z.number(),
      shownDate: z.string().nullable(),
      reviewBy: z.string().nullable(),
      lacks: z.array(z.enum(['label', 'alt', 'summary', 'picture', 'description', 'menu'])),
      begunAt: z.string(),
      changedAt: z.string(),
      fields: z.strictObject({
        title: z.string().optional(),
        menuLabel: z.string().optional(),
        segment: z.string().optional(),
        order: z.number().optional(),
        seriesPart: z.number().nullable().optional(),
        byline: z.array(z.string()).optional(),
        shownDate: z.string().nullable().optional(),
        commentsOpen: z.boolean().optional(),
      }),
      snippet: foundSnippet.nullable(),
      binnedAt: z.string().nullable(),
    }),
  ),
  total: z.number().nullable(),
  next: z.string().nullable(),
  meant: z.string().optional(),
  /** The names in the query that nothing has, by their place among its names, counted from 0. */
  unknown: z.array(z.strictObject({ place: z.int(), nearest: z.string().nullable() })),
})

/** The columns of the list as a person has set them, with their widths in pixels; `null` where they have not. */
export const ownColumns = z.strictObject({ columns: z.array(z.strictObject({ key: z.string(), width: z.number() })).nullable() })
