import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter'
import { attachInstruction, extractInstruction, type Operation } from '@atlaskit/pragmatic-drag-and-drop-hitbox/list-item'
import type { Meeting } from '~~/core/tree/spots'

const MEETING: Record<Operation, Meeting> = { 'reorder-before': 'before', combine: 'into', 'reorder-after': 'after' }
/** What is dragged: the rows by their ids, and all that stands below them. */
interface Dragged {
  rows: string[]
  within: ReadonlySet<string>
}
const ROWS = 'rows'

/**
 * Lets a row of the tree be dragged, and others be put before, into or after it. `lift` says what is dragged with it (`null`: nothing);
 * `over` hears how it is met while others are above it; `drop` what was put there.
 */
export function useRowDragging(
  row: Readonly<Ref<HTMLElement | null>>,
  given: {
    id: () => string
    lift: () => Dragged | null
    over: (how: Meeting | null) => void
    drop: (rows: string[], how: Meeting) => void
  },
): void {
  const dragged = (data: Record<string | symbol, unknown>) => data[ROWS] as Dragged | undefined
  let ends: (() => void)[] = []
  onMounted(() => {
    const element = row.value!
    ends = [
      draggable({ element, canDrag: () => given.lift() !== null, getInitialData: () => ({ [ROWS]: given.lift() }) }),
      dropTargetForElements({
        element,
        canDrop: ({ source }) => dragged(source.data)?.within.has(given.id()) === false,
        getData: ({ input }) =>
          attachInstruction(
            {},
            { input, element, operations: { 'reorder-before': 'available', combine: 'available', 'reorder-after': 'available' } },
          ),
        onDrag: ({ self }) => {
          const instruction = extractInstruction(self.data)
          given.over(instruction ? MEETING[instruction.operation] : null)
        },
        onDragLeave: () => given.over(null),
        onDrop: ({ self, source }) => {
          const instruction = extractInstruction(self.data)
          given.over(null)
          if (instruction) given.drop(dragged(source.data)!.rows, MEETING[instruction.operation])
        },
      }),
    ]
  })
  onBeforeUnmount(() => ends.forEach((end) => end()))
}
