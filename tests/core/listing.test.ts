import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { actionSchema, actionWords, isForMany } from '../../core/batch/action'
import { inTree, isBelow, isReplacedBy } from '../../core/labels/tree'
import { complete, fieldsLike, knownValues, typingAt } from '../../core/query/complete'
import { contentFacts } from '../../core/query/contentFacts'
import { parseQuery, printQuery } from '../../core/query/parse'
import { inList, type Query } from '../../core/query/query'
import { readSort } from '../../core/query/sort'
import { hasTerm, toggled, type Term } from '../../core/query/terms'
import { USEFUL_VIEWS } from '../../core/query/usefulViews'
import { queries } from '../support/queries'

const TODAY = '2026-11-25'
const read = (text: string): Query => {
  const parsed = parseQuery(text, TODAY)
  if (!parsed.ok) throw new Error(parsed.problem.expected)
  return parsed.query
}

describe('what is being typed', () => {
  const at = (text: string) => typingAt(text.replace('|', ''), text.indexOf('|'))
  it.each([
    ['dra|', { what: 'field', typed: 'dra', from: 0, to: 3 }],
    ['ship (se|', { what: 'field', typed: 'se', from: 6, to: 8 }],
    ['draft:|', { what: 'value', field: 'draft', typed: '', from: 6, to: 6 }],
    ['draft:returned,he|', { what: 'value', field: 'draft', typed: 'he', from: 15, to: 17 }],
    ['section:"Service no|', { what: 'value', field: 'section', typed: 'Service no', from: 8, to: 19 }],
    ['label:"A b",x|', { what: 'value', field: 'label', typed: 'x', from: 12, to: 13 }],
    ['not has:pic|', { what: 'value', field: 'has', typed: 'pic', from: 8, to: 11 }],
    ['changed:last|', null],
    ['a |', null],
    ['"a phra|', null],
    ['colour:r|', null],
  ])('in %s', (text, typing) => expect(at(text)).toEqual(typing))
  it('becomes what is chosen, in quotation marks where it has to be', () => {
    const take = (text: string, choice: string) => {
      const place = text.indexOf('|')
      const plain = text.replace('|', '')
      const done = complete(plain, typingAt(plain, place)!, choice)
      return `${done.text.slice(0, done.at)}|${done.text.slice(done.at)}`
    }
    expect(take('ship dra|', 'draft')).toBe('ship draft:|')
    expect(take('section:"Service no| kind:post', 'Service notices')).toBe('section:"Service notices"| kind:post')
    expect(take('draft:returned,he|', 'held')).toBe('draft:returned,held |')
  })
  it('offers fields and values that can be read again', () => {
    expect(fieldsLike('s')).toEqual(['site', 'section', 'series', 'shown'])
    expect(fieldsLike('draft')).toEqual([])
    for (const field of ['kind', 'site', 'draft', 'in', 'has', 'lacks'] as const)
      for (const value of knownValues(field)) expect(printQuery(read(`${field}:${value}`))).toBe(`${field}:${value}`)
    expect(knownValues('label')).toEqual([])
  })
})

describe('a term that is clicked', () => {
  const click = (text: string, term: Term) => printQuery(toggled(read(text), term))
  it('is asked beside the rest, or beside other values of its field; a second click takes it out', () => {
    const returned: Term = { field: 'draft', value: 'returned' }
    expect(click('', returned)).toBe('draft:returned')
    expect(click('ship', returned)).toBe('ship draft:returned')
    expect(click('draft:held ship', returned)).toBe('draft:held,returned ship')
    expect(click('draft:held,returned ship', returned)).toBe('draft:held ship')
    expect(click('draft:returned', returned)).toBe('')
    expect(click('draft:returned ship draft:held,returned', returned)).toBe('ship draft:held')
    expect(click('a or b', returned)).toBe('(a or b) draft:returned')
    expect(click('ship', { field: 'section', value: 'Service notices' })).toBe('ship section:"Service notices"')
  })
  it('that something lacks is not beside that it has it', () => {
    expect(click('has:picture ship', { is: 'lacks', part: 'picture' })).toBe('ship lacks:picture')
    expect(click('ship lacks:picture', { is: 'lacks', part: 'picture' })).toBe('ship')
    expect(click('lacks:picture ship lacks:picture', { is: 'lacks', part: 'picture' })).toBe('ship')
  })
  it('is there once it was clicked, and twice changes nothing of what is meant', () => {
    const term: Term = { field: 'kind', value: 'banner' }
    fc.assert(
      fc.property(queries, (query) => {
        const once = toggled(query, term)
        expect(hasTerm(once, term)).toBe(!hasTerm(query, term))
        // What is typed says the same as what was clicked.
        expect(hasTerm(read(printQuery(once)), term)).toBe(hasTerm(once, term))
        if (!hasTerm(query, term)) expect(printQuery(toggled(once, term))).toBe(printQuery(query))
      }),
      { numRuns: 300 },
    )
  })
})

