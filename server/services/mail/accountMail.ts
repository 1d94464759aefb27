import { fullIn } from '../../../core/time/words'
import type { Tx } from '../../store/database'
import { post } from './mail'
import type { Office } from '../office'
import { officeAddress } from '../site/siteOrigin'

/** Tells someone by mail, in the transaction that does it, of what they would want to know if it was not they who did it. */
export async function ownerLetter(
  office: Office,
  tx: Tx,
  person: { id: string; name: string; email: string },
  what: string,
): Promise<void> {
  const site = await office.site()
  await post(office, tx, [
    {
      site: null,
      person: person.id,
      address: person.email,
      subject: what,
      text: `Dear ${person.name},\n\n${what}, on ${fullIn(office.now(), site?.zone ?? 'UTC')}, for the office at ${officeAddress(site)}/office.\n\nIf it was not you, tell a steward at once, who can let your account rest.\n`,
    },
  ])
}
