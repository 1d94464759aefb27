import { randomBytes } from 'node:crypto'
import { ACCOUNT_PATHS } from '../../../core/render/account'
import type { Reader, Tx } from '../../store/database'
import { addMemberLink, dropUnusedMemberLinks, memberLinkHolder, siteOfMember, useMemberLink } from '../../store/members'
import { listSites } from '../../store/sites'
import type { Office } from '../office'
import { hashToken } from '../people/sessions'
import { officeAddress } from '../site/siteOrigin'

const pathWith = (token: string) => `${ACCOUNT_PATHS.choose}?token=${token}`
/** What stands in place of a link that is not to be read here. */
export const HIDDEN_MEMBER_LINK = pathWith('…')

/**
 * Makes the link with which a member chooses a password, good for so many hours and once; a link that they had before opens nothing then. Only
 * its hash is kept.
 */
export async function makeMemberLink(office: Office, tx: Tx, member: string, hours: number): Promise<string> {
  const token = randomBytes(24).toString('base64url')
  await dropUnusedMemberLinks(tx, member)
  await addMemberLink(tx, {
    token_hash: hashToken(token),
    member_id: member,
    made_at: office.now(),
    expires_at: new Date(office.clock.now().getTime() + hours * 3_600_000).toISOString(),
  })
  const of = await siteOfMember(tx, member)
  const site = (await listSites(tx)).find(({ id }) => id === of)
  return officeAddress(site) + pathWith(token)
}

/** The member whom a link lets choose a password; `null` where it is not good any more. */
export const holderOfMemberLink = (office: Office, db: Reader, token: string): Promise<string | null> =>
  memberLinkHolder(db, hashToken(token), office.now())

/** Says that a link was used; it opens nothing any more. */
export const spendMemberLink = (office: Office, tx: Tx, token: string): Promise<void> => useMemberLink(tx, hashToken(token), office.now())
