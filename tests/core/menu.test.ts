import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addEntry, entryLines, moveEntry, spotOfStep, withEntry, withoutEntry, type EntryStep } from '../../core/menu/arrange'
import {
  allEntries,
  menuEntriesSchema,
  menuItems,
  menuMedia,
  MOST_ENTRIES,
  MOST_LEVELS,
  newEntry,
  type MenuEntry,
} from '../../core/menu/entries'
import { MENU_ICON_NAMES } from '../../core/menu/icons'
import { entriesAt, nextTurn, placesIn, standingEntries, type MenuSite, type ShownMenu } from '../../core/menu/standing'
import { renderMenuIcon } from '../../core/render/menuIcons'
import { renderMenus } from '../../core/render/menus'
import { inMenusBelow, type TreePage } from '../../core/tree/menu'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const link = (n: number, more: Partial<MenuEntry> = {}): MenuEntry => ({
  ...newEntry(uuid(n), { is: 'link', href: `item:${uuid(1000 + n)}`, below: 0 }),
  ...more,
})
const heading = (n: number, label: string, entries: MenuEntry[]): MenuEntry => ({ ...newEntry(uuid(n), { is: 'heading' }), label, entries })

/** Menus of any shape, up to as many levels as there may be, each entry with its own id. */
const anyMenu: fc.Arbitrary<MenuEntry[]> = fc.array(fc.tuple(fc.nat(20), fc.nat(MOST_LEVELS - 1)), { maxLength: 14 }).map((shape) =>
  shape.reduce<MenuEntry[]>((entries, [into, depth], n) => {
    const spots = entryLines(entries).filter((line) => line.depth < depth)
    const spot = spots.length ? ({ is: 'into', id: spots[into % spots.length]!.entry.id } as const) : ({ is: 'end' } as const)
    const made = addEntry(entries, link(n), spot)
    return made.ok ? made.value : entries
  }, []),
)
const ids = (entries: readonly MenuEntry[]) => [...allEntries(entries)].map(({ id }) => id)
const shape = (entries: readonly MenuEntry[]) => entryLines(entries).map(({ entry, depth }) => `${depth} ${entry.id.slice(-2)}`)

describe('the entries of a menu', () => {
  it('are read as they are kept, and no further than a menu may go', () => {
    fc.assert(
      fc.property(anyMenu, (entries) => {
        expect(menuEntriesSchema.parse(entries)).toEqual(entries)
      }),
    )
    const nested = (levels: number): MenuEntry => link(levels, { entries: levels > 1 ? [nested(levels - 1)] : [] })
    expect(menuEntriesSchema.safeParse([nested(MOST_LEVELS)]).success).toBe(true)
    expect(menuEntriesSchema.safeParse([nested(MOST_LEVELS + 1)]).success).toBe(false)
    expect(menuEntriesSchema.safeParse([link(1), link(1)]).success).toBe(false)
    expect(menuEntriesSchema.safeParse([heading(1, ' ', [link(2)])]).success).toBe(false)
    expect(menuEntriesSchema.safeParse([link(1, { target: { is: 'link', href: 'javascript:alert(1)', below: 0 } })]).success).toBe(false)
    const many = (n: number) => Array.from({ length: n }, (_, each) => link(each))
    expect(menuEntriesSchema.safeParse(many(MOST_ENTRIES)).success).toBe(true)
    expect(menuEntriesSchema.safeParse([...many(MOST_ENTRIES - 1), link(900, { entries: [link(901)] })]).success).toBe(false)
  })

  it('name the items and files that they lead to', () => {
    const file = link(3, { target: { is: 'link', href: `media:${uuid(7)}`, below: 0 } })
    const entries = [
      heading(1, 'Tickets', [link(2), file]),
      link(4, { target: { is: 'link', href: 'https://weather.example/', below: 0 } }),
    ]
    expect(menuItems(entries)).toEqual([uuid(1002)])
    expect(menuMedia(entries)).toEqual([uuid(7)])
  })
})

