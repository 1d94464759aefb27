/* What the API answers about menus: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { MENU_PLACES } from '../../../core/menu/entries'
import { draftState, onSite } from './common'

export const menuFacts = z.strictObject({
  item: z.string(),
  title: z.string(),
  place: z.enum(MENU_PLACES),
  onSite,
  draftState: draftState.nullable(),
  entries: z.number(),
  leftOut: z.number(),
})

export const standing = z.strictObject({
  targets: z.array(z.strictObject({ href: z.string(), label: z.string(), path: z.string() })),
  leftOut: z.array(z.strictObject({ id: z.string(), why: z.enum(['not-live', 'no-file', 'nothing-below']) })),
})
