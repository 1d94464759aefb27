import { differences, type Difference } from '../../../core/plan/differences'
import { may, sectionsWhere, type Actor } from '../people/access'
import type { Foresight } from './foresight'
import type { Office } from '../office'

/** More than a person reads is cut off; the counts are of all. */
const MOST = 1_000

/** What is other on the site at one moment than at another, past or planned; of what is planned only where the actor may read. */
export async function siteDifferences(office: Office, actor: Actor, foresight: Foresight, from: string, to: string) {
  sectionsWhere(actor, 'item.read')
  const mayRead = (section: string) => may(actor, 'item.read', section)
  const [before, after] = [await foresight.siteAt(from, mayRead), await foresight.siteAt(to, mayRead)]
  const all = differences(before, after)
  const count = (change: Difference['change']) => all.filter((one) => one.change === change).length
  return {
    from,
    to,
    now: office.now(),
    counts: {
      added: count('added'),
      gone: count('gone'),
      changed: count('changed'),
      moved: count('moved'),
      menus: all.filter(({ menus }) => menus).length,
    },
    differences: all.slice(0, MOST).map((one) => ({ ...one, section: actor.rights.sections.get(one.section)?.name ?? '' })),
  }
}
