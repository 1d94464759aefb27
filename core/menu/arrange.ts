import { accept, refuse, type Outcome } from '../outcome'
import { reason } from '../words/ruleReasons'
import { allEntries, MOST_ENTRIES, MOST_LEVELS, type MenuEntry } from './entries'

/** An entry as a line of a list, with how deep it stands (0 is the top), the entry above it, and its place among those beside it (from 0). */
export interface EntryLine {
  entry: MenuEntry
  depth: number
  parent: string | null
  place: number
  siblings: number
}

/** The entries of a menu as lines, in reading order. */
export function entryLines(entries: readonly MenuEntry[], depth = 0, parent: string | null = null): EntryLine[] {
  return entries.flatMap((entry, place) => [
    { entry, depth, parent, place, siblings: entries.length },
    ...entryLines(entry.entries, depth + 1, entry.id),
  ])
}

/** The entries with each list of siblings put through a function. */
const everyList = (entries: readonly MenuEntry[], list: (siblings: MenuEntry[]) => MenuEntry[]): MenuEntry[] =>
  list(entries.map((entry) => ({ ...entry, entries: everyList(entry.entries, list) })))

const find = (entries: readonly MenuEntry[], id: string) => [...allEntries(entries)].find((entry) => entry.id === id)

/** The entries without one and those below it. */
export const withoutEntry = (entries: readonly MenuEntry[], id: string): MenuEntry[] =>
  everyList(entries, (siblings) => siblings.filter((entry) => entry.id !== id))

/** The entries with one changed. */
export const withEntry = (entries: readonly MenuEntry[], id: string, change: Partial<Omit<MenuEntry, 'id' | 'entries'>>): MenuEntry[] =>
  everyList(entries, (siblings) => siblings.map((entry) => (entry.id === id ? { ...entry, ...change } : entry)))

/** Where an entry is put: before or after another, as the last below another, or at the end of the top. */
export type EntrySpot = { is: 'before' | 'into' | 'after'; id: string } | { is: 'end' }

function put(entries: readonly MenuEntry[], entry: MenuEntry, spot: EntrySpot): MenuEntry[] {
  if (spot.is === 'end') return [...entries, entry]
  if (spot.is === 'into')
    return everyList(entries, (siblings) =>
      siblings.map((other) => (other.id === spot.id ? { ...other, entries: [...other.entries, entry] } : other)),
    )
  return everyList(entries, (siblings) =>
    siblings.flatMap((other) => (other.id !== spot.id ? [other] : spot.is === 'before' ? [entry, other] : [other, entry])),
  )
}

/** Puts a new entry into a menu; refused where there would be too many or too many levels. */
export function addEntry(entries: readonly MenuEntry[], entry: MenuEntry, spot: EntrySpot): Outcome<MenuEntry[]> {
  if (spot.is !== 'end' && !find(entries, spot.id)) return refuse(reason('menu-spot'))
  const after = put(entries, entry, spot)
  const lines = entryLines(after)
  if (lines.length > MOST_ENTRIES) return refuse(reason('menu-entries', { most: MOST_ENTRIES }))
  if (lines.some(({ depth }) => depth >= MOST_LEVELS)) return refuse(reason('menu-levels', { most: MOST_LEVELS }))
  return accept(after)
}

/** Moves an entry with all below it; refused where it would stand below itself or too deep. */
export function moveEntry(entries: readonly MenuEntry[], id: string, spot: EntrySpot): Outcome<MenuEntry[]> {
  const entry = find(entries, id)
  if (!entry || (spot.is !== 'end' && find([entry], spot.id))) return refuse(reason('menu-spot'))
  return addEntry(withoutEntry(entries, id), entry, spot)
}

/** A step of an entry by keyboard: among those beside it, below the one before it, or out beside the one above it. */
export type EntryStep = 'up' | 'down' | 'in' | 'out'

/** Where a step leads an entry to; `null` where there is no such place. */
export function spotOfStep(entries: readonly MenuEntry[], id: string, step: EntryStep): EntrySpot | null {
  const lines = entryLines(entries)
  const line = lines.find(({ entry }) => entry.id === id)
  if (!line) return null
  const beside = (place: number) => lines.find((other) => other.parent === line.parent && other.place === place)?.entry.id
  const [before, after] = [beside(line.place - 1), beside(line.place + 1)]
  if (step === 'up') return before === undefined ? null : { is: 'before', id: before }
  if (step === 'down') return after === undefined ? null : { is: 'after', id: after }
  if (step === 'in') return before === undefined ? null : { is: 'into', id: before }
  return line.parent === null ? null : { is: 'after', id: line.parent }
}
