import { instantOf, meaningOf, wallTimeOf } from '../time/zone'

/** What of the plan stays when the site’s clock goes by another zone: the hours as they were picked, or the instants that they were. */
export type Stays = 'hours' | 'instants'

/** A moment as it was picked on a clock on the wall, with the instant that it is; `fold` chose one of an hour that comes twice. */
export interface ClockMoment {
  at: string
  date: string
  time: string
  fold: 'earlier' | 'later' | null
}

/** What the hour is on the new clock: as picked, skipped by a change of clocks (the hour after it is taken), or there twice (the first is taken). */
export type HourThere = 'exact' | 'skipped' | 'twice'

/** Something planned by the clock of `zone`; `end` of a window, which may repeat. */
export interface PlannedOnClock {
  id: string
  zone: string
  start: ClockMoment
  end: ClockMoment | null
  repeats: boolean
  /** Its start has passed, and it waits for its end. */
  open: boolean
}

/** What became of it. What keeps its own clock is left as it was. */
export type OnNewClock =
  | { id: string; keeps: 'own-clock' }
  | { id: string; keeps: 'site-clock'; start: ClockMoment; end: ClockMoment | null; hour: HourThere; past: boolean }

/** The same hour on the clock of another zone. */
function hourOn(moment: ClockMoment, zone: string): { moment: ClockMoment; hour: HourThere } {
  const wall = { date: moment.date, time: moment.time, zone }
  const meaning = meaningOf(wall)
  if (meaning.kind === 'exact') return { moment: { ...moment, at: meaning.instant, fold: null }, hour: 'exact' }
  if (meaning.kind === 'gap') return { moment: { ...moment, at: instantOf(wall), fold: null }, hour: 'skipped' }
  const fold = moment.fold ?? 'earlier'
  return { moment: { ...moment, at: meaning[fold], fold }, hour: moment.fold === null ? 'twice' : 'exact' }
}

/** The same instant on the clock of another zone. */
function instantOn({ at }: ClockMoment, zone: string): ClockMoment {
  const { date, time } = wallTimeOf(at, zone)
  const meaning = meaningOf({ date, time, zone })
  return { at, date, time, fold: meaning.kind !== 'overlap' ? null : meaning.later === at ? 'later' : 'earlier' }
}

/**
 * What is planned by the site’s clock once that goes by the zone `to` in place of `from`. What was planned by another zone’s
 * clock keeps it, and so does a repetition whose instants are to stay: its hours would differ from one season to the next.
 */
export function onNewClock(
  planned: PlannedOnClock,
  { from, to, stays, now }: { from: string; to: string; stays: Stays; now: string },
): OnNewClock {
  const { id, zone, start, end, open } = planned
  if (zone !== from || (planned.repeats && stays === 'instants')) return { id, keeps: 'own-clock' }
  if (stays === 'instants')
    return { id, keeps: 'site-clock', start: instantOn(start, to), end: end && instantOn(end, to), hour: 'exact', past: false }
  const begins = hourOn(start, to)
  const ends = end && hourOn(end, to)
  const next = open && ends ? ends.moment.at : begins.moment.at
  const hour = begins.hour === 'exact' ? (ends?.hour ?? 'exact') : begins.hour
  return { id, keeps: 'site-clock', start: begins.moment, end: ends?.moment ?? null, hour, past: next <= now }
}
