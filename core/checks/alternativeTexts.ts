import { atBlock, type Check } from './check'

/** Pictures that nobody who cannot see them hears of (WCAG 2.2, 1.1.1). */
export const alternativeTexts: Check = {
  words: 'Alternative texts',
  find: ({ fields: { cover }, body }) => [
    ...body.flatMap((block) =>
      block.kind === 'picture' && block.media && !block.decorative && !block.alt.trim()
        ? atBlock(block, 'alternative-missing', 'A picture without alternative text; write one, or say that it is decorative')
        : [],
    ),
    ...(cover && !cover.decorative && !cover.alt.trim()
      ? [{ code: 'alternative-missing', detail: 'The cover picture has no alternative text', at: 'field:cover' }]
      : []),
  ],
}
