import type { Block } from '../blocks/blocks'
import { isText, normaliseText, type Run, type Text } from './inline'

/** A stretch of a text: the first letter's place, and the place after the last. */
export type Spot = readonly [from: number, to: number]

const isWritten = (value: unknown): value is Text => isText(value) && value.length > 0

/** Texts in one line that readers see, by kind of block; addresses and settings are not searched. */
const LINES = new Set(['caption', 'source', 'label', 'title', 'alt'])

/** A block with each of its texts put through a function, in reading order. */
export function mapTexts(block: Block, text: (value: Text) => Text, line: (value: string) => string): Block {
  const map = (value: unknown, name: string): unknown => {
    if (isWritten(value)) return text(value)
    if (typeof value === 'string') return LINES.has(name) ? line(value) : value
    if (Array.isArray(value)) return value.map((part) => map(part, name))
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, key === 'href' ? part : map(part, key)]))
    return value
  }
  return map(block, '') as Block
}

interface Shown {
  media: string | null
  alt: string
  decorative: boolean
}
const isShown = (value: object): value is Shown => 'alt' in value && 'media' in value && 'decorative' in value

/** A block with the words of each picture that it shows put through a function, in reading order. */
export function mapPictures(block: Block, alt: (picture: Shown) => string): Block {
  const map = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(map)
    if (!value || typeof value !== 'object') return value
    const mapped = Object.fromEntries(Object.entries(value).map(([key, part]) => [key, map(part)]))
    return isShown(value) ? { ...mapped, alt: alt(value) } : mapped
  }
  return map(block) as Block
}

/** Where a link stands: the text around it, and the place of its own words in that. */
export interface Linked {
  href: string
  text: string
  spot: Spot
}

/** A block with each address that it leads to put through a function, in reading order. */
export function mapLinks(block: Block, to: (link: Linked) => string): Block {
  const map = (value: unknown): unknown => {
    if (isWritten(value)) {
      const text = value.map((run) => run.text).join('')
      let at = 0
      return normaliseText(
        value.map((run) => {
          const spot: Spot = [at, (at += run.text.length)]
          return run.href === undefined ? run : { ...run, href: to({ href: run.href, text, spot }) }
        }),
      )
    }
    if (Array.isArray(value)) return value.map(map)
    if (!value || typeof value !== 'object') return value
    const mapped = Object.fromEntries(Object.entries(value).map(([key, part]) => [key, map(part)]))
    if (!('href' in value) || typeof value.href !== 'string' || !value.href) return mapped
    const words = [value].flatMap((own) => ('label' in own ? own.label : 'title' in own ? own.title : 'role' in own ? own.role : ''))
    const text = String(words[0] ?? '')
    return { ...mapped, href: to({ href: value.href, text, spot: [0, text.length] }) }
  }
  return map(block) as Block
}

/** A rich text with stretches of it replaced, which do not overlap; new words take the style of the first letter that they replace. */
export function replaceSpots(text: Text, spots: readonly Spot[], replacement: string | ((spot: Spot) => string)): Text {
  const becomes = typeof replacement === 'string' ? () => replacement : replacement
  if (!spots.length) return text
  const out: Run[] = []
  let at = 0
  let next = 0
  for (const run of text) {
    const end = at + run.text.length
    let from = at
    while (next < spots.length && spots[next]![1] <= at) next++
    // A spot may reach into the next run.
    for (let n = next; n < spots.length && spots[n]![0] < end; n++) {
      const spot = spots[n]!
      const [start, stop] = spot
      if (stop <= at) continue
      if (start > from) out.push({ ...run, text: run.text.slice(from - at, start - at) })
      if (start >= at) out.push({ ...run, text: becomes(spot) })
      from = Math.max(from, Math.min(stop, end))
    }
    if (from < end) out.push({ ...run, text: run.text.slice(from - at) })
    at = end
  }
  return normaliseText(out)
}
