import fc from 'fast-check'
import sqlite3 from 'sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { parseQuery } from '../../core/query/parse'
import { wordsOf } from '../../core/query/query'
import { marksOf, snippetOf, searchTermsOf, type Sought } from '../../core/query/snippet'

let db: sqlite3.Database
const all = <T>(sql: string, values: unknown[] = []) =>
  new Promise<T[]>((resolve, reject) => db.all(sql, values, (error, rows) => (error ? reject(error) : resolve(rows as T[]))))
beforeAll(async () => {
  db = new sqlite3.Database(':memory:')
  await all('CREATE VIRTUAL TABLE t USING fts5 (body, tokenize = "unicode61 remove_diacritics 2")')
})
afterAll(() => new Promise<void>((done) => db.close(() => done())))

const sought = (q: string): Sought[] => {
  const parsed = parseQuery(q, '2026-11-25')
  if (!parsed.ok) throw new Error(parsed.problem.expected)
  return searchTermsOf(parsed.query)
}
const shown = (passages: string[], q: string) => {
  const snippet = snippetOf(passages, sought(q))
  if (!snippet) return null
  let text = snippet.text
  for (const [from, to] of [...snippet.marks].reverse()) text = `${text.slice(0, from)}[${text.slice(from, to)}]${text.slice(to)}`
  return text
}

describe('a snippet', () => {
  // Oracle: FTS5’s own highlight() marks the same places, with accents, capitals, beginnings and phrases.
  it('marks what FTS5 marks, whatever the text and the words', async () => {
    const word = fc.constantFrom('boat', 'Boats', 'årdal', 'Ardal', 'quay', 'x1', 'é', '12')
    const text = fc
      .array(fc.tuple(word, fc.constantFrom(' ', ', ', '. ', '-', ' – ')), { minLength: 1, maxLength: 14 })
      .map((parts) => parts.flat().join(''))
    const one = fc.record({
      words: fc.array(word, { minLength: 1, maxLength: 2 }).map((words) => words.flatMap(wordsOf)),
      begins: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(text, one, async (body, phrase) => {
        await all('DELETE FROM t')
        await all('INSERT INTO t VALUES (?)', [body])
        const [row] = await all<{ marked: string }>("SELECT highlight(t, 0, '[', ']') AS marked FROM t WHERE t MATCH ?", [
          `"${phrase.words.join(' ')}"${phrase.begins ? '*' : ''}`,
        ])
        let ours = body
        for (const [from, to] of marksOf(body, [phrase]).reverse())
          ours = `${ours.slice(0, from)}[${ours.slice(from, to)}]${ours.slice(to)}`
        expect(ours).toBe(row?.marked ?? body)
      }),
      { numRuns: 400 },
    )
  })
  it('is of the passage that has most of it, cut between words', () => {
    const long = `The ramp at Innermost is closed until noon. ${'Boats sail as usual. '.repeat(20)}`
    expect(shown(['Nothing here', long], 'text:ramp')).toMatch(/^The \[ramp\] at Innermost is closed .* …$/)
    expect(shown([long], 'text:usual')!.length).toBeLessThan(190)
    expect(shown(['one ramp', 'a ramp by a ramp'], 'text:ramp')).toBe('a [ramp] by a [ramp]')
    expect(shown([`${'word '.repeat(30)}storm warning`], 'text:"storm warning"')).toBe(`… ${'word '.repeat(7)}[storm warning]`)
    expect(shown(['quay'], 'text:boat')).toBeNull()
  })
  it('shows what is asked for in texts, and not what is denied', () => {
    expect(sought('text:ramp quay not text:boat text:"of the"')).toEqual([
      { words: ['ramp'], begins: true },
      { words: ['of', 'the'], begins: false },
    ])
  })
})
