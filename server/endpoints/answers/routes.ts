/* What the API answers about routes, gates and calendars: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { blockKind, fastLane, fieldName, guards, kind, reason } from './common'

export const soundness = z.strictObject({ stuck: z.array(reason), thin: z.array(reason) })

export const gateAbout = z.strictObject({
  fields: z.array(fieldName),
  blocks: z.array(blockKind),
  amounts: z.boolean(),
  words: z.array(z.string()),
})

export const gateLimits = z.strictObject({ sections: z.array(z.string()), labels: z.array(z.string()), words: z.number() })

export const gateCheck = z.strictObject({
  name: z.enum([
    'alternative-texts',
    'dead-links',
    'search-description',
    'heading-order',
    'table-headers',
    'reading-ease',
    'picture-sizes',
    'lifetimes',
  ]),
  must: z.boolean(),
})

export const gateDeadline = z.strictObject({ hours: z.number(), calendar: z.string(), remind: z.number(), escalate: guards })

export const gate = z.strictObject({
  id: z.string(),
  name: z.string(),
  who: guards,
  needed: z.number(),
  authorsMayClear: z.boolean(),
  each: z.literal('group').optional(),
  section: z.string().optional(),
  covers: z.enum(['all', 'all-but-shown-date']),
  about: gateAbout.optional(),
  when: gateLimits.optional(),
  checks: z.array(gateCheck).optional(),
  deadline: gateDeadline.optional(),
})

export const routeStep = z.strictObject({ name: z.string(), gates: z.array(gate) })

export const routeView = z.strictObject({
  sections: z.array(z.string()),
  sound: soundness,
  earlier: z.number(),
  id: z.string(),
  name: z.string(),
  version: z.number(),
  steps: z.array(routeStep),
  fast: fastLane.optional(),
  gated: z.array(z.enum(['move', 'withdrawal'])).optional(),
})

export const routeRule = z.strictObject({ kind: kind.nullable(), section: z.string().nullable(), route: z.string() })

export const workingSpan = z.strictObject({ from: z.string(), to: z.string() })

export const workCalendar = z.strictObject({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  week: z.array(z.array(workingSpan)),
  holidays: z.array(z.string()),
})

export const gateNames = z.array(z.strictObject({ route: z.string(), gate: z.string(), name: z.string(), routeName: z.string() }))
