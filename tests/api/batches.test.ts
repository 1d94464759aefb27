import { describe, expect, it } from 'vitest'
import type { Action, Done } from '../../core/batch/action'
import { formOf, until, wallIn, writePost, type Client } from '../support/server'
import { codes, withTeam } from '../support/team'

const { here, colleague } = withTeam()

interface Page {
  title: string
  onSite: string
  binnedAt: string | null
  version: { fields: { title: string; labels?: string[] } } | null
  draft: { id: string; head: string; review: string; content: { fields: Record<string, unknown> } } | null
}
interface Batch {
  state: string
  total: number
  tried: number
  wouldNot: number
  ended: number
  refused: number
  undoable: number
}
type Outcome = { ok: true; said: string; draft: string | null } | { ok: false; reasons: { code: string }[] }
interface Entry {
  item: string
  would: Outcome | null
  did: Outcome | null
}

const page = (client: Client, item: string) => client.need<Page>('GET', `/items/${item}`)
const act = (client: Client, item: string, action: Action, draft: string | null = null, ifMatch?: string) =>
  client.need<Done>('POST', '/acts', { body: { target: { item, draft }, action }, ifMatch })
const refused = (client: Client, item: string, action: Action, draft: string | null = null) =>
  codes(client.ask('POST', '/acts', { body: { target: { item, draft }, action } }))
const list = async (client: Client, q: string) =>
  (
    await client.need<{ items: { id: string; title: string; labels: { title: string }[]; words: number; lacks: string[] }[] }>(
      'GET',
      `/items?limit=200&q=${encodeURIComponent(q)}`,
    )
  ).items

async function settled(client: Client, batch: string): Promise<Batch> {
  return until(async () => {
    const now = await client.need<Batch>('GET', `/batches/${batch}`)
    return now.state !== 'trying' && now.state !== 'running' && now
  }, 'the batch')
}
const entries = async (client: Client, batch: string, only = 'all') =>
  (await client.need<{ entries: Entry[] }>('GET', `/batches/${batch}/entries?only=${only}&limit=200`)).entries
/** Tries an action on items, and answers the batch and what would come of it. */
async function tried(client: Client, action: Action, targets: { items: string[] } | { q: string }): Promise<{ id: string; batch: Batch }> {
  const body =
    'items' in targets ? { action, items: targets.items.map((item) => ({ item, draft: null })) } : { action, list: { q: targets.q } }
  const { batch: id } = await client.need<{ batch: string }>('POST', '/batches', { body })
  return { id, batch: await settled(client, id) }
}
async function label(title: string, type = 'tag'): Promise<string> {
  return (
    await here.team['site-keeper'].need<{ item: string }>('POST', '/items', {
      body: { kind: 'label', section: here.team.section, title, content: { fields: { labelType: type } } },
    })
  ).item
}

describe('a cell of the list', () => {
  it('changes what readers see in a draft, which goes its route; undo discards the draft that it began', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Cell one', 'live')
    const done = await act(writer, item, { do: 'field', name: 'title', to: 'Cell one, better', from: 'Cell one' })
    expect(done.said).toBe('In a new draft, which goes its route')
    const after = await page(writer, item)
    expect([after.title, after.onSite, after.draft?.review, after.draft?.content.fields.title]).toEqual([
      'Cell one',
      'live',
      'draft',
      'Cell one, better',
    ])
    expect(done.undo).toMatchObject({ do: 'discard' })
    await act(writer, item, done.undo!)
    expect((await page(writer, item)).draft).toBeNull()
  })
  it('goes into the open draft where there is one, says when a clearance lapses, and undo gives back the words with their clearance', async () => {
    const { writer } = here.team
    const made = await writePost(here.team, 'Cell two', 'cleared')
    const done = await act(writer, made.item, { do: 'field', name: 'summary', to: 'Shorter' })
    expect(done).toMatchObject({ draft: made.draft, said: 'In its draft; what was cleared or waiting lapses' })
    await act(writer, made.item, done.undo!)
    const { draft } = await page(writer, made.item)
    expect([draft!.content.fields.summary ?? '', draft!.review]).toEqual(['', 'cleared'])
  })
  it('is refused whole where someone else changed it, where it is wrong, and where nothing would change', async () => {
    const { writer, reviewer } = here.team
    const { item, draft } = await writePost(here.team, 'Cell three')
    expect(await refused(writer, item, { do: 'field', name: 'title', to: 'x', from: 'Another' })).toEqual([409, 'changed-meanwhile'])
    expect(await refused(writer, item, { do: 'field', name: 'shownDate', to: 'yesterday' })).toEqual([422, 'field-wrong'])
    expect(await refused(writer, item, { do: 'field', name: 'menuLabel', to: 'x' })).toEqual([422, 'field-unknown'])
    expect(await refused(writer, item, { do: 'field', name: 'title', to: 'Cell three' })).toEqual([409, 'unchanged'])
    expect(await refused(reviewer, item, { do: 'field', name: 'title', to: 'x' }, draft)).toEqual([403, 'right-missing'])
    expect((await page(writer, item)).draft!.content.fields.title).toBe('Cell three')
  })
  it('says which address will redirect once a new one is live', async () => {
    const { item } = await writePost(here.team, 'Cell four', 'live')
    const done = await act(here.team.writer, item, { do: 'field', name: 'segment', to: 'cell-four-moved' })
    expect(done.said).toContain('once it is live, /posts/cell-four redirects to …/cell-four-moved')
  })
  it('changes what only the office sees at once, and moves an item where nothing forbids it', async () => {
    const editor = here.team['section-editor']
    const { item } = await writePost(here.team, 'Cell five')
    const named = await act(editor, item, { do: 'note', name: 'internalName', to: 'the fifth' })
    expect(named).toMatchObject({ draft: null, undo: { do: 'note', name: 'internalName', to: null, from: 'the fifth' } })
    expect(await list(editor, '"the fifth"')).toHaveLength(1)
    const moved = await act(editor, item, { do: 'move', section: here.team.other })
    expect([moved.said, moved.undo]).toEqual(['In Fares at once', { do: 'move', section: here.team.section, from: here.team.other }])
    expect((await list(editor, 'section:Fares fifth')).map(({ id }) => id)).toEqual([item])
  })
})

