import type { Content } from './content'
import { plain, type Text } from './inline'
import { mapTexts, replaceSpots, type Spot } from './texts'

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

/** What finds the words of a query in a text; `null` where there is nothing to find. */
export function matcher({ words, exactCase, wholeWords }: Query): RegExp | null {
  if (!words) return null
  const escaped = words.normalize('NFC').replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const edge = '[\\p{L}\\p{N}_]'
  return new RegExp(wholeWords ? `(?<!${edge})${escaped}(?!${edge})` : escaped, exactCase ? 'gu' : 'giu')
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
  const spots = (text: Text): Spot[] => [...plain(text).matchAll(match)].map((hit) => [hit.index, hit.index + hit[0].length])
  const touches = (place: Found['place']) => !only || JSON.stringify(only) === JSON.stringify(place)
  const fields = { ...content.fields }
  for (const name of ['title', 'summary'] as const)
    if (fields[name] !== undefined && touches({ field: name })) fields[name] = line(fields[name]!)
  const hit = new Set(find(content, query).flatMap(({ place }) => ('block' in place ? place.block : [])))
  const body = content.body.map((block) =>
    hit.has(block.id) && touches({ block: block.id })
      ? mapTexts(block, (text) => replaceSpots(text, spots(text), replacement), line)
      : block,
  )
  return { fields, body }
}
