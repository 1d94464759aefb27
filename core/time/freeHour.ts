const HOUR = 3_600_000

/** The instants (ISO 8601) of a list that lie within so long of another, before or after. */
export const within = (moments: readonly string[], at: string, ms = HOUR): string[] =>
  moments.filter((moment) => Math.abs(Date.parse(moment) - Date.parse(at)) < ms)

/** The first instant, in whole hours from one on, with nothing within an hour of it; at most a week is looked through, then `null`. */
export function freeHour(moments: readonly string[], from: string): string | null {
  for (let hour = 0; hour <= 7 * 24; hour++) {
    const at = new Date(Date.parse(from) + hour * HOUR).toISOString()
    if (!within(moments, at).length) return at
  }
  return null
}
