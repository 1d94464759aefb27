import type { MemberState } from '../../core/members/member'
import type { Bind, Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type MemberRow = Row<'member'>
export type MemberGroupRow = Pick<Row<'member_group'>, 'id' | 'name'>

export const memberById = (db: Reader, site: string, id: string) => db.findOne('member', { id, site_id: site })
/** The site that a member is of. */
export const siteOfMember = async (db: Reader, id: string): Promise<string | undefined> => (await db.findOne('member', { id }))?.site_id
/** A member by the mail address, in lower case. */
export const memberByEmail = (db: Reader, site: string, email: string) => db.findOne('member', { site_id: site, email })
export const addMember = (tx: Tx, row: NewRow<'member'>) => tx.add('member', row)
export const changeMember = (tx: Tx, id: string, set: Changes<'member'>) => tx.change('member', { id }, set)

/** Removes a member with all that is kept of them. */
export async function removeMember(tx: Tx, id: string): Promise<void> {
  for (const table of ['member_in_group', 'member_link', 'member_session', 'mail'] as const) await tx.remove(table, { member_id: id })
  await tx.remove('member', { id })
}

export interface MemberQuery {
  site: string
  /** A part of the name or the address. */
  text: string
  group: string | null
  state: MemberState | null
}

function memberWhere({ site, text, group, state }: MemberQuery): { where: string; bind: Bind } {
  const terms = ['m.site_id = $site']
  const bind: Bind = { site }
  if (text) {
    terms.push('instr(lower(m.name) || char(10) || m.email, lower($text)) > 0')
    bind.text = text
  }
  if (group) {
    terms.push('m.id IN (SELECT member_id FROM member_in_group WHERE group_id = $group)')
    bind.group = group
  }
  if (state) {
    terms.push('m.state = $state')
    bind.state = state
  }
  return { where: terms.join(' AND '), bind }
}

export type ListedMember = Pick<MemberRow, 'id' | 'email' | 'name' | 'state' | 'made_at' | 'joined_at'> & {
  groups: string
  seen_at: string | null
}

/** A page of the members of a site by their names; `groups` is JSON of each group with the last day in it. */
export function listMembers(db: Reader, query: MemberQuery, limit: number, offset: number): Promise<ListedMember[]> {
  const { where, bind } = memberWhere(query)
  return db.all<ListedMember>(
    `SELECT m.id, m.email, m.name, m.state, m.made_at, m.joined_at, (SELECT max(seen_at) FROM member_session WHERE member_id = m.id) AS seen_at,
       (SELECT json_group_array(json_object('group', group_id, 'until', until_day)) FROM member_in_group WHERE member_id = m.id) AS groups
     FROM member m WHERE ${where} ORDER BY m.name, m.id LIMIT $limit OFFSET $offset`,
    { ...bind, limit, offset },
  )
}
export async function countMembers(db: Reader, query: MemberQuery): Promise<number> {
  const { where, bind } = memberWhere(query)
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM member m WHERE ${where}`, bind))!.n
}

/** The groups of a site by their names, each with how many members are in it. */
export const memberGroups = (db: Reader, site: string) =>
  db.all<MemberGroupRow & { members: number }>(
    'SELECT g.id, g.name, (SELECT count(*) FROM member_in_group WHERE group_id = g.id) AS members FROM member_group g WHERE g.site_id = $site ORDER BY g.name, g.id LIMIT 500',
    { site },
  )
export const memberGroup = (db: Reader, site: string, id: string) => db.findOne('member_group', { id, site_id: site })
export const memberGroupNamed = (db: Reader, site: string, name: string) => db.findOne('member_group', { site_id: site, name })
export const countMemberGroups = (db: Reader, site: string) => db.count('member_group', { site_id: site })
export const addMemberGroup = (tx: Tx, row: NewRow<'member_group'>) => tx.add('member_group', row)
export const renameMemberGroup = (tx: Tx, id: string, name: string) => tx.change('member_group', { id }, { name })
export async function removeMemberGroup(tx: Tx, id: string): Promise<void> {
  await tx.remove('member_in_group', { group_id: id })
  await tx.remove('member_group', { id })
}
/** Sets the groups of a member, each with the last day in it. */
export async function setGroupsOf(tx: Tx, member: string, groups: { group: string; until: string | null }[]): Promise<void> {
  await tx.remove('member_in_group', { member_id: member })
  await tx.insert(
    'member_in_group',
    groups.map(({ group, until }) => ({ member_id: member, group_id: group, until_day: until })),
  )
}
/** The groups that a member is in, ended ones too, by their names. */
export const groupsOf = (db: Reader, member: string) =>
  db.all<{ id: string; name: string; until: string | null }>(
    'SELECT g.id, g.name, i.until_day AS until FROM member_in_group i JOIN member_group g ON g.id = i.group_id WHERE i.member_id = $member ORDER BY g.name, g.id LIMIT 500',
    { member },
  )

/** The passwords of a site's pages by their names. */
export const pagePasswords = (db: Reader, site: string) =>
  db.all<Pick<Row<'page_password'>, 'id' | 'name' | 'changed_at'>>(
    'SELECT id, name, changed_at FROM page_password WHERE site_id = $site ORDER BY name, id LIMIT 500',
    { site },
  )
export const pagePassword = (db: Reader, site: string, id: string) => db.findOne('page_password', { id, site_id: site })
export const pagePasswordNamed = (db: Reader, site: string, name: string) => db.findOne('page_password', { site_id: site, name })
export const countPagePasswords = (db: Reader, site: string) => db.count('page_password', { site_id: site })
export const addPagePassword = (tx: Tx, row: NewRow<'page_password'>) => tx.add('page_password', row)
export const changePagePassword = (tx: Tx, id: string, set: Changes<'page_password'>) => tx.change('page_password', { id }, set)
export async function removePagePassword(tx: Tx, id: string): Promise<void> {
  await tx.remove('member_unlock', { password_id: id })
  await tx.remove('page_password', { id })
}

/** A session with what it opens: asked at each request of a reader who has one, and so by one statement. */
export interface MemberSessionRow {
  member: string | null
  state: MemberState | null
  seen_at: string
  /** JSON of the groups that the member is in on the day, and of the passwords that were given since they are what they are. */
  groups: string
  passwords: string
}
export const memberSession = (db: Reader, site: string, hash: string, now: string, today: string) =>
  db.one<MemberSessionRow>(
    `SELECT s.member_id AS member, m.state, s.seen_at,
       (SELECT json_group_array(i.group_id) FROM member_in_group i WHERE i.member_id = s.member_id AND (i.until_day IS NULL OR i.until_day >= $today)) AS groups,
       (SELECT json_group_array(u.password_id) FROM member_unlock u JOIN page_password p ON p.id = u.password_id WHERE u.token_hash = s.token_hash AND u.at >= p.changed_at) AS passwords
     FROM member_session s LEFT JOIN member m ON m.id = s.member_id WHERE s.token_hash = $hash AND s.site_id = $site AND s.expires_at > $now`,
    { site, hash, now, today },
  )
export const addMemberSession = (tx: Tx, row: NewRow<'member_session'>) => tx.add('member_session', row)
export const changeMemberSession = (tx: Tx, hash: string, set: Changes<'member_session'>) =>
  tx.change('member_session', { token_hash: hash }, set)
export const endMemberSession = (tx: Tx, hash: string) => tx.remove('member_session', { token_hash: hash })
export const endMemberSessionsOf = (tx: Tx, member: string) => tx.remove('member_session', { member_id: member })
/** When a member signed in, and was seen, where they are signed in now. */
export const memberSessionsOf = (db: Reader, member: string) =>
  db.all<{ made_at: string; seen_at: string }>(
    'SELECT made_at, seen_at FROM member_session WHERE member_id = $member ORDER BY made_at LIMIT 500',
    { member },
  )
export const addUnlock = (tx: Tx, row: NewRow<'member_unlock'>) => tx.insert('member_unlock', [row], 'REPLACE')

export const addMemberLink = (tx: Tx, row: NewRow<'member_link'>) => tx.add('member_link', row)
/** Whose link this is, by the hash of its token, while it is good. */
export const memberLinkHolder = async (db: Reader, hash: string, now: string): Promise<string | null> => {
  const link = await db.findOne('member_link', { token_hash: hash, used_at: null })
  return link && link.expires_at > now ? link.member_id : null
}
export const useMemberLink = (tx: Tx, hash: string, at: string) => tx.change('member_link', { token_hash: hash }, { used_at: at })
export const dropUnusedMemberLinks = (tx: Tx, member: string) => tx.remove('member_link', { member_id: member, used_at: null })

/** The pages of a site that are not for everyone and that these keys of access open, by their titles. */
export const pagesWithAccess = (db: Reader, site: string, keys: readonly string[], limit: number) =>
  db.all<{ path: string; title: string }>(
    'SELECT path, title FROM live_entry WHERE site_id = $site AND access IN (SELECT value FROM json_each($keys)) AND path IS NOT NULL ORDER BY title, item_id LIMIT $limit',
    { site, keys: JSON.stringify(keys), limit },
  )

/** What is live of a site and says of itself who may read it, by its address; `of` is a part of its key. */
export const saysAccess = (db: Reader, site: string, of: string, limit: number) =>
  db.all<{ item: string; title: string; path: string | null; access: string }>(
    'SELECT item_id AS item, title, path, own_access AS access FROM live_entry WHERE site_id = $site AND own_access IS NOT NULL AND instr(own_access, $of) > 0 ORDER BY path LIMIT $limit',
    { site, of, limit },
  )

/** Removes those who signed up or were invited before an instant and never chose a password. */
export async function dropWaitingMembers(tx: Tx, before: string): Promise<void> {
  const waiting = await tx.all<{ id: string }>("SELECT id FROM member WHERE state = 'waiting' AND made_at < $before LIMIT 1000", { before })
  for (const { id } of waiting) await removeMember(tx, id)
}
