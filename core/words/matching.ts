/** Something that is looked for by its name, or by other words that people have for it. */
export interface Named {
  name: string
  also?: string
}

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
const wordsIn = (text: string) => plain(text).match(/[\p{L}\p{N}]+/gu) ?? []

/** How well typed words mean something, 0 best; `null` where they do not. */
function distance(entry: Named, typed: string): number | null {
  const asked = wordsIn(typed)
  const name = wordsIn(entry.name)
  const all = [...name, ...wordsIn(entry.also ?? '')]
  const begin = (words: readonly string[]) => asked.every((part) => words.some((word) => word.startsWith(part)))
  if (plain(entry.name).startsWith(plain(typed.trim()))) return 0
  if (begin(name)) return 1
  return begin(all) ? 2 : null
}

/**
 * The entries that typed words mean, best first: those whose name begins so, then those in whose name each typed word begins a
 * word, then those that have them among their other words. Without a word all, in their order.
 */
export function matchingEntries<E extends Named>(entries: readonly E[], typed: string): E[] {
  if (!wordsIn(typed).length) return [...entries]
  return entries
    .flatMap((entry) => {
      const far = distance(entry, typed)
      return far === null ? [] : [{ entry, far }]
    })
    .sort((one, other) => one.far - other.far)
    .map(({ entry }) => entry)
}
