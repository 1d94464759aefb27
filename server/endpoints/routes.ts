import { z } from 'zod'
import { BLOCK_WORDS, type BlockKind } from '../../core/content/blocks'
import { PROJECTIONS } from '../../core/content/content'
import { FIELDS, type FieldName } from '../../core/content/fields'
import { KINDS } from '../../core/content/kinds'
import { rerouteDraft } from '../services/drafts'
import { routes as listed, saveRoute, saveRules } from '../services/routes'
import { endpoint } from './endpoint'

const id = z.object({ id: z.string().max(60) })
const name = z.string().trim().min(1).max(100)
const ids = z.array(z.string().max(60)).max(200)
const about = z
  .strictObject({
    fields: z.array(z.enum(Object.keys(FIELDS) as [FieldName, ...FieldName[]])).max(40),
    blocks: z.array(z.enum(Object.keys(BLOCK_WORDS) as [BlockKind, ...BlockKind[]])).max(40),
    amounts: z.boolean(),
    words: z.array(z.string().trim().min(1).max(60)).max(50),
  })
  .refine(({ fields, blocks, amounts, words }) => fields.length + blocks.length + words.length > 0 || amounts, 'Say what the gate is about')
const gate = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'A gate’s id is of small letters, digits and hyphens'),
  name,
  who: z.strictObject({ people: ids, groups: ids, roles: ids }),
  needed: z.int().min(1).max(20),
  authorsMayClear: z.boolean(),
  covers: z.enum(PROJECTIONS),
  about: about.optional(),
})
const route = z.strictObject({
  name,
  steps: z.array(z.strictObject({ name, gates: z.array(gate).max(8) })).max(12),
})

export const routes = [
  endpoint({
    method: 'GET',
    path: '/routes',
    tag: 'routes',
    summary: 'The routes, where each holds, whether all work can pass, and the rules that assign them',
    run: ({ office, actor }) => listed(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/routes',
    tag: 'routes',
    summary: 'Make a route; no item goes it until a rule says so',
    body: route,
    run: ({ office, actor, body }) => saveRoute(office, actor, null, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/routes/:id',
    tag: 'routes',
    summary: 'Make a new version of a route; drafts under way finish on theirs',
    params: id,
    body: route,
    run: ({ office, actor, params, body }) => saveRoute(office, actor, params.id, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/route-rules',
    tag: 'routes',
    summary: 'Set anew which items go which route',
    body: z.strictObject({
      rules: z
        .array(z.strictObject({ kind: z.enum(KINDS).nullable(), section: z.string().max(60).nullable(), route: z.string().max(60) }))
        .max(200),
    }),
    run: ({ office, actor, body }) => saveRules(office, actor, body.rules),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/reroute',
    tag: 'routes',
    summary: 'Put a draft on the route that is in force for it now',
    params: id,
    run: async ({ office, actor, params, ifMatch }) => ({ review: await rerouteDraft(office, actor, params.id, ifMatch) }),
  }),
]
