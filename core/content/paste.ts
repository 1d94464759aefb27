import type { Block, ListEntry } from '../blocks/blocks'
import { fitText } from './textKinds'
import type { Region } from './table'
import { isSafeHref, normaliseText, plain, type Run, type StyleMark, type Text } from './inline'

/** A node of pasted markup, however it was parsed: an element with its tag, or a text with `tag: null`. */
export interface PastedNode {
  tag: string | null
  text: string
  attribute(name: string): string | null
  children: PastedNode[]
}

interface Style {
  marks: ReadonlySet<StyleMark>
  href: string | null
}
const PLAIN: Style = { marks: new Set(), href: null }

const MARKS: Record<string, StyleMark> = {
  b: 'bold',
  strong: 'bold',
  i: 'italic',
  em: 'italic',
  cite: 'italic',
  u: 'underline',
  ins: 'underline',
  s: 'strike',
  strike: 'strike',
  del: 'strike',
  code: 'code',
  kbd: 'code',
  tt: 'code',
  sup: 'superscript',
  sub: 'subscript',
}
const DROPPED = new Set([
  'head',
  'style',
  'script',
  'title',
  'meta',
  'link',
  'template',
  'noscript',
  'iframe',
  'object',
  'svg',
  'button',
  'select',
  'input',
  'textarea',
])
const CONTAINERS = new Set([
  'html',
  'body',
  'div',
  'section',
  'article',
  'main',
  'header',
  'footer',
  'aside',
  'center',
  'figure',
  'form',
  'nav',
  'span',
  'font',
])
const BLOCKS = new Set([
  'p',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'ul',
  'ol',
  'dl',
  'table',
  'blockquote',
  'pre',
  'hr',
  'li',
  'figcaption',
  'address',
  ...CONTAINERS,
])

/** The style that an element's own declarations give or take: word processors write styles where the web writes elements. */
function styled(node: PastedNode, style: Style): Style {
  const marks = new Set(style.marks)
  const own = MARKS[node.tag ?? '']
  if (own) marks.add(own)
  const css = node.attribute('style')?.toLowerCase() ?? ''
  const set = (mark: StyleMark, on: RegExp, off: RegExp) => {
    if (on.test(css)) marks.add(mark)
    else if (off.test(css)) marks.delete(mark)
  }
  set('bold', /font-weight:\s*(bold|[6-9]00)/, /font-weight:\s*(normal|[1-5]00)/)
  set('italic', /font-style:\s*italic/, /font-style:\s*normal/)
  set('underline', /text-decoration[^;]*underline/, /text-decoration:\s*none/)
  set('superscript', /vertical-align:\s*super/, /vertical-align:\s*baseline/)
  set('subscript', /vertical-align:\s*sub/, /vertical-align:\s*baseline/)
  set('strike', /text-decoration[^;]*line-through/, /text-decoration:\s*none/)
  const href = node.tag === 'a' ? (node.attribute('href') ?? '').trim() : null
  // A link's own underline is not emphasis.
  if (href !== null) marks.delete('underline')
  return { marks, href: href !== null ? (isSafeHref(href) && !href.startsWith('#') ? href : null) : style.href }
}

const run = (text: string, { marks, href }: Style): Run => ({
  text,
  ...(marks.size ? { marks: [...marks] } : {}),
  ...(href ? { href } : {}),
})

/** The words of nodes as rich text, spaces as a browser shows them. */
function inline(nodes: PastedNode[], style: Style = PLAIN, keep = false): Text {
  return nodes.flatMap((node): Text => {
    if (node.tag === null) return [run(keep ? node.text : node.text.replace(/[\t\n\r ]+/g, ' '), style)]
    if (node.tag === 'br') return [{ text: '\n' }]
    if (DROPPED.has(node.tag) || isListMark(node)) return []
    return inline(node.children, styled(node, style), keep)
  })
}

