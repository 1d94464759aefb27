import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { questions } from '../support/questions'
import type { Client, Team, TestServer } from '../support/server'
import { colleagueOf, foundTeam, listen, startServer, until } from '../support/server'

/*
 * Someone who wrote in two sections and now may see one: nothing that they ask names anything of the other. A word stands in
 * all of that, in titles, labels, notes, texts and files, and is looked for in every answer.
 */
const MARKER = 'qzmarker'
let server: TestServer
let team: Team
let some: Client
let mine: { item: string; draft: string; version: string }
const foreign: Record<string, string> = {}

const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==', 'base64')
interface Made {
  item: string
  draft: string
  version: string
}

beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  const writes = (section: string) => ({ role: 'section-editor', section })
  const added = await colleagueOf(team.founder, {
    name: 'Some One',
    email: 'some@larkholm.example',
    roles: [writes(team.section), writes(team.other)],
  })
  const person = added.id
  some = added.client
  const start = (by: Client, section: string, title: string, more: object = {}) =>
    by.need<Made>('POST', '/items', { body: { kind: 'post', section, title, ...more } })
  const words = { content: { body: [{ id: 'first', kind: 'paragraph', text: [{ text: `Words with ${MARKER}.` }] }] } }
  mine = await start(some, team.section, 'Mine to see', {
    content: { body: [{ id: 'first', kind: 'paragraph', text: [{ text: 'Plain.' }] }] },
  })

  // A draft of theirs, one that came back to them with a note, one that they own and should look at, one planned, one cleared.
  const draft = await start(some, team.other, `Draft ${MARKER}`, words)
  Object.assign(foreign, { item: draft.item, draft: draft.draft, version: draft.version })
  const back = await start(some, team.other, `Back ${MARKER}`, words)
  await some.need('POST', `/drafts/${back.draft}/send`, { body: { note: MARKER }, ifMatch: back.version })
  await team.reviewer.need('POST', `/drafts/${back.draft}/return`, {
    body: { gate: 'review', notes: [{ text: `Mend the ${MARKER}`, place: 'first' }] },
    ifMatch: back.version,
  })
  foreign.returned = back.draft
  await team.founder.need('PATCH', `/items/${draft.item}/office`, {
    body: { owner: person, reviewBy: '2026-01-01', internalName: MARKER, notes: MARKER },
  })
  const cleared = await start(some, team.other, `Cleared ${MARKER}`, words)
  await some.need('POST', `/drafts/${cleared.draft}/send`, { body: { note: MARKER }, ifMatch: cleared.version })
  await team.reviewer.need('POST', `/drafts/${cleared.draft}/clear`, { body: { gate: 'review', note: MARKER }, ifMatch: cleared.version })
  foreign.cleared = cleared.draft
  const waiting = await start(some, team.other, `Waiting ${MARKER}`, words)
  await some.need('POST', `/drafts/${waiting.draft}/send`, { body: { note: MARKER }, ifMatch: waiting.version })
  foreign.waiting = waiting.draft
  foreign.waitingVersion = waiting.version
  const binned = await start(some, team.other, `Binned ${MARKER}`, words)
  await some.need('POST', `/drafts/${binned.draft}/discard`, { ifMatch: binned.version })

  // A page that readers get, with a draft; and one that has left the site and is written on under another name.
  const live = async (title: string) => {
    const page = await start(team.founder, team.other, title, { kind: 'page' })
    await team.founder.need('POST', `/drafts/${page.draft}/put-live`, { body: { exception: 'For the test' }, ifMatch: page.version })
    return page
  }
  const renamed = async ({ item }: Made) => {
    const opened = await team.founder.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: {} })
    const edits = [{ op: 'field', name: 'title', value: `Renamed ${MARKER}` }]
    await team.founder.need('POST', `/drafts/${opened.draft}/edits`, { body: { base: opened.head, edits } })
  }
  const page = await live('Live page')
  await renamed(page)
  foreign.page = page.item
  const left = await live('Left page')
  await team.founder.need('POST', `/items/${left.item}/withdraw`, { body: {}, ifMatch: left.version })
  await renamed(left)

  // A label of the other section stands on an item of this one; a file is shown in the other alone.
  const label = await start(team.founder, team.other, `Label ${MARKER}`, { kind: 'label', content: { fields: { labelType: 'tag' } } })
  foreign.label = label.item
  await team.founder.need('POST', `/drafts/${mine.draft}/edits`, {
    body: { base: mine.version, edits: [{ op: 'field', name: 'labels', value: [label.item] }] },
  })
  const file = new FormData()
  file.append('file', new Blob([png], { type: 'image/png' }), `${MARKER}.png`)
  const { id } = await team.founder.need('POST', '/media', { raw: file })
  foreign.media = id!
  await start(team.founder, team.other, `File ${MARKER}`, {
    content: { body: [{ id: 'pict', kind: 'picture', media: id, alt: MARKER, decorative: false, caption: [] }] },
  })
  await team.founder.need('PUT', `/people/${person}/roles`, { body: { roles: [writes(team.section)] } })
  // The list has taken all of it in.
  await until(
    async () => (await team.founder.need<{ total: number }>('GET', `/items?q=${encodeURIComponent(`text:${MARKER}`)}`)).total >= 6,
    'the words in the list',
  )
})
afterAll(() => server.stop())

