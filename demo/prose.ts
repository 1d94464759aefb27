import type { Block } from '../core/blocks/blocks'
import type { Run, Text } from '../core/content/inline'

type TableBlock = Extract<Block, { kind: 'table' }>

/** Turns `**bold**`, `_italic_` and `[words](target)` into runs; `ref:key` and `media:key` targets are looked up. */
function textOf(line: string, refs: Map<string, string>): Text {
  const text: Run[] = []
  const pattern = /\*\*(.+?)\*\*|_(.+?)_|\[(.+?)\]\((.+?)\)/g
  let at = 0
  for (const match of line.matchAll(pattern)) {
    if (match.index > at) text.push({ text: line.slice(at, match.index) })
    at = match.index + match[0].length
    if (match[1]) text.push({ text: match[1], marks: ['bold'] })
    else if (match[2]) text.push({ text: match[2], marks: ['italic'] })
    else {
      const wanted = match[4]!
      const known = (sort: 'item' | 'media', key: string) => (refs.has(key) ? `${sort}:${refs.get(key)}` : undefined)
      const href = wanted.startsWith('ref:')
        ? known('item', wanted.slice(4))
        : wanted.startsWith('media:')
          ? known('media', wanted.slice(6))
          : wanted
      text.push(href ? { text: match[3]!, href } : { text: match[3]! })
    }
  }
  if (at < line.length) text.push({ text: line.slice(at) })
  return text
}

/**
 * Blocks from a plain script: `## ` and `### ` headings, `- ` and `1. ` lists, `> words | source` quotes, `| a | b |`
 * tables (`<` joins a cell to the one before it), `^ ` small print, `= term: meaning` definitions, `---` dividers, `[[words -> target]]` buttons; all else is a paragraph a line.
 */
export function blocksOf(script: string, refs: Map<string, string>, newId: () => string): Block[] {
  const blocks: Block[] = []
  for (const raw of script.trim().split('\n')) {
    const line = raw.trim()
    if (!line) continue
    const last = blocks.at(-1)
    const text = (words: string) => textOf(words, refs)
    const button = /^\[\[(.+?) -> (.+?)\]\]$/.exec(line)
    const heading = /^(#{2,4}) (.+)$/.exec(line)
    const entry = /^(-|1\.) (.+)$/.exec(line)
    const definition = /^= (.+?): (.+)$/.exec(line)
    if (line === '---') blocks.push({ id: newId(), kind: 'divider' })
    else if (button) blocks.push({ id: newId(), kind: 'button', label: button[1]!, href: textOf(`[x](${button[2]})`, refs)[0]?.href ?? '' })
    else if (heading) blocks.push({ id: newId(), kind: 'heading', level: heading[1]!.length as 2 | 3 | 4, text: text(heading[2]!) })
    else if (entry) {
      const ordered = entry[1] === '1.'
      if (last?.kind === 'list' && last.ordered === ordered) last.entries.push({ text: text(entry[2]!) })
      else blocks.push({ id: newId(), kind: 'list', ordered, entries: [{ text: text(entry[2]!) }] })
    } else if (definition) {
      const made = { term: text(definition[1]!), text: text(definition[2]!) }
      if (last?.kind === 'definitions') last.entries.push(made)
      else blocks.push({ id: newId(), kind: 'definitions', entries: [made] })
    } else if (line.startsWith('> ')) {
      const [words, source = ''] = line.slice(2).split(' | ')
      blocks.push({ id: newId(), kind: 'quote', text: text(words!), source })
    } else if (line.startsWith('|')) {
      const cells = line
        .split('|')
        .slice(1, -1)
        .map((cell) => text(cell.trim()))
      const table = last?.kind === 'table' ? last : ({ id: newId(), kind: 'table', caption: '', headers: 'row', rows: [] } as TableBlock)
      const row = table.rows.push(cells) - 1
      cells.forEach((cell, column) => {
        if (cell[0]?.text !== '<') return
        cells[column] = []
        const open = table.merged?.find((region) => region.row === row && region.column + region.columns === column)
        if (open) open.columns++
        else (table.merged ??= []).push({ row, column: column - 1, rows: 1, columns: 2 })
      })
      if (table !== last) blocks.push(table)
    } else if (line.startsWith('^ ')) blocks.push({ id: newId(), kind: 'paragraph', text: text(line.slice(2)), look: 'small' })
    else blocks.push({ id: newId(), kind: 'paragraph', text: text(line) })
  }
  return blocks
}
