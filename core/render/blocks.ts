import { plain, type Text } from '../content/inline'
import type { MarkedRun } from '../history/words'
import type { Block, ListEntry } from '../content/blocks'
import { makeSegment } from '../address/segment'
import { spansOf } from '../content/table'
import { esc } from './escape'
import { filePath, renderPicture, type MediaView } from './picture'

/** What blocks refer to, looked up before rendering; what is missing is rendered as plain words, never as a dead link. */
export interface Refs {
  /** Live items by id. */
  items: Map<string, { path: string; title: string }>
  media: Map<string, MediaView>
  /** Origins that may be embedded, e.g. `https://maps.example`. */
  embedOrigins: string[]
}

export const NO_REFS: Refs = { items: new Map(), media: new Map(), embedOrigins: [] }

const TAGS = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' } as const

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

const renderEntries = (entries: ListEntry[], tag: 'ul' | 'ol', refs: Refs): string =>
  `<${tag}>${entries
    .map((entry) => `<li>${renderText(entry.text, refs)}${entry.entries?.length ? renderEntries(entry.entries, tag, refs) : ''}</li>`)
    .join('')}</${tag}>`

const looked = (look: string | undefined) => (look ? ` class="look-${look}"` : '')

const inside = (blocks: Block[], refs: Refs): string => blocks.map((block) => renderBlock(block, refs)).join('')

type Card = Extract<Block, { kind: 'cards' }>['cards'][number]

function renderCard(card: Card, refs: Refs): string {
  const media = card.media === null ? undefined : refs.media.get(card.media)
  const href = card.href && linkTarget(card.href, refs)
  const title = esc(card.title)
  const picture = media ? renderPicture(media, card.decorative ? '' : card.alt, 'card', { focus: card.focus }) : ''
  return `<li>${picture}${card.title ? `<p class="card-title">${href ? `<a href="${esc(href)}">${title}</a>` : title}</p>` : ''}${card.text.length ? `<p>${renderText(card.text, refs)}</p>` : ''}</li>`
}

/** One block as HTML, exactly as readers get it. */
export function renderBlock(block: Block, refs: Refs): string {
  switch (block.kind) {
    case 'paragraph':
      return `<p${looked(block.look)}>${renderText(block.text, refs)}</p>`
    case 'heading':
      return `<h${block.level} id="${esc(makeSegment(plain(block.text)) || block.id)}"${looked(block.look)}>${renderText(block.text, refs)}</h${block.level}>`
    case 'list':
      return renderEntries(block.entries, block.ordered ? 'ol' : 'ul', refs)
    case 'quote':
      return `<figure class="quote"><blockquote><p>${renderText(block.text, refs)}</p></blockquote>${block.source ? `<figcaption>${esc(block.source)}</figcaption>` : ''}</figure>`
    case 'picture': {
      const media = block.media === null ? undefined : refs.media.get(block.media)
      if (!media) return ''
      return `<figure class="picture">${renderPicture(media, block.decorative ? '' : block.alt, 'text')}${block.caption.length ? `<figcaption>${renderText(block.caption, refs)}</figcaption>` : ''}</figure>`
    }
    case 'table': {
      const rowHeads = block.headers === 'column' || block.headers === 'both'
      const columnHeads = block.headers === 'row' || block.headers === 'both'
      const spans = spansOf(block)
      const row = (cells: Text[], at: number) =>
        `<tr>${cells
          .map((cell, index) => {
            const span = spans[at]![index]
            if (!span) return ''
            const head = columnHeads && at === 0
            const tag = head || (rowHeads && index === 0) ? 'th' : 'td'
            const scope =
              tag === 'td' ? '' : ` scope="${head ? (span.columns > 1 ? 'colgroup' : 'col') : span.rows > 1 ? 'rowgroup' : 'row'}"`
            const joined = `${span.rows > 1 ? ` rowspan="${span.rows}"` : ''}${span.columns > 1 ? ` colspan="${span.columns}"` : ''}`
            return `<${tag}${scope}${joined}>${renderText(cell, refs)}</${tag}>`
          })
          .join('')}</tr>`
      const rows = block.rows.map(row)
      const head = columnHeads && rows.length ? `<thead>${rows.shift()}</thead>` : ''
      const caption = block.caption ? `<caption>${esc(block.caption)}</caption>` : ''
      return `<div class="table" tabindex="0" role="group" aria-label="${esc(block.caption || 'Table')}"><table>${caption}${head}<tbody>${rows.join('')}</tbody></table></div>`
    }
    case 'divider':
      return '<hr>'
    case 'button': {
      const href = block.href && linkTarget(block.href, refs)
      return href && block.label ? `<p><a class="button" href="${esc(href)}">${esc(block.label)}</a></p>` : ''
    }
    case 'embed': {
      if (!block.url) return ''
      const title = esc(block.title || block.url)
      return refs.embedOrigins.includes(new URL(block.url).origin)
        ? `<figure class="embed"><iframe src="${esc(block.url)}" title="${title}" loading="lazy" sandbox="allow-scripts allow-popups" referrerpolicy="no-referrer"></iframe></figure>`
        : `<p><a href="${esc(block.url)}" rel="external">${title}</a></p>`
    }
    case 'definitions':
      return `<dl>${block.entries.map((entry) => `<dt>${renderText(entry.term, refs)}</dt><dd>${renderText(entry.text, refs)}</dd>`).join('')}</dl>`
    case 'box':
      return `<section class="box ${block.tone}">${block.title ? `<p class="box-title">${esc(block.title)}</p>` : ''}${inside(block.blocks, refs)}</section>`
    case 'columns':
      return `<div class="columns">${block.columns.map((column) => `<div class="span-${column.span}">${inside(column.blocks, refs)}</div>`).join('')}</div>`
    case 'cards':
      return block.cards.length ? `<ul class="cards">${block.cards.map((card) => renderCard(card, refs)).join('')}</ul>` : ''
    case 'people': {
      const people = block.people.flatMap((person) => {
        const item = refs.items.get(person.href.slice(5))
        return item
          ? `<li><a href="${esc(item.path)}">${esc(item.title)}</a>${person.role ? `<span>${esc(person.role)}</span>` : ''}</li>`
          : []
      })
      return people.length ? `<ul class="people">${people.join('')}</ul>` : ''
    }
    case 'questions':
      return block.questions.length
        ? `<div class="questions">${block.questions.map((entry) => `<details><summary>${renderText(entry.question, refs)}</summary><p>${renderText(entry.answer, refs)}</p></details>`).join('')}</div>`
        : ''
    case 'source':
      return `${SOURCE_BEGINS}${block.html}</div>`
    default:
      return ''
  }
}
