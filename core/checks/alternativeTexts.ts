import type { Content } from '../content/content'
import { walkBlocks } from '../blocks/walk'
import type { Reason } from '../outcome'
import { atBlock, type Check } from './check'

const silent = ({ alt, decorative }: { alt: string; decorative: boolean }) => !decorative && !alt.trim()

/** The pictures of a content that say nothing to who cannot see them, and are not said to be decorative. */
export const unwordedPictures = ({ fields: { cover }, body }: Content): Reason[] => [
  ...[...walkBlocks(body)].flatMap(({ block, top }) => {
    const missing = (what: string) =>
      atBlock(top, 'alternative-missing', `${what} alternative text; write one, or say that it is decorative`)
    if (block.kind === 'picture') return block.media && silent(block) ? missing('A picture without') : []
    if (block.kind !== 'cards') return []
    return block.cards.flatMap((card) => (card.media && silent(card) ? missing(`The picture of “${card.title}” has no`) : []))
  }),
  ...(cover && silent(cover)
    ? [{ code: 'alternative-missing', detail: 'The cover picture has no alternative text', at: 'field:cover' }]
    : []),
]

/** Pictures that nobody who cannot see them hears of (WCAG 2.2, 1.1.1). */
export const alternativeTexts: Check = { words: 'Alternative texts', find: unwordedPictures }
