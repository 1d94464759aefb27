import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { withAncestors } from '../../core/access/rights'
import { manifestOf, type Content } from '../../core/content/content'
import { fieldsOfKind, type Fields } from '../../core/content/fields'
import { matchesItem, type Names, type PairFacts } from '../../core/query/meaning'
import { printQuery } from '../../core/query/parse'
import { CHOICES, type Query } from '../../core/query/query'
import { SORT_KEYS, type SortKey } from '../../core/query/sort'
import { dateIn } from '../../core/time/date'
import { indexVersions } from '../../server/jobs/versionIndexer'
import { updateLists } from '../../server/jobs/listUpdater'
import { indexLive } from '../../server/jobs/searchIndex'
import { actorFrom, type Actor } from '../../server/services/people/access'
import { openOffice, type Office } from '../../server/services/office'
import { addPerson } from '../support/people'
import { namesOf } from '../../server/services/listing/queries'
import { addSection } from '../../server/services/site/sections'
import { firstStart } from '../../server/services/site/sites'
import { addEdition } from '../../server/store/editions'
import type { NewRow, Row } from '../../server/store/models'
import { syncItems } from '../../server/store/items'
import { bitOf, codeNames } from '../../server/store/listed'
import { countListed, facetRows, listPage, type ListedRow, type Listing } from '../../server/store/listing'
import { personById } from '../../server/store/people'
import { addVersions, bytesOf, type NewVersion } from '../../server/store/versions'
import { NAMES, queries } from '../support/queries'

const ZONE = 'Europe/Oslo'
const TODAY = '2026-11-25'
const ITEMS = 160
const LABELS = [
  { title: 'Winter season', type: 'series' },
  { title: 'Boats', type: 'tag' },
] as const
const folder = mkdtempSync(join(tmpdir(), 'yieldgate-query-'))
let office: Office
let listing: Listing
/** What is known of each item with each of its open drafts. */
const known = new Map<string, PairFacts[]>()

/** Numbers that look random and are the same each time. */
function* numbers(): Generator<number, never> {
  for (let state = 7; ;) yield (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
}
const random = numbers()
const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next().value * list.length)]!
const some = <T>(list: readonly T[]): T[] => list.filter(() => pick([true, false]))
const instant = () => new Date(Date.UTC(2026, 9, 20) + Math.floor(random.next().value * 60 * 24) * 3_600_000).toISOString()
const PICTURE = '0199aaaa-0000-7000-8000-000000000001'
const TITLES = ['Summer fares', 'The summer’s times', 'Årdal quay', 'Ardal', 'Fares in summer', 'x1', 'Boats']

function someContent(labels: string[]): Content {
  const fields: Fields = {
    title: pick(TITLES),
    language: pick(['en', 'nb']),
    labels,
    ...pick([{}, { summary: 'All winter fares' }]),
    ...pick([{}, { searchDescription: 'Boats to Årdal' }]),
    ...pick([{}, { cover: { media: PICTURE, alt: pick(['', 'A boat']), decorative: false } }]),
    ...pick([{}, { shownDate: pick(['2026-11-03', '2026-11-25', '2026-12-24']) }]),
    ...pick([{}, { inMenus: true }]),
  }
  const body = some(['the quay of Årdal', 'summer fares', 'x1 boat '.repeat(30)]).map((text, index) => ({
    id: `block${index}`,
    kind: 'paragraph' as const,
    text: [{ text }],
  }))
  return { fields, body }
}

