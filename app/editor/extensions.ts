import { Mark, Node, type Extensions } from '@tiptap/core'
import { Bold } from '@tiptap/extension-bold'
import { Code } from '@tiptap/extension-code'
import { HardBreak } from '@tiptap/extension-hard-break'
import { Italic } from '@tiptap/extension-italic'
import { BulletList, ListItem, ListKeymap, OrderedList } from '@tiptap/extension-list'
import { Paragraph } from '@tiptap/extension-paragraph'
import { Strike } from '@tiptap/extension-strike'
import { Text } from '@tiptap/extension-text'
import { Underline } from '@tiptap/extension-underline'
import { isSafeHref } from '~~/core/content/inline'
import { TEXT_KINDS, type TextKind, type Tool } from '~~/core/content/textKinds'

/**
 * A link. Our own and not the package's, which brings along what finds addresses in any text: nothing here is linked by itself, and what
 * is pasted is read by `core/content/paste.ts`.
 */
const link = Mark.create({
  name: 'link',
  priority: 1000,
  keepOnSplit: false,
  exitable: true,
  inclusive: false,
  addAttributes: () => ({ href: { default: null }, target: { default: null } }),
  parseHTML: () => [{ tag: 'a[href]', getAttrs: (element) => (isSafeHref(element.getAttribute('href') ?? '') ? null : false) }],
  renderHTML: ({ HTMLAttributes }) => ['a', isSafeHref(String(HTMLAttributes.href)) ? HTMLAttributes : {}, 0],
})

const document = (content: string) => Node.create({ name: 'doc', topNode: true, content })

/** Words in one of the site's own styles; shown by the class that the theme has for it. */
const look = Mark.create({
  name: 'look',
  addAttributes: () => ({ look: { default: null } }),
  parseHTML: () => [],
  renderHTML: ({ HTMLAttributes }) => ['span', { class: `word-${String(HTMLAttributes.look)}` }, 0],
})

const superscript = Mark.create({
  name: 'superscript',
  excludes: 'subscript',
  parseHTML: () => [{ tag: 'sup' }],
  renderHTML: () => ['sup', 0],
})
const subscript = Mark.create({
  name: 'subscript',
  excludes: 'superscript',
  parseHTML: () => [{ tag: 'sub' }],
  renderHTML: () => ['sub', 0],
})

const MARKS = {
  bold: Bold,
  code: Code,
  italic: Italic,
  link,
  strike: Strike,
  underline: Underline,
  superscript,
  subscript,
  look,
} as const satisfies Partial<Record<Tool, Mark>>

/** What all places hold: lines of text with the marks that the place offers; one that it does not is unknown to its editor, whatever is pasted or typed. */
function textOf(kind: TextKind): Extensions {
  const tools: readonly Tool[] = TEXT_KINDS[kind].tools
  const marks = Object.entries(MARKS).flatMap(([tool, mark]) => (tools.includes(tool as Tool) ? [mark] : []))
  // Undo is the draft's at hand, which undoes everything, texts too.
  return [Paragraph, Text, HardBreak, ...marks]
}

/** What a paragraph, cell or caption may hold. */
export const textExtensions = (kind: TextKind): Extensions => [document('paragraph'), ...textOf(kind)]

/** What a list block may hold. */
export const listExtensions = (): Extensions => [
  document('bulletList | orderedList'),
  BulletList,
  OrderedList,
  ListItem,
  ListKeymap,
  ...textOf('entry'),
]
