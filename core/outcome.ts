/** Why something may not happen, as data: a code for programs, a sentence for people, and where to mend it. */
export interface Reason {
  /** Stable kebab-case word, e.g. `segment-taken`. */
  code: string
  /** One plain sentence that says what is missing. */
  detail: string
  /** The field or block the reason points at, when there is one. */
  at?: string
  /** Who could do it or give the missing thing, by name. */
  help?: string[]
  /** What the sentence is made with, for a program that says it in its own words. */
  given?: Record<string, string | number | null>
}

/** A value, or the reasons why there is none. Core functions answer with this and never throw on bad input. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; reasons: Reason[] }

/** Wraps a value as a success. */
export const accept = <T>(value: T): Outcome<T> => ({ ok: true, value })

/** Wraps one or more reasons as a refusal. */
export const refuse = (...reasons: Reason[]): { ok: false; reasons: Reason[] } => ({ ok: false, reasons })
