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
}
