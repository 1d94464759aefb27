/** Names as one of which somebody acts: `a Publisher, a Steward or an Editor`; `''` of none. */
export function oneOf(names: readonly string[]): string {
  const each = names.map((name) => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name}`)
  return each.length < 2 ? (each[0] ?? '') : `${each.slice(0, -1).join(', ')} or ${each.at(-1)}`
}
