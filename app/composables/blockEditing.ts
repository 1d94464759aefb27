import { moveChosen, putBack } from '~~/core/content/arrange'
import { blockWord, emptyBlock, type Block, type BlockKind } from '~~/core/blocks/blocks'
import { joinWithBefore, pasteInto, splitBlock, type Typed } from '~~/core/content/splitJoin'
import { isWritten, leaveList, turnAsTyped, turnBlocks, type Turn } from '~~/core/content/turn'
import type { Text } from '~~/core/content/inline'
import type { Refs } from '~~/core/render/text'
import { readyFor } from '~/components/item/blocks/registry'
import { copyBlocks, freshBlock } from '~/editor/blockClipboard'
import { catchKeys, focusFirst, nextFrame } from '~/editor/typing'
import type { KeptBlock } from '~/stores/kept'
import { useNotices } from '~/stores/notices'
import type { useChosenBlocks } from './chosenBlocks'
import { newBlockId } from './ids'
import type { Origin } from './origin'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/composing'

type Place = 'start' | 'end' | number

/** A list of blocks as it stands on the page, and how to change it. */
export interface BlocksAtHand {
  body: () => Block[]
  change: (body: Block[]) => void
  refs: () => Refs
  locked: () => boolean
  /** Whether they stand inside another block: what stands there is shown with that, at no times of its own. */
  inner: boolean
  picked: ReturnType<typeof useChosenBlocks>
  origin: Origin
  /** The element around a block. */
  frame: (id: string) => HTMLElement | null | undefined
  /** Puts the cursor into a block's text. */
  write: (id: string, at: Place) => void
}

/** Kinds without any words. */
const WORDLESS = new Set<BlockKind>(['divider'])

/** A block that is always shown. */
export const always = ({ window: _, ...block }: Block): Block => block as Block

/**
 * What is done with blocks: added, removed, moved, copied, split, joined and pasted, the cursor going along. What is done with a block is done with
 * all that are chosen, when it is one of them.
 */
