import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foundTeam, startServer, writePost, type Client, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Note {
  id: string
  text: string
  name: string
  place: string | null
  quote: { exact: string } | null
  suggestion: string | null
  resolved: boolean
  answers: { name: string; text: string }[]
}
interface Draft {
  head: string
  review: string
  notes: Note[]
  since: { version: string; number: number; why: string } | null
  content: { body: { id: string; text: { text: string; marks?: string[] }[] }[] }
}
const draftOf = async (client: Client, item: string) => (await client.need<{ draft: Draft }>('GET', `/items/${item}`)).draft
const save = (draft: string, base: string, id: string, text: object[]) =>
  team.writer.need('POST', `/drafts/${draft}/edits`, { body: { base, edits: [{ op: 'replace', block: { id, kind: 'paragraph', text } }] } })
const quote = (exact: string, before = '', after = '') => ({ exact, before, after })
const code = (answer: { body: unknown }) => (answer.body as { reasons: { code: string }[] }).reasons[0]!.code

/** A post that was returned with one note at words of its first block. */
async function returned(title: string, note: object) {
  const post = await writePost(team, title, 'in_review')
  await team.reviewer.need('POST', `/drafts/${post.draft}/return`, {
    body: { gate: 'review', notes: [{ place: 'first', text: 'Better so', ...note }] },
    ifMatch: post.version,
  })
  return { ...post, note: (await draftOf(team.writer, post.item)).notes[0]!.id }
}

describe('a note', () => {
  it('stands at words of a block, is answered, dealt with and opened again; edits around it leave it', async () => {
    const post = await returned('Threads', { quote: quote('first words', 'Threads, ', '.') })
    await team.writer.need('POST', `/notes/${post.note}/answers`, { body: { text: 'Which ones?' } })
    await team.reviewer.need('POST', `/notes/${post.note}/answers`, { body: { text: 'The first two.' } })
    await save(post.draft, post.version, 'first', [{ text: 'Much before. Threads, first words. And after.' }])
    const [note, ...more] = (await draftOf(team.writer, post.item)).notes
    expect(more).toEqual([])
    expect(note).toMatchObject({ text: 'Better so', place: 'first', quote: { exact: 'first words' }, suggestion: null, resolved: false })
    expect(note!.answers.map(({ name, text }) => [name, text])).toEqual([
      ['The writer', 'Which ones?'],
      ['The reviewer', 'The first two.'],
    ])
    for (const [client, resolved] of [
      [team.writer, true],
      [team.reviewer, false],
    ] as const) {
      await client.need('PATCH', `/notes/${post.note}`, { body: { resolved } })
      expect((await draftOf(team.writer, post.item)).notes[0]!.resolved).toBe(resolved)
    }
  })
  it('of another is not the reader’s to close, and an answer is no thread of its own', async () => {
    const post = await writePost(team, 'Not yours')
    await team.writer.need('POST', `/drafts/${post.draft}/notes`, { body: { text: 'Mine' } })
    const [note] = (await draftOf(team.writer, post.item)).notes
    expect((await team.reviewer.ask('PATCH', `/notes/${note!.id}`, { body: { resolved: true } })).status).toBe(403)
    expect((await team.writer.ask('POST', `/notes/${note!.id}/answers`, { body: { text: '   ' } })).status).toBe(400)
    expect((await team.writer.ask('POST', '/notes/none/answers', { body: { text: 'x' } })).status).toBe(404)
  })
  it.each([
    ['no words at all', { text: ' ' }],
    ['words of no block', { text: 'x', quote: quote('x') }],
    ['a suggestion in place of nothing', { text: 'x', place: 'first', suggestion: 'y' }],
    ['a quote of nothing', { text: 'x', place: 'first', quote: quote('') }],
  ])('with %s is refused', async (_, body) => {
    const post = await writePost(team, 'Wrong notes')
    expect((await team.writer.ask('POST', `/drafts/${post.draft}/notes`, { body })).status).toBe(400)
    expect((await draftOf(team.writer, post.item)).notes).toEqual([])
  })
})

describe('a suggestion', () => {
  it('is taken in one step, in the style of what it replaces; the one who made it may still clear', async () => {
    const post = await returned('Suggested', { text: '', quote: quote('leaves', 'The boat ', ' at'), suggestion: 'sails' })
    const { version } = await save(post.draft, post.version, 'first', [
      { text: 'The boat ' },
      { text: 'leaves', marks: ['bold'] },
      { text: ' at six and leaves at ten.' },
    ])
    const taken = await team.writer.need('POST', `/notes/${post.note}/take`, { ifMatch: version })
    const draft = await draftOf(team.writer, post.item)
    expect(draft.head).toBe(taken.version)
    expect(draft.content.body[0]!.text).toEqual([
      { text: 'The boat ' },
      { text: 'sails', marks: ['bold'] },
      { text: ' at six and leaves at ten.' },
    ])
    expect(draft.notes[0]).toMatchObject({ resolved: true, suggestion: 'sails' })
    await team.writer.need('POST', `/drafts/${post.draft}/send`, { body: {}, ifMatch: draft.head })
    await team.reviewer.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: draft.head })
    expect((await draftOf(team.writer, post.item)).review).toBe('cleared')
  })
  it('is not taken twice, nor unseen, nor without the right, nor when its words are gone; nothing is written then', async () => {
    const post = await returned('Taken once', { quote: quote('first words'), suggestion: 'opening words' })
    const take = (client: Client, ifMatch?: string) => client.ask('POST', `/notes/${post.note}/take`, { ifMatch })
    expect((await take(team.writer)).status).toBe(428)
    expect((await take(team.writer, 'stale')).status).toBe(412)
    expect((await take(team.reviewer, post.version)).status).toBe(403)
    const { version } = await save(post.draft, post.version, 'first', [{ text: 'Other words' }])
    const gone = await take(team.writer, version)
    expect([gone.status, code(gone)]).toEqual([409, 'words-gone'])
    const { version: back } = await save(post.draft, version!, 'first', [{ text: 'The first words' }])
    const { version: head } = await team.writer.need('POST', `/notes/${post.note}/take`, { ifMatch: back })
    const again = await take(team.writer, head)
    expect([again.status, code(again)]).toEqual([409, 'note-resolved'])
    expect((await draftOf(team.writer, post.item)).head).toBe(head)
  })
})

describe('what a reviewer knows already', () => {
  it('is what is live, then the version that they returned, then the one that they cleared; nothing while nothing changed', async () => {
    const live = await writePost(team, 'Known', 'live')
    const known = async () => (await draftOf(team.reviewer, live.item)).since
    const { draft, head } = await team.writer.need('POST', `/items/${live.item}/drafts`, { body: {} })
    expect(await known()).toBeNull()
    const one = await save(draft!, head!, 'first', [{ text: 'Changed once' }])
    expect(await known()).toEqual({ version: live.version, number: 1, why: 'live' })
    const send = (version: string) => team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
    await send(one.version!)
    await team.reviewer.need('POST', `/drafts/${draft}/return`, { body: { gate: 'review', notes: [{ text: 'No' }] }, ifMatch: one.version })
    expect(await known()).toBeNull()
    const two = await save(draft!, one.version!, 'first', [{ text: 'Changed twice' }])
    expect(await known()).toMatchObject({ version: one.version, why: 'returned' })
    await send(two.version!)
    await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: two.version })
    await save(draft!, two.version!, 'first', [{ text: 'Changed thrice' }])
    expect(await known()).toMatchObject({ version: two.version, why: 'cleared' })
    expect((await draftOf(team.steward, live.item)).since).toMatchObject({ version: live.version, why: 'live' })
  })
})
