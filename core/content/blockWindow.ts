import { z } from 'zod'
import { isDate } from '../time/date'
import { parseRule, ruleWords } from '../time/recurrence'
import { dateWords } from '../time/words'

/** A time on the wall of the site’s zone, `2027-03-05T15:00`. */
const wall = z.string().refine((text) => /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/.test(text) && isDate(text.slice(0, 10)), {
  error: 'A time is a date and an hour, such as 2027-03-05T15:00',
})

/**
 * When readers see a block, by the clock on the wall of the site: from a time, until another, or both; with a rule
 * (RFC 5545) those two are its first turn. It is a part of the words: it is read at the gates and kept in the history.
 */
export const blockWindowSchema = z
  .strictObject({ from: wall.nullable(), until: wall.nullable(), rule: z.string().max(300).nullable() })
  .superRefine(({ from, until, rule }, context) => {
    const say = (message: string) => context.addIssue({ code: 'custom', message })
    if (from === null && until === null) say('It needs a beginning or an end')
    if (from !== null && until !== null && from >= until) say('It ends after it begins')
    if (rule === null) return
    if (from === null || until === null) say('What comes again has a beginning and an end')
    const parsed = parseRule(rule)
    if (!parsed.ok) say(parsed.reasons[0]!.detail)
  })
export type BlockWindow = z.infer<typeof blockWindowSchema>

const wallWords = (text: string) => `${dateWords(text.slice(0, 10), 'en-GB', 'short')}, ${text.slice(11)}`

/** Times in words: `from 5 Mar 2027, 15:00 until 7 Mar 2027, 22:00, every week on Friday`. */
export function blockWindowWords({ from, until, rule }: BlockWindow): string {
  const parsed = rule === null ? null : parseRule(rule)
  const turn = [from && `from ${wallWords(from)}`, until && `until ${wallWords(until)}`].filter(Boolean).join(' ')
  return parsed?.ok ? `${turn}, ${ruleWords(parsed.value)}` : turn
}