export function useBlockEditing(list: BlocksAtHand) {
  const { picked, origin, frame, change } = list
  const notices = useNotices()
  const indexOf = (id: string) => list.body().findIndex((block) => block.id === id)
  const blocksAt = (id: string) => list.body().filter((block) => picked.at(id).has(block.id))

  /** Puts the cursor into a block: into its text, or its first field; `false` where it has nothing to write in. */
  async function open(block: Block, at: Place = 'end'): Promise<boolean> {
    if (WORDLESS.has(block.kind)) return false
    if (!isWritten(block)) return focusFirst(frame(block.id)!)
    list.write(block.id, at)
    await nextTick()
    return true
  }
  /** Puts blocks in before the one at a place, and goes into the last of them; `instead` is the id of a block that gives way to them. */
  async function insert(index: number, given: Block[], at: Place = 'end', instead?: string): Promise<void> {
    const blocks = list.inner ? given.map(always) : given
    const block = blocks.at(-1)
    if (!block) return
    picked.clear()
    const release = catchKeys()
    await readyFor(block.kind)
    change([...list.body().slice(0, index), ...blocks, ...list.body().slice(index)].filter(({ id }) => id !== instead))
    await nextTick()
    // A part that was loaded just now stands a tick later.
    await nextTick()
    const element = frame(block.id)
    // A block without a place to write in is focused as a whole, after the menu has let go: the menu gives the focus back
    // unless a field has taken it.
    const placed = element ? await open(block, at) : false
    if (element && !placed) {
      await nextFrame()
      element.focus()
    }
    await release(placed)
    element?.scrollIntoView({ block: 'nearest' })
  }
  /** Adds a block at a place. The empty paragraph before it, from which it was asked for, gives way to it. */
  function add(index: number, kind: BlockKind): Promise<void> {
    const before = list.body()[index - 1]
    const gives = kind !== 'paragraph' && before?.kind === 'paragraph' && !before.text.length && !before.window
    return insert(index, [emptyBlock(kind, newBlockId())], 'end', gives ? before.id : undefined)
  }
  /** Puts a kept block in, as written by those who wrote the draft that it was kept from. */
  function putKept(index: number, { block, draft }: KeptBlock) {
    if (draft) origin.copied(draft)
    return insert(index, [freshBlock(block)])
  }

  function remove(id: string): void {
    const [before, gone] = [list.body(), blocksAt(id)]
    const next = before[indexOf(gone.at(-1)!.id) + 1] ?? before[indexOf(gone[0]!.id) - 1]
    picked.clear()
    change(before.filter((block) => !gone.includes(block)))
    void nextTick(() => next && frame(next.id)?.focus())
    notices.done(gone.length > 1 ? say.countBlocksRemoved(gone.length) : say.goneRemoved(blockWord(gone[0]!)), {
      label: common.undo,
      run: () => change(putBack(list.body(), gone, before)),
    })
  }
  const duplicate = (id: string) => insert(indexOf(blocksAt(id).at(-1)!.id) + 1, blocksAt(id).map(freshBlock))
  async function move(id: string, by: -1 | 1): Promise<void> {
    const body = list.body()
    const next = moveChosen(body, picked.at(id), by)
    if (next.every((block, index) => block === body[index])) return
    change(next)
    await nextTick()
    frame(id)?.focus()
  }
  function onCopy(event: ClipboardEvent, id: string): void {
    if (event.target !== event.currentTarget || !event.clipboardData) return
    event.preventDefault()
    copyBlocks(event.clipboardData, blocksAt(id), list.refs(), origin.draft)
    if (event.type === 'cut' && !list.locked()) remove(id)
    else notices.done(blocksAt(id).length > 1 ? say.countBlocksCopied(blocksAt(id).length) : say.blockCopied)
  }
  /** The menu's copy goes the way of the key: only a clipboard event may carry blocks as they are. */
  async function copyNow(id: string): Promise<void> {
    await nextFrame()
    frame(id)?.focus()
    document.execCommand('copy')
  }

  async function take(typed: Typed | null): Promise<void> {
    if (!typed) return
    change(typed.body)
    await nextTick()
    list.write(typed.cursor.block, typed.cursor.at)
  }
  const split = (index: number, before: Text, after: Text) => take(splitBlock(list.body(), index, before, after, newBlockId()))
  const paste = (index: number, before: Text, blocks: Block[], after: Text) =>
    take(pasteInto(list.body(), index, before, blocks, after, newBlockId()))
  const joinBack = (index: number) => take(joinWithBefore(list.body(), index))
  /** As `take`, where another editor comes: what is typed until it is there goes into it. */
  async function takeToAnother(typed: Typed): Promise<void> {
    const release = catchKeys()
    await take(typed)
    await nextTick()
    await release(true)
  }
  /** Turns a block into another kind, with the others that are chosen. */
  async function turn(id: string, into: Turn): Promise<void> {
    const [first] = blocksAt(id)
    change(turnBlocks(list.body(), picked.at(id), into, newBlockId))
    picked.clear()
    await nextTick()
    frame(first!.id)?.focus()
  }
  /** A space typed in a paragraph, after `before`: whether it turned the paragraph into another kind. */
  function turnTyped(index: number, before: string): boolean {
    const typed = turnAsTyped(list.body(), index, before)
    if (typed) void takeToAnother(typed)
    return typed !== null
  }
  function leaveBelow(index: number): void {
    const typed = leaveList(list.body(), index, newBlockId())
    if (typed) void takeToAnother(typed)
  }

  return {
    indexOf,
    open,
    insert,
    add,
    putKept,
    remove,
    duplicate,
    move,
    onCopy,
    copyNow,
    split,
    paste,
    joinBack,
    takeToAnother,
    turn,
    turnTyped,
    leaveBelow,
  }
}
