import { VERBS, type Verb } from '../access/verbs'
import { SUITS } from '../content/lifetimes'
import type { Reason } from '../outcome'
import { sayReason, type Given, type Sentence } from './reason'

const BEHIND = {
  changed: 'The live version changed after this draft was begun; compare them and bring the draft up to date',
  'taken-off': 'It was taken off the site after this draft was begun; whoever wants it back puts it live',
  asked: 'What is live has changed since it was asked for; ask the gates again',
}
const CLEARED_BEFORE = {
  you: 'You have cleared this version already',
  absent: 'Who you stand in for has cleared this version already',
  edition: 'You have cleared it already',
  afterwards: 'You have looked at it already; others still must',
}
const NOT_CLEARED = {
  version: 'It has not passed its gates as it is now',
  change: 'It has not passed its gates',
  withdrawal: 'Its route asks gates before it leaves the site, and they have not cleared it',
  'in-review': 'It may go live once its gate has cleared it',
  planned: 'It is not cleared',
}
const OWN_WORK = {
  writer: 'You wrote part of this; someone else must clear it',
  deputy: 'Who you stand in for wrote part of this; their deputy may not clear it for them',
  owner: 'You own this edition; someone else must clear it',
  publisher: 'You wrote it or put it live; someone else must look',
}
const WRONG_STATE = {
  'in-review': 'It is in review already',
  cleared: 'It is cleared already',
  'not-in-review': 'It is not in review',
  'no-more': 'It is not in review now',
}

