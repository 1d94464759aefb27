import { createHash, randomBytes } from 'node:crypto'
import type { Tx } from '../../store/database'
import { sessionIsOver } from '../../../core/access/signIn'
import { sitesOfPerson } from '../../store/people'
import { writeFact, siteId, type Office } from '../office'
import { refusal } from '../refusal'
import { signInOf, type OpenedBy } from './signInRules'
import { endSessionsBefore, addSession, endSession, endSessionsOf, sessionsOf } from '../../store/sessions'

/** Sessions are kept by the hash of their token, so that who reads the file cannot use them. */
export const hashToken = (token: string) => createHash('sha256').update(token).digest('hex')

/**
 * Opens a session on the office's site for a person whose identity is settled; answers the token that the cookie carries. Refused to
 * someone who does not work on that site, however they came.
 */
export async function openSession(office: Office, person: string, agent: string, openedBy: OpenedBy): Promise<string> {
  if (!(await sitesOfPerson(office.store.read, person)).includes(await siteId(office)))
    throw refusal('not-signed-in', 'account-elsewhere', { asks: 'own' })
  const { length } = await signInOf(office, await office.rights(), person, openedBy)
  const token = randomBytes(32).toString('base64url')
  const at = office.now()
  await office.store.write(async (tx) => {
    await endSessionsBefore(tx, at)
    await addSession(tx, {
      token_hash: hashToken(token),
      person_id: person,
      created_at: at,
      seen_at: at,
      expires_at: new Date(Date.parse(at) + length.whole * 60_000).toISOString(),
      opened_by: openedBy,
      agent: agent.slice(0, 200),
    })
    await writeFact(office, tx, person, 'session.opened', null)
  })
  return token
}

export const signOut = (office: Office, token: string): Promise<void> => office.store.write((tx) => endSession(tx, hashToken(token)))

/** So much of a session's hash is its name for its person. */
const nameOf = (hash: string) => hash.slice(0, 16)

/** Where a person is signed in; `token` is the session that asks. */
export async function mySessions(office: Office, person: string, token: string) {
  const rows = await sessionsOf(office.store.read, person, office.now())
  const rights = await office.rights()
  const open = []
  for (const row of rows) {
    const { length } = await signInOf(office, rights, person, row.opened_by)
    if (!sessionIsOver(length, row.created_at, row.seen_at, office.clock.now())) open.push(row)
  }
  return open.map(({ token_hash: hash, agent, created_at, seen_at }) => ({
    id: nameOf(hash),
    agent,
    since: created_at,
    seen: seen_at,
    here: hash === hashToken(token),
  }))
}

/** Ends a person's sessions, all but the one of this token. */
export const endSessionsBut = (tx: Tx, person: string, token: string | null): Promise<void> =>
  endSessionsOf(tx, person, token === null ? '' : hashToken(token))

/** Ends one of a person's sessions, or all but the one that asks. */
export async function endMySessions(office: Office, person: string, token: string, id?: string): Promise<void> {
  await office.store.write(async (tx) => {
    const rows = await sessionsOf(tx, person, office.now())
    const gone = rows.filter(({ token_hash: hash }) => (id === undefined ? hash !== hashToken(token) : nameOf(hash) === id))
    if (id !== undefined && !gone.length) throw refusal('unknown', 'unknown', { what: 'session' })
    for (const { token_hash: hash } of gone) await endSession(tx, hash)
    if (gone.length) await writeFact(office, tx, person, 'session.ended', null, { sessions: gone.length })
  })
}
