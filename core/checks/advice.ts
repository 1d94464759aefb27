import { reason } from '../words/ruleReasons'
import { BLOCK_WORDS, repeated, type Block } from '../blocks/blocks'
import type { Content } from '../content/content'
import { walkBlocks } from '../blocks/walk'
import type { Reason } from '../outcome'
import { alternativeTexts } from './alternativeTexts'
import type { CheckContext } from './check'
import { deadLinks } from './deadLinks'
import { headingOrder } from './headingOrder'
import { tableHeaders } from './tableHeaders'

/** More of a kind than this makes a page heavy for readers; said quietly, never refused. */
const MOST: Partial<Record<Block['kind'], [number, string]>> = {
  table: [3, 'tables'],
  picture: [12, 'pictures'],
  list: [8, 'lists'],
  embed: [3, 'embeds'],
}

/** What is looked at while one writes: cheap, and true of half a text. */
const WHILE_WRITING = [headingOrder, alternativeTexts, tableHeaders, deadLinks]

/**
 * Quiet advice on a page while it is written: what readers would trip over. Each says where (`at`: a block's id). `live`
 * tells whether an item that is linked to is on the site.
 */
export function adviceOn(content: Content, live: CheckContext['live']): Reason[] {
  // None of those asks for the kind.
  const context: CheckContext = { kind: 'page', live, media: () => undefined, language: '' }
  const advice = WHILE_WRITING.flatMap((check) => check.find(content, context))
  for (const block of content.body) {
    const parts = repeated(block)
    if (parts?.planned && parts.count > parts.planned)
      advice.push(
        reason('more-than-planned', {
          count: parts.count,
          planned: parts.planned,
          what: BLOCK_WORDS[block.kind].toLowerCase(),
          at: block.id,
        }),
      )
  }
  for (const [kind, [most, words]] of Object.entries(MOST)) {
    const count = [...walkBlocks(content.body)].filter(({ block }) => block.kind === kind).length
    if (count > most) advice.push(reason('many', { count, what: words }))
  }
  return advice
}
