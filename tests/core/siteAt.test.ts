import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { Fields } from '../../core/content/fields'
import { differences } from '../../core/plan/differences'
import { forecast, type Plan, type PlannedFacts } from '../../core/plan/forecast'
import { troublesBetween } from '../../core/plan/troubles'
import { judge, type Wish } from '../../core/plan/judge'
import { play, type Turn } from '../../core/plan/play'
import { SiteAfter, SiteAt, indexOfStayAt, type Site, type Facts, type ItemHistory, type Stay } from '../../core/plan/siteAt'

const ZONE = 'UTC'
const at = (minute: number) => new Date(Date.UTC(2027, 0, 1, 0, minute)).toISOString()
const stay = (version: string, from: number, to: number | null, fields: Fields): Stay => ({
  version,
  kind: 'page',
  section: 's',
  from: at(from),
  to: to === null ? null : at(to),
  shownDate: fields.shownDate ?? null,
  segment: fields.segment ?? null,
  parent: fields.parent ?? null,
  labelType: fields.labelType ?? null,
  fields,
})
const page = (segment: string, parent: string | null = null, more: Fields = {}): Fields => ({
  title: segment.toUpperCase(),
  segment,
  parent,
  inMenus: true,
  ...more,
})
const facts = (items: Record<string, ItemHistory>): Facts => new Map(Object.entries(items))
const put = (item: string, version: string, fields: Fields, more: Partial<Wish & { do: 'put' }> = {}): Wish => ({
  item,
  kind: 'page',
  section: 's',
  title: fields.title ?? '',
  do: 'put',
  version,
  fields,
  cleared: true,
  behind: false,
  shownDate: 'keep',
  embargo: null,
  ...more,
})
const withdraw = (item: string): Wish => ({ item, kind: 'page', section: 's', title: item, do: 'withdraw' })
/** What can be seen of a site: who stands where in which version. */
const seen = (site: Site) => Object.fromEntries([...site.all()].map((entry) => [entry.item, `${entry.version} ${entry.path}`]).sort())
const codes = (results: ReturnType<typeof judge>['results']) =>
  results.map((result) => (result.ok ? 'ok' : result.reasons.map(({ code }) => code).join()))

describe('the site as of a moment', () => {
  const history = facts({
    a: { stays: [stay('a1', 0, 10, page('a')), stay('a2', 10, 20, page('aa')), stay('a3', 30, null, page('a'))] },
    b: { stays: [stay('b1', 5, null, page('b', 'a'))] },
  })
  it('has of each item the version whose half-open time it is in, at the address that its parents then give', () => {
    expect(seen(new SiteAt(history, at(0)))).toEqual({ a: 'a1 /a' })
    expect(seen(new SiteAt(history, at(9)))).toEqual({ a: 'a1 /a', b: 'b1 /a/b' })
    expect(seen(new SiteAt(history, at(10)))).toEqual({ a: 'a2 /aa', b: 'b1 /aa/b' })
    expect(seen(new SiteAt(history, at(20)))).toEqual({ b: 'b1 null' })
    expect(seen(new SiteAt(history, at(30)))).toEqual({ a: 'a3 /a', b: 'b1 /a/b' })
    expect(new SiteAt(history, at(15)).entry('a')!.firstLive).toBe(at(0))
    expect(new SiteAt(history, at(31)).entry('a')!.firstLive).toBe(at(30))
  })
  it('finds the stay at any instant as a walk through all of them does', () => {
    const stays = fc.array(fc.tuple(fc.nat(5), fc.integer({ min: 1, max: 5 })), { maxLength: 12 }).map((parts) => {
      let now = 0
      return parts.map(([gap, long], index) => {
        const from = now + gap
        now = from + long
        return stay(`v${index}`, from, now, page('x'))
      })
    })
    fc.assert(
      fc.property(stays, fc.nat(120), (list, minute) => {
        const walked = list.findIndex(({ from, to }) => from <= at(minute) && at(minute) < to!)
        expect(indexOfStayAt(list, at(minute))).toBe(walked)
      }),
    )
  })
  it('says what differs between two moments', () => {
    const changes = differences(new SiteAt(history, at(9)), new SiteAt(history, at(10)))
    expect(changes.map(({ item, change }) => [item, change])).toEqual([
      ['a', 'changed'],
      ['b', 'moved'],
    ])
    expect(differences(new SiteAt(history, at(10)), new SiteAt(history, at(20))).map(({ item, change }) => [item, change])).toEqual([
      ['a', 'gone'],
      ['b', 'moved'],
    ])
    expect(differences(new SiteAt(history, at(9)), new SiteAt(history, at(9)))).toEqual([])
  })
})

