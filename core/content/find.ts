import type { Block } from './blocks'
import type { Content } from './content'
import { normaliseText, plain, type Run, type Text } from './inline'

export interface Query {
  words: string
  /** Whether capital and small letters differ. */
  exactCase: boolean
  /** Whether only whole words count. */
  wholeWords: boolean
}

/** Where a query stands in a page: how often, in which block or field. */
export interface Found {
  place: { block: string } | { field: 'title' | 'summary' }
  count: number
  /** Some words around the first one. */
  around: string
}

const AROUND = 30

function matcher({ words, exactCase, wholeWords }: Query): RegExp | null {
  if (!words) return null
  const escaped = words.normalize('NFC').replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const edge = '[\\p{L}\\p{N}_]'
  return new RegExp(wholeWords ? `(?<!${edge})${escaped}(?!${edge})` : escaped, exactCase ? 'gu' : 'giu')
}

const isText = (value: unknown): value is Text =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((run: unknown) => typeof run === 'object' && run !== null && typeof (run as Run).text === 'string' && !('entries' in run))

/** Texts in one line that readers see, by kind of block; addresses and settings are not searched. */
const LINES = new Set(['caption', 'source', 'label', 'title', 'alt'])

/** A block with each of its texts put through a function; the block itself when none changed. */
function mapTexts(block: Block, text: (value: Text) => Text, line: (value: string) => string): Block {
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

/** A rich text with each match replaced; the new words take the style of the first letter that they replace. */
function replaceIn(text: Text, match: RegExp, replacement: string): Text {
  const words = plain(text)
  const spots = [...words.matchAll(match)].map((found) => [found.index, found.index + found[0].length] as const)
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

/** Every place of a page that has the words, in reading order. */
export function find(content: Content, query: Query): Found[] {
  const match = matcher(query)
  if (!match) return []
  const found: Found[] = []
  const look = (place: Found['place'], texts: string[]) => {
    let count = 0
    let around = ''
    for (const words of texts)
      for (const hit of words.matchAll(match)) {
        if (!count++) around = words.slice(Math.max(0, hit.index - AROUND), hit.index + hit[0].length + AROUND)
      }
    if (count) found.push({ place, count, around })
  }
  look({ field: 'title' }, [content.fields.title ?? ''])
  look({ field: 'summary' }, [content.fields.summary ?? ''])
  for (const block of content.body) {
    const texts: string[] = []
    mapTexts(
      block,
      (text) => (texts.push(plain(text)), text),
      (line) => (texts.push(line), line),
    )
    look({ block: block.id }, texts)
  }
  return found
}

/** The page with every match replaced, or those of one place only. Blocks without a match stay the same objects. */
export function replace(content: Content, query: Query, replacement: string, only?: Found['place']): Content {
  const match = matcher(query)
  if (!match) return content
  const line = (text: string) => text.replace(match, () => replacement)
  const touches = (place: Found['place']) => !only || JSON.stringify(only) === JSON.stringify(place)
  const fields = { ...content.fields }
  for (const name of ['title', 'summary'] as const)
    if (fields[name] !== undefined && touches({ field: name })) fields[name] = line(fields[name]!)
  const hit = new Set(find(content, query).flatMap(({ place }) => ('block' in place ? place.block : [])))
  const body = content.body.map((block) =>
    hit.has(block.id) && touches({ block: block.id }) ? mapTexts(block, (text) => replaceIn(text, match, replacement), line) : block,
  )
  return { fields, body }
}
