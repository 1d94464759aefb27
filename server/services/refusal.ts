import type { Reason } from '../../core/outcome'
import type { Given } from '../../core/words/reason'
import { serviceReason, type SERVICE_REASONS, type ServiceCode, type Thing } from '../../core/words/serviceReasons'

/** The kinds of problem the API answers with (RFC 9457), each with its HTTP status and title. */
export const PROBLEMS = {
  'bad-input': [400, 'The request is not understood'],
  'not-signed-in': [401, 'Sign in first'],
  'not-allowed': [403, 'This is not yours to do'],
  unknown: [404, 'There is no such thing'],
  conflict: [409, 'This cannot be done now'],
  'changed-meanwhile': [409, 'Someone else changed the same place'],
  stale: [412, 'What you saw has changed since'],
  'too-large': [413, 'That is too large'],
  'wrong-type': [415, 'That kind of file or body is not taken'],
  'would-strand': [409, 'Work would be left without people who can clear it'],
  refused: [422, 'This cannot be done as it is'],
  'version-missing': [428, 'Say which version you saw'],
  throttled: [429, 'Too many tries'],
  busy: [503, 'Too much at once'],
} as const satisfies Record<string, readonly [number, string]>
export type ProblemKind = keyof typeof PROBLEMS

/** A refusal with reasons, thrown by services; the API turns it into problem details and the transaction is undone. */
export class Refusal extends Error {
  constructor(
    readonly kind: ProblemKind,
    readonly reasons: Reason[],
    /** More members of the problem document, such as both texts of a conflict. */
    readonly more: Record<string, unknown> = {},
  ) {
    super(reasons.map((reason) => reason.detail).join('; ') || PROBLEMS[kind][1])
  }
}

/** A refusal with one reason, by its code and what its sentence is made with. */
export const refusal = <C extends ServiceCode>(kind: ProblemKind, code: C, ...given: Given<(typeof SERVICE_REASONS)[C]>): Refusal =>
  new Refusal(kind, [serviceReason(code, ...given)])

/** The value, or a 404 that names what was looked for. */
export function found<T>(value: T | undefined | null, what: Thing): T {
  if (value === undefined || value === null) throw refusal('unknown', 'unknown', { what })
  return value
}
