import { rolesOf } from './change'
import type { Rights } from './rights'

/** How long a session lasts, in minutes: while nobody is at it, and at the longest. */
export interface SessionLength {
  idle: number
  whole: number
}

/** How people of a team sign in: those of some roles, whose accounts can do most, more strictly than the others. */
export interface SignInRules {
  strictRoles: string[]
  /** Whether those need a second factor; `with-mail` is: where the office sends mail, by which a lost password is mended. */
  secondFactor: 'needed' | 'with-mail' | 'by-choice'
  strict: SessionLength
  others: SessionLength
}

/** The longest session that can be set, in minutes. */
export const LONGEST_SESSION = 90 * 24 * 60

/** Of the strict ones as OWASP ASVS 4.0.3, 3.3.2 asks at level 2: 30 minutes without anyone, 12 hours in all. */
export const DEFAULT_SIGN_IN: SignInRules = {
  strictRoles: ['steward', 'publisher'],
  secondFactor: 'with-mail',
  strict: { idle: 30, whole: 12 * 60 },
  others: { idle: 3 * 24 * 60, whole: 14 * 24 * 60 },
}

/** What the rules ask of one person, who is strict by any role that they hold, themselves, through a group or within another. */
export function signInFor(
  rules: SignInRules,
  rights: Rights,
  person: string,
  sendsMail: boolean,
): { length: SessionLength; needsFactor: boolean } {
  const held = rolesOf(rights, person)
  if (!rules.strictRoles.some((role) => held.has(role))) return { length: rules.others, needsFactor: false }
  return { length: rules.strict, needsFactor: rules.secondFactor === 'needed' || (rules.secondFactor === 'with-mail' && sendsMail) }
}

/** Whether a session that began and was last used then is over. Instants. */
export const sessionIsOver = ({ idle, whole }: SessionLength, began: string, used: string, now: Date): boolean =>
  now.getTime() > Date.parse(began) + whole * 60_000 || now.getTime() > Date.parse(used) + idle * 60_000
