import type { Reason } from '../outcome'
import { spanWords } from '../time/span'
import { dateWords } from '../time/words'
import { numberWords } from './number'
import { sayReason, type Given, type Sentence } from './reason'
import { RULE_REASONS } from './ruleReasons'

/** What is wrong with an address that a picture is fetched from. */
const ADDRESS_PROBLEMS = {
  form: 'Give a plain http or https address',
  inside: 'That address is not on the open internet',
  endless: 'That address leads from one place to the next without end',
  slow: 'That address does not answer in time',
  silent: 'That address cannot be reached',
  answers: 'That address answers',
}

/** What is said where something is as it was asked to be. */
const SO_ALREADY = {
  so: 'It is so already',
  there: 'It is there already',
  one: 'It is one already',
  file: 'The file says what the items say already',
  'in-review': 'It is in review already',
  cleared: 'It is cleared already',
}

/** What is said where something is asked for that is not there. */
const MISSING = {
  item: 'There is no such item',
  'version-of-item': 'There is no such version of this item',
  draft: 'There is no such draft',
  'version-of-draft': 'There is no such version of this draft',
  version: 'There is no such version',
  'common-version': 'There is no such common version',
  note: 'There is no such note',
  'after-review': 'There is no such look afterwards',
  'kept-block': 'There is no such kept block',
  file: 'There is no such file',
  picture: 'There is no such picture',
  label: 'There is no such label',
  view: 'There is no such view of yours',
  batch: 'There is no such batch',
  event: 'There is no such planned event',
  edition: 'There is no such edition',
  entry: 'There is no such entry',
  calendar: 'There is no such calendar',
  link: 'There is no such link',
  address: 'There is no such address',
  redirect: 'There is no such redirect; it may have been ended',
  route: 'There is no such route',
  gate: 'There is no such gate',
  section: 'There is no such section',
  site: 'There is no such site',
  person: 'There is no such person',
  'active-person': 'There is no such person, or the account is suspended',
  role: 'There is no such role',
  group: 'There is no such group',
  deputy: 'There is no such deputy',
  session: 'There is no such session',
  request: 'There is no such request; it was decided, or its time is over',
  'thing-here': 'There is no such thing on this site',
  'demo-only': 'There is no such thing outside the demo',
  'some-items': 'Some of these items are not there',
  'some-versions': 'Some of these versions are not there',
  'ended-item': 'This item was ended for good',
  member: 'There is no such member; the account may have been ended',
  'member-group': 'There is no such group of members',
  'page-password': 'There is no such password',
}
export type Thing = keyof typeof MISSING

