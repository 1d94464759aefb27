import { isMovable, type CalendarEntry } from './entries'

/** Where arrow keys lead from a cell of a calendar; `null` where they lead nowhere. */
export type NextCell = (cell: string, key: string) => string | null

interface Grid {
  lifted: () => CalendarEntry | null
  over: () => string | null
  /** The cell in which an entry stands. */
  cellOf: (entry: CalendarEntry) => string
  next: NextCell
  lift: (entry: CalendarEntry) => void
  /** Says over which cell it is; `null` puts it back. */
  hover: (cell: string | null) => void
  drop: (cell: string) => void
}

/**
 * Moves an entry of a calendar by keys, as it is moved by dragging: Space lifts it, arrows carry it from cell to cell, Enter or Space drops it,
 * Escape or leaving it puts it back. Returns what its keys and its loss of the focus do.
 */
export function useCarrying({ lifted, over, cellOf, next, lift, hover, drop }: Grid) {
  const isCarried = (entry: CalendarEntry) => lifted()?.id === entry.id
  function key(event: KeyboardEvent, entry: CalendarEntry): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    if (!isCarried(entry)) {
      if (event.key !== ' ' || !isMovable(entry)) return
      event.preventDefault()
      lift(entry)
      hover(cellOf(entry))
      return
    }
    const cell = over() ?? cellOf(entry)
    const to = next(cell, event.key)
    if (event.key === 'Enter' || event.key === ' ') drop(cell)
    else if (event.key === 'Escape') hover(null)
    else if (to !== null) hover(to)
    else if (!event.key.startsWith('Arrow')) return
    event.preventDefault()
  }
  const leave = (entry: CalendarEntry) => isCarried(entry) && hover(null)
  return { key, leave }
}
