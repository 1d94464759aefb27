import { plain } from '../content/inline'
import { esc } from '../render/escape'
import { renderText } from '../render/text'
import { line, textAt, type BlockDefinition } from './definition'

const shape = { text: textAt('quote'), source: line }

export const quote: BlockDefinition<'quote', typeof shape> = {
  kind: 'quote',
  words: 'Quote',
  shape,
  empty: (id) => ({ id, kind: 'quote', text: [], source: '' }),
  text: ({ text, source }) => [plain(text), source].filter(Boolean).join('\n'),
  merges: { text: 'words' },
  mark: (shown, before, after, { both }) => ({ ...shown, text: both(before?.text, after?.text) }),
  render: ({ text, source }, refs) =>
    `<figure class="quote"><blockquote><p>${renderText(text, refs)}</p></blockquote>${source ? `<figcaption>${esc(source)}</figcaption>` : ''}</figure>`,
}
