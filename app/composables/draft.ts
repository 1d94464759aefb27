import { useDebounceFn, useEventListener } from '@vueuse/core'
import { closed, EMPTY_TIMELINE, record, redo, undo, without, type Step, type Timeline } from '~~/core/history/timeline'
import { editsBetween, replay } from '~~/core/content/between'
import type { Block } from '~~/core/blocks/blocks'
import type { Content } from '~~/core/content/content'
import type { Edit } from '~~/core/content/edits'
import type { FieldName, Fields } from '~~/core/content/fields'
import type { Choices, Disagreement } from '~~/core/history/merge'
import { api, ApiProblem } from '~/composables/api'
import { localCopy, type Unsaved } from '~/composables/localCopy'
import type { Answer } from '~/composables/apiTypes'

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'offline' | 'signed-out' | 'refused' | 'conflict'

type Saved = Answer<'POST', `/drafts/${string}/edits`>
interface Edited {
  base: string
  edits: Edit[]
}
/** A save that is under way or was not answered: sent again as it was until it is, so that it happens once. */
interface Sending {
  key: string
  content: Content
  /** The newest step that it holds. */
  step: Step | undefined
  body: Edited & { named?: boolean; note?: string; aside?: Edited; from?: string[] }
}
/** Two people changed one place: what both began from, what is saved now, and where they disagree. */
export interface Conflict {
  base: Content
  theirs: { version: string; number: number; at: string; content: Content }
  places: Disagreement[]
}

/** What an earlier visit left unsaved: what it began from, and the text. */
interface Offer {
  kept: Unsaved
  before: { version: string; content: Content }
  mine: Content
}

const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
/** A save begins after a pause of this length, or this long after the first unsaved change, however one types. */
const PAUSE_MS = 700
const SAVE_WITHIN_MS = 1_500
/** The same for the copy on this computer. */
const KEEP_PAUSE_MS = 150
const KEEP_WITHIN_MS = 300
const RETRY_MS = 3_000
/** The most that a browser sends for a page that closes. */
const LAST_WORDS_BYTES = 60_000

/** Comes with the first merge. Whoever waits for it reads what was written afterwards, with all that was typed meanwhile. */
const merging = () => import('~~/core/history/merge')

/**
 * A draft at hand: its content as the person sees it, saved by itself while one writes. What others saved in other places
 * and other words is merged in; the same words changed by two become a question; a lost line is tried again until it
 * holds, and what is not saved yet is kept on this computer. Every change can be undone, also after a reload.
 */
