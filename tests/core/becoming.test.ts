import { describe, expect, it } from 'vitest'
import { fieldsOfKind, type Fields } from '../../core/content/fields'
import type { Kind } from '../../core/kinds/kinds'
import { touchedTags } from '../../core/plan/entry'
import { judge, type Wish } from '../../core/plan/judge'
import { SiteAt, type Facts, type Stay } from '../../core/plan/siteAt'

const at = (day: number) => new Date(Date.UTC(2027, 0, day, 23, 30)).toISOString()
const stay = (kind: Kind, fields: Fields, from = 1, to: number | null = null): Stay => ({
  version: `${fields.segment}-${from}`,
  kind,
  section: 's',
  from: at(from),
  to: to === null ? null : at(to),
  shownDate: fields.shownDate ?? null,
  segment: fields.segment ?? null,
  parent: fields.parent ?? null,
  labelType: null,
  fields,
})
const site = (stays: Record<string, Stay[]>, day = 20): SiteAt =>
  new SiteAt(new Map(Object.entries(stays).map(([item, each]) => [item, { stays: each }])) as Facts, at(day))
const becomes = (item: string, kind: Kind, fields: Fields): Wish => ({
  item,
  kind,
  section: 's',
  title: fields.title ?? '',
  do: 'put',
  version: 'v',
  fields: fieldsOfKind(kind, fields),
  cleared: true,
  behind: false,
  shownDate: 'keep',
  embargo: null,
})
const storm: Fields = { title: 'Storm notes', segment: 'storm-notes', labels: ['l'], shownDate: '2027-01-04', seriesPart: 2 }
const rules: Fields = { title: 'Rules', segment: 'rules', parent: null, inMenus: true }

describe('an item that becomes another kind', () => {
  it('stands at the address of that kind, and what it was stays what it was', () => {
    const before = site({ a: [stay('post', storm)] })
    const { results, done } = judge(before, [becomes('a', 'page', storm)], at(20), 'UTC')
    expect(results[0]).toMatchObject({ ok: true, value: { path: '/storm-notes', previousPath: '/posts/storm-notes' } })
    expect(done[0]!.now).toMatchObject({ kind: 'page', shownDate: null, fields: { title: 'Storm notes', labels: ['l'] } })
    expect(done[0]!.now!.fields).not.toHaveProperty('seriesPart')
    const over = { a: [stay('post', storm, 1, 20), stay('page', storm, 20)] }
    expect(site(over, 19).entry('a')).toMatchObject({ kind: 'post', path: '/posts/storm-notes' })
    expect(site(over, 20).entry('a')).toMatchObject({ kind: 'page', path: '/storm-notes', firstLive: at(1) })
  })
  it('takes the day on which readers first got it where it has no date of its own, in the site’s zone', () => {
    const { done } = judge(site({ a: [stay('page', rules, 3)] }), [becomes('a', 'post', rules)], at(20), 'Europe/Oslo')
    expect(done[0]!.now).toMatchObject({ kind: 'post', path: '/posts/rules', shownDate: '2027-01-04' })
  })
  it('is refused while pages stand below it, alone and together with others', () => {
    const tree = site({ a: [stay('page', rules)], b: [stay('page', { ...rules, segment: 'bicycles', parent: 'a' })] })
    for (const together of [false, true]) {
      const { results, done } = judge(tree, [becomes('a', 'post', rules)], at(20), 'UTC', together)
      expect(results[0]).toMatchObject({ ok: false, reasons: [{ code: 'children-live' }] })
      expect(done).toEqual([])
    }
    const both = judge(tree, [becomes('a', 'post', rules), becomes('b', 'post', { ...rules, segment: 'bicycles' })], at(20), 'UTC', true)
    expect(both.results.map(({ ok }) => ok)).toEqual([true, true])
  })
  it('is refused where its new address is taken', () => {
    const { results } = judge(
      site({ a: [stay('post', storm)], b: [stay('page', { ...rules, segment: 'storm-notes' })] }),
      [becomes('a', 'page', storm)],
      at(20),
      'UTC',
    )
    expect(results[0]).toMatchObject({ ok: false, reasons: [{ code: 'segment-taken' }] })
  })
  it('empties what lists and menus of both kinds were stored', () => {
    const before = site({ a: [stay('post', storm)] })
    const [change] = judge(before, [becomes('a', 'page', storm)], at(20), 'UTC').done
    expect(new Set(touchedTags(change!.was, change!.now))).toEqual(new Set(['item:a', 'sitemap', 'list:post', 'list:page', 'tree']))
  })
})
