/** One step in the life of a draft, as the journal has it: from then on it waits at these gates. */
export interface FlowFact {
  at: string
  draft: string
  section: string
  /** The gates that wait for someone after it; none when it left review. */
  waits: readonly string[]
  /** What was said at which gate, where that is what happened. */
  said?: { gate: string; verdict: 'cleared' | 'returned' } | undefined
}

/** A stay of a draft at a gate. It `left` without a verdict there when it was taken back, changed, or returned elsewhere. */
export interface Visit {
  gate: string
  draft: string
  section: string
  from: string
  end: { at: string; how: 'cleared' | 'returned' | 'left' } | null
}

/** The stays at gates that facts tell of, in the order of their beginnings; facts are in the order of time. */
export function visitsOf(facts: readonly FlowFact[]): Visit[] {
  const visits: Visit[] = []
  const open = new Map<string, Map<string, Visit>>()
  for (const { at, draft, section, waits, said } of facts) {
    const here = open.get(draft) ?? new Map<string, Visit>()
    for (const [gate, visit] of here) {
      const verdict = said?.gate === gate ? said.verdict : undefined
      if (waits.includes(gate)) continue
      visit.end = { at, how: verdict ?? 'left' }
      here.delete(gate)
    }
    for (const gate of waits) {
      if (here.has(gate)) continue
      const visit: Visit = { gate, draft, section, from: at, end: null }
      here.set(gate, visit)
      visits.push(visit)
    }
    if (here.size) open.set(draft, here)
    else open.delete(draft)
  }
  return visits
}

/**
 * The value below which a share of sorted numbers lies, between neighbours by straight line (Hyndman and Fan 1996,
 * definition 7); `null` of none.
 */
export function quantile(sorted: readonly number[], share: number): number | null {
  if (!sorted.length) return null
  const at = (sorted.length - 1) * share
  const low = Math.floor(at)
  const high = Math.min(low + 1, sorted.length - 1)
  return sorted[low]! + (sorted[high]! - sorted[low]!) * (at - low)
}

export interface GateFigures {
  /** Drafts that wait there now. */
  waiting: number
  /** Stays that ended with a verdict. */
  judged: number
  /** Milliseconds from waiting to the verdict. */
  median: number | null
  ninetieth: number | null
  /** Of those judged, the share that was returned; `null` of none. */
  returned: number | null
}

/** How long work waits for a verdict and how often it comes back. */
export function gateFigures(visits: readonly Visit[]): GateFigures {
  const judged = visits.filter(({ end }) => end && end.how !== 'left')
  const times = judged.map(({ from, end }) => Date.parse(end!.at) - Date.parse(from)).sort((a, b) => a - b)
  return {
    waiting: visits.filter(({ end }) => !end).length,
    judged: judged.length,
    median: quantile(times, 0.5),
    ninetieth: quantile(times, 0.9),
    returned: judged.length ? judged.filter(({ end }) => end!.how === 'returned').length / judged.length : null,
  }
}

/**
 * How many stays there are at once, on the average over a span of time in milliseconds. By Little's law it is the rate of
 * arrivals times the mean stay, over a span that begins and ends with nothing waiting.
 */
export function averageWaiting(visits: readonly Visit[], from: number, to: number): number {
  if (to <= from) return 0
  const within = visits.map((visit) => {
    const end = visit.end ? Date.parse(visit.end.at) : to
    return Math.max(0, Math.min(end, to) - Math.max(Date.parse(visit.from), from))
  })
  return within.reduce((sum, time) => sum + time, 0) / (to - from)
}

/**
 * How long steps one after the other take, in milliseconds, where the gates of each are asked at once: the longest of each step, added up.
 * Gates of which no time is known count for nothing; `null` where none is known.
 */
export function stepsTime(steps: readonly (readonly number[])[]): number | null {
  const known = steps.filter((times) => times.length)
  return known.length ? known.reduce((sum, times) => sum + Math.max(...times), 0) : null
}
