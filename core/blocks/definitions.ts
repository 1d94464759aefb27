import { z } from 'zod'
import { plain } from '../content/inline'
import { renderText } from '../render/text'
import { textAt, type BlockDefinition } from './definition'

const shape = { entries: z.array(z.strictObject({ term: textAt('term'), text: textAt('meaning') })).max(300) }

export const definitions: BlockDefinition<'definitions', typeof shape> = {
  kind: 'definitions',
  words: 'Definition list',
  shape,
  empty: (id) => ({ id, kind: 'definitions', entries: [{ term: [], text: [] }] }),
  text: ({ entries }) => entries.map((entry) => `${plain(entry.term)}: ${plain(entry.text)}`).join('\n'),
  merges: { entries: 'entries' },
  mark: (shown, before, after, { both, pairs }) => ({
    ...shown,
    entries: pairs(before?.entries ?? [], after?.entries ?? [], (entry) => plain(entry.term)).map((pair) => ({
      term: both(pair.before?.term, pair.after?.term),
      text: both(pair.before?.text, pair.after?.text),
    })),
  }),
  render: ({ entries }, refs) =>
    `<dl>${entries.map((entry) => `<dt>${renderText(entry.term, refs)}</dt><dd>${renderText(entry.text, refs)}</dd>`).join('')}</dl>`,
}
