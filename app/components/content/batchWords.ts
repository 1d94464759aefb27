import type { Action } from '~~/core/batch/action'

/** What can be done to many items at once, in the order it is offered. */
export type BatchWhat =
  Exclude<Action['do'], 'note' | 'field' | 'discard' | 'pull-out' | 'cancel' | 'take-out' | 'live-again'> | 'hand' | 'file' | 'merge'
/** What begins elsewhere than at chosen items. */
export const NOT_CHOSEN: ReadonlySet<BatchWhat> = new Set(['file', 'rewrite', 'merge'])
/** What each is called as a command, over a number of items, and while it runs. */
export const BATCHES: Record<BatchWhat, { command: string; title: (items: string) => string; doing: string }> = {
  label: { command: 'Label', title: (items) => `Label ${items}`, doing: 'Labelling' },
  merge: { command: 'Merge', title: (items) => `Merge: ${items.replace('item', 'change')}`, doing: 'Merging' },
  move: { command: 'Move', title: (items) => `Move ${items}`, doing: 'Moving' },
  hand: { command: 'Hand over', title: (items) => `Hand over ${items}`, doing: 'Handing over' },
  send: { command: 'Send on', title: (items) => `Send ${items} on`, doing: 'Sending on' },
  gather: {
    command: 'Add to an edition',
    title: (items) => `Add ${items} to an edition`,
    doing: 'Adding',
  },
  become: { command: 'Make another kind', title: (items) => `Make ${items} another kind`, doing: 'Making it' },
  'put-live': { command: 'Put live', title: (items) => `Put ${items} live`, doing: 'Putting live' },
  schedule: {
    command: 'Set a time',
    title: (items) => `Set a time for ${items}`,
    doing: 'Setting the time',
  },
  withdraw: {
    command: 'Take off the site',
    title: (items) => `Take ${items} off the site`,
    doing: 'Taking off the site',
  },
  duplicate: { command: 'Copy', title: (items) => `Copy ${items}`, doing: 'Copying' },
  file: {
    command: 'Change from a file',
    title: (items) => `Make ${items.replace('item', 'change')}`,
    doing: 'Changing',
  },
  rewrite: { command: 'Replace', title: (items) => `Replace in ${items}`, doing: 'Replacing' },
  bin: {
    command: 'Put into the bin',
    title: (items) => `Put ${items} into the bin`,
    doing: 'Putting into the bin',
  },
  restore: {
    command: 'Take out of the bin',
    title: (items) => `Take ${items} out of the bin`,
    doing: 'Taking out of the bin',
  },
}
