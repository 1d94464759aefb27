import { useDebounceFn, useEventListener } from '@vueuse/core'
import { EMPTY_TIMELINE, record, redo, undo, type Timeline } from '~~/core/history/timeline'
import { editsBetween, replay } from '~~/core/content/between'
import type { Block } from '~~/core/content/blocks'
import type { Content } from '~~/core/content/content'
import type { Edit } from '~~/core/content/edits'
import type { FieldName, Fields } from '~~/core/content/fields'
import { api, ApiProblem } from '~/composables/api'
import { localCopy } from '~/composables/localCopy'

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'offline' | 'refused' | 'conflict'

interface Saved {
  version: string
  number: number
  at: string
  review: string
  merged: boolean
}
/** A place that was changed here and elsewhere: a block's id or a field's name, and what is saved there. */
export interface ConflictPlace {
  place: string
  field?: string
  theirs: unknown
}
export type Side = 'mine' | 'theirs'

const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const PAUSE_MS = 700
const RETRY_MS = 3_000

/**
 * A draft at hand: its content as the person sees it, saved by itself a moment after each change. What others saved in
 * other places is merged in; the same place changed by two becomes a question; a lost line is tried again until it holds,
 * and what is not saved yet is kept on this computer. Every change can be undone, also after a reload.
 */
