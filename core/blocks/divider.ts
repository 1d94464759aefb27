import type { BlockDefinition } from './definition'

const shape = {}

export const divider: BlockDefinition<'divider', typeof shape> = {
  kind: 'divider',
  words: 'Divider',
  shape,
  empty: (id) => ({ id, kind: 'divider' }),
  text: () => '',
  merges: {},
  render: () => '<hr>',
  style: 'hr{border:0;border-top:1px solid var(--line);margin:2rem 0}',
}
