import { stringify } from 'csv-stringify/sync'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { cellHash, cellsOf, changesOf, LIST_COLUMNS, readHead, type ListColumn, type ListFacts } from '../../core/formats/listCsv'

const LABELS = [
  { id: '0199aaaa-0000-7000-8000-000000000001', title: 'Storms' },
  { id: '0199aaaa-0000-7000-8000-000000000002', title: 'Winter' },
]
const names = {
  person: (name: string) => ({ 'wen zhao': ['wen'], 'two of them': ['a', 'b'] })[name.toLowerCase()] ?? [],
  label: (title: string) => LABELS.flatMap((label) => (label.title.toLowerCase() === title.toLowerCase() ? label.id : [])),
}
const facts: ListFacts = {
  id: 'one',
  kind: 'post',
  title: 'Ramp closed',
  internalName: '',
  section: 'News',
  owner: 'Wen Zhao',
  ownerId: 'wen',
  labels: [LABELS[0]!],
  shownDate: '2026-11-05',
  reviewBy: '',
  onSite: 'live',
  draft: '',
  address: '/posts/ramp-closed',
  author: 'Wen Zhao',
  words: 12,
  changed: '2026-11-05',
}
const COLUMNS = Object.keys(LIST_COLUMNS) as ListColumn[]
const line = (change: Partial<Record<ListColumn, string>>) => COLUMNS.map((column) => ({ ...cellsOf(facts), ...change })[column])
const changes = (change: Partial<Record<ListColumn, string>>, now = facts) => changesOf(COLUMNS, line(change), now, names)
const read = (change: Partial<Record<ListColumn, string>>) => {
  const result = changes(change)
  return result.ok ? { ok: true as const, value: result.value.changes.flatMap(({ acts }) => acts) } : result
}

describe('a list as a file', () => {
  it('has each column once, and says which item a line is about', () => {
    expect(readHead(['ID ', 'Shown date'])).toEqual({ ok: true, value: ['id', 'shownDate'] })
    const code = (head: string[]) => {
      const result = readHead(head)
      return result.ok ? null : result.reasons[0]!.code
    }
    expect([code(['title']), code(['id', 'colour']), code(['id', 'title', 'title'])]).toEqual([
      'id-missing',
      'column-unknown',
      'column-twice',
    ])
  })
  it('brought back as it was changes nothing, and what was changed for nothing is named', () => {
    expect(changes({})).toEqual({ ok: true, value: { changes: [], ignored: [] } })
    const vain = { kind: 'page', address: '/elsewhere', words: '9', draft: 'cleared' }
    const ignored = ['kind', 'draft', 'address', 'words']
    expect(changes(vain)).toEqual({ ok: true, value: { changes: [], ignored } })
    expect(changes({ ...vain, mark: '' })).toEqual({ ok: true, value: { changes: [], ignored } })
  })
  // The vectors of the authors of FNV-1a, 32 bits (draft-eastlake-fnv).
  it('marks what its cells said by a hash that is known', () => {
    expect(['', 'a', 'foobar'].map(cellHash)).toEqual(['811c9dc5', 'e40c292c', 'bf9cf968'])
  })
  it('tells what was changed in it from what was changed here since, and from what was changed in both', () => {
    const since = { ...facts, title: 'Ramp mended', section: 'Fares', words: 90 }
    expect(changes({}, since)).toEqual({ ok: true, value: { changes: [], ignored: [] } })
    expect(changes({ internalName: 'ramp' }, since)).toMatchObject({
      ok: true,
      value: { changes: [{ column: 'internalName', since: false }] },
    })
    expect(changes({ title: 'Ramp open' }, since)).toEqual({
      ok: true,
      value: {
        changes: [
          {
            column: 'title',
            file: 'Ramp open',
            now: 'Ramp mended',
            since: true,
            acts: [{ do: 'field', name: 'title', to: 'Ramp open', from: 'Ramp mended' }],
          },
        ],
        ignored: [],
      },
    })
    // Whose mark was lost overwrites, as nothing is known of what it was.
    expect(changes({ mark: '' }, since)).toMatchObject({
      value: { changes: [{ column: 'title', since: false }], ignored: ['section', 'words'] },
    })
  })
  it('never takes back what was done here since by a cell that nobody changed', () => {
    const text = fc.string({ maxLength: 8, unit: fc.constantFrom(...'ab -'.split('')) })
    fc.assert(
      fc.property(text, text, text, (saved, file, now) => {
        const columns: ListColumn[] = ['id', 'internalName', 'mark']
        const { mark } = cellsOf({ ...facts, internalName: saved })
        const result = changesOf(columns, ['one', file, mark], { ...facts, internalName: now }, names)
        const [was, wants, is] = [saved.trim(), file.trim(), now.trim()]
        expect(result.ok && result.value.changes.map(({ since }) => since)).toEqual(wants === is || wants === was ? [] : [was !== is])
      }),
    )
  })
  it('changes each cell that says something else', () => {
    expect(
      read({ title: 'Ramp open', owner: '', labels: 'winter; Storms', shownDate: '', reviewBy: '2027-01-01', internalName: 'ramp' }),
    ).toEqual({
      ok: true,
      value: [
        { do: 'field', name: 'title', to: 'Ramp open', from: 'Ramp closed' },
        { do: 'note', name: 'internalName', to: 'ramp', from: null },
        { do: 'note', name: 'owner', to: null, from: 'wen' },
        { do: 'label', add: [LABELS[1]!.id], remove: [] },
        { do: 'field', name: 'shownDate', to: null, from: '2026-11-05' },
        { do: 'note', name: 'reviewBy', to: '2027-01-01', from: null },
      ],
    })
    expect(read({ labels: '' })).toEqual({ ok: true, value: [{ do: 'label', add: [], remove: [LABELS[0]!.id] }] })
  })
  it('is refused with every cell that cannot be meant', () => {
    const result = read({ title: '', owner: 'Nobody', labels: 'Gales', shownDate: '5/11/2026', reviewBy: '2026-02-30' })
    expect(result.ok ? [] : result.reasons.map(({ code, at }) => `${code} ${at}`)).toEqual([
      'title-missing title',
      'person-unknown owner',
      'label-unknown labels',
      'date-wrong shown date',
      'date-wrong look again by',
    ])
    expect(read({ owner: 'Two of them' })).toMatchObject({ ok: false, reasons: [{ code: 'person-several' }] })
  })
  // Oracle: the package papaparse reads what we write (RFC 4180), and what a spreadsheet takes for a formula comes back as it was.
  it('is read by others as it was meant, whatever stands in it', () => {
    const text = fc.string({ maxLength: 12, unit: fc.constantFrom(...'ab;,"\n\r =+-@’ø'.split('')) })
    fc.assert(
      fc.property(text, text, (title, internalName) => {
        const some = { ...facts, title, internalName }
        const cells = cellsOf(some)
        const file = stringify([COLUMNS.map((column) => LIST_COLUMNS[column]), COLUMNS.map((column) => cells[column])], {
          record_delimiter: '\r\n',
          escape_formulas: true,
        })
        const { data } = Papa.parse<string[]>(file.replace(/\r\n$/, ''), { newline: '\r\n' })
        expect(data[0]).toEqual(Object.values(LIST_COLUMNS))
        expect(data[1]![COLUMNS.indexOf('title')]!.replace(/^'(?=[=+\-@\t\r])/, '')).toBe(title)
        expect(changesOf(COLUMNS, data[1]!, some, names)).toEqual({ ok: true, value: { changes: [], ignored: [] } })
      }),
      { numRuns: 500 },
    )
  })
})
