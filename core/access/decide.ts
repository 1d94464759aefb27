import { oneOf } from '../words/oneOf'
import { reason } from '../words/ruleReasons'
import type { Reason } from '../outcome'
import { grantFor, rolesThatAllow, whoMay, type Rights, type Way } from './rights'
import type { Verb } from './verbs'

export type Decision = { allowed: true; by: Way } | { allowed: false; reasons: [Reason, ...Reason[]] }

/** How a place is spoken of: a section by its name, `null` as the whole site. */
export const placeWords = (rights: Rights, section: string | null): string =>
  section === null ? 'on this site' : `in ${rights.sections.get(section)?.name ?? 'this section'}`

/**
 * The one permission check: may this person do this in this section (`null`: to the site as a whole)? Returns the
 * grant that allows it and the group it came through, or with what is missing and who could do it instead.
 */
export function decide(rights: Rights, person: string, verb: Verb, section: string | null): Decision {
  if (!rights.people.get(person)?.active)
    return {
      allowed: false,
      reasons: [{ ...reason('person-inactive', { to: 'act' }), help: whoMay(rights, 'people.change', null) }],
    }
  const by = grantFor(rights, person, verb, section)
  if (by) return { allowed: true, by }
  const help = whoMay(rights, verb, section)
  return {
    allowed: false,
    reasons: [
      {
        ...reason('right-missing', {
          verb,
          place: placeWords(rights, section),
          roles: oneOf(rolesThatAllow(rights, verb)),
          others: help.length,
        }),
        help,
      },
    ],
  }
}
