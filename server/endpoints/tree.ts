import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { pagesInTree } from '../services/site/pageTree'
import { copyPages } from '../services/site/treeCopies'
import { moveImpact } from '../services/site/treeImpact'
import { movePages } from '../services/site/treeMoves'
import { MOST_MOVED } from '../services/site/treePlan'
import { endpoint } from './endpoint'
import * as answers from './answers/tree'

const key = z.string().max(60)
const name = nameSchema(120)
/** Pages, and where they are put: below a page (`null`: at the top), before one that stands there (`null`: after all). */
const move = z.strictObject({ pages: z.array(key).min(1).max(MOST_MOVED), parent: key.nullable(), before: key.nullable() })
const into = z.discriminatedUnion('how', [
  z.strictObject({ how: z.literal('drafts') }),
  z.strictObject({ how: z.literal('edition'), edition: key.nullable(), name }),
  z.strictObject({ how: z.literal('now'), name }),
])

/** The tree of pages. */
export const tree = [
  endpoint({
    method: 'GET',
    path: '/tree',
    tag: 'site',
    summary: 'The pages with their places: those on the site, and of the others those that the person may read',
    answer: answers.pages,
    run: async ({ office, actor }) => ({ pages: await pagesInTree(office, actor) }),
  }),
  endpoint({
    method: 'POST',
    path: '/tree/impact',
    tag: 'site',
    summary: 'What moving pages would do: addresses, menus, links, listings, rights; nothing is done',
    body: move,
    answer: answers.impact,
    run: ({ office, actor, body }) => moveImpact(office, actor, body),
  }),
  endpoint({
    method: 'POST',
    path: '/tree/move',
    tag: 'site',
    summary: 'Move pages as it was shown: in drafts, in an edition or at once; all or none',
    body: z.strictObject({ ...move.shape, into, seen: z.string().max(60) }),
    answer: z.strictObject({ batch: z.string().nullable(), edition: z.string().nullable(), live: z.boolean() }),
    run: ({ office, actor, body }) => movePages(office, actor, body),
  }),
  endpoint({
    method: 'POST',
    path: '/tree/copy',
    tag: 'site',
    summary: 'Begin a copy of a page beside it, with all pages below it where that is asked for; links among them lead to the copies',
    body: z.strictObject({ page: key, below: z.boolean() }),
    answer: z.strictObject({ item: z.string(), count: z.number(), batch: z.string() }),
    run: ({ office, actor, body }) => copyPages(office, actor, body.page, body.below),
  }),
]
