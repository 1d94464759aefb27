import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pageTree, treeLines } from '../../core/tree/pageTree'
import { runNextPart } from '../../server/services/listing/batchRun'
import { undoBatch } from '../../server/services/listing/batches'
import { putEditionLive } from '../../server/services/planning/editions'
import { undoEdition } from '../../server/services/planning/goingBack'
import { putLiveNow, rollBack, withdraw } from '../../server/services/publishing/publishing'
import type { RouteRule } from '../../core/flow/route'
import { routes, saveRules } from '../../server/services/reviewing/routes'
import { Refusal } from '../../server/services/refusal'
import { pagesInTree } from '../../server/services/site/pageTree'
import { moveImpact } from '../../server/services/site/treeImpact'
import { movePages, type Into } from '../../server/services/site/treeMoves'
import { copyPages } from '../../server/services/site/treeCopies'
import { openDraft } from '../../server/services/writing/drafts'
import { saveEdits } from '../../server/services/writing/saving'
import { readContents } from '../../server/store/versions'
import { createItem } from '../../server/services/writing/items'
import { LiveSite } from '../../server/site/answer'
import { foundOffice, type FoundedOffice } from '../support/office'
import { addPerson } from '../support/people'

let here: FoundedOffice
let site: LiveSite
let clock = Date.parse('2026-03-02T09:00:00.000Z')
const pages = new Map<string, string>()
const id = (name: string) => pages.get(name)!

/** Begins a page and, where it is to be live, puts it live. */
async function page(name: string, parent: string | null, live = true, segment = name) {
  const { office, founder, section } = here
  const content = { fields: { segment }, body: [] }
  const made = await createItem(office, founder, { kind: 'page', section, title: name, parent: parent && id(parent), content, sent: live })
  pages.set(name, made.item)
  if (live) await putLiveNow(office, founder, made.draft, { head: made.version })
}
/** Lets all items go a route without gates, or those that they went on a new site. */
async function gates(asked: boolean) {
  const { office, founder } = here
  const all = await routes(office, founder)
  if (!rules.length) rules.push(...all.rules)
  const open = all.routes.find(({ steps }) => !steps.length)!
  await saveRules(office, founder, asked ? rules : [{ kind: null, section: null, route: open.id }])
}
const rules: RouteRule[] = []
beforeAll(async () => {
  here = await foundOffice(() => new Date((clock += 1_000)))
  site = new LiveSite(here.office)
  for (const name of ['Noor Haddad', 'Bea Lindqvist'])
    await addPerson(here.office, here.founder, {
      name,
      email: `${name.split(' ')[0]}@larkholm.example`,
      roles: [{ role: 'reviewer', section: null }],
    })
  await gates(false)
  await page('fares', null)
  await page('cars', 'fares')
  await page('long', 'cars')
  await page('dogs', 'fares')
  await page('ports', null)
  await page('vessa', 'ports')
  await page('planned', 'ports', false)
})
afterAll(() => here.end())

const outline = async () => {
  const all = await pagesInTree(here.office, here.founder)
  return treeLines(pageTree(all), () => true).map(({ page: { label }, depth }) => `${'  '.repeat(depth)}${label}`)
}
const answers = async (path: string) => {
  const { status, headers } = (await site.answer('http://larkholm.example', path))!
  return headers.location ? [status, headers.location] : [status]
}
const spot = (parent: string | null, before: string | null = null) => ({ parent: parent && id(parent), before: before && id(before) })
async function move(names: string[], to: ReturnType<typeof spot>, into: Into) {
  const what = { pages: names.map(id), ...to }
  const { mark } = await moveImpact(here.office, here.founder, what)
  return movePages(here.office, here.founder, { ...what, into, seen: mark })
}
async function takeBack(batch: string) {
  const { batch: undo } = await undoBatch(here.office, here.founder, batch)
  while (await runNextPart(here.office, undo));
}
const codesOf = (work: Promise<unknown>) =>
  work.then(
    () => [],
    (error: unknown) => (error as Refusal).reasons.map(({ code }) => code),
  )

