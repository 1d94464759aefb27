import type { Tx } from './database'
import { dropWaitingMembers } from './members'

/** What is kept for a while alone: which rows of a table end, so many days after which instant of theirs. The journal keeps what mattered. */
const ENDS: readonly { table: string; after: string; days: number }[] = [
  // For as long as a command may be asked again under its key: a line that dropped is back sooner.
  { table: 'answer', after: 'at', days: 2 },
  // A mail that was given up has no next try.
  { table: 'mail', after: 'coalesce(sent_at, iif(next_at IS NULL, made_at, NULL))', days: 30 },
  { table: 'notification', after: 'iif(seen_at IS NULL, NULL, at)', days: 365 },
  { table: 'notification', after: 'at', days: 2 * 365 },
  { table: 'session', after: 'expires_at', days: 0 },
  { table: 'password_link', after: 'expires_at', days: 30 },
  { table: 'member_session', after: 'expires_at', days: 0 },
  { table: 'member_link', after: 'expires_at', days: 1 },
  { table: 'known_browser', after: 'seen_at', days: 180 },
  { table: 'throttle', after: 'last_at', days: 1 },
  { table: 'presence', after: 'at', days: 1 },
  { table: 'share_link', after: 'ends_at', days: 90 },
  // A request waits two weeks; the journal keeps what came of it.
  { table: 'rights_request', after: 'ends_at', days: 30 },
  { table: 'address_use', after: 'day', days: 400 },
  { table: 'calendar_feed', after: 'revoked_at', days: 90 },
]
/** So long somebody may take to choose a password after they signed up or were invited as a member. */
const WAITING_DAYS = 30
const DAY_MS = 86_400_000

/** Lets go of all rows whose time is over at an instant. */
export async function endOldRows(tx: Tx, now: Date): Promise<void> {
  for (const { table, after, days } of ENDS)
    await tx.run(`DELETE FROM ${table} WHERE ${after} < $before`, { before: daysBefore(now, days) })
  await dropWaitingMembers(tx, daysBefore(now, WAITING_DAYS))
}
const daysBefore = (now: Date, days: number) => new Date(now.getTime() - days * DAY_MS).toISOString()
