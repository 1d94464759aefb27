import type { Block } from '~~/core/blocks/blocks'
import { blocksOfPaste, blocksOfText, type PastedNode } from '~~/core/content/paste'
import { newBlockId } from '~/composables/ids'

const read = (node: Node): PastedNode[] => {
  if (node.nodeType === Node.TEXT_NODE) return [{ tag: null, text: node.textContent ?? '', attribute: () => null, children: [] }]
  if (!(node instanceof Element)) return []
  return [{ tag: node.localName, text: '', attribute: (name) => node.getAttribute(name), children: [...node.childNodes].flatMap(read) }]
}

/** What the clipboard holds as blocks of ours; none where it holds no text. */
export function blocksOfClipboard(data: DataTransfer): Block[] {
  const html = data.getData('text/html')
  // A document of its own: nothing of it is fetched or run.
  if (html) return blocksOfPaste([...new DOMParser().parseFromString(html, 'text/html').body.childNodes].flatMap(read), newBlockId)
  return blocksOfText(data.getData('text/plain'), newBlockId)
}