describe('an act that cannot be done whole', () => {
  it('leaves nothing of it behind', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Left alone', 'live')
    expect(await refused(writer, item, { do: 'field', name: 'title', to: 'x', from: 'Another' })).toEqual([409, 'changed-meanwhile'])
    expect((await page(writer, item)).draft).toBeNull()
    expect((await writer.need<{ drafts: unknown[] }>('GET', `/items/${item}`)).drafts).toEqual([])
  })
  it('takes nothing back that others have changed since', async () => {
    const [editor, { publisher }] = [here.team['section-editor'], here.team]
    const { item } = await writePost(here.team, 'Changed since')
    const named = await act(editor, item, { do: 'note', name: 'internalName', to: 'mine' })
    await act(editor, item, { do: 'note', name: 'internalName', to: 'theirs' })
    expect(await refused(editor, item, named.undo!)).toEqual([409, 'changed-meanwhile'])
    const moved = await act(editor, item, { do: 'move', section: here.team.other })
    await act(editor, item, moved.undo!)
    expect(await refused(editor, item, { do: 'move', section: here.team.other, from: here.team.other })).toEqual([409, 'changed-meanwhile'])
    const cleared = await writePost(here.team, 'Off since', 'cleared')
    const blind = { target: { item: cleared.item, draft: null }, action: { do: 'put-live' } }
    expect(await codes(publisher.ask('POST', '/acts', { body: blind }))).toEqual([428, 'version-missing'])
    expect(await codes(publisher.ask('POST', '/acts', { body: blind, ifMatch: 'another' }))).toEqual([412, 'stale'])
    const live = await act(publisher, cleared.item, { do: 'put-live' }, null, cleared.version)
    expect(live.undo).toMatchObject({ do: 'withdraw' })
    await publisher.need('POST', `/items/${cleared.item}/withdraw`, { body: {}, ifMatch: (live.undo as { from: string }).from })
    expect(await refused(publisher, cleared.item, live.undo!)).toEqual([409, 'not-live'])
  })
  it('changes no other draft than the one that it is to take back', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Draft of then', 'live')
    const draft = await writer.need('POST', `/items/${item}/drafts`, { body: { name: 'First' } })
    const done = await act(writer, item, { do: 'field', name: 'title', to: 'Draft of now' })
    await writer.need('POST', `/drafts/${draft.draft}/discard`, { body: {}, ifMatch: (await page(writer, item)).draft!.head })
    await writer.need('POST', `/items/${item}/drafts`, { body: { name: 'Another' } })
    expect((await writer.ask('POST', '/acts', { body: { target: { item, draft: null }, action: done.undo } })).status).toBe(409)
  })
  it('copies no source of those who may not write it', async () => {
    const { founder, writer, section } = here.team
    const source = { id: 'raw-1', kind: 'source', html: '<b>x</b>' }
    const { item } = await founder.need('POST', '/items', {
      body: { kind: 'post', section, title: 'With source', content: { body: [source] } },
    })
    expect(await refused(writer, item!, { do: 'duplicate' })).toEqual([403, 'right-missing'])
    expect(await list(writer, '"With source (copy)"')).toEqual([])
  })
})

