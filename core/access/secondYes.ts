import { grouped } from '../grouped'
import { accountGainsRights } from './change'
import { SECOND_YES, type RightsChange, type SecondYes } from './rightsChange'
import { personBehind, grantsOf, grantFor, type Rights } from './rights'

/** What an account is given, as a text that is equal where it is the same. */
const givenTo = (rights: Rights, account: string): string =>
  JSON.stringify(grantsOf(rights, account).map(({ grant, verbs }) => [grant.section, [...verbs].sort()]))

/** The accounts that can do after a change what they could not do before. */
export function accountsThatGain(before: Rights, after: Rights): string[] {
  // Where sections or rules of roles changed, what was given may reach further than its words say.
  const anywhere = JSON.stringify([...before.sections.values()]) !== JSON.stringify([...after.sections.values()])
  const apart = JSON.stringify(before.separations) !== JSON.stringify(after.separations)
  return [...after.people.keys()].filter(
    (account) => (anywhere || apart || givenTo(before, account) !== givenTo(after, account)) && accountGainsRights(before, after, account),
  )
}

/** Whether accounts that counted as one person count as several afterwards. */
const parts = (before: Rights, after: Rights): boolean =>
  [...grouped([...before.people.keys()], (account) => personBehind(before, account)).values()].some(
    (own) => new Set(own.map((account) => personBehind(after, account))).size > 1,
  )

/** Whether roles that one person could not hold or use together may be afterwards. */
const loosens = (before: Rights, after: Rights): boolean =>
  before.separations.some(
    ({ roles, most, dynamic }) =>
      !after.separations.some(
        (rule) => rule.most <= most && (dynamic || !rule.dynamic) && roles.every((role) => rule.roles.includes(role)),
      ),
  )

const rank = (rule: SecondYes) => SECOND_YES.indexOf(rule)

/**
 * Whether a change lets somebody do more than before, or undoes what keeps one person from doing what takes two: accounts of one
 * person that become several, roles kept apart that no longer are, a deputy that the absent did not choose, fewer changes that
 * ask for a second steward.
 */
export const givesMoreRights = (change: RightsChange, rule: SecondYes, before: Rights, after: Rights, by: string): boolean =>
  (change.change === 'second-yes' && rank(change.asked) > rank(rule)) ||
  (change.change === 'deputy' && change.absent !== by) ||
  parts(before, after) ||
  loosens(before, after) ||
  accountsThatGain(before, after).length > 0

/** The people, by their first accounts, who may change rights on the whole site. */
export const stewards = (rights: Rights): Set<string> =>
  new Set(
    [...rights.people.keys()]
      .filter((account) => grantFor(rights, account, 'people.change', null))
      .map((account) => personBehind(rights, account)),
  )

/**
 * The accounts that may say the second yes to a change: stewards other than the one who asks, all accounts taken together, who
 * `come` to the office, and are not raised by it themselves.
 */
export function whoMayAgree(before: Rights, after: Rights, by: string, come: ReadonlySet<string>): string[] {
  const raised = new Set(accountsThatGain(before, after).map((account) => personBehind(before, account)))
  const asks = personBehind(before, by)
  return [...before.people.keys()].filter((account) => {
    const self = personBehind(before, account)
    // Whoever counted as the one who asks, before or after, is no second.
    if (self === asks || personBehind(after, account) === personBehind(after, by) || raised.has(self)) return false
    return come.has(account) && grantFor(before, account, 'people.change', null) !== undefined
  })
}
