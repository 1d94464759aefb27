import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Client, Team, TestServer } from '../support/server'
import { foundTeam, startServer, wallIn, writePost } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface DraftLine {
  id: string
  name: string
  review: string
  behind: boolean
  number: number
}
interface Page {
  onSite: string
  live: { version: string; number: number } | null
  drafts: DraftLine[]
  draft: {
    id: string
    head: string
    review: string
    cleared: boolean
    behind: boolean
    content: { body: { id: string; text: { text: string }[] }[] }
    event: object | null
  } | null
}
interface Problem {
  status: number
  reasons: { code: string }[]
  conflicts?: { place: string; id: string; base: object | null; a: object | null; b: object | null }[]
}
interface Saved {
  version: string
  number: number
  review: string
}
const page = (item: string, draft?: string) => team.writer.need<Page>('GET', `/items/${item}${draft ? `?draft=${draft}` : ''}`)
const paragraph = (id: string, text: string) => ({ id, kind: 'paragraph', text: [{ text }] })
const save = (draft: string, base: string, edits: object[], client: Client = team.writer) =>
  client.need<Saved>('POST', `/drafts/${draft}/edits`, { body: { base, edits } })
const words = (shown: Page) => shown.draft!.content.body.map((block) => block.text.map((run) => run.text).join(''))
const goLive = async (draft: string, version: string) => {
  await team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
  await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
  await team.publisher.need('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: version })
}
const begin = (item: string, name: string) =>
  team.writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: { name } })

/** A live post with a rewrite that has begun in it. */
async function rewriteAndFix(title: string) {
  const post = await writePost(team, title, 'live')
  const rewrite = await begin(post.item, 'Summer rewrite')
  const inRewrite = await save(rewrite.draft, rewrite.head, [
    { op: 'insert', block: paragraph('summer', 'A summer of sailing.'), after: 'first' },
  ])
  return { ...post, rewrite: { ...rewrite, head: inRewrite.version } }
}

