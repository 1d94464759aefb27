import { z } from 'zod'
import { plain } from '../content/inline'
import { renderPicture } from '../render/picture'
import { renderText } from '../render/text'
import { textAt, type BlockDefinition } from './definition'

const shape = { media: z.uuid().nullable(), alt: z.string().max(500), decorative: z.boolean(), caption: textAt('caption') }

export const picture: BlockDefinition<'picture', typeof shape> = {
  kind: 'picture',
  words: 'Picture',
  shape,
  empty: (id) => ({ id, kind: 'picture', media: null, alt: '', decorative: false, caption: [] }),
  text: ({ caption, alt }) => [plain(caption), alt].filter(Boolean).join('\n'),
  media: ({ media }) => (media ? [media] : []),
  merges: { caption: 'words' },
  mark: (shown, before, after, { both }) => ({ ...shown, caption: both(before?.caption, after?.caption) }),
  render({ media: id, alt, decorative, caption }, refs) {
    const media = id === null ? undefined : refs.media.get(id)
    if (!media) return ''
    return `<figure class="picture">${renderPicture(media, decorative ? '' : alt, 'text')}${caption.length ? `<figcaption>${renderText(caption, refs)}</figcaption>` : ''}</figure>`
  },
}
