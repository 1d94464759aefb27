import { numberWords } from '~~/core/words/number'
import type { Listed } from '~/components/content/columns'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/composing'

/**
 * The rows of a list that are chosen, by item with the draft that each row shows; or all that the list has, also those that are
 * not here. `loaded` answers the rows that are.
 */
export function useChosenRows(total: () => number, loaded: () => Listed[]) {
  const notices = useNotices()
  const chosen = ref(new Map<string, string | null>())
  const all = ref(false)
  const count = computed(() => (all.value ? total() : chosen.value.size))
  function chooseAll(on: boolean): void {
    chosen.value = new Map()
    all.value = on
  }
  function choose(rows: Listed[], on: boolean): void {
    const next = new Map(chosen.value)
    if (all.value) {
      // One taken from all: those that are here stay chosen, the rest cannot be named one by one.
      for (const row of loaded()) next.set(row.id, row.draft)
      all.value = false
      if (total() > next.size) notices.say('done', say.chosenAreThoseLoaded(next.size, numberWords(total())))
    }
    for (const row of rows) {
      if (on) next.set(row.id, row.draft)
      else next.delete(row.id)
    }
    chosen.value = next
  }
  return { chosen, all, count, choose, chooseAll }
}
