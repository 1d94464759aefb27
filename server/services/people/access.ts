import { randomBytes } from 'node:crypto'
import { hash as hashPassword, verify as verifyPassword } from '@node-rs/argon2'
import { decide } from '../../../core/access/decide'
import type { Rights } from '../../../core/access/rights'
import { sessionIsOver } from '../../../core/access/signIn'
import { withRolesInUse, brokenTogether, givenRoles, sessionRoles } from '../../../core/access/session'
import type { Verb } from '../../../core/access/verbs'
import type { Reason } from '../../../core/outcome'
import { isZone } from '../../../core/time/zone'
import { isKnownBrowser, noteBrowser } from '../../store/tries'
import { changePerson, peopleCount, personByEmail, personById, type PersonRow } from '../../store/people'
import { ownerLetter } from '../mail/accountMail'
import { limitTries, type Verdict } from './guessing'
import { writeFact, type Office } from '../office'
import { passwordProblems } from './passwords'
import { refusal, Refusal } from '../refusal'
import { useSecondFactor } from './secondFactor'
import { endSessionsBut, hashToken, openSession } from './sessions'
import { signInOf } from './signInRules'
import { changeSession, sessionByHash } from '../../store/sessions'

/** Who asks: a signed-in person and everybody's rights at that moment. */
export interface Actor {
  id: string
  name: string
  email: string
  colourScheme: PersonRow['colour_scheme']
  seenUntil: string | null
  zone: string | null
  density: PersonRow['density']
  mail: PersonRow['mail']
  /** The roles that are used in this session, of those held; more than these only where roles may not be used together. */
  roles: string[]
  /** Who really asks, where a steward sees the office as this person: nothing can be changed then. */
  seenBy?: { id: string; name: string } | undefined
  /** Whether their role asks for a second factor that they have not: then they can do nothing but turn one on. */
  needsFactor?: boolean
  rights: Rights
}

/** The sections in which the actor may do this; `null` for all that the file has. Throws a refusal where there is none. */
export function sectionsWhere(actor: Actor, verb: Verb): string[] | null {
  if (!actor.rights.sharesFile && may(actor, verb, null)) return null
  const sections = [...actor.rights.sections.keys()].filter((section) => may(actor, verb, section))
  if (!sections.length) must(actor, verb, null)
  return sections
}

/** argon2id with the first recommended parameters of RFC 9106 §4 scaled to OWASP's floor: 19 MiB, 2 passes. */
const ARGON = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

/** Throws a refusal unless the actor may do this there. What lies in no section of the site is another site's: for this one it is not there. */
export function must(actor: Actor, verb: Verb, section: string | null): void {
  if (section !== null && !actor.rights.sections.has(section)) {
    must(actor, verb, null)
    throw refusal('unknown', 'unknown', { what: 'thing-here' })
  }
  const decision = decide(actor.rights, actor.id, verb, section)
  if (!decision.allowed) throw new Refusal('not-allowed', decision.reasons)
}
/** Why the actor may not do this there; `null` where they may. */
export function whyNot(actor: Actor, verb: Verb, section: string | null): Reason | null {
  const decision = decide(actor.rights, actor.id, verb, section)
  return decision.allowed ? null : decision.reasons[0]!
}
export const may = (actor: Actor, verb: Verb, section: string | null): boolean => decide(actor.rights, actor.id, verb, section).allowed

export const makePasswordHash = (password: string) => hashPassword(password.normalize('NFKC'), ARGON)

/** The hash that a sign-in with an unknown address is compared with, so that it takes as long as any other. */
let nobody: Promise<string> | undefined

export interface SignIn {
  email: string
  password: string
  /** The second factor, for those who have one: a code of the moment or a recovery code. */
  code?: string | undefined
  /** Where it comes from, for throttling. */
  from: string
  agent: string
  /** What this browser keeps of those who signed in with it before, if anything. */
  browser?: string | undefined
}

/** So many browsers of a person are known. */
const MOST_BROWSERS = 20

/**
 * Checks a password, and the second factor of those who have one, and opens a session; answers its token, and what the
 * browser is to keep so that it is known the next time. Tries are counted by the account and by the origin; a browser that
 * the person has used before is counted alone, so that who guesses elsewhere does not lock them out.
 */
