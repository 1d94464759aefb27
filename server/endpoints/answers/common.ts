/* What the API answers about several parts of the API: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { VERBS, type Verb } from '../../../core/access/verbs'
import { BLOCK_WORDS, type Block, type BlockKind } from '../../../core/blocks/blocks'
import { blockWindowSchema } from '../../../core/content/blockWindow'
import { MENU_PLACES } from '../../../core/menu/entries'
import { MENU_ICON_NAMES } from '../../../core/menu/icons'
import type { ShownEntry } from '../../../core/menu/standing'
import { FIELDS, type FieldName, type Fields } from '../../../core/content/fields'
import type { Disagreement } from '../../../core/history/merge'
import type { MenuNode } from '../../../core/tree/menu'
import { KIND_NAMES } from '../../../core/kinds/kinds'

export const fieldName = z.enum(Object.keys(FIELDS) as [FieldName, ...FieldName[]])

export const kind = z.enum(KIND_NAMES)

/** A block as the store has it, also of a kind or a shape that this version does not write any more. */
export const block = z.looseObject({ id: z.string(), kind: z.string() }) as unknown as z.ZodType<Block>

export const reason = z.strictObject({
  code: z.string(),
  detail: z.string(),
  at: z.string().optional(),
  help: z.array(z.string()).optional(),
  given: z.record(z.string(), z.union([z.string(), z.number(), z.null()])).optional(),
})

export const reviewState = z.enum(['draft', 'in_review', 'returned', 'cleared'])

export const liveDone = z.strictObject({
  under: z.boolean().optional(),
  at: z.string(),
  path: z.string().nullable(),
  previousPath: z.string().nullable(),
})

export const onSite = z.enum(['none', 'live', 'withdrawn'])

export const guards = z.strictObject({ people: z.array(z.string()), groups: z.array(z.string()), roles: z.array(z.string()) })

export const fastLane = z.strictObject({ hours: z.number(), calendar: z.string(), escalate: guards, takesBack: z.boolean() })

/** Fields as the store has them. */
export const fields = z.record(z.string(), z.unknown()) as unknown as z.ZodType<Fields>

export const content = z.strictObject({ fields, body: z.array(block) })

export const mediaView = z.strictObject({
  id: z.string(),
  width: z.number(),
  height: z.number(),
  file: z.strictObject({ name: z.string(), type: z.string(), size: z.number() }).optional(),
})

export const verb = z.enum(Object.keys(VERBS) as [Verb, ...Verb[]])

export const fieldValue = z.unknown() as unknown as z.ZodType<NonNullable<Fields[FieldName]> | null>

export const fieldChange = z.strictObject({ name: fieldName, before: fieldValue.optional(), after: fieldValue.optional() })

export const treePage = z.strictObject({
  id: z.string(),
  parent: z.string().nullable(),
  path: z.string(),
  label: z.string(),
  order: z.string(),
  inMenus: z.boolean(),
})

export const menuNode = z.strictObject({
  ...treePage.shape,
  get children(): z.ZodType<MenuNode[]> {
    return z.array(menuNode)
  },
})

const shownEntry = z.strictObject({
  label: z.string(),
  href: z.string().nullable(),
  item: z.string().nullable(),
  note: z.string(),
  icon: z.enum(MENU_ICON_NAMES).nullable(),
  newWindow: z.boolean(),
  window: blockWindowSchema.nullable(),
  get entries(): z.ZodType<ShownEntry[]> {
    return z.array(shownEntry)
  },
})

/** A menu as it stands on every page. */
export const shownMenu = z.strictObject({
  item: z.string(),
  title: z.string(),
  language: z.string().nullable(),
  place: z.enum(MENU_PLACES),
  entries: z.array(shownEntry),
})

export const blockKind = z.enum(Object.keys(BLOCK_WORDS) as [BlockKind, ...BlockKind[]])

export const draftState = z.enum(['draft', 'in_review', 'returned', 'cleared', 'scheduled', 'held'])

/** A change of rights that waits for the yes of a second steward, of whom by name. */
export const waitsForSecond = z.strictObject({ waits: z.strictObject({ request: z.string(), for: z.array(z.string()) }) })

/** A change of rights that was made, or waits. */
export const changed = z.union([z.strictObject({ waits: z.null() }), waitsForSecond])

export const disagreement = z.union([
  z.strictObject({
    place: z.literal('field'),
    name: fieldName,
    base: fieldValue.optional(),
    a: fieldValue.optional(),
    b: fieldValue.optional(),
  }),
  z.strictObject({ place: z.literal('block'), id: z.string(), base: block.nullable(), a: block.nullable(), b: block.nullable() }),
]) as unknown as z.ZodType<Disagreement>

/** The same, with what a change that was made answers. */
export const changedWith = <Shape extends z.ZodRawShape>(shape: Shape) =>
  z.union([z.strictObject({ waits: z.null(), ...shape }), waitsForSecond])
