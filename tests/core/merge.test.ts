import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { fingerprint, manifestOf, type Content } from '../../core/content/content'
import { chunksOf, diff3 } from '../../core/history/diff3'
import { merge, placeOf, type Choices } from '../../core/history/merge'
import { anyContent } from '../support/content'

const says = (content: Content) => fingerprint(manifestOf(content))
const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })
const page = (...texts: [string, string][]): Content => ({
  fields: { title: 'Fares' },
  body: texts.map(([id, text]) => paragraph(id, text)),
})

/** The merged sequence, or null when there is a conflict. */
function merged(base: string[], a: string[], b: string[]): string[] | null {
  const chunks = diff3(base, a, b)
  if (chunks.some((chunk) => chunk.kind === 'conflict')) return null
  return chunks.flatMap((chunk) => (chunk.kind === 'b' ? b.slice(...chunk.b) : a.slice(...chunk.a)))
}

describe('diff3', () => {
  // Khanna, Kunal, Pierce 2007, §2, figure 1, with the matchings shown there (others are as long).
  it('cuts the example of Khanna, Kunal and Pierce as they do', () => {
    const [o, a, b] = ['123456', '145236', '124536'].map((text) => Int32Array.from(text, Number)) as [Int32Array, Int32Array, Int32Array]
    const chunks = chunksOf(o, a, b, Int32Array.of(0, 3, 4, -1, -1, 5), Int32Array.of(0, 1, -1, 2, 3, 5))
    const cut = chunks.map(({ kind, ...parts }) => [
      kind,
      ...[a.slice(...parts.a), o.slice(...parts.base), b.slice(...parts.b)].map((part) => part.join('')),
    ])
    expect(cut).toEqual([
      ['stable', '1', '1', '1'],
      ['a', '45', '', ''],
      ['stable', '2', '2', '2'],
      ['conflict', '3', '345', '453'],
      ['stable', '6', '6', '6'],
    ])
  })
  // The same paper, §4: a side that did not change gives way; both the same give that (idempotence).
  it('takes the changed side, and what both made alike', () => {
    const any = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 20 })
    fc.assert(
      fc.property(any, any, (o, a) => {
        expect(merged(o, a, o)).toEqual(a)
        expect(merged(o, o, a)).toEqual(a)
        expect(merged(o, a, a)).toEqual(a)
      }),
      { numRuns: 500 },
    )
  })

  describe('beside git merge-file', () => {
    let folder = ''
    beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'yieldgate-merge-'))))
    afterAll(() => rmSync(folder, { recursive: true, force: true }))
    it('conflicts where git does, and else makes the same text', () => {
      let state = 11
      const next = (below: number) => (state = (state * 1_103_515_245 + 12_345) >>> 0) % below
      const change = (lines: string[], who: string) => {
        const out = [...lines]
        for (let turn = 1 + next(3); turn > 0; turn--) {
          const at = next(out.length)
          const what = next(3)
          if (what === 0) out[at] = `${who}${turn}`
          else if (what === 1) out.splice(at, 0, `${who}${turn} new`)
          else out.splice(at, 1)
        }
        return out
      }
      const tally = { clean: 0, conflict: 0 }
      for (let turn = 0; turn < 60; turn++) {
        // No line twice, so that there is one way to match the texts.
        const base = Array.from({ length: 14 }, (_, index) => `line ${index}`)
        const [a, b] = [change(base, 'mine '), change(base, 'theirs ')]
        const names = Object.entries({ a, base, b }).map(([name, lines]) => {
          writeFileSync(join(folder, name), lines.map((line) => `${line}\n`).join(''))
          return join(folder, name)
        })
        const git = spawnSync('git', ['merge-file', '-p', '--diff-algorithm=myers', ...names])
        const usable = git.status === 129 ? spawnSync('git', ['merge-file', '-p', ...names]) : git
        const ours = merged(base, a, b)
        expect(ours === null, `turn ${turn}`).toBe(usable.status !== 0)
        if (ours) expect(ours.map((line) => `${line}\n`).join('')).toBe(usable.stdout.toString())
        tally[ours ? 'clean' : 'conflict']++
      }
      expect(Math.min(tally.clean, tally.conflict)).toBeGreaterThan(20)
    })
  })
})

