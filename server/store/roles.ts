import type { Separation } from '../../core/access/rights'
import type { Role } from '../../core/access/verbs'
import type { Reader, Tx } from './database'
import type { NewRow } from './models'

const columnsOf = ({ name, verbs, includes }: Pick<Role, 'name' | 'verbs' | 'includes'>) => ({
  name,
  verbs: JSON.stringify(verbs),
  includes: JSON.stringify(includes),
})

export const isRoleName = async (db: Reader, site: string, name: string, but: string): Promise<boolean> =>
  (
    await db.all<{ id: string }>('SELECT id FROM role WHERE site_id = $site AND name = $name COLLATE NOCASE AND id <> $but', {
      site,
      name,
      but,
    })
  ).length > 0

export const addRoles = (tx: Tx, site: string, roles: Role[]) =>
  tx.add('role', ...roles.map((role) => ({ id: role.id, site_id: site, ...columnsOf(role) })))

export const changeRole = (tx: Tx, { id, ...role }: Role) => tx.change('role', { id }, columnsOf(role))

export const dropRole = (tx: Tx, id: string) => tx.remove('role', { id })

export const addGrants = (tx: Tx, rows: NewRow<'role_grant'>[]) => tx.add('role_grant', ...rows)

/** Takes all roles from a person or a group. */
export const dropGrants = (tx: Tx, holder: { person_id: string } | { group_id: string }) => tx.remove('role_grant', holder)

/** Makes these the rules of separation, and no others. */
export async function replaceSeparations(tx: Tx, site: string, rules: Separation[]): Promise<void> {
  await tx.remove('separation', { site_id: site })
  await tx.add(
    'separation',
    ...rules.map(({ id, name, roles, most, dynamic }) => ({
      id,
      site_id: site,
      name,
      roles: JSON.stringify([...new Set(roles)]),
      most,
      dynamic: dynamic ? 1 : 0,
    })),
  )
}

export const addDelegation = (tx: Tx, row: NewRow<'delegation'>) => tx.add('delegation', row)

export const setDelegationEnd = (tx: Tx, id: string, at: string) => tx.change('delegation', { id }, { ended_at: at })
