import { z } from 'zod'

const percent = z.int().min(0).max(100)
/** The point of a picture that stays in sight where a place shows only a part of it: hundredths from its left and top. */
export const focusSchema = z.strictObject({ x: percent, y: percent })
export type Focus = z.infer<typeof focusSchema>
