import type { Rewrite } from '~~/core/content/rewrite'
import type { FoundItem } from '~~/server/services/writing/rewrites'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'

/** So many items with hits are shown before one is asked whether to look further. */
const PAUSE_AT = 300

/** Looks for the hits of a rewrite, part by part: what was found, whether there is more, and which of them are chosen. */
export function useHits() {
  const notices = useNotices()
  const found = shallowRef<FoundItem[]>([])
  const next = ref<number | null>(null)
  const busy = ref(false)
  const asked = shallowRef<{ list: { q: string }; rewrite: Rewrite } | null>(null)
  const left = ref(new Set<string>())
  const own = ref(new Map<string, string>())
  let turn = 0

  async function lookFurther(): Promise<void> {
    const mine = ++turn
    const until = found.value.length + PAUSE_AT
    busy.value = true
    try {
      while (mine === turn && next.value !== null && found.value.length < until) {
        const after = next.value < 0 ? {} : { after: next.value }
        const answer = await api('POST', '/hits', { body: { ...asked.value!, ...after } })
        if (mine !== turn) return
        found.value = [...found.value, ...answer.found]
        next.value = answer.next
      }
    } catch (error) {
      notices.trouble(error)
    }
    if (mine === turn) busy.value = false
  }
  async function look(q: string, rewrite: Rewrite): Promise<void> {
    clear()
    asked.value = { list: { q }, rewrite }
    next.value = -1
    await lookFurther()
  }
  function stop(): void {
    turn++
    busy.value = false
  }
  function clear(): void {
    stop()
    found.value = []
    next.value = null
    asked.value = null
    left.value = new Set()
    own.value = new Map()
  }

  const nameOf = (item: FoundItem, key: string) => `${item.version} ${key}`
  /** What would stand at a hit: the words written for it, or those of the rewrite. */
  const wordsAt = (item: FoundItem, hit: FoundItem['hits'][number]) => own.value.get(nameOf(item, hit.key)) ?? hit.to
  /** Where something is filled, what has no words yet is not chosen. */
  const isChosen = (item: FoundItem, hit: FoundItem['hits'][number]) =>
    !left.value.has(nameOf(item, hit.key)) && (hit.match !== '' || wordsAt(item, hit).trim() !== '')
  function choose(item: FoundItem, keys: string[], on: boolean): void {
    const set = new Set(left.value)
    for (const key of keys) {
      if (on) set.delete(nameOf(item, key))
      else set.add(nameOf(item, key))
    }
    left.value = set
  }
  const write = (item: FoundItem, key: string, words: string) => (own.value = new Map(own.value).set(nameOf(item, key), words))
  const chosen = computed(() =>
    found.value.flatMap((item) => {
      const hits = item.hits
        .filter((hit) => isChosen(item, hit))
        .map((hit) => ({ key: hit.key, to: own.value.get(nameOf(item, hit.key)) ?? null }))
      return hits.length ? [{ item: item.item, draft: item.draft, version: item.version, hits }] : []
    }),
  )
  return { found, next, busy, asked, chosen, look, lookFurther, stop, clear, isChosen, wordsAt, choose, write }
}
