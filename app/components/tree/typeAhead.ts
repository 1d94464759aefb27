/** So long letters belong together, in milliseconds. */
const TOGETHER = 800

/** Dashes and spaces are not told apart, and may be left out. */
const lettersOf = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '')

/** Finds rows by the letters that their labels begin with, as they are typed one after the other. */
export function useTypeAhead(given: { labels: () => string[]; index: () => number; go: (index: number) => void }) {
  let typed = ''
  let at = -Infinity
  /** Whether letters are being typed: a space is one of them then. */
  const typing = () => performance.now() - at < TOGETHER
  function type(letter: string): void {
    typed = typing() ? typed + letter : letter
    at = performance.now()
    const labels = given.labels()
    // One letter leads to the next row, more of them stay where they fit.
    const from = given.index() + (typed.length === 1 ? 1 : 0)
    const wanted = lettersOf(typed)
    for (let step = 0; step < labels.length; step++) {
      const index = (from + step) % labels.length
      if (lettersOf(labels[index]!).startsWith(wanted)) return given.go(index)
    }
  }
  return { type, typing }
}
