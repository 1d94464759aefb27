import type { Delegation, GateName, Group, Person, Rights, Section, Separation } from '../../core/access/rights'
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
  /** Their own time zone; `null` for the site's. */
  zone: string | null
  density: 'normal' | 'close'
  /** How they are written to: of each thing, once a day, or never. */
  mail: 'each' | 'daily' | 'none'
  /** Who they are at the provider of OpenID Connect, once they signed in there. */
  identity: string | null
  /** The first account of the same person, where this is another. */
  self_id: string | null
}

/** More deputies than a team can oversee are not loaded; those that end last are. */
const MOST_DELEGATIONS = 2_000

/** Everybody's rights as one value, for the core's decisions. */
export async function loadRights(db: Reader): Promise<Rights> {
  const [people, groups, roles, grants, sections, separations, delegations] = await Promise.all([
    db.all<{ id: string; name: string; active: number; self: string | null }>('SELECT id, name, active, self_id AS self FROM person'),
    db.all<{ id: string; name: string; members: string }>(
      'SELECT id, name, (SELECT json_group_array(person_id) FROM group_member m WHERE m.group_id = g.id) AS members FROM person_group g ORDER BY name',
    ),
    db.all<{ id: string; name: string; verbs: string; includes: string }>('SELECT id, name, verbs, includes FROM role ORDER BY rowid'),
    db.all<{ person: string | null; group: string | null; role: string; section: string | null }>(
      'SELECT person_id AS person, group_id AS "group", role_id AS role, section_id AS section FROM role_grant ORDER BY rowid',
    ),
    db.all<Section>('SELECT id, name, segment, parent_id AS parent FROM section'),
    db.all<{ id: string; name: string; roles: string; most: number; dynamic: number }>(
      'SELECT id, name, roles, most, dynamic FROM separation ORDER BY rowid',
    ),
    db.all<{ id: string; absent: string; deputy: string; gates: string | null; from: string; to: string }>(
      'SELECT id, absent_id AS absent, deputy_id AS deputy, gates, from_at AS "from", to_at AS "to" FROM delegation WHERE ended_at IS NULL ORDER BY to_at DESC LIMIT $most',
      { most: MOST_DELEGATIONS },
    ),
  ])
  return {
    people: new Map(
      people.map((row): [string, Person] => [
        row.id,
        { name: row.name, active: row.active === 1, ...(row.self ? { self: row.self } : {}) },
      ]),
    ),
    groups: new Map(groups.map((row): [string, Group] => [row.id, { ...row, members: JSON.parse(row.members) as string[] }])),
    roles: new Map(
      roles.map((row) => [row.id, { ...row, verbs: JSON.parse(row.verbs) as Verb[], includes: JSON.parse(row.includes) as string[] }]),
    ),
    grants: grants.map(({ person, group, ...grant }) => ({ holder: person === null ? { group: group! } : { person }, ...grant })),
    sections: new Map(sections.map((row) => [row.id, row])),
    separations: separations.map((row): Separation => ({ ...row, roles: JSON.parse(row.roles) as string[], dynamic: row.dynamic === 1 })),
    delegations: delegations.map((row): Delegation => ({
      ...row,
      gates: row.gates === null ? null : (JSON.parse(row.gates) as GateName[]),
    })),
  }
}

export const personById = (db: Reader, id: string) => db.one<PersonRow>('SELECT * FROM person WHERE id = $id', { id })
export const personByEmail = (db: Reader, email: string) => db.one<PersonRow>('SELECT * FROM person WHERE email = $email', { email })
export const listPeople = (db: Reader) =>
  db.all<{ id: string; name: string; email: string; active: number; joined: number; picture: string | null }>(
    "SELECT p.id, p.name, p.email, p.active, p.password_hash <> '' OR p.identity IS NOT NULL AS joined, f.hash AS picture FROM person p LEFT JOIN person_picture f ON f.person_id = p.id ORDER BY p.name LIMIT 1000",
  )
export const peopleCount = async (db: Reader) => (await db.one<{ n: number }>('SELECT count(*) AS n FROM person'))!.n

interface SessionRow {
  person_id: string
  created_at: string
  seen_at: string
  expires_at: string
  opened_by: 'password' | 'openid' | 'demo'
  sees_as: string | null
  roles: string | null
}
export const sessionByHash = (db: Reader, hash: string) =>
  db.one<SessionRow>('SELECT person_id, created_at, seen_at, expires_at, opened_by, sees_as, roles FROM session WHERE token_hash = $hash', {
    hash,
  })

/** The sessions of a person that are not over by their end, the last seen first. */
export const sessionsOf = (db: Reader, person: string, now: string) =>
  db.all<{ hash: string; agent: string; created_at: string; seen_at: string; opened_by: SessionRow['opened_by'] }>(
    'SELECT token_hash AS hash, agent, created_at, seen_at, opened_by FROM session WHERE person_id = $person AND expires_at > $now ORDER BY seen_at DESC LIMIT 100',
    { person, now },
  )
