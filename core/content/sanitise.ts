import sanitizeHtml from 'sanitize-html'
import { isSafeHref } from './inline'

const SIMPLE = [
  'p',
  'h2',
  'h3',
  'h4',
  'ul',
  'ol',
  'li',
  'strong',
  'em',
  'b',
  'i',
  'u',
  's',
  'code',
  'pre',
  'br',
  'hr',
  'blockquote',
  'table',
  'thead',
  'tbody',
  'tr',
  'th',
  'td',
  'caption',
  'dl',
  'dt',
  'dd',
  'sub',
  'sup',
  'abbr',
  'small',
  'figure',
  'figcaption',
  'div',
  'span',
  'details',
  'summary',
]

/**
 * The one sanitiser of markup: what a source block may say. An allow-list of elements and attributes; no script, style,
 * event handler, form, frame or foreign namespace survives, and links go only where {@link isSafeHref} lets them.
 * Idempotent: sanitising its own answer changes nothing.
 */
export function sanitiseSource(html: string): string {
  // Wrongly nested markup is mended one level a time, so it is done until nothing changes.
  let [before, after] = [html, once(html)]
  for (let turn = 0; after !== before && turn < 20; turn++) [before, after] = [after, once(after)]
  return after
}

/** A block as it may be kept and shown: the markup of a source block passes the sanitiser, the others hold none. */
export const safeBlock = <B extends { kind: string }>(block: B): B =>
  block.kind === 'source' && 'html' in block && typeof block.html === 'string' ? { ...block, html: sanitiseSource(block.html) } : block

function once(html: string): string {
  return sanitizeHtml(html, {
    allowedTags: [...SIMPLE, 'a'],
    allowedAttributes: {
      a: ['href', 'title'],
      th: ['scope', 'colspan', 'rowspan'],
      td: ['colspan', 'rowspan'],
      ol: ['start', 'reversed'],
      abbr: ['title'],
      details: ['open'],
      '*': ['lang', 'dir'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowProtocolRelative: false,
    disallowedTagsMode: 'discard',
    nestingLimit: 60,
    transformTags: {
      a: (tagName, { href, ...attribs }) => ({ tagName, attribs: href && isSafeHref(href) ? { ...attribs, href } : attribs }),
    },
  })
}
