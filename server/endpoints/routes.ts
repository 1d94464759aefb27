import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { BLOCK_WORDS, type BlockKind } from '../../core/blocks/blocks'
import { PROJECTIONS } from '../../core/content/content'
import { FIELDS, type FieldName } from '../../core/content/fields'
import { KIND_NAMES } from '../../core/kinds/kinds'
import { CHECK_NAMES } from '../../core/checks/checks'
import { OTHER_CHANGES } from '../../core/flow/route'
import { calendars, endCalendar, saveCalendar } from '../services/planning/calendars'
import { rerouteDraft } from '../services/reviewing/review'
import { gates, routes as listed, saveRoute, saveRules } from '../services/reviewing/routes'
import { endpoint } from './endpoint'
import * as common from './answers/common'
import * as answers from './answers/routes'

const id = z.object({ id: z.string().max(60) })
const name = nameSchema(100)
const ids = z.array(z.string().max(60)).max(200)
const about = z
  .strictObject({
    fields: z.array(z.enum(Object.keys(FIELDS) as [FieldName, ...FieldName[]])).max(40),
    blocks: z.array(z.enum(Object.keys(BLOCK_WORDS) as [BlockKind, ...BlockKind[]])).max(40),
    amounts: z.boolean(),
    words: z.array(nameSchema(60)).max(50),
  })
  .refine(({ fields, blocks, amounts, words }) => fields.length + blocks.length + words.length > 0 || amounts, 'Say what the gate is about')
const guards = z.strictObject({ people: ids, groups: ids, roles: ids })
const hours = z.number().min(0.25).max(1_000)
const span = z.strictObject({
  from: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/),
  to: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/),
})
const calendar = z.strictObject({
  name,
  week: z.array(z.array(span).max(6)).length(7),
  holidays: z.array(z.iso.date()).max(500),
})
const gate = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'A gate’s id is of small letters, digits and hyphens'),
  name,
  who: guards,
  needed: z.int().min(1).max(20),
  each: z.literal('group').optional(),
  authorsMayClear: z.boolean(),
  covers: z.enum(PROJECTIONS),
  about: about.optional(),
  when: z.strictObject({ sections: ids, labels: ids, words: z.int().min(0).max(100_000) }).optional(),
  checks: z
    .array(z.strictObject({ name: z.enum(CHECK_NAMES), must: z.boolean() }))
    .max(20)
    .optional(),
  deadline: z.strictObject({ hours, calendar: z.string().max(60), remind: z.number().min(0).max(1_000), escalate: guards }).optional(),
})
const route = z.strictObject({
  name,
  steps: z.array(z.strictObject({ name, gates: z.array(gate).max(8) })).max(12),
  fast: z.strictObject({ hours, calendar: z.string().max(60), escalate: guards, takesBack: z.boolean() }).optional(),
  gated: z.array(z.enum(OTHER_CHANGES)).max(5).optional(),
})

export const routes = [
  endpoint({
    method: 'GET',
    path: '/routes',
    tag: 'routes',
    summary: 'The routes, where each holds, whether all work can pass, and the rules that assign them',
    answer: z.strictObject({ routes: z.array(answers.routeView), rules: z.array(answers.routeRule) }),
    run: ({ office, actor }) => listed(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/routes',
    tag: 'routes',
    summary: 'Make a route; no item goes it until a rule says so',
    body: route,
    answer: z.strictObject({ route: z.string(), version: z.number() }),
    run: ({ office, actor, body }) => saveRoute(office, actor, null, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/routes/:id',
    tag: 'routes',
    summary: 'Make a new version of a route; drafts under way finish on theirs',
    params: id,
    /** `from`: the version that was changed; refused where another is newer. */
    body: route.extend({ from: z.int().min(1).optional() }),
    answer: z.strictObject({ route: z.string(), version: z.number() }),
    run: ({ office, actor, params, body }) => saveRoute(office, actor, params.id, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/route-rules',
    tag: 'routes',
    summary: 'Set anew which items go which route',
    body: z.strictObject({
      rules: z
        .array(z.strictObject({ kind: z.enum(KIND_NAMES).nullable(), section: z.string().max(60).nullable(), route: z.string().max(60) }))
        .max(200),
    }),
    answer: 'nothing',
    run: ({ office, actor, body }) => saveRules(office, actor, body.rules),
  }),
  endpoint({
    method: 'GET',
    path: '/gates',
    tag: 'routes',
    summary: 'The gates of every route by name',
    answer: answers.gateNames,
    run: ({ office }) => gates(office),
  }),
  endpoint({
    method: 'GET',
    path: '/calendars',
    tag: 'routes',
    summary: 'The working calendars that deadlines count by',
    answer: z.array(answers.workCalendar),
    run: ({ office }) => calendars(office),
  }),
  endpoint({
    method: 'POST',
    path: '/calendars',
    tag: 'routes',
    summary: 'Make a working calendar',
    body: calendar,
    answer: z.strictObject({ calendar: z.string() }),
    run: async ({ office, actor, body }) => ({ calendar: await saveCalendar(office, actor, null, body) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/calendars/:id',
    tag: 'routes',
    summary: 'Set a working calendar anew; deadlines that run keep their moment',
    params: id,
    body: calendar,
    answer: z.strictObject({ calendar: z.string() }),
    run: async ({ office, actor, params, body }) => ({ calendar: await saveCalendar(office, actor, params.id, body) }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/calendars/:id',
    tag: 'routes',
    summary: 'End a working calendar that no route counts by',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => endCalendar(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/drafts/:id/reroute',
    tag: 'routes',
    summary: 'Put a draft on the route that is in force for it now',
    params: id,
    answer: z.strictObject({ review: common.reviewState }),
    run: async ({ office, actor, params, ifMatch }) => ({ review: await rerouteDraft(office, actor, params.id, ifMatch) }),
  }),
]