describe('moving pages in the tree', () => {
  it('begins a page after those that are there, those that nobody sees yet too', async () => {
    expect(await outline()).toEqual(['fares', '  cars', '    long', '  dogs', 'ports', '  vessa', '  planned'])
  })

  it('shows first which addresses and menus change, and that all below comes along', async () => {
    const impact = await moveImpact(here.office, here.founder, { pages: [id('cars')], ...spot('ports', 'vessa') })
    expect(impact).toMatchObject({
      pages: [{ title: 'cars', live: true }],
      beside: [],
      refused: [],
      menus: { count: 1, some: [{ title: 'cars', was: ['fares'], now: ['ports'] }] },
      sections: ['General'],
    })
    expect(impact.addresses.some.map(({ was, now }) => [was, now])).toEqual([
      ['/fares/cars', '/ports/cars'],
      ['/fares/cars/long', '/ports/cars/long'],
    ])
    // It was only looked at.
    expect((await outline())[1]).toBe('  cars')
  })

  it('gathers one draft in an edition for a whole branch; live, the old addresses lead on; undone, all is as it was', async () => {
    const before = await outline()
    await gates(true)
    const { edition, batch } = await move(['cars'], spot('ports', 'vessa'), { how: 'edition', edition: null, name: 'Spring' })
    expect(await outline()).toEqual(before)
    const [planned] = (await pagesInTree(here.office, here.founder)).filter(({ moves }) => moves)
    expect(planned).toMatchObject({ label: 'cars', moves: { parent: id('ports'), edition: { name: 'Spring' } } })
    expect(batch).not.toBeNull()
    // Nobody has cleared it yet: it is refused, and readers get what they got.
    expect(await codesOf(putEditionLive(here.office, here.founder, edition!))).not.toEqual([])
    await takeBack(batch!)
    expect((await pagesInTree(here.office, here.founder)).filter(({ moves }) => moves)).toEqual([])
    expect(await answers('/fares/cars')).toEqual([200])
    const { notAtOnce, notGathered } = await moveImpact(here.office, here.founder, { pages: [id('cars')], ...spot('ports') })
    expect([notAtOnce.map(({ code }) => code), notGathered]).toEqual([['page-gated'], []])
    await gates(false)
  })

  it('changes what is not live in its draft alone, and takes that back', async () => {
    const { batch, edition } = await move(['planned'], spot('fares', 'cars'), { how: 'edition', edition: null, name: 'Never made' })
    expect(edition).toBeNull()
    expect(await outline()).toEqual(['fares', '  planned', '  cars', '    long', '  dogs', 'ports', '  vessa'])
    await takeBack(batch!)
    expect((await outline()).at(-1)).toBe('  planned')
  })

  it('refuses what cannot be: below itself, to where another lives, where it is, and what changed since it was shown', async () => {
    const { office, founder } = here
    expect(await codesOf(moveImpact(office, founder, { pages: [id('fares')], ...spot('long') }))).toEqual(['parent-loop'])
    expect(await codesOf(moveImpact(office, founder, { pages: [id('dogs')], ...spot('fares') }))).toEqual(['unchanged'])
    expect(await codesOf(moveImpact(office, founder, { pages: ['none'], ...spot(null) }))).toEqual(['unknown'])
    const what = { pages: [id('dogs')], ...spot('ports') }
    const { mark } = await moveImpact(office, founder, what)
    await move(['vessa'], spot('fares', 'cars'), { how: 'drafts' }).then(({ batch }) => takeBack(batch!))
    expect(await codesOf(movePages(office, founder, { ...what, into: { how: 'drafts' }, seen: 'other' }))).toEqual(['changed-meanwhile'])
    const { batch } = await movePages(office, founder, { ...what, into: { how: 'drafts' }, seen: mark })
    await takeBack(batch!)
    const elsewhere = { how: 'edition' as const, edition: 'none', name: 'Nowhere' }
    expect(await codesOf(movePages(office, founder, { ...what, into: elsewhere, seen: mark }))).toEqual(['unknown'])
    await page('twin', 'ports', true, 'dogs')
    expect((await moveImpact(office, founder, what)).refused.map(({ code }) => code)).toEqual(['segment-taken'])
  })
})

describe('copying in the tree', () => {
  it('copies a branch beside it, with addresses of its own and links that lead to the copies; one undo takes it back', async () => {
    const { office, founder } = here
    const to = (name: string) => ({ text: name, href: `item:${id(name)}#top` })
    const { draft, head } = await openDraft(office, founder, id('harbours'), 'With links')
    const block = { id: 'links', kind: 'paragraph' as const, text: [to('piers'), { text: ' and ' }, to('ports')] }
    await saveEdits(office, founder, draft, { base: head, edits: [{ op: 'insert', block, after: null }] })
    const before = await outline()
    const { item, count, batch } = await copyPages(office, founder, id('harbours'), true)
    expect(count).toBe(2)
    const lines = await outline()
    expect(lines.slice(lines.indexOf('harbours'), lines.indexOf('harbours') + 5)).toEqual([
      'harbours',
      '  piers',
      'harbours (copy)',
      '  piers',
      'moles',
    ])
    const copies = (await pagesInTree(office, founder)).filter((page) => page.id === item || page.parent === item)
    expect(copies.map(({ segment, onSite }) => [segment, onSite])).toEqual([
      ['harbours-copy', 'none'],
      ['piers', 'none'],
    ])
    const { body } = (await readContents(office.store.read, [(await headOf(item))!])).get((await headOf(item))!)!
    const copyOfPiers = copies.find(({ parent }) => parent === item)!.id
    expect((body[0] as typeof block).text.flatMap((run) => ('href' in run ? run.href : []))).toEqual([
      `item:${copyOfPiers}#top`,
      `item:${id('ports')}#top`,
    ])
    await takeBack(batch)
    expect(await outline()).toEqual(before)
  })
  beforeAll(async () => {
    await page('harbours', null)
    await page('piers', 'harbours')
    await page('moles', null)
  })
})