/** Rich text without spaces at its ends, around its line breaks, or twice. */
function tidy(text: Text): Text {
  let last = ' '
  const runs = normaliseText(text).map((part) => {
    let out = ''
    for (const sign of part.text) {
      if (sign === ' ' && (last === ' ' || last === '\n')) continue
      if (sign === '\n' && last === ' ') out = out.replace(/ $/, '')
      out += sign
      last = sign
    }
    return { ...part, text: out }
  })
  while (runs.length) {
    const end = runs.at(-1)!
    end.text = end.text.replace(/[ \n]+$/, '')
    if (end.text) break
    runs.pop()
  }
  return normaliseText(runs).map((part, index) => (index ? part : { ...part, text: part.text.replace(/^[ \n]+/, '') }))
}

const isListMark = (node: PastedNode) => /mso-list:\s*ignore/i.test(node.attribute('style') ?? '')
/** The depth of a paragraph that a word processor means as a list entry. */
const listLevel = (node: PastedNode): number | null => {
  const level = /mso-list:[^;]*\blevel(\d+)/i.exec(node.attribute('style') ?? '')?.[1]
  return level ? Number(level) : null
}
/** Whether the mark that stands before such an entry counts. */
const isCounted = (node: PastedNode): boolean =>
  /^\s*(?:\d+|[a-z]|[ivx]+)[.)]/i.test(wordsOf(node.children.filter((child) => isListMark(child) || child.children.some(isListMark))))
const wordsOf = (nodes: PastedNode[]): string => nodes.map((node) => (node.tag === null ? node.text : wordsOf(node.children))).join('')

/** Entries of flat, levelled paragraphs as a tree. */
function nest(flat: { level: number; text: Text }[]): ListEntry[] {
  const top: ListEntry[] = []
  const path: { level: number; entry: ListEntry }[] = []
  for (const { level, text } of flat) {
    const entry: ListEntry = { text }
    while (path.length && path.at(-1)!.level >= level) path.pop()
    const parent = path.at(-1)?.entry
    if (parent) (parent.entries ??= []).push(entry)
    else top.push(entry)
    path.push({ level, entry })
  }
  return top
}

function entriesOf(list: PastedNode): ListEntry[] {
  const entries: ListEntry[] = []
  for (const child of list.children) {
    if (child.tag === 'ul' || child.tag === 'ol') {
      // Some editors put an inner list beside the entry that it belongs to.
      const last = entries.at(-1)
      if (last) last.entries = [...(last.entries ?? []), ...entriesOf(child)]
      else entries.push(...entriesOf(child))
    } else if (child.tag === 'li') {
      const inner = child.children.filter((node) => node.tag === 'ul' || node.tag === 'ol').flatMap(entriesOf)
      const text = tidy(inline(child.children.filter((node) => node.tag !== 'ul' && node.tag !== 'ol')))
      entries.push(inner.length ? { text, entries: inner } : { text })
    }
  }
  return entries
}

function rowsOf(table: PastedNode): PastedNode[] {
  return table.children.flatMap((node) => (node.tag === 'tr' ? [node] : node.tag === 'table' ? [] : rowsOf(node)))
}

const spanOf = (cell: PastedNode, name: 'rowspan' | 'colspan', most: number) =>
  Math.min(most, Math.max(1, Math.trunc(Number(cell.attribute(name) ?? 1)) || 1))

/** A table's cells laid out on its grid, as HTML's table model does: a cell that spans pushes what follows to the right. */
function gridOf(rows: PastedNode[][]): { grid: (PastedNode | null)[][]; merged: Region[] } {
  const grid: (PastedNode | null)[][] = rows.map(() => [])
  const merged: Region[] = []
  rows.forEach((cells, row) => {
    let column = 0
    for (const cell of cells) {
      while (grid[row]![column] !== undefined) column++
      if (column >= 30) break
      const region = {
        row,
        column,
        rows: spanOf(cell, 'rowspan', rows.length - row),
        columns: spanOf(cell, 'colspan', 30 - column),
      }
      for (let r = row; r < row + region.rows; r++)
        for (let c = column; c < column + region.columns; c++) grid[r]![c] = r === row && c === column ? cell : null
      if (region.rows * region.columns > 1) merged.push(region)
    }
  })
  return { grid, merged }
}

