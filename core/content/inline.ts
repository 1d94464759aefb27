import { z } from 'zod'
import { namesOf, WORD_LOOKS } from './looks'

/**
 * Rich text is a flat list of runs, never markup: what cannot be said here cannot reach readers. The encoder in
 * `core/render/inline.ts` is the only way from runs to HTML, the parser in `sanitise.ts` the only way back.
 */
export const STYLE_MARKS = ['bold', 'italic', 'underline', 'strike', 'code', 'superscript', 'subscript'] as const
export type StyleMark = (typeof STYLE_MARKS)[number]

const CONTROL = /[\u0000-\u001f\u007f]/

/**
 * Says whether a link target is one we let readers follow: a web, mail or telephone address, a path or fragment on
 * this site, `item:<id>` for an item of ours or `media:<id>` for a file. Everything else (`javascript:`, `data:`, …) is
 * refused.
 */
export function isSafeHref(href: string): boolean {
  if (href.length > 2048 || CONTROL.test(href) || href !== href.trim() || href === '') return false
  if (/^item:[0-9a-f-]{36}(#[\w-]+)?$/.test(href) || /^media:[0-9a-f-]{36}$/.test(href)) return true
  if (href.startsWith('#')) return true
  if (href.startsWith('/')) return !href.startsWith('//') && !href.includes('\\')
  return /^(https?:\/\/[^\s\\]+|mailto:[^\s@]+@[^\s@]+|tel:\+?[0-9 ().-]+)$/i.test(href)
}

/** Whether a link may open a window of its own. */
export const mayOpenWindow = (href: string | undefined): boolean => /^(https?|media):/i.test(href ?? '')

export const hrefSchema = z.string().refine(isSafeHref, 'Use a web, mail or telephone address, or an address on this site')

export const runSchema = z.strictObject({
  text: z.string().max(100_000),
  marks: z.array(z.enum(STYLE_MARKS)).max(STYLE_MARKS.length).optional(),
  /** A named style of the site. */
  look: z.enum(namesOf(WORD_LOOKS)).optional(),
  href: hrefSchema.optional(),
  /** A link out of the site, or to a document, that opens beside it. */
  newWindow: z.literal(true).optional(),
})

/** One run of text in one style; a line break is the text `\n`. */
export type Run = z.infer<typeof runSchema>

export const textSchema = z.array(runSchema).max(5_000)
/** Rich text of one paragraph, cell or caption. */
export type Text = z.infer<typeof textSchema>

/** Whether a part of a block is a rich text; an empty list may be one. */
export const isText = (value: unknown): value is Text =>
  Array.isArray(value) &&
  value.every((run: unknown) => typeof run === 'object' && run !== null && typeof (run as Partial<Run>).text === 'string')

/** Plain words of a rich text, without styles. */
export const plain = (text: Text): string => text.map((run) => run.text).join('')

/** A rich text of one plain run. */
export const runs = (text: string): Text => (text ? [{ text }] : [])

/** What a run looks like and where it leads, as one word: equal for runs that differ in their text alone. */
export const styleOf = (run: Run): string =>
  `${run.marks?.join() ?? ''}\u0000${run.look ?? ''}\u0000${run.href ?? ''}${run.newWindow ? ' new' : ''}`

/** The one normal form: empty runs gone, marks ordered, of raised and lowered the first, neighbours of one style joined, text in NFC. */
export function normaliseText(text: Text): Text {
  const out: Text = []
  for (const run of text) {
    const value = run.text.normalize('NFC')
    if (!value) continue
    const raised = run.marks?.includes('superscript')
    const marks = STYLE_MARKS.filter((mark) => run.marks?.includes(mark) && !(raised && mark === 'subscript'))
    const next: Run = { text: value }
    if (marks.length) next.marks = marks
    if (run.look) next.look = run.look
    if (run.href) next.href = run.href
    // Within the site the same window stays: only links that lead out, and to documents, may open another.
    if (run.newWindow && mayOpenWindow(run.href)) next.newWindow = true
    const last = out.at(-1)
    if (last && styleOf(last) === styleOf(next)) last.text += next.text
    else out.push(next)
  }
  return out
}