describe('moving pages whose route has no gate', () => {
  it('is live at once as one edition, and one undo takes it back', async () => {
    const before = await outline()
    const done = await move(['cars'], spot('ports', 'vessa'), { how: 'now', name: 'Cars to the ports' })
    expect(done).toMatchObject({ batch: null, live: true })
    expect(await Promise.all(['/fares/cars', '/fares/cars/long', '/ports/cars/long'].map(answers))).toEqual([
      [301, '/ports/cars'],
      [301, '/ports/cars/long'],
      [200],
    ])
    await undoEdition(here.office, here.founder, done.edition!)
    expect(await outline()).toEqual(before)
    expect(await Promise.all(['/fares/cars/long', '/ports/cars/long'].map(answers))).toEqual([[200], [301, '/fares/cars/long']])
  })

  it('moves one among its siblings by one change of one item', async () => {
    const versions = async () => (await here.office.store.read.all('SELECT id FROM version')).length
    const before = await versions()
    await move(['dogs'], spot('fares', 'cars'), { how: 'now', name: 'Dogs first' })
    expect([(await versions()) - before, (await outline()).slice(0, 3)]).toEqual([1, ['fares', '  dogs', '  cars']])
  })

  // Whatever is moved, taken back, withdrawn and put live again, by one person or the next: RFC 9110 §15.4.2, §15.5.11.
  it('leaves no address that ever answered without an answer, and none with two owners, whatever follows what', async () => {
    const names = ['fares', 'cars', 'long', 'dogs', 'ports', 'vessa']
    const step = fc.record({
      what: fc.constantFrom('move', 'move', 'move', 'draft', 'undo', 'withdraw'),
      page: fc.constantFrom(...names),
      parent: fc.option(fc.constantFrom(...names)),
      first: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 8 }), async (steps) => {
        const { office, founder } = here
        const undos: (() => Promise<unknown>)[] = []
        for (const { what, page: name, parent, first } of steps)
          try {
            if (what === 'undo') await undos.pop()?.()
            else if (what === 'withdraw') {
              const version = await liveVersion(name)
              if (version === null) continue
              await withdraw(office, founder, id(name), version)
              undos.push(() => rollBack(office, founder, id(name), version, 'none'))
            } else {
              const children = pageTree(await pagesInTree(office, founder)).get(parent && id(parent)) ?? []
              const to = { parent: parent && id(parent), before: first ? (children[0]?.id ?? null) : null }
              const done = await move([name], to, what === 'draft' ? { how: 'drafts' } : { how: 'now', name: `Move ${office.newId()}` })
              undos.push(async () => {
                if (done.live) await undoEdition(office, founder, done.edition!)
                if (done.batch) await takeBack(done.batch)
              })
            }
          } catch (error) {
            if (!(error instanceof Refusal)) throw error
          }
        const ever = await office.store.read.all<{ path: string; now: number }>(
          'SELECT path, sum(to_at IS NULL) AS now FROM address_interval GROUP BY path',
        )
        expect(ever.filter(({ now }) => now > 1)).toEqual([])
        for (const { path } of ever) {
          let [status, location] = await answers(path)
          if (status === 301) [status, location] = await answers(location as string)
          expect([path, [200, 410].includes(status as number), location]).toEqual([path, true, undefined])
        }
        const lines = await outline()
        expect(new Set(lines.map((line) => line.trim())).size).toBe(lines.length)
      }),
      { numRuns: 12 },
    )
  })
})
const headOf = async (item: string) =>
  (await here.office.store.read.one<{ id: string }>('SELECT head_version AS id FROM draft WHERE item_id = $item', { item }))?.id
const liveVersion = async (name: string) =>
  (await here.office.store.read.one<{ id: string | null }>('SELECT live_version AS id FROM item WHERE id = $id', { id: id(name) }))!.id
