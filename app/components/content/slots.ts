/**
 * Which of the rows that are made shows which row of a list: those that stay in sight keep theirs, and what comes into sight
 * takes those of what went, so that few are made anew. Takes and answers the slot of each row in sight; none is given twice.
 */
export function slotsFor(before: ReadonlyMap<number, number>, rows: readonly number[]): Map<number, number> {
  const used = new Set(rows.flatMap((row) => before.get(row) ?? []))
  let next = 0
  const free = (): number => {
    while (used.has(next)) next++
    return next++
  }
  return new Map(rows.map((row) => [row, before.get(row) ?? free()]))
}