export async function signIn(office: Office, input: SignIn): Promise<{ token: string; person: string; browser: string }> {
  const person = await personByEmail(office.store.read, input.email)
  const browser = input.browser ? hashToken(input.browser) : null
  const known = browser !== null && person !== undefined && (await isKnownBrowser(office.store.read, browser, person.id))
  const email = input.email.toLowerCase()
  const found = await limitTries(
    office,
    known ? { key: `browser:${browser}:${email}`, free: 0 } : { key: `email:${email}`, free: 0 },
    known ? [] : [{ key: `from:${input.from}`, free: 15 }],
    () => verdictOn(office, person, input),
  )
  const keeps = input.browser ?? randomBytes(32).toString('base64url')
  const token = await openSession(office, found.id, input.agent, 'password')
  await office.store.write((tx) => noteBrowser(tx, hashToken(keeps), found.id, office.now(), MOST_BROWSERS))
  return { token, person: found.id, browser: keeps }
}

async function verdictOn(office: Office, person: PersonRow | undefined, { password, code }: SignIn): Promise<Verdict<PersonRow>> {
  const right = await verifyPassword(
    // Someone who was invited and has not come yet has no password: nothing opens that account.
    person?.password_hash || (await (nobody ??= makePasswordHash(randomBytes(16).toString('hex')))),
    password.normalize('NFKC'),
  )
  if (!person?.password_hash || !right || person.active !== 1) return { wrong: refusal('not-signed-in', 'sign-in-wrong') }
  if (person.totp_secret === null) return { right: person }
  if (!code) return { half: refusal('not-signed-in', 'code-needed', { at: 'code' }) }
  return (await useSecondFactor(office, person.id, code))
    ? { right: person }
    : { wrong: refusal('not-signed-in', 'code-wrong', { code: 'used', at: 'code' }) }
}

/**
 * The person behind a session token, with today's rights; undefined when it is unknown, over, idle or of an inactive person.
 * `attended` says that somebody is at it, for whose sake it goes on.
 */
export async function actorOf(office: Office, token: string | undefined, attended = true): Promise<Actor | undefined> {
  if (!token) return undefined
  const session = await sessionByHash(office.store.read, hashToken(token))
  const now = office.clock.now()
  if (!session || Date.parse(session.expires_at) < now.getTime()) return undefined
  const person = await personById(office.store.read, session.person_id)
  if (!person || person.active !== 1) return undefined
  const everyone = await office.rights()
  // A session of one site is none of another that its person does not work on.
  if (!everyone.people.has(person.id)) return undefined
  const { length, needsFactor } = await signInOf(office, everyone, person.id, session.opened_by)
  if (sessionIsOver(length, session.created_at, session.seen_at, now)) return undefined
  // Not at each request: a tenth of the time is precise enough.
  if (attended && Date.parse(session.seen_at) < now.getTime() - Math.min(600_000, length.idle * 6_000))
    await office.store.write((tx) => changeSession(tx, hashToken(token), { seen_at: now.toISOString() }))
  const used = sessionRoles(everyone, person.id, session.roles === null ? null : (JSON.parse(session.roles) as string[]))
  const rights = withRolesInUse(everyone, person.id, used)
  if (needsFactor && person.totp_secret === null) return { ...actorFrom(person, rights), needsFactor }
  const asked = session.sees_as === null ? undefined : await personById(office.store.read, session.sees_as)
  // Asked at each request: who may no longer see as others sees as themselves again.
  if (asked?.active === 1 && everyone.people.has(asked.id) && maySeeAs(rights, person.id))
    return { ...actorFrom(asked, everyone), seenBy: { id: person.id, name: person.name } }
  return actorFrom(person, rights)
}

/** A person as they ask with these rights. */
export const actorFrom = (person: PersonRow, rights: Rights): Actor => ({
  id: person.id,
  name: person.name,
  email: person.email,
  colourScheme: person.colour_scheme,
  seenUntil: person.seen_until,
  zone: person.zone,
  density: person.density,
  mail: person.mail,
  roles: givenRoles(rights, person.id),
  rights,
})

