import { LRUCache } from 'lru-cache'
import { isStale, type LiveData } from '../../core/journal/actions'
import type { JournalRow } from '../../core/journal/chain'
import { encoded, tagIn, type Encoding } from './encoding'

/** An answer as it goes over the line: with its headers, in one encoding. */
export interface Sent {
  status: number
  headers: Record<string, string>
  body: Buffer
}

export interface StoredPage {
  status: number
  type: string
  body: Buffer
  etag: string
  headers: Record<string, string>
  tags: string[]
  /** The instant at which the clock makes it another; `null` for never. */
  until: string | null
  /** What of a query makes it another: the page of a listing, the part of the sitemap, or (`null`) nothing. */
  turns: 'page' | 'part' | null
  /** The page in each encoding that was asked for. */
  sent: Partial<Record<Encoding, Sent>>
}

/** A page in an encoding, made when it is first asked for in that. */
export function sentIn(page: StoredPage, encoding: Encoding): Sent | Promise<Sent> {
  return page.sent[encoding] ?? encodePage(page, encoding)
}
async function encodePage(page: StoredPage, encoding: Encoding): Promise<Sent> {
  const body = encoding === 'identity' ? page.body : await encoded(page.body, encoding)
  const headers: Record<string, string> = { ...page.headers, 'content-length': String(body.length) }
  if (page.headers.etag) headers.etag = tagIn(page.headers.etag, encoding)
  if (encoding !== 'identity') headers['content-encoding'] = encoding
  return (page.sent[encoding] = { status: page.status, headers, body })
}

/** Pages as readers get them, by address, in memory; a change empties just those that depend on what it touched. */
export class PageCache {
  private readonly byTag = new Map<string, Set<string>>()
  private readonly pages = new LRUCache<string, StoredPage>({
    maxSize: Math.max(1, Number(process.env.YIELDGATE_PAGE_CACHE_MB ?? 64) * 1024 * 1024),
    // Compressed it is there once more, at about a quarter.
    sizeCalculation: (page) => Math.ceil(page.body.length * 1.3) + 1_000,
    dispose: (page, key) => {
      for (const tag of page.tags) {
        const keys = this.byTag.get(tag)
        keys?.delete(key)
        if (!keys?.size) this.byTag.delete(tag)
      }
    },
  })
  /** Counts changes, so that a page made from what was read before one is not kept after it. */
  private epoch = 0

  /** The stored page of an address, while the clock has not made it another. */
  get(key: string, at: () => string): StoredPage | undefined {
    const page = this.pages.get(key)
    if (!page || page.until === null || page.until > at()) return page
    this.pages.delete(key)
    return undefined
  }

  get now(): number {
    return this.epoch
  }

  /** Keeps a page, unless something changed since `epoch`, when its making began. */
  keep(key: string, page: StoredPage, epoch: number): void {
    if (epoch !== this.epoch) return
    this.pages.set(key, page)
    for (const tag of page.tags) {
      const keys = this.byTag.get(tag)
      if (keys) keys.add(key)
      else this.byTag.set(tag, new Set([key]))
    }
  }

  /** Removes the pages that rows of the journal make stale. */
  invalidate(rows: JournalRow[]): void {
    for (const { action, data } of rows) {
      const frame = isStale(action, 'frame')
      if (!frame && !isStale(action, 'live')) continue
      this.epoch++
      const touched = frame ? ['settings'] : ((data as LiveData | null)?.touched ?? [])
      if (touched.includes('settings') || touched.includes('tree')) this.pages.clear()
      else for (const tag of touched) for (const key of [...(this.byTag.get(tag) ?? [])]) this.pages.delete(key)
    }
  }

  get size(): number {
    return this.pages.size
  }
}