const saidIn = ({ body }: Content) => body.map((block) => (block.kind === 'paragraph' ? block.text.map(({ text }) => text).join('') : ''))

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
  const { person: wen } = await addPerson(office, await steward(), { name: 'Wen Zhao', email: 'wen@larkholm.example', roles: [] })
  await office.settle()
  const rights = await office.rights()
  const site = (await office.site())!
  const spring = office.newId()
  const labels = LABELS.map((label) => ({ ...label, id: office.newId(), section: pick([notices, night, fares]), site: pick(CHOICES.site) }))
  const names: Names = namesOf(rights, wen, labels, [{ id: 'reviewed/review', name: 'Legal' }], [{ id: spring, name: 'Spring' }])

  const versions: NewVersion[] = []
  const items: NewRow<'item'>[] = []
  const drafts: NewRow<'draft'>[] = []
  const waits: NewRow<'gate_wait'>[] = []
  const events: NewRow<'planned_event'>[] = []
  const intervals: NewRow<'live_interval'>[] = []
  const links: NewRow<'live_ref'>[] = []
  const entries: NewRow<'live_entry'>[] = []
  const on = (at: string | null) => at && dateIn(at, ZONE)
  for (let count = 0; count < ITEMS; count++) {
    const label = labels[count]
    const item = label?.id ?? office.newId()
    const onSite = label?.site ?? pick(CHOICES.site)
    const binned = onSite !== 'live' && pick([true, false, false])
    const title = label?.title ?? pick(TITLES)
    const internal = pick(['', '', 'boat 12', 'Summer fares'])
    const row = {
      id: item,
      site_id: site.id,
      kind: label ? 'label' : pick(CHOICES.kind),
      section_id: label?.section ?? pick([notices, night, fares]),
      language: 'en',
      translation_group: 'x',
      internal_name: internal,
      owner_id: pick([null, founder, wen]),
      review_by: pick([null, '2026-11-03', '2026-11-25', '2026-12-24']),
      created_at: instant(),
      created_by: founder,
      binned_at: binned ? instant() : null,
      title,
      on_site: onSite,
      embargo_at: pick([null, null, instant()]),
      author_id: pick([founder, wen]),
      changed_at: instant(),
      versions: 0,
    }
    items.push(row)
    let number = 0
    const everWritten: string[] = []
    const write = (draft: string, author: string) => {
      const content = someContent(some(labels).map(({ id }) => id))
      versions.push({
        id: office.newId(),
        item,
        draft,
        number: ++number,
        parent: null,
        author,
        at: row.changed_at,
        cause: 'save',
        note: '',
        manifest: manifestOf(content),
        blocks: bytesOf(content),
      })
      everWritten.push(
        [content.fields.title, content.fields.summary, content.fields.searchDescription, ...saidIn(content)].filter(Boolean).join('\n'),
      )
      return { version: versions.at(-1)!.id, content }
    }
    const first = { ...write(office.newId(), row.author_id), by: row.author_id }
    if (onSite !== 'none')
      intervals.push({
        item_id: item,
        version_id: first.version,
        from_at: row.created_at,
        to_at: onSite === 'live' ? null : row.changed_at,
        cause: 'put-live',
        section_id: row.section_id,
        fields: '{}',
      })
    if (onSite === 'live')
      entries.push({
        item_id: item,
        site_id: site.id,
        kind: row.kind,
        section_id: row.section_id,
        version_id: first.version,
        title,
        in_sitemap: 1,
        fields: '{}',
        first_live: row.created_at,
        changed_at: row.created_at,
      })
    const plan = (
      kind: Row<'planned_event'>['kind'],
      draft: string | null,
      state: Row<'planned_event'>['state'],
      edition: string | null,
    ): string => {
      const at = instant()
      const wall = { wall_date: at.slice(0, 10), wall_time: '12:00', zone: ZONE }
      const about = {
        id: office.newId(),
        site_id: site.id,
        kind,
        item_id: item,
        draft_id: draft,
        owner_id: founder,
        created_at: row.created_at,
        edition_id: edition,
      }
      events.push({ ...about, ...wall, at, state })
      return at
    }
    const linked = pick([true, false])
    if (linked) links.push({ item_id: site.settings_item, relation: 'link', target: item })
    const open = Array.from({ length: pick([0, 1, 1, 2, 3]) }, () => {
      const draft = office.newId()
      const by = pick([founder, wen])
      const review = pick(['draft', 'in_review', 'returned', 'cleared'] as const)
      const timing = pick(['none', 'none', 'planned', 'held'] as const)
      const { version, content } = write(draft, by)
      drafts.push({
        id: draft,
        item_id: item,
        name: 'Change',
        base_version: first.version,
        head_version: version,
        route_id: 'reviewed',
        route_version: 1,
        review,
        created_at: instant(),
        created_by: founder,
      })
      const waiting = review === 'in_review' && pick([true, false])
      if (waiting) waits.push({ draft_id: draft, gate: 'review', since: row.changed_at })
      const edition = timing === 'none' ? null : pick([null, spring])
      const at = timing === 'none' ? null : plan('put-live', draft, timing, edition)
      const state = timing === 'held' ? 'held' : review === 'cleared' && timing === 'planned' ? 'scheduled' : review
      return { draft, state, by, content, waiting, edition, at: timing === 'planned' ? at : null }
    })
    const leavesWith = pick([null, null, spring])
    const ends = pick([true, false, false]) ? plan('withdraw', null, 'planned', leavesWith) : null
    const next = [...open.flatMap(({ at }) => at ?? []), ...(ends ? [ends] : [])].sort()[0] ?? null
    const pair = (
      of: { content: Content; by: string },
      draft: { state: string; waiting: boolean; edition: string | null } | null,
    ): PairFacts => {
      const fields = fieldsOfKind(row.kind, of.content.fields)
      const says = saidIn(of.content)
      const own = (fields.labels ?? []).map((id) => labels.find((one) => one.id === id)!)
      const words = [fields.title, fields.summary, ...says].join(' ').match(/[\p{L}\p{N}]+(?:’[\p{L}\p{N}]+)*/gu)!
      return {
        choice: { kind: row.kind, site: onSite, draft: draft?.state ?? 'none', in: binned ? 'bin' : 'list' },
        named: {
          section: withAncestors(rights.sections, row.section_id),
          author: [row.author_id],
          owner: row.owner_id ? [row.owner_id] : [],
          by: [of.by],
          label: own.map(({ id }) => id),
          series: own.flatMap(({ id, type }) => (type === 'series' ? id : [])),
          gate: draft?.waiting ? ['reviewed/review'] : [],
          language: [fields.language!],
          edition: (draft?.edition ?? (ends && leavesWith)) ? [spring] : [],
        },
        dated: {
          changed: on(row.changed_at),
          begun: on(row.created_at),
          review: row.review_by,
          next: on(next),
          ends: on(ends),
          shown: fields.shownDate ?? null,
          'went-live': onSite === 'none' ? null : on(row.created_at),
        },
        counted: { words: words.length },
        has: {
          draft: draft !== null,
          owner: row.owner_id !== null,
          name: internal !== '',
          review: row.review_by !== null,
          time: next !== null,
          embargo: row.embargo_at !== null,
          picture: fields.cover !== undefined,
          alt: fields.cover?.alt !== '',
          summary: fields.summary !== undefined,
          description: fields.searchDescription !== undefined,
          label: own.length > 0,
          menu: fields.inMenus === true,
          links: linked,
          trouble: count % 5 === 0,
        },
        title: `${title} ${internal}`,
        text: [
          fields.title!,
          // Of another section's labels the names that readers know: the others are for those who may see them.
          own
            .filter((one) => one.site === 'live' || one.section === row.section_id)
            .map((one) => one.title)
            .join('\n'),
          [fields.summary, fields.searchDescription, ...says].filter(Boolean).join('\n'),
        ],
        live: onSite === 'live' ? [first.content.fields.title!, [first.content.fields.summary, ...saidIn(first.content)].join('\n')] : [],
        ever: everWritten,
      }
    }
    known.set(item, open.length ? open.map((one) => pair(one, one)) : [pair(first, null)])
  }
  await office.store.write(async (tx) => {
    await tx.insert('item', items)
    await addVersions(tx, versions)
    await tx.insert('draft', drafts)
    await tx.insert('gate_wait', waits)
    await addEdition(tx, { id: spring, site_id: site.id, name: 'Spring', owner_id: founder, created_at: TODAY, created_by: founder })
    await tx.insert('planned_event', events)
    await tx.insert('live_interval', intervals)
    await tx.insert('live_entry', entries)
    await tx.insert('live_ref', links)
    // What the list is made from was set by hand; the triggers of new versions have moved some of it.
    for (const { id, changed_at, author_id } of items)
      await tx.update('item', { id: id as string }, { changed_at: changed_at as string, author_id: author_id as string })
    await syncItems(tx, [...known.keys()])
  })
  await indexLive(office)
  // The words of links were read anew with what is live: those that were set by hand come back.
  await office.store.write((tx) => tx.insert('live_ref', links, 'IGNORE'))
  await updateLists(office)
  await indexVersions(office)
  const troubled = [...known.keys()].filter((_, index) => index % 5 === 0)
  listing = {
    site: site.id,
    query: { is: 'all' },
    names,
    series: labels.flatMap(({ id, type }) => (type === 'series' ? id : [])),
    today: TODAY,
    zone: ZONE,
    troubled,
  }
})
afterAll(async () => {
  await office.close()
  rmSync(folder, { recursive: true, force: true })
})