describe('what lists know', () => {
  it('is there as soon as a cell was changed: labels, words, what is lacking, words anywhere', async () => {
    const { writer } = here.team
    const [tag] = [await label('Storms')]
    const { item } = await writePost(here.team, 'Known one')
    await act(writer, item, { do: 'label', add: [tag], remove: [] })
    const [row] = await list(writer, 'label:storms text:"first words" words:6 lacks:summary')
    expect(row).toMatchObject({ id: item, labels: [{ title: 'Storms' }] })
    const facets = await writer.need<{ total: number; fields: { label: { value: string; count: number }[] }; has: { summary: number } }>(
      'GET',
      '/facets?q=label%3AStorms',
    )
    expect(facets).toMatchObject({ total: 1, fields: { label: [{ value: 'Storms', count: 1 }] }, has: { summary: 0 } })
    await act(writer, item, { do: 'field', name: 'summary', to: 'All about gales' })
    expect(await list(writer, 'label:Storms lacks:summary')).toEqual([])
    expect(await list(writer, 'text:gales')).toHaveLength(1)
    const { labels } = await writer.need<{ labels: { id: string; items: number; live: number }[] }>('GET', '/labels')
    expect(labels.find(({ id }) => id === tag)).toMatchObject({ items: 1, live: 0 })
  })
  it('finds an item by its second draft, and counts it once', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Twice worked on', 'live')
    await act(writer, item, { do: 'field', name: 'title', to: 'First rewrite' })
    await writer.need('POST', `/items/${item}/drafts`, { body: { name: 'Second' } })
    const found = await writer.need<{ total: number; items: { drafts: number; draftState: string }[] }>(
      'GET',
      `/items?q=${encodeURIComponent('"Twice worked on" draft:draft')}`,
    )
    expect(found).toMatchObject({ total: 1, items: [{ drafts: 2, draftState: 'draft' }] })
  })
  it('says what was perhaps meant where nothing is found, and why an item is in a list', async () => {
    const { founder, other, writer } = here.team
    const { item } = await writePost(here.team, 'Lighthouse keeper')
    await until(async () => (await list(writer, 'text:lighthouse')).length === 1, 'the words')
    const asked = (client: Client, q: string) => client.need<{ total: number; meant?: string }>('GET', `/items?q=${encodeURIComponent(q)}`)
    expect(await asked(writer, 'text:lighthuose kind:post')).toMatchObject({ total: 0, meant: 'text:lighthouse kind:post' })
    expect((await asked(writer, 'text:xylophone')).meant).toBeUndefined()
    // Words of what one may not see are not told.
    const far = await colleague()
    await founder.need('PUT', `/people/${far.id}/roles`, { body: { roles: [{ role: 'writer', section: other }] } })
    expect((await asked(far.client, 'text:lighthuose')).meant).toBeUndefined()
    // A name that nothing has is said, with the nearest; what finds something is offered.
    expect(await asked(writer, 'section:Nwes kind:post')).toMatchObject({
      total: 0,
      unknown: [{ place: 0, nearest: 'News' }],
      meant: 'section:News kind:post',
    })
    expect(await asked(writer, 'label:xylophone OR kind:post')).toMatchObject({
      unknown: [{ place: 0, nearest: null }],
    })
    expect(await asked(writer, 'owner:none NOT kind:page')).toMatchObject({ unknown: [] })
    const { matching } = await writer.need<{ matching: string[] }>(
      'GET',
      `/items/${item}/card?q=${encodeURIComponent('text:keeper (draft:draft or site:live)')}`,
    )
    expect(matching).toEqual([])
    const draft = (await page(writer, item)).draft!.id
    const row = await writer.need<{ matching: string[] }>(
      'GET',
      `/items/${item}/card?draft=${draft}&q=${encodeURIComponent('text:keeper (draft:draft or site:live)')}`,
    )
    expect(row.matching).toEqual(['text:keeper', 'draft:draft'])
  })
  it('finds who ever wrote something, and what readers get alone', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Once written', 'live')
    const { draft, head } = await writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, {
      body: { name: 'Other words' },
    })
    const block = { id: 'first', kind: 'paragraph', text: [{ text: 'Wholly rewritten.' }] }
    await writer.need('POST', `/drafts/${draft}/edits`, { body: { base: head, edits: [{ op: 'replace', block }], named: true } })
    const found = async (q: string) =>
      (
        await writer.need<{ items: { id: string; snippet?: { text: string; written?: { by: string; number: number } } }[] }>(
          'GET',
          `/items?q=${encodeURIComponent(q)}`,
        )
      ).items
    const [ever] = await until(async () => {
      const items = await found('ever:"once written first words"')
      return items.length > 0 && items
    }, 'what was written')
    expect(ever).toMatchObject({ id: item, snippet: { text: 'Once written, first words.', written: { by: 'The writer', number: 1 } } })
    const [live] = await until(async () => {
      const items = await found('live:"first words" "once written"')
      return items.length > 0 && items
    }, 'what is live')
    expect(live).toMatchObject({ id: item, snippet: { text: 'Once written, first words.' } })
    await until(async () => !(await found('text:"first words" "once written"')).length, 'the new words')
    expect(await found('live:"wholly rewritten"')).toEqual([])
  })
  it('tells in a few words what an item says, as its draft has it', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Card', 'live')
    const { draft } = await act(writer, item, { do: 'field', name: 'summary', to: 'In the draft' })
    expect(await writer.need('GET', `/items/${item}/card`)).toMatchObject({
      title: 'Card',
      summary: 'Card, first words.',
      path: '/posts/card',
      draft: null,
    })
    expect(await writer.need('GET', `/items/${item}/card?draft=${draft}`)).toMatchObject({ summary: 'In the draft', draft: 'Change' })
  })
})

