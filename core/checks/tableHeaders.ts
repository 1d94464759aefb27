import { reason } from '../words/ruleReasons'
import { walkBlocks } from '../blocks/walk'
import type { Check } from './check'

/** Tables whose cells belong to nothing when heard (WCAG 2.2, 1.3.1). */
export const tableHeaders: Check = {
  words: 'Header cells of tables',
  find: ({ body }) =>
    [...walkBlocks(body)].flatMap(({ block, top }) =>
      block.kind === 'table' && block.headers === 'none' ? reason('table-headless', { at: top.id }) : [],
    ),
}
