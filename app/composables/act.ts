import { ApiProblem } from '~/composables/api'
import type { Reason } from '~~/core/outcome'
import { useNotices } from '~/stores/notices'

/** Runs a command of a screen: says what happened and goes on, or why not, and keeps the form as it is. */
export function useAct(afterwards: () => unknown) {
  const notices = useNotices()
  const busy = ref(false)
  /** Why the last one was refused. */
  const refusals = shallowRef<Reason[]>([])
  async function act(run: () => Promise<unknown>, said: string): Promise<void> {
    busy.value = true
    refusals.value = []
    try {
      await run()
      notices.done(said)
      await afterwards()
    } catch (error) {
      notices.trouble(error)
      if (error instanceof ApiProblem) refusals.value = error.reasons
    } finally {
      busy.value = false
    }
  }
  return { act, busy, refusals }
}
