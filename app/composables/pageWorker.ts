import type { Content } from '~~/core/content/content'
import type { Refs } from '~~/core/render/text'
import type { ItemView, SiteView } from '~~/core/render/page'
import type { PageAsked, PageMade } from '~/workers/page'

/** The live site's renderer in a worker. Asks for the newest content only: what was typed over meanwhile is left out. */
export function usePageWorker(show: (page: PageMade) => void) {
  const worker = new Worker(new URL('../workers/page.ts', import.meta.url), { type: 'module', name: 'page' })
  let [turn, busy] = [0, false]
  let waiting: { content: Content; refs: Refs } | undefined
  const tell = (asked: PageAsked) => worker.postMessage(asked)
  function next(): void {
    if (busy || !waiting) return
    busy = true
    tell({ turn: ++turn, ...waiting })
    waiting = undefined
  }
  worker.onmessage = ({ data }: MessageEvent<PageMade>) => {
    busy = false
    next()
    show(data)
  }
  onScopeDispose(() => worker.terminate())
  return {
    /** The site around the page; content that comes later is shown in it. */
    around: (site: SiteView, view: Omit<ItemView, 'content' | 'refs'>) => tell({ site, view }),
    render(content: Content, refs: Refs) {
      waiting = { content: toRaw(content), refs }
      next()
    },
  }
}
