import type { Block } from './blocks'
import { normaliseText, type Run, type Text } from './inline'

/** A stretch of a text: the first letter's place, and the place after the last. */
export type Spot = readonly [from: number, to: number]

const isText = (value: unknown): value is Text =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((run: unknown) => typeof run === 'object' && run !== null && typeof (run as Run).text === 'string' && !('entries' in run))

/** Texts in one line that readers see, by kind of block; addresses and settings are not searched. */
const LINES = new Set(['caption', 'source', 'label', 'title', 'alt'])

/** A block with each of its texts put through a function, in reading order. */
export function mapTexts(block: Block, text: (value: Text) => Text, line: (value: string) => string): Block {
  const map = (value: unknown, name: string): unknown => {
    if (isText(value)) return text(value)
    if (typeof value === 'string') return LINES.has(name) ? line(value) : value
    if (Array.isArray(value)) return value.map((part) => map(part, name))
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, key === 'href' ? part : map(part, key)]))
    return value
  }
  return map(block, '') as Block
}

/** A rich text with stretches of it replaced, which do not overlap; new words take the style of the first letter that they replace. */
export function replaceSpots(text: Text, spots: readonly Spot[], replacement: string): Text {
  if (!spots.length) return text
  const out: Run[] = []
  let at = 0
  for (const run of text) {
    const end = at + run.text.length
    let from = at
    for (const [start, stop] of spots) {
      if (stop <= at || start >= end) continue
      if (start > from) out.push({ ...run, text: run.text.slice(from - at, start - at) })
      if (start >= at) out.push({ ...run, text: replacement })
      from = Math.max(from, Math.min(stop, end))
    }
    if (from < end) out.push({ ...run, text: run.text.slice(from - at) })
    at = end
  }
  return normaliseText(out)
}
