import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { KIND_NAMES } from '../../core/kinds/kinds'
import { LABEL_TYPES } from '../../core/kinds/label'
import { CONTENT_PARTS } from '../../core/query/contentFacts'
import { LIST_COLUMNS, type ListColumn } from '../../core/formats/listCsv'
import { bringIn, chosenFile, listFile, listTooLarge, MOST_LIST_BYTES, mustBringIn, type Overwriting } from '../services/listing/listFile'
import { findItems, LIST_STATES, type ItemPage } from '../services/listing/listing'
import { itemCard } from '../services/listing/itemCard'
import { facetsOf } from '../services/listing/facets'
import { changeLabel, labels, mergeLabel } from '../services/listing/labels'
import { preference, setPreference } from '../services/people/preferences'
import { changeView, keepView, deleteView, pinView, savedViews } from '../services/listing/savedViews'
import { bitOf } from '../store/listed'
import { Download, endpoint, pageLimit } from './endpoint'
import { bytesOf, withUpload } from './upload'
import * as answers from './answers/listing'

export const asked = z.strictObject({
  q: z.string().max(2_000).optional(),
  kind: z.enum(KIND_NAMES).optional(),
  section: z.string().max(60).optional(),
  state: z.enum(LIST_STATES).optional(),
  text: z.string().max(200).optional(),
})

const id = z.object({ id: z.string().max(60) })
const column = z.string().regex(/^[a-zA-Z]{1,30}$/)
const COLUMNS = 'list-columns'
const keptView = z.strictObject({
  name: nameSchema(60),
  q: z.string().max(1_000),
  sort: z.string().max(20),
  columns: z.array(column).max(30).nullable(),
  group: z.string().max(60).nullable(),
})

/** The columns of a file by their names; those that a file has not are left out, and of none it has all. */
function overwritingOf(said: string | undefined): Overwriting | undefined {
  return said === undefined || said === 'all' || said === 'none'
    ? said
    : new Map(
        said.split(',').map((one) => {
          const [line, seen] = one.split('.') as [string, string]
          return [Number(line), seen]
        }),
      )
}

function columnsOf(names: string[]): ListColumn[] {
  const wanted = names.filter((name): name is ListColumn => Object.hasOwn(LIST_COLUMNS, name))
  return wanted.length ? wanted : (Object.keys(LIST_COLUMNS) as ListColumn[])
}

