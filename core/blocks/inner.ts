import { z } from 'zod'
import { button } from './button'
import type { BlockOf } from './definition'
import { definitions } from './definitions'
import { divider } from './divider'
import { heading } from './heading'
import { list } from './list'
import { paragraph } from './paragraph'
import { picture } from './picture'
import { quote } from './quote'
import { table } from './table'

/** The kinds that may stand inside a box or a column. */
export const INNER = { paragraph, heading, list, picture, table, quote, button, definitions, divider }

/** A block of one of some kinds. */
export type AnyOf<D extends Record<string, { kind: string; shape: z.ZodRawShape }>> = {
  [K in keyof D]: BlockOf<D[K]['kind'], D[K]['shape']>
}[keyof D]
export type InnerBlock = AnyOf<typeof INNER>
export const INNER_KINDS = Object.keys(INNER) as InnerBlock['kind'][]

export const blockId = z.string().regex(/^[A-Za-z0-9_-]{4,40}$/, 'A block id has 4 to 40 letters, digits, - or _')

/** The exact shapes of some kinds, each with parts that all of them may have. */
export const shapesOf = (kinds: Record<string, { kind: string; shape: z.ZodRawShape }>, more: z.ZodRawShape = {}) =>
  z.discriminatedUnion(
    'kind',
    Object.values(kinds).map(({ kind, shape }) => z.strictObject({ id: blockId, kind: z.literal(kind), ...shape, ...more })) as unknown as [
      z.ZodObject<{ kind: z.ZodLiteral<string> }>,
    ],
  )
export const innerSchema = shapesOf(INNER) as unknown as z.ZodType<InnerBlock>
