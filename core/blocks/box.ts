import { z } from 'zod'
import { esc } from '../render/escape'
import { line, type BlockDefinition } from './definition'
import { innerSchema } from './inner'

const shape = { tone: z.enum(['plain', 'note', 'warning']), title: line, blocks: z.array(innerSchema).max(50) }

export const box: BlockDefinition<'box', typeof shape> = {
  kind: 'box',
  words: 'Box',
  shape,
  empty: (id) => ({ id, kind: 'box', tone: 'note', title: '', blocks: [] }),
  text: ({ title }) => title,
  children: ({ blocks }) => blocks,
  merges: { blocks: 'blocks' },
  mark: (shown, before, after, { inner }) => ({ ...shown, blocks: inner(before?.blocks ?? [], after?.blocks ?? []) }),
  render: ({ tone, title, blocks }, _refs, inner) =>
    `<section class="box ${tone}">${title ? `<p class="box-title">${esc(title)}</p>` : ''}${inner(blocks)}</section>`,
}