describe('judging changes together', () => {
  const site = () =>
    new SiteAt(
      facts({
        a: { stays: [stay('a1', 0, null, page('a'))] },
        b: { stays: [stay('b1', 0, null, page('b'))] },
        c: { stays: [stay('c1', 0, null, page('c', 'a'))] },
      }),
      at(1),
    )
  const together = (...wishes: Wish[]) => judge(site(), wishes, at(2), ZONE, true)
  it('lets two swap addresses, which one after the other they cannot', () => {
    const wishes = [put('a', 'a2', page('b')), put('b', 'b2', page('a'))]
    expect(codes(judge(site(), wishes, at(2), ZONE).results)).toEqual(['segment-taken', 'segment-taken'])
    const judged = together(...wishes)
    expect(codes(judged.results)).toEqual(['ok', 'ok'])
    const after = new SiteAfter(site())
    after.take(judged)
    expect(seen(after)).toEqual({ a: 'a2 /b', b: 'b2 /a', c: 'c1 /b/c' })
  })
  it('brings a page with its parent, in any order, and takes a parent with its pages', () => {
    expect(codes(together(put('e', 'e1', page('e', 'd')), put('d', 'd1', page('d'))).results)).toEqual(['ok', 'ok'])
    expect(codes(together(withdraw('a')).results)).toEqual(['children-live'])
    expect(codes(together(withdraw('a'), withdraw('c')).results)).toEqual(['ok', 'ok'])
    expect(codes(together(withdraw('a'), put('c', 'c2', page('c', 'b'))).results)).toEqual(['ok', 'ok'])
  })
  it('places a page after all that will stand above it, also over one that has no change', () => {
    // c stands below a and is not changed.
    const paths = (...wishes: Wish[]) => together(...wishes).results.map((result) => result.ok && result.value.path)
    const [below, above] = [put('d', 'd1', page('d', 'c')), put('a', 'a2', page('z'))]
    expect([paths(below, above), paths(above, below)]).toEqual([
      ['/z/c/d', '/z'],
      ['/z', '/z/c/d'],
    ])
    // One takes the place of its parent's parent, which goes below it.
    const deep = new SiteAt(
      facts({
        a: { stays: [stay('a1', 0, null, page('a'))] },
        b: { stays: [stay('b1', 0, null, page('b', 'a'))] },
        c: { stays: [stay('c1', 0, null, page('c', 'b'))] },
      }),
      at(1),
    )
    const [down, up] = [put('a', 'a2', page('a', 'c')), put('b', 'b2', page('b'))]
    for (const wishes of [
      [down, up],
      [up, down],
    ]) {
      const after = new SiteAfter(deep)
      after.take(judge(deep, wishes, at(2), ZONE, true))
      expect(seen(after)).toEqual({ a: 'a2 /b/c/a', b: 'b2 /b', c: 'c1 /b/c' })
    }
  })
  it('does nothing where one is refused', () => {
    const judged = together(put('a', 'a2', page('a')), put('d', 'd1', page('b')))
    expect(codes(judged.results)).toEqual(['ok', 'segment-taken'])
    expect([judged.done, judged.moved]).toEqual([[], []])
  })
  it('refuses a loop of parents instead of following it', () =>
    expect(codes(together(put('a', 'a2', page('a', 'c'))).results)).toEqual(['parent-loop']))

  /** The plainest model: items with a segment and parent, addresses worked out anew, the rules checked on the outcome. */
  const SEGMENTS = ['p', 'q', 'r']
  const IDS = ['a', 'b', 'c', 'd']
  it('does just what a plain check of the outcome lets happen', () => {
    const wish = fc.record({
      item: fc.constantFrom(...IDS),
      off: fc.nat(3).map((n) => n === 0),
      segment: fc.constantFrom(...SEGMENTS),
      parent: fc.constantFrom(null, ...IDS),
    })
    // Pages below those before them, two under one parent at two addresses: any tree of up to four.
    const start = fc
      .array(fc.record({ segment: fc.constantFrom(...SEGMENTS), below: fc.option(fc.nat(IDS.length - 1)) }), { maxLength: IDS.length })
      .map((pages) => {
        const tree = new Map<string, { segment: string; parent: string | null }>()
        for (const [index, { segment, below }] of pages.entries()) {
          const parent = below !== null && below < index && tree.has(IDS[below]!) ? IDS[below]! : null
          const beside = [...tree.values()].some((other) => other.parent === parent && other.segment === segment)
          if (!beside) tree.set(IDS[index]!, { segment, parent })
        }
        return tree
      })
    fc.assert(
      fc.property(start, fc.uniqueArray(wish, { selector: ({ item }) => item, minLength: 1 }), (before, wished) => {
        const after = new Map(before)
        let fine = true
        for (const { item, off, segment, parent } of wished)
          if (!off) after.set(item, { segment, parent })
          else if (!after.delete(item)) fine = false
        const pathOf = (item: string, level = 0): string | null => {
          const here = after.get(item)
          if (!here || level > IDS.length) return null
          if (here.parent === null) return `/${here.segment}`
          const above = pathOf(here.parent, level + 1)
          return above === null ? null : `${above}/${here.segment}`
        }
        const paths = [...after.keys()].map((item) => pathOf(item))
        fine &&= !paths.includes(null) && new Set(paths).size === paths.length
        const known = facts(
          Object.fromEntries(
            [...before].map(([item, { segment, parent }]) => [item, { stays: [stay(`${item}1`, 0, null, page(segment, parent))] }]),
          ),
        )
        const view = new SiteAfter(new SiteAt(known, at(1)))
        const judged = judge(
          view,
          wished.map(({ item, off, segment, parent }) => (off ? withdraw(item) : put(item, `${item}2`, page(segment, parent)))),
          at(2),
          ZONE,
          true,
        )
        expect(judged.results.every(({ ok }) => ok)).toBe(fine)
        view.take(judged)
        if (!fine) return
        for (const item of IDS) expect(view.entry(item)?.path ?? null).toBe(pathOf(item))
        expect(judged.results.map((result) => result.ok && result.value.path)).toEqual(wished.map(({ item }) => pathOf(item)))
      }),
      { numRuns: Number(process.env.YIELDGATE_RUNS ?? 3_000) },
    )
  })
})

