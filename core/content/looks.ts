/**
 * The named styles of the site: the only way to align a text or give it a colour. Each is a class of the theme, so that
 * it follows light and dark and a new look of the site changes all of them at once.
 */
export const PARAGRAPH_LOOKS = {
  lead: 'Opening words',
  small: 'Small print',
  centred: 'Centred',
  right: 'To the right',
} as const
export const HEADING_LOOKS = { centred: 'Centred', right: 'To the right' } as const
/** Styles of single words. */
export const WORD_LOOKS = { highlight: 'Highlighted', quiet: 'Quiet', alert: 'Alert' } as const

export type ParagraphLook = keyof typeof PARAGRAPH_LOOKS
export type HeadingLook = keyof typeof HEADING_LOOKS
export type WordLook = keyof typeof WORD_LOOKS

/** The names of a set of looks, as a schema's list of choices. */
export const namesOf = <T extends object>(looks: T) => Object.keys(looks) as [keyof T & string, ...(keyof T & string)[]]
