import type { Tx } from '../../store/database'
import { changePerson, personByEmail, personById, type PersonRow } from '../../store/people'
import { countTry, triesOf } from '../../store/tries'
import { makePasswordHash, must, type Actor } from './access'
import { ownerLetter } from '../mail/accountMail'
import { throttled } from './guessing'
import { LINK_PLACE, mailIsCaught, post } from '../mail/mail'
import { writeFact, type Office } from '../office'
import { holderOfLink, makePasswordLink, useLink } from './passwordLinks'
import { passwordProblems } from './passwords'
import { mustOversee } from './oversight'
import { found, refusal, Refusal } from '../refusal'
import { endSessionsBut } from './sessions'

const INVITATION_HOURS = 7 * 24
const NEW_PASSWORD_HOURS = 24
/** So often in an hour is a link asked for by one address, and by one origin. */
const MOST_LINKS = 3
const MOST_FROM = 20
const HOUR_MS = 3_600_000

interface Invited {
  id: string
  name: string
  email: string
}

/**
 * Gives someone who is new the link with which they choose a password: by mail, or, where no mail server is named, in the
 * answer, for the steward to hand over. `site` is what the site is called.
 */
export async function invite(
  office: Office,
  tx: Tx,
  actor: Pick<Actor, 'id' | 'name'>,
  person: Invited,
  site: string,
): Promise<string | null> {
  if (mailIsCaught()) return makePasswordLink(office, tx, person.id, actor.id, INVITATION_HOURS)
  await post(office, tx, [
    {
      site: null,
      person: person.id,
      address: person.email,
      subject: `${actor.name} invites you to the office of ${site}`,
      text: `Dear ${person.name},\n\n${actor.name} invites you to work on ${site}. Choose a password here, within 7 days:\n\n${LINK_PLACE}\n\nWhoever has this link can choose it; do not pass it on.\n`,
      link: { hours: INVITATION_HOURS, by: actor.id },
    },
  ])
  return null
}

/** Gives someone a new link for choosing a password: an invitation anew, or, to who has been here, a new password, by mail alone. */
export async function inviteAgain(office: Office, actor: Actor, id: string, site: string): Promise<{ link: string | null }> {
  must(actor, 'people.change', null)
  found(actor.rights.people.get(id), 'person')
  await mustOversee(office, actor.rights.site, actor.id, id)
  const person = found(await personById(office.store.read, id), 'person')
  if (person.active !== 1) throw refusal('refused', 'person-inactive', { to: 'sign-in' })
  const isNew = !person.password_hash && !person.identity
  // Whoever could read the link would become its person.
  if (!isNew && mailIsCaught()) throw refusal('refused', 'no-mail-server', { person: person.name })
  return office.store.write(async (tx) => {
    const link = isNew ? await invite(office, tx, actor, person, site) : null
    if (!isNew) await postNewPassword(office, tx, person, `${actor.name} sends you this link`, actor.id)
    await writeFact(office, tx, actor.id, 'person.invited', null, { person: id })
    return { link }
  })
}

const postNewPassword = (office: Office, tx: Tx, person: Invited, why: string, by: string | null): Promise<void> =>
  post(office, tx, [
    {
      site: null,
      person: person.id,
      address: person.email,
      subject: 'A link for a new password',
      text: `Dear ${person.name},\n\n${why}. Choose a new password for the office here, within a day:\n\n${LINK_PLACE}\n\nIf you do not want a new one, leave it; nothing changes. Whoever has this link can choose it; do not pass it on.\n`,
      link: { hours: NEW_PASSWORD_HOURS, by },
    },
  ])

/**
 * Sends someone who has forgotten their password a link for a new one, by mail. Whether anyone has that address is not
 * to be seen from the answer. Throws a refusal where no mail server is named, and to an origin that asks too often.
 */
export async function askForLink(office: Office, { email, from }: { email: string; from: string }): Promise<void> {
  if (mailIsCaught()) throw refusal('unknown', 'no-mail-server')
  // Counted by the hour of the clock: whoever asks now and then is never at an end.
  const hour = Math.floor(office.clock.now().getTime() / HOUR_MS)
  const keys = { address: `link:${hour}:${email.toLowerCase()}`, origin: `link-from:${hour}:${from}` }
  await office.store.write(async (tx) => {
    const asked = new Map((await triesOf(tx, Object.values(keys))).map(({ key, failures }) => [key, failures]))
    if ((asked.get(keys.origin) ?? 0) >= MOST_FROM) throw throttled(HOUR_MS / 1_000)
    await countTry(tx, Object.values(keys), office.now())
    const person = await personByEmail(tx, email)
    if (person?.active !== 1 || (asked.get(keys.address) ?? 0) >= MOST_LINKS) return
    await postNewPassword(office, tx, person, 'Someone, you we hope, has asked for a new password of yours', null)
  })
}

/** Makes the link of someone by whoever runs the machine, where it cannot come by mail. */
export async function linkByHand(office: Office, email: string): Promise<string> {
  const person = found(await personByEmail(office.store.read, email), 'person')
  return office.store.write(async (tx) => {
    await writeFact(office, tx, null, 'person.link-made', null, { person: person.id })
    return makePasswordLink(office, tx, person.id, null, NEW_PASSWORD_HOURS)
  })
}

/** Whom a link lets choose a password, and whether they have been here before. */
export async function invitation(office: Office, token: string): Promise<{ name: string; email: string; back: boolean }> {
  const { name, email, password_hash, identity } = await holderOfLink(office, office.store.read, token)
  return { name, email, back: Boolean(password_hash || identity) }
}

/** Takes a link: sets the password of its person and ends all their sessions. Returns who they are. */
export async function choosePassword(office: Office, token: string, password: string): Promise<PersonRow> {
  const { name, email } = await holderOfLink(office, office.store.read, token)
  const problems = passwordProblems(password, [name, email])
  if (problems.length) throw new Refusal('refused', problems)
  const password_hash = await makePasswordHash(password)
  return office.store.write(async (tx) => {
    const holder = await holderOfLink(office, tx, token)
    await useLink(office, tx, token)
    await changePerson(tx, holder.id, { password_hash })
    await endSessionsBut(tx, holder.id, null)
    await writeFact(office, tx, holder.id, 'person.joined', null)
    if (holder.password_hash) await ownerLetter(office, tx, holder, 'A new password was chosen with a link that was sent to you')
    return holder
  })
}
