import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { applyDelta, deltaOf } from '../../core/history/delta'
import { CHAIN_START, chainHash, verifyChain, type JournalRow } from '../../core/journal/chain'
import { touchedTags, type LiveEntry } from '../../core/plan/entry'
import { notReady, type GoingLive } from '../../core/plan/ready'
import { breadcrumb, menuTree, wouldLoop } from '../../core/tree/menu'
import { orderOf } from '../../core/tree/order'

describe('differences of texts', () => {
  it('rebuild the later text from the earlier, always', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string({ unit: 'binary' }), (base, next) => {
        expect(applyDelta(base, deltaOf(base, next))).toBe(next)
      }),
    )
    expect(deltaOf('Vessa 186 kr', 'Vessa 192 kr')).toEqual({ head: 7, tail: 3, middle: '92' })
  })
})

describe('the journal’s chain', () => {
  const rows: JournalRow[] = []
  for (let seq = 1, hash = CHAIN_START; seq <= 50; seq++) {
    const fact = {
      at: `2027-01-01T00:00:${String(seq).padStart(2, '0')}.000Z`,
      person: 'wen',
      action: 'draft.saved',
      item: 'i',
      data: { number: seq },
    }
    // Some are of one site, some of another, some of accounts.
    const site = [null, 'a', 'b'][seq % 3]!
    hash = chainHash(hash, seq, fact, site)
    rows.push({ ...fact, seq, site, hash })
  }
  it('is intact as written', () => expect(verifyChain(rows, CHAIN_START, 1)).toEqual({ intact: true, head: rows.at(-1)!.hash, seq: 50 }))
  it('finds and locates any change, gap, swap or addition', () => {
    fc.assert(
      fc.property(fc.nat(48), fc.constantFrom('change', 'site', 'drop', 'swap', 'rehash'), (at, how) => {
        const bad = rows.map((row) => ({ ...row }))
        if (how === 'change') bad[at]!.person = 'mallory'
        else if (how === 'site') bad[at]!.site = 'c'
        else if (how === 'drop') bad.splice(at, 1)
        else if (how === 'swap') [bad[at], bad[at + 1]] = [bad[at + 1]!, bad[at]!]
        else bad[at]! = { ...bad[at]!, data: 'x', hash: chainHash('f'.repeat(64), at + 1, { ...bad[at]!, data: 'x' }) }
        expect(verifyChain(bad, CHAIN_START, 1)).toEqual({ intact: false, brokenAt: at + 1 })
      }),
    )
  })
})

describe('going live', () => {
  const fine: GoingLive = {
    kind: 'post',
    fields: { title: 'A', segment: 'a' },
    cleared: true,
    path: '/posts/a',
    parentLive: true,
    loop: false,
    pathTakenBy: null,
    behind: false,
    gone: false,
    today: '2027-03-05',
    embargo: null,
    ends: false,
    shownDate: 'ask',
  }
  it.each<[string, Partial<GoingLive>, string[], string | undefined]>([
    ['nothing in the way', {}, [], undefined],
    ['not cleared', { cleared: false }, ['not-cleared'], undefined],
    ['no title', { fields: { title: ' ', segment: 'a' } }, ['title-missing'], 'title'],
    ['no segment', { fields: { title: 'A' }, path: null }, ['segment-missing'], 'segment'],
    ['address taken', { pathTakenBy: 'B' }, ['segment-taken'], 'segment'],
    ['parent not live', { parentLive: false }, ['parent-not-live'], 'parent'],
    ['its own ancestor', { loop: true }, ['parent-loop'], 'parent'],
    ['temporary without an end', { fields: { title: 'A', segment: 'a', lifetime: 'temporary' } }, ['end-missing'], 'lifetime'],
    ['temporary with an end', { fields: { title: 'A', segment: 'a', lifetime: 'temporary' }, ends: true }, [], undefined],
    ['under embargo', { embargo: 'Friday' }, ['embargo'], 'embargo'],
    ['behind', { behind: true }, ['behind'], undefined],
    ['an old date', { fields: { title: 'A', segment: 'a', shownDate: '2027-02-01' } }, ['shown-date-old'], 'shownDate'],
    ['an old date, kept', { fields: { title: 'A', segment: 'a', shownDate: '2027-02-01' }, shownDate: 'keep' }, [], undefined],
    ['a date of thirty days', { fields: { title: 'A', segment: 'a', shownDate: '2027-02-03' } }, [], undefined],
    [
      'a reserved word at the top',
      { kind: 'page', fields: { title: 'A', segment: 'search' }, path: '/search' },
      ['segment-reserved'],
      'segment',
    ],
    ['all at once', { cleared: false, behind: true, fields: {} }, ['not-cleared', 'title-missing', 'segment-missing', 'behind'], 'title'],
  ])('%s', (_, change, codes, at) => {
    const reasons = notReady({ ...fine, ...change })
    expect(reasons.map((reason) => reason.code)).toEqual(codes)
    expect(reasons.find((reason) => reason.at)?.at).toBe(at)
  })
})

