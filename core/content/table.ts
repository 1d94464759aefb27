import type { Text } from './inline'

/** Cells of a table joined into one: where the first stands, and how many rows and columns it spans. */
export interface Region {
  row: number
  column: number
  rows: number
  columns: number
}

/** What of a table block this file works on. */
export interface Cells {
  headers: 'none' | 'row' | 'column' | 'both'
  rows: Text[][]
  merged?: Region[] | undefined
}

/** What stands at a place of the grid: a cell with its span, or `null` where a joined cell covers it. */
export type Span = { rows: number; columns: number } | null

const has = (region: Region, row: number, column: number) =>
  row >= region.row && row < region.row + region.rows && column >= region.column && column < region.column + region.columns
const overlap = (a: Region, b: Region) =>
  a.row < b.row + b.rows && b.row < a.row + a.rows && a.column < b.column + b.columns && b.column < a.column + a.columns
const width = (table: Cells) => table.rows[0]?.length ?? 0
const headRow = ({ headers }: Cells) => headers === 'row' || headers === 'both'

/** Whether a region lies in the table and does not reach from its header row into its body, which HTML cannot say. */
const fits = (table: Cells, region: Region) =>
  region.row >= 0 &&
  region.column >= 0 &&
  region.row + region.rows <= table.rows.length &&
  region.column + region.columns <= width(table) &&
  !(headRow(table) && region.row === 0 && region.rows > 1)

/** The joined cells that hold: of more than one cell, inside the table, none over an earlier one. Total on any table. */
export function regionsOf(table: Cells): Region[] {
  const out: Region[] = []
  for (const region of table.merged ?? [])
    if (region.rows * region.columns > 1 && fits(table, region) && !out.some((other) => overlap(other, region))) out.push(region)
  return out
}

/** For each place of the grid its span. */
export function spansOf(table: Cells): Span[][] {
  const spans: Span[][] = table.rows.map((row) => row.map(() => ({ rows: 1, columns: 1 })))
  for (const region of regionsOf(table))
    for (let row = region.row; row < region.row + region.rows; row++)
      for (let column = region.column; column < region.column + region.columns; column++)
        if (spans[row]?.[column] !== undefined)
          spans[row]![column] = row === region.row && column === region.column ? { rows: region.rows, columns: region.columns } : null
  return spans
}

const withRegions = <T extends Cells>(table: T, merged: Region[]): T => {
  const { merged: _, ...rest } = table
  return (merged.length ? { ...rest, merged } : rest) as T
}
const cellAt = (table: Cells, row: number, column: number): Region =>
  regionsOf(table).find((region) => has(region, row, column)) ?? { row, column, rows: 1, columns: 1 }

/**
 * Joins the cell at a place with its neighbour to the right or below; what the neighbours hold follows its words. `null`
 * where there is none, or where it would reach out of the header row.
 */
export function joinCells<T extends Cells>(table: T, row: number, column: number, side: 'right' | 'below'): T | null {
  const start = cellAt(table, row, column)
  let region: Region = side === 'right' ? { ...start, columns: start.columns + 1 } : { ...start, rows: start.rows + 1 }
  const others = regionsOf(table).filter((other) => other.row !== start.row || other.column !== start.column)
  // A joined neighbour comes whole.
  for (let touched = others.filter((other) => overlap(other, region)); ;) {
    const next = touched.reduce((all, other) => {
      const [bottom, right] = [
        Math.max(all.row + all.rows, other.row + other.rows),
        Math.max(all.column + all.columns, other.column + other.columns),
      ]
      const [top, left] = [Math.min(all.row, other.row), Math.min(all.column, other.column)]
      return { row: top, column: left, rows: bottom - top, columns: right - left }
    }, region)
    const grown = next.rows !== region.rows || next.columns !== region.columns
    region = next
    touched = others.filter((other) => overlap(other, region))
    if (!grown) break
  }
  if (!fits(table, region)) return null
  const words: Text[] = []
  for (let r = region.row; r < region.row + region.rows; r++)
    for (let c = region.column; c < region.column + region.columns; c++) if (table.rows[r]![c]!.length) words.push(table.rows[r]![c]!)
  const text = words.flatMap((part, index): Text => (index ? [{ text: ' ' }, ...part] : part))
  const rows = table.rows.map((cells, r) =>
    cells.map((cell, c) => (r === region.row && c === region.column ? text : has(region, r, c) ? [] : cell)),
  )
  return withRegions({ ...table, rows }, [...others.filter((other) => !overlap(other, region)), region])
}

/** Takes a joined cell apart; its words stay in the first. */
export const splitCell = <T extends Cells>(table: T, row: number, column: number): T =>
  withRegions(
    table,
    regionsOf(table).filter((region) => !has(region, row, column)),
  )

/** Moves what spans over a line that is put in (`by` 1) or taken out (-1) at a place, along rows or columns. */
function shifted(regions: Region[], at: number, by: 1 | -1, start: 'row' | 'column', size: 'rows' | 'columns'): Region[] {
  return regions.flatMap((region) => {
    const end = region[start] + region[size]
    if (by === 1) {
      if (at <= region[start]) return { ...region, [start]: region[start] + 1 }
      return at < end ? { ...region, [size]: region[size] + 1 } : region
    }
    if (at < region[start]) return { ...region, [start]: region[start] - 1 }
    if (at >= end) return region
    const next = { ...region, [size]: region[size] - 1 }
    return next.rows * next.columns > 1 ? next : []
  })
}

/** Puts an empty row in before the one at a place. */
export const insertRow = <T extends Cells>(table: T, at: number): T =>
  withRegions(
    { ...table, rows: [...table.rows.slice(0, at), Array.from({ length: width(table) }, (): Text => []), ...table.rows.slice(at)] },
    shifted(regionsOf(table), at, 1, 'row', 'rows'),
  )
/** Puts an empty column in before the one at a place. */
export const insertColumn = <T extends Cells>(table: T, at: number): T =>
  withRegions(
    { ...table, rows: table.rows.map((cells): Text[] => [...cells.slice(0, at), [], ...cells.slice(at)]) },
    shifted(regionsOf(table), at, 1, 'column', 'columns'),
  )
/** Takes a row out; the first cell of what spanned from it goes on below with its words. */
export function removeRow<T extends Cells>(table: T, at: number): T {
  if (table.rows.length < 2) return table
  const rows = table.rows.map((cells) => [...cells])
  for (const region of regionsOf(table)) if (region.row === at && region.rows > 1) rows[at + 1]![region.column] = rows[at]![region.column]!
  rows.splice(at, 1)
  return withRegions({ ...table, rows }, shifted(regionsOf(table), at, -1, 'row', 'rows'))
}
/** Takes a column out, likewise. */
export function removeColumn<T extends Cells>(table: T, at: number): T {
  if (width(table) < 2) return table
  const rows = table.rows.map((cells) => [...cells])
  for (const region of regionsOf(table)) if (region.column === at && region.columns > 1) rows[region.row]![at + 1] = rows[region.row]![at]!
  for (const cells of rows) cells.splice(at, 1)
  return withRegions({ ...table, rows }, shifted(regionsOf(table), at, -1, 'column', 'columns'))
}
