import { instantOf, wallTimeOf } from '../time/zone'

const DAYS = 14
const DAY = 86_400_000
const QUARTER = 900_000
const MOST = 40

/** How long after a planned moment another one is looked for: two weeks, in milliseconds. */
export const SEARCHED_MS = DAYS * DAY

/**
 * The moments worth trying for something that would meet trouble at its own: the same time of day on each day of the next two weeks,
 * and the quarter of an hour after each of what else happens then, when what it waits for may have come. All instants; none before
 * `earliest`; in order, at most 40.
 */
export function momentsToTry(own: string, earliest: string, others: readonly string[], zone: string): string[] {
  const { date, time } = wallTimeOf(own, zone)
  const days = Array.from({ length: DAYS }, (_, n) => {
    const day = new Date(Date.parse(`${date}T00:00Z`) + (n + 1) * DAY).toISOString().slice(0, 10)
    return instantOf({ date: day, time, zone })
  })
  const after = (at: string) => new Date((Math.floor(Date.parse(at) / QUARTER) + 1) * QUARTER).toISOString()
  const all = new Set([...days, ...[own, earliest, ...others].map(after)])
  return [...all]
    .filter((at) => at > own && at >= earliest)
    .sort()
    .slice(0, MOST)
}
