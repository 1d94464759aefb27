import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { diffArrays } from 'diff'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { blockBytes, fingerprint, manifestOf, type Content } from '../../core/content/content'
import { normaliseText } from '../../core/content/inline'
import { blame } from '../../core/history/blame'
import { apply, compare } from '../../core/history/compare'
import { columnOf, markBlock } from '../../core/history/mark'
import { differencesOf, type Hunk } from '../../core/history/sequence'
import { markText, sideOf, tokens } from '../../core/history/words'
import { anyBlock, anyContent, anyText } from '../support/content'

const cost = (hunks: Hunk[]) => hunks.reduce((sum, hunk) => sum + hunk.aTo - hunk.aFrom + hunk.bTo - hunk.bFrom, 0)

/** Rebuilds the later sequence from the earlier one and the hunks, checking that what is said to stay is equal. */
function rebuilt(a: string[], b: string[], hunks: Hunk[]): string[] {
  const out: string[] = []
  let [x, y] = [0, 0]
  for (const hunk of [...hunks, { aFrom: a.length, aTo: a.length, bFrom: b.length, bTo: b.length }]) {
    expect(a.slice(x, hunk.aFrom)).toEqual(b.slice(y, hunk.bFrom))
    out.push(...a.slice(x, hunk.aFrom), ...b.slice(hunk.bFrom, hunk.bTo))
    ;[x, y] = [hunk.aTo, hunk.bTo]
  }
  return out
}
const letters = (max: number) => fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: max })

describe('differences of two sequences', () => {
  // Myers 1986, figure 1: ABCABBA to CBABAC has a shortest script of 5.
  it('finds 5 between ABCABBA and CBABAC, as Myers does', () => {
    const [a, b] = [[...'ABCABBA'], [...'CBABAC']]
    const hunks = differencesOf(a, b)
    expect(cost(hunks)).toBe(5)
    expect(rebuilt(a, b, hunks)).toEqual(b)
  })
  it('rebuild the later from the earlier, and are as few as the package diff finds, whatever the sequences', () => {
    fc.assert(
      fc.property(letters(60), letters(60), (a, b) => {
        const hunks = differencesOf(a, b)
        expect(rebuilt(a, b, hunks)).toEqual(b)
        const oracle = diffArrays(a, b).reduce((sum, part) => sum + (part.added || part.removed ? part.count : 0), 0)
        expect(cost(hunks)).toBe(oracle)
      }),
      { numRuns: 800 },
    )
  })
  it('stay a right script, and cheap, for long sequences with nothing in common', () => {
    const a = Array.from({ length: 12_000 }, (_, index) => `a${index}`)
    const b = Array.from({ length: 12_000 }, (_, index) => (index % 97 === 0 ? `a${index}` : `b${index}`))
    const hunks = differencesOf(a, b)
    expect(rebuilt(a, b, hunks)).toEqual(b)
  })
  it('leave something that stays between any two hunks', () => {
    fc.assert(
      fc.property(letters(40), letters(40), (a, b) => {
        const hunks = differencesOf(a, b)
        hunks.slice(1).forEach((hunk, index) => expect(hunk.aFrom).toBeGreaterThan(hunks[index]!.aTo))
      }),
    )
  })
})

describe('words', () => {
  it('joined are the text again', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        expect(tokens(text).join('')).toBe(text)
      }),
    )
  })
  it('marked hold both texts', () => {
    fc.assert(
      fc.property(anyText, anyText, (before, after) => {
        const marked = markText(before, after)
        expect(sideOf(marked, 'before')).toEqual(normaliseText(before))
        expect(sideOf(marked, 'after')).toEqual(normaliseText(after))
      }),
      { numRuns: 500 },
    )
  })
  it('marks the word, not the sentence', () => {
    expect(markText([{ text: 'A car costs 246 kroner.' }], [{ text: 'A car costs 252 kroner.' }])).toEqual([
      { text: 'A car costs ' },
      { text: '246', change: 'removed' },
      { text: '252', change: 'added' },
      { text: ' kroner.' },
    ])
  })
})

const says = (content: Content) => fingerprint(manifestOf(content))

