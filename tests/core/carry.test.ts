import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyBlock, blockText, type Block, type BlockKind } from '../../core/blocks/blocks'
import { editsBetween } from '../../core/content/between'
import { canonical } from '../../core/content/canonical'
import { normaliseBlock, type Content } from '../../core/content/content'
import { plain, runs } from '../../core/content/inline'
import { mapTexts } from '../../core/content/texts'
import { carryBlock, carryEdits, carryText } from '../../core/history/carry'
import { anyContent, anyText } from '../support/content'

const page = (body: Block[]): Content => ({ fields: { title: 'Fares' }, body })
const text = (from: string, to: string, now: string) => plain(carryText(runs(from), runs(to), runs(now)))

describe('a change taken back where others wrote since', () => {
  it.each([
    [
      'words added after mine stay',
      'The quay is shut today.',
      'The quay is shut.',
      'The quay is shut today. Use the other one.',
      'The quay is shut. Use the other one.',
    ],
    [
      'words added before mine stay',
      'The quay is shut today.',
      'The quay is shut.',
      'Please note: The quay is shut today.',
      'Please note: The quay is shut.',
    ],
    ['words that I took out come back', 'We sail.', 'We sail at nine.', 'We sail. Always.', 'We sail at nine. Always.'],
    ['what others rewrote is theirs', 'Closed on Friday.', 'Given up, first words.', 'Open on Saturday.', 'Open on Saturday.'],
    [
      'what others wrote inside mine is theirs',
      'Boats leave at nine every day.',
      '',
      'Boats leave at half past nine every day.',
      'Boats leave at half past nine every day.',
    ],
    ['nothing of theirs: all goes back', 'New words here', 'Old', 'New words here', 'Old'],
  ])('%s', (_, from, to, now, expected) => expect(text(from, to, now)).toBe(expected))

  it('is the change itself where nobody else wrote, and nothing where there is no change', () => {
    fc.assert(
      fc.property(anyText, anyText, (one, other) => {
        expect(carryText(one, other, one)).toEqual(other)
        expect(carryText(one, one, other)).toEqual(other)
      }),
    )
    fc.assert(
      fc.property(anyContent, anyContent, (before, after) => {
        const [forth, back] = [editsBetween(before, after), editsBetween(after, before)]
        expect(canonical(carryEdits(after, forth, back))).toBe(canonical(before))
      }),
      { numRuns: 100 },
    )
  })

  const KINDS: BlockKind[] = ['paragraph', 'heading', 'list', 'quote', 'table', 'definitions', 'cards', 'questions', 'box', 'columns']
  /** A block of a kind with words in each of its texts. */
  const filled = (kind: BlockKind): Block => {
    let count = 0
    const empty = emptyBlock(kind, 'blok')
    const block = kind === 'box' ? { ...empty, blocks: [{ id: 'inne', kind: 'paragraph', text: [] }] } : empty
    const fill = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(fill)
      if (!value || typeof value !== 'object') return value
      return Object.fromEntries(
        Object.entries(value).map(([key, part]) =>
          ['text', 'term', 'question', 'answer'].includes(key)
            ? [key, runs(`one${++count} two${count} three${count}`)]
            : key === 'rows'
              ? [key, (part as unknown[][]).map((row) => row.map(() => runs(`cell${++count} more${count}`)))]
              : [key, fill(part)],
        ),
      )
    }
    return normaliseBlock(fill(block) as Block)
  }
  /** Puts words of one person into texts of a block, each word another. */
  const writes = (block: Block, by: string, places: number[]): Block => {
    let [at, count] = [0, 0]
    return mapTexts(
      block,
      (value) => {
        const place = places[at++ % places.length]!
        if (place < 0) return value
        const words = plain(value).split(' ')
        words.splice(place % (words.length + 1), 0, `${by}${++count}`)
        return runs(words.join(' '))
      },
      (value) => value,
    )
  }
  const wordsOf = (block: Block | null, by: string) => new Set(block ? (blockText(block).match(new RegExp(`${by}\\d+`, 'g')) ?? []) : [])

  it('keeps every word of theirs and takes every word of mine, in blocks of any kind', () => {
    const places = fc.array(fc.integer({ min: -1, max: 5 }), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(fc.constantFrom(...KINDS), places, places, (kind, mine, theirs) => {
        const before = filled(kind)
        const after = writes(before, 'mine', mine)
        const now = writes(after, 'their', theirs)
        const undone = carryBlock(after, before, now)
        expect(wordsOf(undone, 'their')).toEqual(wordsOf(now, 'their'))
        expect(wordsOf(undone, 'mine')).toEqual(new Set())
        // Done again, all of both is there.
        const again = carryBlock(before, after, undone)
        expect(wordsOf(again, 'mine')).toEqual(wordsOf(after, 'mine'))
        expect(wordsOf(again, 'their')).toEqual(wordsOf(now, 'their'))
      }),
      { numRuns: 400 },
    )
  })

  it('leaves a block that I put in and others wrote in, with what they wrote', () => {
    const mine: Block = { id: 'mine', kind: 'paragraph', text: runs('My own words.') }
    const [before, after] = [page([]), page([mine])]
    const now = page([{ ...mine, text: runs('My own words. And a price.') }])
    const back = carryEdits(now, editsBetween(before, after), editsBetween(after, before))
    expect(back.body.map(blockText)).toEqual([' And a price.'])
    expect(carryEdits(after, editsBetween(before, after), editsBetween(after, before)).body).toEqual([])
  })

  it('leaves labels that others put on, and a title that they changed', () => {
    const at = (title: string, labels: string[]): Content => ({ fields: { title, labels }, body: [] })
    const [before, after, now] = [at('Old', ['a']), at('New', ['a', 'b']), at('Newest by Bo', ['a', 'b', 'c'])]
    const back = carryEdits(now, editsBetween(before, after), editsBetween(after, before))
    expect(back.fields).toEqual({ title: 'Newest by Bo', labels: ['a', 'c'] })
  })
})
