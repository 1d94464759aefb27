import { z } from 'zod'
import type { BlockDefinition } from './definition'
import { innerSchema } from './inner'

/** A row is divided into so many parts; a column is some of them wide. */
export const GRID = 12

const shape = {
  columns: z
    .array(z.strictObject({ span: z.int().min(2).max(GRID), blocks: z.array(innerSchema).max(50) }))
    .min(1)
    .max(6)
    .refine((columns) => columns.reduce((sum, { span }) => sum + span, 0) <= GRID, `Columns are ${GRID} parts wide together`),
}

export const columns: BlockDefinition<'columns', typeof shape> = {
  kind: 'columns',
  words: 'Columns',
  shape,
  empty: (id) => ({
    id,
    kind: 'columns',
    columns: [
      { span: 6, blocks: [{ id: `${id.slice(0, 38)}-1`, kind: 'paragraph', text: [] }] },
      { span: 6, blocks: [] },
    ],
  }),
  text: () => '',
  children: (block) => block.columns.flatMap(({ blocks }) => blocks),
  merges: { columns: 'columns' },
  mark: (shown, before, after, { inner }) => ({
    ...shown,
    columns: shown.columns.map((column, index) => ({
      ...column,
      blocks: inner(before?.columns[index]?.blocks ?? [], after?.columns[index]?.blocks ?? []),
    })),
  }),
  render: (block, _refs, inner) =>
    `<div class="columns">${block.columns.map(({ span, blocks }) => `<div class="span-${span}">${inner(blocks)}</div>`).join('')}</div>`,
}
