import { z } from 'zod'
import { blockSchema, blockText, type Block } from '~~/core/blocks/blocks'
import { renderBlock } from '~~/core/render/blocks'
import type { Refs } from '~~/core/render/text'
import { newBlockId } from '~/composables/ids'
import { blocksOfClipboard } from './pasted'
import * as say from '~~/core/words/office/editor'

/** Blocks as they are, for another page of the office; other programs take them as formatted or plain text. */
const TYPE = 'application/x-yieldgate-blocks+json'

/** A copy of a block under an id of its own; blocks inside it as well. */
export function freshBlock(block: Block): Block {
  const copy = JSON.parse(JSON.stringify(block), (key, value: unknown) =>
    key === 'id' && typeof value === 'string' ? newBlockId() : value,
  ) as Block
  return copy
}

/** Puts blocks of a draft on the clipboard. */
export function copyBlocks(data: DataTransfer, blocks: Block[], refs: Refs, draft: string | null): void {
  data.setData(TYPE, JSON.stringify({ blocks, draft }))
  data.setData('text/html', blocks.map((block) => renderBlock(block, refs)).join('\n'))
  data.setData('text/plain', blocks.map(blockText).join('\n\n'))
}

/** The clipboard as blocks with ids of their own, and the draft that they are from; none where it holds neither blocks nor text. */
export function takeBlocks(data: DataTransfer): { blocks: Block[]; draft: string | null } {
  const own = data.getData(TYPE)
  if (!own) return { blocks: blocksOfClipboard(data), draft: null }
  // Another tab may be of another version: what it calls a block is read as anything from outside is.
  const read = z
    .string()
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text)
      } catch {
        context.addIssue({ code: 'custom', message: say.notBlocks })
        return z.NEVER
      }
    })
    .pipe(z.object({ blocks: z.array(blockSchema).max(500), draft: z.string().max(60).nullable() }))
    .safeParse(own)
  return read.success ? { blocks: read.data.blocks.map(freshBlock), draft: read.data.draft } : { blocks: [], draft: null }
}
