/** What is gone through as one: what waits of one edition, or a single draft. */
export interface Together<Line> {
  edition: { id: string; name: string } | null
  lines: Line[]
}

/**
 * What waits for someone, with what belongs to one edition as one set at the place of its first; what is alone of its edition stands by
 * itself. The order is kept.
 */
export function inSets<Line extends { edition: { id: string; name: string } | null }>(lines: readonly Line[]): Together<Line>[] {
  const byEdition = new Map<string, Together<Line>>()
  const sets: Together<Line>[] = []
  for (const line of lines) {
    const known = line.edition && byEdition.get(line.edition.id)
    if (known) {
      known.lines.push(line)
      continue
    }
    const set = { edition: line.edition, lines: [line] }
    sets.push(set)
    if (line.edition) byEdition.set(line.edition.id, set)
  }
  return sets.map((set) => (set.lines.length > 1 ? set : { ...set, edition: null }))
}
