/** One measured row: what, the figure, its reference, the budget. */
export interface Row {
  what: string
  ours: string
  reference: string
  ratio: number | null
  budget: string
  met: boolean
}

const SHORTEST_MS = 250

/** How long a piece of work takes, in milliseconds: again and again until the clock can tell. */
export function timeOf(work: () => unknown): number {
  const start = performance.now()
  let turns = 0
  do {
    work()
    turns++
  } while (performance.now() - start < SHORTEST_MS)
  return (performance.now() - start) / turns
}

export const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
export const percentile = (values: number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.ceil(values.length * share) - 1)]!

export function print(rows: Row[]): void {
  for (const row of rows)
    process.stdout.write(
      `${row.met ? '✓' : '✘'} ${row.what}\n    ${row.ours}; reference ${row.reference}${row.ratio === null ? '' : `; ratio ${row.ratio.toFixed(2)}`}; budget ${row.budget}\n`,
    )
}
