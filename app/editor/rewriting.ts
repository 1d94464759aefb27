import type { Editor, JSONContent } from '@tiptap/core'
import { normaliseText, styleOf, type Text } from '~~/core/content/inline'
import { differencesOf } from '~~/core/history/sequence'
import { docToText, textToDoc } from './prose'

// What undo or another person changes in a text that is being written. Only the places that differ are replaced, so that
// the caret stays among the words where it was.

/** Each letter of a text with its style: equal where readers see the same. */
const letters = (text: Text): string[] => text.flatMap((run) => run.text.split('').map((letter) => `${styleOf(run)}\u0000${letter}`))

/** Turns what an editor of one rich text holds into another text, letter by letter; the editor tells nobody of it. */
export function rewriteText(editor: Editor, text: Text): void {
  const { doc, schema } = editor.state
  const [before, after] = [letters(docToText(editor.getJSON())), letters(normaliseText(text))]
  // Positions in the document are those of the letters, but for the paragraph's own beginning.
  if (doc.childCount !== 1 || doc.firstChild!.content.size !== before.length) return rewriteDoc(editor, textToDoc(text))
  const next = schema.nodeFromJSON(textToDoc(text))
  const change = editor.state.tr.setMeta('preventUpdate', true)
  for (const { aFrom, aTo, bFrom, bTo } of differencesOf(before, after).reverse())
    change.replaceWith(1 + aFrom, 1 + aTo, next.slice(1 + bFrom, 1 + bTo).content)
  editor.view.dispatch(change)
}

/** The same for a document of any shape, as one replacement from the first place that differs to the last. */
export function rewriteDoc(editor: Editor, value: JSONContent): void {
  const { doc, schema } = editor.state
  const next = schema.nodeFromJSON(value)
  const start = doc.content.findDiffStart(next.content)
  if (start === null) return
  let { a, b } = doc.content.findDiffEnd(next.content)!
  // Both may count the same letters at the end, where something was doubled.
  const overlap = start - Math.min(a, b)
  if (overlap > 0) [a, b] = [a + overlap, b + overlap]
  editor.view.dispatch(editor.state.tr.setMeta('preventUpdate', true).replace(start, a, next.slice(start, b)))
}
