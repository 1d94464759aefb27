import { editsBetween } from '../content/between'
import type { Content } from '../content/content'
import type { Edit } from '../content/edits'
import { FIELDS, type FieldName, type FieldRule } from '../content/fields'
import { carryEdits } from './carry'

/** One thing done, as edits there and back. */
export interface Step {
  forth: Edit[]
  back: Edit[]
  /** The one place that was typed in, or `null`; steps in one place soon after each other become one. */
  place: string | null
  /** When, in milliseconds of any clock that only rises. */
  at: number
}

/** What was done and can be undone, and what was undone and can be done again; the newest last. */
export interface Timeline {
  done: Step[]
  undone: Step[]
}

export const EMPTY_TIMELINE: Timeline = { done: [], undone: [] }

/** Fields that are typed, a letter after the other; all else that is done to a field is a thing of its own. */
const TYPED: ReadonlySet<string> = new Set(['line', 'text', 'segment', 'number'] satisfies FieldRule['input'][])
/** Typing in one place within this time is one step. */
const ONE_STEP_MS = 1_000
const MOST_STEPS = 200

const placeOf = (edits: Edit[]): string | null => {
  const [edit] = edits
  if (!edit || edits.length > 1) return null
  if (edit.op === 'field') return TYPED.has(FIELDS[edit.name as FieldName]?.input) ? `field:${edit.name}` : null
  return edit.op === 'replace' ? edit.block.id : null
}

/** Adds what just changed from `before` to `after`; what had been undone can no longer be done again. */
export function record(timeline: Timeline, before: Content, after: Content, at: number): Timeline {
  const forth = editsBetween(before, after)
  if (!forth.length) return timeline
  const place = placeOf(forth)
  const last = timeline.done.at(-1)
  if (last && place !== null && last.place === place && at - last.at < ONE_STEP_MS)
    return { done: [...timeline.done.slice(0, -1), { forth, back: last.back, place, at }], undone: [] }
  return { done: [...timeline.done, { forth, back: editsBetween(after, before), place, at }].slice(-MOST_STEPS), undone: [] }
}

/** The content without the last step; what others wrote since stays. `null`: nothing to undo. */
export function undo(timeline: Timeline, content: Content): { timeline: Timeline; content: Content } | null {
  const step = timeline.done.at(-1)
  if (!step) return null
  return {
    // A step that is done again stands alone: typing after it is a new one.
    timeline: { done: timeline.done.slice(0, -1), undone: [...timeline.undone, { ...step, at: 0 }] },
    content: carryEdits(content, step.forth, step.back),
  }
}

/** The content with the last undone step done again; what others wrote since stays. `null`: nothing was undone. */
export function redo(timeline: Timeline, content: Content): { timeline: Timeline; content: Content } | null {
  const step = timeline.undone.at(-1)
  if (!step) return null
  return {
    timeline: { done: [...timeline.done, step], undone: timeline.undone.slice(0, -1) },
    content: carryEdits(content, step.back, step.forth),
  }
}

/** A timeline whose next step stands alone: typing that goes on after a save is undone apart from what was saved. */
export const closed = (timeline: Timeline): Timeline => {
  const last = timeline.done.at(-1)
  return last && last.at ? { ...timeline, done: [...timeline.done.slice(0, -1), { ...last, at: 0 }] } : timeline
}

const touches = (edit: Edit): string => (edit.op === 'field' ? `field:${edit.name}` : 'id' in edit ? edit.id : edit.block.id)

/**
 * A timeline that forgets what was done at some places (block ids, `field:<name>`) in its newest `steps`: what one gave
 * up there for another's words is neither undone nor done again.
 */
export function without(timeline: Timeline, places: ReadonlySet<string>, steps: number): Timeline {
  const rest = (edits: Edit[]) => edits.filter((edit) => !places.has(touches(edit)))
  const from = timeline.done.length - steps
  const thin = (list: Step[], first: number) =>
    list.flatMap((step, index) => {
      if (index < first) return step
      const [forth, back] = [rest(step.forth), rest(step.back)]
      return forth.length ? { ...step, forth, back } : []
    })
  return { done: thin(timeline.done, from), undone: thin(timeline.undone, 0) }
}
