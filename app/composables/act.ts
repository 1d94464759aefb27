import { ApiProblem } from '~/composables/api'
import type { Reason } from '~~/core/outcome'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/composing'

/** Work that a change of rights would leave without people, and how to make the change all the same. */
export interface Stranding {
  reasons: Reason[]
  /** How many more pieces of work there are than the reasons name. */
  more: number
  anyway: () => Promise<boolean>
}

/** What is put after the path of a command: nothing, or that stranded work was seen and accepted. */
type Accepting = '' | '?anyway=yes'
type Command = (query: Accepting) => Promise<unknown>

/** What is said of a change of rights that waits for a second steward; `null` where a command was done. */
function waitsFor(answer: unknown): string | null {
  const waits = (answer as { waits?: { for: string[] } | null } | undefined)?.waits
  if (!waits) return null
  const names = waits.for.length < 4 ? waits.for : [...waits.for.slice(0, 2), say.anotherSteward]
  return say.itWaitsForASecondSteward(names.join(say.or))
}

/**
 * Runs a command of a screen: says what happened and goes on, or why not, and keeps the form as it is. Returns whether it was done. A change of rights
 * that would strand work is asked about first: `run` gets what to put after its path. One that waits for a second steward says so. What can be taken back at once says how.
 */
export function useAct(afterwards: () => unknown) {
  const notices = useNotices()
  const busy = ref(false)
  /** Why the last one was refused. */
  const refusals = shallowRef<Reason[]>([])
  const strands = shallowRef<Stranding | null>(null)
  async function perform(run: Command, said: string, query: Accepting, undo?: Command): Promise<boolean> {
    busy.value = true
    refusals.value = []
    strands.value = null
    try {
      const waits = waitsFor(await run(query))
      notices.done(waits ?? said, waits || !undo ? undefined : { label: common.undo, run: () => perform(undo, say.undone, '') })
      await afterwards()
      return true
    } catch (error) {
      if (error instanceof ApiProblem && error.more.type === 'urn:yieldgate:problem:would-strand')
        strands.value = {
          reasons: error.reasons,
          more: Number(error.more.stranded ?? 0) - error.reasons.length,
          anyway: () => perform(run, said, '?anyway=yes', undo),
        }
      else {
        notices.trouble(error)
        if (error instanceof ApiProblem) refusals.value = error.reasons
      }
      return false
    } finally {
      busy.value = false
    }
  }
  const act = (run: Command, said: string, undo?: Command) => perform(run, said, '', undo)
  return { act, busy, refusals, strands }
}
