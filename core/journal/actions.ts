import type { Stays } from '../plan/clockChange'
import type { JournalFact } from './chain'

/** What a person may ask the journal for, each in words. */
export const ACTION_GROUPS = {
  readers: 'What readers get',
  reviewing: 'Reviewing',
  writing: 'Writing',
  times: 'Times',
  routes: 'Routes',
  links: 'Shared links',
  people: 'People and rights',
  members: 'Members',
  'signing-in': 'Signing in',
} as const
export type ActionGroup = keyof typeof ACTION_GROUPS

/**
 * What an action can make stale of what is kept in memory: what readers get (by the tags that its data name), the frame of all
 * pages, who may do what, the whole plan, the plan of its item alone, or editions.
 */
export type Stale = 'live' | 'frame' | 'rights' | 'plan' | 'plan-of-item' | 'editions'

interface Described {
  /** In a sentence after who did it, and before the title of the item if it is about one. */
  words: string
  group: ActionGroup
  /** Whether people are told of it; whom, the news say. */
  told: boolean
  stale: readonly Stale[]
  /** Whether it stands in the security log too. */
  security?: true
  /** What it is about, where that is not a site: accounts, which all sites share. */
  of?: 'accounts'
}

/** Every action that the journal tells of. Another one cannot be written. */
export const ACTIONS = {
  'item.started': { words: 'started', group: 'writing', told: false, stale: ['plan'] },
  'item.put-live': { words: 'put live', group: 'readers', told: false, stale: ['live', 'plan'] },
  'item.withdrawn': { words: 'withdrew', group: 'readers', told: false, stale: ['live', 'plan'] },
  'item.rolled-back': { words: 'rolled back', group: 'readers', told: false, stale: ['live', 'plan'] },
  'item.office-changed': { words: 'changed office facts of', group: 'writing', told: false, stale: ['plan-of-item'] },
  'item.moved': { words: 'moved', group: 'writing', told: false, stale: ['plan'] },
  'item.became': { words: 'made another kind of', group: 'writing', told: false, stale: ['plan'] },
  'batch.done': { words: 'did something to many items at once', group: 'writing', told: false, stale: [] },
  'item.binned': { words: 'put into the bin', group: 'writing', told: false, stale: ['plan'] },
  'item.ended': { words: 'ended for good', group: 'writing', told: false, stale: ['plan'] },
  'draft.ended': { words: 'ended for good a draft of', group: 'writing', told: false, stale: ['plan-of-item'] },
  'item.restored': { words: 'took out of the bin', group: 'writing', told: false, stale: ['plan'] },
  'draft.opened': { words: 'began a draft of', group: 'writing', told: false, stale: ['plan-of-item'] },
  'draft.saved': { words: 'saved', group: 'writing', told: false, stale: ['plan-of-item'] },
  'draft.sent': { words: 'sent to review', group: 'reviewing', told: true, stale: ['plan-of-item'] },
  'draft.gate-cleared': { words: 'cleared', group: 'reviewing', told: true, stale: ['plan-of-item'] },
  'draft.cleared': { words: 'cleared at its last gate:', group: 'reviewing', told: true, stale: ['plan-of-item'] },
  'draft.returned': { words: 'returned', group: 'reviewing', told: true, stale: ['plan-of-item'] },
  'draft.pulled-out': { words: 'took back from review', group: 'reviewing', told: false, stale: ['plan-of-item'] },
  'draft.noted': { words: 'noted on', group: 'reviewing', told: false, stale: ['plan-of-item'] },
  'draft.lapsed': { words: 'made a clearance lapse on', group: 'reviewing', told: false, stale: ['plan-of-item'] },
  'draft.passed-over': { words: 'put live past its gates:', group: 'reviewing', told: false, stale: ['plan-of-item'] },
  'draft.reinstated': {
    words: 'gave back its place at the gates to',
    group: 'reviewing',
    told: false,
    stale: ['plan-of-item'],
  },
  'draft.reopened': { words: 'opened again a draft of', group: 'writing', told: true, stale: ['plan-of-item'] },
  'draft.renamed': { words: 'renamed a draft of', group: 'writing', told: false, stale: ['plan-of-item'] },
  'draft.discarded': { words: 'discarded a draft of', group: 'writing', told: false, stale: ['plan-of-item'] },
  'note.resolved': { words: 'dealt with a note on', group: 'reviewing', told: false, stale: [] },
  'note.answered': { words: 'answered a note on', group: 'reviewing', told: true, stale: [] },
  'note.reopened': { words: 'reopened a note on', group: 'reviewing', told: false, stale: [] },
  'event.planned': { words: 'planned', group: 'times', told: false, stale: ['plan-of-item'] },
  'event.moved': { words: 'moved the plan of', group: 'times', told: false, stale: ['plan-of-item'] },
  'event.cancelled': { words: 'cancelled the plan of', group: 'times', told: false, stale: ['plan-of-item'] },
  'event.resumed': { words: 'gave back the plan of', group: 'times', told: false, stale: ['plan-of-item'] },
  'event.held': { words: 'held back', group: 'readers', told: true, stale: ['plan-of-item'] },
  'event.rules-changed': {
    words: 'kept at its time of day, as the rules of the zone changed:',
    group: 'times',
    told: false,
    stale: ['plan-of-item'],
  },
  'edition.rules-changed': {
    words: 'kept an edition at its time of day, as the rules of the zone changed',
    group: 'times',
    told: false,
    stale: ['editions'],
  },
  'event.skipped': { words: 'passed over, as it was late:', group: 'times', told: false, stale: ['plan-of-item'] },
  'event.again': { words: 'planned the next turn of', group: 'times', told: false, stale: ['plan-of-item'] },
  'item.put-under': { words: 'laid under the open window of', group: 'readers', told: false, stale: ['plan'] },
  'item.embargoed': { words: 'set an embargo on', group: 'times', told: false, stale: ['plan-of-item'] },
  'item.embargo-lifted': { words: 'lifted the embargo on', group: 'times', told: false, stale: ['plan-of-item'] },
  'edition.made': { words: 'began an edition', group: 'times', told: false, stale: ['editions'] },
  'edition.changed': { words: 'changed an edition', group: 'times', told: false, stale: ['editions'] },
  'edition.filled': { words: 'took changes into an edition', group: 'times', told: false, stale: ['editions'] },
  'edition.taken-out': { words: 'took out of an edition:', group: 'times', told: false, stale: ['editions'] },
  'edition.dropped': { words: 'gave up an edition', group: 'times', told: false, stale: ['editions'] },
  'edition.gate-cleared': { words: 'cleared an edition as a whole', group: 'times', told: false, stale: ['editions'] },
  'edition.live': { words: 'put an edition live', group: 'readers', told: false, stale: ['editions'] },
  'edition.held': { words: 'held back an edition', group: 'times', told: false, stale: ['editions'] },
  'edition.skipped': { words: 'passed over an edition, as it was late', group: 'times', told: false, stale: ['editions'] },
  'redirect.made': { words: 'redirected an address', group: 'readers', told: false, stale: [] },
  'redirect.changed': { words: 'changed a redirect', group: 'readers', told: false, stale: [] },
  'redirect.brought': { words: 'took in a file of redirects', group: 'readers', told: false, stale: [] },
  'redirect.ended': { words: 'ended a redirect', group: 'readers', told: false, stale: [] },
  'share.made': { words: 'shared a link', group: 'links', told: false, stale: [] },
  'share.ended': { words: 'ended a shared link', group: 'links', told: false, stale: [] },
  'calendar.feed-made': { words: 'made an address of the calendar', group: 'links', told: false, stale: [] },
  'calendar.feed-ended': { words: 'ended an address of the calendar', group: 'links', told: false, stale: [] },
  'draft.handed': { words: 'handed to a colleague', group: 'reviewing', told: true, stale: ['plan-of-item'] },
  'draft.proposed': { words: 'asked the gates to let go:', group: 'reviewing', told: false, stale: ['plan-of-item'] },
  'gate.reminded': { words: 'reminded of', group: 'reviewing', told: true, stale: ['plan'] },
  'gate.late': { words: 'found that a gate is late for', group: 'reviewing', told: true, stale: ['plan'] },
  'exception.opened': { words: 'asked for a look afterwards at', group: 'reviewing', told: true, stale: ['plan'] },
  'exception.gate-cleared': { words: 'cleared afterwards', group: 'reviewing', told: false, stale: ['plan'] },
  'exception.looked-at': { words: 'looked afterwards at', group: 'reviewing', told: true, stale: [] },
  'exception.late': { words: 'found that nobody looked in time at', group: 'reviewing', told: true, stale: ['plan'] },
  'exception.taken-back': { words: 'took back from the site', group: 'reviewing', told: true, stale: ['plan'] },
  'exception.not-taken-back': { words: 'could not take back', group: 'reviewing', told: true, stale: ['plan'] },
  'site.sign-in-set': { words: 'set how people sign in', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'site.clock-set': {
    words: 'set the site’s clock to another zone',
    group: 'times',
    told: false,
    stale: ['frame', 'rights', 'plan', 'editions'],
  },
  'site.language-set': { words: 'set the site’s language', group: 'readers', told: false, stale: ['frame', 'rights'] },
  'site.second-yes-set': {
    words: 'set when a second steward is asked',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
  },
  'rights.asked': { words: 'asked a second steward', group: 'people', told: true, stale: [], security: true },
  'rights.agreed': { words: 'agreed to a change of rights', group: 'people', told: true, stale: [], security: true },
  'rights.declined': { words: 'said no to a change of rights', group: 'people', told: true, stale: [], security: true },
  'rights.taken-back': { words: 'took back a request', group: 'people', told: false, stale: [], security: true },
  'person.invited': { words: 'sent a link for a password', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.link-made': {
    words: 'made a link for a new password at the machine',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.joined': { words: 'took an invitation', group: 'people', told: false, stale: ['rights', 'plan'], security: true, of: 'accounts' },
  'person.deputised': { words: 'named a deputy', group: 'people', told: true, stale: ['rights', 'plan'], security: true },
  'person.deputy-ended': { words: 'ended a deputy’s time', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.same-set': { words: 'said whose an account is', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.picture-changed': {
    words: 'changed the picture',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.identity-taken': {
    words: 'took an identity of a provider',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'session.roles-used': {
    words: 'chose which roles are used',
    group: 'signing-in',
    told: false,
    stale: [],
    security: true,
    of: 'accounts',
  },
  'route.calendar-set': { words: 'changed working hours', group: 'routes', told: false, stale: ['plan'] },
  'route.calendar-ended': { words: 'ended working hours', group: 'routes', told: false, stale: ['plan'] },
  'media.added': { words: 'added a picture', group: 'writing', told: false, stale: [] },
  'session.opened': { words: 'signed in', group: 'signing-in', told: false, stale: [], security: true, of: 'accounts' },
  'session.saw-as': {
    words: 'looked at the office as someone else',
    group: 'signing-in',
    told: false,
    stale: [],
    security: true,
    of: 'accounts',
  },
  'session.saw-as-self': {
    words: 'ended looking as someone else',
    group: 'signing-in',
    told: false,
    stale: [],
    security: true,
    of: 'accounts',
  },
  'session.ended': { words: 'signed out elsewhere', group: 'signing-in', told: false, stale: [], security: true, of: 'accounts' },
  'person.second-factor-on': {
    words: 'turned a second factor on',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.second-factor-off': {
    words: 'took a second factor off',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.recovery-code-used': {
    words: 'used a recovery code',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.profile-changed': {
    words: 'changed the profile',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.password-changed': {
    words: 'changed the password',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
    of: 'accounts',
  },
  'person.added': { words: 'added a colleague', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.roles-set': { words: 'set the roles of a colleague', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.rested': { words: 'suspended an account', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.woken': { words: 'reactivated an account', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.group-made': { words: 'made a group', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.group-set': { words: 'changed a group', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'person.group-ended': { words: 'ended a group', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'role.made': { words: 'made a role', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'role.set': { words: 'changed a role', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'role.ended': { words: 'ended a role', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'draft.rerouted': { words: 'put on another route:', group: 'routes', told: true, stale: ['plan-of-item'] },
  'route.saved': { words: 'changed a route', group: 'routes', told: false, stale: ['plan'] },
  'route.rules-set': { words: 'changed which items go which route', group: 'routes', told: false, stale: ['plan'] },
  'role.separations-set': {
    words: 'changed which roles are kept apart',
    group: 'people',
    told: false,
    stale: ['rights', 'plan'],
    security: true,
  },
  'section.added': { words: 'made a section', group: 'people', told: false, stale: ['frame', 'rights', 'plan'] },
  'section.changed': { words: 'changed a section', group: 'people', told: false, stale: ['frame', 'rights', 'plan'] },
  'member.invited': { words: 'invited a member', group: 'members', told: false, stale: [] },
  'member.changed': { words: 'changed a member', group: 'members', told: false, stale: [] },
  'member.removed': { words: 'removed a member', group: 'members', told: false, stale: [] },
  'member.joined': { words: 'became a member', group: 'members', told: false, stale: [] },
  'member.left': { words: 'ended a member’s account', group: 'members', told: false, stale: [] },
  'member-group.made': { words: 'made a group of members', group: 'members', told: false, stale: [] },
  'member-group.renamed': { words: 'renamed a group of members', group: 'members', told: false, stale: [] },
  'member-group.removed': { words: 'removed a group of members', group: 'members', told: false, stale: [] },
  'page-password.made': { words: 'made a password for pages', group: 'members', told: false, stale: [] },
  'page-password.changed': { words: 'changed a password for pages', group: 'members', told: false, stale: [] },
  'page-password.removed': { words: 'removed a password for pages', group: 'members', told: false, stale: [] },
  'site.begun': { words: 'began the site', group: 'people', told: false, stale: ['rights', 'plan'], security: true },
  'version.named': { words: 'named a version of', group: 'writing', told: false, stale: [] },
} as const satisfies Record<string, Described>
export type JournalAction = keyof typeof ACTIONS

/** The steps of drafts on their routes, of which the flow is drawn. The index of the journal names them in this order. */
export const STEPS = [
  'draft.sent',
  'draft.gate-cleared',
  'draft.returned',
  'draft.pulled-out',
  'draft.lapsed',
  'draft.reinstated',
  'draft.passed-over',
  'draft.rerouted',
  'draft.discarded',
  'draft.reopened',
  'item.binned',
] as const satisfies readonly JournalAction[]

const UNKNOWN: Described = {
  words: 'did something that this version does not know to',
  group: 'writing',
  told: false,
  stale: ['live', 'rights', 'plan'],
}

/** What is known of an action by its name. A row of a journal may have a name that this version does not write. */
export const describedAction = (action: string): Described => (ACTIONS as Record<string, Described>)[action] ?? UNKNOWN

/** Whether an action is about accounts, which all sites share, and so about no site. */
export const isOfAccounts = (action: string): boolean => describedAction(action).of === 'accounts'

export const isStale = (action: string, stale: Stale): boolean => describedAction(action).stale.includes(stale)

/** The names of the actions that a choice holds for. */
export const actionsThat = (holds: (described: Described) => boolean): JournalAction[] =>
  (Object.keys(ACTIONS) as JournalAction[]).filter((action) => holds(ACTIONS[action]))

/** A step of a draft: what its gates wait for afterwards. */
interface StepData {
  draft: string
  waits: readonly string[]
}
interface AtGate extends StepData {
  version?: string
  gate?: string
  note?: string
}
/** What changed for readers. */
export interface LiveData {
  /** The tags of all pages that show it; with the first of several facts alone. */
  touched?: readonly string[]
  path?: string | null
  was?: { path: string | null; version?: string } | null
  /** What readers get now, where they get something. */
  version?: string
  number?: number
  fingerprint?: string
  cause?: string
  /** Why, in the words of whoever did it. */
  note?: string
  /** The planned event that it happened by, when that was planned for, and its edition. */
  event?: string
  planned?: string
  edition?: string
}
interface OfRequest {
  request: string
  words: string
}
/** How a change of rights came about: the second steward who agreed, or what was changed without one. */
interface RightsChanged {
  agreedBy?: string
  alone?: string
}
interface Named {
  name: string
}
interface OfMember {
  member: string
}
interface OfRedirect {
  redirect: string
  from: string
  code: number
  to: string | null
}
interface OfEdition extends Named {
  edition: string
}
interface GroupData extends Named {
  group: string
  members: readonly string[]
  roles: readonly object[]
}
interface RoleData extends Named {
  role: string
  verbs: readonly string[]
  includes: readonly string[]
}
interface FromTo {
  from: string
  to: string
}
/** A moment as it stands on the wall. */
interface OnWall {
  date: string
  time: string
  zone: string
}
/** When a window ends and by which rule it opens again, as it is kept. */
interface WindowData {
  until_at?: string | null
  until_days?: number | null
  until_time?: string | null
  rule?: string | null
}
interface Because {
  reasons: readonly { code: string; detail: string }[]
}
interface OfException {
  exception: string
  draft: string
}

/** What the data of each action hold; `null` where there is nothing more to tell. An action without its data does not compile. */
export interface JournalData {
  'item.started': { kind: string; title: string; version: string }
  'item.put-live': LiveData
  'item.withdrawn': LiveData
  'item.rolled-back': LiveData
  'item.office-changed': object
  'item.moved': FromTo
  'item.became': FromTo
  'batch.done': {
    batch: string
    action: object | null
    state: string
    total: number
    done: number
    refused: number
    stayed?: number
    undoes?: string
  }
  'item.binned': StepData | null
  'item.ended': null
  'draft.ended': { draft: string } | null
  'item.restored': null
  'draft.opened': { draft: string; base: string }
  'draft.saved': { draft: string; version: string; number: number; cause: string; lapsed?: boolean }
  'draft.sent': AtGate
  'draft.gate-cleared': AtGate
  'draft.cleared': AtGate
  'draft.returned': AtGate
  'draft.pulled-out': AtGate
  'draft.noted': { draft: string; place: string | null }
  'draft.lapsed': StepData & { version: string }
  'draft.passed-over': StepData
  'draft.reinstated': StepData & { version?: string; review: string }
  'draft.reopened': StepData
  'draft.renamed': { draft: string; name: string }
  'draft.discarded': StepData
  'note.resolved': { note: string }
  'note.answered': { draft: string; note: string }
  'note.reopened': { note: string }
  'event.planned': { event: string; kind: string; at: string; wall: OnWall } & WindowData
  'event.moved': { event: string; from: string | null; at: string; wall?: OnWall; end?: true } & WindowData
  'event.cancelled': { event: string; edition?: string }
  'event.resumed': { event: string; held: boolean }
  'event.held': { event: string; planned: string | null; ends: boolean } & Because
  'event.rules-changed': { event: string; from: string | null; at?: string | null; until_at?: string | null }
  'edition.rules-changed': { edition: string; from: string | null; at?: string | null }
  'event.skipped': { event: string; planned: string | null; why: 'late' | 'window-over' }
  'event.again': { event: string; at: string; until: string }
  'item.put-under': {
    version: string
    number: number
    draft: string | null
    cause: string
    event?: string
    planned?: string
    window: string | null
  }
  'item.embargoed': { at: string | null; was: string | null }
  'item.embargo-lifted': { at: string | null; was: string | null }
  'edition.made': OfEdition
  'edition.changed': OfEdition & { at?: string | null; was?: string | null; owner?: string; route?: string | null }
  'edition.filled': OfEdition & { items: readonly string[] }
  'edition.taken-out': OfEdition & { event: string }
  'edition.dropped': OfEdition
  'edition.gate-cleared': OfEdition & { gate: string; note: string }
  'edition.live': OfEdition & { at: string; planned: string | null; entries: number }
  'edition.held': OfEdition & { planned: string | null } & Because
  'edition.skipped': OfEdition & { planned: string | null }
  'redirect.made': OfRedirect
  'redirect.changed': OfRedirect & { was: { from: string; code: number; to: string | null } }
  'redirect.brought': { made: number; changed: number; same: number; refusedCount: number }
  'redirect.ended': OfRedirect
  'share.made': { link: string; until: string; draft?: string; at?: string | null; edition?: string }
  'share.ended': { link: string }
  'calendar.feed-made': null
  'calendar.feed-ended': null
  'draft.handed': AtGate & { to: string }
  'draft.proposed': { draft: string; change: string; to?: string; kind?: string }
  /** Without a person it is the deadline that reminds. */
  'gate.reminded': { draft: string; gate: string; note?: string }
  'gate.late': { draft: string; gate: string }
  'exception.opened': OfException & { gates: readonly string[]; reason: string; due: string | null; fast: boolean }
  'exception.gate-cleared': { exception: string; gates: readonly string[]; open: readonly string[]; note: string }
  'exception.looked-at': { exception: string; verdict: string; note: string }
  'exception.late': OfException & { gates: readonly string[]; due: string | null }
  'exception.taken-back': OfException & { waits: readonly string[] }
  'exception.not-taken-back': OfException & Because
  'site.sign-in-set': object
  'site.clock-set': { zone: string; was: string; stays: Stays }
  'site.language-set': { language: string; was: string }
  'site.second-yes-set': { asked: string } & RightsChanged
  'rights.asked': OfRequest & { of: readonly string[] }
  'rights.agreed': OfRequest & { askedBy: string }
  'rights.declined': OfRequest & { askedBy: string }
  'rights.taken-back': OfRequest & { askedBy: string }
  'person.invited': { person: string }
  'person.link-made': { person: string }
  'person.joined': null
  'person.deputised': FromTo & { delegation: string; absent: string; deputy: string; gates: readonly object[] | null } & RightsChanged
  'person.deputy-ended': { delegation: string; absent: string; deputy: string }
  'person.same-set': { person: string; same: string | null } & RightsChanged
  'person.picture-changed': null
  'person.identity-taken': { issuer: string }
  'session.roles-used': { roles: readonly string[] | null }
  'route.calendar-set': Named & { calendar: string; week: object; holidays: readonly string[] }
  'route.calendar-ended': Named & { calendar: string }
  'media.added': Named & { media: string; hash: string; from: string | null }
  'session.opened': null
  'session.saw-as': { person: string }
  'session.saw-as-self': null
  'session.ended': { sessions: number }
  'person.second-factor-on': null
  'person.second-factor-off': { person: string }
  'person.recovery-code-used': null
  'person.profile-changed': object
  'person.password-changed': null
  'person.added': Named & { person: string; roles: readonly object[]; invited: boolean } & RightsChanged
  'person.roles-set': { person: string; roles: readonly object[] } & RightsChanged
  'person.rested': { person: string; handTo?: string; items?: number } & RightsChanged
  'person.woken': { person: string } & RightsChanged
  'person.group-made': GroupData & RightsChanged
  'person.group-set': GroupData & RightsChanged
  'person.group-ended': Named & { group: string } & RightsChanged
  'role.made': RoleData & RightsChanged
  'role.set': RoleData & RightsChanged
  'role.ended': Named & { role: string } & RightsChanged
  'draft.rerouted': StepData & { route: string; version: number }
  'route.saved': Named & { route: string; version: number }
  'route.rules-set': { rules: readonly object[] }
  'role.separations-set': { rules: readonly object[] } & RightsChanged
  'section.added': Named & { section: string; parent: string | null }
  'section.changed': { section: string; name?: string; parent?: string | null } & RightsChanged
  'member.invited': OfMember
  'member.changed': OfMember & { state?: string; groups?: string[] }
  'member.removed': OfMember
  'member.joined': OfMember
  'member.left': OfMember
  'member-group.made': Named & { group: string }
  'member-group.renamed': Named & { group: string; was: string }
  'member-group.removed': Named & { group: string }
  'page-password.made': Named & { password: string }
  'page-password.changed': Named & { password: string }
  'page-password.removed': Named & { password: string }
  'site.begun': Named & { zone: string }
  'version.named': Named & { version: string; number: number }
}
export type DataOf<A extends JournalAction> = JournalData[A]

/** An action with the data that it has. */
export type ActionWithData<A extends JournalAction = JournalAction> = { [One in A]: { action: One; data: DataOf<One> } }[A]

/** A fact as it is written. */
export type NewFact = JournalFact & ActionWithData

/** A fact to be written: when (an instant) who did what to which item. */
export const newFact = <A extends JournalAction>(
  at: string,
  person: string | null,
  action: A,
  item: string | null,
  data: DataOf<A>,
): NewFact =>
  // An action that is one of several has the data of one of them; the compiler cannot tell which.
  ({ at, person, action, item, data }) as NewFact
