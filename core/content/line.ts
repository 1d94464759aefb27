import { z } from 'zod'

const ONE_LINE = /^[^\u0000-\u001f\u007f-\u009f\u2028\u2029]*$/

/** A text in one line: no line breaks and no other control characters. */
export const lineSchema = (max: number) => z.string().max(max).regex(ONE_LINE, 'One line of text, please')

/** What something is called: one line that says something. */
export const nameSchema = (max: number) => z.string().trim().min(1).max(max).regex(ONE_LINE, 'One line of text, please')
