import type { Choices } from '~~/core/history/merge'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import type { DraftAtHand } from '~/composables/draft'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/item'

type Update = Got<`/drafts/${string}/update`>

/** Merges what is live into a draft that is behind it; where both changed the same place, those are asked about first. */
export function useBringingUpToDate(
  page: () => ItemPage,
  at: DraftAtHand | null,
  show: { reload: () => void; choosing: () => void; writing: () => void; broughtFrom: (version: string) => void },
) {
  const notices = useNotices()
  /** What there is to choose between; `null` while nothing is. */
  const update = shallowRef<Update | null>(null)
  const updating = ref(false)

  async function bring(choices: Choices): Promise<void> {
    updating.value = true
    const before = at!.head.value
    const number = page().live?.number ?? ''
    try {
      await api('POST', `/drafts/${page().draft!.id}/update`, { body: { choices }, ifMatch: before })
      show.reload()
      update.value = null
      notices.done(say.theDraftHoldsWhatVersionChanged(number), { label: say.seeWhatItBrought, run: () => show.broughtFrom(before) })
      show.writing()
    } catch (error) {
      notices.trouble(error)
      show.reload()
    } finally {
      updating.value = false
    }
  }
  /** Saves what is unsaved and begins: brings up to date at once, or asks where both changed the same place. */
  async function begin(): Promise<void> {
    try {
      if (at && at.state.value !== 'saved') await at.save()
      update.value = await api('GET', `/drafts/${page().draft!.id}/update`)
      if (!update.value.behind) show.reload()
      else if (update.value.conflicts.length) show.choosing()
      else await bring({})
    } catch (error) {
      notices.trouble(error)
    }
  }
  return { update, updating, begin, bring }
}
