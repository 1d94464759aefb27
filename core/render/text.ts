import type { Text } from '../content/inline'
import type { MarkedRun } from '../history/words'
import { esc } from './escape'
import { filePath, type MediaView } from './picture'

/** What blocks refer to, looked up before rendering; what is missing is rendered as plain words, never as a dead link. */
export interface Refs {
  /** Live items by id. */
  items: Map<string, { path: string; title: string }>
  media: Map<string, MediaView>
  /** Origins that may be embedded, e.g. `https://maps.example`. */
  embedOrigins: string[]
  /** The language of what is written, a BCP 47 tag: the words that blocks bring along are in it. */
  language: string
}

export const NO_REFS: Refs = { items: new Map(), media: new Map(), embedOrigins: [], language: 'en' }

const TAGS = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code', superscript: 'sup', subscript: 'sub' } as const

/** Where a link leads on the site; `null` for an item that is not on it, or a file that is not there. */
export function linkTarget(href: string, refs: Refs): string | null {
  if (href.startsWith('media:')) {
    const media = refs.media.get(href.slice(6))
    return media ? filePath(media) : null
  }
  if (!href.startsWith('item:')) return href
  const [id, fragment] = href.slice(5).split('#')
  const item = refs.items.get(id!)
  return item ? item.path + (fragment ? `#${fragment}` : '') : null
}

/** Runs of a comparison carry a change; those of content never do. */
function renderRun(run: MarkedRun, refs: Refs): string {
  let html = esc(run.text).replaceAll('\n', '<br>')
  for (const mark of run.marks ?? []) html = `<${TAGS[mark]}>${html}</${TAGS[mark]}>`
  if (run.look) html = `<span class="word-${run.look}">${html}</span>`
  const href = run.href && linkTarget(run.href, refs)
  if (href) html = `<a href="${esc(href)}"${linkFacts(run, href, refs)}>${html}</a>`
  return run.change ? (run.change === 'added' ? `<ins>${html}</ins>` : `<del>${html}</del>`) : html
}

/** What stands before markup that someone wrote themselves, and nowhere else: all other text is escaped. */
export const SOURCE_BEGINS = '<div class="source">'

/** What else a browser and a reader are told of a link: that it leads out, opens a window, or is a document. */
function linkFacts(run: MarkedRun, href: string, refs: Refs): string {
  const out = /^https?:/i.test(href)
  const file = run.href!.startsWith('media:') ? refs.media.get(run.href!.slice(6))?.file : undefined
  const relation = [out && 'external', run.newWindow && 'noopener'].filter(Boolean).join(' ')
  return `${run.newWindow ? ' target="_blank"' : ''}${relation ? ` rel="${relation}"` : ''}${file ? ` type="${esc(file.type)}" data-file="${esc(fileWords(file))}"` : ''}`
}

/** A document's sort and size, e.g. `PDF, 120 kB`. */
export function fileWords({ name, size }: { name: string; size: number }): string {
  const sort = name.split('.').at(-1)!.toUpperCase()
  return `${sort}, ${size < 1_000_000 ? `${Math.max(1, Math.round(size / 1_000))} kB` : `${(size / 1_000_000).toFixed(1)} MB`}`
}

/** Rich text as HTML. */
export const renderText = (text: Text, refs: Refs): string => text.map((run) => renderRun(run, refs)).join('')

/** The class of a look that a text was given, as an attribute; `''` for none. */
export const lookClass = (look: string | undefined): string => (look ? ` class="look-${look}"` : '')
