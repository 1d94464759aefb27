import { describe, expect, it } from 'vitest'
import { parseQuery, printQuery } from '../../core/query/parse'
import { namesIn, nearestName, renamed, unknownNames } from '../../core/query/unknown'

const KNOWN = { section: ['Fares', 'Service notices', 'News'], label: ['Winter season', 'Walks'] } as Record<string, string[]>
const known = (field: string) => KNOWN[field] ?? []
const find = (field: string, name: string) => known(field).filter((one) => one.toLowerCase() === name.toLowerCase())
const read = (text: string) => {
  const parsed = parseQuery(text, '2026-12-01')
  if (!parsed.ok) throw new Error(parsed.problem.expected)
  return parsed.query
}
const unknown = (text: string) => unknownNames(read(text), find, known)

describe('names in a query that nothing has', () => {
  it('are told by their place with the nearest, wherever they stand', () => {
    const text = 'section:News or (not label:walk section:Fars) or section:Fares,Nws'
    expect(namesIn(read(text)).map(({ value }) => value)).toEqual(['News', 'walk', 'Fars', 'Fares', 'Nws'])
    expect(unknown(text)).toEqual([
      { place: 1, nearest: 'Walks' },
      { place: 2, nearest: 'Fares' },
      { place: 4, nearest: null },
    ])
    expect(unknown('section:fares label:"winter season" language:xx label:none kind:page')).toEqual([])
  })

  it('have no nearest where none is near', () => {
    expect(['Timetables', 'x', 'Serv', 'news', 'Service notcies'].map((name) => nearestName(name, KNOWN.section!))).toEqual([
      null,
      null,
      'Service notices',
      'News',
      'Service notices',
    ])
  })

  it('are replaced in the query as it is written', () => {
    const query = read('section:Fars,News not label:walk')
    expect(printQuery(renamed(query, unknown('section:Fars,News not label:walk')))).toBe('section:Fares,News not label:Walks')
  })
})

describe('what joins the terms of a query', () => {
  it('may be written in capitals', () => {
    for (const [capitals, small] of [
      ['fares OR timetable', 'fares or timetable'],
      ['NOT kind:page', 'not kind:page'],
      ['(fares AND boats) OR NOT quay', '(fares and boats) or not quay'],
    ] as const)
      expect(read(capitals)).toEqual(read(small))
    expect(read('"OR"')).toEqual({ is: 'phrase', in: 'title', text: 'OR' })
    expect(parseQuery('OR fares', '2026-12-01').ok).toBe(false)
  })
})
