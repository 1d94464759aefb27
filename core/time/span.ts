const MINUTE = 60_000

/** A span of time as people say it: `40 min`, `5 h`, `3 days`; none below a minute. */
export function spanWords(ms: number): string {
  if (ms < MINUTE) return 'under a minute'
  const minutes = Math.round(ms / MINUTE)
  if (minutes < 60) return `${minutes} min`
  const hours = Math.round(ms / (60 * MINUTE))
  if (hours < 48) return `${hours} h`
  return `${Math.round(ms / (24 * 60 * MINUTE))} days`
}
