import { listedOf, SiteAt, type ItemHistory, type Stay } from '../core/plan/siteAt'
import { computeForecast, forecast, type Plan, type PlannedFacts } from '../core/plan/forecast'
import type { Turn } from '../core/plan/play'
import type { Kind } from '../core/kinds/kinds'
import type { Fields } from '../core/content/fields'
import { median, type Row } from './report'

const ITEMS = 100_000
const PAGES = 20_000
const EVENTS = 5_000
const ROUNDS = 5
const at = (minute: number) => new Date(Date.UTC(2026, 0, 1) + minute * 60_000).toISOString()

const stay = (version: string, kind: Kind, from: number, to: number | null, fields: Fields): Stay => ({
  version,
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

/** Posts and a tree of pages, each with three versions that followed one another. */
function site(items: number, pages: number): Map<string, ItemHistory> {
  const facts = new Map<string, ItemHistory>()
  for (let n = 0; n < items; n++) {
    const isPage = n < pages
    const parent = isPage && n >= 20 ? `i${Math.floor(n / 20)}` : null
    const fields: Fields = { title: `Item ${n}`, segment: `item-${n}`, parent, inMenus: true, shownDate: at(n * 7).slice(0, 10) }
    const start = n % 1_000
    const kind = isPage ? 'page' : 'post'
    facts.set(`i${n}`, {
      stays: [
        stay(`v${n}a`, kind, start, start + 5_000, fields),
        stay(`v${n}b`, kind, start + 5_000, start + 9_000, fields),
        stay(`v${n}c`, kind, start + 9_000, null, fields),
      ],
    })
  }
  return facts
}

const timed = (work: () => void): number =>
  median(
    Array.from({ length: ROUNDS }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
  )

const row = (what: string, ms: number, budget: number, reference: string, base: number): Row => ({
  what,
  ours: `${ms.toFixed(1)} ms`,
  reference: `${reference} ${base.toFixed(1)} ms`,
  ratio: ms / base,
  budget: `< ${budget} ms`,
  met: ms < budget,
})

/** The site of a moment, against the least that any way has to do: reading through as many records once. */
function moments(): Row[] {
  const facts = site(ITEMS, 2_000)
  const moment = at(7_000)
  const through = timed(() => {
    const found = new Map<string, Stay>()
    for (const [item, { stays }] of facts) {
      const held = stays.find(({ from, to }) => from <= moment && (to === null || moment < to))
      if (held) found.set(item, held)
    }
    if (found.size !== ITEMS) throw new Error('The site is not whole')
  })
  const whole = timed(() => {
    const view = new SiteAt(facts, moment)
    if (!view.owner('/posts/item-50000') || !view.entry('i99999')) throw new Error('The site is not whole')
  })
  const listed = timed(() => {
    if (listedOf(new SiteAt(facts, moment), ['post']).length !== ITEMS - 2_000) throw new Error('The listing is not whole')
  })

  return [
    row('site as of a moment, 100,000 items, with one address found', whole, 100, 'one walk through them', through),
    row('the same with the listing of 98,000 posts in order', listed, 1_000, 'one walk through them', through),
  ]
}

/** What is foreseen, whole and after one change, against copying as many events. */
function forecasts(): Row[] {
  const small = site(PAGES, 2_000)
  const now = at(10_000)
  const turns: Turn[] = []
  const factsOf = new Map<string, PlannedFacts[]>()
  for (let n = 0; n < EVENTS; n++) {
    const item = `i${2_000 + n * 3}`
    const fields = small.get(item)!.stays[2]!.fields
    const id = `e${n}`
    const title = fields.title ?? ''
    const common = { item, kind: 'post', section: 's', title } as const
    const off = n % 10 === 0
    turns.push({
      id,
      at: at(10_001 + n),
      does: 'change',
      together: false,
      wishes: [
        off
          ? { ...common, do: 'withdraw' }
          : { ...common, do: 'put', version: `n${n}`, fields, cleared: true, behind: false, shownDate: 'keep', embargo: null },
      ],
    })
    const links = [`i${2_000 + ((n * 31) % 15_000)}`, `i${(n * 17) % 2_000}`]
    factsOf.set(id, [
      {
        event: id,
        edition: null,
        item,
        title,
        does: off ? 'withdraw' : 'put',
        refused: [],
        cleared: n % 7 > 0,
        pace: 3_600_000,
        waits: [],
        links,
        missing: [],
        clocks: [],
        draft: null,
        repeats: false,
      },
    ])
  }
  const plan: Plan = { turns, facts: factsOf, editionsOf: new Map() }
  const links = { to: (item: string) => (Number(item.slice(1)) % 5 ? [] : [{ item: 'i0', title: 'Item 0', version: 'v0c' }]) }
  let troubles = 0
  const foretold = timed(() => {
    troubles = forecast(new SiteAt(small, now), plan, links, 'Europe/Oslo', now).length
  })
  const copied = timed(() => void structuredClone(turns))
  const present = new SiteAt(small, now)
  const known = computeForecast(present, plan, links, 'Europe/Oslo', now)
  // One event, the first, is moved behind some of the others.
  const moved: Plan = { ...plan, turns: [...turns.slice(1, 51), { ...turns[0]!, at: turns[50]!.at }, ...turns.slice(51)] }
  const again = timed(() => {
    if (computeForecast(present, moved, links, 'Europe/Oslo', now, undefined, known).steps.length !== EVENTS)
      throw new Error('The forecast is not whole')
  })
  return [
    row(`forecast of ${EVENTS} events over ${PAGES} items (${troubles} troubles)`, foretold, 1_000, 'a copy of the plan', copied),
    row('forecast after one event was moved', again, 50, 'the whole forecast', foretold),
  ]
}

export const measure = async (): Promise<Row[]> => [...moments(), ...forecasts()]
