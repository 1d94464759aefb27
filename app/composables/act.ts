import { ApiProblem } from '~/composables/api'
import type { Reason } from '~~/core/outcome'
import { useNotices } from '~/stores/notices'

/** Work that a change of rights would leave without people, and how to make the change all the same. */
export interface Stranding {
  reasons: Reason[]
  anyway: () => Promise<void>
}

/**
 * Runs a command of a screen: says what happened and goes on, or why not, and keeps the form as it is. A change of rights
 * that would strand work is asked about first: `run` gets what to put after its path.
 */
export function useAct(afterwards: () => unknown) {
  const notices = useNotices()
  const busy = ref(false)
  /** Why the last one was refused. */
  const refusals = shallowRef<Reason[]>([])
  const strands = shallowRef<Stranding | null>(null)
  async function act(run: (query: string) => Promise<unknown>, said: string, query = ''): Promise<void> {
    busy.value = true
    refusals.value = []
    strands.value = null
    try {
      await run(query)
      notices.done(said)
      await afterwards()
    } catch (error) {
      if (error instanceof ApiProblem && error.more.type === 'urn:yieldgate:problem:would-strand')
        strands.value = { reasons: error.reasons, anyway: () => act(run, said, '?anyway=yes') }
      else {
        notices.trouble(error)
        if (error instanceof ApiProblem) refusals.value = error.reasons
      }
    } finally {
      busy.value = false
    }
  }
  return { act, busy, refusals, strands }
}
