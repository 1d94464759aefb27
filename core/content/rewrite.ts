import { z } from 'zod'
import type { Content } from './content'
import type { FieldName, Fields } from './fields'
import { matcher } from './find'
import { hrefSchema, plain, type Text } from './inline'
import { mapLinks, mapPictures, mapTexts, replaceSpots, type Spot } from './texts'

const how = { exactCase: z.boolean().default(false), wholeWords: z.boolean().default(false) }
const words = z.string().max(200)
const to = z.string().max(500)

/**
 * What is looked for in many items, and what takes its place. Where nothing is looked for, what is missing is filled: pictures
 * without words, items without a search description or without a label.
 */
export const rewriteSchema = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('text'), words: words.min(1), to, ...how }),
  /** `from`: the address as it stands in links, in each of its forms. */
  z.strictObject({ what: z.literal('link'), from: z.array(z.string().min(1).max(2_048)).min(1).max(4), to: hrefSchema }),
  z.strictObject({ what: z.literal('alt'), words, to, ...how }),
  z.strictObject({ what: z.literal('description'), words, to, ...how }),
  z.strictObject({ what: z.literal('label'), from: z.uuid().nullable(), to: z.uuid().nullable() }),
])
export type Rewrite = z.infer<typeof rewriteSchema>

/** One place where something is to be changed, in its sentence. */
export interface Hit {
  /** Names it in this version: the same content and rewrite give the same keys. */
  key: string
  place: { block: string } | { field: FieldName }
  /** The sentence up to it, what stands there, and the rest. */
  before: string
  match: string
  after: string
  /** What would stand there instead. */
  to: string
}

const MOST = 120
/** So far from a hit its sentence is looked for: further off it would be cut anyway. */
const REACH = 4 * MOST

/** The sentence in which a stretch of a text stands, in its three parts; what is very long is cut, at a space where it has one. */
export function inSentence(text: string, [from, end]: Spot): Pick<Hit, 'before' | 'match' | 'after'> {
  const [left, right] = [text.slice(Math.max(0, from - REACH), from), text.slice(end, end + REACH)]
  const start = Math.max(0, ...[...left.matchAll(/[.!?…]\s+|\n/gu)].map((stop) => stop.index + stop[0].length))
  const stop = /[.!?…](?=\s|$)|\n/u.exec(right)
  const [before, after] = [left.slice(start), right.slice(0, stop ? stop.index + stop[0].length : undefined)]
  const [first, last] = [before.indexOf(' ', before.length - MOST), after.lastIndexOf(' ', MOST)]
  return {
    before: before.length > MOST ? `…${before.slice(first < 0 ? -MOST : first)}` : before,
    match: text.slice(from, end),
    after: after.length > MOST ? `${after.slice(0, last < 0 ? MOST : last)}…` : after.trimEnd(),
  }
}

/** Says what is to stand in a place, of which it is told the key, what would stand there and, where it asks, the whole hit. */
type Choose = (key: string, becomes: string, hit: () => Hit) => string | null

/**
 * Walks a content for a rewrite, and asks for each hit what is to stand there: `null` leaves it. Returns the content with what
 * was chosen; blocks without a change stay the same objects.
 */
