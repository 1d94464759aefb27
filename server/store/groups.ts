import type { Reader, Tx } from './database'

export const isGroupName = async (db: Reader, site: string, name: string, but: string): Promise<boolean> =>
  (
    await db.all<{ id: string }>('SELECT id FROM person_group WHERE site_id = $site AND name = $name AND id <> $but', {
      site,
      name,
      but,
    })
  ).length > 0

export const addGroup = (tx: Tx, id: string, site: string, name: string) => tx.add('person_group', { id, site_id: site, name })

export const renameGroup = (tx: Tx, id: string, name: string) => tx.change('person_group', { id }, { name })

/** Makes these people the members of a group, and nobody else. */
export async function setMembers(tx: Tx, group: string, people: Iterable<string>): Promise<void> {
  await tx.remove('group_member', { group_id: group })
  await tx.add('group_member', ...[...new Set(people)].map((person) => ({ group_id: group, person_id: person })))
}

/** Ends a group with the roles that it had. */
export async function dropGroup(tx: Tx, id: string): Promise<void> {
  await tx.remove('role_grant', { group_id: id })
  await tx.remove('group_member', { group_id: id })
  await tx.remove('person_group', { id })
}
