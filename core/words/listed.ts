/** Names in a row: `Noor, Bea and Wen`, or `Noor or Bea` of which one will do; `''` of none. */
export const listed = (names: readonly string[], last: 'and' | 'or'): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`
