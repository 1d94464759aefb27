import { parseRule } from '../time/recurrence'
import { instantOf } from '../time/zone'
import { daysFrom, windowsBetween, type WindowTurn } from '../time/windows'
import type { BlockWindow } from './blockWindow'

/** What readers see at some times alone, or (without a window) always. */
interface Timed {
  window?: BlockWindow | null | undefined
}

type Span = Pick<WindowTurn, 'at' | 'until'>

const ALWAYS = '0000'
/** After every instant that is written with four digits for the year. */
const NEVER = '~'
const FAR = '9999-12-31T23:59:59.999Z'

/** Instants of times on a wall that were asked for: the same come again with each page that is made. */
const known = new Map<string, string>()
const MOST_KNOWN = 5_000
function instant(wall: string, zone: string): string {
  const asked = `${wall} ${zone}`
  let found = known.get(asked)
  if (found === undefined) {
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(asked, (found = instantOf({ date: wall.slice(0, 10), time: wall.slice(11), zone })))
  }
  return found
}

/** The stretches of time [at, until) of a block’s window that end after an instant and begin before another, in order, at most so many. */
export function spansOf({ from, until, rule }: BlockWindow, zone: string, after: string, before: string, most: number): Span[] {
  const parsed = rule === null ? null : parseRule(rule)
  if (!parsed?.ok || from === null || until === null) {
    const span = { at: from === null ? ALWAYS : instant(from, zone), until: until === null ? NEVER : instant(until, zone) }
    return span.until > after && span.at < before ? [span] : []
  }
  const [start, end] = [from.slice(0, 10), until.slice(0, 10)]
  const shape = { time: from.slice(11), untilDays: daysFrom(start, end), untilTime: until.slice(11), zone }
  return windowsBetween(parsed.value, start, shape, after, before, most)
}

/** Whether readers see a block or an entry of a menu at an instant. */
export function isShown({ window }: Timed, zone: string, at: string): boolean {
  if (!window) return true
  return spansOf(window, zone, at, FAR, 1).some((span) => span.at <= at)
}

/** The first instant after another at which readers see others of them; `null` where none comes. */
export function nextShown(body: readonly Timed[], zone: string, after: string): string | null {
  let first: string | null = null
  for (const { window } of body) {
    if (!window) continue
    const [span] = spansOf(window, zone, after, FAR, 1)
    const next = !span ? null : span.at > after ? span.at : span.until === NEVER ? null : span.until
    if (next !== null && (first === null || next < first)) first = next
  }
  return first
}
