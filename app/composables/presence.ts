import { useEventListener, useIntervalFn } from '@vueuse/core'
import { api, ApiProblem } from '~/composables/api'
import { newBlockId } from '~/composables/ids'
import type { Answer } from '~/composables/apiTypes'

export type Present = Answer<'POST', `/drafts/${string}/presence`>['others'][number]

const EVERY_MS = 8_000

/** Tells the others in a draft where this person is, and who else is there; refreshed at a move and every few seconds. */
export function usePresence(draft: string) {
  const others = shallowRef<Present[]>([])
  const tab = newBlockId()
  let place: string | null = null
  const tell = async () => {
    try {
      others.value = (await api('POST', `/drafts/${draft}/presence`, { body: { tab, place } })).others
    } catch (error) {
      // Without a line nobody is known to be here; the draft itself says that the line is down.
      if (!(error instanceof ApiProblem)) throw error
      others.value = []
    }
  }
  useIntervalFn(tell, EVERY_MS, { immediateCallback: true })
  useEventListener(window, 'focusin', (event) => {
    const now = (event.target as HTMLElement).closest<HTMLElement>('[data-block]')?.dataset.block ?? null
    if (now === place) return
    place = now
    void tell()
  })
  const leave = () =>
    void fetch(`/api/v1/drafts/${draft}/presence`, {
      method: 'POST',
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ tab, place: null, left: true }),
    }).catch(() => undefined)
  useEventListener(window, 'pagehide', leave)
  onScopeDispose(leave)
  return others
}
