import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { Fields } from '../../core/content/fields'
import { forecast, computeForecast, type Foretold, type Links, type Plan, type PlannedFacts } from '../../core/plan/forecast'
import type { PlannedWish, Turn } from '../../core/plan/play'
import { SiteAt, type Facts, type Stay } from '../../core/plan/siteAt'

const ZONE = 'Europe/Oslo'
const at = (minute: number) => new Date(Date.UTC(2027, 0, 1, 0, minute)).toISOString()
const ITEMS = ['a', 'b', 'c', 'd', 'e', 'f']
const SEGMENTS = ['one', 'two', 'three']

const fieldsOf = (segment: string, parent: string | null, inMenus: boolean): Fields => ({
  title: `T ${segment}`,
  segment,
  parent,
  inMenus,
})
/** Pages that are live at first, some below others; no two at one address. */
const sites = fc
  .array(fc.tuple(fc.constantFrom(...SEGMENTS), fc.option(fc.nat(4)), fc.boolean()), { minLength: 3, maxLength: 6 })
  .map((parts): Facts => {
    const facts: [string, { stays: Stay[] }][] = []
    const taken = new Set<string>()
    parts.forEach(([segment, above, inMenus], index) => {
      const parent = above !== null && above < index && facts.some(([item]) => item === ITEMS[above]) ? ITEMS[above]! : null
      if (taken.has(`${parent} ${segment}`)) return
      taken.add(`${parent} ${segment}`)
      const fields = fieldsOf(segment, parent, inMenus)
      const stay: Stay = {
        version: `${ITEMS[index]}0`,
        kind: 'page',
        section: 's',
        from: at(0),
        to: null,
        shownDate: null,
        segment,
        parent,
        labelType: null,
        fields,
      }
      facts.push([ITEMS[index]!, { stays: [stay] }])
    })
    return new Map(facts)
  })

interface Entry {
  id: string
  turn: Turn
  facts: PlannedFacts[]
}
const item = fc.constantFrom(...ITEMS)
const changes = fc.record({
  item,
  off: fc.nat(4).map((n) => n === 0),
  segment: fc.constantFrom(...SEGMENTS),
  parent: fc.option(item),
  inMenus: fc.boolean(),
  links: fc.uniqueArray(item, { maxLength: 2 }),
  cleared: fc.boolean(),
})
const entries = fc
  .record({
    minute: fc.integer({ min: 10, max: 30 }),
    sort: fc.constantFrom('one', 'one', 'one', 'edition', 'window'),
    changes: fc.uniqueArray(changes, { minLength: 1, maxLength: 3, selector: (change) => change.item }),
    long: fc.integer({ min: 1, max: 6 }),
  })
  .map((parts) => (id: string): Entry[] => {
    const wanted = parts.sort === 'edition' ? parts.changes : parts.changes.slice(0, 1)
    const wishes = wanted.map((change): PlannedWish => {
      const common = { item: change.item, kind: 'page', section: 's', title: change.item } as const
      if (change.off && parts.sort !== 'window') return { ...common, do: 'withdraw' }
      const fields = fieldsOf(change.segment, change.parent === change.item ? null : change.parent, change.inMenus)
      return {
        ...common,
        do: 'put',
        version: `${id}${change.item}`,
        fields,
        cleared: true,
        behind: false,
        shownDate: 'keep',
        embargo: null,
        basedOn: { base: `${change.item}0`, accepted: null },
      }
    })
    const facts = wishes.map((wish, index): PlannedFacts => ({
      event: `${id}${index}`,
      edition: parts.sort === 'edition' ? id : null,
      item: wish.item,
      title: `P ${wish.item}`,
      does: wish.do,
      refused: [],
      cleared: wanted[index]!.cleared,
      pace: 600_000,
      waits: [],
      links: wanted[index]!.links,
      missing: [],
      clocks: [],
      draft: null,
      repeats: false,
    }))
    const common = { id, at: at(parts.minute) }
    const [wish] = wishes
    if (parts.sort === 'window' && wish?.do === 'put')
      return [
        { id, turn: { ...common, does: 'open', window: id, wish }, facts },
        {
          id: `${id} end`,
          turn: { id: `${id} end`, at: at(parts.minute + parts.long), does: 'end', window: id, item: wish.item },
          facts: [],
        },
      ]
    return [{ id, turn: { ...common, does: 'change', wishes, together: parts.sort === 'edition' }, facts }]
  })

