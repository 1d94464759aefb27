import { normaliseText, styleOf, type Run, type Text } from '../content/inline'
import { diff3 } from './diff3'
import { differencesOf } from './sequence'

/** A run of text that stayed, was added or was taken out. */
export type MarkedRun = Run & { change?: 'added' | 'removed' }
export type MarkedText = MarkedRun[]

/** Cuts a text into words, runs of spaces, and single other signs; joined they are the text again. */
export const tokens = (text: string): string[] => text.match(/[\p{L}\p{N}\p{M}_]+|\s+|[^\p{L}\p{N}\p{M}_\s]/gu) ?? []

/** Rich text as one run a token, each with the style it is in. */
export const tokenRuns = (text: Text): Run[] =>
  normaliseText(text).flatMap((run) => tokens(run.text).map((part) => ({ ...run, text: part })))
/** Equal for runs that readers cannot tell apart. */
export const runKey = (run: Run) => `${styleOf(run)}\u0000${run.text}`

const joined = (runs: MarkedText): MarkedText => {
  const out: MarkedText = []
  for (const run of runs) {
    const last = out.at(-1)
    if (last && last.change === run.change && styleOf(last) === styleOf(run)) last.text += run.text
    else out.push({ ...run })
  }
  return out
}

/**
 * Both texts in one, word by word: what stayed, what was taken out, what was added. Without the added runs it is
 * `before`, without the removed ones `after`, both in normal form. A word whose style changed counts as changed.
 */
export function markText(before: Text, after: Text): MarkedText {
  const [a, b] = [tokenRuns(before), tokenRuns(after)]
  const out: MarkedText = []
  let at = 0
  for (const hunk of differencesOf(a.map(runKey), b.map(runKey))) {
    out.push(...a.slice(at, hunk.aFrom))
    for (const run of a.slice(hunk.aFrom, hunk.aTo)) out.push({ ...run, change: 'removed' })
    for (const run of b.slice(hunk.bFrom, hunk.bTo)) out.push({ ...run, change: 'added' })
    at = hunk.aTo
  }
  out.push(...a.slice(at))
  return joined(out)
}

/** One side of a marked text again. */
export const sideOf = (text: MarkedText, side: 'before' | 'after'): Text =>
  normaliseText(text.filter((run) => run.change !== (side === 'before' ? 'added' : 'removed')).map(({ change: _, ...run }) => run))

/** Both sides' changes to a text in one, or `null` where they touched the same words. */
export function mergeText(base: Text, a: Text, b: Text): Text | null {
  const [o, x, y] = [tokenRuns(base), tokenRuns(a), tokenRuns(b)]
  const out: Run[] = []
  for (const chunk of diff3(o.map(runKey), x.map(runKey), y.map(runKey))) {
    if (chunk.kind === 'conflict') return null
    if (chunk.kind === 'b') out.push(...y.slice(...chunk.b))
    else out.push(...x.slice(...chunk.a))
  }
  return normaliseText(out)
}
