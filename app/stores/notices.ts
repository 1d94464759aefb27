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

/** Why something was refused or failed, and who can help. */
export type Trouble = Pick<Notice, 'text' | 'more'>

/** Short words about what just happened, at the foot of the screen; a refusal stands in the dialog that is open. */
export const useNotices = defineStore('notices', () => {
  const list = ref<Notice[]>([])
  let next = 1
  /** Each open dialog shows a trouble in itself, or takes it away with `null`: the last one is in front. */
  const dialogs: ((trouble: Trouble | null) => void)[] = []
  const close = (id: number) => (list.value = list.value.filter((notice) => notice.id !== id))
  function show(notice: Omit<Notice, 'id'>): void {
    const id = next++
    list.value = [...list.value.slice(-2), { ...notice, id }]
    setTimeout(() => close(id), notice.tone === 'trouble' ? 12_000 : 7_000)
  }
  function done(text: string, action?: Notice['action']): void {
    dialogs.at(-1)?.(null)
    show({ tone: 'done', text, ...(action ? { action } : {}) })
  }
  /** Shows a trouble where it is seen: beneath a dialog it would not be. */
  function tell(words: Trouble): void {
    const inFront = dialogs.at(-1)
    if (inFront) inFront(words)
    else show({ tone: 'trouble', ...words })
  }
  /** Tells of a refusal with its reasons and who can help. */
  function trouble(error: unknown): void {
    if (!(error instanceof ApiProblem)) {
      tell({ text: say.somethingFailedHereWhatWasSaved })
      throw error
    }
    const help = error.reasons.flatMap((reason) => reason.help ?? [])
    tell({
      text: error.reasons.map((reason) => reason.detail).join('. ') || error.title,
      ...(help.length ? { more: say.askHelp(help.slice(0, 3).join(', ')) } : {}),
    })
  }
  /** Has an open dialog show what goes wrong while it is in front; returns what ends that. */
  function tellInDialog(tellIt: (trouble: Trouble | null) => void): () => void {
    dialogs.push(tellIt)
    return () => void dialogs.splice(dialogs.indexOf(tellIt), 1)
  }
  return {
    list,
    close,
    done,
    say: (tone: Notice['tone'], text: string) => (tone === 'trouble' ? tell({ text }) : show({ tone, text })),
    trouble,
    tellInDialog,
  }
})
