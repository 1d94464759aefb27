import { reason } from '../words/ruleReasons'
import { blockLinks } from '../blocks/blocks'
import { perBlock } from '../content/perBlock'
import type { Check } from './check'

const linksOf = perBlock(blockLinks)

/** Links to items that readers cannot reach. */
export const deadLinks: Check = {
  words: 'Links to what is not on the site',
  find: ({ fields: { target }, body }, { live }) => [
    ...(target?.startsWith('item:') && !live(target.slice(5, 41)) ? [reason('link-dead', { links: 1, at: 'field:target' })] : []),
    ...body.flatMap((block) => {
      const dead = new Set(linksOf(block).filter((id) => !live(id)))
      if (!dead.size) return []
      return reason('link-dead', { links: dead.size, at: block.id })
    }),
  ],
}
