import { Temporal } from 'temporal-polyfill'
import { datesOf, type Recurrence } from './recurrence'
import { instantOf, type WallTime } from './zone'

/** How a window stands on the wall: the time it opens, and how many days later at what time it ends, in a zone. */
export interface WindowShape {
  time: string
  untilDays: number
  untilTime: string
  zone: string
}

export interface WindowTurn {
  date: string
  at: string
  untilDate: string
  until: string
}

/** A window as it opens on a date (YYYY-MM-DD). Its instants follow the clock on the wall, whatever a change of clocks does to its length. */
export function windowOn({ time, untilDays, untilTime, zone }: WindowShape, date: string): WindowTurn {
  const untilDate = Temporal.PlainDate.from(date).add({ days: untilDays }).toString()
  return { date, at: instantOf({ date, time, zone }), untilDate, until: instantOf({ date: untilDate, time: untilTime, zone }) }
}

/** A date so early that a turn which begins before it is over by an instant, in any zone; of a rule that is years old most are. */
const early = (instant: string, days: number): string =>
  Temporal.PlainDate.from(instant.slice(0, 10))
    .subtract({ days: days + 2 })
    .toString()

/**
 * The turn of a recurring window that comes after one that opened at an instant, the first whose end lies ahead; `null` when
 * the rule is over.
 */
export function nextWindow(rule: Recurrence, start: string, shape: WindowShape, after: string, now: string): WindowTurn | null {
  const last = after > now ? after : now
  for (const date of datesOf(rule, start, last ? early(last, shape.untilDays) : start)) {
    const turn = windowOn(shape, date)
    if (turn.at > after && turn.until > now) return turn
  }
  return null
}

/** The turns of a window that overlap a stretch of time [from, to), at most so many. */
export function windowsBetween(rule: Recurrence, start: string, shape: WindowShape, from: string, to: string, most = 400): WindowTurn[] {
  const turns: WindowTurn[] = []
  const first = early(from, shape.untilDays)
  for (const date of datesOf(rule, start, first)) {
    if (date < first) continue
    const turn = windowOn(shape, date)
    if (turn.at >= to || turns.length >= most) break
    if (turn.until > from) turns.push(turn)
  }
  return turns
}

/** Whether a window would open again before it has ended, looked for in its first turns. */
export function overlapsItself(rule: Recurrence, start: string, shape: WindowShape): boolean {
  let until = ''
  let n = 0
  for (const date of datesOf(rule, start)) {
    const turn = windowOn(shape, date)
    if (turn.at < until) return true
    until = turn.until
    if (++n === 60) break
  }
  return false
}

/** Whole days from one date to another. */
export const daysFrom = (from: string, to: string): number => Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to)).days

/** The first time after an instant (ISO 8601) at which a rule that began at a wall time comes again, with its date; `null` when it is over. */
export function nextOccurrence(rule: Recurrence, start: WallTime, after: string): { date: string; at: string } | null {
  for (const date of datesOf(rule, start.date, early(after, 0))) {
    const at = instantOf({ ...start, date })
    if (at > after) return { date, at }
  }
  return null
}
