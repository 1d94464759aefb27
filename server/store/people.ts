import type { Group, Rights, Section, Separation } from '../../core/access/rights'
import type { Verb } from '../../core/access/verbs'
import type { Reader } from './database'

export interface PersonRow {
  id: string
  email: string
  name: string
  password_hash: string
  colour_scheme: 'auto' | 'light' | 'dark'
  active: number
  created_at: string
  seen_until: string | null
  /** The shared secret of the second factor, in base32; one that is not confirmed yet is pending. */
  totp_secret: string | null
  totp_pending: string | null
  /** The last period of 30 seconds whose code was used: none is good twice. */
  totp_step: number
}

/** Everybody's rights as one value, for the core's decisions. */
export async function loadRights(db: Reader): Promise<Rights> {
  const [people, groups, roles, grants, sections, separations] = await Promise.all([
    db.all<{ id: string; name: string; active: number }>('SELECT id, name, active FROM person'),
    db.all<{ id: string; name: string; members: string }>(
      'SELECT id, name, (SELECT json_group_array(person_id) FROM group_member m WHERE m.group_id = g.id) AS members FROM person_group g ORDER BY name',
    ),
    db.all<{ id: string; name: string; verbs: string; includes: string }>('SELECT id, name, verbs, includes FROM role ORDER BY rowid'),
    db.all<{ person: string | null; group: string | null; role: string; section: string | null }>(
      'SELECT person_id AS person, group_id AS "group", role_id AS role, section_id AS section FROM role_grant ORDER BY rowid',
    ),
    db.all<Section>('SELECT id, name, segment, parent_id AS parent FROM section'),
    db.all<{ id: string; name: string; roles: string; most: number }>('SELECT id, name, roles, most FROM separation ORDER BY rowid'),
  ])
  return {
    people: new Map(people.map((row) => [row.id, { name: row.name, active: row.active === 1 }])),
    groups: new Map(groups.map((row): [string, Group] => [row.id, { ...row, members: JSON.parse(row.members) as string[] }])),
    roles: new Map(
      roles.map((row) => [row.id, { ...row, verbs: JSON.parse(row.verbs) as Verb[], includes: JSON.parse(row.includes) as string[] }]),
    ),
    grants: grants.map(({ person, group, ...grant }) => ({ holder: person === null ? { group: group! } : { person }, ...grant })),
    sections: new Map(sections.map((row) => [row.id, row])),
    separations: separations.map((row): Separation => ({ ...row, roles: JSON.parse(row.roles) as string[] })),
  }
}

export const personById = (db: Reader, id: string) => db.one<PersonRow>('SELECT * FROM person WHERE id = $id', { id })
export const personByEmail = (db: Reader, email: string) => db.one<PersonRow>('SELECT * FROM person WHERE email = $email', { email })
export const listPeople = (db: Reader) =>
  db.all<{ id: string; name: string; email: string; active: number }>('SELECT id, name, email, active FROM person ORDER BY name LIMIT 1000')
export const peopleCount = async (db: Reader) => (await db.one<{ n: number }>('SELECT count(*) AS n FROM person'))!.n

export const sessionByHash = (db: Reader, hash: string) =>
  db.one<{ person_id: string; expires_at: string; seen_at: string; sees_as: string | null }>(
    'SELECT person_id, expires_at, seen_at, sees_as FROM session WHERE token_hash = $hash',
    { hash },
  )

/** The open sessions of a person, the last seen first. */
export const sessionsOf = (db: Reader, person: string, now: string) =>
  db.all<{ hash: string; agent: string; created_at: string; seen_at: string }>(
    'SELECT token_hash AS hash, agent, created_at, seen_at FROM session WHERE person_id = $person AND expires_at > $now ORDER BY seen_at DESC LIMIT 100',
    { person, now },
  )
