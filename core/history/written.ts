import type { Content } from '../content/content'
import { blockText, type Block } from '../blocks/blocks'
import { perBlock } from '../content/perBlock'

const said = perBlock((block: Block) => blockText(block))

/** The passages that a content has and an earlier one had not, in reading order: title, summary, search description, blocks. */
export function newPassages(before: Content | null, { fields, body }: Content): string[] {
  const known = new Set(before?.body.map(said))
  return [
    ...(['title', 'summary', 'searchDescription'] as const).flatMap((name) =>
      fields[name] && fields[name] !== before?.fields[name] ? fields[name] : [],
    ),
    ...body.map(said).filter((text) => text && !known.has(text)),
  ]
}
