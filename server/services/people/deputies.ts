import { outOfReach } from '../../../core/flow/guards'
import { may, must, type Actor } from './access'
import { writeFact, type Office } from '../office'
import { found } from '../refusal'
import { setDelegationEnd } from '../../store/roles'

/** Who stands in for whom, now and to come, those that end first before. */
export function deputies(office: Office, actor: Actor) {
  const now = office.now()
  const name = (id: string) => actor.rights.people.get(id)?.name ?? ''
  return actor.rights.delegations
    .filter(({ to }) => to > now)
    .sort((a, b) => a.from.localeCompare(b.from))
    .map((entry) => ({
      ...entry,
      absentName: name(entry.absent),
      deputyName: name(entry.deputy),
      /** The sections of the absent that the deputy may not read: there they cannot clear. */
      outOfReach: outOfReach(actor.rights, entry.absent, entry.deputy).map((section) => actor.rights.sections.get(section)?.name ?? ''),
      begun: entry.from <= now,
      mine: entry.absent === actor.id || may(actor, 'people.change', null),
    }))
}

/** Ends a delegation at once. */
export async function endDelegation(office: Office, actor: Actor, id: string): Promise<void> {
  const entry = found(
    actor.rights.delegations.find((one) => one.id === id),
    'deputy',
  )
  if (entry.absent !== actor.id && entry.deputy !== actor.id) must(actor, 'people.change', null)
  await office.store.write(async (tx) => {
    await setDelegationEnd(tx, id, office.now())
    await writeFact(office, tx, actor.id, 'person.deputy-ended', null, { delegation: id, absent: entry.absent, deputy: entry.deputy })
  })
}