describe('playing a plan', () => {
  const base = facts({ a: { stays: [stay('a1', 0, null, page('a'))] } })
  const turns = (...list: Turn[]) => list
  const change = (id: string, minute: number, ...wishes: Wish[]): Turn => ({ id, at: at(minute), does: 'change', wishes, together: false })
  const window = (minute: number, end: number, version: string, fields = page('a')): Turn[] => [
    { id: 'w', at: at(minute), does: 'open', window: 'w', wish: put('a', version, fields) as Wish & { do: 'put' } },
    { id: 'w end', at: at(end), does: 'end', window: 'w', item: 'a' },
  ]
  const states = (list: Turn[]) => {
    const site = new SiteAfter(new SiteAt(base, at(1)))
    const after: object[] = []
    for (const _ of play(site, list, ZONE)) after.push(seen(site))
    return after
  }
  it('lays what goes live under a window beneath it, and shows that when the window ends', () => {
    const [open, end] = window(2, 8, 'w1')
    expect(states(turns(open!, change('x', 4, put('a', 'a2', page('a'))), end!))).toEqual([{ a: 'w1 /a' }, { a: 'w1 /a' }, { a: 'a2 /a' }])
    expect(states(turns(open!, end!))).toEqual([{ a: 'w1 /a' }, { a: 'a1 /a' }])
    expect(states(turns(open!, change('x', 4, withdraw('a')), end!))).toEqual([{ a: 'w1 /a' }, {}, {}])
  })
  it('holds a draft that another went live over, unless just that was accepted', () => {
    const based = (version: string, accepted: string | null) => ({ ...put('a', version, page('a')), basedOn: { base: 'a1', accepted } })
    const run = (accepted: string | null) => states([change('x', 2, based('a2', null)), change('y', 3, based('a3', accepted))])
    expect(run(null)).toEqual([{ a: 'a2 /a' }, { a: 'a2 /a' }])
    expect(run('a2')).toEqual([{ a: 'a2 /a' }, { a: 'a3 /a' }])
  })
  it('passes over what is blocked, and says what it would meet', () => {
    const site = new SiteAfter(new SiteAt(base, at(1)))
    const [played] = [
      ...play(site, [{ id: 'x', at: at(2), does: 'change', wishes: [put('b', 'b1', page('a'))], together: true, blocked: true }], ZONE),
    ]
    expect([codes(played!.results), seen(site)]).toEqual([['segment-taken'], { a: 'a1 /a' }])
  })
})