const ids = () => [mine.item, mine.draft, mine.version, ...Object.values(foreign)]

describe('what one may no longer read is named nowhere', () => {
  it('in the answer to any question', async () => {
    let asked = 0
    for (const { address } of questions(MARKER, ids(), mine.version)) {
      const response = await fetch(`${server.origin}/api/v1${address}`, { headers: { cookie: some.session }, redirect: 'manual' })
      const text = (await response.text()).toLowerCase()
      expect(
        text.includes(MARKER) ? `${address} says ${text.slice(Math.max(0, text.indexOf(MARKER) - 120), text.indexOf(MARKER) + 40)}` : '',
      ).toBe('')
      expect(response.status).toBeLessThan(500)
      asked++
    }
    expect(asked).toBeGreaterThan(300)
    // The same questions find it where it may be seen.
    expect(JSON.stringify(await team.founder.need('GET', '/items?limit=200')).toLowerCase()).toContain(MARKER)
  })

  it('in the answer to any command, refused ones too', async () => {
    const { draft, item, version, waiting, waitingVersion, media } = foreign
    const commands: [string, string, object, string?][] = [
      ['POST', '/clearances', { drafts: [{ draft: waiting, seen: waitingVersion, gate: 'review' }], note: '' }],
      ['POST', '/hits', { what: 'text', words: MARKER, to: 'x' }],
      ['POST', '/list/chosen', { items: [item, mine.item], columns: ['title', 'labels'] }],
      ['POST', '/acts', { target: { item, draft: null }, action: { do: 'label', add: [], remove: [] } }],
      ['POST', '/acts', { target: { item, draft: null }, action: { do: 'duplicate' } }],
      ['POST', '/tree/impact', { pages: [foreign.page], parent: null, before: null }],
      ['POST', '/tree/move', { pages: [foreign.page], parent: null, before: null, into: { how: 'drafts' }, seen: '' }],
      ['POST', '/tree/copy', { page: foreign.page, below: true }],
      ['POST', `/drafts/${draft}/edits`, { base: version, edits: [] }],
      ['POST', `/drafts/${draft}/restore`, { version }, version],
      ['POST', `/drafts/${mine.draft}/restore`, { version }, mine.version],
      ['POST', `/drafts/${draft}/send`, { note: '' }, version],
      ['POST', `/drafts/${waiting}/clear`, { gate: 'review', note: '' }, waitingVersion],
      ['POST', `/items/${item}/drafts`, {}],
      ['POST', `/media/${media}/crop`, { left: 0, top: 0, width: 1, height: 1 }],
      ['PATCH', `/items/${item}/office`, { owner: null }],
      ['POST', `/items/${item}/events`, { kind: 'put-live', date: '2036-01-01', time: '04:00' }],
    ]
    for (const [method, path, body, ifMatch] of commands) {
      const { status, body: answer } = await some.ask(method, path, { body, ifMatch })
      const text = JSON.stringify(answer).toLowerCase()
      expect([path, text.includes(MARKER)]).toEqual([path, false])
      expect(status).toBeLessThan(500)
    }
  })

  it('nor how far a page that readers get is worked on, nor what a page is called that has left the site', async () => {
    const { pages } = await some.need<{ pages: { id: string; draft: string | null; draftState: string | null }[] }>('GET', '/tree')
    expect(pages.find(({ id }) => id === foreign.page)).toMatchObject({ onSite: 'live', draft: null, draftState: null, moves: null })
    const list = (query: string) =>
      some.need<{ addresses: { address: string; title?: string | null }[] }>('GET', `/addresses/list?is=left&words=${query}`)
    expect((await list('left-page')).addresses).toMatchObject([{ address: '/left-page', title: null }])
    expect((await list(MARKER)).addresses).toEqual([])
  })

  it('nor does the stream of news tell of what happens there, or to other people', async () => {
    const { heard, stop } = await listen(server.origin, some.session)
    await until(async () => heard().includes('alive'), 'the stream')
    await team.founder.need('PATCH', `/items/${foreign.item}/office`, { body: { notes: 'Seen by few' } })
    await team.founder.need('POST', '/people', { body: { name: 'New One', email: 'new@larkholm.example', roles: [] } })
    await team.founder.need('POST', '/session/as', {
      body: { person: (await some.need<{ person: { id: string } }>('GET', '/session')).person.id },
    })
    await team.founder.need('DELETE', '/session/as')
    await team.founder.need('PATCH', `/items/${mine.item}/office`, { body: { notes: 'For all who read it' } })
    await until(async () => heard().includes(mine.item), 'news of what they may read')
    stop()
    expect(heard()).not.toContain(foreign.item)
    expect(heard()).not.toMatch(/person\.|session\./)
  })
})
