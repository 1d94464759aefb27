import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { editsBetween, replay } from '../../core/content/between'
import { applyEdits, type Edit } from '../../core/content/edits'
import { manifestOf, type Content, type Manifest } from '../../core/content/content'
import { canonical } from '../../core/content/canonical'
import type { Block } from '../../core/blocks/blocks'
import { anyContent } from '../support/content'

const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })
const page = (...texts: [string, string][]): Content => ({
  fields: { title: 'Fares' },
  body: texts.map(([id, text]) => paragraph(id, text)),
})
const same = (a: Manifest, b: Manifest) => canonical(a) === canonical(b)
const apply = (base: Content, head: Content, edits: Edit[]) => applyEdits('page', manifestOf(base), manifestOf(head), edits)

describe('edits between two contents', () => {
  it('turn one into the other, on the server and at hand, whatever they are', () => {
    fc.assert(
      fc.property(anyContent, anyContent, (a, b) => {
        const edits = editsBetween(a, b)
        const saved = apply(a, a, edits)
        expect(saved.ok && same(saved.value.manifest, manifestOf(b))).toBe(true)
        expect(canonical(replay(a, edits))).toBe(canonical(b))
        expect(editsBetween(a, a)).toEqual([])
      }),
      { numRuns: 400 },
    )
  })
  it('move one block with one edit', () => {
    const before = page(['aaaa', '1'], ['bbbb', '2'], ['cccc', '3'], ['dddd', '4'])
    const after = { ...before, body: [before.body[1]!, before.body[2]!, before.body[3]!, before.body[0]!] }
    expect(editsBetween(before, after)).toEqual([{ op: 'move', id: 'aaaa', after: 'dddd' }])
  })
})

describe('saving on a newer version', () => {
  const base = page(['aaaa', 'one'], ['bbbb', 'two'], ['cccc', 'three'])
  const edited = (id: string, text: string) => ({
    ...base,
    body: base.body.map((block) => (block.id === id ? paragraph(id, text) : block)),
  })

  it('merges different blocks and fields silently', () => {
    const head = { ...edited('bbbb', 'TWO'), fields: { title: 'Fares 2027' } }
    const result = apply(base, head, [...editsBetween(base, edited('aaaa', 'ONE')), { op: 'field', name: 'summary', value: 'New' }])
    expect(result.ok && result.value.manifest.fields).toEqual({ title: 'Fares 2027', summary: 'New' })
    expect(
      result.ok &&
        same(
          result.value.manifest,
          manifestOf({
            fields: { title: 'Fares 2027', summary: 'New' },
            body: [paragraph('aaaa', 'ONE'), paragraph('bbbb', 'TWO'), base.body[2]!],
          }),
        ),
    ).toBe(true)
  })
  it('never conflicts when two people change disjoint blocks (any such pair, in either order)', () => {
    fc.assert(
      fc.property(anyContent, fc.nat(), (content, split) => {
        const at = content.body.length ? split % content.body.length : 0
        const mine = content.body.slice(0, at).map((block) => ({ op: 'replace', block: paragraph(block.id, 'mine') }) as Edit)
        const theirs = content.body.slice(at).map((block) => ({ op: 'replace', block: paragraph(block.id, 'theirs') }) as Edit)
        const [one, other] = [replay(content, mine), replay(content, theirs)]
        const [a, b] = [apply(content, one, theirs), apply(content, other, mine)]
        expect(a.ok && b.ok && same(a.value.manifest, b.value.manifest)).toBe(true)
      }),
    )
  })
  it.each<[string, Content, Edit]>([
    ['the same block', edited('bbbb', 'theirs'), { op: 'replace', block: paragraph('bbbb', 'mine') }],
    ['a block that was removed', { ...base, body: base.body.slice(0, 1) }, { op: 'replace', block: paragraph('bbbb', 'mine') }],
    ['removing what the other changed', edited('bbbb', 'theirs'), { op: 'remove', id: 'bbbb' }],
    [
      'a block that both put back, differently',
      { ...base, body: [...base.body, paragraph('back', 'theirs')] },
      { op: 'insert', after: null, block: paragraph('back', 'mine') },
    ],
    ['the same field', { ...base, fields: { title: 'Theirs' } }, { op: 'field', name: 'title', value: 'Mine' }],
  ])('asks about %s, and applies nothing', (_, head, edit) => {
    const result = apply(base, head, [edit, { op: 'field', name: 'summary', value: 'x' }])
    expect(result.ok).toBe(false)
    expect('conflicts' in result && result.conflicts).toHaveLength(1)
  })
  it('does not ask when both said the same', () => {
    expect(apply(base, edited('bbbb', 'same'), [{ op: 'replace', block: paragraph('bbbb', 'same') }]).ok).toBe(true)
    expect(apply(base, { ...base, body: base.body.slice(1) }, [{ op: 'remove', id: 'aaaa' }]).ok).toBe(true)
  })
  it('refuses to insert a block that is there, unless it is the same', () => {
    const again = (text: string) => apply(base, base, [{ op: 'insert', after: null, block: paragraph('bbbb', text) }])
    const result = again('other words')
    expect(!result.ok && result.reasons.map((reason) => [reason.code, reason.at])).toEqual([['block-exists', 'bbbb']])
    const there = base.body.find((block) => block.id === 'bbbb')!
    expect(apply(base, base, [{ op: 'insert', after: null, block: there }]).ok).toBe(true)
  })
  it('a block put back on a version that has it already takes the words put back', () => {
    const body = replay({ fields: {}, body: [paragraph('back', 'theirs')] }, [
      { op: 'insert', after: null, block: paragraph('back', 'mine') },
    ]).body
    expect(body).toEqual([paragraph('back', 'mine')])
  })
  it('refuses unknown fields, wrong values and unknown blocks with the place', () => {
    const result = apply(base, base, [
      { op: 'field', name: 'nonsense', value: 1 },
      { op: 'field', name: 'order', value: 'x' },
      { op: 'field', name: '__proto__', value: {} },
      { op: 'replace', block: paragraph('zzzz', 'x') },
    ])
    expect(!result.ok && result.reasons.map((reason) => [reason.code, reason.at])).toEqual([
      ['field-wrong', 'nonsense'],
      ['field-wrong', 'order'],
      ['field-wrong', '__proto__'],
      ['block-unknown', 'zzzz'],
    ])
  })
  it('keeps only the blocks that the page holds, and sanitises source blocks', () => {
    const result = apply(base, base, [
      { op: 'insert', after: null, block: { id: 'ssss', kind: 'source', html: '<p onclick=x>Hi<script>1</script></p>' } },
      { op: 'insert', after: null, block: paragraph('gone', 'x') },
      { op: 'remove', id: 'gone' },
    ])
    expect(result.ok && [...result.value.blocks.values()].map((block) => block.bytes)).toEqual([
      '{"html":"<p>Hi</p>","id":"ssss","kind":"source"}',
    ])
  })
})
