/** So many rows of a list are kept and forgotten together. */
export const PAGE = 10
/** Where all in sight are here and some so near beyond are not, rows so far beyond are asked for: who scrolls on finds them. */
const [NEAR, FAR] = [20, 60]
/** At most so many pages are asked for as one: the server answers up to 200 rows at once. */
const MOST_IN_RUN = 20

/** Pages that follow on one another and are asked for as one. */
export interface Run {
  first: number
  pages: number
}

/** The pages in which rows of a list of `total` lie, from one to another; at least the page nearest to them. */
export function pagesOf(from: number, to: number, total: number): number[] {
  const last = Math.max(0, Math.ceil(total / PAGE) - 1)
  const first = Math.min(last, Math.max(0, Math.floor(from / PAGE)))
  return Array.from({ length: Math.max(1, Math.min(last, Math.floor(to / PAGE)) - first + 1) }, (_, index) => first + index)
}

/** Puts pages, in their order, into as few runs as may be asked for. */
export function runsOf(pages: readonly number[]): Run[] {
  const runs: Run[] = []
  for (const page of pages) {
    const last = runs.at(-1)
    if (last && last.first + last.pages === page && last.pages < MOST_IN_RUN) last.pages++
    else runs.push({ first: page, pages: 1 })
  }
  return runs
}

/**
 * What is to be asked for where rows from one to another are looked at: those in sight that are not here nor on their way;
 * where all are, those around them.
 */
export function runsFor(
  from: number,
  to: number,
  total: number,
  isHere: (page: number) => boolean,
  comes: (page: number) => boolean,
): Run[] {
  const missing = (beyond: number) => pagesOf(from - beyond, to + beyond, total).filter((page) => !isHere(page))
  const inSight = missing(0)
  const wanted = inSight.length || !missing(NEAR).length ? inSight : missing(FAR)
  return runsOf(wanted.filter((page) => !comes(page)))
}
