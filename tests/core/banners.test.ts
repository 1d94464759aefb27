import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lifetimes } from '../../core/checks/lifetimes'
import { pictureSizes } from '../../core/checks/pictureSizes'
import { searchDescription } from '../../core/checks/searchDescription'
import { deadLinks } from '../../core/checks/deadLinks'
import { contentLinks, manifestMedia } from '../../core/content/content'
import { inBannerOrder, ordersToMove } from '../../core/plan/banners'
import { touchedTags, type LiveEntry } from '../../core/plan/entry'
import { MOST_BANNERS, renderBanners, type Banner } from '../../core/render/banners'
import { NO_REFS } from '../../core/render/text'
import { THEME } from '../../core/render/theme'

const TARGET = '00000000-0000-7000-8000-000000000001'

describe('the order of banners', () => {
  const lists = fc.uniqueArray(fc.record({ item: fc.string({ minLength: 1, maxLength: 3 }), order: fc.integer({ min: -3, max: 3 }) }), {
    minLength: 1,
    maxLength: 9,
    selector: ({ item }) => item,
  })
  it('after a move has it where it was put and all others as they were, and writes no more than it must', () => {
    fc.assert(
      fc.property(lists, fc.nat(8), fc.option(fc.nat(8)), (list, from, to) => {
        const banners = list.map(({ item, order }) => ({ item, fields: { order } }))
        const moved = banners[from % banners.length]!.item
        const before = to === null ? null : banners[to % banners.length]!.item
        fc.pre(before !== moved)
        const was = inBannerOrder(banners).map(({ item }) => item)
        const orders = ordersToMove(banners, moved, before)
        const after = inBannerOrder(banners.map(({ item, fields }) => ({ item, fields: { order: orders.get(item) ?? fields.order } })))
        const wanted = was.filter((item) => item !== moved)
        wanted.splice(before === null ? wanted.length : wanted.indexOf(before), 0, moved)
        expect(after.map(({ item }) => item)).toEqual(wanted)
        if (wanted.join() === was.join() && before !== null) expect(orders.size).toBe(0)
        if (orders.size) expect(orders.has(moved)).toBe(true)
      }),
    )
  })
  it('moves one alone where there is room, and nothing for who is not there', () => {
    const banners = [0, 100, 200].map((order, index) => ({ item: 'abc'[index]!, fields: { order } }))
    expect([...ordersToMove(banners, 'c', 'b').keys()]).toEqual(['c'])
    expect([...ordersToMove(banners, 'a', null).keys()]).toEqual(['a'])
    expect(ordersToMove(banners, 'a', 'b').size).toBe(0)
    expect(ordersToMove(banners, 'x', 'b').size + ordersToMove(banners, 'a', 'x').size).toBe(0)
  })
})

describe('banners on the front page', () => {
  const banner = (n: number, href = ''): Banner => ({ title: `Banner <${n}>`, text: n % 2 ? 'A few words' : '', picture: null, href })
  it('stand still when one is there; several turn and can be stopped by a switch that comes before them', () => {
    expect(renderBanners([], NO_REFS)).toBe('')
    expect(renderBanners([banner(1)], NO_REFS)).not.toContain('checkbox')
    const three = renderBanners(
      [1, 2, 3].map((n) => banner(n)),
      NO_REFS,
    )
    expect(three).toContain('class="banners turn-3"')
    expect(three.indexOf('<input type="checkbox">')).toBeLessThan(three.indexOf('<li>'))
    expect(three).toContain('Banner &lt;2&gt;')
    expect(
      renderBanners(
        Array.from({ length: 12 }, (_, n) => banner(n)),
        NO_REFS,
      ).match(/<li>/g),
    ).toHaveLength(MOST_BANNERS)
  })
  it('lead only to what is on the site', () => {
    const refs = { ...NO_REFS, items: new Map([[TARGET, { path: '/fares', title: 'Fares' }]]) }
    expect(renderBanners([banner(1, `item:${TARGET}`)], refs)).toContain('<a href="/fares">')
    expect(renderBanners([banner(1, `item:${TARGET}`)], NO_REFS)).not.toContain('<a ')
  })
  it('turn in a style of their own for each number of them, by the style sheet alone and only for who wants motion', () => {
    const motion = THEME.slice(THEME.indexOf('@media (prefers-reduced-motion:no-preference)'))
    for (let n = 2; n <= MOST_BANNERS; n++) {
      expect(motion).toContain(`@keyframes turn-${n}{`)
      expect(motion).toContain(`.turn-${n} li:nth-child(${n}){animation-delay:`)
    }
    expect(motion).toContain(':not(:has(:checked))')
    expect(motion).toContain('animation-play-state:paused')
  })
})

describe('what a banner hangs on', () => {
  const fields = { title: 'Ridge walk', target: `item:${TARGET}` }
  it('is its target, as a link and as a thing that can be gone', () => {
    expect(contentLinks({ fields, body: [] })).toEqual([TARGET])
    expect(manifestMedia({ fields: { target: `media:${TARGET}` }, body: [] })).toEqual([TARGET])
    const context = { kind: 'banner' as const, live: () => false, media: () => undefined, language: 'en' }
    expect(deadLinks.find({ fields, body: [] }, context)).toMatchObject([{ code: 'link-dead', at: 'field:target' }])
    expect(deadLinks.find({ fields, body: [] }, { ...context, live: () => true })).toEqual([])
  })
  it('touches the list of banners when what it shows or where it leads is other', () => {
    const entry = (more: object): LiveEntry => ({
      item: 'b',
      kind: 'banner',
      section: 's',
      version: 'v',
      path: null,
      fields: { ...fields, ...more },
    })
    expect(touchedTags(entry({}), entry({ target: 'https://example.org' }))).toContain('list:banner')
    expect(touchedTags(entry({}), entry({ order: 7 }))).toContain('list:banner')
    expect(touchedTags(entry({}), entry({ language: 'nb' }))).not.toContain('list:banner')
  })
  it('suits the place: a banner for good and a bar for a passing word are pointed out', () => {
    const codes = (more: object, kind: 'banner' | 'notice' = 'notice') =>
      lifetimes.find({ fields: more, body: [] }, { kind, live: () => true, media: () => undefined, language: 'en' }).map(({ code }) => code)
    expect(codes({ ...fields, lifetime: 'lasting' }, 'banner')).toEqual(['place-suits-passing'])
    expect(codes({ ...fields, lifetime: 'temporary' }, 'banner')).toEqual([])
    expect(codes({ bar: 'site', lifetime: 'temporary' })).toEqual(['place-suits-lasting'])
    expect(codes({ bar: 'site', lifetime: 'temporary', noticeLevel: 'urgent' })).toEqual([])
    expect(codes({ bar: 'none', lifetime: 'temporary' })).toEqual([])
  })
  it('is asked of it as of a banner: its picture is measured by its own place, and it has no search description to lack', () => {
    const cover = { media: TARGET, alt: '', decorative: true }
    const context = { live: () => true, media: () => ({ id: TARGET, width: 700, height: 340 }), language: 'en' }
    const content = { fields: { ...fields, cover }, body: [] }
    expect(pictureSizes.find(content, { ...context, kind: 'page' })).toMatchObject([{ code: 'picture-small' }])
    expect(pictureSizes.find(content, { ...context, kind: 'banner' })).toEqual([])
    expect(searchDescription.find(content, { ...context, kind: 'page' })).toMatchObject([{ code: 'search-description-missing' }])
    expect(searchDescription.find(content, { ...context, kind: 'banner' })).toEqual([])
  })
})
