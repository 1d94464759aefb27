import { grantFor, type Rights } from './rights'
import type { Verb } from './verbs'

/** Who may do what: a row of yes and no for each row asked, in the order of the verbs. */
export type Matrix = boolean[][]

/** People × actions in one section (`null`: on the whole site). */
export const peopleMatrix = (rights: Rights, people: readonly string[], verbs: readonly Verb[], section: string | null): Matrix =>
  people.map((person) => verbs.map((verb) => grantFor(rights, person, verb, section) !== undefined))

/** Sections × actions of one person; `null` stands for the whole site. */
export const sectionMatrix = (rights: Rights, person: string, verbs: readonly Verb[], sections: readonly (string | null)[]): Matrix =>
  sections.map((section) => verbs.map((verb) => grantFor(rights, person, verb, section) !== undefined))
