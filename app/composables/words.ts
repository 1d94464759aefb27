import type { Kind } from '~~/core/content/kinds'

/** The first letters of a person's first and last name. */
export const initials = (name: string): string =>
  name
    .split(/\s+/)
    .filter((_, index, all) => index === 0 || index === all.length - 1)
    .map((word) => word[0]?.toUpperCase() ?? '')
    .join('')

/** A number with its word: `1 note`, `3 notes`. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

export const kindWord: Record<Kind, string> = {
  page: 'page',
  post: 'post',
  notice: 'notice',
  label: 'label',
  author: 'author profile',
  settings: 'site settings',
}

/** What a journal action is called in a sentence without its subject. */
export const actionWords: Record<string, string> = {
  'item.started': 'started',
  'item.put-live': 'put live',
  'item.withdrawn': 'withdrew',
  'item.rolled-back': 'rolled back',
  'item.office-changed': 'changed office facts of',
  'item.moved': 'moved',
  'item.binned': 'put into the bin',
  'item.restored': 'took out of the bin',
  'draft.opened': 'began a draft of',
  'draft.saved': 'saved',
  'draft.sent': 'sent to review',
  'draft.gate-cleared': 'cleared',
  'draft.cleared': 'brought through its last gate:',
  'draft.returned': 'returned',
  'draft.pulled-out': 'took back from review',
  'draft.noted': 'noted on',
  'draft.lapsed': 'made a clearance lapse on',
  'draft.passed-over': 'put live past its gates:',
  'draft.reopened': 'opened again a draft of',
  'draft.renamed': 'renamed a draft of',
  'draft.discarded': 'discarded a draft of',
  'note.resolved': 'dealt with a note on',
  'note.answered': 'answered a note on',
  'note.reopened': 'reopened a note on',
  'event.planned': 'planned',
  'event.moved': 'moved the plan of',
  'event.cancelled': 'cancelled the plan of',
  'event.held': 'held back',
  'exception.looked-at': 'looked afterwards at',
  'media.added': 'added a picture',
  'session.opened': 'signed in',
  'session.saw-as': 'looked at the office as someone else',
  'session.saw-as-self': 'ended looking as someone else',
  'session.ended': 'signed out elsewhere',
  'person.second-factor-on': 'turned a second factor on',
  'person.second-factor-off': 'took a second factor off',
  'person.recovery-code-used': 'used a recovery code',
  'person.profile-changed': 'changed the profile',
  'person.password-changed': 'changed the password',
  'person.added': 'added a colleague',
  'person.roles-set': 'set the roles of a colleague',
  'person.rested': 'let an account rest',
  'person.woken': 'woke an account',
  'person.group-made': 'made a group',
  'person.group-set': 'changed a group',
  'person.group-ended': 'ended a group',
  'role.made': 'made a role',
  'role.set': 'changed a role',
  'role.ended': 'ended a role',
  'draft.rerouted': 'put on another route:',
  'route.saved': 'changed a route',
  'route.rules-set': 'changed which items go which route',
  'role.separations-set': 'changed which roles are kept apart',
  'section.added': 'made a section',
  'section.changed': 'changed a section',
  'site.begun': 'began the site',
}
