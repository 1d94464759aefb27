import { describe, expect, it } from 'vitest'
import type { FoundHits, FoundItem } from '../../server/services/writing/rewrites'
import { until, writePost, type Client } from '../support/server'
import { codes, withTeam } from '../support/team'

const { here, colleague } = withTeam()
interface Page {
  draft: {
    id: string
    head: string
    review: string
    content: { fields: Record<string, unknown>; body: { text: { text: string }[] }[] }
  } | null
}
interface Batch {
  state: string
  total: number
  wouldNot: number
  ended: number
  refused: number
}
const page = (client: Client, item: string) => client.need<Page>('GET', `/items/${item}`)
const words = async (client: Client, item: string) =>
  (await page(client, item)).draft?.content.body.flatMap(({ text }) => text.map((run) => run.text)).join('')
const hits = (client: Client, rewrite: object, q = '') => client.need<FoundHits>('POST', '/hits', { body: { list: { q }, rewrite } })
const settled = (client: Client, id: string) =>
  until(async () => {
    const now = await client.need<Batch>('GET', `/batches/${id}`)
    return now.state !== 'trying' && now.state !== 'running' && now
  }, 'the batch')
const choose = (found: FoundItem[], keys?: string[]) =>
  found.map(({ item, draft, version, hits: all }) => ({
    item,
    draft,
    version,
    hits: all.filter(({ key }) => keys?.includes(key) ?? true).map(({ key }) => ({ key, to: null })),
  }))
const begin = (client: Client, rewrite: object, chosen: object[], edition: string | null = null) =>
  client.ask<{ batch: string; total: number; reasons: { code: string; detail: string }[] }>('POST', '/rewrites', {
    body: { rewrite, chosen, edition },
  })

