import type { Reason } from '../outcome'

/** What a catalogue says for a code: a sentence, or one that is made with what is given. */
export type Sentence = string | ((given: never) => string)

/** What a sentence is made with; where nothing of it must be given, it may be left out. `at` is where to mend it. */
export type Given<S> = S extends (given: infer G) => string
  ? object extends G
    ? [given?: G & { at?: string }]
    : [given: G & { at?: string }]
  : [given?: { at?: string }]

/**
 * Makes a reason from a catalogue. Total: what a sentence needs is asked for by its type. The answer carries what was given too, so that a
 * program can say it in words of its own.
 */
export function sayReason(code: string, sentence: Sentence, { at, ...given }: { at?: string } = {}): Reason {
  const known = Object.entries<string | number | null | undefined>(given).flatMap(([name, value]): [string, string | number | null][] =>
    value === undefined ? [] : [[name, value]],
  )
  return {
    code,
    detail: typeof sentence === 'string' ? sentence : sentence(given as never),
    ...(at === undefined ? {} : { at }),
    ...(known.length ? { given: Object.fromEntries(known) } : {}),
  }
}

/** A reason said of one of several things, by its name; `at` is where to mend it, where that is another place than the reason's own. */
export const reasonAbout = (name: string, reason: Reason, at = reason.at): Reason => ({
  ...reason,
  detail: `${name}: ${reason.detail}`,
  given: { ...reason.given, about: name },
  ...(at === undefined ? {} : { at }),
})
