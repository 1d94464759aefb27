import { z } from 'zod'
import { plain, type Text } from '../content/inline'
import { renderText, type Refs } from '../render/text'
import { textAt, type BlockDefinition, type MarkTools } from './definition'

export interface ListEntry {
  text: Text
  entries?: ListEntry[]
}
const entrySchema: z.ZodType<ListEntry> = z.strictObject({
  text: textAt('entry'),
  get entries() {
    return z.array(entrySchema).max(200).optional()
  },
})
/** A list has so many entries at most, those within entries not counted. */
export const MOST_ENTRIES = 500
const shape = { ordered: z.boolean(), entries: z.array(entrySchema).max(MOST_ENTRIES) }

const wordsOf = (entries: readonly ListEntry[]): string[] =>
  entries.flatMap((entry) => [plain(entry.text), ...wordsOf(entry.entries ?? [])])

const markEntries = (before: readonly ListEntry[], after: readonly ListEntry[], tools: MarkTools): ListEntry[] =>
  tools
    .pairs(before, after, (entry) => plain(entry.text))
    .map((pair) => {
      const entries = markEntries(pair.before?.entries ?? [], pair.after?.entries ?? [], tools)
      return { text: tools.both(pair.before?.text, pair.after?.text), ...(entries.length ? { entries } : {}) }
    })

const render = (entries: readonly ListEntry[], tag: 'ul' | 'ol', refs: Refs): string =>
  `<${tag}>${entries
    .map((entry) => `<li>${renderText(entry.text, refs)}${entry.entries?.length ? render(entry.entries, tag, refs) : ''}</li>`)
    .join('')}</${tag}>`

export const list: BlockDefinition<'list', typeof shape> = {
  kind: 'list',
  words: 'List',
  shape,
  empty: (id) => ({ id, kind: 'list', ordered: false, entries: [{ text: [] }] }),
  text: ({ entries }) => wordsOf(entries).join('\n'),
  merges: { entries: 'entries' },
  mark: (shown, before, after, tools) => ({ ...shown, entries: markEntries(before?.entries ?? [], after?.entries ?? [], tools) }),
  render: ({ entries, ordered }, refs) => render(entries, ordered ? 'ol' : 'ul', refs),
}
