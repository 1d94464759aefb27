import { z } from 'zod'
import { plain } from '../content/inline'
import { namesOf, PARAGRAPH_LOOKS } from '../content/looks'
import { lookClass, renderText } from '../render/text'
import { textAt, type BlockDefinition } from './definition'

const shape = { text: textAt('paragraph'), look: z.enum(namesOf(PARAGRAPH_LOOKS)).optional() }

export const paragraph: BlockDefinition<'paragraph', typeof shape> = {
  kind: 'paragraph',
  words: 'Paragraph',
  shape,
  empty: (id) => ({ id, kind: 'paragraph', text: [] }),
  text: ({ text }) => plain(text),
  merges: { text: 'words' },
  mark: (shown, before, after, { both }) => ({ ...shown, text: both(before?.text, after?.text) }),
  render: ({ text, look }, refs) => `<p${lookClass(look)}>${renderText(text, refs)}</p>`,
}