describe('the forecast', () => {
  const now = at(1)
  const known = facts({ a: { stays: [stay('a1', 0, null, page('a'))] }, b: { stays: [stay('b1', 0, null, page('b'))] } })
  const fact = (event: string, item: string, more: Partial<PlannedFacts> = {}): PlannedFacts => ({
    event,
    edition: null,
    item,
    title: item.toUpperCase(),
    does: 'put',
    refused: [],
    cleared: true,
    pace: null,
    waits: [],
    links: [],
    missing: [],
    clocks: [],
    draft: null,
    repeats: false,
    ...more,
  })
  type Step = { id: string; minute: number; wish: Wish | null; more?: Partial<PlannedFacts> }
  const foretell = (
    steps: Step[],
    { links = {}, editions = {} }: { links?: Record<string, string[]>; editions?: Record<string, string[]> } = {},
  ) => {
    const turns = steps
      .toSorted((one, other) => one.minute - other.minute)
      .map(({ id, minute, wish }): Turn => ({ id, at: at(minute), does: 'change', wishes: wish ? [wish] : [], together: false }))
    const plan: Plan = {
      turns,
      facts: new Map(
        steps.map(({ id, wish, more }) => [
          id,
          [fact(id, wish?.item ?? 'a', { does: wish?.do === 'withdraw' ? 'withdraw' : 'put', ...more })],
        ]),
      ),
      editionsOf: new Map(Object.entries(editions).map(([item, names]) => [item, names.map((name) => ({ edition: name, name }))])),
    }
    const to = (item: string) => (links[item] ?? []).map((from) => ({ item: from, title: from.toUpperCase(), version: `${from}1` }))
    return forecast(new SiteAt(known, now), plan, { to }, ZONE, now)
  }
  const told = (...args: Parameters<typeof foretell>) => foretell(...args).map(({ event, code, weight }) => `${event} ${code} ${weight}`)
  it.each<[string, string[], Parameters<typeof foretell>]>([
    ['nothing', [], [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a')) }]]],
    [
      'not cleared, and not in time',
      ['x not-cleared stops', 'x pace warns'],
      [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { cleared: false, pace: 3_600_000, waits: ['“Legal”'] } }]],
    ],
    ['an address that is taken', ['x segment-taken stops'], [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('b')) }]]],
    [
      'an address that is free by then',
      [],
      [
        [
          { id: 'w', minute: 4, wish: withdraw('b') },
          { id: 'x', minute: 5, wish: put('a', 'a2', page('b')) },
        ],
      ],
    ],
    ['a parent that is not there', ['x parent-not-live stops'], [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a', 'none')) }]]],
    ['an embargo', ['x embargo stops'], [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a'), { embargo: at(9) }) }]]],
    [
      'an owner without the right',
      ['x owner-right-missing stops'],
      [[{ id: 'x', minute: 5, wish: null, more: { refused: [{ code: 'owner-right-missing', detail: 'No' }] } }]],
    ],
    [
      'a link to what leaves later',
      ['x link-off warns', 'w linked-from warns'],
      [
        [
          { id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { links: ['b'] } },
          { id: 'w', minute: 9, wish: withdraw('b') },
        ],
      ],
    ],
    [
      'a link to what comes later',
      ['x link-not-yet warns'],
      [
        [
          { id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { links: ['n'] } },
          { id: 'n', minute: 9, wish: put('n', 'n1', page('n')) },
        ],
      ],
    ],
    ['others that link to what leaves', ['w linked-from warns'], [[{ id: 'w', minute: 5, wish: withdraw('b') }], { links: { b: ['a'] } }]],
    [
      'others that do not link to it any more by then',
      [],
      [
        [
          { id: 'x', minute: 4, wish: put('a', 'a2', page('a')) },
          { id: 'w', minute: 5, wish: withdraw('b') },
        ],
        { links: { b: ['a'] } },
      ],
    ],
    [
      'a page in no menu and no link',
      ['x unreached warns'],
      [[{ id: 'x', minute: 5, wish: put('n', 'n1', page('n', null, { inMenus: false })) }]],
    ],
    ...(['none', 'top', 'foot'] as const).map((menuPlace): [string, string[], Parameters<typeof foretell>] => [
      `a page that a menu leads to which stands at: ${menuPlace}`,
      menuPlace === 'none' ? ['x unreached warns'] : [],
      [
        [
          { id: 'y', minute: 4, wish: put('m', 'm1', { title: 'M', menuPlace, menuEntries: [] }, { kind: 'menu' }) },
          { id: 'x', minute: 5, wish: put('n', 'n1', page('n', null, { inMenus: false })) },
        ],
        { links: { n: ['m'] } },
      ],
    ]),
    [
      'two events at once',
      ['y two-at-once warns'],
      [
        [
          { id: 'x', minute: 5, wish: put('a', 'a2', page('a')) },
          { id: 'y', minute: 5, wish: put('a', 'a3', page('a')) },
        ],
      ],
    ],
    [
      'an item in two editions',
      ['x in-two-editions warns'],
      [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { edition: 'e' } }], { editions: { a: ['e', 'f'] } }],
    ],
    [
      'a picture that is gone',
      ['x part-missing warns'],
      [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { missing: ['a file'] } }]],
    ],
    [
      'an hour that the clocks skip',
      ['x clock-change warns'],
      [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a')), more: { clocks: ['It opens in an hour that the clocks skip or repeat'] } }]],
    ],
    [
      'a temporary text without an end',
      ['x end-missing stops'],
      [[{ id: 'x', minute: 5, wish: put('a', 'a2', page('a', null, { lifetime: 'temporary' }), { ends: false }) }]],
    ],
  ])('finds %s', (_name, expected, args) => expect(told(...args)).toEqual(expected))
  it('tells what a move would bring and mend, by what the trouble is and not by its words', () => {
    const before = foretell([
      { id: 'w', minute: 9, wish: withdraw('b') },
      { id: 'x', minute: 5, wish: put('a', 'a2', page('b')) },
    ])
    const after = foretell([
      { id: 'w', minute: 4, wish: withdraw('b') },
      { id: 'x', minute: 5, wish: put('a', 'a2', page('b')) },
    ])
    const { come, go } = troublesBetween(before, after)
    expect([come.map(({ code }) => code), go.map(({ code }) => code)]).toEqual([[], ['segment-taken']])
    expect(before.every(({ remedy, detail }) => remedy.length > 5 && detail.length > 5)).toBe(true)
  })
})