function tableOf(node: PastedNode, id: string): Block | null {
  const cells = rowsOf(node)
    .slice(0, 500)
    .map((row) => row.children.filter((cell) => cell.tag === 'td' || cell.tag === 'th'))
  const { grid, merged } = gridOf(cells)
  const width = Math.max(0, ...grid.map((row) => row.length))
  if (!width) return null
  const first = cells[0]!.every((cell) => cell.tag === 'th')
  const column = grid.slice(1).length > 0 && grid.slice(1).every((row) => row[0] === null || row[0]?.tag === 'th')
  const caption = node.children.find((child) => child.tag === 'caption')
  return {
    id,
    kind: 'table',
    caption: caption ? plain(tidy(inline(caption.children))).slice(0, 300) : '',
    headers: first && column ? 'both' : first ? 'row' : column ? 'column' : 'none',
    rows: grid.map((row) => Array.from({ length: width }, (_, index) => (row[index] ? tidy(inline(row[index].children)) : []))),
    ...(merged.length ? { merged: merged.slice(0, 200) } : {}),
  }
}

/** A picture of what was pasted, whose file is elsewhere: its web address, and the words that stood for it. */
export interface RemotePicture {
  address: string
  alt: string
}

/** So many pictures of one paste are kept a place for: more are the icons of a page. */
const MOST_PICTURES = 20
/** Smaller ones, in pixels, are marks and counters. */
const SMALLEST_PICTURE = 40

/** The pictures within nodes that are worth a place on the page. */
function remotePictures(nodes: PastedNode[]): RemotePicture[] {
  return nodes.flatMap((node) => {
    if (node.tag !== 'img') return node.tag !== null && DROPPED.has(node.tag) ? [] : remotePictures(node.children)
    const address = (node.attribute('src') ?? '').trim()
    const isSmall = ['width', 'height'].some((name) => Number(node.attribute(name) ?? SMALLEST_PICTURE) < SMALLEST_PICTURE)
    return /^https?:\/\//i.test(address) && address.length <= 2_048 && !isSmall
      ? [{ address, alt: (node.attribute('alt') ?? '').slice(0, 500) }]
      : []
  })
}

/**
 * Pasted markup as blocks of ours: what it means is kept (headings, lists, quotes, tables, links, emphasis), how it
 * looked is not. A picture becomes a block without a picture, since its file is elsewhere: `remote` is told where, that it can be
 * fetched. `newId` gives each block its id.
 */
