import { api, ApiProblem } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useSite } from '~/stores/site'

/** Loads an answer of the API for a screen, with its states; `load` again keeps the old one until the new is here. */
export function useLoad<Address extends string>(path: () => Address) {
  const site = useSite()
  const value = shallowRef<Got<Address> | null>(null)
  const problem = shallowRef<ApiProblem | null>(null)
  const loading = ref(false)
  let turn = 0
  async function load(): Promise<void> {
    const mine = ++turn
    loading.value = true
    try {
      const answer = await api('GET', path())
      if (mine !== turn) return
      value.value = answer
      problem.value = null
    } catch (error) {
      if (mine !== turn) return
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error
      // The clock says it too, with the way to the door.
      if (error.status === 401) void site.refresh()
    } finally {
      if (mine === turn) loading.value = false
    }
  }
  return { value, problem, loading, load }
}
