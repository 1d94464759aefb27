import { reason } from '../words/ruleReasons'
import { can } from '../kinds/kinds'
import { walkBlocks } from '../blocks/walk'
import { SLOTS, fitOf } from '../render/picture'
import type { Check } from './check'

/** Pictures with fewer pixels than their place shows. */
export const pictureSizes: Check = {
  words: 'Size of pictures for their places',
  find({ fields: { cover }, body }, { kind, media }) {
    const small = (id: string, slot: keyof typeof SLOTS, at: string) => {
      const view = media(id)
      const fit = view?.width ? fitOf(view, slot) : null
      if (fit?.fit !== 'small') return []
      return reason('picture-small', { has: fit.has, place: SLOTS[slot].words, needs: SLOTS[slot].width, at })
    }
    return [
      ...(cover ? [small(cover.media, can(kind, 'turning') ? 'banner' : 'cover', 'field:cover')].flat() : []),
      ...[...walkBlocks(body)].flatMap(({ block, top }) =>
        block.kind === 'picture' && block.media ? small(block.media, 'text', top.id) : [],
      ),
    ]
  },
}