/** What the rules of the core say against something, in English: one sentence for each code. */
export const RULE_REASONS = {
  'alternative-missing': ({ picture, title }: { picture: 'cover' | 'card' | 'block'; title?: string }) =>
    picture === 'cover'
      ? 'The cover picture has no alternative text'
      : `${picture === 'card' ? `The picture of “${title}” has no` : 'A picture without'} alternative text; write one, or say that it is decorative`,
  'asked-already': 'Its gates are asked already',
  behind: ({ since }: { since: 'changed' | 'taken-off' | 'asked' }) => BEHIND[since],
  'block-exists': 'A block with this id is already on the page',
  'block-unknown': 'There is no such block on the page',
  'changed-meanwhile': ({ what }: { what?: string }) =>
    what === undefined ? 'Someone else changed the same place' : `${what} was changed by someone else since; look at it first`,
  'checks-fail': ({ first, more }: { first: string; more: number }) =>
    `Its checks must pass first: ${first}${more ? `, and ${more} more` : ''}`,
  'children-live': ({ title, count }: { title: string; count: number }) =>
    `${count === 1 ? `“${title}” stands` : `${count} pages stand`} below it on the site; move or withdraw first`,
  'cleared-before': ({ who }: { who: 'you' | 'absent' | 'edition' | 'afterwards' }) => CLEARED_BEFORE[who],
  'clock-change': ({ what }: { what: string }) => what,
  'column-twice': ({ name }: { name: string }) => `The column “${name}” is there twice`,
  'column-unknown': ({ name }: { name: string }) => `There is no column “${name}”`,
  'date-wrong': ({ text }: { text: string }) => `“${text}” is no date such as 2026-11-05`,
  embargo: ({ until }: { until: string }) => `Nobody may put it live before ${until}`,
  'end-missing': 'It is temporary: set when it leaves the site again, or show it for a while',
  'field-wrong': ({ field, problem }: { field?: string; problem: string }) => (field === undefined ? problem : `${field}: ${problem}`),
  'gate-closed': 'This gate does not wait for anyone now',
  'gate-dead': ({ gate, needed, people, section }: { gate: string; needed: number; people: number; section: string }) =>
    `“${gate}” needs ${needed}, and ${people || 'nobody'} in ${section} may clear it`,
  'gate-own': ({ gate, section }: { gate: string; section: string }) =>
    `“${gate}” in ${section} has nobody left for what its own guards write`,
  'gate-thin': ({ gate, needed, section }: { gate: string; needed: number; section: string }) =>
    `“${gate}” in ${section} hangs on ${needed === 1 ? 'one person' : `exactly ${needed} people`}`,
  'gate-unknown': ({ of }: { of: 'route' | 'edition' }) => (of === 'route' ? 'Its route has no such gate' : 'The edition has no such gate'),
  'heading-empty': 'A heading without words',
  'heading-skips': ({ from, to }: { from: number; to: number }) => `This heading skips from level ${from} to ${to}`,
  'id-missing': 'The column “id” says which item a line is about; it is missing',
  'in-two-editions': ({ edition }: { edition: string }) => `It is in the edition “${edition}” too`,
  'label-unknown': ({ title }: { title: string }) => `There is no label “${title}”`,
  'last-steward': 'Nobody would be left who may change people and rights on the whole site',
  'link-dead': ({ links }: { links: number }) =>
    links === 1 ? 'A link leads to something that is not on the site' : `${links} links lead to things that are not on the site`,
  'link-not-yet': ({ title, why }: { title: string | null; why: string }) =>
    `It links to ${title === null ? 'an item' : `“${title}”`}, which ${why}`,
  'link-off': ({ title, leaves }: { title: string; leaves: string }) => `It links to “${title}”, which leaves the site ${leaves}`,
  'linked-from': ({ title }: { title: string }) => `“${title}” links to it`,
  many: ({ count, what }: { count: number; what: string }) => `${count} ${what} on one page are a lot; could some go elsewhere?`,
  'more-than-planned': ({ count, planned, what }: { count: number; planned: number; what: string }) =>
    `${count} ${what}; this place is meant for ${planned}`,
  'no-body': ({ kinds }: { kinds: string }) => `${kinds} have no blocks`,
  'not-cleared': ({ what, waits }: { what: keyof typeof NOT_CLEARED; waits?: string }) =>
    `${NOT_CLEARED[what]}${waits ? `. It waits for ${waits}` : ''}`,
  'not-guard': ({ gate, guards }: { gate: string; guards: string }) => `The gate “${gate}” is for ${guards} to clear`,
  'not-live': ({ title }: { title?: string }) => (title === undefined ? 'It is not on the site' : `“${title}” is not on the site`),
  'note-missing': ({ to }: { to: 'return' | 'write' }) =>
    to === 'return' ? 'Say in a note what should change' : 'A note needs some words',
  'own-accounts': 'Which accounts are yours is another steward’s to say',
  'own-rights': ({ change, stewards = '' }: { change: 'raise' | 'change'; stewards?: string }) =>
    `${change === 'raise' ? 'This would raise your own rights' : 'Your own roles are another steward’s to change'}. ${
      stewards ? `Ask ${stewards} to do it` : 'Nobody else may do it yet: give a colleague the role of a steward, and ask them'
    }`,
  'own-work': ({ as }: { as: 'writer' | 'deputy' | 'owner' | 'publisher' }) => OWN_WORK[as],
  pace: 'At the usual pace of its gates it is not cleared in time',
  'page-gated': ({ title, route }: { title: string; route: string }) =>
    `“${title}” goes the route “${route}”: its gates are asked before readers get it`,
  'parent-loop': ({ asked }: { asked: 'parent' | 'ready' }) =>
    asked === 'ready' ? 'Its parent page lies below the page itself' : 'A page cannot lie below itself; choose another parent page',
  'parent-not-live': 'Its parent page is not on the site',
  'part-missing': ({ part }: { part: string }) => `It shows ${part}, which is not there any more`,
  'person-inactive': ({ to }: { to: 'act' | 'sign-in' }) =>
    to === 'act' ? 'This account is not active' : 'This account is suspended; reactivate it first',
  'person-several': ({ name }: { name: string }) => `Several are called “${name}”`,
  'person-unknown': ({ name }: { name: string }) => `Nobody here is called “${name}”`,
  'picture-small': ({ has, place, needs }: { has: number; place: string; needs: number }) =>
    `This picture shows ${has} pixels of width in ${place}, which is ${needs} wide`,
  'place-suits-lasting': SUITS.bar,
  'place-suits-passing': SUITS.banner,
  'reads-hard': ({ ease }: { ease: number }) =>
    `It reads hard: ${ease} of 100, where plain English has 60 and more. Shorter sentences help most`,
  'right-missing': ({ verb, place, roles, others }: { verb: Verb; place: string; roles: string; others: number }) =>
    roles
      ? `Only ${roles} may ${VERBS[verb]} ${place}${others ? '' : '; nobody has that role there'}`
      : `No role allows anyone to ${VERBS[verb]} ${place}`,
  'roles-circle': 'These roles would include each other in a circle',
  'rule-bad': ({ problem }: { problem: string }) => problem,
  'redirect-all': 'The front page, and every address at once, cannot lead elsewhere',
  'redirect-code': ({ written }: { written: string }) => `“${written}” is no code of a redirect: 301, 302, 308 or 410`,
  'redirect-column-missing': ({ columns }: { columns: string }) => `The first line has to name the columns ${columns}`,
  'redirect-from': 'Write an address on this site, from its first slash on: /winter-boats',
  'redirect-loop': ({ way }: { way: string }) => `It would lead in a circle: ${way}`,
  'redirect-note-long': ({ most }: { most: number }) => `What it is for has at most ${most} characters`,
  'redirect-star-alone': 'A * in the target needs one in the address: it gets what that stands for',
  'menu-entries': ({ most }: { most: number }) => `A menu has ${most} entries at most`,
  'menu-levels': ({ most }: { most: number }) => `A menu has ${most} levels at most`,
  'menu-spot': 'It cannot stand there',
  'redirect-stars': 'An address has one * at most, for any letters',
  'redirect-taken': ({ from }: { from: string }) => `There is a redirect from ${from} already; change that one`,
  'redirect-twice': ({ from }: { from: string }) => `The file has ${from} twice; the first is taken`,
  'redirect-to': 'Write an address on this site (/fares) or a web address (https://…)',
  'redirect-to-missing': 'Say where it leads',
  'redirect-until': 'Write its last day as 2027-05-31, or leave it empty',
  'search-description-missing': 'It has no search description',
  'segment-form': 'An address segment has small letters a–z, digits, and single hyphens between them',
  'segment-long': ({ most }: { most: number }) => `An address segment has at most ${most} characters`,
  'segment-missing': 'It needs an address segment',
  'segment-reserved': ({ segment }: { segment: string }) => `The site itself answers at /${segment}; choose another word`,
  'segment-taken': ({ title, path }: { title: string; path: string }) => `“${title}” is already at ${path}`,
  separated: ({ person, most, rule }: { person: string; most: number; rule: string }) =>
    `${person} would hold more than ${most} of the roles that “${rule}” keeps apart`,
  'settings-stay': 'A site cannot be without its settings',
  'shown-date-old': ({ date }: { date: string }) => `Its shown date, ${date}, is more than a month old: keep it or take today’s?`,
  'span-wrong': ({ expected }: { expected: string }) => `Expected ${expected}`,
  'table-headless': 'A table without header cells is hard to hear',
  'title-missing': ({ of }: { of: 'item' | 'page' }) => (of === 'item' ? 'An item needs a title' : 'It needs a title on the page'),
  'too-many-blocks': ({ most }: { most: number }) => `A page holds at most ${most} blocks`,
  'two-at-once': 'Another event of this item has the same moment',
  unreached: 'No menu shows it and nothing links to it',
  'window-over-window': 'Another window of this item is open then',
  'wrong-state': ({ review }: { review: 'in-review' | 'cleared' | 'not-in-review' | 'no-more' }) => WRONG_STATE[review],
} satisfies Record<string, Sentence>
export type RuleCode = keyof typeof RULE_REASONS

/** Why a rule of the core is against something. */
export const reason = <C extends RuleCode>(code: C, ...given: Given<(typeof RULE_REASONS)[C]>): Reason =>
  sayReason(code, RULE_REASONS[code], ...given)
