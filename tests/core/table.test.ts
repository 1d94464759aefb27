import fc from 'fast-check'
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5'
import { describe, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { plain, runs } from '../../core/content/inline'
import {
  insertColumn,
  insertRow,
  joinCells,
  regionsOf,
  removeColumn,
  removeRow,
  spansOf,
  splitCell,
  type Cells,
} from '../../core/content/table'
import { renderBlock } from '../../core/render/blocks'
import { NO_REFS } from '../../core/render/text'

type Table = Extract<Block, { kind: 'table' }>
const table = (rows: string[][], merged: Cells['merged'] = undefined, headers: Cells['headers'] = 'none'): Table => ({
  id: 'tabl',
  kind: 'table',
  caption: '',
  headers,
  rows: rows.map((cells) => cells.map(runs)),
  ...(merged ? { merged } : {}),
})
const words = ({ rows }: Cells) => rows.map((cells) => cells.map(plain))
const small = fc.integer({ min: 0, max: 5 })
const anyTable = fc
  .tuple(
    fc.integer({ min: 1, max: 5 }),
    fc.integer({ min: 1, max: 5 }),
    fc.constantFrom('none' as const, 'row' as const, 'column' as const, 'both' as const),
    fc.array(fc.record({ row: small, column: small, rows: small.map((n) => n + 1), columns: small.map((n) => n + 1) }), { maxLength: 4 }),
  )
  .map(([height, width, headers, merged]) =>
    table(
      Array.from({ length: height }, (_, row) => Array.from({ length: width }, (_, column) => `${row}.${column}`)),
      merged.length ? merged : undefined,
      headers,
    ),
  )

/** Lays a table's markup out on a grid, as HTML §4.9.12.1 "Forming a table" says; throws where two cells meet. */
function formed(html: string): number[] {
  const rows: Tree.Element[][] = []
  const walk = (node: Tree.ChildNode) => {
    if (!('childNodes' in node)) return
    if (node.nodeName === 'tr')
      rows.push(node.childNodes.filter((cell): cell is Tree.Element => cell.nodeName === 'td' || cell.nodeName === 'th'))
    else node.childNodes.forEach(walk)
  }
  parseFragment(html).childNodes.forEach(walk)
  const grid: boolean[][] = rows.map(() => [])
  rows.forEach((cells, y) => {
    let x = 0
    for (const cell of cells) {
      while (grid[y]![x]) x++
      const span = (name: string) => Number(cell.attrs.find((attribute) => attribute.name === name)?.value ?? 1)
      for (let row = y; row < y + span('rowspan'); row++)
        for (let column = x; column < x + span('colspan'); column++) {
          if (grid[row]?.[column] !== undefined || !grid[row]) throw new Error(`Two cells meet at ${row}.${column}`)
          grid[row]![column] = true
        }
    }
  })
  return grid.map((row) => row.filter(Boolean).length)
}

describe('joined cells', () => {
  it('cover the grid exactly, whatever is said to be joined, also as HTML forms a table', () => {
    fc.assert(
      fc.property(anyTable, (any) => {
        const area = spansOf(any)
          .flat()
          .reduce((sum, span) => sum + (span ? span.rows * span.columns : 0), 0)
        expect(area).toBe(any.rows.length * any.rows[0]!.length)
        expect(new Set(formed(renderBlock(any, NO_REFS)))).toEqual(new Set([any.rows[0]!.length]))
      }),
      { numRuns: 500 },
    )
  })
  it('join with their neighbour, words and all, and take a joined neighbour whole', () => {
    const start = table([
      ['a', 'b', 'c'],
      ['d', 'e', 'f'],
    ])
    const one = joinCells(start, 0, 1, 'below')!
    expect(words(one)).toEqual([
      ['a', 'b e', 'c'],
      ['d', '', 'f'],
    ])
    const two = joinCells(one, 0, 0, 'right')!
    expect(words(two)).toEqual([
      ['a b e d', '', 'c'],
      ['', '', 'f'],
    ])
    expect(regionsOf(two)).toEqual([{ row: 0, column: 0, rows: 2, columns: 2 }])
    expect(regionsOf(splitCell(two, 1, 1))).toEqual([])
    expect(joinCells(start, 0, 2, 'right')).toBeNull()
    expect(joinCells({ ...start, headers: 'row' }, 0, 0, 'below')).toBeNull()
  })
  it('lose no word by joining, and stay a sound table', () => {
    fc.assert(
      fc.property(anyTable, small, small, fc.constantFrom('right' as const, 'below' as const), (any, row, column, side) => {
        const at = [row % any.rows.length, column % any.rows[0]!.length] as const
        const joined = joinCells(any, ...at, side)
        if (!joined) return
        const said = (of: Cells) => words(of).flat().join(' ').split(' ').filter(Boolean).sort()
        expect(said(joined)).toEqual(said(any))
        expect(regionsOf(joined)).toEqual(joined.merged)
      }),
    )
  })
  it('keep covering the same cells when lines go in and out beside them', () => {
    fc.assert(
      fc.property(anyTable, small, fc.boolean(), (any, place, row) => {
        const sound = { ...any, merged: regionsOf(any) }
        // Before the header row there is another header row: what was one may then no longer be joined downwards.
        const at = (place % (row ? any.rows.length : any.rows[0]!.length)) + 1
        const [put, out] = row ? ([insertRow, removeRow] as const) : ([insertColumn, removeColumn] as const)
        const back = out(put(sound, at), at)
        expect(words(back)).toEqual(words(any))
        expect(regionsOf(back)).toEqual(regionsOf(any))
      }),
    )
  })
  it('go on with their words when the line they begin in is taken out', () => {
    const joined = joinCells(table([['a'], ['b'], ['c']]), 0, 0, 'below')!
    expect(words(removeRow(joined, 0))).toEqual([['a b'], ['c']])
    expect(removeRow(table([['a']]), 0).rows).toHaveLength(1)
  })
})