describe('merging contents', () => {
  const base = page(['aaaa', 'A car costs 246 kroner.'], ['bbbb', 'Two'], ['cccc', 'Three'])
  const withText = (id: string, text: string): Content => ({
    ...base,
    body: base.body.map((block) => (block.id === id ? paragraph(id, text) : block)),
  })

  it('takes the side that changed, whatever it made', () => {
    fc.assert(
      fc.property(anyContent, anyContent, (o, a) => {
        for (const result of [merge(o, a, o), merge(o, o, a), merge(o, a, a)]) expect(result.ok && says(result.content)).toBe(says(a))
      }),
      { numRuns: 250 },
    )
  })
  it('is the same whichever side is named first, also in its conflicts', () => {
    fc.assert(
      fc.property(anyContent, anyContent, anyContent, (o, a, b) => {
        const [one, other] = [merge(o, a, b), merge(o, b, a)]
        expect(one.ok).toBe(other.ok)
        if (one.ok && other.ok) expect(says(one.content)).toBe(says(other.content))
        else if (!one.ok && !other.ok) expect(one.conflicts.map(placeOf).sort()).toEqual(other.conflicts.map(placeOf).sort())
      }),
      { numRuns: 250 },
    )
  })
  it('settles every conflict by a choice, and then each side’s text is what was chosen', () => {
    fc.assert(
      fc.property(anyContent, anyContent, anyContent, fc.boolean(), (o, a, b, first) => {
        const open = merge(o, a, b)
        if (open.ok) return
        const side = first ? 'a' : 'b'
        const choices: Choices = Object.fromEntries(open.conflicts.map((conflict) => [placeOf(conflict), side]))
        const settled = merge(o, a, b, choices)
        expect(settled.ok).toBe(true)
        if (!settled.ok) return
        for (const conflict of open.conflicts)
          if (conflict.place === 'block')
            expect(settled.content.body.find((block) => block.id === conflict.id) ?? null).toEqual(conflict[side])
      }),
      { numRuns: 250 },
    )
  })
  it('never conflicts when the sides touched different blocks', () => {
    fc.assert(
      fc.property(anyContent, fc.infiniteStream(fc.boolean()), fc.string(), (o, coins, text) => {
        const mine = new Map(o.body.map((block) => [block.id, coins.next().value]))
        const touch = (whose: boolean): Content => ({
          fields: o.fields,
          body: o.body.flatMap((block, index) =>
            mine.get(block.id) !== whose ? block : index % 3 === 0 ? [] : [paragraph(block.id, `${text} ${String(whose)}`)],
          ),
        })
        const result = merge(o, touch(true), touch(false))
        expect(result.ok).toBe(true)
        if (result.ok) expect(new Set(result.content.body.map((block) => block.id)).size).toBe(result.content.body.length)
      }),
      { numRuns: 250 },
    )
  })
  it('merges different words of one paragraph, and asks about the same word', () => {
    const result = merge(base, withText('aaaa', 'A car costs 252 kroner.'), withText('aaaa', 'A long car costs 246 kroner.'))
    expect(result.ok && result.content.body[0]).toEqual(paragraph('aaaa', 'A long car costs 252 kroner.'))
    expect(merge(base, withText('aaaa', 'A car costs 252 kroner.'), withText('aaaa', 'A car costs 260 kroner.'))).toMatchObject({
      ok: false,
      conflicts: [{ place: 'block', id: 'aaaa' }],
    })
  })
  it('merges rows of a table that different people changed, and asks about the same row', () => {
    const table = (...rows: string[]): Content => ({
      fields: {},
      body: [{ id: 'tttt', kind: 'table', caption: '', headers: 'row', rows: rows.map((row) => row.split(' ').map((text) => [{ text }])) }],
    })
    const o = table('Port Fare', 'Vessa 40', 'Innermost 60', 'Larkholm 20')
    const result = merge(
      o,
      table('Port Fare', 'Vessa 46', 'Innermost 60', 'Larkholm 20'),
      table('Port Fare', 'Vessa 40', 'Innermost 60', 'Larkholm 25'),
    )
    expect(result.ok && says(result.content)).toBe(says(table('Port Fare', 'Vessa 46', 'Innermost 60', 'Larkholm 25')))
    expect(
      merge(o, table('Port Fare', 'Vessa 46', 'Innermost 60', 'Larkholm 20'), table('Port Fare', 'Vessa 48', 'Innermost 60', 'Larkholm 20'))
        .ok,
    ).toBe(false)
  })
  it('keeps a move of one side and a change of the other', () => {
    const moved = { ...base, body: [base.body[2]!, base.body[0]!, base.body[1]!] }
    const result = merge(base, moved, withText('cccc', 'THREE'))
    expect(result.ok && result.content.body.map((block) => block.id)).toEqual(['cccc', 'aaaa', 'bbbb'])
    expect(result.ok && result.content.body[0]).toEqual(paragraph('cccc', 'THREE'))
  })
  it('asks when one side removed what the other changed, and joins labels that both added', () => {
    const gone = { ...base, body: base.body.slice(1) }
    expect(merge(base, gone, withText('aaaa', 'Changed'))).toMatchObject({ ok: false, conflicts: [{ id: 'aaaa', a: null }] })
    const labelled = (...labels: string[]): Content => ({ fields: { ...base.fields, labels }, body: base.body })
    const result = merge(labelled('one', 'two'), labelled('one', 'two', 'three'), labelled('two', 'four'))
    expect(result.ok && result.content.fields.labels).toEqual(['two', 'four', 'three'])
  })
})