describe('what lists know of a content', () => {
  const picture = (alt: string) => ({
    id: 'pic1',
    kind: 'picture' as const,
    media: '0199aaaa-0000-7000-8000-000000000001',
    alt,
    decorative: false,
    caption: [],
  })
  it('counts its words, its labels once, and pictures without words wherever they stand', () => {
    const facts = contentFacts('page', {
      fields: { title: 'Ramp closed', summary: 'At Innermost', labels: ['a', 'a'], language: 'nb', shownDate: '2026-11-03', inMenus: true },
      body: [{ id: 'box1', kind: 'box', tone: 'plain', title: '', blocks: [picture('')] }],
    })
    expect(facts).toMatchObject({ words: 4, labels: ['a'], language: 'nb', shownDate: null, passages: ['At Innermost'] })
    expect(facts.has).toEqual({ picture: false, alt: false, summary: true, description: false, label: true, menu: true })
    expect(contentFacts('post', { fields: { inMenus: true }, body: [] }).has.menu).toBe(false)
    expect(contentFacts('page', { fields: {}, body: [picture('The ramp')] }).has).toMatchObject({ alt: true, menu: false })
  })
})

describe('lists', () => {
  it('leave out the bin unless they are asked where to look', () => {
    expect(printQuery(inList(read('')))).toBe('in:list')
    expect(printQuery(inList(read('a or b')))).toBe('in:list (a or b)')
    expect(printQuery(inList(read('a in:bin')))).toBe('a in:bin')
    expect(printQuery(inList(read('a or not in:bin')))).toBe('a or not in:bin')
  })
  it('are sorted by what is known, either way', () => {
    expect(readSort('-changed')).toEqual({ by: 'changed', descending: true })
    expect(readSort('place')).toEqual({ by: 'place', descending: false })
    expect(readSort('colour')).toBeNull()
  })
  it('that every team finds ready can be read', () => {
    for (const { q, sort } of USEFUL_VIEWS) {
      expect(printQuery(read(q))).toBe(q)
      expect(readSort(sort)).not.toBeNull()
    }
  })
  it('have actions for many at once, but none that only takes one act back', () => {
    const back = actionSchema.parse({ do: 'cancel', event: 'e' })
    expect([isForMany(back), actionWords(back)]).toEqual([false, 'Taken back'])
    const label = actionSchema.parse({ do: 'label', add: [], remove: ['0199aaaa-0000-7000-8000-000000000001'] })
    expect([isForMany(label), actionWords(label)]).toEqual([true, 'Labels taken off'])
    expect(actionSchema.safeParse({ do: 'empty-bin' }).success).toBe(false)
  })
})

describe('labels in their tree', () => {
  const label = (id: string, broader: string | null) => ({ id, title: id.toUpperCase(), broader })
  const lines = (labels: ReturnType<typeof label>[]) => inTree(labels).map(({ id, depth }) => `${'-'.repeat(depth)}${id}`)
  it('stand below the one that they are a part of, by name', () => {
    expect(lines([label('c', 'a'), label('b', 'a'), label('a', null), label('d', 'b')])).toEqual(['a', '-b', '--d', '-c'])
    expect(lines([label('x', 'gone'), label('y', null)])).toEqual(['x', 'y'])
  })
  it('are each there once, also in circles, and none lies below itself', () => {
    const some = fc.uniqueArray(fc.record({ id: fc.constantFrom(...'abcdefg'), broader: fc.option(fc.constantFrom(...'abcdefgh')) }), {
      selector: ({ id }) => id,
    })
    fc.assert(
      fc.property(some, (list) => {
        const labels = list.map(({ id, broader }) => label(id, broader))
        const tree = inTree(labels)
        expect(tree.map(({ id }) => id).sort()).toEqual(labels.map(({ id }) => id).sort())
        tree.forEach(({ depth }, index) => expect(depth).toBeLessThanOrEqual(index ? tree[index - 1]!.depth + 1 : 0))
        const byId = new Map(labels.map((one) => [one.id, one]))
        for (const { id, broader } of labels)
          if (broader !== null && broader !== id && isBelow(byId, broader, id)) expect(isBelow(byId, id, broader)).toBe(true)
        // What replaces what is followed as what is a part of what.
        const replaced = new Map(labels.map(({ id, broader }) => [id, { replacedBy: broader }]))
        for (const a of replaced.keys()) for (const b of replaced.keys()) expect(isReplacedBy(replaced, a, b)).toBe(isBelow(byId, a, b))
      }),
      { numRuns: 300 },
    )
  })
})