describe('many at once', () => {
  it('are tried first and nothing is changed; then done, each into its draft, and taken back as one', async () => {
    const { writer, publisher } = here.team
    const tag = await label('Winter')
    const made = await Promise.all(
      ['One', 'Two', 'Three'].map((name) => writePost(here.team, `Many ${name}`, name === 'Two' ? 'live' : 'draft')),
    )
    const items = made.map(({ item }) => item)
    const { id, batch } = await tried(writer, { do: 'label', add: [tag], remove: [] }, { items })
    expect(batch).toMatchObject({ state: 'tried', total: 3, tried: 3, wouldNot: 0, ended: 0 })
    const would = await entries(writer, id)
    expect(would.map(({ would }) => would?.ok)).toEqual([true, true, true])
    expect(JSON.stringify(would)).toContain('One label more in a new draft')
    expect(await list(writer, 'label:Winter')).toEqual([])
    expect((await page(writer, items[1]!)).draft).toBeNull()

    await writer.need('POST', `/batches/${id}/run`)
    expect(await settled(writer, id)).toMatchObject({ state: 'done', ended: 3, refused: 0, undoable: 3 })
    await until(async () => (await list(writer, 'label:Winter')).length === 3, 'the labels')
    expect(await codes(publisher.ask('POST', `/batches/${id}/undo`))).toEqual([404, 'unknown'])
    // One of them is changed by someone else meanwhile: that one stays as it is now.
    await act(writer, items[0]!, { do: 'label', add: [], remove: [tag] })
    const { batch: undo } = await writer.need<{ batch: string }>('POST', `/batches/${id}/undo`)
    expect(await settled(writer, undo)).toMatchObject({ state: 'done', ended: 3, refused: 0, stayed: 1 })
    await until(async () => (await list(writer, 'label:Winter')).length === 0, 'no label')
    expect((await page(writer, items[1]!)).draft).toBeNull()
    expect(await codes(writer.ask('POST', `/batches/${id}/undo`))).toEqual([409, 'undone-before'])
    const recent = await writer.need<{ batches: { id: string; words: string; undoneBy: string | null }[] }>('GET', '/batches')
    expect(recent.batches.find((one) => one.id === id)).toMatchObject({ words: 'Labels put on', undoneBy: undo, undoable: 0 })
    expect((await publisher.need<{ batches: { id: string }[] }>('GET', '/batches')).batches.some((one) => one.id === id)).toBe(false)
    const journal = await here.team.founder.need<{ rows: { action: string; data: unknown }[] }>('GET', '/journal?actions=batch.done')
    expect(journal.rows.map(({ action }) => action)).toEqual(['batch.done', 'batch.done'])
  })
  it('of which some are so already are not called refused', async () => {
    const { publisher } = here.team
    const [one, two] = [await writePost(here.team, 'So already'), await writePost(here.team, 'Not so yet')]
    await act(publisher, one.item, { do: 'note', name: 'reviewBy', to: '2030-01-01' })
    const { id, batch } = await tried(publisher, { do: 'note', name: 'reviewBy', to: '2030-01-01' }, { items: [one.item, two.item] })
    expect(batch).toMatchObject({ total: 2, wouldNot: 0, wouldStay: 1 })
    expect(await entries(publisher, id, 'refused')).toEqual([])
    await publisher.need('POST', `/batches/${id}/run`)
    expect(await settled(publisher, id)).toMatchObject({ ended: 2, refused: 0, stayed: 1, undoable: 1 })
    // What was sent or cleared before, and what is in the edition before.
    const [cleared, draft] = [await writePost(here.team, 'Cleared before', 'cleared'), await writePost(here.team, 'Not sent')]
    const sending = await tried(publisher, { do: 'send', note: '' }, { items: [cleared.item, draft.item] })
    expect(sending.batch).toMatchObject({ total: 2, wouldNot: 0, wouldStay: 1 })
    const { edition } = await publisher.need('POST', '/editions', { body: { name: 'There before' } })
    await publisher.need('POST', `/editions/${edition}/entries`, { body: { entries: [{ item: draft.item }] } })
    const gathering = await tried(publisher, { do: 'gather', edition: edition! }, { items: [cleared.item, draft.item] })
    expect(gathering.batch).toMatchObject({ total: 2, wouldNot: 0, wouldStay: 1 })
  })
  it('that are refused say why, one by one, and the others are done', async () => {
    const { publisher } = here.team
    const cleared = await writePost(here.team, 'Goes live', 'cleared')
    const draft = await writePost(here.team, 'Does not')
    const { id, batch } = await tried(publisher, { do: 'put-live' }, { items: [cleared.item, draft.item] })
    expect(batch).toMatchObject({ total: 2, wouldNot: 1 })
    const [refusal] = await entries(publisher, id, 'refused')
    expect(refusal).toMatchObject({ item: draft.item, would: { ok: false, reasons: [{ code: 'not-cleared' }] } })
    await publisher.need('POST', `/batches/${id}/run`)
    expect(await settled(publisher, id)).toMatchObject({ ended: 2, refused: 1 })
    expect((await page(publisher, cleared.item)).onSite).toBe('live')
    const { batch: undo } = await publisher.need<{ batch: string }>('POST', `/batches/${id}/undo`)
    await settled(publisher, undo)
    expect((await page(publisher, cleared.item)).onSite).toBe('withdrawn')
  })
  it('are all that a query finds, as they were when it was asked', async () => {
    const editor = here.team['section-editor']
    const made = await Promise.all([1, 2, 3, 4].map((n) => writePost(here.team, `Heap of sand ${n}`)))
    const { id, batch } = await tried(editor, { do: 'bin' }, { q: '"heap of sand"' })
    expect(batch).toMatchObject({ state: 'tried', total: 4, wouldNot: 0 })
    await writePost(here.team, 'Heap of sand 5')
    await editor.need('POST', `/batches/${id}/run`)
    await settled(editor, id)
    expect((await list(editor, '"heap of sand" in:bin')).map(({ id: one }) => one).sort()).toEqual(made.map(({ item }) => item).sort())
    expect(await list(editor, '"heap of sand"')).toHaveLength(1)
    const back = await tried(editor, { do: 'restore' }, { q: '"heap of sand" in:bin' })
    await editor.need('POST', `/batches/${back.id}/run`)
    await settled(editor, back.id)
    expect(await list(editor, '"heap of sand"')).toHaveLength(5)
  })
  it('stop where they are told to, and what was done can be taken back', async () => {
    const editor = here.team['section-editor']
    await Promise.all(Array.from({ length: 30 }, (_, n) => writePost(here.team, `Row of stones ${n}`)))
    const { id } = await tried(editor, { do: 'duplicate' }, { q: '"row of stones"' })
    await editor.need('POST', `/batches/${id}/run`)
    await until(async () => (await editor.need<Batch>('GET', `/batches/${id}`)).ended > 0, 'some done')
    // It may be over before the word arrives on a fast machine; then the word is refused.
    const stopped = await editor.ask('POST', `/batches/${id}/cancel`)
    const now = await settled(editor, id)
    expect(stopped.status === 204 ? now.state : 'cancelled').toBe('cancelled')
    expect(now.ended).toBeGreaterThan(0)
    expect(await list(editor, '"row of stones" copy')).toHaveLength(now.ended)
    const { batch: undo } = await editor.need<{ batch: string }>('POST', `/batches/${id}/undo`)
    expect(await settled(editor, undo)).toMatchObject({ state: 'done', refused: 0 })
    expect(await list(editor, '"row of stones" copy')).toEqual([])
  })
  it('are sent on, given a time, gathered in an edition, handed over and taken off the site', async () => {
    const { writer, publisher } = here.team
    const { item, draft, version } = await writePost(here.team, 'Each in turn')
    const sentOn = await act(writer, item, { do: 'send', note: 'Please' }, null, version)
    expect(sentOn).toMatchObject({ said: 'Sent to review', draft, undo: { do: 'pull-out' } })
    await act(writer, item, sentOn.undo!)
    expect((await page(writer, item)).draft!.review).toBe('draft')
    const { date, time } = wallIn(200)
    const timed = await act(publisher, item, { do: 'schedule', date, time })
    expect(await list(publisher, `"each in turn" next:${date}`)).toHaveLength(1)
    await act(publisher, item, timed.undo!)
    const { edition } = await publisher.need<{ edition: string }>('POST', '/editions', { body: { name: 'From the list' } })
    const gathered = await act(publisher, item, { do: 'gather', edition })
    expect((await publisher.need<{ entries: unknown[] }>('GET', `/editions/${edition}`)).entries).toHaveLength(1)
    await act(publisher, item, gathered.undo!)
    const live = await writePost(here.team, 'Off again', 'live')
    const off = await act(publisher, live.item, { do: 'withdraw' })
    expect(off.said).toBe('Off the site; /posts/off-again answers that it is gone')
    expect(await act(publisher, live.item, off.undo!)).toMatchObject({ said: 'What was live is live again at /posts/off-again' })
  })
  it('are only those that a person may see, and an act that only takes back is not for many', async () => {
    const { founder, section, other } = here.team
    const wen = await colleague()
    await founder.need('PUT', `/people/${wen.id}/roles`, { body: { roles: [{ role: 'section-editor', section: other }] } })
    const hidden = await writePost(here.team, 'Hidden from some')
    const bin: Action = { do: 'bin' }
    expect(await codes(wen.client.ask('POST', '/batches', { body: { action: bin, items: [{ item: hidden.item, draft: null }] } }))).toEqual(
      [404, 'unknown'],
    )
    expect(await codes(wen.client.ask('POST', '/batches', { body: { action: bin, list: { q: 'hidden' } } }))).toEqual([422, 'nothing'])
    expect(await refused(wen.client, hidden.item, bin)).toEqual([403, 'right-missing'])
    // Nor by the draft of another item, beside one that may be seen.
    const own = await wen.client.need<{ item: string }>('POST', '/items', { body: { kind: 'post', section: other, title: 'Own' } })
    const copied = await act(wen.client, own.item, { do: 'duplicate' }, hidden.draft)
    expect(copied.said).toBe('“Own (copy)” was begun')
    const facets = await wen.client.need<{ fields: { section: { value: string }[] } }>('GET', '/facets')
    expect(facets.fields.section.map(({ value }) => value)).toEqual(['Fares'])
    expect(section).not.toBe(other)
    const back = { do: 'cancel', event: 'none' }
    expect(await codes(founder.ask('POST', '/batches', { body: { action: back, items: [{ item: hidden.item, draft: null }] } }))).toEqual([
      400,
      'action-wrong',
    ])
  })
})

