import { BLOCK_WORDS, blockLinks, repeated, type Block } from '../content/blocks'
import type { Content } from '../content/content'
import { perBlock } from '../content/perBlock'
import type { Reason } from '../outcome'

/** More of a kind than this makes a page heavy for readers; said quietly, never refused. */
const MOST: Partial<Record<Block['kind'], [number, string]>> = {
  table: [3, 'tables'],
  picture: [12, 'pictures'],
  list: [8, 'lists'],
  embed: [3, 'embeds'],
}

const linksOf = perBlock(blockLinks)

/**
 * Quiet advice on a page while it is written: what readers would trip over. Each says where (`at`: a block's id). `live`
 * tells whether an item that is linked to is on the site.
 */
export function adviceOn(content: Content, live: (item: string) => boolean): Reason[] {
  const advice: Reason[] = []
  const say = (code: string, detail: string, at?: string) => advice.push({ code, detail, ...(at === undefined ? {} : { at }) })
  let level = 1
  for (const block of content.body) {
    if (block.kind === 'heading') {
      if (block.level > level + 1) say('heading-skips', `This heading skips from level ${level} to ${block.level}`, block.id)
      level = block.level
      if (!block.text.length) say('heading-empty', 'A heading without words', block.id)
    }
    if (block.kind === 'picture' && block.media && !block.decorative && !block.alt.trim())
      say('alternative-missing', 'A picture without alternative text; write one, or say that it is decorative', block.id)
    const parts = repeated(block)
    if (parts?.planned && parts.count > parts.planned)
      say(
        'more-than-planned',
        `${parts.count} ${BLOCK_WORDS[block.kind].toLowerCase()}; this place is planned for ${parts.planned}`,
        block.id,
      )
    if (block.kind === 'table' && block.headers === 'none') say('table-headless', 'A table without header cells is hard to hear', block.id)
    const dead = new Set(linksOf(block).filter((id) => !live(id)))
    if (dead.size)
      say(
        'link-dead',
        dead.size === 1
          ? 'A link leads to something that is not on the site'
          : `${dead.size} links lead to things that are not on the site`,
        block.id,
      )
  }
  const { cover } = content.fields
  if (cover && !cover.decorative && !cover.alt.trim())
    say('alternative-missing', 'The cover picture has no alternative text', 'field:cover')
  for (const [kind, [most, words]] of Object.entries(MOST)) {
    const count = content.body.filter((block) => block.kind === kind).length
    if (count > most) say('many', `${count} ${words} on one page are a lot; could some go elsewhere?`)
  }
  return advice
}
