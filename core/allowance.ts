/** How much of an allowance is left, and as of when in milliseconds. */
export interface Left {
  units: number
  at: number
}
/** So much at once, and so much more each second. */
export interface Allowance {
  most: number
  perSecond: number
}

/**
 * Spends from an allowance that fills up with time (a token bucket). Returns what is left, and in how many seconds there is enough
 * where there is not now: then nothing is spent. A clock that goes back fills nothing. What costs more than the whole is never there.
 */
export function spend({ most, perSecond }: Allowance, left: Left | undefined, cost: number, now: number): { left: Left; wait: number } {
  const units = left ? Math.min(most, left.units + (Math.max(0, now - left.at) / 1_000) * perSecond) : most
  const at = left ? Math.max(left.at, now) : now
  if (units >= cost) return { left: { units: units - cost, at }, wait: 0 }
  return { left: { units, at }, wait: Math.ceil((cost - units) / perSecond) }
}
