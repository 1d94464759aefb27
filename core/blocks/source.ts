import { z } from 'zod'
import { SOURCE_BEGINS } from '../render/text'
import type { BlockDefinition } from './definition'

const shape = { html: z.string().max(100_000) }

export const source: BlockDefinition<'source', typeof shape> = {
  kind: 'source',
  words: 'Source',
  shape,
  empty: (id) => ({ id, kind: 'source', html: '' }),
  text: ({ html }) =>
    html
      .replace(/<[^>]*>/g, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  merges: {},
  render: ({ html }) => `${SOURCE_BEGINS}${html}</div>`,
}
