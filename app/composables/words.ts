import { type Kind, KINDS } from '~~/core/kinds/kinds'

/** The first letters of a person's first and last name. */
export const initials = (name: string): string =>
  name
    .split(/\s+/)
    .filter((_, index, all) => index === 0 || index === all.length - 1)
    .map((word) => word[0]?.toUpperCase() ?? '')
    .join('')

/** A number with its word: `1 note`, `3 notes`. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** What a line of work asks for where it changes no text; nothing for one that does. */
export const changeWords = ({ change, to }: { change: string; to: string | null }): string =>
  change === 'withdrawal' ? 'That it leaves the site' : change === 'move' ? `That it moves to ${to ?? 'another section'}` : ''

/** What one of a kind is called within a sentence. */
export const kindWord = (kind: Kind): string => KINDS[kind].one.toLowerCase()
