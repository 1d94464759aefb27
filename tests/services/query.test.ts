import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { withAncestors } from '../../core/access/rights'
import { matches, type ItemFacts, type Names } from '../../core/query/meaning'
import { printQuery } from '../../core/query/parse'
import { CHOICES } from '../../core/query/query'
import { dateIn } from '../../core/time/zone'
import { actorFrom, type Actor } from '../../server/services/access'
import { openOffice, type Office } from '../../server/services/office'
import { addPerson } from '../../server/services/people'
import { namesOf } from '../../server/services/queries'
import { addSection } from '../../server/services/sections'
import { firstStart } from '../../server/services/sites'
import { indexTitles } from '../../server/store/items'
import { personById } from '../../server/store/people'
import { queryWhere } from '../../server/store/query'
import { queries } from '../support/queries'

const ZONE = 'Europe/Oslo'
const TODAY = '2026-11-25'
const ITEMS = 300
const folder = mkdtempSync(join(tmpdir(), 'yieldgate-query-'))
let office: Office
let names: Names
const facts = new Map<string, ItemFacts>()

/** Numbers that look random and are the same each time. */
function* numbers(): Generator<number, never> {
  for (let state = 7; ;) yield (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
}

beforeAll(async () => {
  office = await openOffice(folder, { now: () => new Date(`${TODAY}T11:00:00Z`) }, { durable: false })
  const founder = await firstStart(office, {
    siteName: 'Larkholm Ferries',
    zone: ZONE,
    language: 'en',
    name: 'Maren Ostby',
    email: 'maren@larkholm.example',
    password: 'quiet mornings at sea',
  })
  await office.settle()
  const steward = async (): Promise<Actor> => actorFrom((await personById(office.store.read, founder))!, await office.rights())
  const notices = await addSection(office, await steward(), 'Service notices', null)
  await office.settle()
  const night = await addSection(office, await steward(), 'Night boats', notices)
  const fares = await addSection(office, await steward(), 'Fares', null)
  const wen = await addPerson(office, await steward(), { name: 'Wen Zhao', email: 'wen@larkholm.example', roles: [] })
  await office.settle()
  const rights = await office.rights()
  names = namesOf(rights)
  const random = numbers()
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next().value * list.length)]!
  const instant = () => new Date(Date.UTC(2026, 9, 20) + Math.floor(random.next().value * 60 * 24) * 3_600_000).toISOString()
  const site = (await office.site())!
  const rows = Array.from({ length: ITEMS }, () => {
    const draft = pick(CHOICES.draft)
    return {
      id: office.newId(),
      site_id: site.id,
      kind: pick(CHOICES.kind),
      section_id: pick([notices, night, fares]),
      language: 'en',
      translation_group: 'x',
      internal_name: pick(['', '', 'boat 12', 'Summer fares']),
      owner_id: pick([null, founder, wen]),
      review_by: pick([null, '2026-11-03', '2026-11-25', '2026-12-24']),
      created_at: instant(),
      created_by: founder,
      title: pick(['Summer fares', 'The summer’s times', 'Årdal quay', 'Ardal', 'Fares in summer', 'x1', 'Boats']),
      on_site: pick(CHOICES.site),
      draft_id: draft === 'none' ? null : 'some',
      draft_state: draft === 'none' ? null : draft,
      next_at: pick([null, instant()]),
      embargo_at: pick([null, null, instant()]),
      author_id: pick([founder, wen]),
      changed_at: instant(),
      versions: 1,
    }
  })
  await office.store.write(async (tx) => {
    await tx.insert('item', rows)
    await indexTitles(
      tx,
      rows.map(({ id }) => id),
    )
  })
  const on = (at: string | null) => at && dateIn(at, ZONE)
  for (const row of rows)
    facts.set(row.id, {
      choice: { kind: row.kind, site: row.on_site, draft: row.draft_state ?? 'none' },
      named: {
        section: withAncestors(rights.sections, row.section_id),
        author: [row.author_id],
        owner: row.owner_id ? [row.owner_id] : [],
      },
      dated: { changed: on(row.changed_at), begun: on(row.created_at), review: row.review_by, next: on(row.next_at) },
      has: {
        draft: row.draft_id !== null,
        owner: row.owner_id !== null,
        name: row.internal_name !== '',
        review: row.review_by !== null,
        time: row.next_at !== null,
        embargo: row.embargo_at !== null,
      },
      text: `${row.title} ${row.internal_name}`,
    })
})
afterAll(async () => {
  await office.close()
  rmSync(folder, { recursive: true, force: true })
})

describe('a query in the store', () => {
  it('finds just the items that it means, whatever is asked', async () => {
    let met = 0
    await fc.assert(
      fc.asyncProperty(queries, async (query) => {
        const { where, bind } = queryWhere(query, { names, today: TODAY, zone: ZONE })
        const found = await office.store.read.all<{ id: string }>(`SELECT i.id FROM item i WHERE ${where} ORDER BY i.id`, bind)
        const meant = [...facts].filter(([, one]) => matches(query, one, names, TODAY)).map(([id]) => id)
        met += meant.length > 0 && meant.length < ITEMS ? 1 : 0
        expect({ query: printQuery(query), ids: found.map(({ id }) => id).filter((id) => facts.has(id)) }).toEqual({
          query: printQuery(query),
          ids: meant.sort(),
        })
      }),
      { numRuns: Number(process.env.YIELDGATE_RUNS ?? 1_000) },
    )
    // Most of them tell some items from others.
    expect(met).toBeGreaterThan(300)
  })
})
