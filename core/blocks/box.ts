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
  mark: (shown, before, after, inner) => ({ ...shown, blocks: inner(before?.blocks ?? [], after?.blocks ?? []) }),
  render: ({ tone, title, blocks }, _refs, inner) =>
    `<section class="box ${tone}">${title ? `<p class="box-title">${esc(title)}</p>` : ''}${inner(blocks)}</section>`,
  style:
    '.box{border:1px solid var(--line);background:var(--sheet);border-radius:6px;padding:1rem 1.3rem .1rem;margin:0 0 1.3rem}.box.note{background:var(--info-ground);border-color:transparent}.box.warning{background:var(--warn-ground);border-color:transparent;border-left:.35rem solid var(--warn)}.box-title,.card-title{font:650 1.02rem/1.35 Figtree,system-ui,sans-serif;margin:0 0 .4rem}',
}
