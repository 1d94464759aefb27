import { z } from 'zod'
import { KINDS } from '../../core/content/kinds'
import { CONTENT_PARTS } from '../../core/query/contentFacts'
import { facetsOf, findItems, LIST_STATES } from '../services/listing'
import { bitOf } from '../store/listed'
import type { ListedRow } from '../store/listing'
import { endpoint, pageLimit } from './endpoint'

const asked = z.strictObject({
  q: z.string().max(2_000).optional(),
  kind: z.enum(KINDS).optional(),
  section: z.string().max(60).optional(),
  state: z.enum(LIST_STATES).optional(),
  text: z.string().max(200).optional(),
})

const view = (row: ListedRow) => ({
  id: row.id,
  kind: row.kind,
  title: row.title,
  internalName: row.internal_name,
  section: { id: row.section_id, name: row.section },
  onSite: row.on_site,
  path: row.path,
  /** The draft that was found, or the one that stands for the item. */
  draft: row.found_draft,
  draftState: row.found_draft === null ? null : row.found_state,
  drafts: row.drafts,
  version: row.found_version,
  next: row.next_at,
  author: row.author,
  owner: row.owner_id === null ? null : { id: row.owner_id, name: row.owner },
  by: row.by,
  labels: JSON.parse(row.labels) as { id: string; title: string }[],
  words: row.words,
  shownDate: row.shown_date,
  reviewBy: row.review_by,
  lacks: CONTENT_PARTS.filter((part) => !(row.parts & bitOf(part))),
  begunAt: row.created_at,
  changedAt: row.changed_at,
  binnedAt: row.binned_at,
})

export const listing = [
  endpoint({
    method: 'GET',
    path: '/items',
    tag: 'items',
    summary: 'Items by a query, in an order; by cursor, or from a place on',
    query: asked.extend({
      sort: z.string().max(20).default('-changed'),
      cursor: z.string().max(400).optional(),
      from: z.coerce.number().int().min(0).max(10_000_000).optional(),
      limit: pageLimit,
    }),
    async run({ office, foresight, actor, query }) {
      const { total, next, items } = await findItems(office, foresight, actor, query)
      return { total, next, items: items.map(view) }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/facets',
    tag: 'items',
    summary: 'What the items of a query have, and how many of them have it',
    query: asked,
    run: ({ office, foresight, actor, query }) => facetsOf(office, foresight, actor, query),
  }),
]
