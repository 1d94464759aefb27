import type { Block } from '../blocks/blocks'
import type { Content } from '../content/content'
import { plain } from '../content/inline'

const firstWords = (body: Block[]): string => {
  const paragraph = body.find((block) => block.kind === 'paragraph' && !block.window)
  const text = paragraph?.kind === 'paragraph' ? plain(paragraph.text) : ''
  return text.length > 155 ? `${text.slice(0, 150).replace(/\s+\S*$/, '')} …` : text
}

/** The description search engines are given: the item's own, else its summary, else its first words. */
export const searchDescription = (content: Content): string =>
  content.fields.searchDescription || content.fields.summary || firstWords(content.body)
