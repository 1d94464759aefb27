/** Whether a line break is one of the text, not the one that an editor keeps at its end. */
const isBreak = (node: Node): boolean => node instanceof HTMLBRElement && !node.classList.contains('ProseMirror-trailingBreak')
const lengthOf = (node: Node): number => (node instanceof Text ? node.length : isBreak(node) ? 1 : 0)
const lettersIn = (text: HTMLElement) => document.createTreeWalker(text, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT)

/** How many letters of a text stand before a point of the page; a line break counts as one. */
export function lettersBefore(text: HTMLElement, node: Node, offset: number): number {
  const range = document.createRange()
  range.setStart(text, 0)
  range.setEnd(node, offset)
  let count = 0
  const walker = lettersIn(text)
  for (let at = walker.nextNode(); at; at = walker.nextNode())
    if (at === node && at instanceof Text) count += offset
    else if (range.comparePoint(at.parentNode!, [...at.parentNode!.childNodes].indexOf(at as ChildNode) + 1) <= 0) count += lengthOf(at)
  return count
}

/** The point of the page behind so many letters of a text, or at its end. */
export function pointAfter(text: HTMLElement, letters: number): [node: Node, offset: number] {
  let left = letters
  const walker = lettersIn(text)
  for (let at = walker.nextNode(); at; at = walker.nextNode()) {
    if (at instanceof Text && left <= at.length) return [at, left]
    left -= lengthOf(at)
  }
  return [text, text.childNodes.length]
}

/** The letter of a text that stands at a point of the window: how many stand before it; `null` where the point is outside of the text. */
export function letterAt(text: HTMLElement, left: number, top: number): number | null {
  const caret = document.caretPositionFromPoint(left, top)
  return caret && text.contains(caret.offsetNode) ? lettersBefore(text, caret.offsetNode, caret.offset) : null
}