describe('several drafts of one item', () => {
  it('let a fix go live while the rewrite waits, and mark the rewrite behind', async () => {
    const { item, rewrite } = await rewriteAndFix('Timetable')
    const fix = await begin(item, 'Fix of the fare')
    expect((await page(item)).drafts.map(({ name, behind }) => [name, behind])).toEqual([
      ['Summer rewrite', false],
      ['Fix of the fare', false],
    ])
    const fixed = await save(fix.draft, fix.head, [{ op: 'replace', block: paragraph('first', 'Timetable, fixed words.') }])
    await goLive(fix.draft, fixed.version)
    const after = await page(item, rewrite.draft)
    expect(after.drafts).toMatchObject([{ name: 'Summer rewrite', behind: true, review: 'draft' }])
    expect(after.draft).toMatchObject({ id: rewrite.draft, behind: true })
    expect(words(after)).toEqual(['Timetable, first words.', 'A summer of sailing.'])
    const held = await team.publisher.ask<Problem>('POST', `/drafts/${rewrite.draft}/put-live`, { body: {}, ifMatch: rewrite.head })
    expect(held.body.reasons.map((reason) => reason.code)).toContain('behind')
  })

  it('bring up to date: different blocks merge at once, into a version with two parents', async () => {
    const { item, rewrite } = await rewriteAndFix('Harbours')
    const fix = await begin(item, 'Fix')
    const fixed = await save(fix.draft, fix.head, [{ op: 'replace', block: paragraph('first', 'Harbours, fixed.') }])
    await goLive(fix.draft, fixed.version)
    const preview = await team.writer.need<{ behind: boolean; conflicts: object[] }>('GET', `/drafts/${rewrite.draft}/update`)
    expect(preview).toMatchObject({ behind: true, conflicts: [] })
    const merged = await team.writer.need<Saved>('POST', `/drafts/${rewrite.draft}/update`, { body: {}, ifMatch: rewrite.head })
    const after = await page(item, rewrite.draft)
    expect(words(after)).toEqual(['Harbours, fixed.', 'A summer of sailing.'])
    expect(after.draft).toMatchObject({ head: merged.version, behind: false })
    expect(
      (await team.writer.ask<Problem>('POST', `/drafts/${rewrite.draft}/update`, { body: {}, ifMatch: merged.version })).body.reasons,
    ).toMatchObject([{ code: 'not-behind' }])
    await goLive(rewrite.draft, merged.version)
    expect((await page(item)).live!.number).toBe(merged.number)
  })

  it('ask about the same words, with both texts and the base, until each place is chosen', async () => {
    const { item, rewrite } = await rewriteAndFix('Vessels')
    const mine = await save(rewrite.draft, rewrite.head, [{ op: 'replace', block: paragraph('first', 'Vessels, the rewrite’s words.') }])
    const fix = await begin(item, 'Fix')
    const fixed = await save(fix.draft, fix.head, [{ op: 'replace', block: paragraph('first', 'Vessels, the fix’s words.') }])
    await goLive(fix.draft, fixed.version)
    const update = (choices: object) =>
      team.writer.ask<Problem & Saved>('POST', `/drafts/${rewrite.draft}/update`, { body: { choices }, ifMatch: mine.version })
    const asked = await update({})
    expect(asked.status).toBe(409)
    expect(asked.body.conflicts).toMatchObject([
      {
        place: 'block',
        id: 'first',
        base: paragraph('first', 'Vessels, first words.'),
        a: paragraph('first', 'Vessels, the rewrite’s words.'),
        b: paragraph('first', 'Vessels, the fix’s words.'),
      },
    ])
    expect((await page(item, rewrite.draft)).draft!.head).toBe(mine.version)
    expect((await update({ first: { block: { id: 'first', kind: 'paragraph', text: [{ text: 'x' }], more: 1 } } })).status).toBe(400)
    const settled = await update({ first: { block: paragraph('first', 'Vessels, the words of both.') } })
    expect(settled.status).toBe(200)
    expect(words(await page(item, rewrite.draft))).toEqual(['Vessels, the words of both.', 'A summer of sailing.'])
  })

  it('keep a clearance where what it covers stays equal, and lose it where it does not', async () => {
    const { item, rewrite } = await rewriteAndFix('Quays')
    await team.writer.need('POST', `/drafts/${rewrite.draft}/send`, { body: {}, ifMatch: rewrite.head })
    await team.reviewer.need('POST', `/drafts/${rewrite.draft}/clear`, { body: { gate: 'review' }, ifMatch: rewrite.head })
    // The fix makes live exactly what the rewrite already says: nothing changes for the gate.
    const same = await begin(item, 'The same')
    const saved = await save(same.draft, same.head, [{ op: 'insert', block: paragraph('summer', 'A summer of sailing.'), after: 'first' }])
    await goLive(same.draft, saved.version)
    const merged = await team.writer.need<Saved>('POST', `/drafts/${rewrite.draft}/update`, { body: {}, ifMatch: rewrite.head })
    expect((await page(item, rewrite.draft)).draft).toMatchObject({ review: 'cleared', cleared: true, behind: false })
    const other = await begin(item, 'Other words')
    const changed = await save(other.draft, other.head, [{ op: 'replace', block: paragraph('first', 'Quays, other words.') }])
    await goLive(other.draft, changed.version)
    await team.writer.need('POST', `/drafts/${rewrite.draft}/update`, { body: {}, ifMatch: merged.version })
    expect((await page(item, rewrite.draft)).draft).toMatchObject({ review: 'draft', cleared: false })
  })

  it('undo a roll-back’s target in the draft too: the draft’s own changes go onto what readers got back', async () => {
    const post = await writePost(team, 'Rolled', 'live')
    const second = await begin(post.item, 'Second')
    const secondly = await save(second.draft, second.head, [{ op: 'replace', block: paragraph('first', 'Rolled, a bad sentence.') }])
    await goLive(second.draft, secondly.version)
    const third = await begin(post.item, 'Third')
    const thirdly = await save(third.draft, third.head, [{ op: 'insert', block: paragraph('third', 'A third thing.'), after: 'first' }])
    await team.publisher.need('POST', `/items/${post.item}/roll-back`, { body: { version: post.version }, ifMatch: secondly.version })
    await team.writer.need('POST', `/drafts/${third.draft}/update`, { body: {}, ifMatch: thirdly.version })
    expect(words(await page(post.item, third.draft))).toEqual(['Rolled, first words.', 'A third thing.'])
    // And forward again: what was rolled back can be live once more.
    await team.publisher.need('POST', `/items/${post.item}/roll-back`, { body: { version: secondly.version }, ifMatch: post.version })
    expect((await page(post.item)).live!.version).toBe(secondly.version)
  })

  it('are planned each for itself', async () => {
    const { item, rewrite } = await rewriteAndFix('Planned apart')
    const fix = await begin(item, 'Fix')
    const plan = (draft: string) =>
      team.publisher.ask<Problem>('POST', `/items/${item}/events`, { body: { kind: 'put-live', draft, ...wallIn(48) } })
    expect((await plan(rewrite.draft)).status).toBe(200)
    expect((await plan(fix.draft)).status).toBe(200)
    expect((await plan(fix.draft)).body.reasons).toMatchObject([{ code: 'planned-before' }])
    expect((await page(item, fix.draft)).draft!.event).not.toBeNull()
    const elsewhere = await writePost(team, 'Elsewhere')
    expect((await plan(elsewhere.draft)).body.reasons).toMatchObject([{ code: 'draft-missing' }])
  })

  it('have an upper bound', async () => {
    const post = await writePost(team, 'Many lines', 'live')
    for (let n = 1; n <= 12; n++) await begin(post.item, `Line ${n}`)
    const answer = await team.writer.ask<Problem>('POST', `/items/${post.item}/drafts`, { body: { name: 'One more' } })
    expect([answer.status, answer.body.reasons[0]!.code]).toEqual([409, 'drafts-many'])
  })
})

