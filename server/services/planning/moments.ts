import { serviceReason } from '../../../core/words/serviceReasons'
import { meaningOf, type WallTime } from '../../../core/time/zone'
import type { Office } from '../office'
import { refusal, Refusal } from '../refusal'

/**
 * A moment as a person picks it on the site's clock; `choice` answers where that time comes twice. `zone` is that of the clock that they
 * saw: their screen may be older than a change of it.
 */
export interface Moment {
  date: string
  time: string
  choice?: 'earlier' | 'later' | undefined
  zone?: string | undefined
}

/** The columns in which a moment is kept: its instant, and the wall time it was picked by. */
export interface KeptMoment {
  at: string
  wall_date: string
  wall_time: string
  zone: string
  fold: 'earlier' | 'later' | null
}

/** The instant that a wall time means; asks where it exists twice and refuses where it never does. */
export function instantFor(wall: WallTime, choice: Moment['choice'], at = 'time'): string {
  const meaning = meaningOf(wall)
  if (meaning.kind === 'gap')
    throw new Refusal('refused', [serviceReason('time-skipped', { time: wall.time, date: wall.date, at })], {
      instead: [meaning.before, meaning.after],
    })
  if (meaning.kind === 'overlap' && !choice)
    throw new Refusal('refused', [serviceReason('time-twice', { time: wall.time, date: wall.date, at })], {
      choices: { earlier: meaning.earlier, later: meaning.later },
    })
  return meaning.kind === 'exact' ? meaning.instant : choice === 'earlier' ? meaning.earlier : meaning.later
}

/** A moment that lies ahead, as it is kept; refused when it is past, and where it was picked on the clock of another zone. */
export function momentAhead(office: Office, zone: string, { date, time, choice, zone: seen }: Moment): KeptMoment {
  if (seen !== undefined && seen !== zone) throw refusal('conflict', 'zone-changed', { zone: zone.replaceAll('_', ' '), at: 'time' })
  const at = instantFor({ date, time, zone }, choice)
  if (at <= office.now()) throw refusal('refused', 'time-past', { at: 'time' })
  return { at, wall_date: date, wall_time: time, zone, fold: choice ?? null }
}
