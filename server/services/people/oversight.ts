import { decide } from '../../../core/access/decide'
import { sitesOfPerson } from '../../store/people'
import type { Office } from '../office'
import { refusal } from '../refusal'

/**
 * Throws a refusal unless an account works on a site, and someone who may change people there may do so on every other site that it
 * works on: it is one account for all of them, so what is done to it here is done there too.
 */
export async function mustOversee(office: Office, here: string, by: string, account: string): Promise<void> {
  const sites = await sitesOfPerson(office.store.read, account)
  if (!sites.includes(here)) throw refusal('unknown', 'unknown', { what: 'person' })
  for (const site of sites) {
    if (site !== here && !decide(await office.ofSite(site).rights(), by, 'people.change', null).allowed)
      throw refusal('not-allowed', 'account-elsewhere', { asks: 'other' })
  }
}