const view = (row: ItemPage['items'][number]) => ({
  id: row.id,
  kind: row.kind,
  title: row.title,
  internalName: row.internal_name,
  section: { id: row.section_id, name: row.section },
  onSite: row.on_site,
  path: row.path,
  /** The draft that was found, or the one that stands for the item. */
  draft: row.found_draft,
  draftState: row.found_draft === null || row.found_state === 'none' ? null : row.found_state,
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
  fields: row.fields,
  /** Where what was sought with `text:` stands. */
  snippet: row.snippet ?? null,
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
      count: z.enum(['yes', 'no']).default('yes'),
    }),
    answer: answers.itemList,
    async run({ office, foresight, actor, query }) {
      const { items, ...page } = await findItems(office, foresight, actor, query)
      return { ...page, items: items.map(view) }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/list/file',
    tag: 'items',
    summary: 'The items of a query as a file: CSV (RFC 4180)',
    query: asked.extend({ sort: z.string().max(20).default('-changed'), columns: z.string().max(300).default('') }),
    answer: 'file',
    run: async ({ office, foresight, actor, query: { columns, ...query } }) =>
      new Download(await listFile(office, foresight, actor, query, columnsOf(columns.split(',')))),
  }),
  endpoint({
    method: 'POST',
    path: '/list/chosen',
    repeat: 'harmless',
    tag: 'items',
    summary: 'Items that were chosen as a file: CSV (RFC 4180)',
    body: z.strictObject({ items: z.array(z.string().max(60)).min(1).max(10_000), columns: z.array(z.string().max(30)).max(40) }),
    answer: 'file',
    run: async ({ office, actor, body }) => new Download(await chosenFile(office, actor, body.items, columnsOf(body.columns))),
  }),
  endpoint({
    method: 'POST',
    path: '/list/file',
    repeat: 'harmless',
    tag: 'items',
    summary:
      'Find out what a changed file of a list would do (CSV, 5 MB at most, the part named file of a multipart form); answers a batch that waits for the word to run, or, where items were changed since the file was saved, what is to be decided: then `overwrite` says all, none, or for which lines the file holds, each with `seen` of what was told of it',
    takes: 'file',
    before: mustBringIn,
    query: z.strictObject({
      overwrite: z
        .string()
        .max(3_000)
        .regex(/^(all|none|\d{1,4}\.[0-9a-f]{8}(,\d{1,4}\.[0-9a-f]{8})*)$/)
        .optional(),
    }),
    answer: answers.broughtIn,
    run: ({ office, actor, event, query: { overwrite } }) =>
      withUpload(event, async (file) =>
        bringIn(office, actor, await bytesOf(file, MOST_LIST_BYTES, listTooLarge), overwritingOf(overwrite)),
      ),
  }),
  endpoint({
    method: 'GET',
    path: '/items/:id/card',
    tag: 'items',
    summary: 'An item in a few words: what it says, its picture, its last change, its addresses, and why a query finds it',
    params: id,
    query: z.strictObject({ draft: z.string().max(60).optional(), q: z.string().max(1_000).optional() }),
    answer: answers.itemCard,
    run: ({ office, foresight, actor, params, query }) => itemCard(office, foresight, actor, params.id, query),
  }),
  endpoint({
    method: 'GET',
    path: '/facets',
    tag: 'items',
    summary: 'What the items of a query have, and how many of them have it',
    query: asked,
    answer: answers.facets,
    run: ({ office, foresight, actor, query }) => facetsOf(office, foresight, actor, query),
  }),
  endpoint({
    method: 'GET',
    path: '/labels',
    tag: 'items',
    summary: 'The labels with how much has each',
    answer: z.strictObject({ labels: z.array(answers.labelView) }),
    run: async ({ office, actor }) => ({ labels: await labels(office, actor) }),
  }),
  endpoint({
    method: 'PATCH',
    path: '/labels/:id',
    tag: 'items',
    summary: 'Change a label: its name, what it says of itself, its sort, the category it is a part of',
    params: id,
    body: z.strictObject({
      title: nameSchema(200).optional(),
      summary: z.string().max(1_000).optional(),
      type: z.enum(LABEL_TYPES).optional(),
      broader: z.uuid().nullable().optional(),
    }),
    answer: z.strictObject({ said: z.string() }),
    run: ({ office, actor, params, body }) => changeLabel(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/labels/:id/merge',
    tag: 'items',
    summary: 'Begin to merge a label into another: find out what it would do to each item that has it; it is a batch',
    params: id,
    body: z.strictObject({ into: z.uuid() }),
    answer: z.strictObject({ batch: z.string(), total: z.number() }),
    run: ({ office, actor, params, body }) => mergeLabel(office, actor, params.id, body.into),
  }),
  endpoint({
    method: 'GET',
    path: '/views',
    tag: 'items',
    summary: 'The lists that are kept under a name; those that are pinned with how many items they have',
    answer: z.strictObject({ views: z.array(answers.savedView) }),
    run: async ({ office, foresight, actor }) => ({ views: await savedViews(office, foresight, actor) }),
  }),
  endpoint({
    method: 'POST',
    path: '/views',
    tag: 'items',
    summary: 'Keep a list under a name',
    body: keptView,
    answer: z.strictObject({ id: z.string() }),
    run: ({ office, actor, body }) => keepView(office, actor, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/views/:id',
    tag: 'items',
    summary: 'Change a kept list of one’s own',
    params: id,
    body: keptView,
    answer: 'nothing',
    run: ({ office, actor, params, body }) => changeView(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/views/:id',
    tag: 'items',
    summary: 'Let a kept list of one’s own go',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => deleteView(office, actor, params.id),
  }),
  endpoint({
    method: 'PUT',
    path: '/views/:id/pin',
    tag: 'items',
    summary: 'Put a kept list where it is always seen, or take it from there',
    params: id,
    body: z.strictObject({ pinned: z.boolean() }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => pinView(office, actor, params.id, body.pinned),
  }),
  endpoint({
    method: 'GET',
    path: '/me/columns',
    tag: 'items',
    summary: 'The columns of the list as one has set them',
    answer: answers.ownColumns,
    run: async ({ office, actor }) => answers.ownColumns.parse({ columns: await preference(office, actor, COLUMNS) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/me/columns',
    tag: 'items',
    summary: 'Set the columns of the list for oneself',
    body: z.strictObject({ columns: z.array(z.strictObject({ key: column, width: z.int().min(40).max(900) })).max(30) }),
    answer: 'nothing',
    run: ({ office, actor, body }) => setPreference(office, actor, COLUMNS, body.columns),
  }),
]