describe('arranging a menu', () => {
  const step = (entries: MenuEntry[], id: string, way: EntryStep): MenuEntry[] => {
    const spot = spotOfStep(entries, id, way)
    const moved = spot && moveEntry(entries, id, spot)
    return moved?.ok ? moved.value : entries
  }

  it('moves an entry up, down, in and out with all below it', () => {
    const menu = [link(1), link(2, { entries: [link(3)] }), link(4)]
    expect(shape(step(menu, uuid(2), 'up'))).toEqual(['0 02', '1 03', '0 01', '0 04'])
    expect(shape(step(menu, uuid(2), 'down'))).toEqual(['0 01', '0 04', '0 02', '1 03'])
    expect(shape(step(menu, uuid(4), 'in'))).toEqual(['0 01', '0 02', '1 03', '1 04'])
    expect(shape(step(menu, uuid(3), 'out'))).toEqual(['0 01', '0 02', '0 03', '0 04'])
    expect(step(menu, uuid(1), 'up')).toBe(menu)
    expect(step(menu, uuid(1), 'in')).toBe(menu)
    expect(step(menu, uuid(1), 'out')).toBe(menu)
  })

  it('refuses what would stand below itself, nowhere, or too deep', () => {
    const menu = [link(1, { entries: [link(2, { entries: [link(3)] })] }), link(4, { entries: [link(5)] })]
    const why = (outcome: ReturnType<typeof moveEntry>) => (outcome.ok ? 'moved' : outcome.reasons[0]!.code)
    expect(why(moveEntry(menu, uuid(1), { is: 'into', id: uuid(3) }))).toBe('menu-spot')
    expect(why(moveEntry(menu, uuid(1), { is: 'after', id: uuid(1) }))).toBe('menu-spot')
    expect(why(moveEntry(menu, uuid(1), { is: 'after', id: uuid(99) }))).toBe('menu-spot')
    expect(why(moveEntry(menu, uuid(4), { is: 'into', id: uuid(2) }))).toBe('menu-levels')
    expect(
      why(
        addEntry(
          Array.from({ length: MOST_ENTRIES }, (_, n) => link(n)),
          link(999),
          { is: 'end' },
        ),
      ),
    ).toBe('menu-entries')
  })

  it('loses no entry and breaks no rule, whatever is moved where, and a step back undoes a step up or down', () => {
    fc.assert(
      fc.property(
        anyMenu,
        fc.array(fc.tuple(fc.nat(50), fc.nat(50), fc.constantFrom('before', 'into', 'after', 'up', 'down', 'in', 'out')), {
          maxLength: 20,
        }),
        (menu, moves) => {
          let now = menu
          for (const [of, to, how] of moves) {
            const all = ids(now)
            if (!all.length) return
            const [id, other] = [all[of % all.length]!, all[to % all.length]!]
            const before = now
            if (how === 'before' || how === 'into' || how === 'after') {
              const moved = moveEntry(now, id, { is: how, id: other })
              if (moved.ok) now = moved.value
            } else now = step(now, id, how)
            expect(ids(now).sort()).toEqual(ids(menu).sort())
            expect(menuEntriesSchema.safeParse(now).success).toBe(true)
            if (how === 'up' && now !== before) expect(step(now, id, 'down')).toEqual(before)
          }
        },
      ),
    )
  })

  it('changes one entry alone, and takes one out with those below it', () => {
    const menu = [link(1, { entries: [link(2)] }), link(3)]
    expect(withEntry(menu, uuid(2), { label: 'Fares' })[0]!.entries[0]!.label).toBe('Fares')
    expect(withEntry(menu, uuid(2), { label: 'Fares' })[1]).toEqual(menu[1])
    expect(ids(withoutEntry(menu, uuid(1)))).toEqual([uuid(3)])
  })
})

const pages: TreePage[] = [
  { id: uuid(1001), parent: null, path: '/timetables', label: 'Timetables', order: 'a0', inMenus: true },
  { id: uuid(1002), parent: uuid(1001), path: '/timetables/vessa', label: 'Vessa', order: 'a0', inMenus: true },
  { id: uuid(1003), parent: uuid(1002), path: '/timetables/vessa/summer', label: 'Summer', order: 'a0', inMenus: true },
  { id: uuid(1004), parent: null, path: '/fares', label: 'Fares', order: 'a1', inMenus: true },
  { id: uuid(1005), parent: null, path: '/groups', label: 'Groups', order: 'a2', inMenus: false },
  { id: uuid(1006), parent: uuid(1005), path: '/groups/schools', label: 'Schools', order: 'a1', inMenus: true },
  { id: uuid(1007), parent: uuid(1005), path: '/groups/choirs', label: 'Choirs', order: 'a0', inMenus: true },
]
const below = inMenusBelow(pages)
const site: MenuSite = {
  item: (id) => pages.find((page) => page.id === id),
  below: (id) => below.get(id) ?? [],
  media: (id) => (id === uuid(7) ? { label: 'map.pdf', path: '/media/7/file/map.pdf' } : undefined),
}
const outline = (entries: ReturnType<typeof standingEntries>['shown'], level = 0): string[] =>
  entries.flatMap(({ label, href, entries: under }) => [`${'-'.repeat(level)}${label} ${href ?? ''}`.trim(), ...outline(under, level + 1)])

