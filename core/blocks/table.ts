import { z } from 'zod'
import { plain, type Text } from '../content/inline'
import { spansOf } from '../content/table'
import { esc } from '../render/escape'
import { blockWords } from '../words/site/blockWords'
import { renderText } from '../render/text'
import { line, textAt, type BlockDefinition, type BlockOf } from './definition'

/** A table has so many rows at most. */
export const MOST_ROWS = 500
const shape = {
  caption: line,
  headers: z.enum(['none', 'row', 'column', 'both']),
  rows: z.array(z.array(textAt('cell')).max(30)).max(MOST_ROWS),
  /** Cells joined into one; those that do not hold (`core/content/table.ts`) are read as not joined. */
  merged: z
    .array(
      z.strictObject({
        row: z
          .int()
          .min(0)
          .max(MOST_ROWS - 1),
        column: z.int().min(0).max(29),
        rows: z.int().min(1).max(MOST_ROWS),
        columns: z.int().min(1).max(30),
      }),
    )
    .max(200)
    .optional(),
}
type Table = BlockOf<'table', typeof shape>

/** The joined cells in one text, to be compared. */
const joins = ({ merged = [] }: Table) => merged.map(({ row, column, rows, columns }) => [row, column, rows, columns].join(' ')).join()
/** Whether one side joined cells while the other added or removed lines, so that the joins would stand elsewhere. */
const joinsMeet = (base: Table, joining: Table, other: Table): boolean =>
  joins(base) !== joins(joining) && (base.rows.length !== other.rows.length || base.rows[0]?.length !== other.rows[0]?.length)

export const table: BlockDefinition<'table', typeof shape> = {
  kind: 'table',
  words: 'Table',
  shape,
  empty: (id) => ({
    id,
    kind: 'table',
    caption: '',
    headers: 'row',
    rows: [
      [[], []],
      [[], []],
    ],
  }),
  text: ({ caption, rows }) => [caption, ...rows.map((row) => row.map(plain).join(', '))].filter(Boolean).join('\n'),
  merges: { rows: 'entries' },
  clash: (base, a, b) => joinsMeet(base, a, b) || joinsMeet(base, b, a),
  mark(shown, before, after, { both, pairs }) {
    // Where rows of both stand in one table, joined cells of either would cover what they do not.
    const { merged, ...rest } = shown
    const alike = before?.rows.length === after?.rows.length
    return {
      ...rest,
      ...(merged && (alike || !before || !after) ? { merged } : {}),
      rows: pairs(before?.rows ?? [], after?.rows ?? [], (row) => row.map(plain).join('\u0000')).map((pair) =>
        Array.from({ length: Math.max(pair.before?.length ?? 0, pair.after?.length ?? 0) }, (_, index) =>
          both(pair.before?.[index], pair.after?.[index]),
        ),
      ),
    }
  },
  render(block, refs) {
    const rowHeads = block.headers === 'column' || block.headers === 'both'
    const columnHeads = block.headers === 'row' || block.headers === 'both'
    const spans = spansOf(block)
    const row = (cells: readonly Text[], at: number) =>
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
    return `<div class="table" tabindex="0" role="group" aria-label="${esc(block.caption || blockWords(refs.language).table)}"><table>${caption}${head}<tbody>${rows.join('')}</tbody></table></div>`
  },
}