const order = (a: Entry, b: Entry) => (a.turn.at < b.turn.at ? -1 : a.turn.at > b.turn.at ? 1 : a.id < b.id ? -1 : 1)
const planOf = (list: Entry[], editionsOf: Plan['editionsOf']): Plan => {
  const sorted = [...list].sort(order)
  return { turns: sorted.map(({ turn }) => turn), facts: new Map(sorted.map(({ id, facts }) => [id, facts])), editionsOf }
}
const linksOf = (linked: [from: string, to: string][], facts: Facts): Links => ({
  to: (target) =>
    linked.flatMap(([from, to]) => (to === target && facts.has(from) ? [{ item: from, title: from, version: `${from}0` }] : [])),
})
const moves = fc.record({ take: fc.nat(12), minute: fc.integer({ min: 10, max: 30 }), add: fc.option(entries), away: fc.boolean() })

describe('a forecast worked out from an earlier one', () => {
  it('is that of the whole plan, whatever was taken out, moved and put in', () => {
    const runs = Number(process.env.YIELDGATE_RUNS ?? 800)
    let reused = 0
    fc.assert(
      fc.property(
        sites,
        fc.array(entries, { minLength: 2, maxLength: 9 }),
        fc.array(moves, { minLength: 1, maxLength: 4 }),
        fc.array(fc.tuple(item, item), { maxLength: 4 }),
        (facts, made, changes, linked) => {
          const site = new SiteAt(facts, at(5))
          const links = linksOf(linked, facts)
          const editionsOf: Plan['editionsOf'] = new Map()
          const groups = new Map(made.map((make, index) => [`e${index}`, make(`e${index}`)]))
          const ask = (known: Foretold | null) =>
            computeForecast(site, planOf([...groups.values()].flat(), editionsOf), links, ZONE, at(5), new Map(), known)
          let known = ask(null)
          for (const [index, { take, minute, add, away }] of changes.entries()) {
            const name = [...groups.keys()][take % Math.max(1, groups.size)]
            const group = name === undefined ? undefined : groups.get(name)
            if (name !== undefined && away) groups.delete(name)
            else if (name !== undefined && group?.length === 1)
              groups.set(name, [{ ...group[0]!, turn: { ...group[0]!.turn, at: at(minute) } }])
            if (add) groups.set(`n${index}`, add(`n${index}`))
            const now = ask(known)
            reused += now.steps.filter((step) => known.steps.includes(step)).length
            const whole = ask(null)
            expect(now.troubles).toEqual(whole.troubles)
            expect(now.steps.map(({ done }) => done.length)).toEqual(whole.steps.map(({ done }) => done.length))
            known = now
          }
        },
      ),
      { numRuns: runs },
    )
    // It is not the whole plan played again under another name.
    expect(reused).toBeGreaterThan(runs)
  }, 600_000)
})

describe('an edition', () => {
  it('meets the same by its links, in whatever order its changes are listed', () => {
    const about = new Set(['link-not-yet', 'link-off', 'linked-from', 'unreached'])
    let met = 0
    fc.assert(
      fc.property(
        sites,
        fc.array(entries, { minLength: 1, maxLength: 6 }),
        fc.array(fc.tuple(item, item), { maxLength: 4 }),
        (facts, made, linked) => {
          const site = new SiteAt(facts, at(5))
          const links = linksOf(linked, facts)
          const list = made.flatMap((make, index) => make(`e${index}`))
          const turned = list.map((entry): Entry =>
            entry.turn.does === 'change'
              ? { ...entry, turn: { ...entry.turn, wishes: entry.turn.wishes.toReversed() }, facts: entry.facts.toReversed() }
              : entry,
          )
          const troubles = (of: Entry[]) =>
            forecast(site, planOf(of, new Map()), links, ZONE, at(5))
              .filter(({ code }) => about.has(code))
              .map(({ key, detail }) => `${key}: ${detail}`)
              .sort()
          met += troubles(list).length
          expect(troubles(turned)).toEqual(troubles(list))
        },
      ),
      { numRuns: Number(process.env.YIELDGATE_RUNS ?? 800) },
    )
    expect(met).toBeGreaterThan(100)
  })
})