describe('find and replace over the site', () => {
  it('shows each place, makes drafts of what is chosen in one edition, and takes all back as one', async () => {
    const editor = here.team.founder
    const live = await writePost(here.team, 'Kelp one', 'live')
    const begun = await writePost(here.team, 'Kelp two')
    await writePost(here.team, 'Kelpless')
    const rewrite = { what: 'text', words: 'kelp', to: 'dulse', wholeWords: true }
    const { found, looked, next } = await hits(editor, rewrite)
    expect([looked, next]).toEqual([2, null])
    expect(
      found.map(({ title, draft, hits: all }) => [title, draft, all.map(({ key, before, match, to }) => [key, before, match, to])]),
    ).toEqual([
      [
        'Kelp one',
        null,
        [
          ['title.0', '', 'Kelp', 'Dulse'],
          ['first.0', '', 'Kelp', 'Dulse'],
        ],
      ],
      [
        'Kelp two',
        begun.draft,
        [
          ['title.0', '', 'Kelp', 'Dulse'],
          ['first.0', '', 'Kelp', 'Dulse'],
        ],
      ],
    ])
    const started = await begin(editor, rewrite, choose(found, ['first.0']), 'Kelp is dulse now')
    const tried = await settled(editor, started.body.batch)
    expect(tried).toMatchObject({ state: 'tried', total: 2, wouldNot: 0 })
    // Nothing was done: no draft, no edition.
    expect((await page(editor, live.item)).draft).toBeNull()
    const editions = async () =>
      (await editor.need<{ id: string; name: string }[]>('GET', '/editions')).filter(({ name }) => name.startsWith('Kelp'))
    expect(await editions()).toEqual([])

    await editor.need('POST', `/batches/${started.body.batch}/run`)
    expect(await settled(editor, started.body.batch)).toMatchObject({ state: 'done', ended: 2, refused: 0 })
    expect(await words(editor, live.item)).toBe('Dulse one, first words.')
    expect((await page(editor, begun.item)).draft!.content.fields.title).toBe('Kelp two')
    const [edition] = await editions()
    expect((await editor.need<{ entries: unknown[] }>('GET', `/editions/${edition!.id}`)).entries).toHaveLength(2)
    expect(await (await fetch(`${here.server.origin}/posts/kelp-one`)).text()).toContain('Kelp one, first words.')

    const { batch: undo } = await editor.need<{ batch: string }>('POST', `/batches/${started.body.batch}/undo`)
    expect(await settled(editor, undo)).toMatchObject({ state: 'done', refused: 0 })
    expect((await page(editor, live.item)).draft).toBeNull()
    expect(await words(editor, begun.item)).toBe('Kelp two, first words.')
    expect((await editor.need<{ entries: unknown[] }>('GET', `/editions/${edition!.id}`)).entries).toEqual([])
  })
  it('is refused for an item where someone changed the same words meanwhile, and merges where it was another', async () => {
    const { writer } = here.team
    const [same, other] = [await writePost(here.team, 'Gull one'), await writePost(here.team, 'Gull two')]
    const rewrite = { what: 'text', words: 'gull', to: 'tern' }
    const { found } = await hits(writer, rewrite)
    const edit = async (item: string, draft: string, edits: object[]) =>
      writer.need('POST', `/drafts/${draft}/edits`, { body: { base: (await page(writer, item)).draft!.head, edits } })
    await edit(same.item, same.draft, [
      { op: 'replace', block: { id: 'first', kind: 'paragraph', text: [{ text: 'Seagull one, first words.' }] } },
    ])
    await edit(other.item, other.draft, [{ op: 'field', name: 'summary', value: 'Of birds' }])
    const { body } = await begin(writer, rewrite, choose(found, ['first.0']))
    expect(await settled(writer, body.batch)).toMatchObject({ total: 2, wouldNot: 1 })
    await writer.need('POST', `/batches/${body.batch}/run`)
    expect(await settled(writer, body.batch)).toMatchObject({ ended: 2, refused: 1 })
    expect([await words(writer, same.item), await words(writer, other.item)]).toEqual([
      'Seagull one, first words.',
      'Tern two, first words.',
    ])
    expect((await page(writer, other.item)).draft!.content.fields.summary).toBe('Of birds')
  })
  it('means an item by its address too, fills search descriptions with the words given, and exchanges labels', async () => {
    const { writer, 'site-keeper': keeper } = here.team
    const target = await writePost(here.team, 'Linked to', 'live')
    const body = [{ id: 'link-1', kind: 'paragraph', text: [{ text: 'See this', href: `item:${target.item}` }] }]
    const from = await writer.need('POST', '/items', {
      body: { kind: 'post', section: here.team.section, title: 'Links', content: { body } },
    })
    const link = { what: 'link', from: ['/posts/linked-to'], to: 'https://larkholm.example/elsewhere' }
    const { found } = await hits(writer, link)
    expect(found.map(({ item }) => item)).toEqual([from.item])
    const run = async (client: Client, rewrite: object, chosen: object[]) => {
      const { body: started } = await begin(client, rewrite, chosen)
      await settled(client, started.batch)
      await client.need('POST', `/batches/${started.batch}/run`)
      return settled(client, started.batch)
    }
    expect(await run(writer, link, choose(found))).toMatchObject({ refused: 0 })
    expect(JSON.stringify((await page(writer, from.item!)).draft!.content.body)).toContain('https://larkholm.example/elsewhere')

    const fill = { what: 'description', words: '', to: '' }
    const missing = (await hits(writer, fill, '"links"')).found.filter(({ item }) => item === from.item)
    expect(missing[0]!.hits).toMatchObject([{ key: 'searchDescription.0', match: '', to: '' }])
    const [one] = choose(missing)
    await run(writer, fill, [{ ...one!, hits: [{ key: 'searchDescription.0', to: 'Where to read more' }] }])
    expect((await page(writer, from.item!)).draft!.content.fields.searchDescription).toBe('Where to read more')

    const label = async (title: string) =>
      (
        await keeper.need<{ item: string }>('POST', '/items', {
          body: { kind: 'label', section: here.team.section, title, content: { fields: { labelType: 'tag' } } },
        })
      ).item
    const [old, now] = [await label('Old name'), await label('New name')]
    await writer.need('POST', '/acts', {
      body: { target: { item: from.item, draft: null }, action: { do: 'label', add: [old], remove: [] } },
    })
    const exchange = { what: 'label', from: old, to: now }
    expect(await run(writer, exchange, choose((await hits(writer, exchange)).found))).toMatchObject({ total: 1, refused: 0 })
    expect((await page(writer, from.item!)).draft!.content.fields.labels).toEqual([now])
  })
  it('goes on from where it stopped, and finds the same', async () => {
    const { writer } = here.team
    await Promise.all(Array.from({ length: 12 }, (_, n) => writePost(here.team, `Puffin ${n}`)))
    const rewrite = { what: 'text', words: 'puffin', to: 'auk' }
    const whole = await hits(writer, rewrite)
    const { next, found } = await writer.need<FoundHits>('POST', '/hits', { body: { rewrite, after: -1 } })
    expect([next, found]).toEqual([null, whole.found])
    expect(whole.found).toHaveLength(12)
  })
  it('leads links only to where something is, by the id of what is there, with the place in it', async () => {
    const { team } = here
    const [old, fresh] = [await writePost(team, 'Old pier', 'live'), await writePost(team, 'New pier', 'live')]
    const body = [{ id: 'first', kind: 'paragraph', text: [{ text: 'See the pier.', href: `item:${old.item}` }] }]
    await team.writer.need('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Links to it', content: { body } } })
    const link = (to: string) => ({ what: 'link', from: [`item:${old.item}`], to })
    const became = async (to: string) => (await hits(team.writer, link(to))).found.flatMap((one) => one.hits.map((hit) => hit.to))
    expect(await became('/posts/new-pier')).toEqual([`item:${fresh.item}`])
    expect(await became('/posts/new-pier#prices')).toEqual([`item:${fresh.item}#prices`])
    expect(await became(`item:${old.item}`)).toEqual([`item:${old.item}`])
    expect(await became('https://larkholm.example/pier')).toEqual(['https://larkholm.example/pier'])
    for (const to of ['/posts/no-such-pier', 'item:00000000-0000-4000-8000-000000000000'])
      expect(await codes(team.writer.ask('POST', '/hits', { body: { list: { q: '' }, rewrite: link(to) } }))).toEqual([422, 'link-nowhere'])
  })
  it('looks through, and changes, only what one may', async () => {
    const { founder, other, writer } = here.team
    const wen = await colleague()
    await founder.need('PUT', `/people/${wen.id}/roles`, { body: { roles: [{ role: 'writer', section: other }] } })
    const hidden = await writePost(here.team, 'Hidden cormorant')
    const rewrite = { what: 'text', words: 'cormorant', to: 'shag' }
    expect(await hits(wen.client, rewrite)).toMatchObject({ found: [], looked: 0 })
    const { found } = await hits(writer, rewrite)
    const refused = (chosen: object[]) => codes(begin(wen.client, rewrite, chosen))
    expect(await refused(choose(found))).toEqual([404, 'unknown'])
    // A guess that does not stand there is answered as one that does.
    expect(await refused([{ ...choose(found)[0]!, hits: [{ key: 'none.9', to: null }] }])).toEqual([404, 'unknown'])
    // Nor by the version of another item, beside one that may be changed.
    const own = await wen.client.need('POST', '/items', { body: { kind: 'post', section: other, title: 'Own' } })
    expect(await refused([{ ...choose(found)[0]!, item: own.item, draft: null }])).toEqual([404, 'unknown'])
    expect(await codes(begin(writer, rewrite, [{ ...choose(found)[0]!, hits: [{ key: 'none.9', to: null }] }]))).toEqual([422, 'nothing'])
    expect(await codes(writer.ask('POST', '/hits', { body: { list: { q: 'kind:' }, rewrite } }))).toEqual([400, 'query-wrong'])
    expect(hidden.item).toBe(found[0]!.item)
  })
})
