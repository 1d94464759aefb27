import type { Delegation, GateName, Group, Person, Rights, Section, Separation } from '../../core/access/rights'
import type { Verb } from '../../core/access/verbs'
import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type PersonRow = Row<'person'>

/** More deputies than a team can oversee are not loaded; those that end last are. */
const MOST_DELEGATIONS = 2_000

/** Everybody's rights on a site as one value, for the core's decisions. */
export async function loadRights(db: Reader, site: string): Promise<Rights> {
  const [sites, people, groups, roles, grants, sections, separations, delegations] = await Promise.all([
    db.one<{ n: number }>('SELECT count(*) AS n FROM site'),
    db.all<{ id: string; name: string; active: number; self: string | null }>(
      'SELECT p.id, p.name, p.active, p.self_id AS self FROM person p JOIN site_person m ON m.person_id = p.id WHERE m.site_id = $site',
      { site },
    ),
    db.all<{ id: string; name: string; members: string }>(
      'SELECT id, name, (SELECT json_group_array(person_id) FROM group_member m WHERE m.group_id = g.id) AS members FROM person_group g WHERE g.site_id = $site ORDER BY name',
      { site },
    ),
    db.all<{ id: string; name: string; verbs: string; includes: string }>(
      'SELECT id, name, verbs, includes FROM role WHERE site_id = $site ORDER BY rowid',
      { site },
    ),
    db.all<{ person: string | null; group: string | null; role: string; section: string | null }>(
      'SELECT g.person_id AS person, g.group_id AS "group", g.role_id AS role, g.section_id AS section FROM role_grant g JOIN role r ON r.id = g.role_id WHERE r.site_id = $site ORDER BY g.rowid',
      { site },
    ),
    db.all<Section>('SELECT id, name, segment, parent_id AS parent FROM section WHERE site_id = $site', { site }),
    db.all<{ id: string; name: string; roles: string; most: number; dynamic: number }>(
      'SELECT id, name, roles, most, dynamic FROM separation WHERE site_id = $site ORDER BY rowid',
      { site },
    ),
    db.all<{ id: string; absent: string; deputy: string; gates: string | null; from: string; to: string }>(
      'SELECT id, absent_id AS absent, deputy_id AS deputy, gates, from_at AS "from", to_at AS "to" FROM delegation WHERE site_id = $site AND ended_at IS NULL ORDER BY to_at DESC LIMIT $most',
      { site, most: MOST_DELEGATIONS },
    ),
  ])
  return {
    site,
    sharesFile: sites!.n > 1,
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

// Asked at each request.
export const personById = (db: Reader, id: string) => db.one<PersonRow>('SELECT * FROM person WHERE id = $id', { id })
export const personByEmail = (db: Reader, email: string) => db.one<PersonRow>('SELECT * FROM person WHERE email = $email', { email })
export const listPeople = (db: Reader, site: string) =>
  db.all<{ id: string; name: string; email: string; active: number; joined: number; picture: string | null }>(
    "SELECT p.id, p.name, p.email, p.active, p.password_hash <> '' OR p.identity IS NOT NULL AS joined, f.hash AS picture FROM person p JOIN site_person m ON m.person_id = p.id LEFT JOIN person_picture f ON f.person_id = p.id WHERE m.site_id = $site ORDER BY p.name LIMIT 1000",
    { site },
  )
export const peopleCount = (db: Reader) => db.count('person', {})

/** Who signed in at the team's provider under an identity before. */
export const personByIdentity = (db: Reader, identity: string) => db.findOne('person', { identity })

/** The names of some people by their ids. */
export const namesOf = (db: Reader, ids: readonly string[]) =>
  db.all<{ id: string; name: string }>('SELECT id, name FROM person WHERE id IN (SELECT value FROM json_each($ids))', {
    ids: JSON.stringify(ids),
  })

export const insertPerson = (tx: Tx, row: NewRow<'person'>) => tx.add('person', row)

/** Makes an account one of those that work on a site. */
export const addToSite = (tx: Tx, site: string, person: string) => tx.add('site_person', { site_id: site, person_id: person })

/** The sites that an account works on. */
export const sitesOfPerson = async (db: Reader, person: string): Promise<string[]> =>
  (await db.find('site_person', { person_id: person })).map((row) => row.site_id)

export const changePerson = (tx: Tx, id: string, set: Changes<'person'>) => tx.change('person', { id }, set)

/** Makes the accounts that belonged to one account belong to another, or to none. */
export const passAccountsOn = (tx: Tx, from: string, to: string | null) => tx.change('person', { self_id: from }, { self_id: to })
