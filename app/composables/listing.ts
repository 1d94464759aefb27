import type { UnknownName } from '~~/core/query/unknown'
import { useDebounceFn } from '@vueuse/core'
import { api, ApiProblem } from '~/composables/api'
import type { Listed } from '~/components/content/columns'
import { PAGE, pagesOf, runsFor, runsOf, type Run } from '~/components/content/pages'
import { useSite } from '~/stores/site'

/** Rows that came with one answer, and of which turn of asking they are. */
interface Page {
  turn: number
  rows: Listed[]
}
/** So many rows are asked for before it is known how many are in sight. */
const FIRST = 50
/** Pages kept at once; those longest out of sight go first. */
const MOST_PAGES = 240

/**
 * The rows of a list of any length: how many there are, and those that are looked at, which come by pages as they are needed.
 * What others change comes by itself; the old rows stay until the new are here.
 */
export function useListing(asked: () => { q: string; sort: string }) {
  const site = useSite()
  const total = ref<number | null>(null)
  /** Where there is nothing: the query as it was perhaps meant. */
  const meant = ref('')
  /** The names in the query that nothing has. */
  const unknown = shallowRef<readonly UnknownName[]>([])
  const problem = shallowRef<ApiProblem | null>(null)
  const pages = shallowRef(new Map<number, Page>())
  const coming = new Set<number>()
  let turn = 0
  let seen = { from: 0, to: FIRST - 1 }

  async function fetchRun({ first, pages: many }: Run, mine: number, count: boolean): Promise<void> {
    const run = Array.from({ length: many }, (_, index) => first + index)
    for (const page of run) coming.add(page)
    const { q, sort } = asked()
    try {
      const answer = await api(
        'GET',
        `/items?${new URLSearchParams({ q, sort, from: String(first * PAGE), limit: String(many * PAGE), count: count ? 'yes' : 'no' })}`,
      )
      if (mine !== turn) return
      if (answer.total !== null) {
        total.value = answer.total
        meant.value = answer.meant ?? ''
        unknown.value = answer.unknown
      }
      problem.value = null
      const next = new Map(pages.value)
      for (const [index, page] of run.entries()) {
        next.delete(page)
        next.set(page, { turn, rows: answer.items.slice(index * PAGE, (index + 1) * PAGE) })
      }
      for (const old of [...next.keys()].slice(0, Math.max(0, next.size - MOST_PAGES))) next.delete(old)
      pages.value = next
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (mine === turn) problem.value = error
    } finally {
      if (mine === turn) for (const page of run) coming.delete(page)
    }
  }
  /** Sees to it that the rows from one to another are here, as they are now. */
  function look(from: number, to: number): void {
    seen = { from, to }
    const runs = runsFor(
      from,
      to,
      total.value ?? FIRST,
      (page) => pages.value.get(page)?.turn === turn,
      (page) => coming.has(page),
    )
    for (const run of runs) void fetchRun(run, turn, total.value === null)
  }
  /** Asks again for what is looked at; `anew` is for another list, of which nothing is known yet. */
  async function load(anew = false): Promise<void> {
    const mine = ++turn
    coming.clear()
    if (anew) seen = { from: 0, to: FIRST - 1 }
    const runs = runsOf(pagesOf(seen.from, seen.to, (anew ? null : total.value) ?? FIRST))
    await Promise.all(runs.map((run, index) => fetchRun(run, mine, index === 0)))
    // Until now the rows of before were shown where the new ones were not here; where they do not come, those stay.
    if (mine === turn && !problem.value) pages.value = new Map([...pages.value].filter(([, page]) => page.turn === mine))
  }
  const rowAt = (index: number): Listed | undefined => pages.value.get(Math.floor(index / PAGE))?.rows[index % PAGE]
  const rows = computed(() => [...pages.value.values()].flatMap((page) => page.rows))
  /** Puts another row in the place of one, until the server is asked again. */
  function put(row: Listed): void {
    pages.value = new Map(
      [...pages.value].map(([number, page]) => [number, { ...page, rows: page.rows.map((one) => (one.id === row.id ? row : one)) }]),
    )
  }
  watch(
    () => site.news,
    useDebounceFn(() => load(), 400),
  )
  return { total, meant, unknown, problem, rowAt, rows, look, load, put }
}
