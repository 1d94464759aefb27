import { stringify } from 'csv-stringify/sync'
import fc from 'fast-check'
import Papa from 'papaparse'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { fromCell, toCell } from '../../core/formats/cell'
import { renderAtom, renderSitemap } from '../../core/render/feeds'

const anyText = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 30 }),
  fc
    .array(fc.constantFrom('=', '+', '-', '@', "'", '\n', '\r', '\t', 'x', ' ', '"', ',', '＝'), { maxLength: 12 })
    .map((parts) => parts.join('')),
)

describe('cells of files', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['Fares\n=HYPERLINK("x")', 'Fares\n\'=HYPERLINK("x")'],
    ['a\r\n-2', "a\r\n'-2"],
    ["'=x", "''=x"],
    ["'Tis", "'Tis"],
    ['a = b', 'a = b'],
  ])('%j stands as %j', (text, cell) => {
    expect(toCell(text)).toBe(cell)
    expect(fromCell(cell)).toBe(text)
  })
  it('begin no formula in any of their lines, and come back as they were, through a file too (RFC 4180, papaparse as oracle)', () => {
    fc.assert(
      fc.property(fc.array(anyText, { minLength: 1, maxLength: 5 }), (texts) => {
        const cells = texts.map(toCell)
        for (const cell of cells) for (const line of cell.split(/[\n\r\u2028\u2029]/)) expect(line).not.toMatch(/^[=+\-@\t＝＋－＠]/)
        const [row] = Papa.parse<string[]>(stringify([[...cells, 'end']], { record_delimiter: '\r\n' }), {
          newline: '\r\n',
          delimiter: ',',
        }).data
        expect(row!.slice(0, -1).map(fromCell)).toEqual(texts)
      }),
      { numRuns: 500 },
    )
  })
})

describe('feed and sitemap', () => {
  it('are well-formed whatever a text holds (XML 1.0, fast-xml-parser as oracle)', () => {
    fc.assert(
      fc.property(anyText, anyText, (title, summary) => {
        const at = '2026-11-25T11:00:00Z'
        const entry = {
          id: '019747f9-c747-77a1-8c13-29af2d341d19',
          path: '/posts/x',
          title,
          summary,
          published: at,
          updated: at,
          authors: [title],
        }
        const feed = renderAtom({ name: title, tagline: summary, origin: 'https://x.example', id: entry.id }, [entry], at)
        expect(XMLValidator.validate(feed)).toBe(true)
        // The characters that XML 1.0 §2.2 allows, and no others.
        expect(feed).toMatch(/^[\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]*$/u)
        expect(new XMLParser().parse(feed).feed.entry.id).toBe(`urn:uuid:${entry.id}`)
        expect(XMLValidator.validate(renderSitemap('https://x.example', [{ path: '/caf\u00e9', changed: at }]))).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})
