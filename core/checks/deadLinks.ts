import { blockLinks } from '../blocks/blocks'
import { perBlock } from '../content/perBlock'
import { atBlock, type Check } from './check'

const linksOf = perBlock(blockLinks)

/** Links to items that readers cannot reach. */
export const deadLinks: Check = {
  words: 'Links to what is not on the site',
  find: ({ fields: { target }, body }, { live }) => [
    ...(target?.startsWith('item:') && !live(target.slice(5, 41))
      ? [{ code: 'link-dead', detail: 'It leads to something that is not on the site', at: 'field:target' }]
      : []),
    ...body.flatMap((block) => {
      const dead = new Set(linksOf(block).filter((id) => !live(id)))
      if (!dead.size) return []
      const words =
        dead.size === 1 ? 'A link leads to something that is not on the site' : `${dead.size} links lead to things that are not on the site`
      return atBlock(block, 'link-dead', words)
    }),
  ],
}
