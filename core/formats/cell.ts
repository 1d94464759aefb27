// Cells of files that spreadsheets open. What one would take for a formula gets an apostrophe before it, at the start of each
// line of the cell: programs differ in where they cut a cell. An apostrophe that is there already gets another, so that
// every text comes back as it was.

const STARTS = /^(?='*[=+\-@\t\r＝＋－＠])/gmu
const ESCAPED = /^'(?='*[=+\-@\t\r＝＋－＠])/gmu

/** A text as it stands in a cell. */
export const toCell = (text: string): string => text.replace(STARTS, "'")

/** The text of a cell: `fromCell(toCell(text))` is `text`. */
export const fromCell = (cell: string): string => cell.replace(ESCAPED, '')
