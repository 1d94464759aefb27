import type { Action } from '~~/core/batch/action'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** What can be done to many items at once, in the order it is offered. */
export type BatchWhat =
  Exclude<Action['do'], 'note' | 'field' | 'discard' | 'pull-out' | 'cancel' | 'take-out' | 'live-again'> | 'hand' | 'file' | 'merge'
/** What begins elsewhere than at chosen items. */
export const NOT_CHOSEN: ReadonlySet<BatchWhat> = new Set(['file', 'rewrite', 'merge'])
/** What each is called as a command, over a number of items, and while it runs. */
export const BATCHES: Record<BatchWhat, { command: string; title: (items: string) => string; doing: string }> = {
  label: { command: say.label, title: (items) => say.labelItems(items), doing: say.labelling },
  merge: { command: say.merge, title: (items) => say.mergeSoMany(items.replace('item', 'change')), doing: say.merging },
  move: { command: say.move, title: (items) => say.moveItems(items), doing: say.moving },
  hand: { command: say.handOver, title: (items) => say.handOverItems(items), doing: say.handingOver },
  send: { command: say.sendOn, title: (items) => say.sendItemsOn(items), doing: say.sendingOn },
  gather: {
    command: say.addToAnEdition,
    title: (items) => say.addItemsToAnEdition(items),
    doing: say.adding,
  },
  become: { command: say.makeAnotherKind, title: (items) => say.makeItemsAnotherKind(items), doing: say.makingIt },
  'put-live': { command: say.putLive, title: (items) => say.putItemsLive(items), doing: say.puttingLive },
  schedule: {
    command: say.setATime,
    title: (items) => say.setATimeFor(items),
    doing: say.settingTheTime,
  },
  withdraw: {
    command: say.takeOffTheSite,
    title: (items) => say.takeItemsOffTheSite(items),
    doing: say.takingOffTheSite,
  },
  duplicate: { command: common.copy, title: (items) => say.copyItems(items), doing: say.copying },
  file: {
    command: say.changeFromAFile,
    title: (items) => say.makeSoMany(items.replace('item', 'change')),
    doing: say.changing,
  },
  rewrite: { command: common.replace, title: (items) => say.replaceInItems(items), doing: say.replacing },
  bin: {
    command: say.putIntoTheBin,
    title: (items) => say.putItemsIntoTheBin(items),
    doing: say.puttingIntoTheBin,
  },
  restore: {
    command: say.takeOutOfTheBin,
    title: (items) => say.takeItemsOutOfTheBin(items),
    doing: say.takingOutOfTheBin,
  },
}
