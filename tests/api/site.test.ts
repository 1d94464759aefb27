import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { codes } from '../support/team'
import { foundTeam, startServer, until, writePost, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

const get = async (path: string) => {
  const answer = await fetch(server.origin + path, { redirect: 'manual' })
  return { status: answer.status, location: answer.headers.get('location'), etag: answer.headers.get('etag'), text: await answer.text() }
}
const xml = async (path: string) => {
  const { text } = await get(path)
  expect(XMLValidator.validate(text)).toBe(true)
  return new XMLParser({ isArray: (name) => ['entry', 'url'].includes(name), parseTagValue: false }).parse(text)
}
async function live(kind: string, title: string, fields: object, body: object[] = []) {
  const made = await team.writer.need('POST', '/items', { body: { kind, section: team.section, title, content: { fields, body } } })
  await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
  if (['page', 'post', 'notice'].includes(kind))
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
  await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: { shownDate: 'keep' }, ifMatch: made.version! })
  return made
}

describe('the live site', () => {
  it('shows a post everywhere it belongs, with author, labels, series, neighbours and month', async () => {
    const author = await live('author', 'Wen Zhao', { summary: 'Walks.' })
    const [tag, series] = [await live('label', 'Walks', { labelType: 'tag' }), await live('label', 'Five walks', { labelType: 'series' })]
    const posts = []
    for (const [index, date] of ['2026-03-01', '2026-03-08', '2026-04-02'].entries())
      posts.push(
        await live('post', `Walk ${index + 1}`, {
          shownDate: date,
          labels: [tag.item, series.item],
          byline: [author.item],
          seriesPart: index + 1,
          summary: `Summary ${index + 1}`,
        }),
      )
    const middle = await get('/posts/walk-2')
    expect(middle.text).toMatch(/rel="prev" href="\/posts\/walk-1"/)
    expect(middle.text).toMatch(/rel="next" href="\/posts\/walk-3"/)
    for (const part of ['/series/five-walks', '/tags/walks', '/people/wen-zhao', '8 March 2026', 'aria-current="page">Walk 2'])
      expect(middle.text).toContain(part)
    for (const list of ['/', '/posts', '/tags/walks', '/series/five-walks', '/people/wen-zhao', '/archive/2026/03', '/sections/news'])
      expect([list, (await get(list)).text.includes('href="/posts/walk-2"')]).toEqual([list, true])
    expect((await get('/archive/2026/04')).text).not.toContain('walk-2')
    expect((await get('/archive')).text).toContain('March 2026 (2)')
    const { feed } = await xml('/feed.xml')
    expect(feed.entry.map((entry: { title: string }) => entry.title)).toEqual(['Walk 3', 'Walk 2', 'Walk 1'])
    expect(feed.entry[0].author.name).toBe('Wen Zhao')
    const { urlset } = await xml('/sitemap.xml')
    expect(urlset.url.map((entry: { loc: string }) => entry.loc)).toContain(`${server.origin}/posts/walk-2`)
    await until(async () => (await get('/search?q=wal')).text.includes('href="/posts/walk-2"'), 'the word index')
    expect((await get('/search?q=nothinghere')).text).toContain('Nothing on the site')
    expect((await get('/search?q=%22%27)(*')).status).toBe(200)
  })

  it('shows categories as a tree, and lists all kinds that have a label', async () => {
    const travel = await live('label', 'Travel', { labelType: 'category' })
    expect((await get('/categories/travel')).text).toContain('Nothing here yet')
    await live('label', 'Trains', { labelType: 'category', broader: travel.item })
    await live('page', 'How to travel', { labels: [travel.item] })
    await live('notice', 'Travel with care', { labels: [travel.item] })
    const { text } = await get('/categories/travel')
    for (const path of ['/categories/trains', '/how-to-travel', '/notices/travel-with-care']) expect(text).toContain(`href="${path}"`)
    expect((await get('/categories/trains')).text).toMatch(
      /aria-label="Breadcrumb".*href="\/categories\/travel".*aria-current="page">Trains/,
    )
  })

  it('merges a label as one, which is taken back as one, and leads to the other once nothing live has it', async () => {
    const [keeper, writer] = [team['site-keeper'], team.writer]
    const [old, other] = [await live('label', 'Ferry food', { labelType: 'tag' }), await live('label', 'Food', { labelType: 'tag' })]
    const post = await live('post', 'Soup on board', { labels: [old.item] })
    const have = async (id: string) => {
      const { labels } = await writer.need<{ labels: { id: string; items: number }[] }>('GET', '/labels')
      return labels.find((label) => label.id === id)!.items
    }
    await until(async () => (await have(old.item!)) === 1, 'the list')
    expect((await keeper.ask('POST', `/labels/${old.item}/merge`, { body: { into: old.item } })).status).toBe(422)
    const state = (id: string, wanted: string) =>
      until(async () => (await writer.need<{ state: string }>('GET', `/batches/${id}`)).state === wanted, `the batch ${wanted}`)
    const merge = async () => {
      const { batch, total } = await writer.need<{ batch: string; total: number }>('POST', `/labels/${old.item}/merge`, {
        body: { into: other.item },
      })
      expect(total).toBe(2)
      await state(batch, 'tried')
      const { entries } = await writer.need<{ entries: { item: string; would: { said: string } }[] }>('GET', `/batches/${batch}/entries`)
      expect(entries.map(({ item, would }) => [item, would.said])).toEqual([
        [post.item, 'One label more, one label fewer in a new draft, which goes its route'],
        [old.item, 'Its address leads to the other label in a new draft, which goes its route'],
      ])
      await writer.need('POST', `/batches/${batch}/run`)
      await state(batch, 'done')
      expect(await writer.need('GET', `/batches/${batch}`)).toMatchObject({
        words: '“Ferry food” merged into “Food”',
        refused: 0,
        undoable: 2,
      })
      return batch
    }
    const draftOf = async (item: string) => (await writer.need<{ draft: { id: string } | null }>('GET', `/items/${item}`)).draft
    const { batch: undo } = await writer.need<{ batch: string }>('POST', `/batches/${await merge()}/undo`)
    await state(undo, 'done')
    expect([await draftOf(old.item!), await draftOf(post.item!)]).toEqual([null, null])
    await until(async () => (await have(old.item!)) === 1 && (await have(other.item!)) === 0, 'the list as it was')
    await merge()
    const putLive = async (item: string, gate: boolean) => {
      const { draft } = await writer.need<{ draft: { id: string; head: string } }>('GET', `/items/${item}`)
      await writer.need('POST', `/drafts/${draft.id}/send`, { body: {}, ifMatch: draft.head })
      if (gate) await team.reviewer.need('POST', `/drafts/${draft.id}/clear`, { body: { gate: 'review' }, ifMatch: draft.head })
      await team.publisher.need('POST', `/drafts/${draft.id}/put-live`, { body: { shownDate: 'keep' }, ifMatch: draft.head })
    }
    await putLive(old.item!, false)
    // A reader who follows the label of a post finds that post.
    expect((await get('/tags/ferry-food')).text).toContain('href="/posts/soup-on-board"')
    await putLive(post.item!, true)
    expect(await get('/tags/ferry-food')).toMatchObject({ status: 301, location: '/tags/food' })
    expect((await get('/tags/food')).text).toContain('href="/posts/soup-on-board"')
    expect((await get('/sitemap.xml')).text).not.toContain('/tags/ferry-food')
    const { labels } = await writer.need<{ labels: { id: string; replacedBy: string | null }[] }>('GET', '/labels')
    expect(labels.find(({ id }) => id === old.item)!.replacedBy).toBe(other.item)
    expect(await codes(keeper.ask('POST', `/labels/${other.item}/merge`, { body: { into: old.item } }))).toEqual([422, 'label-loop'])
    const moment = `/moment/${new Date().toISOString()}`
    const seen = await fetch(`${server.origin}${moment}/tags/ferry-food`, { redirect: 'manual', headers: { cookie: writer.session } })
    expect([seen.status, seen.headers.get('location')]).toEqual([302, `${moment}/tags/food`])
  })

  it('empties just what a change touches', async () => {
    const [one, two] = [
      await live('post', 'Stays', { shownDate: '2026-05-01' }),
      await live('post', 'Changes', { shownDate: '2026-06-01', summary: 'Before' }),
    ]
    void one
    const etags = async () =>
      Object.fromEntries(
        await Promise.all(['/posts/stays', '/posts/changes', '/posts', '/notices'].map(async (path) => [path, (await get(path)).etag])),
      )
    const before = await etags()
    const change = await team.writer.need('POST', `/items/${two.item}/drafts`, { body: {} })
    const saved = await team.writer.need('POST', `/drafts/${change.draft}/edits`, {
      body: { base: change.head!, edits: [{ op: 'field', name: 'summary', value: 'After' }] },
    })
    expect(await etags()).toEqual(before)
    await team.writer.need('POST', `/drafts/${change.draft}/send`, { body: {}, ifMatch: saved.version! })
    await team.reviewer.need('POST', `/drafts/${change.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version! })
    await team.publisher.need('POST', `/drafts/${change.draft}/put-live`, { body: { shownDate: 'keep' }, ifMatch: saved.version! })
    const after = await etags()
    expect(after['/posts/stays']).toBe(before['/posts/stays'])
    expect(after['/notices']).toBe(before['/notices'])
    expect(after['/posts/changes']).not.toBe(before['/posts/changes'])
    expect(after['/posts']).not.toBe(before['/posts'])
  })

  it('answers where addresses of labels, people and sections begin, with what is there, and names these pages in the sitemap', async () => {
    await live('label', 'Listed where its address begins', { labelType: 'series' })
    const page = await get('/series')
    expect([page.status, page.text.includes('href="/series/listed-where-its-address-begins"')]).toEqual([200, true])
    expect((await get('/sitemap.xml')).text).toContain(`${server.origin}/series</loc>`)
    expect(await get('/sections')).toMatchObject({ status: 200 })
    expect((await get('/sections')).text).toContain('href="/sections/')
  })
  it('keeps the three switches apart: menus, sitemap, index', async () => {
    const hidden = await live('page', 'Hidden page', { inMenus: false, inSitemap: false, indexed: false })
    const page = await get('/hidden-page')
    expect(page.text).toContain('<meta name="robots" content="noindex">')
    expect((await get('/')).text).not.toContain('hidden-page')
    expect((await get('/sitemap.xml')).text).not.toContain('hidden-page')
    // Nothing leads to it, which its receipt says; a page below it is in a menu that does not show it.
    const below = await live('page', 'Below the hidden', { parent: hidden.item })
    const told = async (item: string) => (await team.writer.need<{ outOfSight: object | null }>('GET', `/items/${item}/receipt`)).outOfSight
    expect(await told(hidden.item!)).toEqual({ above: null, menu: null, mayPut: true })
    expect(await told(below.item!)).toEqual({ above: { item: hidden.item, title: 'Hidden page' }, menu: null, mayPut: false })
    const { draft, undo } = await team.writer.need<{ draft: string; undo: object }>('POST', '/acts', {
      body: { target: { item: hidden.item, draft: null }, action: { do: 'field', name: 'inMenus', to: true } },
    })
    expect([typeof draft, undo]).toEqual(['string', expect.objectContaining({ do: 'discard' })])
    await live('post', 'Leads to it', {}, [{ id: 'link', kind: 'paragraph', text: [{ text: 'Here', href: `item:${hidden.item}` }] }])
    // What texts lead to is known a moment after they are live.
    await until(async () => (await told(hidden.item!)) === null, 'the link being known')
  })

  it('previews byte for byte what it then serves', async () => {
    const made = await team.writer.need('POST', '/items', {
      body: {
        kind: 'notice',
        section: team.section,
        title: 'Fog',
        content: {
          fields: { shownDate: '2026-11-01', noticeLevel: 'warning' },
          body: [
            { id: 'aaaa', kind: 'paragraph', text: [{ text: 'Slow ' }, { text: 'boats', marks: ['bold'] }] },
            { id: 'bbbb', kind: 'table', caption: '', headers: 'row', rows: [[[{ text: 'A' }]], [[{ text: 'B' }]]] },
          ],
        },
      },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: { shownDate: 'keep' }, ifMatch: made.version! })
    const { html } = await team.writer.need('GET', `/versions/${made.version}/preview`)
    expect((await get('/notices/fog')).text).toBe(html)
  })

  it('answers odd requests well: 404, one form of each address, no way out of the site', async () => {
    expect((await get('/nothing')).status).toBe(404)
    expect(await get('/POSTS/Walk-2/')).toMatchObject({ status: 308, location: '/posts/walk-2' })
    for (const path of ['/..%2f..%2fetc/passwd', '/%00', '/%', '/posts/../../x', '//evil.example/', '/\\evil.example']) {
      const answer = await get(path)
      expect([path, answer.status >= 300 && answer.status < 500, /^(https?:)?\/\//.test(answer.location ?? '')]).toEqual([
        path,
        true,
        false,
      ])
    }
    expect((await get('/posts?page=99999')).status).toBe(404)
    expect((await get('/posts?page=x')).status).toBe(200)
  })
  it('the receipt says what readers get, and from where they reach it', async () => {
    const post = await writePost(team, 'Receipt', 'live')
    const receipt = await team.writer.need<{
      answer: { status: number; etag: string }
      version: { fingerprint: string }
      reached: { place: string }[]
    }>('GET', `/items/${post.item}/receipt`)
    expect(receipt.answer).toMatchObject({ status: 200, etag: (await get('/posts/receipt')).etag?.replace(/-(gzip|br)"$/, '"') })
    expect(receipt.version.fingerprint).toMatch(/^[0-9a-f]{64}$/)
    expect(receipt.reached.map((place) => place.place)).toEqual(
      expect.arrayContaining(['Front page', 'All posts', 'Archive', 'Feed', 'Sitemap']),
    )
  })
})
