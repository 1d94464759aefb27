import { type Kind, KINDS } from '~~/core/kinds/kinds'
import * as say from '~~/core/words/office/composing'

/** The first letters of a person's first and last name. */
export const initials = (name: string): string =>
  name
    .split(/\s+/)
    .filter((_, index, all) => index === 0 || index === all.length - 1)
    .map((word) => word[0]?.toUpperCase() ?? '')
    .join('')

/** What a line of work asks for where it changes no text; nothing for one that does. */
export const changeWords = ({ change, to }: { change: string; to: string | null }): string =>
  change === 'withdrawal' ? say.thatItLeavesTheSite : change === 'move' ? say.thatItMovesTo(to ?? say.anotherSection) : ''

/** What one of a kind is called within a sentence. */
export const kindWord = (kind: Kind): string => KINDS[kind].one.toLowerCase()