describe('kept views and columns', () => {
  it('are one’s own, shared with a group of one’s own, pinned with counts', async () => {
    const { founder, writer, reviewer } = here.team
    const me = (await writer.need<{ person: { id: string } }>('GET', '/session')).person.id
    const { group } = await founder.need<{ group: string }>('POST', '/groups', { body: { name: 'The desk', members: [me], roles: [] } })
    const view = { name: 'Storms', q: 'label:Storms', sort: '-changed', columns: ['title', 'words'], group: null as string | null }
    const { id } = await writer.need<{ id: string }>('POST', '/views', { body: view })
    const views = async (client: Client) =>
      (await client.need<{ views: { id: string; name: string; pinned: boolean; count: number | null; whose: string }[] }>('GET', '/views'))
        .views
    expect((await views(writer)).find((one) => one.id === id)).toMatchObject({ pinned: true, count: 1, whose: 'mine' })
    expect((await views(writer)).map(({ name }) => name)).toEqual(expect.arrayContaining(['Mine', 'Without a picture', 'In the bin']))
    expect(await codes(writer.ask('POST', '/views', { body: { ...view, q: 'label:' } }))).toEqual([422, 'query-wrong'])
    expect(await codes(reviewer.ask('POST', '/views', { body: { ...view, group } }))).toEqual([422, 'group-not-yours'])
    expect((await views(reviewer)).some((one) => one.id === id)).toBe(false)
    const theirs = (await reviewer.need<{ person: { id: string } }>('GET', '/session')).person.id
    await founder.need('PUT', `/groups/${group}`, { body: { name: 'The desk', members: [me, theirs], roles: [] } })
    await writer.need('PUT', `/views/${id}`, { body: { ...view, group } })
    expect((await views(reviewer)).find((one) => one.id === id)).toMatchObject({ whose: 'group', pinned: false, count: null })
    await reviewer.need('PUT', `/views/${id}/pin`, { body: { pinned: true } })
    expect((await views(reviewer)).find((one) => one.id === id)).toMatchObject({ pinned: true, count: 1 })
    expect(await codes(reviewer.ask('DELETE', `/views/${id}`))).toEqual([404, 'unknown'])
    await writer.need('DELETE', `/views/${id}`)
    expect((await views(writer)).some((one) => one.id === id)).toBe(false)
    const columns = [{ key: 'title', width: 400 }]
    await writer.need('PUT', '/me/columns', { body: { columns } })
    expect(await writer.need('GET', '/me/columns')).toEqual({ columns })
    expect(await reviewer.need('GET', '/me/columns')).toEqual({ columns: null })
  })
})

