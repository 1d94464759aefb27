import { FIELDS, written } from './parse'
import { CHOICES, NAMED, PARTS, type ChoiceField, type NamedField } from './query'

/** What is being typed at a place of a query: the name of a field, or one of its values; `from`..`to` is what a choice replaces. */
export type Typing =
  { what: 'field'; from: number; to: number; typed: string } | { what: 'value'; field: ValueField; from: number; to: number; typed: string }
/** The fields whose values can be offered. */
export type ValueField = ChoiceField | NamedField | 'has' | 'lacks'

const isValueField = (name: string): name is ValueField =>
  Object.hasOwn(CHOICES, name) || (NAMED as readonly string[]).includes(name) || name === 'has' || name === 'lacks'

/** What is typed just before a place, or `null` where nothing can be offered: after a space, in a phrase, in a date. */
export function typingAt(text: string, at: number): Typing | null {
  const before = text.slice(0, at)
  // A value with its quotation mark still open may hold spaces.
  const value = /(?:^|[\s(])([a-z][a-z-]*):((?:[^\s(),"]*,|"[^"]*",)*)("[^"]*|[^\s(),"]*)$/.exec(before)
  if (value) {
    const [, field, , typed] = value
    if (!isValueField(field!)) return null
    return { what: 'value', field, from: at - typed!.length, to: at, typed: typed!.replace(/^"/, '') }
  }
  const word = /(?:^|[\s(])([a-z][a-z-]*)$/.exec(before)
  if (!word || (before.match(/"/g)?.length ?? 0) % 2) return null
  return { what: 'field', from: at - word[1]!.length, to: at, typed: word[1]! }
}

/** The fields that begin with what was typed. */
export const fieldsLike = (typed: string): string[] => FIELDS.filter((name) => name.startsWith(typed) && name !== typed)

/** The values of a field that are known whatever the site has. */
export function knownValues(field: ValueField): readonly string[] {
  if (field === 'has' || field === 'lacks') return PARTS
  return Object.hasOwn(CHOICES, field) ? CHOICES[field as ChoiceField] : []
}

/** The query with what was being typed replaced by a choice, and where the caret stands then. */
export function complete(text: string, typing: Typing, choice: string): { text: string; at: number } {
  const put = typing.what === 'field' ? `${choice}:` : written(choice)
  const rest = text.slice(typing.to)
  const space = typing.what === 'value' && !/^[\s),]/.test(rest) ? ' ' : ''
  return { text: text.slice(0, typing.from) + put + space + rest, at: typing.from + put.length + space.length }
}