export function useDraft(
  start: { draft: string; head: string; number: number; savedAt: string; content: Content },
  afterSave: (saved: Saved) => void,
) {
  // Contents are never changed in place: each change makes a new one that shares what stayed.
  const content = shallowRef<Content>(clone(start.content))
  const state = ref<SaveState>('saved')
  const problem = ref<string[]>([])
  const conflicts = ref<ConflictPlace[]>([])
  const head = ref(start.head)
  const number = ref(start.number)
  const savedAt = ref(start.savedAt)
  /** What is saved; it shares with the content what is not changed, so that few blocks need comparing. */
  let base: Content = content.value
  let retry: ReturnType<typeof setTimeout> | undefined
  let running: Promise<void> | undefined
  const timeline = shallowRef<Timeline>(EMPTY_TIMELINE)
  const copy = localCopy(start.draft)
  /** Unsaved work of an earlier visit, offered back. */
  const left = shallowRef<{ at: string; edits: Edit[] } | null>(null)

  const pending = (): Edit[] => editsBetween(base, content.value)

  async function send(extra: { named?: boolean; note?: string } = {}): Promise<void> {
    clearTimeout(retry)
    const edits = pending()
    if (!edits.length && !extra.named) {
      state.value = 'saved'
      return
    }
    const sent = content.value
    state.value = 'saving'
    try {
      const saved = await api<Saved>('POST', `/drafts/${start.draft}/edits`, { body: { base: head.value, edits, ...extra } })
      problem.value = []
      await adopt(saved, sent)
      afterSave(saved)
      state.value = pending().length ? 'unsaved' : 'saved'
      if (state.value === 'unsaved') void saveSoon()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.offline) {
        state.value = 'offline'
        retry = setTimeout(() => void save(), RETRY_MS)
      } else if (error.more.conflicts) {
        conflicts.value = (error.more.conflicts as { block?: string; field?: string; theirs: unknown }[]).map(
          ({ block, field, theirs }) => ({
            place: block ?? field!,
            theirs,
            ...(field ? { field } : {}),
          }),
        )
        state.value = 'conflict'
      } else {
        problem.value = error.reasons.map((reason) => reason.detail)
        state.value = 'refused'
      }
    }
  }

  /** Takes the saved version as the new base; loads it when the server knows more than was sent. */
  async function adopt(saved: Saved, sent: Content): Promise<void> {
    head.value = saved.version
    number.value = saved.number
    savedAt.value = saved.at
    if (!saved.merged) {
      base = sent
      return
    }
    const fresh = (await api<{ content: Content }>('GET', `/versions/${saved.version}`)).content
    const since = editsBetween(sent, content.value)
    base = fresh
    content.value = replay(fresh, since)
  }

  /** Saves now, after a save that is under way. */
  function save(extra?: { named?: boolean; note?: string }): Promise<void> {
    running = (running ?? Promise.resolve()).then(() => send(extra))
    return running
  }
  const saveSoon = useDebounceFn(() => save(), PAUSE_MS)

  /** What an earlier visit left is read before anything is kept over it. */
  const looked = copy.read().then((kept) => {
    if (!kept) return
    if (timeline.value === EMPTY_TIMELINE) timeline.value = kept.timeline
    if (kept.edits.length && editsBetween(content.value, replay(content.value, kept.edits)).length)
      left.value = { at: kept.at, edits: kept.edits }
  })
  const keepSoon = useDebounceFn(async () => {
    await looked
    if (!left.value) await copy.keep(state.value === 'saved' ? [] : pending(), timeline.value)
  }, 250)
  watch(state, keepSoon)

  function touched(): void {
    if (state.value !== 'conflict') state.value = state.value === 'saving' ? 'saving' : 'unsaved'
    void keepSoon()
    void saveSoon()
  }

  /** Takes a new content as something the person did. */
  function change(next: Content): void {
    timeline.value = record(timeline.value, content.value, next, performance.timeOrigin + performance.now())
    content.value = next
    touched()
  }

  function turn(by: typeof undo): void {
    const turned = by(timeline.value, content.value)
    if (!turned) return
    timeline.value = turned.timeline
    content.value = turned.content
    touched()
  }

  /** Takes the chosen side at every place of the conflict and saves the rest. */
  async function settle(choices: Record<string, Side>): Promise<void> {
    const item = await api<{ draft: { head: string; number: number; content: Content } | null }>(
      'GET',
      `/items/${itemOf()}?draft=${start.draft}`,
    )
    if (!item.draft) return
    const mine = pending().filter((edit) => choices['block' in edit ? edit.block.id : 'id' in edit ? edit.id : edit.name] !== 'theirs')
    base = item.draft.content
    head.value = item.draft.head
    content.value = replay(item.draft.content, mine)
    restoreMissing(mine)
    conflicts.value = []
    state.value = 'unsaved'
    await save()
  }
  /** A block of mine that the other removed comes back at the end rather than being lost. */
  function restoreMissing(edits: Edit[]): void {
    const there = new Set(content.value.body.map((block) => block.id))
    const missing = edits.flatMap((edit) => (edit.op === 'replace' && !there.has(edit.block.id) ? edit.block : []))
    content.value = { ...content.value, body: [...content.value.body, ...missing] }
  }
  let itemOf = () => ''

  useEventListener(window, 'beforeunload', (event) => {
    if (state.value !== 'saved') event.preventDefault()
  })
  useEventListener(window, 'online', () => void save())
  onScopeDispose(() => clearTimeout(retry))

  return {
    content,
    state,
    problem,
    conflicts,
    head,
    number,
    savedAt,
    save,
    settle,
    /** Takes in what others saved, while nothing of one's own is unsaved. */
    take(newer: { head: string; number: number; savedAt: string; content: Content }) {
      base = clone(newer.content)
      content.value = base
      head.value = newer.head
      number.value = newer.number
      savedAt.value = newer.savedAt
    },
    /** Says how to find the item, for loading its newest version. */
    belongsTo: (item: string) => (itemOf = () => item),
    setField<N extends FieldName>(name: N, value: Fields[N] | null) {
      const fields = { ...content.value.fields }
      if (value === null) delete fields[name]
      else fields[name] = value as never
      change({ ...content.value, fields })
    },
    setBody: (body: Block[]) => change({ ...content.value, body }),
    /** Takes a whole new content as one thing done, such as a place taken back from an earlier version. */
    change,
    undo: () => turn(undo),
    redo: () => turn(redo),
    canUndo: computed(() => timeline.value.done.length > 0),
    canRedo: computed(() => timeline.value.undone.length > 0),
    left,
    /** Takes the unsaved work of an earlier visit in, or drops it. */
    takeLeft(take: boolean) {
      if (take && left.value) change(replay(content.value, left.value.edits))
      else void copy.keep([], timeline.value)
      left.value = null
    },
  }
}
export type DraftAtHand = ReturnType<typeof useDraft>
