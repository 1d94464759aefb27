import type { Block, InnerBlock } from '../content/blocks'
import type { Content } from '../content/content'
import type { Reason } from '../outcome'
import { atBlock, type Check } from './check'

const inside = (block: Block): readonly (Block | InnerBlock)[] => {
  if (block.kind === 'box') return block.blocks
  if (block.kind === 'columns') return block.columns.flatMap(({ blocks }) => blocks)
  return [block]
}
const silent = ({ alt, decorative }: { alt: string; decorative: boolean }) => !decorative && !alt.trim()

/** The pictures of a content that say nothing to who cannot see them, and are not said to be decorative. */
export const unwordedPictures = ({ fields: { cover }, body }: Content): Reason[] => [
  ...body.flatMap((block) => [
    ...inside(block).flatMap((part) =>
      part.kind === 'picture' && part.media && silent(part)
        ? atBlock(block, 'alternative-missing', 'A picture without alternative text; write one, or say that it is decorative')
        : [],
    ),
    ...(block.kind === 'cards'
      ? block.cards.flatMap((card) =>
          card.media && silent(card)
            ? atBlock(
                block,
                'alternative-missing',
                `The picture of “${card.title}” has no alternative text; write one, or say that it is decorative`,
              )
            : [],
        )
      : []),
  ]),
  ...(cover && silent(cover)
    ? [{ code: 'alternative-missing', detail: 'The cover picture has no alternative text', at: 'field:cover' }]
    : []),
]

/** Pictures that nobody who cannot see them hears of (WCAG 2.2, 1.1.1). */
export const alternativeTexts: Check = { words: 'Alternative texts', find: unwordedPictures }
