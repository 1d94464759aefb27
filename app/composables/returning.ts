import type { RouteLocationNormalized } from 'vue-router'

/** What of an address only opens something once: coming back does not open it again. */
const ONCE = new Set(['start', 'add'])
/** So many places of scrolled parts are kept, the last ones. */
const MOST_KEPT = 400
/** So long a list may take to be there again before its place in it is given up. */
const PATIENCE_MS = 3_000

/** The parts of the screen that scroll and keep where they were: the place itself, and what is marked with a name for it. */
const scrollers = () => [...document.querySelectorAll<HTMLElement>('#place, [data-scrolls]')]
const nameOf = (element: HTMLElement) => element.dataset.scrolls ?? element.id

/**
 * Keeps how each place was left: its view and filter as they stand in the address, and how far its parts were scrolled. Coming back, by the
 * bar, a link or the browser’s buttons, finds it so. Once, in the frame of all places. Returns where the bar leads for a place.
 */
export function useReturning(places: readonly { path: string }[]) {
  const router = useRouter()
  /** The addresses under which places were left, by their paths. */
  const left = reactive(new Map<string, string>())
  /** How far parts were scrolled, by the address and their name. */
  const scrolled = new Map<string, number>()
  const addressOf = ({ path, query }: RouteLocationNormalized) =>
    router.resolve({ path, query: Object.fromEntries(Object.entries(query).filter(([name]) => !ONCE.has(name))) }).fullPath

  function keep(from: RouteLocationNormalized): void {
    const address = addressOf(from)
    if (places.some(({ path }) => path === from.path)) left.set(from.path, address)
    for (const element of scrollers()) {
      const key = `${address} ${nameOf(element)}`
      scrolled.delete(key)
      scrolled.set(key, element.scrollTop)
    }
    for (const key of [...scrolled.keys()].slice(0, -MOST_KEPT)) scrolled.delete(key)
  }
  /** Scrolls the parts to where they were as soon as they are long enough; whoever scrolls or types meanwhile is left alone. */
  function restore(to: RouteLocationNormalized): void {
    // Who was led to one place of it sees that.
    if (to.hash) return
    const address = addressOf(to)
    const until = performance.now() + PATIENCE_MS
    const missing = new Map(
      [...scrolled].flatMap(([key, top]) => (key.startsWith(`${address} `) && top ? [[key.slice(address.length + 1), top]] : [])),
    )
    if (!missing.size) return
    const stop = new AbortController()
    for (const event of ['wheel', 'pointerdown', 'keydown', 'touchstart'])
      addEventListener(event, () => stop.abort(), { signal: stop.signal, passive: true })
    const again = () => {
      if (stop.signal.aborted || router.currentRoute.value.fullPath !== to.fullPath || performance.now() > until) return stop.abort()
      for (const element of scrollers()) {
        const top = missing.get(nameOf(element))
        if (top === undefined || element.scrollHeight - element.clientHeight < top - 1) continue
        element.scrollTop = top
        missing.delete(nameOf(element))
      }
      if (missing.size) requestAnimationFrame(again)
      else stop.abort()
    }
    requestAnimationFrame(again)
  }
  onBeforeUnmount(
    router.beforeEach((to, from) => {
      if (to.path !== from.path) keep(from)
    }),
  )
  onBeforeUnmount(
    router.afterEach((to, from) => {
      if (to.path !== from.path) restore(to)
    }),
  )
  /** Where the bar leads for a place: to how it was left; from the place itself, to its beginning. */
  return (path: string): string => (router.currentRoute.value.path === path ? path : (left.get(path) ?? path))
}
