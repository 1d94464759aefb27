import type { GivenRole, RightsChange } from '../../core/access/rightsChange'
import type { Actor } from '../../server/services/people/access'
import type { Office } from '../../server/services/office'
import { changeRights } from '../../server/services/people/rightsChange'

/** Makes a change of rights where no second steward is asked. */
export async function changeNow<T = object>(office: Office, actor: Actor, change: RightsChange): Promise<T> {
  const changed = await changeRights<T>(office, actor, change)
  if (changed.waits) throw new Error(`It waits for ${changed.waits.for.join(', ')}`)
  return changed
}

/** Adds a colleague; answers who they are, and the link with which they choose a password. */
export const addPerson = (office: Office, actor: Actor, input: { name: string; email: string; roles: GivenRole[] }) =>
  changeNow<{ person: string; link: string | null }>(office, actor, { change: 'person', ...input })

/** Sets a colleague's roles anew. */
export const setRoles = (office: Office, actor: Actor, person: string, roles: GivenRole[]) =>
  changeNow(office, actor, { change: 'roles', person, roles })
