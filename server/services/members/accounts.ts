import { verify } from '@node-rs/argon2'
import { memberAddress, type Joining } from '../../../core/members/member'
import type { Reason } from '../../../core/outcome'
import {
  addMember,
  changeMember,
  endMemberSessionsOf,
  groupsOf,
  memberByEmail,
  memberById,
  memberSessionsOf,
  pagePassword,
  removeMember,
  type MemberRow,
} from '../../store/members'
import { countTry, triesOf } from '../../store/tries'
import { limitTries, throttled, type Counted } from '../people/guessing'
import { makePasswordHash } from '../people/access'
import { passwordProblems } from '../people/passwords'
import { siteId, writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { holderOfMemberLink, spendMemberLink } from './memberLinks'
import { ASKED_HOURS, postLink } from './memberMail'
import { openMemberSession } from './memberSessions'

const HOUR_MS = 3_600_000
/** So many mails go to one address in an hour, and so many are asked for from one origin. */
const MOST_MAILS = 3
const MOST_FROM = 20

/** The hash that a sign-in with an unknown address is compared with, so that it takes as long as any other. */
let nobody: Promise<string> | undefined

/** Compares a password with the hash of one; with the same work where there is none. */
async function matches(hash: string | undefined, password: string): Promise<boolean> {
  const against = hash || (await (nobody ??= makePasswordHash('nobody has this password')))
  return (await verify(against, password.normalize('NFKC'))) && Boolean(hash)
}

/** Lets something secret be tried, as {@link limitTries} does. Returns what a right try is worth, or `null` for a wrong one. */
async function tried<T extends string | true>(
  office: Office,
  first: Counted,
  more: readonly Counted[],
  look: () => Promise<T | null>,
): Promise<T | null> {
  const wrong = refusal('not-signed-in', 'sign-in-wrong')
  try {
    return await limitTries<T>(office, first, more, async () => {
      const right = await look()
      return right === null ? { wrong } : { right }
    })
  } catch (error) {
    if (error === wrong) return null
    throw error
  }
}

/** Signs a member in. Returns the secret of the session, or `null` where no member has this address and password. Throws a refusal (`throttled`). */
export async function signInMember(office: Office, email: string, password: string, from: string): Promise<string | null> {
  const site = await siteId(office)
  const address = memberAddress(email)
  const member = await memberByEmail(office.store.read, site, address)
  return tried(office, { key: `member:${site}:${address}`, free: 0 }, [{ key: `from:${from}`, free: 15 }], async () =>
    (await matches(member?.password_hash, password)) && member?.state === 'active'
      ? office.store.write((tx) => openMemberSession(office, tx, member.id))
      : null,
  )
}

/** Whether this is the password of pages with this id. Tries are counted by the password and the origin. Throws a refusal (`throttled`). */
export async function opensPages(office: Office, id: string, password: string, from: string): Promise<boolean> {
  const row = await pagePassword(office.store.read, await siteId(office), id)
  const first = { key: `page-from:${id}:${from}`, free: 0 }
  return (await tried(office, first, [{ key: `page:${id}`, free: 60 }], async () => (await matches(row?.hash, password)) || null)) ?? false
}

/** Counts a mail that is asked for. Returns whether it may go; throws a refusal where an origin asks for too many. */
async function countMail(office: Office, email: string, from: string): Promise<boolean> {
  // Counted by the hour of the clock: whoever asks now and then is never at an end.
  const hour = Math.floor(office.clock.now().getTime() / HOUR_MS)
  const keys = { address: `member-link:${hour}:${email}`, origin: `link-from:${hour}:${from}` }
  return office.store.write(async (tx) => {
    const asked = new Map((await triesOf(tx, Object.values(keys))).map(({ key, failures }) => [key, failures]))
    if ((asked.get(keys.origin) ?? 0) >= MOST_FROM) throw throttled(HOUR_MS / 1_000)
    await countTry(tx, Object.values(keys), office.now())
    return (asked.get(keys.address) ?? 0) < MOST_MAILS
  })
}

export interface Asking {
  email: string
  from: string
  /** What the site is called. */
  site: string
}

/**
 * Begins an account for somebody who wants to be a member, where anybody may, and sends the link with which they choose a password. Whoever has
 * one gets a link for a new password: whether anyone has that address is not to be seen from the answer.
 */
export async function askToJoin(office: Office, { name, email, from, site }: Asking & { name: string }, joining: Joining): Promise<void> {
  const address = memberAddress(email)
  if (!(await countMail(office, address, from)) || joining !== 'open') return
  const of = await siteId(office)
  await office.store.write(async (tx) => {
    const known = await memberByEmail(tx, of, address)
    if (known?.state === 'resting') return
    const member = known ?? { id: office.newId(), name, email: address }
    if (!known) await addMember(tx, { ...member, site_id: of, state: 'waiting', made_at: office.now() })
    await postLink(office, tx, member, known?.state === 'active' ? 'password' : 'join', site, ASKED_HOURS)
  })
}

/** Sends a member who has forgotten their password a link for a new one. Whether anyone has that address is not to be seen from the answer. */
export async function askForPassword(office: Office, { email, from, site }: Asking): Promise<void> {
  const address = memberAddress(email)
  if (!(await countMail(office, address, from))) return
  const of = await siteId(office)
  await office.store.write(async (tx) => {
    const known = await memberByEmail(tx, of, address)
    if (known && known.state !== 'resting')
      await postLink(office, tx, known, known.state === 'active' ? 'password' : 'join', site, ASKED_HOURS)
  })
}

/** The member whom a link lets choose a password, where it is good. */
export async function memberOfLink(office: Office, token: string): Promise<MemberRow | undefined> {
  const id = await holderOfMemberLink(office, office.store.read, token)
  const member = id === null ? undefined : await memberById(office.store.read, await siteId(office), id)
  return member?.state === 'resting' ? undefined : member
}

/**
 * Takes a link: sets the password of its member, who is one from then on, and ends all their sessions. Returns the secret of a new one, what is
 * wrong with the password, or `null` where the link is not good.
 */
export async function choosePassword(office: Office, token: string, password: string): Promise<string | Reason[] | null> {
  const member = await memberOfLink(office, token)
  if (!member) return null
  const problems = passwordProblems(password, [member.name, member.email])
  if (problems.length) return problems
  const password_hash = await makePasswordHash(password)
  return office.store.write(async (tx) => {
    if ((await holderOfMemberLink(office, tx, token)) !== member.id) return null
    await spendMemberLink(office, tx, token)
    await endMemberSessionsOf(tx, member.id)
    await changeMember(tx, member.id, { password_hash, state: 'active', joined_at: member.joined_at ?? office.now() })
    if (member.joined_at === null) await writeFact(office, tx, null, 'member.joined', null, { member: member.id })
    return openMemberSession(office, tx, member.id)
  })
}

const memberHere = async (office: Office, id: string): Promise<MemberRow> =>
  found(await memberById(office.store.read, await siteId(office), id), 'member')

/** Sets the name of a member. */
export const changeName = (office: Office, id: string, name: string): Promise<void> =>
  office.store.write((tx) => changeMember(tx, id, { name }))

/** Whether this is the password of a member. Tries are counted. */
const isTheirs = async (office: Office, { id, password_hash }: MemberRow, password: string): Promise<boolean> =>
  (await tried(office, { key: `member-own:${id}`, free: 0 }, [], async () => (await matches(password_hash, password)) || null)) ?? false

/** Sets another password of a member who knows the one until now, and ends all their sessions. Returns the secret of a new one. */
export async function changePassword(office: Office, id: string, old: string, password: string): Promise<string | Reason[] | null> {
  const member = await memberHere(office, id)
  if (!(await isTheirs(office, member, old))) return null
  const problems = passwordProblems(password, [member.name, member.email])
  if (problems.length) return problems
  const password_hash = await makePasswordHash(password)
  return office.store.write(async (tx) => {
    await changeMember(tx, id, { password_hash })
    await endMemberSessionsOf(tx, id)
    return openMemberSession(office, tx, id)
  })
}

/** Ends all sessions of a member. */
export const signOutEverywhere = (office: Office, id: string): Promise<void> => office.store.write((tx) => endMemberSessionsOf(tx, id))

/** Removes the account of a member who knows its password, with all that is kept of them. Returns whether it was theirs. */
export async function leave(office: Office, id: string, password: string): Promise<boolean> {
  const member = await memberHere(office, id)
  if (!(await isTheirs(office, member, password))) return false
  await office.store.write(async (tx) => {
    await removeMember(tx, id)
    await writeFact(office, tx, null, 'member.left', null, { member: id })
  })
  return true
}

/** A member with the groups that they are in. */
export async function memberAccount(office: Office, id: string) {
  const { name, email } = await memberHere(office, id)
  return { name, email, groups: (await groupsOf(office.store.read, id)).map(({ name: called, until }) => ({ name: called, until })) }
}

/** All that is kept about a member, but for what their password is checked with. */
export async function keptAbout(office: Office, id: string) {
  const { name, email, made_at, joined_at } = await memberHere(office, id)
  const [groups, sessions] = await Promise.all([groupsOf(office.store.read, id), memberSessionsOf(office.store.read, id)])
  return {
    name,
    email,
    begun: made_at,
    joined: joined_at,
    groups: groups.map(({ name: group, until }) => ({ group, until })),
    signedIn: sessions.map(({ made_at: since, seen_at: seen }) => ({ since, seen })),
  }
}