describe('what a change empties', () => {
  const entry: LiveEntry = {
    item: 'i',
    kind: 'page',
    section: 's',
    version: 'v',
    path: '/a',
    fields: { title: 'A', summary: 'S', inMenus: true },
  }
  const tags = (change: Partial<LiveEntry>) => touchedTags(entry, { ...entry, ...change })
  it('only itself when a list and the menu would show the same', () =>
    expect(tags({ version: 'w', fields: { ...entry.fields, searchDescription: 'New' } })).toEqual(['item:i', 'sitemap']))
  it('lists for a summary, lists and the tree for a title or address', () => {
    expect(tags({ fields: { ...entry.fields, summary: 'T' } })).toEqual(['item:i', 'sitemap', 'list:page'])
    expect(tags({ path: '/b' })).toEqual(['item:i', 'sitemap', 'list:page', 'tree'])
    expect(tags({ fields: { ...entry.fields, title: 'B' } })).toEqual(['item:i', 'sitemap', 'list:page', 'tree'])
  })
  it('lists when it comes or goes', () => {
    expect(touchedTags(null, { ...entry, kind: 'post' })).toEqual(['item:i', 'sitemap', 'list:post'])
    expect(touchedTags({ ...entry, kind: 'post' }, null)).toEqual(['item:i', 'sitemap', 'list:post'])
    expect(touchedTags(null, null)).toEqual([])
  })
})

describe('the tree of pages', () => {
  const page = (id: string, parent: string | null, order: number, inMenus = true) => ({
    id,
    parent,
    path: `/${id}`,
    label: id,
    order: orderOf(order),
    inMenus,
  })
  const pages = [
    page('b', null, 2),
    page('a', null, 1),
    page('a2', 'a', 1),
    page('a1', 'a', 1),
    page('hidden', null, 0, false),
    page('below', 'hidden', 0),
  ]
  it('orders by number then words, and leaves out what is in no menu with all below it', () => {
    expect(menuTree(pages).map((node) => [node.id, node.children.map((child) => child.id)])).toEqual([
      ['a', ['a1', 'a2']],
      ['b', []],
    ])
  })
  it('knows the way up and stops at a loop', () => {
    const map = new Map(pages.map((entry) => [entry.id, entry]))
    expect(breadcrumb(map, 'a1').map((entry) => entry.id)).toEqual(['a'])
    map.set('a', page('a', 'a1', 1))
    expect(breadcrumb(map, 'a1').map((entry) => entry.id)).toEqual(['a'])
  })
  it('finds a page that would become its own ancestor', () => {
    const parents = new Map<string, string | null>([
      ['a', null],
      ['b', 'a'],
      ['c', 'b'],
    ])
    expect([
      wouldLoop(parents, 'a', 'c'),
      wouldLoop(parents, 'a', 'a'),
      wouldLoop(parents, 'c', 'a'),
      wouldLoop(parents, 'b', null),
    ]).toEqual([true, true, false, false])
  })
})
