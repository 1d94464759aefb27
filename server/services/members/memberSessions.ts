import { randomBytes } from 'node:crypto'
import { STRANGER, type Audience } from '../../../core/members/access'
import { dateIn } from '../../../core/time/date'
import type { Tx } from '../../store/database'
import { addMemberSession, addUnlock, changeMemberSession, endMemberSession, memberSession } from '../../store/members'
import { found } from '../refusal'
import type { Office } from '../office'
import { hashToken } from '../people/sessions'

/** So long a browser stays signed in after it was last seen. */
export const SESSION_DAYS = 60
const DAY_MS = 86_400_000

/** A reader as a request shows them: what opens pages to them, and who they are where they have signed in. */
export interface SiteReader {
  audience: Audience
  member: string | null
  /** Their session’s secret; `null` for one that has none. */
  token: string | null
}
const NOBODY: SiteReader = { audience: STRANGER, member: null, token: null }

const endOf = (office: Office) => new Date(office.clock.now().getTime() + SESSION_DAYS * DAY_MS).toISOString()

/** Who a reader is by the secret that their browser keeps. One whom the office shut out is a stranger. */
export async function readerOf(office: Office, token: string | undefined): Promise<SiteReader> {
  const site = token && (await office.site())
  if (!token || !site) return NOBODY
  const now = office.now()
  const row = await memberSession(office.store.read, site.id, hashToken(token), now, dateIn(now, site.zone))
  if (!row) return NOBODY
  // Once a day is often enough to know that it is still used.
  if (Date.parse(now) - Date.parse(row.seen_at) > DAY_MS)
    await office.store.write((tx) => changeMemberSession(tx, hashToken(token), { seen_at: now, expires_at: endOf(office) }))
  const member = row.state === 'active' ? row.member : null
  const audience = {
    member: member !== null,
    groups: member === null ? [] : (JSON.parse(row.groups) as string[]),
    passwords: JSON.parse(row.passwords) as string[],
  }
  return { audience, member, token }
}

/** Opens a session, for a member or (`null`) for a reader who gave the password of a page. Returns its secret. */
export async function openMemberSession(office: Office, tx: Tx, member: string | null): Promise<string> {
  const { id } = found(await office.site(), 'site')
  const token = randomBytes(32).toString('base64url')
  const at = office.now()
  await addMemberSession(tx, {
    token_hash: hashToken(token),
    site_id: id,
    member_id: member,
    made_at: at,
    seen_at: at,
    expires_at: endOf(office),
  })
  return token
}

export const endReaderSession = (office: Office, token: string): Promise<void> =>
  office.store.write((tx) => endMemberSession(tx, hashToken(token)))

/** Notes that a reader gave a password, in the session that they have or a new one. Returns its secret. */
export const unlock = (office: Office, reader: SiteReader, password: string): Promise<string> =>
  office.store.write(async (tx) => {
    const token = reader.token ?? (await openMemberSession(office, tx, null))
    await addUnlock(tx, { token_hash: hashToken(token), password_id: password, at: office.now() })
    return token
  })
