import type { MemberState } from '../../../core/members/member'
import { memberAddress } from '../../../core/members/member'
import type { Tx } from '../../store/database'
import {
  addMember,
  changeMember,
  countMembers,
  endMemberSessionsOf,
  listMembers,
  memberByEmail,
  memberById,
  memberGroups,
  removeMember,
  setGroupsOf,
  type MemberQuery,
  type MemberRow,
} from '../../store/members'
import { mailIsCaught } from '../mail/mail'
import { must, type Actor } from '../people/access'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { makeMemberLink } from './memberLinks'
import { INVITED_HOURS, postLink } from './memberMail'

/** A group that a member is in, with the last day by the site’s clock; `null` for good. */
export interface InGroup {
  group: string
  until: string | null
}

/** A page of the members of the site by their names. */
export async function members(office: Office, actor: Actor, query: Omit<MemberQuery, 'site'>, limit: number, offset: number) {
  must(actor, 'members.change', null)
  const asked = { ...query, site: actor.rights.site }
  const db = office.store.read
  const [rows, total] = await Promise.all([listMembers(db, asked, limit, offset), countMembers(db, asked)])
  return {
    total,
    members: rows.map(({ id, name, email, state, groups, made_at, joined_at, seen_at }) => ({
      id,
      name,
      email,
      state,
      groups: JSON.parse(groups) as InGroup[],
      madeAt: made_at,
      joinedAt: joined_at,
      seenAt: seen_at,
    })),
  }
}

async function mustBeGroups(tx: Tx, site: string, groups: readonly InGroup[]): Promise<void> {
  const there = new Set((await memberGroups(tx, site)).map(({ id }) => id))
  for (const { group } of groups) found(there.has(group) || null, 'member-group')
}

/** Gives a member the link with which they choose a password: by mail, or, where no mail server is named, in the answer. */
async function giveLink(office: Office, tx: Tx, member: Pick<MemberRow, 'id' | 'name' | 'email'>, called: string): Promise<string | null> {
  if (mailIsCaught()) return makeMemberLink(office, tx, member.id, INVITED_HOURS)
  await postLink(office, tx, member, 'join', called, INVITED_HOURS)
  return null
}

/** Invites somebody to be a member. Returns the link where no mail brings it. Refused (`conflict`) where one has the address. */
export async function inviteMember(
  office: Office,
  actor: Actor,
  { name, email, groups }: { name: string; email: string; groups: InGroup[] },
  called: string,
): Promise<{ id: string; link: string | null }> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  const address = memberAddress(email)
  return office.store.write(async (tx) => {
    await mustBeGroups(tx, site, groups)
    if (await memberByEmail(tx, site, address)) throw refusal('conflict', 'email-taken', { at: 'email' })
    const member = { id: office.newId(), name, email: address }
    await addMember(tx, { ...member, site_id: site, state: 'waiting', made_at: office.now() })
    await setGroupsOf(tx, member.id, groups)
    await writeFact(office, tx, actor.id, 'member.invited', null, { member: member.id })
    return { id: member.id, link: await giveLink(office, tx, member, called) }
  })
}

/** Invites somebody again who has not chosen a password yet. */
export async function inviteMemberAgain(office: Office, actor: Actor, id: string, called: string): Promise<{ link: string | null }> {
  must(actor, 'members.change', null)
  return office.store.write(async (tx) => {
    const member = found(await memberById(tx, actor.rights.site, id), 'member')
    // Whoever could read the link would become its member.
    if (member.state !== 'waiting') throw refusal('conflict', 'member-joined')
    await writeFact(office, tx, actor.id, 'member.invited', null, { member: id })
    return { link: await giveLink(office, tx, member, called) }
  })
}

/** Sets the groups of a member, shuts one out, or lets one in again. Whoever is shut out is signed out at once. */
export async function changeMembership(
  office: Office,
  actor: Actor,
  id: string,
  { groups, state }: { groups?: InGroup[] | undefined; state?: Exclude<MemberState, 'waiting'> | undefined },
): Promise<void> {
  must(actor, 'members.change', null)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const member = found(await memberById(tx, site, id), 'member')
    if (groups) {
      await mustBeGroups(tx, site, groups)
      await setGroupsOf(tx, id, groups)
    }
    if (state && state !== member.state) {
      if (!member.password_hash) throw refusal('conflict', 'member-waiting')
      await changeMember(tx, id, { state })
      if (state === 'resting') await endMemberSessionsOf(tx, id)
    }
    await writeFact(office, tx, actor.id, 'member.changed', null, {
      member: id,
      ...(state ? { state } : {}),
      ...(groups ? { groups: groups.map(({ group }) => group) } : {}),
    })
  })
}

/** Removes a member with all that is kept of them. */
export async function dropMember(office: Office, actor: Actor, id: string): Promise<void> {
  must(actor, 'members.change', null)
  await office.store.write(async (tx) => {
    found(await memberById(tx, actor.rights.site, id), 'member')
    await removeMember(tx, id)
    await writeFact(office, tx, actor.id, 'member.removed', null, { member: id })
  })
}
