import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { findQuote, hasQuote, quoteOf, replaceQuote } from '../../core/content/quote'

const paragraph = (...text: { text: string; marks?: ['bold'] }[]): Block => ({ id: 'p', kind: 'paragraph', text })
const spotIn = fc
  .tuple(fc.string({ minLength: 1, maxLength: 60, unit: fc.constantFrom('a', 'b', ' ') }), fc.nat(), fc.nat())
  .map(([text, a, b]) => {
    const from = a % text.length
    return { text, spot: [from, Math.min(text.length, from + 1 + (b % 5))] as const }
  })

describe('quoted words', () => {
  // Told apart as a text quote selector does it (W3C Web Annotation Data Model §4.2.4).
  it('are told apart by what stands around them', () => {
    const text = 'This is a test of the text quote selector; it is a test of the rest'
    const quote = quoteOf(text, [text.lastIndexOf('test'), text.lastIndexOf('test') + 4])
    expect(findQuote(text, quote)).toEqual([51, 55])
    expect(findQuote(`Before it all. ${text}`, quote)).toEqual([66, 70])
    expect(findQuote(text.replace('it is a test', 'it is a word'), quote)).toEqual([10, 14])
    expect(findQuote('nothing of it', quote)).toBeNull()
  })
  it('are found where they are in the text they were taken from, however often they stand there, unless another place looks the same', () => {
    fc.assert(
      fc.property(spotIn, ({ text, spot }) => {
        const quote = quoteOf(text, spot)
        const found = findQuote(text, quote)!
        expect(text.slice(...found)).toBe(quote.exact)
        if (found[0] !== spot[0]) expect(quoteOf(text, found)).toEqual(quote)
      }),
    )
  })
  it('are found after anything is written before or after the text', () => {
    fc.assert(
      fc.property(spotIn, fc.string(), fc.string(), ({ text, spot }, before, after) => {
        const found = findQuote(before + text + after, quoteOf(text, spot))
        expect(found).not.toBeNull()
      }),
    )
  })
})

describe('a suggestion', () => {
  it('replaces the words in the style of their first letter and leaves all else', () => {
    const block = paragraph({ text: 'The boat ' }, { text: 'leaves', marks: ['bold'] }, { text: ' at six.' })
    const quote = quoteOf('The boat leaves at six.', [9, 15])
    expect(replaceQuote(block, quote, 'sails')).toEqual(
      paragraph({ text: 'The boat ' }, { text: 'sails', marks: ['bold'] }, { text: ' at six.' }),
    )
  })
  it('takes the one of several texts that is meant, and is null when the words are gone', () => {
    const list: Block = {
      id: 'l',
      kind: 'list',
      ordered: false,
      entries: [{ text: [{ text: 'A car costs 252 kroner' }] }, { text: [{ text: 'A van costs 252 kroner' }] }],
    }
    const quote = quoteOf('A van costs 252 kroner', [12, 15])
    expect(replaceQuote(list, quote, '310')).toMatchObject({
      entries: [{ text: [{ text: 'A car costs 252 kroner' }] }, { text: [{ text: 'A van costs 310 kroner' }] }],
    })
    expect(hasQuote(list, quote)).toBe(true)
    expect(replaceQuote(paragraph({ text: 'Nothing' }), quote, '310')).toBeNull()
    expect(hasQuote(paragraph({ text: 'Nothing' }), quote)).toBe(false)
  })
  it('works in the lines of a block too', () => {
    const button: Block = { id: 'b', kind: 'button', label: 'Book now', href: '/now' }
    expect(replaceQuote(button, quoteOf('Book now', [5, 8]), 'today')).toEqual({ ...button, label: 'Book today' })
  })
})
