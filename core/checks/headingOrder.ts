import { reason } from '../words/ruleReasons'
import { walkBlocks } from '../blocks/walk'
import type { Reason } from '../outcome'
import type { Check } from './check'

/** Headings that skip a level or say nothing (WCAG 2.2, 1.3.1 and 2.4.6). */
export const headingOrder: Check = {
  words: 'Order of headings',
  find({ body }) {
    const found: Reason[] = []
    let level = 1
    for (const { block, top } of walkBlocks(body)) {
      if (block.kind !== 'heading') continue
      if (block.level > level + 1) found.push(reason('heading-skips', { from: level, to: block.level, at: top.id }))
      level = block.level
      if (!block.text.length) found.push(reason('heading-empty', { at: top.id }))
    }
    return found
  },
}
