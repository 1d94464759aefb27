import type { Block } from '~~/core/blocks/blocks'
import type { Typed } from '~~/core/content/splitJoin'
import type { Refs } from '~~/core/render/text'
import type { Origin } from './origin'
import type { Spanning } from '~/editor/spanning'

/** A list of blocks over whose texts one may select, and how to change it. */
export interface SpannedList {
  /** The element around the blocks. */
  root: Readonly<Ref<HTMLElement | null>>
  body: () => Block[]
  change: (body: Block[]) => void
  refs: () => Refs
  locked: () => boolean
  origin: Origin
  frame: (id: string) => HTMLElement | null | undefined
  /** Takes what typing made of the body, and what is typed until the cursor is there. */
  take: (typed: Typed) => Promise<void>
}

/** Whether the browser tells letters by the mouse and shows a selection that is not its own; without that each text is selected alone. */
const canShow = (): boolean => 'highlights' in CSS && 'caretPositionFromPoint' in document

/**
 * Text that is selected with the mouse over several blocks, whose editors know of themselves alone. What follows the mouse is fetched when a
 * block is first pointed at.
 */
export function useTextSpan(list: SpannedList, pointed: () => boolean) {
  /** The blocks that it takes in. */
  const spanned = shallowRef<ReadonlySet<string>>(new Set())
  const spanning = shallowRef<Spanning>()
  let asked = false
  let gone = false
  watch(pointed, async (now) => {
    if (!now || asked || !canShow()) return
    asked = true
    try {
      const { startSpanning } = await import('~/editor/spanning')
      if (!gone) spanning.value = startSpanning(list, spanned)
    } catch (error) {
      // It is asked for again when a block is pointed at again.
      asked = false
      console.error('Selecting over blocks did not load', error)
    }
  })
  onBeforeUnmount(() => {
    gone = true
    spanning.value?.end()
  })
  return { spanned, spanning }
}
