import { defineStore } from 'pinia'
import { ApiProblem } from '~/composables/api'
import * as say from '~~/core/words/office/frame'

export interface Notice {
  id: number
  tone: 'done' | 'trouble'
  text: string
  more?: string
  action?: { label: string; run: () => unknown }
}

/** Short words about what just happened, at the foot of the screen. */
export const useNotices = defineStore('notices', () => {
  const list = ref<Notice[]>([])
  let next = 1
  const close = (id: number) => (list.value = list.value.filter((notice) => notice.id !== id))
  function show(notice: Omit<Notice, 'id'>): void {
    const id = next++
    list.value = [...list.value.slice(-2), { ...notice, id }]
    setTimeout(() => close(id), notice.tone === 'trouble' ? 12_000 : 7_000)
  }
  const done = (text: string, action?: Notice['action']) => show({ tone: 'done', text, ...(action ? { action } : {}) })
  /** Tells of a refusal with its reasons and who can help. */
  function trouble(error: unknown): void {
    if (!(error instanceof ApiProblem)) {
      show({ tone: 'trouble', text: say.somethingFailedHereWhatWasSaved })
      throw error
    }
    const help = error.reasons.flatMap((reason) => reason.help ?? [])
    show({
      tone: 'trouble',
      text: error.reasons.map((reason) => reason.detail).join('. ') || error.title,
      ...(help.length ? { more: say.askHelp(help.slice(0, 3).join(', ')) } : {}),
    })
  }
  return { list, close, done, say: (tone: Notice['tone'], text: string) => show({ tone, text }), trouble }
})