interface Binned {
  id: string
  what: string
  title: string
  name: string | null
  by: string
  until: string
}

describe('the bin', () => {
  it('takes a discarded draft, and gives it back with its versions and clearances', async () => {
    const { item, rewrite } = await rewriteAndFix('Discarded line')
    await team.writer.need('POST', `/drafts/${rewrite.draft}/send`, { body: {}, ifMatch: rewrite.head })
    await team.reviewer.need('POST', `/drafts/${rewrite.draft}/clear`, { body: { gate: 'review' }, ifMatch: rewrite.head })
    await team.writer.need('POST', `/drafts/${rewrite.draft}/discard`, { ifMatch: rewrite.head })
    expect((await page(item)).drafts).toEqual([])
    const row = (await team.writer.need<Binned[]>('GET', '/bin')).find((entry) => entry.id === rewrite.draft)!
    expect(row).toMatchObject({ what: 'draft', name: 'Summer rewrite', by: 'The writer', title: 'Discarded line' })
    expect(Date.parse(row.until)).toBeGreaterThan(Date.now() + 80 * 86_400_000)
    await team.writer.need('POST', `/drafts/${rewrite.draft}/reopen`)
    expect((await page(item, rewrite.draft)).draft).toMatchObject({ id: rewrite.draft, review: 'cleared', cleared: true })
  })

  it('discards one of two drafts of an item that was never live, and the item with the last', async () => {
    const post = await writePost(team, 'Never live')
    const other = await begin(post.item, 'Another try')
    await team.writer.need('POST', `/drafts/${other.draft}/discard`, { ifMatch: other.head })
    expect((await page(post.item)).drafts).toHaveLength(1)
    await team.writer.need('POST', `/drafts/${post.draft}/discard`, { ifMatch: post.version })
    const list = await team.writer.need<Binned[]>('GET', '/bin')
    expect(list.filter((entry) => entry.title === 'Never live').map((entry) => entry.what)).toEqual(['item'])
  })

  it('is emptied by those with the right, for good', async () => {
    const post = await writePost(team, 'Ended')
    await team.writer.need('POST', `/drafts/${post.draft}/discard`, { ifMatch: post.version })
    expect((await team.publisher.ask('POST', '/bin/empty', { body: { items: [post.item] } })).status).toBe(403)
    expect(await team['site-keeper'].need('POST', '/bin/empty', { body: { items: [post.item], drafts: [] } })).toEqual({ ended: 1 })
    expect((await team.writer.ask('GET', `/items/${post.item}`)).status).toBe(404)
    expect((await team['site-keeper'].ask('POST', `/items/${post.item}/unbin`)).status).toBe(404)
    expect((await team.writer.need<Binned[]>('GET', '/bin')).some((entry) => entry.id === post.item)).toBe(false)
    // What is not in the bin cannot be ended.
    const kept = await writePost(team, 'Kept', 'live')
    expect(await team['site-keeper'].need('POST', '/bin/empty', { body: { items: [kept.item], drafts: [kept.draft] } })).toEqual({
      ended: 0,
    })
  })
})

