import type { UseDraggableReturn } from 'vue-draggable-plus'
import type { Block } from '~~/core/blocks/blocks'

/**
 * Lets the blocks within `root` be dragged by their handles. The library is fetched when a block is first pointed at, as its handle is: a page that
 * is only read or written does without it.
 */
export function useBlockDragging(
  root: Readonly<Ref<HTMLElement | null>>,
  given: { body: () => Block[]; locked: () => boolean; pointed: () => boolean; change: (body: Block[]) => void },
): void {
  const list = computed({ get: given.body, set: given.change })
  // What the library watches ends with the component, though it is fetched after that was set up.
  const scope = getCurrentScope()
  let dragging: UseDraggableReturn | undefined
  let gone = false
  async function begin(): Promise<void> {
    const { useDraggable } = await import('vue-draggable-plus')
    const element = root.value
    if (dragging || gone || !element) return
    const options = { handle: '[data-handle]', animation: 120, disabled: given.locked(), immediate: false }
    dragging = scope?.run(() => useDraggable(element, list, options))
    dragging?.start()
  }
  watch(given.pointed, (pointed) => {
    // What does not come now is asked for when a block is pointed at again.
    if (pointed && !dragging) begin().catch((error: unknown) => console.error('Dragging blocks did not load', error))
  })
  watch(given.locked, (locked) => dragging?.option('disabled', locked))
  onBeforeUnmount(() => {
    gone = true
    dragging?.destroy()
  })
}
