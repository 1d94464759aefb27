import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseQuery, printQuery } from '../../core/query/parse'
import { spanOf } from '../../core/query/spans'
import { queries } from '../support/queries'

const TODAY = '2026-11-25'
const read = (text: string) => {
  const parsed = parseQuery(text, TODAY)
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problem))
  return parsed.query
}
const problem = (text: string) => {
  const parsed = parseQuery(text, TODAY)
  return parsed.ok ? null : { ...parsed.problem, there: text.slice(parsed.problem.at, parsed.problem.at + parsed.problem.length) }
}

describe('a query', () => {
  it('is read from words, fields, and, or, not and parentheses; “and” may be left out and binds closer than “or”', () => {
    expect(read('')).toEqual({ is: 'all' })
    expect(read('summer "times of boats"')).toEqual({
      is: 'and',
      parts: [
        { is: 'word', in: 'title', text: 'summer' },
        { is: 'phrase', in: 'title', text: 'times of boats' },
      ],
    })
    expect(read('kind:page,post section:"Service notices",Fares')).toEqual({
      is: 'and',
      parts: [
        { is: 'choice', field: 'kind', values: ['page', 'post'] },
        { is: 'named', field: 'section', values: ['Service notices', 'Fares'] },
      ],
    })
    expect(read('a b or not (c or d) and has:owner')).toEqual({
      is: 'or',
      parts: [
        {
          is: 'and',
          parts: [
            { is: 'word', in: 'title', text: 'a' },
            { is: 'word', in: 'title', text: 'b' },
          ],
        },
        {
          is: 'and',
          parts: [
            {
              is: 'not',
              part: {
                is: 'or',
                parts: [
                  { is: 'word', in: 'title', text: 'c' },
                  { is: 'word', in: 'title', text: 'd' },
                ],
              },
            },
            { is: 'has', part: 'owner' },
          ],
        },
      ],
    })
    expect(read('"or"')).toEqual({ is: 'phrase', in: 'title', text: 'or' })
    expect(read('author:“Wen Zhao”')).toEqual(read('author:"Wen Zhao"'))
    expect(read('words:>300')).toEqual({ is: 'counted', field: 'words', amount: { from: 301, to: null } })
    expect(read('words:..40')).toEqual(read('words:<41'))
    expect(read('text:storm text:"stay on the quay"')).toEqual({
      is: 'and',
      parts: [
        { is: 'word', in: 'text', text: 'storm' },
        { is: 'phrase', in: 'text', text: 'stay on the quay' },
      ],
    })
    expect(read('04:00')).toEqual({ is: 'word', in: 'title', text: '04:00' })
  })
  it('that is wrong says where, and what was expected', () => {
    expect(problem('draft:gone')).toMatchObject({ there: 'gone', expected: 'none, draft, in_review, returned, cleared, scheduled or held' })
    expect(problem('colour:red page')).toMatchObject({ there: 'colour' })
    expect(problem('a or')).toMatchObject({ at: 4 })
    expect(problem('(a b')).toMatchObject({ at: 4, expected: 'a closing parenthesis' })
    expect(problem('a ) b')).toMatchObject({ there: ')' })
    expect(problem('title "open')).toMatchObject({ at: 6, expected: 'a closing quotation mark' })
    expect(problem('changed:someday')).toMatchObject({ there: 'someday' })
    expect(problem('has:draft,hope')).toMatchObject({ there: 'hope' })
    expect(problem('words:many')).toMatchObject({
      there: 'many',
      expected: 'a number (300), more (>300), fewer (<300), or two numbers with .. between',
    })
    expect(problem('words:9..3')).toMatchObject({ there: '9..3' })
    expect(problem('text:""')).toMatchObject({ at: 5 })
    expect(problem('kind:')).toMatchObject({ at: 5 })
    expect(problem('kind:page,')).toMatchObject({ expected: 'a value on each side of a comma' })
    expect(problem('– —')).toMatchObject({ there: '–', expected: 'letters or digits' })
    expect(problem('('.repeat(40))).toMatchObject({ expected: 'fewer parentheses within each other' })
    expect(problem('a'.repeat(1_001))).toMatchObject({ at: 1_000 })
  })
  it('printed and read again is the same, and no text throws', () => {
    fc.assert(
      fc.property(queries, (query) => {
        expect(read(printQuery(query))).toEqual(query)
      }),
    )
    fc.assert(
      fc.property(fc.string({ maxLength: 60, unit: fc.constantFrom(...'ab ()":,-.or not and has:kind:changed:20'.split('')) }), (text) => {
        const parsed = parseQuery(text, TODAY)
        if (parsed.ok) expect(read(printQuery(parsed.query))).toEqual(parsed.query)
        else expect(parsed.problem.at).toBeLessThanOrEqual(text.length)
      }),
      { numRuns: 2_000 },
    )
  })
})

describe('a span of dates', () => {
  const span = (text: string, today = TODAY) => {
    const found = spanOf(text, today)
    return found.ok ? `${found.value.from ?? ''}..${found.value.to ?? ''}` : null
  }
  // ISO 8601 week dates: the examples of its annex, and years that begin and end within a week of another.
  it.each([
    ['2005-W52', '2005-12-26..2006-01-01'],
    ['2004-W53', '2004-12-27..2005-01-02'],
    ['2007-W01', '2007-01-01..2007-01-07'],
    ['2008-W52', '2008-12-22..2008-12-28'],
    ['2009-W01', '2008-12-29..2009-01-04'],
    ['2009-W53', '2009-12-28..2010-01-03'],
    ['2010-W01', '2010-01-04..2010-01-10'],
  ])('%s is %s', (week, dates) => expect(span(week)).toBe(dates))
  it('is a day, month, year, or counted from today, with both ends within', () => {
    expect(
      ['2026-02', '2024-02', '2026', '2026-11-05', '2026-11-01..', '..2026-11-01', '2026-11-01..2026-11-03'].map((text) => span(text)),
    ).toEqual([
      '2026-02-01..2026-02-28',
      '2024-02-01..2024-02-29',
      '2026-01-01..2026-12-31',
      '2026-11-05..2026-11-05',
      '2026-11-01..',
      '..2026-11-01',
      '2026-11-01..2026-11-03',
    ])
    expect(
      ['today', 'yesterday', 'tomorrow', 'last-7-days', 'next-1-day', 'this-week', 'last-week', 'next-week'].map((text) => span(text)),
    ).toEqual([
      '2026-11-25..2026-11-25',
      '2026-11-24..2026-11-24',
      '2026-11-26..2026-11-26',
      '2026-11-19..2026-11-25',
      '2026-11-25..2026-11-25',
      '2026-11-23..2026-11-29',
      '2026-11-16..2026-11-22',
      '2026-11-30..2026-12-06',
    ])
    expect([span('this-month', '2026-01-31'), span('last-month', '2026-01-31')]).toEqual([
      '2026-01-01..2026-01-31',
      '2025-12-01..2025-12-31',
    ])
  })
  it('is refused where it names no date', () => {
    const bad = [
      '2026-13',
      '2026-02-30',
      '2026-W54',
      '2025-W53',
      '2026-W00',
      'last-0-days',
      '..',
      '2026-11-03..2026-11-01',
      'soon',
      '2026-11-05T10:00',
      '',
    ]
    expect(bad.map((text) => span(text))).toEqual(bad.map(() => null))
  })
})
