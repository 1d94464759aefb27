import { randomBytes } from 'node:crypto'
import type { Tx } from '../store/database'
import { personById } from '../store/people'
import { makePasswordHash, must, type Actor } from './access'
import { officeOrigin, post } from './mail'
import { note, type Office } from './office'
import { passwordProblems } from './passwords'
import { found, refusal, Refusal } from './refusal'
import { hashToken, openSession } from './sessions'

const DAYS = 7

/** Writes someone a link with which they choose a password; a link that they had before opens nothing then. */
export async function writeInvitation(
  office: Office,
  tx: Tx,
  actor: Actor,
  person: { id: string; name: string; email: string },
  site: string,
): Promise<void> {
  const token = randomBytes(24).toString('base64url')
  await tx.run('DELETE FROM invitation WHERE person_id = $person AND used_at IS NULL', { person: person.id })
  await tx.insert('invitation', [
    {
      token_hash: hashToken(token),
      person_id: person.id,
      made_by: actor.id,
      made_at: office.now(),
      expires_at: new Date(office.clock.now().getTime() + DAYS * 86_400_000).toISOString(),
    },
  ])
  await post(office, tx, [
    {
      person: person.id,
      address: person.email,
      subject: `${actor.name} invites you to the office of ${site}`,
      text: `Dear ${person.name},\n\n${actor.name} invites you to work on ${site}. Choose a password here, within ${DAYS} days:\n\n${officeOrigin()}/office/join?with=${token}\n\nWhoever has this link can choose it; do not pass it on.\n`,
    },
  ])
}

/** Writes someone a new link for choosing a password: the first one was lost, or the password was. */
export async function inviteAgain(office: Office, actor: Actor, id: string, site: string): Promise<void> {
  must(actor, 'people.change', null)
  const person = found(await personById(office.store.read, id), 'person')
  if (person.active !== 1) throw refusal('refused', 'person-inactive', 'This account rests; wake it first')
  await office.store.write(async (tx) => {
    await writeInvitation(office, tx, actor, person, site)
    await note(office, tx, actor.id, 'person.invited', null, { person: id })
  })
}

/** The person whom a link that is still good invites. */
async function invited(office: Office, token: string) {
  const row = await office.store.read.one<{ person_id: string }>(
    'SELECT person_id FROM invitation WHERE token_hash = $hash AND used_at IS NULL AND expires_at > $now',
    { hash: hashToken(token), now: office.now() },
  )
  const person = row && (await personById(office.store.read, row.person_id))
  if (!person || person.active !== 1)
    throw refusal('unknown', 'invitation-over', 'This link is over, or was used; ask a steward for a new one')
  return person
}

export async function invitation(office: Office, token: string): Promise<{ name: string; email: string }> {
  const { name, email } = await invited(office, token)
  return { name, email }
}

/**
 * Takes an invitation: sets the password, ends all other sessions of the person, and opens one;
 * whoever has a second factor signs in with it. Answers the session's token.
 */
export async function join(office: Office, input: { with: string; password: string; agent: string }): Promise<{ token: string | null }> {
  const person = await invited(office, input.with)
  const problems = passwordProblems(input.password, [person.name, person.email])
  if (problems.length) throw new Refusal('refused', problems)
  const password_hash = await makePasswordHash(input.password)
  await office.store.write(async (tx) => {
    const fresh = await tx.one('SELECT 1 FROM invitation WHERE token_hash = $hash AND used_at IS NULL', { hash: hashToken(input.with) })
    if (!fresh) throw refusal('unknown', 'invitation-over', 'This link was used meanwhile')
    await tx.update('invitation', { token_hash: hashToken(input.with) }, { used_at: office.now() })
    await tx.update('person', { id: person.id }, { password_hash })
    await tx.run('DELETE FROM session WHERE person_id = $person', { person: person.id })
    await note(office, tx, person.id, 'person.joined', null)
  })
  return { token: person.totp_secret === null ? await openSession(office, person.id, input.agent) : null }
}
