import { listed } from './listed'

/** Names as one of which somebody acts: `a Publisher, a Steward or an Editor`; `''` of none. */
export const oneOf = (names: readonly string[]): string =>
  listed(
    names.map((name) => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name}`),
    'or',
  )
