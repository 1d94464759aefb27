import { reason } from '../words/ruleReasons'
import { blockLinks } from '../blocks/blocks'
import { menuItems } from '../menu/entries'
import { perBlock } from '../content/perBlock'
import type { Check } from './check'

const linksOf = perBlock(blockLinks)

/** Readers do not get such an entry at all. */
const deadEntries = (links: number) => (links ? [reason('link-dead', { links, at: 'field:menuEntries' })] : [])

/** Links to items that readers cannot reach. */
export const deadLinks: Check = {
  words: 'Links to what is not on the site',
  find: ({ fields: { target, menuEntries = [] }, body }, { live }) => [
    ...(target?.startsWith('item:') && !live(target.slice(5, 41)) ? [reason('link-dead', { links: 1, at: 'field:target' })] : []),
    ...deadEntries(menuItems(menuEntries).filter((id) => !live(id)).length),
    ...body.flatMap((block) => {
      const dead = new Set(linksOf(block).filter((id) => !live(id)))
      if (!dead.size) return []
      return reason('link-dead', { links: dead.size, at: block.id })
    }),
  ],
}
