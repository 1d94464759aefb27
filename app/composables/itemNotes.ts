import { useSessionStorage } from '@vueuse/core'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { quoteOf, type Quote } from '~~/core/content/quote'
import { grouped } from '~~/core/grouped'
import { api } from '~/composables/api'
import { newBlockId } from '~/composables/ids'
import { useNotices } from '~/stores/notices'
import { useSession } from '~/stores/session'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/composing'

/** A note that began a thread, as the item page has it. */
export type Thread = NonNullable<ItemPage['draft']>['notes'][number]

/** A note that a reviewer has written and not yet sent; it goes out with the return. */
export interface Pin {
  id: string
  place: string
  text: string
  quote?: Quote
  suggestion?: string
}
/** A kept note as it is sent. */
export const sentPin = ({ id: _, ...pin }: Pin) => pin

/** The notes that this person keeps in this tab and has not sent yet, by draft. */
export const useKeptPins = () => useSessionStorage<Record<string, Pin[]>>(`pins of ${useSession().person?.id ?? ''}`, {})

/** Where a note is being written. */
export interface Asked {
  place: string
  quote?: Quote | undefined
}

/** Elements that hold one text each. */
const TEXTS = 'p, li, td, th, h2, h3, h4, dt, dd, figcaption, [role=textbox]'

/** The words in a range as the newest version has them: a comparison shows those of the one before too. */
function wordsIn(range: Range): string {
  const part = range.cloneContents()
  for (const gone of part.querySelectorAll('del')) gone.remove()
  return part.textContent ?? ''
}

/** The words chosen in a block with the mouse or the keyboard, where they stand in one of its texts. */
function chosenWords(block: HTMLElement): Quote | undefined {
  const selection = getSelection()
  if (!selection?.rangeCount || selection.isCollapsed) return
  const range = selection.getRangeAt(0)
  const common = range.commonAncestorContainer
  if (!block.contains(common)) return
  const text = (common instanceof HTMLElement ? common : common.parentElement!).closest<HTMLElement>(TEXTS) ?? block
  const [before, after] = [document.createRange(), document.createRange()]
  before.setStart(text, 0)
  before.setEnd(range.startContainer, range.startOffset)
  after.setStart(range.endContainer, range.endOffset)
  after.setEnd(text, text.childNodes.length)
  const [start, words, end] = [wordsIn(before), wordsIn(range), wordsIn(after)]
  const exact = words.trim()
  const from = start.length + words.indexOf(exact)
  return exact && !exact.includes('\n') ? quoteOf(start + words + end, [from, from + exact.length]) : undefined
}

function makeNotes(
  draft: () => ItemPage['draft'],
  head: () => string | null,
  act: (run: () => Promise<unknown>, said?: string) => Promise<unknown>,
) {
  const notices = useNotices()
  const all = useKeptPins()
  const own = () => draft()?.id ?? ''
  const pins = computed<Pin[]>({
    get: () => all.value[own()] ?? [],
    set: (next) => (all.value = { ...all.value, [own()]: next }),
  })
  const asked = shallowRef<Asked | null>(null)
  const threads = computed(() => grouped(draft()?.notes ?? [], (note) => note.place))
  const pinned = computed(() => grouped(pins.value, (pin) => pin.place))
  return {
    /** Whether the person may return the draft now, and so pin notes for that. */
    pinning: computed(() => (draft()?.mayClear.length ?? 0) > 0),
    pins,
    asked,
    threadsAt: (place: string | null): Thread[] | undefined => threads.value.get(place),
    pinsAt: (place: string): Pin[] | undefined => pinned.value.get(place),
    /** Begins a note at a place; about the words chosen there, if any are. */
    ask(place: string, block?: HTMLElement | null): void {
      asked.value = { place, quote: block ? chosenWords(block) : undefined }
    },
    pin(text: string, suggestion?: string): void {
      const { place, quote } = asked.value!
      const entry: Pin = { id: newBlockId(), place, text, ...(quote ? { quote } : {}), ...(suggestion === undefined ? {} : { suggestion }) }
      pins.value = [...pins.value, entry]
    },
    unpin(pin: Pin): void {
      const before = pins.value
      pins.value = before.filter((entry) => entry.id !== pin.id)
      notices.done(say.noteDeleted, { label: common.undo, run: () => (pins.value = before) })
    },
    answer: (thread: Thread, text: string) => act(() => api('POST', `/notes/${thread.id}/answers`, { body: { text } })),
    resolve: (thread: Thread, resolved: boolean) => act(() => api('PATCH', `/notes/${thread.id}`, { body: { resolved } })),
    take: (thread: Thread) => act(() => api('POST', `/notes/${thread.id}/take`, { ifMatch: head() }), say.theWordsAreInTheText),
  }
}
export type ItemNotes = ReturnType<typeof makeNotes>

const KEY = Symbol('notes') as InjectionKey<ItemNotes>
/** The notes of the item at hand, for all that is shown of it. */
export function provideNotes(...parts: Parameters<typeof makeNotes>): ItemNotes {
  const notes = makeNotes(...parts)
  provide(KEY, notes)
  return notes
}
/** The notes of the item at hand; none where no item is. */
export const useItemNotes = (): ItemNotes | undefined => inject(KEY, undefined)
