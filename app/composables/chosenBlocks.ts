import { idsBetween } from '~~/core/content/arrange'

/** Several blocks of a body chosen at once: a run from where choosing began to where it is now. */
export function useChosenBlocks(body: () => readonly { id: string }[]) {
  const from = ref<string | null>(null)
  const to = ref<string | null>(null)
  const chosen = computed<ReadonlySet<string>>(() => new Set(from.value && to.value ? idsBetween(body(), from.value, to.value) : []))
  return {
    chosen,
    /** The ids that an action at a block is for: all that are chosen when it is one of them, else it alone. */
    at: (id: string): ReadonlySet<string> => (chosen.value.has(id) ? chosen.value : new Set([id])),
    /** Lets the run reach to a block, beginning at another when none is chosen yet. */
    reach(id: string, begin: string): void {
      if (!chosen.value.size) from.value = begin
      to.value = id
    },
    all(): void {
      from.value = body()[0]?.id ?? null
      to.value = body().at(-1)?.id ?? null
    },
    clear(): void {
      from.value = null
      to.value = null
    },
  }
}
