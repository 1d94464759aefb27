import { can } from '../kinds/kinds'
import { walkBlocks } from '../blocks/walk'
import { SLOTS, fitOf } from '../render/picture'
import { atBlock, type Check } from './check'

/** Pictures with fewer pixels than their place shows. */
export const pictureSizes: Check = {
  words: 'Size of pictures for their places',
  find({ fields: { cover }, body }, { kind, media }) {
    const small = (id: string, slot: keyof typeof SLOTS) => {
      const view = media(id)
      const fit = view?.width ? fitOf(view, slot) : null
      return fit?.fit === 'small'
        ? `This picture shows ${fit.has} pixels of width in ${SLOTS[slot].words}, which is ${SLOTS[slot].width} wide`
        : null
    }
    const cut = cover ? small(cover.media, can(kind, 'turning') ? 'banner' : 'cover') : null
    return [
      ...(cut ? [{ code: 'picture-small', detail: cut, at: 'field:cover' }] : []),
      ...[...walkBlocks(body)].flatMap(({ block, top }) => {
        const words = block.kind === 'picture' && block.media ? small(block.media, 'text') : null
        return words ? atBlock(top, 'picture-small', words) : []
      }),
    ]
  },
}