describe('looking back', () => {
  it('compares two versions of an item, and no two items', async () => {
    const { item, version, rewrite } = await rewriteAndFix('Compared')
    const script = await team.writer.need<{ fields: object[]; blocks: { change: string; id: string }[] }>(
      'GET',
      `/versions/${version}/compare?with=${rewrite.head}`,
    )
    expect(script.blocks.map(({ change, id }) => `${change} ${id}`)).toEqual(['same first', 'added summer'])
    const other = await writePost(team, 'Another item')
    expect((await team.writer.ask('GET', `/versions/${version}/compare?with=${other.version}`)).status).toBe(422)
    expect((await page(item)).drafts).toHaveLength(1)
  })

  it('tells who last changed each block, names versions, and how much each changed', async () => {
    const { item, version, rewrite } = await rewriteAndFix('Blamed')
    const told = await team.writer.need<{ blocks: Record<string, { number: number; author: string }> }>(
      'GET',
      `/versions/${rewrite.head}/blame`,
    )
    expect(told.blocks).toMatchObject({ first: { number: 1, author: 'The writer' }, summer: { number: 2 } })
    await team.writer.need('PATCH', `/versions/${version}`, { body: { name: 'As it opened' } })
    const history = await team.writer.need<{ versions: { id: string; name: string | null; size: object | null; cleared: boolean }[] }>(
      'GET',
      `/items/${item}/versions`,
    )
    expect(history.versions).toMatchObject([
      { id: rewrite.head, name: null, size: { blocks: 1, fields: 0 }, cleared: false },
      { id: version, name: 'As it opened', size: null, cleared: true },
    ])
  })

  it('shows what rolling back would undo before it does', async () => {
    const post = await writePost(team, 'Before and after', 'live')
    const change = await begin(post.item, 'New address')
    const moved = await save(change.draft, change.head, [{ op: 'field', name: 'segment', value: 'quite-another-address' }])
    await goLive(change.draft, moved.version)
    const waiting = await begin(post.item, 'Waiting')
    const preview = await team.publisher.need<{
      address: { from: string; to: string }
      fields: string[]
      drafts: { id: string }[]
      reasons: object[]
    }>('GET', `/versions/${post.version}/roll-back`)
    expect(preview.address).toEqual({ from: '/posts/quite-another-address', to: '/posts/before-and-after' })
    expect(preview.fields).toEqual(['segment'])
    expect(preview.drafts.map((draft) => draft.id)).toEqual([waiting.draft])
    expect(preview.reasons).toEqual([])
    expect((await page(post.item)).live!.version).toBe(moved.version)
  })
})

describe('presence', () => {
  it('tells who else is in a draft and where, and that they left', async () => {
    const post = await writePost(team, 'Busy')
    const be = (client: Client, place: string | null, left = false) =>
      client.need<{ others: { name: string; place: string | null }[] }>('POST', `/drafts/${post.draft}/presence`, {
        body: { tab: 'one', place, left },
      })
    expect((await be(team.writer, 'first')).others).toEqual([])
    expect((await be(team.reviewer, null)).others).toMatchObject([{ name: 'The writer', place: 'first' }])
    expect((await be(team.writer, 'first')).others).toMatchObject([{ name: 'The reviewer', place: null }])
    await be(team.reviewer, null, true)
    expect((await be(team.writer, 'first')).others).toEqual([])
  })
})