/** What services say against something, in English, with what the rules say: one sentence for each code. */
export const SERVICE_REASONS = {
  ...RULE_REASONS,
  'account-elsewhere': ({ asks }: { asks: 'own' | 'other' }) =>
    asks === 'own'
      ? 'Your account does not work on this site; a steward of it can add you'
      : 'This account works on another site too; a steward of both can do this',
  'action-wrong': 'That takes one act back; it is not for many',
  'address-refused': ({ problem, status }: { problem: keyof typeof ADDRESS_PROBLEMS; status?: number }) =>
    `${ADDRESS_PROBLEMS[problem]}${status === undefined ? '' : ` ${status}`}`,
  'base-unknown': 'The base version is not one of this item',
  'batch-state': ({ problem }: { problem: 'not-tried' | 'over' | 'not-over' }) =>
    ({ 'not-tried': 'It was not tried yet, or runs already', over: 'It is over already', 'not-over': 'It is not over yet' })[problem],
  'body-large': ({ megabytes }: { megabytes: number }) => `A request has at most ${megabytes} MB`,
  'body-unknown': 'This command takes no body',
  'calendar-used': ({ route }: { route: string }) => `The route “${route}” counts by it`,
  'calendars-many': ({ most }: { most: number }) => `There are at most ${most} calendars`,
  'asked-just-now': ({ since }: { since: string }) => `They were asked at ${since}; wait an hour before you ask again`,
  'changed-by-both': ({ places }: { places: number }) => `${places} places were changed in the draft and on the site`,
  'clock-past': ({ count }: { count: number }) =>
    `${count === 1 ? 'One planned moment would be past on that clock; move it' : `${numberWords(count)} planned moments would be past on that clock; move them`} first, or keep the moments as they are`,
  'code-needed': 'Type the code that your authenticator shows now',
  'code-wrong': ({ code }: { code: 'used' | 'new' }) =>
    code === 'used' ? 'That code is not right, or was used before' : 'That is not the code of this moment; is the clock right?',
  'crop-outside': ({ width, height }: { width: number; height: number }) =>
    `The picture is ${width} × ${height} pixels; that part reaches out of it`,
  'csv-large': ({ megabytes }: { megabytes: number }) => `A file of a list has at most ${megabytes} MB; make several of it`,
  'csv-wrong': ({ problem }: { problem: string }) => `The file cannot be read as CSV: ${problem}`,
  'cursor-wrong': 'This cursor is not one of ours',
  'deputy-inactive': 'That account is suspended',
  'deputy-self': 'Nobody stands in for themselves',
  'document-large': ({ megabytes }: { megabytes: number }) => `A document has at most ${megabytes} MB`,
  'draft-closed': ({ outcome }: { outcome: 'live' | 'discarded' | 'ended' }) =>
    ({ live: 'This draft has gone live', discarded: 'This draft was discarded', ended: 'This draft was ended for good' })[outcome],
  'draft-missing': ({ needed }: { needed: 'open' | 'to-put-live' }) =>
    needed === 'open' ? 'It has no open draft' : 'There is no such open draft to put live',
  'draft-over': 'The draft that was planned is not open any more',
  'draft-stranded': ({ title, gate }: { title: string; gate: string }) =>
    `“${title || 'Without a title'}” could not pass “${gate}” any more`,
  'drafts-many': ({ most }: { most: number }) => `An item has at most ${most} open drafts; end one of them first`,
  'edition-dropped': 'This edition was discarded',
  'edition-empty': 'It holds nothing',
  'edition-full': ({ most }: { most: number }) => `An edition holds at most ${numberWords(most)} changes`,
  'edition-held': ({ name }: { name: string }) => `Its edition “${name}” is held`,
  'edition-live': 'This edition is live',
  'edition-named': 'Another edition that is being built has this name; give it another',
  'edition-not-cleared': ({ gate }: { gate: string }) => `The edition as a whole waits for “${gate}”`,
  'edition-not-live': 'This edition has not gone live',
  'edition-undone': 'This edition was undone already',
  'access-in-use': ({ title, count }: { title: string; count: number }) =>
    count === 1
      ? `“${title}” on the site is for it; change that first`
      : `${numberWords(count)} things on the site are for it, among them “${title}”; change those first`,
  'member-groups-many': ({ most }: { most: number }) => `There are at most ${most} groups`,
  'member-joined': 'They have chosen a password; on the site they can ask for another',
  'member-waiting': 'They have not chosen a password yet',
  'page-passwords-many': ({ most }: { most: number }) => `There are at most ${most} passwords`,
  'email-taken': 'Someone with this mail address is here already',
  'event-over': 'This event is over',
  'fast-empty': 'A fast lane needs gates that look afterwards',
  'field-unknown': ({ kind, field }: { kind: string; field: string }) => `${kind}: has no ${field.toLowerCase()}`,
  'file-broken': 'The file did not come whole; send it again',
  'file-missing': 'Send the file as the part named file of a multipart form',
  'first-code-wrong': 'That is not the code that the console printed as the office started',
  'gate-twice': 'Two gates have the same id',
  gated: ({ act }: { act: 'withdrawal' | 'move' }) =>
    act === 'move'
      ? 'A move goes through the gates of its route; ask them for it'
      : 'Taking it off the site goes through the gates of its route; ask them for it',
  'group-not-yours': 'A view is shared with a group that you are in',
  'groups-missing': ({ gate }: { gate: string }) => `“${gate}” counts by group; name the groups`,
  'hand-to-inactive': 'Hand the work to an active colleague',
  'host-taken': ({ host }: { host: string | null }) =>
    host === null ? 'Another site has no host of its own; give this one a host' : 'Another site is reached at this host',
  'hours-wrong': ({ problem }: { problem: string }) => problem,
  'in-edition': ({ title }: { title?: string }) =>
    title === undefined ? 'It goes with its edition; move that, or take it out' : `“${title}” is in this edition already`,
  'in-review': ({ draft }: { draft: string }) => `“${draft}” was sent on as the kind that it is; pull it back first`,
  'is-live': ({ version }: { version?: number }) =>
    version === undefined ? 'It is on the site; withdraw it first' : `Version ${version} is what readers get now`,
  'item-binned': ({ title }: { title?: string }) =>
    title === undefined ? 'The item is in the bin; restore it first' : `“${title}” is in the bin; restore it first`,
  'item-twice': ({ line, title }: { line: string; title: string }) => `${line}: “${title}” is there twice`,
  'item-unknown': ({ line, id }: { line: string; id: string }) => `${line}: there is no item ${id || 'without an id'}`,
  'kept-many': ({ most }: { most: number }) => `You keep ${most} blocks already; let some go first`,
  'key-answered': 'This was done before; its answer holds a secret and is given once only',
  'key-long': 'An Idempotency-Key has at most 100 characters',
  'key-open': 'This was asked before and may have been done; look before you ask again with another key',
  'key-reused': 'This Idempotency-Key was used for another request',
  'kind-fixed': ({ from, to }: { from: string; to: string }) => `A ${from} cannot become a ${to}`,
  'kind-not-gathered': 'What becomes another kind does so at once when its gates have cleared it',
  'label-loop': ({ by }: { by: 'replacing' | 'belonging' }) =>
    by === 'replacing' ? 'It would be replaced by itself' : 'That category lies below this one',
  late: ({ milliseconds }: { milliseconds: number }) =>
    `It is ${spanWords(milliseconds)} late and was to be asked about; set another time or put it live`,
  'link-over': 'This link is over, or was used; ask for a new one',
  'links-many': ({ most }: { most: number }) => `At most ${most} links are open at once; end one first`,
  'looked-before': 'Someone has looked at it already',
  'looking-only': ({ name }: { name: string }) => `You see the office as ${name} does; nothing can be changed meanwhile`,
  'mail-goes-out': 'Mails go to a mail server; they are not kept here',
  'name-taken': ({ of }: { of: 'role' | 'group' | 'password' }) => `There is a ${of} of this name`,
  'never-live': 'That version was never on the site; restore it into a draft and send it on',
  'no-content': ({ change }: { change: 'move' | 'withdrawal' }) => `This is a ${change}; it has no text of its own`,
  'no-fast-lane': ({ route }: { route: string }) => `The route “${route}” has no fast lane`,
  'no-mail-server': ({ person }: { person?: string }) =>
    person === undefined
      ? 'This office sends no mail; ask a steward'
      : `No mail server is named, so the link would not reach ${person} alone. Whoever runs the office makes one there: npm run password-link`,
  'no-page': 'This kind of item has no page of its own',
  'no-second': 'Another steward says yes to this: one who did not ask for it and gains nothing by it',
  'no-suggestion': 'That note suggests no words',
  'not-a-banner': ({ which }: { which: 'it' | 'next' }) =>
    which === 'it' ? 'Only banners turn on the front page' : 'It can stand before another banner only',
  'not-a-category': 'A label is a part of a category',
  'not-a-label': 'That is not a label',
  'not-a-menu': 'That is not a menu',
  'in-the-menu': 'It stands in that menu already',
  'not-a-picture': 'A document has no parts to cut out',
  'not-behind': 'The draft is based on what is live',
  'not-gated': 'No gate is asked for that here; whoever has the right does it at once',
  'not-json': ({ problem }: { problem: 'type' | 'text' }) =>
    problem === 'type' ? 'Send JSON with content-type application/json' : 'The body is not JSON',
  'not-signed-in': 'Sign in first',
  'not-theirs': ({ name, gate }: { name: string; gate: string }) => `${name} may not clear it at “${gate}”`,
  'note-is-answer': 'That is an answer; act on the note that it belongs to',
  'note-resolved': 'That note is dealt with already',
  nothing: ({ to }: { to: 'do' | 'undo' | 'rewrite' }) =>
    ({ do: 'No item was chosen', undo: 'There is nothing to take back', rewrite: 'Nothing of this would change anything' })[to],
  'link-nowhere': 'The links would lead to an address that nothing has on this site; choose another',
  'nothing-live': 'It is not on the site, and no draft of it is open',
  'only-one': 'A site has its settings once',
  'openid-off': 'This office has no other door',
  'openid-other': 'That account belongs to another identity',
  'openid-unknown': 'Nobody of this office has that identity; ask a steward to invite you',
  'openid-wrong': ({ provider }: { provider?: string }) =>
    provider === undefined ? 'That sign-in was not begun in this browser' : `${provider} did not vouch for that sign-in; begin again`,
  'order-shared': ({ title }: { title: string }) => `“${title}” would have to make way, and you may not write it`,
  'origin-foreign': 'Writes are taken from the office itself only',
  'other-item': 'These are versions of two items',
  'own-account': 'Another steward has to suspend your own account',
  'owner-right-missing': 'Who planned it may no longer do this',
  'owner-unknown': 'There is no such colleague',
  'password-common': 'This password is among those that are tried first; choose another',
  'password-long': ({ most }: { most: number }) => `A password has at most ${most} characters`,
  'password-own-words': 'This password is made of your name, address or the site’s name; choose another',
  'password-short': ({ least }: { least: number }) => `A password has at least ${least} characters; a sentence is easy to remember`,
  'password-wrong': 'The present password is not right',
  'picture-large': ({ megabytes, ofOneself }: { megabytes: number; ofOneself?: 1 }) =>
    `A picture${ofOneself ? ' of oneself' : ''} has at most ${megabytes} MB`,
  'picture-slow': ({ megapixels, seconds }: { megapixels: number; seconds: number }) =>
    `A picture has at most ${megapixels} million pixels and is read within ${seconds} seconds`,
  'picture-type': ({ megapixels }: { megapixels: number }) =>
    `That is no picture we can read. JPEG, PNG, WebP, GIF and AVIF are taken, up to ${megapixels} million pixels`,
  'pictures-wait': 'Many pictures are being worked on; try again in a moment',
  'pinned-many': ({ most }: { most: number }) => `At most ${most} views are pinned; unpin one first`,
  'plan-changed': 'Something was planned or moved meanwhile; look at the moments again',
  'planned-before': 'It is planned already; move or cancel that',
  'proposed-before': 'That is on its way already',
  'query-wrong': ({ expected }: { expected: string }) => `Expected ${expected}`,
  'reason-missing': 'Say why it cannot wait for its gates',
  'request-changed': 'What this would change is not what you saw; look at it again',
  'requests-many': ({ most }: { most: number }) => `${most} changes wait for a second steward already; let those be decided first`,
  'role-held': ({ role }: { role: string }) => `“${role}” is still given to someone; take it away first`,
  'role-included': ({ role }: { role: string }) => `“${role}” is in another role; take it out first`,
  'role-not-held': 'You do not hold that role',
  'role-separated': ({ role }: { role: string }) => `“${role}” is kept apart from others by a rule; take it out first`,
  'roles-apart': ({ rule, most }: { rule: string; most: number }) =>
    `“${rule}” lets one person use at most ${most} of these in one session`,
  'redirect-star-code': 'An address with a * has no code of its own: it stands for many',
  'redirect-stars-many': ({ most }: { most: number }) => `At most ${most} redirects have a *; end one first`,
  'redirects-many': ({ most }: { most: number }) => `At most ${most} addresses are redirected; end some first`,
  'route-unknown': ({ method, path }: { method: string; path: string }) => `There is no ${method} ${path}`,
  'rule-elsewhere': ({ first }: { first: string | null }) =>
    first === null ? 'The rule names no day at all' : `The rule names ${first} first; begin then`,
  'route-changed': ({ version }: { version: number }) =>
    `Someone else changed this route meanwhile: version ${version} is the newest now. Open it anew before you change it`,
  'rule-missing': ({ kind }: { kind: string }) => `No rule says which route a ${kind} goes on the whole site`,
  'rule-overlaps': 'It would open again before it has ended',
  'rule-twice': 'Two rules are for the same items',
  same: 'The site is as it was then',
  'same-self': 'That is the same account already',
  'second-factor-needed': 'Your role asks for a second factor; turn one on first',
  'second-factor-none': 'Begin with a new secret first',
  'second-factor-on': 'You have a second factor; take it off first',
  'section-loop': 'A section cannot be placed below itself',
  'section-same': 'Say to which other section it moves, or which other kind it becomes',
  'separation-empty': 'A rule must keep more roles apart than it lets one person hold',
  'sign-in-wrong': 'The address or the password is not right',
  'site-changes': 'What is live changed again and again meanwhile; try once more',
  'site-exists': 'This site has its first steward already',
  'site-unknown': 'No site is reached at this host',
  'someone-else': ({ name }: { name: string }) => `${name} is signed in here now. Nothing was changed; sign in again to go on.`,
  'sort-wrong': 'The list cannot be sorted by that',
  stale: ({ version }: { version?: number }) =>
    version === undefined ? 'What is on the site changed since; look at it first' : `Version ${version} was saved since; look at it first`,
  'step-empty': ({ step }: { step: string }) => `The step “${step}” has no gate`,
  'streams-many': ({ most }: { most: number }) => `You have ${most} windows open here; close some for this one to hear of news`,
  throttled: ({ seconds }: { seconds: number }) => `Too many tries; wait ${seconds} seconds`,
  'time-ahead': 'That moment is not past',
  'time-order': 'The time must end after it begins',
  'time-passed': 'Its time passed while it was cancelled',
  'time-past': 'That time is past',
  'time-skipped': ({ time, date }: { time: string; date: string }) =>
    `${time} does not exist on ${dateWords(date)}: the clocks go forward then`,
  'time-twice': ({ time, date }: { time: string; date: string }) =>
    `${time} comes twice on ${dateWords(date)}: the clocks go back then. Which one?`,
  'too-many': ({ what, most }: { what: 'items' | 'lines'; most: number }) =>
    what === 'items'
      ? `At most ${numberWords(most)} items at once; ask for fewer`
      : `A file brings at most ${numberWords(most)} lines; make several of it`,
  'too-many-rules': ({ most }: { most: number }) => `A page holds at most ${most} blocks that come again; make two of it`,
  'too-many-words': ({ most }: { most: number }) => `A page holds at most ${numberWords(most)} words; make two of it`,
  unchanged: ({ what }: { what: keyof typeof SO_ALREADY }) => SO_ALREADY[what],
  'undone-before': 'It was taken back already',
  unknown: ({ what }: { what: Thing }) => MISSING[what],
  'until-early': 'It would end before it begins',
  'until-missing': 'Say until when it shows',
  'version-missing': ({ of }: { of: 'draft' | 'live' }) =>
    of === 'live' ? 'Send the id of the live version you saw as If-Match' : 'Send the id of the version you saw as If-Match',
  'views-many': ({ most }: { most: number }) => `You keep ${most} views already; let some go first`,
  'window-open': 'It shows now; move its end, roll back or withdraw it',
  'words-gone': 'The words that it is about are no longer there',
  'work-long': ({ seconds }: { seconds: number }) => `This takes longer than ${seconds} seconds; ask for less at once`,
  'work-waits': 'Much is being worked on for you; try again in a moment',
  'zone-changed': ({ zone }: { zone: string }) => `The site goes by the clock of ${zone} now; look at the time again`,
  'zone-unknown': 'That is no time zone we know',
} satisfies Record<string, Sentence>
export type ServiceCode = keyof typeof SERVICE_REASONS

/** Why a service, or a rule that it asks, is against something. */
export const serviceReason = <C extends ServiceCode>(code: C, ...given: Given<(typeof SERVICE_REASONS)[C]>): Reason =>
  sayReason(code, SERVICE_REASONS[code], ...given)
