import * as say from '~~/core/words/office/item'

/** The ways to look at an item that one can choose, as their buttons name them. */
export const VIEWS = [
  ['write', say.write],
  ['side', say.sideBySide],
  ['compare', say.compare],
  ['history', say.history],
] as const
/** `update` is where what is live is merged into the draft. */
export type View = (typeof VIEWS)[number][0] | 'update'

export const isView = (name: unknown): name is View => name === 'update' || VIEWS.some(([known]) => known === name)
