/** What a list can be sorted by; `place` is the order of the page tree, by addresses, `rank` how well the words of `text:` fit. */
export const SORT_KEYS = ['changed', 'begun', 'title', 'words', 'next', 'review', 'shown', 'place', 'rank'] as const
export type SortKey = (typeof SORT_KEYS)[number]

/** Reads `title` or, the other way round, `-title`. */
export function readSort(text: string): { by: SortKey; descending: boolean } | null {
  const by = text.replace(/^-/, '')
  return (SORT_KEYS as readonly string[]).includes(by) ? { by: by as SortKey, descending: text.startsWith('-') } : null
}