describe('comparing two contents', () => {
  it('gives a script that turns the one into the other, whatever they are', () => {
    fc.assert(
      fc.property(anyContent, anyContent, (a, b) => {
        expect(says(apply(compare(a, b), a))).toBe(says(b))
        const itself = compare(a, a)
        expect([itself.fields.length, itself.blocks.filter(({ change }) => change !== 'same').length]).toEqual([0, 0])
      }),
      { numRuns: 500 },
    )
  })
  it('tells moved, changed, added and removed apart, and leaves the rest', () => {
    const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: [{ text }] })
    const before = {
      fields: { title: 'Fares' },
      body: ['one', 'two', 'three', 'four'].map((text, index) => paragraph(`blk${index}`, text)),
    }
    const after = {
      fields: { title: 'Fares 2027' },
      body: [paragraph('blk3', 'four'), paragraph('blk0', 'one'), paragraph('blk2', 'THREE'), paragraph('blk9', 'new')],
    }
    const script = compare(before, after)
    expect(script.fields).toEqual([{ name: 'title', before: 'Fares', after: 'Fares 2027' }])
    expect(script.blocks.map(({ change, id }) => `${change} ${id}`)).toEqual([
      'moved blk3',
      'same blk0',
      'removed blk1',
      'changed blk2',
      'added blk9',
    ])
  })
  it('shows any two states of a block in one, from which each column can be read', () => {
    fc.assert(
      fc.property(anyBlock('blka'), anyBlock('blka'), (before, after) => {
        fc.pre(before.kind === after.kind)
        const { block } = markBlock(before, after)
        const clean = (value: unknown): unknown =>
          JSON.parse(JSON.stringify(value, (name, part: unknown) => (name === 'change' ? undefined : part)))
        const words = (one: Block) =>
          JSON.stringify(one).length > 0 &&
          blockBytes(clean(one) as Block)
            .match(/"text":"[^"]*"/g)
            ?.join('')
        if (before.kind === 'paragraph') {
          expect(words(columnOf(block, 'before'))).toBe(words(before))
          expect(words(columnOf(block, 'after'))).toBe(words(after))
        } else expect(columnOf(block, 'after').kind).toBe(after.kind)
      }),
    )
  })
})

describe('who last changed what', () => {
  // Oracle: git blame on a text with a line a block. Blocks are not moved here: git tells no moves within a file.
  it('is what git blame says of lines', () => {
    const repo = mkdtempSync(join(tmpdir(), 'yieldgate-blame-'))
    const git = (...args: string[]) =>
      execFileSync('git', ['-C', repo, '-c', 'user.name=b', '-c', 'user.email=b@b.example', ...args], {
        stdio: ['ignore', 'pipe', 'ignore'],
      }).toString()
    try {
      git('init', '-q')
      let state = 7
      const next = (below: number) => (state = (state * 1_103_515_245 + 12_345) >>> 0) % below
      let lines: { id: string; text: string }[] = Array.from({ length: 12 }, (_, index) => ({ id: `blk${index}`, text: `line ${index}` }))
      const versions = Array.from({ length: 14 }, (_, turn) => {
        if (turn) {
          const at = next(lines.length)
          const what = next(3)
          if (what === 0) lines = lines.toSpliced(at, 1, { id: lines[at]!.id, text: `changed in ${turn}` })
          else if (what === 1) lines = lines.toSpliced(at, 0, { id: `new${turn}x`, text: `put in by ${turn}` })
          else if (lines.length > 4) lines = lines.toSpliced(at, 1)
        }
        writeFileSync(join(repo, 'text'), lines.map((line) => `${line.text}\n`).join(''))
        git('add', '.')
        git('commit', '-q', '--allow-empty', '-m', 'x')
        const commit = git('rev-parse', 'HEAD').trim()
        const body: Block[] = lines.map((line) => ({ id: line.id, kind: 'paragraph', text: [{ text: line.text }] }))
        return { id: commit, manifest: manifestOf({ fields: {}, body }) }
      })
      const oracle = git('blame', '-l', '-s', '--root', 'text')
        .trim()
        .split('\n')
        .map((row) => row.slice(0, 40))
      const ours = blame(versions)
      expect(lines.map((line) => ours.blocks.get(line.id))).toEqual(oracle)
      expect(new Set(oracle).size).toBeGreaterThan(5)
    } finally {
      rmSync(repo, { recursive: true, force: true })
    }
  })
})
