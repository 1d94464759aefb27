import { ApiProblem } from '~/composables/api'

/**
 * A load of one part of a screen, which can fail while the rest works: `run` does it, `problem` is why the last one failed, and
 * `again` does that one once more. What an earlier one comes to is passed over.
 */
export function useAttempt<A extends unknown[]>(work: (...asked: A) => Promise<void>) {
  const problem = shallowRef<ApiProblem | null>(null)
  let last: A | undefined
  async function run(...asked: A): Promise<void> {
    last = asked
    try {
      await work(...asked)
      if (last === asked) problem.value = null
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (last === asked) problem.value = error
    }
  }
  return { run, problem, again: () => last && run(...last) }
}
