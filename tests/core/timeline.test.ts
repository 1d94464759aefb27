import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { canonical } from '../../core/content/canonical'
import { fingerprint, manifestOf, type Content } from '../../core/content/content'
import { newEntry } from '../../core/menu/entries'
import { compare } from '../../core/history/compare'
import { takeBack } from '../../core/history/restore'
import { EMPTY_TIMELINE, record, redo, undo, type Timeline } from '../../core/history/timeline'
import { anyContent } from '../support/content'

describe('undo and redo', () => {
  it('go back to the beginning and forward to the end, whatever was done', () => {
    fc.assert(
      fc.property(fc.array(anyContent, { minLength: 2, maxLength: 6 }), (states) => {
        let timeline = states
          .slice(1)
          .reduce<Timeline>((line, state, index) => record(line, states[index]!, state, index * 5_000), EMPTY_TIMELINE)
        let content = states.at(-1)!
        for (let back = undo(timeline, content); back; back = undo(timeline, content)) ({ timeline, content } = back)
        expect(canonical(content)).toBe(canonical(states[0]))
        for (let forth = redo(timeline, content); forth; forth = redo(timeline, content)) ({ timeline, content } = forth)
        expect(canonical(content)).toBe(canonical(states.at(-1)))
        expect(timeline.undone).toEqual([])
      }),
      { numRuns: 120 },
    )
  })
  const page = (text: string, title = 'Fares'): Content => ({
    fields: { title },
    body: [{ id: 'aaaa', kind: 'paragraph', text: text ? [{ text }] : [] }],
  })
  it('take typing in one place as one step, until a pause', () => {
    let line = record(EMPTY_TIMELINE, page(''), page('W'), 0)
    line = record(line, page('W'), page('Wo'), 200)
    line = record(line, page('Wo'), page('Wor'), 400)
    line = record(line, page('Wor'), page('Word'), 5_000)
    const first = undo(line, page('Word'))!
    expect(first.content).toEqual(page('Wor'))
    expect(undo(first.timeline, first.content)!.content).toEqual(page(''))
  })
  it('take each thing that is done to a field without typing as a step, however soon', () => {
    const menu = (...ids: number[]): Content => ({
      fields: {
        menuEntries: ids.map((id) => newEntry(`00000000-0000-4000-8000-00000000000${id}`, { is: 'link', href: '/posts', below: 0 })),
      },
      body: [],
    })
    const line = record(record(EMPTY_TIMELINE, menu(), menu(1), 0), menu(1), menu(1, 2), 100)
    expect(undo(line, menu(1, 2))!.content).toEqual(menu(1))
  })
  it('leave what someone else did meanwhile', () => {
    const line = record(EMPTY_TIMELINE, page('Mine before'), page('Mine after'), 0)
    expect(undo(line, page('Mine after', 'Their title'))!.content).toEqual(page('Mine before', 'Their title'))
  })
  it('have nothing to say at either end', () => {
    expect(undo(EMPTY_TIMELINE, page('x'))).toBeNull()
    expect(redo(EMPTY_TIMELINE, page('x'))).toBeNull()
  })
})

describe('taking back one place', () => {
  it('of each that changed, in the earlier order, gives the earlier content', () => {
    fc.assert(
      fc.property(anyContent, anyContent, (before, after) => {
        const script = compare(before, after)
        const gone = script.blocks.filter(({ change }) => change === 'added')
        const rest = script.blocks
          .filter(({ change }) => change !== 'added' && change !== 'same')
          .sort((a, b) => ('from' in a ? a.from : 0) - ('from' in b ? b.from : 0))
        let content = after
        for (const { name } of script.fields) content = takeBack(content, before, { field: name })
        for (const { id } of [...gone, ...rest]) content = takeBack(content, before, { block: id })
        expect(fingerprint(manifestOf(content))).toBe(fingerprint(manifestOf(before)))
      }),
      { numRuns: 120 },
    )
  })
  it('touches nothing else', () => {
    fc.assert(
      fc.property(anyContent, anyContent, fc.nat(), (before, after, pick) => {
        const changed = compare(before, after).blocks.filter(({ change }) => change === 'changed')
        if (!changed.length) return
        const { id } = changed[pick % changed.length]!
        const result = takeBack(after, before, { block: id })
        const others = (content: Content) => content.body.filter((block) => block.id !== id)
        expect(others(result)).toEqual(others(after))
        expect(result.body.find((block) => block.id === id)).toEqual(before.body.find((block) => block.id === id))
        expect(result.fields).toEqual(after.fields)
      }),
      { numRuns: 120 },
    )
  })
})