describe('kept blocks', () => {
  it('are one’s own, survive for other pages, and can be let go', async () => {
    const block = paragraph('wanted', 'Worth keeping.')
    const { id } = await team.writer.need('POST', '/kept', { body: { block } })
    expect(await team.writer.need('GET', '/kept')).toMatchObject([{ id, block }])
    expect(await team.publisher.need('GET', '/kept')).toEqual([])
    expect((await team.publisher.ask('DELETE', `/kept/${id}`)).status).toBe(404)
    await team.writer.need('DELETE', `/kept/${id}`)
    expect(await team.writer.need('GET', '/kept')).toEqual([])
  })
  it('have an upper bound', async () => {
    for (let n = 0; n < 50; n++) await team.reviewer.need('POST', '/kept', { body: { block: paragraph('wanted', String(n)) } })
    const answer = await team.reviewer.ask<Problem>('POST', '/kept', { body: { block: paragraph('wanted', 'one more') } })
    expect([answer.status, answer.body.reasons[0]!.code]).toEqual([409, 'kept-many'])
  })
})

describe('a kind of block that this version does not know', () => {
  it('survives load, save, compare and history untouched, and readers get nothing of it', async () => {
    const strange = { id: 'strange1', kind: 'hologram', beams: [1, 2, { deep: 'é' }], text: 'kept' }
    const made = await team.writer.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: { kind: 'post', section: team.section, title: 'From the future', content: { body: [paragraph('first', 'Known.'), strange] } },
    })
    const saved = await save(made.draft, made.version, [
      { op: 'replace', block: paragraph('first', 'Known and changed.') },
      { op: 'move', id: 'strange1', after: null },
    ])
    const shown = await page(made.item)
    expect(shown.draft!.content.body[0]).toEqual(strange)
    const script = await team.writer.need<{ blocks: { change: string; id: string }[] }>(
      'GET',
      `/versions/${made.version}/compare?with=${saved.version}`,
    )
    expect(script.blocks.map(({ change }) => change).sort()).toEqual(['changed', 'moved'])
    await goLive(made.draft, saved.version)
    const html = await (await fetch(`${server.origin}/posts/from-the-future`)).text()
    expect(html).toContain('Known and changed.')
    expect(html).not.toMatch(/hologram|kept|undefined/)
  })
})

describe('what an item can be written with', () => {
  const begin = (body: object) => team.founder.ask<Problem & { item: string; draft: string; version: string }>('POST', '/items', { body })
  const codesOf = ({ status, body }: { status: number; body: Problem }) => [status, ...(body.reasons ?? []).map(({ code }) => code)]

  it('has no blocks where its kind has none, when it is begun and when it is edited', async () => {
    const block = { id: 'first', kind: 'paragraph', text: [] }
    for (const kind of ['label', 'banner']) {
      const asked = { kind, section: team.section, title: `A ${kind} with blocks` }
      expect(codesOf(await begin({ ...asked, content: { body: [block] } }))).toEqual([422, 'no-body'])
      const { body: made } = await begin(asked)
      const edits = [{ op: 'insert', block, after: null }]
      const saved = await team.founder.ask<Problem>('POST', `/drafts/${made.draft}/edits`, { body: { base: made.version, edits } })
      expect(codesOf(saved)).toEqual([422, 'no-body'])
    }
  })

  it('is no page below itself, but for two that change places together', async () => {
    const page = async (title: string, parent: string | null) => {
      const { body: made } = await begin({ kind: 'page', section: team.section, title, parent })
      await team.founder.need('POST', `/drafts/${made.draft}/put-live`, { body: { exception: 'To begin with' }, ifMatch: made.version })
      return made.item
    }
    const above = await page('Above', null)
    const below = await page('Below', above)
    const lowest = await page('Lowest', below)
    const place = async (item: string, parent: string | null) => {
      const opened = await team.founder.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: {} })
      const edits = [{ op: 'field', name: 'parent', value: parent }]
      return team.founder.ask<Problem>('POST', `/drafts/${opened.draft}/edits`, { body: { base: opened.head, edits } })
    }
    for (const parent of [above, below, lowest]) expect(codesOf(await place(above, parent))).toEqual([422, 'parent-loop'])
    // Once a draft leads the page below to the top, the one above may be placed below it.
    expect((await place(below, null)).status).toBe(200)
    expect((await place(above, below)).status).toBe(200)
    expect((await place(above, lowest)).status).toBe(200)
  })
})