/** A whole list, page by page. */
async function walk(query: Query, by: SortKey, descending: boolean, limit: number): Promise<ListedRow[]> {
  const rows: ListedRow[] = []
  for (let last: ListedRow | undefined; ;) {
    const start = last ? { after: { value: last.sort_value, n: last.n } } : { from: 0 }
    const page = await listPage(office.store.read, { ...listing, query }, { by, descending }, start, limit)
    rows.push(...page.filter(({ id }) => known.has(id)))
    last = page.at(-1)
    if (page.length < limit) return rows
  }
}
const meant = (query: Query) => [...known].flatMap(([id, pairs]) => (matchesItem(query, pairs, listing.names, TODAY) ? id : [])).sort()

describe('a query in the store', () => {
  it('lists just the items that it means, each once, and counts them, whatever is asked', async () => {
    let met = 0
    const others = (await countListed(office.store.read, listing)) - ITEMS
    await fc.assert(
      fc.asyncProperty(queries, async (query) => {
        const [rows, count] = await Promise.all([walk(query, 'changed', true, 500), countListed(office.store.read, { ...listing, query })])
        const ids = meant(query)
        met += ids.length > 0 && ids.length < ITEMS ? 1 : 0
        expect({ query: printQuery(query), ids: rows.map(({ id }) => id).sort() }).toEqual({ query: printQuery(query), ids })
        expect(count).toBeGreaterThanOrEqual(ids.length)
        expect(count).toBeLessThanOrEqual(ids.length + others)
      }),
      { numRuns: Number(process.env.YIELDGATE_RUNS ?? 150) },
    )
    // Most of them tell some items from others.
    expect(met).toBeGreaterThan(50)
  })
  it('comes in any order, page by page, with none twice and none left out', async () => {
    await fc.assert(
      fc.asyncProperty(
        queries,
        fc.constantFrom(...SORT_KEYS),
        fc.boolean(),
        fc.integer({ min: 1, max: 90 }),
        async (query, by, descending, limit) => {
          const rows = await walk(query, by, descending, limit)
          expect(rows.map(({ id }) => id).sort()).toEqual(meant(query))
          const values = rows.map(({ sort_value }) => sort_value)
          const given = values.filter((value) => value !== null).map((value) => (typeof value === 'string' ? value.toLowerCase() : value))
          const sorted = [...given].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0))
          expect(given).toEqual(descending ? sorted.reverse() : sorted)
          expect(values.slice(given.length).every((value) => value === null)).toBe(true)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('has facets that count what the query with that would list', async () => {
    await fc.assert(
      fc.asyncProperty(queries, async (query) => {
        const asked = { ...listing, query }
        const facets = await facetRows(office.store.read, asked)
        const codes = await codeNames(office.store.read)
        const total = await countListed(office.store.read, asked)
        const sumOf = (tally: ReadonlyMap<unknown, number>) => [...tally.values()].reduce((sum, count) => sum + count, 0)
        expect([facets.total, sumOf(facets.section), sumOf(facets.owner), sumOf(facets.parts)]).toEqual([total, total, total, total])
        // Of an item that is found with several drafts the first that is meant counts: so does its row in the list.
        const rows = await listPage(office.store.read, asked, { by: 'changed', descending: true }, { from: 0 }, 1_000)
        const sum = (value: (row: ListedRow) => boolean) => rows.filter(value).length
        for (const [code, count] of facets.draft) expect(count).toBe(sum((row) => row.found_state === codes.get(code!)))
        for (const [code, count] of facets.owner)
          expect(count).toBe(sum((row) => row.owner_id === (code === null ? null : codes.get(code))))
        const withSummary = [...facets.parts].reduce((all, [bits, count]) => all + (bits! & bitOf('summary') ? count : 0), 0)
        expect(withSummary).toBe(sum((row) => (row.parts & bitOf('summary')) !== 0))
        expect(facets.planned).toBe(sum((row) => row.next_at !== null))
        for (const [id, count] of facets.labels) expect(count).toBe(sum((row) => row.labels.includes(id)))
        expect([...facets.gates].every(([id, count]) => id === 'reviewed/review' && count <= total)).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  it('shows nothing of sections that may not be seen, counts included', async () => {
    const [section] = listing.names('section', 'Night boats')
    const seen = { ...listing, sections: [section!] }
    const rows = await listPage(office.store.read, seen, { by: 'title', descending: false }, { from: 0 }, 1_000)
    expect(rows.length).toBeGreaterThan(5)
    expect(new Set(rows.map((row) => row.section_id))).toEqual(new Set([section]))
    expect(await countListed(office.store.read, seen)).toBe(rows.length)
    const facets = await facetRows(office.store.read, seen)
    const codes = await codeNames(office.store.read)
    expect([...facets.section.keys()].map((code) => codes.get(code!))).toEqual([section])
    expect([...facets.labels.values()].every((count) => count <= rows.length)).toBe(true)
  })
  it('knows every name that is asked', () => {
    const fields = ['section', 'author', 'label', 'gate', 'language'] as const
    const found = NAMES.filter((name) => fields.some((field) => listing.names(field, name).length))
    expect(found).toEqual(expect.arrayContaining(['Fares', 'Night boats', 'Wen Zhao', 'Winter season', 'Boats', 'Legal', 'en']))
    expect(listing.names('series', 'Boats')).toEqual([])
    expect(listing.names('owner', 'me')).toEqual(listing.names('author', 'Wen Zhao'))
    expect(listing.names('section', 'service NOTICES')).toHaveLength(2)
  })
})
