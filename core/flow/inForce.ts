import { grouped } from '../grouped'
import type { Kind } from '../kinds/kinds'
import type { RouteRule } from './route'

/** Where a route is in force by its rules: in a section or (`null`) on the whole site for these kinds; `null` is any that has no rule of its own. */
export interface InForce {
  section: string | null
  kinds: (Kind | null)[]
}

/** Where the rules say that a route is in force, the rules of one section together, in their order; any other kind comes last. */
export const inForce = (rules: readonly RouteRule[], route: string): InForce[] =>
  [
    ...grouped(
      rules.filter((rule) => rule.route === route),
      ({ section }) => section,
    ),
  ].map(([section, those]) => ({
    section,
    kinds: those.map(({ kind }) => kind).sort((a, b) => Number(a === null) - Number(b === null)),
  }))
