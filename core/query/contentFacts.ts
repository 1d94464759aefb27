import { unwordedPictures } from '../checks/alternativeTexts'
import { blockText, type Block } from '../blocks/blocks'
import { fieldsOfKind } from '../content/fields'
import type { Kind } from '../kinds/kinds'
import type { LabelType } from '../kinds/label'
import { contentWords, type Content } from '../content/content'

/** The parts of an item that are known by what it says. */
export const CONTENT_PARTS = ['picture', 'alt', 'summary', 'description', 'label', 'menu'] as const
export type ContentPart = (typeof CONTENT_PARTS)[number]

/** What lists know of a content. */
export interface ContentFacts {
  language: string
  /** YYYY-MM-DD */
  shownDate: string | null
  words: number
  has: Record<ContentPart, boolean>
  /** Ids. */
  labels: string[]
  /** The sort of label it is, of a label. */
  labelType: LabelType | null
  title: string
  /** The passages that can be found by their words, in reading order. */
  passages: string[]
}

/** The passages of a content that can be found: its summary and search description, then each of its blocks. */
export const passagesOf = ({ fields, body }: Content): string[] =>
  [fields.summary ?? '', fields.searchDescription ?? '', ...body.map((block: Block) => blockText(block))].filter(Boolean)

/** What lists know of an item of a kind by its content; what it was given as another kind is not seen. */
export function contentFacts(kind: Kind, { fields: all, body }: Content): ContentFacts {
  const content: Content = { fields: fieldsOfKind(kind, all), body }
  const { fields } = content
  return {
    language: (fields.language ?? '').toLowerCase(),
    shownDate: fields.shownDate ?? null,
    words: contentWords(content),
    has: {
      picture: Boolean(fields.cover),
      alt: unwordedPictures(content).length === 0,
      summary: Boolean(fields.summary?.trim()),
      description: Boolean(fields.searchDescription?.trim()),
      label: Boolean(fields.labels?.length),
      menu: fields.inMenus === true,
    },
    labels: [...new Set(fields.labels ?? [])],
    labelType: fields.labelType ?? null,
    title: fields.title ?? '',
    passages: passagesOf(content),
  }
}