function sweep(content: Content, rewrite: Rewrite, choose: Choose): Content {
  const counts = new Map<string, number>()
  const ask = (place: Hit['place'], at: () => Pick<Hit, 'before' | 'match' | 'after'>, becomes: string): string | null => {
    const where = 'block' in place ? place.block : place.field
    const n = counts.get(where) ?? 0
    counts.set(where, n + 1)
    const key = `${where}.${n}`
    return choose(key, becomes, () => ({ key, place, ...at(), to: becomes }))
  }
  const match = 'words' in rewrite ? matcher(rewrite) : null
  const spotsIn = (text: string): Spot[] => (match ? [...text.matchAll(match)].map((hit) => [hit.index, hit.index + hit[0].length]) : [])
  /** A word that begins with a capital where the one looked for does not keeps it: the beginning of a sentence. */
  const likeIt = (found: string): string => {
    const becomes = rewrite.to ?? ''
    if (!('words' in rewrite) || rewrite.exactCase) return becomes
    const [then, now] = [found.charAt(0), rewrite.words.charAt(0)]
    return then !== then.toLowerCase() && now === now.toLowerCase() ? becomes.charAt(0).toUpperCase() + becomes.slice(1) : becomes
  }
  const inLine = (place: Hit['place'], text: string): string => {
    let at = 0
    let out = ''
    for (const spot of spotsIn(text)) {
      const becomes = ask(place, () => inSentence(text, spot), likeIt(text.slice(...spot)))
      if (becomes === null) continue
      out += text.slice(at, spot[0]) + becomes
      at = spot[1]
    }
    return out + text.slice(at)
  }
  const inText = (place: Hit['place'], text: Text): Text => {
    const whole = plain(text)
    const becomes = new Map(
      spotsIn(whole).flatMap((spot) => {
        const chosen = ask(place, () => inSentence(whole, spot), likeIt(whole.slice(...spot)))
        return chosen === null ? [] : [[spot, chosen]]
      }),
    )
    return replaceSpots(text, [...becomes.keys()], (spot) => becomes.get(spot)!)
  }
  /** A line that is looked through, or filled where nothing is looked for and it is empty. */
  const lineOrFill = (place: Hit['place'], text: string, suggestion: string): string => {
    if (match) return inLine(place, text)
    return text.trim() ? text : (ask(place, () => ({ before: '', match: '', after: '' }), suggestion) ?? text)
  }
  const fields: Fields = { ...content.fields }
  const field = <N extends 'title' | 'summary' | 'searchDescription'>(name: N, change: (value: string) => string) => {
    const before = fields[name] ?? ''
    const after = change(before)
    if (after !== before) fields[name] = after
  }
  const blocks = (change: (block: Content['body'][number], place: Hit['place']) => Content['body'][number]) =>
    content.body.map((block) => {
      const before = counts.get(block.id)
      const changed = change(block, { block: block.id })
      return counts.get(block.id) === before || JSON.stringify(changed) === JSON.stringify(block) ? block : changed
    })
  switch (rewrite.what) {
    case 'text':
      for (const name of ['title', 'summary'] as const) field(name, (value) => inLine({ field: name }, value))
      return {
        fields,
        body: blocks((block, place) =>
          mapTexts(
            block,
            (text) => inText(place, text),
            (line) => inLine(place, line),
          ),
        ),
      }
    case 'link': {
      const lead = (place: Hit['place'], href: string, at: () => Pick<Hit, 'before' | 'match' | 'after'>) =>
        rewrite.from.includes(href) ? (ask(place, at, rewrite.to) ?? href) : href
      if (fields.target) {
        const { target } = fields
        fields.target = lead({ field: 'target' }, target, () => ({ before: '', match: target, after: '' }))
      }
      return {
        fields,
        body: blocks((block, place) => mapLinks(block, ({ href, text, spot }) => lead(place, href, () => inSentence(text, spot)))),
      }
    }
    case 'alt': {
      const alt = (place: Hit['place'], picture: { media: string | null; alt: string; decorative: boolean }) =>
        picture.media && !picture.decorative ? lineOrFill(place, picture.alt, rewrite.to) : picture.alt
      for (const name of ['cover', 'sharingPicture'] as const) {
        const picture = fields[name]
        if (picture) fields[name] = { ...picture, alt: alt({ field: name }, picture) }
      }
      return { fields, body: blocks((block, place) => mapPictures(block, (picture) => alt(place, picture))) }
    }
    case 'description':
      field('searchDescription', (value) =>
        lineOrFill({ field: 'searchDescription' }, value, rewrite.to || (fields.summary ?? '').replace(/\s+/g, ' ').slice(0, 155)),
      )
      return { fields, body: content.body }
    case 'label': {
      const labels = fields.labels ?? []
      if (rewrite.from === null ? labels.length : !labels.includes(rewrite.from)) return content
      const becomes = ask({ field: 'labels' }, () => ({ before: '', match: rewrite.from ?? '', after: '' }), rewrite.to ?? '')
      if (becomes === null) return content
      const rest = labels.filter((label) => label !== rewrite.from && label !== becomes)
      return { fields: { ...fields, labels: becomes ? [...rest, becomes] : rest }, body: content.body }
    }
  }
}

/** The places of a content that a rewrite means, in reading order; so many at most. */
export function hitsIn(content: Content, rewrite: Rewrite, most = Infinity): Hit[] {
  const hits: Hit[] = []
  sweep(content, rewrite, (_key, _becomes, hit) => {
    if (hits.length < most) hits.push(hit())
    return null
  })
  return hits
}

/** The content with what a rewrite means changed in the places that are named, each with the words given for it or its own. */
export const rewritten = (content: Content, rewrite: Rewrite, chosen: ReadonlyMap<string, string | null>): Content =>
  sweep(content, rewrite, (key, becomes) => (chosen.has(key) ? (chosen.get(key) ?? becomes) : null))
