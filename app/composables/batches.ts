import type { BatchView } from '~~/server/services/listing/batches'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

const EACH_MS = 400
export const isUnderWay = ({ state }: Pick<BatchView, 'state'>): boolean => state === 'trying' || state === 'running'

/** Waits until a batch is no longer under way; `seen` hears how far it is. Not bound to a screen: it goes on when that is left. */
export async function watchBatch(id: string, seen: (batch: BatchView) => void = () => {}): Promise<BatchView> {
  for (;;) {
    const batch = await api('GET', `/batches/${id}`)
    seen(batch)
    if (!isUnderWay(batch)) return batch
    await new Promise((wait) => setTimeout(wait, EACH_MS))
  }
}

/** Says what a batch did, and takes it back where that is asked. */
export function useBatches(changed: () => unknown) {
  const notices = useNotices()
  function tell({ id, words, state, ended, refused, stayed, undoable }: BatchView): void {
    changed()
    if (!ended) return
    const rest = [
      refused ? say.refusedRefused(refused) : '',
      stayed ? say.stayedSo(stayed) : '',
      state === 'cancelled' ? say.stopped : '',
      state === 'failed' ? say.thenSomethingFailed : '',
    ]
    const said = [`${words}: ${common.countedItems(ended - refused - stayed)}`, ...rest.filter(Boolean)].join('; ')
    notices.done(said, undoable ? { label: common.undo, run: () => undo(id) } : undefined)
  }
  async function undo(id: string): Promise<void> {
    try {
      const { batch } = await api('POST', `/batches/${id}/undo`)
      const { ended, refused, stayed } = await watchBatch(batch)
      notices.done(
        say.takenBackSoMany(common.countedItems(ended - refused - stayed), refused ? say.andHadChangedSinceAndStay(refused) : ''),
      )
    } catch (error) {
      notices.trouble(error)
    }
    changed()
  }
  return { tell, undo }
}
