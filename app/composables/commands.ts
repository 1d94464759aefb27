import type { Reason } from '~~/core/outcome'
import * as say from '~~/core/words/office/frame'

/** Something that the command field can do or go to; `why` says why it is off. */
export interface Command {
  id: string
  group: string
  name: string
  /** Other words that people have for it. */
  also?: string
  hint?: string
  why?: string | undefined
  run(): unknown
}

/** What the parts of the open screen offer to the command field, the inner ones last. */
export const offered = shallowReactive(new Set<() => Command[]>())

/** Offers commands while the calling component is on the screen. */
export function offerCommands(make: () => Command[]): void {
  offered.add(make)
  onUnmounted(() => offered.delete(make))
}

export const whyNot = (reason: Reason | null | undefined): string | undefined =>
  reason ? `${reason.detail}.${reason.help?.length ? say.askSomeone(reason.help.slice(0, 2).join(say.or)) : ''}` : undefined