export function useDraft(
  start: { person: string; draft: string; head: string; number: number; savedAt: string; content: Content },
  afterSave: (saved: Saved) => void,
) {
  // Contents are never changed in place: each change makes a new one that shares what stayed.
  const content = shallowRef<Content>(clone(start.content))
  const state = ref<SaveState>('saved')
  const problem = ref<string[]>([])
  const conflict = shallowRef<Conflict | null>(null)
  /** Whether the question that a conflict asks is looked at; it can be put off. */
  const asking = ref(false)
  const head = ref(start.head)
  const number = ref(start.number)
  const savedAt = ref(start.savedAt)
  /** What is saved; it shares with the content what is not changed, so that few blocks need comparing. */
  let base: Content = content.value
  let retry: ReturnType<typeof setTimeout> | undefined
  /** Whether the person has left the draft. */
  let left = false
  let running: Promise<void> | undefined
  let sending: Sending | undefined
  /** Edits of an earlier visit that were sent and not answered: they may be saved, or still become so. */
  let unanswered: Edit[] = []
  /** Drafts and versions that blocks were copied from since the last save: who wrote there is an author here. */
  let copiedFrom: string[] = []
  /** One's own text that a choice gave up; it goes with the next save. */
  let aside: Edited | undefined
  const timeline = shallowRef<Timeline>(EMPTY_TIMELINE)
  /** The newest step that is saved. */
  let lastSaved: Step | undefined
  const copy = localCopy(start.person, start.draft)
  /** Unsaved work of earlier visits, offered back one by one. */
  const offers = shallowRef<Offer[]>([])

  const pending = (): Edit[] => editsBetween(base, content.value)

  async function send(extra: { named?: boolean; note?: string } = {}): Promise<void> {
    clearTimeout(retry)
    // Signed out and left: the text is kept on this computer and offered when the draft is opened again.
    if (left && state.value === 'signed-out') return
    if (conflict.value && !(await resolve({}))) return
    if (!sending && !pending().length && !extra.named && !aside) {
      state.value = 'saved'
      return
    }
    // One that was not answered goes first, as it was; what came since is the next.
    const again = sending !== undefined
    const { key, body, content: sent, step } = (sending ??= begin(extra))
    state.value = 'saving'
    // What is sent is kept as sent first: should the tab be gone before the answer, its text is not taken for another's.
    if (!again) await keep()
    try {
      const saved = await api('POST', `/drafts/${start.draft}/edits`, { body, key })
      // Until it is taken in, it is asked for again under its key: a line may drop between the two.
      await adopt(saved, sent)
      sending = undefined
      aside = undefined
      copiedFrom = copiedFrom.filter((source) => !body.from?.includes(source))
      lastSaved = step
      problem.value = []
      afterSave(saved)
      if (conflict.value) return
      if (again) return await send(extra)
      state.value = pending().length ? 'unsaved' : 'saved'
      if (state.value === 'unsaved') void saveSoon()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.passing) return tryLater()
      sending = undefined
      if (error.more.conflicts) {
        if (!(await meet(String(error.more.head)))) return tryLater()
        if (await resolve({})) return await send(extra)
        asking.value = true
      } else if (error.status === 401) state.value = 'signed-out'
      else {
        problem.value = error.reasons.map((reason) => reason.detail)
        state.value = 'refused'
      }
    }
  }

  /** A save of what is pending; it is the same however often it has to be sent. */
  function begin(extra: { named?: boolean; note?: string } = {}): Sending {
    timeline.value = closed(timeline.value)
    return {
      step: timeline.value.done.at(-1),
      key: crypto.randomUUID(),
      content: content.value,
      body: {
        base: head.value,
        edits: pending(),
        ...extra,
        ...(aside ? { aside } : {}),
        ...(copiedFrom.length ? { from: copiedFrom } : {}),
      },
    }
  }

  /** Takes the saved version as the new base; loads it when the server knows more than was sent. */
  async function adopt(saved: Saved, sent: Content): Promise<void> {
    let fresh = sent
    if (saved.merged) {
      fresh = (await versionOf(saved.version)).content
      const { merge } = await merging()
      const merged = merge(sent, content.value, fresh)
      if (!merged.ok) {
        conflict.value = { base: sent, theirs: { ...saved, content: fresh }, places: merged.conflicts }
        asking.value = true
        state.value = 'conflict'
        return
      }
      content.value = merged.content
    }
    base = fresh
    head.value = saved.version
    number.value = saved.number
    savedAt.value = saved.at
  }

  const versionOf = (id: string) => api('GET', `/versions/${id}`)

  function tryLater(): void {
    state.value = 'offline'
    retry = setTimeout(() => void save(), RETRY_MS)
  }

  /** What is saved now changes the same words as this person did. Returns whether it could be loaded, for merging or asking. */
  async function meet(version: string): Promise<boolean> {
    const now = await versionOf(version).catch((error: unknown) => {
      if (error instanceof ApiProblem && error.passing) return null
      throw error
    })
    if (!now) return false
    // What is saved may be what was sent by the visit before: then that is what both began from.
    const own = unanswered.length > 0 && !changes(now.content, unanswered)
    conflict.value = { base: own ? replay(base, unanswered) : base, theirs: { version, ...now }, places: [] }
    return true
  }

  /**
   * Settles a conflict by the choice for each place (`a` is this person's side), or by none where what was written
   * meanwhile leaves nothing to ask. Text of one's own that is given up is kept as a version. Returns whether it could.
   */
  async function resolve(choices: Choices): Promise<boolean> {
    const met = conflict.value!
    const { base: from, theirs } = met
    const { merge } = await merging()
    // Another save may have settled it while this one waited.
    if (conflict.value?.theirs !== theirs) return false
    const merged = merge(from, content.value, theirs.content, choices)
    if (!merged.ok) {
      conflict.value = { ...met, places: merged.conflicts }
      state.value = 'conflict'
      return false
    }
    const given = Object.entries(choices).flatMap(([place, choice]) => (choice === 'a' ? [] : place))
    if (given.length) {
      aside = { base: head.value, edits: pending() }
      const { done } = timeline.value
      const saved = lastSaved ? done.indexOf(lastSaved) + 1 : 0
      timeline.value = without(timeline.value, new Set(given), done.length - saved)
    }
    base = theirs.content
    head.value = theirs.version
    number.value = theirs.number
    savedAt.value = theirs.at
    content.value = merged.content
    conflict.value = null
    asking.value = false
    state.value = 'unsaved'
    return true
  }
  /** The same for a person's choices, which are saved at once. */
  async function settle(choices: Choices): Promise<void> {
    if (conflict.value && (await resolve(choices))) await save()
  }

  /** Saves now, after a save that is under way. */
  function save(extra?: { named?: boolean; note?: string }): Promise<void> {
    // A save that stopped at a fault of ours is told where it is waited for, and does not stop the next.
    running = (running ?? Promise.resolve()).catch(() => undefined).then(() => send(extra))
    return running
  }
  const saveSoon = useDebounceFn(() => save(), PAUSE_MS, { maxWait: SAVE_WITHIN_MS })

  const unsaved = (): Unsaved | null => {
    const edits = pending()
    const sent = sending ? editsBetween(base, sending.content) : []
    return edits.length || sent.length ? { at: new Date().toISOString(), base: head.value, edits, sent } : null
  }
  /** What earlier visits left is read before anything is kept over it. */
  const lookingBack = ref(true)
  const looked = lookBack()
    .catch((error: unknown) => console.error('What was kept cannot be offered now; it stays kept', error))
    .finally(() => (lookingBack.value = false))
  async function lookBack(): Promise<void> {
    const [kept, steps] = await Promise.all([copy.left(), copy.timeline()])
    if (steps && timeline.value === EMPTY_TIMELINE) timeline.value = steps
    lastSaved ??= timeline.value.done.at(-1)
    // It lies apart before anything new is kept, whatever comes of offering it.
    await copy.keepLeft(kept)
    offers.value = (await Promise.all(kept.map(offerOf))).flatMap((offer) => offer ?? [])
    await copy.keepLeft(offers.value.map(({ kept: one }) => one))
    await copy.keep(unsaved())
  }
  /** What was left, as it would be taken in; `null` where it is saved already. */
  async function offerOf(kept: Unsaved): Promise<Offer | null> {
    try {
      const from = kept.base === start.head ? start.content : (await versionOf(kept.base)).content
      const mine = replay(from, kept.edits)
      // A save that was not answered may have happened all the same.
      const arrived = kept.sent.length > 0 && !changes(start.content, kept.sent)
      const before = arrived ? { version: start.head, content: replay(from, kept.sent) } : { version: kept.base, content: from }
      const { merge } = await merging()
      const merged = merge(before.content, mine, start.content)
      return merged.ok && !editsBetween(start.content, merged.content).length ? null : { kept, before, mine }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      // The version cannot be had now; what was written is offered as it stands.
      return { kept, before: { version: start.head, content: start.content }, mine: replay(start.content, kept.edits) }
    }
  }

  const changes = (on: Content, edits: Edit[]) => editsBetween(on, replay(on, edits)).length > 0

  const keep = async () => {
    await looked
    await copy.keep(unsaved())
  }
  const keepSoon = useDebounceFn(keep, KEEP_PAUSE_MS, { maxWait: KEEP_WITHIN_MS })
  const keepSteps = useDebounceFn(() => copy.keepTimeline(timeline.value), KEEP_PAUSE_MS, { maxWait: 1_000 })
  watch(state, () => void keepSoon())
  watch(timeline, () => void keepSteps())

  /** The page may be gone in the next moment: what is unsaved is kept at once, and sent without waiting for an answer. */
  function lastWords(): void {
    void copy.keepTimeline(timeline.value)
    if (!unsaved()) return
    if (!conflict.value && !sending && state.value !== 'signed-out') {
      const last = begin()
      if (JSON.stringify(last.body).length < LAST_WORDS_BYTES) {
        // Should the page stay after all, the same save is asked for again, and happens once.
        sending = last
        api('POST', `/drafts/${start.draft}/edits`, { body: last.body, key: last.key, keepalive: true }).catch(() => undefined)
        void saveSoon()
      }
    }
    copy.keepNow(unsaved()!)
  }
  useEventListener(window, 'pagehide', lastWords)
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && lastWords())
  onScopeDispose(() => {
    clearTimeout(retry)
    lastWords()
    left = true
  })

  function touched(): void {
    if (!['conflict', 'saving', 'signed-out'].includes(state.value)) state.value = 'unsaved'
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

  useEventListener(window, 'beforeunload', (event) => {
    // This computer keeps what is unsaved and offers it again; only where it cannot, one is asked.
    if (state.value !== 'saved' && !copy.works) event.preventDefault()
  })
  useEventListener(window, 'online', () => void save())

  return {
    content,
    state,
    problem,
    conflict,
    asking,
    head,
    number,
    savedAt,
    save,
    settle,
    /**
     * Takes in what others saved, where nothing of one's own is unsaved; else the next save brings it. An answer that comes
     * late may be older than what is saved: that is passed over.
     */
    take(newer: { head: string; number: number; savedAt: string; content: Content }) {
      if (newer.number <= number.value || state.value !== 'saved' || pending().length) return
      base = clone(newer.content)
      content.value = base
      head.value = newer.head
      number.value = newer.number
      savedAt.value = newer.savedAt
    },
    setField<N extends FieldName>(name: N, value: Fields[N] | null) {
      const fields = { ...content.value.fields }
      if (value === null) delete fields[name]
      else fields[name] = value as never
      change({ ...content.value, fields })
    },
    setBody: (body: Block[]) => change({ ...content.value, body }),
    /** Says that what is put in next was copied from a draft or version. */
    copyFrom(source: string) {
      if (source !== start.draft) copiedFrom = [...new Set([...copiedFrom, source])]
    },
    /** Takes a whole new content as one thing done, such as a place taken back from an earlier version. */
    change,
    undo: () => turn(undo),
    redo: () => turn(redo),
    canUndo: computed(() => timeline.value.done.length > 0),
    canRedo: computed(() => timeline.value.undone.length > 0),
    /** Whether this computer keeps what is not saved. */
    keeps: () => copy.works,
    offers,
    /** Whether it is not known yet what earlier visits left. */
    lookingBack,
    /** Takes the first of what earlier visits left in, or drops it. */
    async takeLeft(take: boolean) {
      const { merge } = await merging()
      // What was written since is saved first: where the two disagree, the question is about what is saved.
      if (take && pending().length) await save()
      if (take && pending().length) return
      const [offer, ...rest] = offers.value
      offers.value = rest
      if (offer && take) {
        unanswered = offer.kept.sent
        const merged = merge(offer.before.content, offer.mine, content.value)
        if (merged.ok) change(merged.content)
        else {
          conflict.value = {
            base: offer.before.content,
            theirs: { version: head.value, number: number.value, at: savedAt.value, content: base },
            places: merged.conflicts,
          }
          head.value = offer.before.version
          base = offer.before.content
          content.value = offer.mine
          asking.value = true
          state.value = 'conflict'
        }
        await keep()
      }
      await copy.keepLeft(rest.map(({ kept }) => kept))
    },
  }
}
export type DraftAtHand = ReturnType<typeof useDraft>