describe('a list as a file', () => {
  it('is saved with its columns, and brought back changed: tried, done, taken back', async () => {
    const { writer } = here.team
    const tag = await label('Filed')
    const [one, two] = [await writePost(here.team, 'Filed one'), await writePost(here.team, 'Filed two')]
    await writer.need('GET', '/views')
    const file = async () => {
      const answer = await fetch(`${here.server.origin}/api/v1/list/file?q=%22filed%22&sort=title&columns=title,labels,owner,reviewBy`, {
        headers: { cookie: writer.session },
      })
      expect(answer.headers.get('content-type')).toBe('text/csv; charset=utf-8')
      return answer.text()
    }
    const before = await file()
    expect(before.split('\r\n')[0]).toBe('id,title,labels,owner,look again by,as saved')
    expect(before).toContain(`${one.item},Filed one,,The writer,,`)
    expect(await codes(writer.ask('POST', '/list/file', { raw: formOf(before) }))).toEqual([409, 'unchanged'])
    const changed = before.replace('Filed one,,The writer,', '"Filed, first",Filed,,2036-05-01').replace('Filed two,,', 'Filed two,filed,')
    const { batch, total } = await writer.need<{ batch: string; total: number }>('POST', '/list/file', { raw: formOf(changed) })
    expect(total).toBe(5)
    expect(await settled(writer, batch)).toMatchObject({ state: 'tried', wouldNot: 0 })
    await writer.need('POST', `/batches/${batch}/run`)
    expect(await settled(writer, batch)).toMatchObject({ state: 'done', ended: 5, refused: 0 })
    const after = await until(async () => {
      const text = await file()
      return text.includes('"Filed, first",Filed,,2036-05-01') && text
    }, 'the changed list')
    expect(after).toContain(`${two.item},Filed two,Filed,The writer,,`)
    const { batch: undo } = await writer.need<{ batch: string }>('POST', `/batches/${batch}/undo`)
    expect(await settled(writer, undo)).toMatchObject({ state: 'done', refused: 0 })
    const cells = (csv: string) => csv.replace(/,[0-9a-f]{112}\r/g, '\r')
    await until(async () => cells(await file()) === cells(before), 'the list as it was')
    expect(tag).toBeTruthy()
  })
  it('is of the chosen items alone where some are chosen, in their order, without what one may not see', async () => {
    const { founder, other, writer } = here.team
    const [one, two] = [await writePost(here.team, 'Chosen one'), await writePost(here.team, 'Chosen two')]
    const saved = async (client: Client, items: string[]) => {
      const answer = await fetch(`${here.server.origin}/api/v1/list/chosen`, {
        method: 'POST',
        headers: { cookie: client.session, 'content-type': 'application/json', origin: here.server.origin },
        body: JSON.stringify({ items, columns: ['title', 'owner', 'nonsense'] }),
      })
      return answer.text()
    }
    const withoutMark = (csv: string) => csv.replace(/,(as saved|[0-9a-f]{112})\r/g, '\r')
    expect(withoutMark(await saved(writer, [two.item, one.item]))).toBe(
      `id,title,owner\r\n${two.item},Chosen two,The writer\r\n${one.item},Chosen one,The writer\r\n`,
    )
    const far = await colleague()
    await founder.need('PUT', `/people/${far.id}/roles`, { body: { roles: [{ role: 'writer', section: other }] } })
    expect(withoutMark(await saved(far.client, [one.item]))).toBe('id,title,owner\r\n')
  })
  it('overwrites what was changed here since it was saved only where that is said, and names what it cannot change', async () => {
    const { founder: writer } = here.team
    const [one, two] = [await writePost(here.team, 'Kept one'), await writePost(here.team, 'Kept two')]
    const csv = async () =>
      (
        await fetch(`${here.server.origin}/api/v1/list/file?q=%22kept%22&sort=title&columns=title,section,reviewBy`, {
          headers: { cookie: writer.session },
        })
      ).text()
    const before = await csv()
    const reviewBy = async (item: string) =>
      (await writer.need<{ office: { reviewBy: string | null } }>('GET', `/items/${item}`)).office.reviewBy
    // Someone sets a day for both; in the file one has another day, and the other one’s cell was not touched.
    for (const { item } of [one, two]) await act(writer, item, { do: 'note', name: 'reviewBy', to: '2031-01-01' })
    const [section] = before.split('Kept one,')[1]!.split(',')
    const file = before
      .replace(`Kept one,${section},,`, 'Kept one,Elsewhere,2032-02-02,')
      .replace('Kept two', 'Kept two, better')
      .replace('Kept two, better', '"Kept two, better"')
    const bring = <T = { batch: string | null; total: number; since: object[]; ignored: object[] }>(overwrite?: string) =>
      writer.need<T>('POST', `/list/file${overwrite ? `?overwrite=${overwrite}` : ''}`, { raw: formOf(file) })
    expect(await bring()).toEqual({
      batch: null,
      total: 1,
      ignored: [{ column: 'section', lines: [2] }],
      since: [
        {
          line: 2,
          seen: expect.stringMatching(/^[0-9a-f]{8}$/),
          item: one.item,
          title: 'Kept one',
          column: 'look again by',
          file: '2032-02-02',
          now: '2031-01-01',
        },
      ],
    })
    const run = async (overwrite: string) => {
      const { batch, total } = await bring(overwrite)
      await settled(writer, batch!)
      await writer.need('POST', `/batches/${batch}/run`)
      expect(await settled(writer, batch!)).toMatchObject({ ended: total, refused: 0 })
      return total
    }
    expect(await run('none')).toBe(1)
    expect([await reviewBy(one.item), await reviewBy(two.item)]).toEqual(['2031-01-01', '2031-01-01'])
    expect((await page(writer, two.item)).draft!.content.fields.title).toBe('Kept two, better')
    // What the file asks for is so already but for the line that is to be overwritten.
    const { since } = await bring<{ since: { seen: string }[] }>()
    // Changed once more between the question and the answer: it is asked again.
    await act(writer, one.item, { do: 'note', name: 'reviewBy', to: '2031-06-06' })
    const again = await bring<{ batch: null; since: { now: string; seen: string }[] }>(`2.${since[0]!.seen}`)
    expect([again.batch, again.since[0]!.now]).toEqual([null, '2031-06-06'])
    expect(await run(`2.${again.since[0]!.seen}`)).toBe(1)
    expect(await reviewBy(one.item)).toBe('2032-02-02')
    expect(await codes(writer.ask('POST', '/list/file?overwrite=some', { raw: formOf(file) }))).toEqual([400, 'invalid-format'])
  })
  it('that cannot be meant is refused whole, line by line', async () => {
    const { writer } = here.team
    const { item } = await writePost(here.team, 'Not filed')
    const bring = (csv: string) => codes(writer.ask('POST', '/list/file', { raw: formOf(csv) }))
    expect(await bring(`id,title,owner\r\n${item},,Nobody at all\r\nnone,x,y`)).toEqual([
      422,
      'title-missing',
      'person-unknown',
      'item-unknown',
    ])
    expect(await bring(`id,title\r\n${item},a\r\n${item},b`)).toEqual([422, 'item-twice'])
    expect(await bring('title\r\nx')).toEqual([422, 'id-missing'])
    expect(await bring('id,title\r\n"broken')).toEqual([422, 'csv-wrong'])
    // A line as long as a file is none; many lines are read in parts, wherever those end.
    expect(await bring(`id,title\r\n${'x,'.repeat(200_000)}`)).toEqual([422, 'csv-wrong'])
    expect(await bring(`id,title\r\n${`none,${'å'.repeat(997)}\r\n`.repeat(500)}`)).toEqual([
      422,
      ...Array.from({ length: 50 }, () => 'item-unknown'),
    ])
    expect((await page(writer, item)).draft!.content.fields.title).toBe('Not filed')
  })
})

describe('the items of a batch', () => {
  it('are for whoever did it and for who reads the journal, and for nobody else', async () => {
    const { writer, publisher, reviewer, steward } = here.team
    const { item } = await writePost(here.team, 'Seen in the journal')
    const { id } = await tried(writer, { do: 'field', name: 'summary', to: 'Short' }, { items: [item] })
    for (const client of [writer, publisher, steward]) expect((await entries(client, id)).map((entry) => entry.item)).toEqual([item])
    expect(await codes(reviewer.ask('GET', `/batches/${id}/entries`))).toEqual([404, 'unknown'])
    // How far it is and what is done with it stays with whoever did it.
    expect(await codes(publisher.ask('GET', `/batches/${id}`))).toEqual([404, 'unknown'])
  })
})
