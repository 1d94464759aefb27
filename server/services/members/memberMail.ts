import { accountWords } from '../../../core/words/site/accountWords'
import type { Tx } from '../../store/database'
import { LINK_PLACE, post } from '../mail/mail'
import type { Office } from '../office'
import { found } from '../refusal'

/** So long an invitation and a link for a new password are good. */
export const INVITED_HOURS = 7 * 24
export const ASKED_HOURS = 24

/** Sends a member a link for a password, in the site’s language: to join, or for a new one. `called` is what the site is called. */
export async function postLink(
  office: Office,
  tx: Tx,
  member: { id: string; name: string; email: string },
  what: 'join' | 'password',
  called: string,
  hours: number,
): Promise<void> {
  const site = found(await office.site(), 'site')
  const mail = accountWords(site.language).mails[what](called, member.name, LINK_PLACE)
  await post(office, tx, [{ site: site.id, person: null, address: member.email, ...mail, member: { id: member.id, hours } }])
}
