import { z } from 'zod'
import { makeSegment } from '../address/segment'
import { plain } from '../content/inline'
import { HEADING_LOOKS, namesOf } from '../content/looks'
import { esc } from '../render/escape'
import { lookClass, renderText } from '../render/text'
import { textAt, type BlockDefinition } from './definition'

const shape = {
  level: z.union([z.literal(2), z.literal(3), z.literal(4)]),
  text: textAt('heading'),
  look: z.enum(namesOf(HEADING_LOOKS)).optional(),
}

export const heading: BlockDefinition<'heading', typeof shape> = {
  kind: 'heading',
  words: 'Heading',
  shape,
  empty: (id) => ({ id, kind: 'heading', level: 2, text: [] }),
  text: ({ text }) => plain(text),
  merges: { text: 'words' },
  mark: (shown, before, after, { both }) => ({ ...shown, text: both(before?.text, after?.text) }),
  render: ({ id, level, text, look }, refs) =>
    `<h${level} id="${esc(makeSegment(plain(text)) || id)}"${lookClass(look)}>${renderText(text, refs)}</h${level}>`,
}
