import { randomBytes } from 'node:crypto'
import type { Reader, Tx } from '../../store/database'
import { personById, sitesOfPerson, type PersonRow } from '../../store/people'
import type { Office } from '../office'
import { officeAddress } from '../site/siteOrigin'
import { listSites, type SiteRow } from '../../store/sites'
import { refusal } from '../refusal'
import { hashToken } from './sessions'
import { dropUnusedLinks, addPasswordLink, linkHolder, usePasswordLink } from '../../store/passwordLinks'

const addressOf = (site: SiteRow | undefined, token: string) => `${officeAddress(site)}/office/join?with=${token}`
/** What stands in place of a link that is not to be read here. */
export const HIDDEN_LINK = addressOf(undefined, '…')

/**
 * Makes the link with which someone chooses a password, good for so many hours and once; a link that they had before opens
 * nothing then. It leads to the first site that they work on. Only its hash is kept, so the answer is the one place where it can be read.
 * @param by who gave it, or `null` where they asked for it themselves
 */
export async function makePasswordLink(office: Office, tx: Tx, person: string, by: string | null, hours: number): Promise<string> {
  const token = randomBytes(24).toString('base64url')
  await dropUnusedLinks(tx, person)
  await addPasswordLink(tx, {
    token_hash: hashToken(token),
    person_id: person,
    made_by: by,
    made_at: office.now(),
    expires_at: new Date(office.clock.now().getTime() + hours * 3_600_000).toISOString(),
  })
  const own = await sitesOfPerson(tx, person)
  return addressOf(
    (await listSites(tx)).find(({ id }) => own.includes(id)),
    token,
  )
}

/** The person whom a link lets choose a password, if it is still good. Throws a refusal (`unknown`) where it is not. */
export async function holderOfLink(office: Office, db: Reader, token: string): Promise<PersonRow> {
  const holder = await linkHolder(db, hashToken(token), office.now())
  const person = holder && (await personById(db, holder))
  if (!person || person.active !== 1) throw refusal('unknown', 'link-over')
  return person
}

/** Says that a link was used; it opens nothing any more. */
export const useLink = (office: Office, tx: Tx, token: string): Promise<void> => usePasswordLink(tx, hashToken(token), office.now())
