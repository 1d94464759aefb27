import { reason } from '../words/ruleReasons'
import type { Content } from '../content/content'
import { walkBlocks } from '../blocks/walk'
import type { Reason } from '../outcome'
import type { Check } from './check'

const silent = ({ alt, decorative }: { alt: string; decorative: boolean }) => !decorative && !alt.trim()

/** The pictures of a content that say nothing to who cannot see them, and are not said to be decorative. */
export const unwordedPictures = ({ fields: { cover }, body }: Content): Reason[] => [
  ...[...walkBlocks(body)].flatMap(({ block, top }) => {
    if (block.kind === 'picture') return block.media && silent(block) ? reason('alternative-missing', { picture: 'block', at: top.id }) : []
    if (block.kind !== 'cards') return []
    return block.cards.flatMap((card) =>
      card.media && silent(card) ? reason('alternative-missing', { picture: 'card', title: card.title, at: top.id }) : [],
    )
  }),
  ...(cover && silent(cover) ? [reason('alternative-missing', { picture: 'cover', at: 'field:cover' })] : []),
]

/** Pictures that nobody who cannot see them hears of (WCAG 2.2, 1.1.1). */
export const alternativeTexts: Check = { words: 'Alternative texts', find: unwordedPictures }