describe('a menu on a site', () => {
  it('follows pages to the depth that is said, below what is written there', () => {
    const follow = (below: number) =>
      standingEntries([link(1, { target: { is: 'link', href: `item:${uuid(1001)}`, below }, entries: [link(4)] })], site)
    expect(outline(follow(0).shown)).toEqual(['Timetables /timetables', '-Fares /fares'])
    expect(outline(follow(1).shown)).toEqual(['Timetables /timetables', '-Fares /fares', '-Vessa /timetables/vessa'])
    expect(outline(follow(2).shown).at(-1)).toBe('--Summer /timetables/vessa/summer')
    const top = standingEntries([newEntry(uuid(1), { is: 'pages', below: 1 })], site)
    expect(outline(top.shown)).toEqual(['Timetables /timetables', '-Vessa /timetables/vessa', 'Fares /fares'])
    // One that is in no menu by itself leads on all the same where someone put it in one.
    const hidden = standingEntries([link(5, { target: { is: 'link', href: `item:${uuid(1005)}`, below: 1 } })], site)
    expect(outline(hidden.shown)).toEqual(['Groups /groups', '-Choirs /groups/choirs', '-Schools /groups/schools'])
  })

  it('leaves out what is not there and says so; what stands below it moves up', () => {
    const gone = link(50, { entries: [link(4, { label: 'What it costs' })] })
    const noFile = link(51, { target: { is: 'link', href: `media:${uuid(8)}`, below: 0 } })
    const empty = heading(52, 'Empty', [link(53)])
    const { shown, leftOut } = standingEntries([gone, noFile, empty, heading(54, 'Fares', [link(4, { id: uuid(55) })])], site)
    expect(outline(shown)).toEqual(['What it costs /fares', 'Fares', '-Fares /fares'])
    expect(leftOut).toEqual([
      { id: uuid(50), why: 'not-live' },
      { id: uuid(51), why: 'no-file' },
      { id: uuid(53), why: 'not-live' },
      { id: uuid(52), why: 'nothing-below' },
    ])
  })

  it('shows nothing that is not on the site, and each entry once or not at all', () => {
    fc.assert(
      fc.property(anyMenu, (menu) => {
        const { shown, leftOut } = standingEntries(menu, site)
        const paths = new Set(pages.map(({ path }) => path))
        for (const line of outline(shown)) expect(paths).toContain(line.split(' ').at(-1))
        expect(outline(shown).length + leftOut.length).toBe(ids(menu).length)
      }),
    )
  })

  const zone = 'Europe/Oslo'
  const timed = (entries: MenuEntry[]): ShownMenu => ({
    item: uuid(900),
    title: 'Top',
    language: 'en',
    place: 'top',
    entries: standingEntries(entries, site).shown,
  })

  it('keeps the times of its entries, and says when it turns', () => {
    const window = { from: '2027-03-05T15:00', until: '2027-03-07T22:00', rule: null }
    const menu = timed([link(1), heading(2, 'Winter', [link(4, { window })])])
    const seen = (at: string | null) => outline(entriesAt(menu.entries, zone, at))
    expect(seen('2027-03-05T13:59:59.999Z')).toEqual(['Timetables /timetables'])
    expect(seen('2027-03-05T14:00:00.000Z')).toEqual(['Timetables /timetables', 'Winter', '-Fares /fares'])
    expect(seen('2027-03-07T21:00:00.000Z')).toEqual(['Timetables /timetables'])
    expect(seen(null)).toHaveLength(3)
    expect(nextTurn([menu], zone, '2027-03-01T00:00:00.000Z')).toBe('2027-03-05T14:00:00.000Z')
    expect(nextTurn([menu], zone, '2027-03-05T14:00:00.000Z')).toBe('2027-03-07T21:00:00.000Z')
    expect(nextTurn([menu], zone, '2027-03-08T00:00:00.000Z')).toBeNull()
    const then = (at: string) => [{ ...menu, entries: entriesAt(menu.entries, zone, at) }]
    expect(placesIn(then('2027-03-06T00:00:00.000Z'), uuid(1004))).toEqual([{ menu: uuid(900), title: 'Top', above: ['Winter'] }])
    expect(placesIn(then('2027-03-08T00:00:00.000Z'), uuid(1004))).toEqual([])
  })

  const around = { here: '/timetables/vessa', language: 'en' }

  it('is made as lists of links without script: what is below opens by the browser alone, and says what it is', () => {
    const html = renderMenus(
      [
        timed([
          link(1, { icon: 'ship', note: 'All year', target: { is: 'link', href: `item:${uuid(1001)}`, below: 1 } }),
          link(4, { label: 'Fares <b>"now"</b>' }),
          link(5, { target: { is: 'link', href: 'https://weather.example/?a=1&b=2', below: 0 }, label: 'Weather', newWindow: true }),
        ]),
      ],
      'top',
      around,
    )
    expect(html).toContain('<nav class="menu" aria-label="Top">')
    expect(html).toContain('href="/timetables" class="inside"')
    expect(html).toContain('<a href="/timetables/vessa" aria-current="page">')
    expect(html).toContain('<summary><span class="apart">More in Timetables</span></summary>')
    expect(html).toContain('Fares &lt;b&gt;&quot;now&quot;&lt;/b&gt;')
    expect(html).toContain('href="https://weather.example/?a=1&amp;b=2" target="_blank" rel="external noopener"')
    expect(html).not.toMatch(/<script|style=|on[a-z]+=/)
    expect(renderMenus([timed([link(1)])], 'foot', around)).toBe('')
    expect(renderMenus([timed([link(99)])], 'top', around)).toBe('')
  })

  it('has an icon for each name', () => {
    for (const name of MENU_ICON_NAMES)
      expect(renderMenuIcon(name)).toMatch(
        /^<svg class="icon" [^>]*aria-hidden="true">(<(path|circle|rect|line|polyline|ellipse|polygon) [^<>]*\/>)+<\/svg>$/,
      )
  })
})
