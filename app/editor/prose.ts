import type { JSONContent } from '@tiptap/core'
import type { ListEntry } from '~~/core/blocks/blocks'
import { normaliseText, STYLE_MARKS, type Run, type StyleMark, type Text } from '~~/core/content/inline'
import type { WordLook } from '~~/core/content/looks'

/** The inline content of an editor's paragraph for a rich text. */
function inlineOf(text: Text): JSONContent[] {
  return text.flatMap((run) => {
    const marks = [
      ...(run.marks ?? []).map((type) => ({ type })),
      ...(run.look ? [{ type: 'look', attrs: { look: run.look } }] : []),
      ...(run.href ? [{ type: 'link', attrs: { href: run.href, target: run.newWindow ? '_blank' : null } }] : []),
    ]
    return run.text
      .split('\n')
      .flatMap((part, index) => [
        ...(index ? [{ type: 'hardBreak' }] : []),
        ...(part ? [{ type: 'text', text: part, ...(marks.length ? { marks } : {}) }] : []),
      ])
  })
}

function textOf(nodes: JSONContent[] | undefined): Text {
  const runs = (nodes ?? []).flatMap((node): Run[] => {
    if (node.type === 'hardBreak') return [{ text: '\n' }]
    if (node.type !== 'text' || !node.text) return []
    const marks = STYLE_MARKS.filter((mark: StyleMark) => node.marks?.some((entry) => entry.type === mark))
    const link = node.marks?.find((entry) => entry.type === 'link')?.attrs as { href?: string; target?: string | null } | undefined
    const look = node.marks?.find((entry) => entry.type === 'look')?.attrs?.look as WordLook | undefined
    return [
      {
        text: node.text,
        ...(marks.length ? { marks } : {}),
        ...(look ? { look } : {}),
        ...(link?.href ? { href: link.href } : {}),
        ...(link?.href && link.target === '_blank' ? { newWindow: true as const } : {}),
      },
    ]
  })
  return normaliseText(runs)
}

/** A document of one paragraph for the editor. */
export const textToDoc = (text: Text): JSONContent => ({ type: 'doc', content: [{ type: 'paragraph', content: inlineOf(text) }] })

/** The rich text of a document; several paragraphs become lines. */
export const docToText = (doc: JSONContent): Text =>
  normaliseText((doc.content ?? []).flatMap((node, index) => [...(index ? [{ text: '\n' }] : []), ...textOf(node.content)]))

const listNode = (entries: ListEntry[], ordered: boolean): JSONContent => ({
  type: ordered ? 'orderedList' : 'bulletList',
  content: entries.map((entry) => ({
    type: 'listItem',
    content: [{ type: 'paragraph', content: inlineOf(entry.text) }, ...(entry.entries?.length ? [listNode(entry.entries, ordered)] : [])],
  })),
})

/** A document of one list for the editor. */
export const listToDoc = (entries: ListEntry[], ordered: boolean): JSONContent => ({
  type: 'doc',
  content: [listNode(entries.length ? entries : [{ text: [] }], ordered)],
})

const entriesOf = (list: JSONContent | undefined): ListEntry[] =>
  (list?.content ?? []).map((item) => {
    const inner = item.content?.find((node) => node.type === 'bulletList' || node.type === 'orderedList')
    const text = normaliseText(
      (item.content ?? [])
        .filter((node) => node.type === 'paragraph')
        .flatMap((node, index) => [...(index ? [{ text: '\n' }] : []), ...textOf(node.content)]),
    )
    return inner ? { text, entries: entriesOf(inner) } : { text }
  })

/** The entries and sort of the first list of a document. */
export function docToList(doc: JSONContent): { entries: ListEntry[]; ordered: boolean } {
  const list = doc.content?.[0]
  return { entries: entriesOf(list), ordered: list?.type === 'orderedList' }
}
