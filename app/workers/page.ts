import type { Content } from '~~/core/content/content'
import { renderBlock } from '~~/core/render/blocks'
import type { Refs } from '~~/core/render/text'
import { renderItem, type ItemView, type SiteView } from '~~/core/render/page'

/** What the worker is asked: the site around the page once, then the page's content at each change. */
export type PageAsked = { site: SiteView; view: Omit<ItemView, 'content' | 'refs'> } | { turn: number; content: Content; refs: Refs }

/** The page as the live site would serve it, cut around its blocks: `before + blocks.join('\n') + after`. */
export interface PageMade {
  turn: number
  before: string
  blocks: string[]
  after: string
}

let around: { site: SiteView; view: Omit<ItemView, 'content' | 'refs'> } | undefined

/** Source blocks as saving will clean them, with the sanitiser loaded when a page first has one. */
async function cleaned(content: Content): Promise<Content> {
  if (!content.body.some((block) => block.kind === 'source')) return content
  const { safeBlock } = await import('~~/core/content/sanitise')
  return {
    ...content,
    body: content.body.map(safeBlock),
  }
}

self.onmessage = async ({ data }: MessageEvent<PageAsked>) => {
  if ('site' in data) {
    around = data
    return
  }
  if (!around) return
  const { refs, turn } = data
  const content = await cleaned(data.content)
  const html = renderItem(around.site, { ...around.view, content, refs })
  const blocks = content.body.map((block) => renderBlock(block, refs))
  const joined = blocks.join('\n')
  const at = html.indexOf(joined, html.indexOf('<main'))
  const made: PageMade = { turn, before: html.slice(0, at), blocks, after: html.slice(at + joined.length) }
  self.postMessage(made)
}