export function blocksOfPaste(
  nodes: PastedNode[],
  newId: () => string,
  remote: (block: string, picture: RemotePicture) => void = () => {},
): Block[] {
  const blocks: Block[] = []
  let places = MOST_PICTURES
  const pictures = (within: PastedNode[]) => {
    for (const picture of remotePictures(within)) {
      if (places-- <= 0) return
      const id = newId()
      blocks.push({ id, kind: 'picture', media: null, alt: '', decorative: false, caption: [] })
      remote(id, picture)
    }
  }
  let loose: PastedNode[] = []
  let levelled: { level: number; text: Text; counted: boolean }[] = []
  const paragraph = (text: Text) => {
    // Word processors fill empty lines with a space that does not break.
    if (plain(text).trim()) blocks.push({ id: newId(), kind: 'paragraph', text })
  }
  const flush = () => {
    if (levelled.length) blocks.push({ id: newId(), kind: 'list', ordered: levelled[0]!.counted, entries: nest(levelled) })
    levelled = []
    paragraph(tidy(inline(loose)))
    pictures(loose)
    loose = []
  }
  const walk = (node: PastedNode): void => {
    if (node.tag !== null && DROPPED.has(node.tag)) return
    if (node.tag === null || !BLOCKS.has(node.tag)) {
      // An inline element may still wrap whole blocks: one editor wraps all in a <b> that is not bold.
      if (node.children.some(holdsBlocks)) for (const child of node.children) walk(child)
      else loose.push(node)
      return
    }
    if (CONTAINERS.has(node.tag)) {
      if (!node.children.some(holdsBlocks) && node.tag !== 'span' && node.tag !== 'font') {
        flush()
        paragraph(tidy(inline(node.children, styled(node, PLAIN))))
        pictures(node.children)
      } else if (node.children.some(holdsBlocks)) for (const child of node.children) walk(child)
      else loose.push(node)
      return
    }
    const level = node.tag === 'p' ? listLevel(node) : null
    if (level !== null) {
      if (loose.length) flush()
      levelled.push({ level, text: tidy(inline(node.children)), counted: isCounted(node) })
      return
    }
    flush()
    leaf(node)
    pictures(node.children)
  }
  const leaf = (node: PastedNode): void => {
    switch (node.tag) {
      case 'h1':
      case 'h2':
      case 'h3':
      case 'h4':
      case 'h5':
      case 'h6': {
        const text = tidy(inline(node.children)).map(({ marks: _, ...part }) => part)
        if (text.length)
          blocks.push({
            id: newId(),
            kind: 'heading',
            level: Math.min(4, Math.max(2, Number(node.tag[1]))) as 2 | 3 | 4,
            text: fitText(text, 'heading'),
          })
        return
      }
      case 'ul':
      case 'ol': {
        const entries = entriesOf(node)
        if (entries.length) blocks.push({ id: newId(), kind: 'list', ordered: node.tag === 'ol', entries })
        return
      }
      case 'dl': {
        const entries: { term: Text; text: Text }[] = []
        for (const child of node.children) {
          if (child.tag === 'dt') entries.push({ term: fitText(tidy(inline(child.children)), 'term'), text: [] })
          else if (child.tag === 'dd') {
            const last = entries.at(-1)
            if (last && !last.text.length) last.text = tidy(inline(child.children))
            else entries.push({ term: [], text: tidy(inline(child.children)) })
          }
        }
        if (entries.length) blocks.push({ id: newId(), kind: 'definitions', entries })
        return
      }
      case 'table': {
        const table = tableOf(node, newId())
        if (table) blocks.push(table)
        return
      }
      case 'blockquote': {
        const text = tidy(inline(node.children.flatMap((child, index) => (index && child.tag === 'p' ? [BREAK, child] : [child]))))
        if (text.length) blocks.push({ id: newId(), kind: 'quote', text, source: '' })
        return
      }
      case 'pre': {
        const text = wordsOf(node.children).replace(/^\n|\n$/g, '')
        if (text) blocks.push({ id: newId(), kind: 'paragraph', text: [{ text, marks: ['code'] }] })
        return
      }
      case 'hr':
        blocks.push({ id: newId(), kind: 'divider' })
        return
      default:
        paragraph(tidy(inline(node.children, styled(node, PLAIN))))
    }
  }
  for (const node of nodes) walk(node)
  flush()
  return blocks
}

const BREAK: PastedNode = { tag: 'br', text: '', attribute: () => null, children: [] }
const holdsBlocks = (node: PastedNode): boolean =>
  node.tag !== null && ((BLOCKS.has(node.tag) && node.tag !== 'span' && node.tag !== 'font') || node.children.some(holdsBlocks))

/** Pasted plain text: an empty line begins a new paragraph, other line ends stay in it. */
export const blocksOfText = (text: string, newId: () => string): Block[] =>
  text
    .replace(/\r\n?/g, '\n')
    .split(/\n[ \t]*\n+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => ({ id: newId(), kind: 'paragraph', text: [{ text: part }] }))
