import type { Block } from '~~/core/blocks/blocks'
import { blocksOfPaste, blocksOfText, type PastedNode, type RemotePicture } from '~~/core/content/paste'
import { newBlockId } from '~/composables/ids'

const read = (node: Node): PastedNode[] => {
  if (node.nodeType === Node.TEXT_NODE) return [{ tag: null, text: node.textContent ?? '', attribute: () => null, children: [] }]
  if (!(node instanceof Element)) return []
  return [{ tag: node.localName, text: '', attribute: (name) => node.getAttribute(name), children: [...node.childNodes].flatMap(read) }]
}

/** Where the pictures of what was pasted lie, by the blocks that wait for them: offered to be fetched, and never fetched unasked. */
const remote = new Map<string, RemotePicture>()
/** So many are remembered, the last ones. */
const MOST_REMEMBERED = 200
function remember(block: string, picture: RemotePicture): void {
  remote.set(block, picture)
  for (const old of [...remote.keys()].slice(0, -MOST_REMEMBERED)) remote.delete(old)
}
/** The picture that a block which was pasted here waits for. */
export const remotePictureOf = (block: string): RemotePicture | undefined => remote.get(block)

/** What the clipboard holds as blocks of ours; none where it holds no text. */
export function blocksOfClipboard(data: DataTransfer): Block[] {
  const html = data.getData('text/html')
  // A document of its own: nothing of it is fetched or run.
  if (html)
    return blocksOfPaste([...new DOMParser().parseFromString(html, 'text/html').body.childNodes].flatMap(read), newBlockId, remember)
  return blocksOfText(data.getData('text/plain'), newBlockId)
}
