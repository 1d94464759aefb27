import { limited } from '../services/limited'

/** What making something for one reader costs: a page that nobody asked for lately, or an answer to a search, which is never kept. */
export const COSTS = { page: 1, search: 5 } as const

/** Pages that one origin may have made for it in a second; a few seconds' worth at once. What is kept already costs nothing. */
const PER_SECOND = Math.max(1, Number(process.env.YIELDGATE_MADE_PER_SECOND ?? 20))
const affordable = limited({ most: 6 * PER_SECOND, perSecond: PER_SECOND })

/** An origin as it is counted: of an IPv6 address the first half, which is one line's (RFC 6177). */
const countedAs = (address: string): string => (address.includes('.') ? address : address.split(':').slice(0, 4).join(':'))

/** Throws a refusal (`throttled`) where an origin asks for more than can be made for it. */
export const mustAfford = (address: string, cost: number): void => affordable(countedAs(address), cost)
