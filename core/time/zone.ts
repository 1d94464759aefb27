import { Temporal } from 'temporal-polyfill'

/** A wall-clock time as a person picked it, in a time zone by its IANA name. `date` is YYYY-MM-DD, `time` HH:MM. */
export interface WallTime {
  date: string
  time: string
  zone: string
}

/** What a wall time means: one instant, none (skipped when clocks go forward), or two (when they go back). */
export type WallMeaning =
  { kind: 'exact'; instant: string } | { kind: 'gap'; before: string; after: string } | { kind: 'overlap'; earlier: string; later: string }

const iso = (zoned: Temporal.ZonedDateTime) => new Date(zoned.epochMilliseconds).toISOString()

/**
 * Finds the UTC instants (ISO 8601) of a wall time. A time that does not exist answers with the instants an hour's
 * change before and after it; one that exists twice, with both: the caller must ask. Throws RangeError for a date,
 * time or zone that is none.
 */
export function meaningOf(wall: WallTime): WallMeaning {
  const plain = Temporal.PlainDateTime.from(`${wall.date}T${wall.time}`)
  const earlier = plain.toZonedDateTime(wall.zone, { disambiguation: 'earlier' })
  const later = plain.toZonedDateTime(wall.zone, { disambiguation: 'later' })
  if (earlier.epochMilliseconds === later.epochMilliseconds) return { kind: 'exact', instant: iso(earlier) }
  return earlier.toPlainDateTime().equals(plain)
    ? { kind: 'overlap', earlier: iso(earlier), later: iso(later) }
    : { kind: 'gap', before: iso(earlier), after: iso(later) }
}

/** Says whether a name is a time zone that this machine knows. */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** The wall time of an instant in a zone; `time` to the minute. Throws RangeError for what is no instant. */
export function wallTimeOf(instant: string, zone: string): WallTime {
  const at = Date.parse(instant)
  const wall = new Date(at + offsetAt(at, zone)).toISOString()
  return { date: wall.slice(0, 10), time: wall.slice(11, 16), zone }
}

/** A time, in milliseconds, in which a zone's clocks are not changed, and how far they are ahead of UTC. */
interface Span {
  from: number
  to: number
  offset: number
}
const spans = new Map<string, Span[]>()
const MOST_SPANS = 200

/** How far a zone's clocks are ahead of UTC, in milliseconds; a hundred times faster than to ask anew, since most instants are of the same year. */
function offsetAt(at: number, zone: string): number {
  const known = spans.get(zone) ?? []
  const span = known.find(({ from, to }) => from <= at && at < to)
  if (span) return span.offset
  const zoned = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone)
  // The change before what comes just after: an instant of change begins its own span.
  const from = zoned.add({ milliseconds: 1 }).getTimeZoneTransition('previous')?.epochMilliseconds ?? -Infinity
  const to = zoned.getTimeZoneTransition('next')?.epochMilliseconds ?? Infinity
  const made = { from, to, offset: zoned.offsetNanoseconds / 1e6 }
  spans.set(zone, [made, ...known.slice(0, MOST_SPANS - 1)])
  return made.offset
}

/** Whole days from one calendar date to another; negative when `to` is earlier. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000)

/** The instants at which a calendar date begins in a zone and the next one does. */
export function dayBounds(date: string, zone: string): { from: string; to: string } {
  const day = Temporal.PlainDate.from(date)
  return { from: iso(day.toZonedDateTime(zone)), to: iso(day.add({ days: 1 }).toZonedDateTime(zone)) }
}

/**
 * The instant of a wall time that must have one: an hour that a change of clocks skips is read by the offset before it, one
 * that comes twice is the first (RFC 5545 §3.3.5).
 */
export const instantOf = ({ date, time, zone }: WallTime): string =>
  new Date(
    Temporal.PlainDateTime.from(`${date}T${time}`).toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds,
  ).toISOString()
