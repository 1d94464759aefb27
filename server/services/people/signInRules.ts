import { DEFAULT_SIGN_IN, signInFor, type SignInRules } from '../../../core/access/signIn'
import type { Rights } from '../../../core/access/rights'
import { must, type Actor } from './access'
import { mailIsCaught } from '../mail/mail'
import { writeFact, type Office } from '../office'
import { found } from '../refusal'
import { changeSite } from '../../store/sites'

/** How people of this team sign in. */
export async function signInRules(office: Office): Promise<SignInRules> {
  const site = await office.site()
  return site?.sign_in ? (JSON.parse(site.sign_in) as SignInRules) : DEFAULT_SIGN_IN
}

/** What that asks of one person now. Who stepped into the demo has no password, and no factor beside it. */
export async function signInOf(office: Office, rights: Rights, person: string, openedBy: OpenedBy) {
  const rules = await signInRules(office)
  if (openedBy === 'demo') return { length: rules.others, needsFactor: false }
  const asked = signInFor(rules, rights, person, !mailIsCaught())
  // A provider vouches for the whole sign-in.
  return openedBy === 'openid' ? { ...asked, needsFactor: false } : asked
}

/** What a session was opened by. */
export type OpenedBy = 'password' | 'openid' | 'demo'

export async function setSignInRules(office: Office, actor: Actor, rules: SignInRules): Promise<void> {
  must(actor, 'people.change', null)
  for (const role of rules.strictRoles) found(actor.rights.roles.get(role), 'role')
  const site = found(await office.site(), 'site')
  await office.store.write(async (tx) => {
    await changeSite(tx, site.id, { sign_in: JSON.stringify(rules) })
    await writeFact(office, tx, actor.id, 'site.sign-in-set', null, { ...rules })
  })
}