/** Uses these of one's roles first in this session; those that may not be used together with them rest. */
export async function useRoles(office: Office, actor: Actor, token: string, roles: string[]): Promise<void> {
  const rights = await office.rights()
  const held = givenRoles(rights, actor.id)
  for (const role of roles) if (!held.includes(role)) throw refusal('refused', 'role-not-held', { at: 'roles' })
  const broken = brokenTogether(rights, roles)
  if (broken.length) throw refusal('refused', 'roles-apart', { rule: broken[0]!.name, most: broken[0]!.most, at: 'roles' })
  await office.store.write(async (tx) => {
    await changeSession(tx, hashToken(token), { roles: JSON.stringify(roles) })
    await writeFact(office, tx, actor.id, 'session.roles-used', null, { roles: sessionRoles(rights, actor.id, roles) })
  })
}

/** Whether someone may see the office as others do: who changes rights, and may read all that others can. */
const maySeeAs = (rights: Rights, person: string): boolean =>
  (['people.change', 'item.read'] as const).every((verb) => decide(rights, person, verb, null).allowed)

/** Lets a session see the office as another person does, or (`null`) as its own again; both stand in the journal. */
export async function seeAs(office: Office, actor: Actor, token: string, as: string | null): Promise<void> {
  const self = actor.seenBy?.id ?? actor.id
  // Who looks as another already has nobody's session roles at hand; else those of this session count.
  const rights = actor.seenBy ? await office.rights() : actor.rights
  await office.store.write(async (tx) => {
    if (as !== null) {
      for (const verb of ['people.change', 'item.read'] as const) {
        const decision = decide(rights, self, verb, null)
        if (!decision.allowed) throw new Refusal('not-allowed', decision.reasons)
      }
      if (!rights.people.get(as)?.active) throw refusal('unknown', 'unknown', { what: 'active-person' })
    } else if (!actor.seenBy) return
    await changeSession(tx, hashToken(token), { sees_as: as === self ? null : as })
    await writeFact(office, tx, self, as === null ? 'session.saw-as-self' : 'session.saw-as', null, as === null ? null : { person: as })
  })
}

export interface ProfileChange {
  name?: string | undefined
  colourScheme?: PersonRow['colour_scheme'] | undefined
  zone?: string | null | undefined
  density?: PersonRow['density'] | undefined
  mail?: PersonRow['mail'] | undefined
}

export async function changeProfile(office: Office, actor: Actor, change: ProfileChange): Promise<void> {
  if (change.zone && !isZone(change.zone)) throw refusal('refused', 'zone-unknown', { at: 'zone' })
  await office.store.write(async (tx) => {
    const { colourScheme: colour_scheme, ...rest } = change
    const set = Object.entries({ ...rest, colour_scheme }).filter(([, value]) => value !== undefined)
    if (!set.length) return
    await changePerson(tx, actor.id, Object.fromEntries(set) as Record<string, string | null>)
    await writeFact(office, tx, actor.id, 'person.profile-changed', null, { ...change })
  })
}

/** Throws a refusal unless it is the actor's password, which is asked again for what a session alone must not do; tries are counted. */
export async function mustKnowPassword(office: Office, actor: Actor, password: string): Promise<PersonRow> {
  const person = (await personById(office.store.read, actor.id))!
  return limitTries<PersonRow>(office, { key: `password:${actor.id}`, free: 0 }, [], async () =>
    (await verifyPassword(person.password_hash, password.normalize('NFKC')))
      ? { right: person }
      : { wrong: refusal('refused', 'password-wrong', { at: 'current' }) },
  )
}

/** Changes one's own password; every other session of the person ends. */
export async function changePassword(office: Office, actor: Actor, current: string, next: string, token: string): Promise<void> {
  const person = await mustKnowPassword(office, actor, current)
  const problems = passwordProblems(next, [person.name, person.email])
  if (problems.length) throw new Refusal('refused', problems)
  const password_hash = await makePasswordHash(next)
  await office.store.write(async (tx) => {
    await changePerson(tx, actor.id, { password_hash })
    await endSessionsBut(tx, actor.id, token)
    await writeFact(office, tx, actor.id, 'person.password-changed', null)
    await ownerLetter(office, tx, person, 'Your password was changed')
  })
}

/** Remembers up to when a person has seen what happened. */
export const markSeen = (office: Office, actor: Actor, until: string): Promise<void> =>
  office.store.write((tx) => changePerson(tx, actor.id, { seen_until: until }))

/** Whether the site waits for its first steward. */
export const isUnclaimed = async (office: Office): Promise<boolean> => (await peopleCount(office.store.read)) === 0
