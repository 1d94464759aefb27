import type { Text } from '../content/inline'
import { differencesOf } from './sequence'
import { markText, type MarkedRun, type MarkedText } from './words'

const all = (text: Text, change: 'added' | 'removed'): MarkedText => text.map((run): MarkedRun => ({ ...run, change }))

/** Pairs the parts of two lists: equal ones stay; between them the nth removed meets the nth added; the rest stand alone. */
export function pairs<T>(before: readonly T[], after: readonly T[], key: (part: T) => string): { before?: T; after?: T }[] {
  const out: { before?: T; after?: T }[] = []
  let [x, y] = [0, 0]
  const same = (to: number) => {
    for (; x < to; x++, y++) out.push({ before: before[x]!, after: after[y]! })
  }
  for (const hunk of differencesOf(before.map(key), after.map(key))) {
    same(hunk.aFrom)
    for (; x < hunk.aTo || y < hunk.bTo;) {
      const pair: { before?: T; after?: T } = {}
      if (x < hunk.aTo) pair.before = before[x++]!
      if (y < hunk.bTo) pair.after = after[y++]!
      out.push(pair)
    }
  }
  same(before.length)
  return out
}

/** Two states of a text in one, changed words marked; either may be missing. */
export const markBoth = (before: Text | undefined, after: Text | undefined): MarkedText =>
  before && after ? markText(before, after) : before ? all(before, 'removed') : all(after ?? [], 'added')
