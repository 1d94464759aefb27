import { api, ApiProblem } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import * as say from '~~/core/words/office/composing'

const HIDDEN = say.anItemYouCannotSee

async function titleOf(item: string): Promise<string> {
  try {
    return (await api('GET', `/items/${item}`)).title
  } catch (error) {
    if (error instanceof ApiProblem && (error.status === 403 || error.status === 404)) return HIDDEN
    throw error
  }
}

/** Titles of items by their ids, each asked for once. An item that may not be seen is called so; what did not load is asked for `again`. */
export function useTitles() {
  const titles = reactive(new Map<string, string>())
  const {
    run: need,
    problem,
    again,
  } = useAttempt(async (items: readonly string[]) => {
    await Promise.all(items.filter((item) => !titles.has(item)).map(async (item) => titles.set(item, await titleOf(item))))
  })
  return { titles, need, problem, again }
}
