/**
 * What a planned event does: puts a draft live, takes an item off the site, shows a version for a while, carries out a
 * withdrawal or move that its gates cleared, or makes an earlier live version live again.
 */
export const EVENT_KINDS = ['put-live', 'withdraw', 'window', 'carry-out', 'restore'] as const
export type EventKind = (typeof EVENT_KINDS)[number]

/** `planned` waits for its moment, `open` is a window that shows, `held` was due and something forbade it. */
export type EventState = 'planned' | 'open' | 'held' | 'done' | 'skipped' | 'cancelled'

/** What happens to an event that is done later than it was planned, by more than so many minutes. */
export const LATE_WAYS = ['do', 'skip', 'ask'] as const
export type LateWay = (typeof LATE_WAYS)[number]

/** What becomes of an event at an instant at or after its moment, by its policy for being late. */
export function lateness(policy: { late: LateWay; lateAfter: number }, due: string, now: string): LateWay {
  if (policy.late === 'do') return 'do'
  return Date.parse(now) - Date.parse(due) > policy.lateAfter * 60_000 ? policy.late : 'do'
}
