import { describe, expect, it } from 'vitest'
import { newEntry, type MenuEntry } from '../../core/menu/entries'
import { wallTimeOf } from '../../core/time/zone'
import { HOUR, until, writePost, type Client } from '../support/server'
import { codes, withTeam, type Draft } from '../support/team'

const { here, pass, now } = withTeam()
const read = async (path: string, session = '') => {
  const answer = await fetch(here.server.origin + path, { redirect: 'manual', headers: session ? { cookie: session } : {} })
  return { status: answer.status, text: await answer.text() }
}
/** The links of a menu on a page, in its order; `undefined` where it does not stand there. */
const shown = async (menu: string, path = '/', session = ''): Promise<string[] | undefined> => {
  const nav = (await read(path, session)).text.split('<nav ').find((part) => part.startsWith(`class="menu" aria-label="${menu}"`))
  return nav === undefined ? undefined : [...nav.split('</nav>')[0]!.matchAll(/<a href="([^"]*)"/g)].map(([, href]) => href!)
}
const to = (href: string, more: Partial<MenuEntry> = {}): MenuEntry => ({
  ...newEntry(crypto.randomUUID(), { is: 'link', href, below: 0 }),
  ...more,
})
const heading = (label: string, entries: MenuEntry[]): MenuEntry => ({
  ...newEntry(crypto.randomUUID(), { is: 'heading' }),
  label,
  entries,
})
const below = (href: string, levels: number) => to(href, { target: { is: 'link', href, below: levels } })
const menu = (title: string, menuEntries: MenuEntry[], menuPlace = 'top') =>
  here.team.writer.need<Draft>('POST', '/items', {
    body: { kind: 'menu', section: here.team.section, title, content: { fields: { menuPlace, menuEntries }, body: [] } },
  })
async function putLive({ draft, version }: Draft) {
  const { writer, reviewer, publisher } = here.team
  await writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
  await reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
  await publisher.need('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: version })
}
async function page(title: string, parent: string | null = null, fields = {}): Promise<string> {
  const made = await here.team.writer.need<Draft>('POST', '/items', {
    body: { kind: 'page', section: here.team.section, title, content: { fields, body: [] }, ...(parent ? { parent } : {}) },
  })
  await putLive(made)
  return made.item
}
/** Another version of a menu, through its gate. */
async function change(item: string, menuEntries: MenuEntry[]): Promise<Draft> {
  const { draft, head } = await here.team.writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, { body: {} })
  const { version } = await here.team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
    body: { base: head, edits: [{ op: 'field', name: 'menuEntries', value: menuEntries }] },
  })
  return { item, draft, version }
}
const withdraw = async (item: string) => {
  const { live } = await here.team.publisher.need<{ live: { version: string } }>('GET', `/items/${item}`)
  await here.team.publisher.need('POST', `/items/${item}/withdraw`, { body: {}, ifMatch: live.version })
}
const told = (item: string, client: Client = here.team.writer) =>
  client.need<{ reached: { place: string }[]; outOfSight: { menu: { item: string; title: string } | null; mayPut: boolean } | null }>(
    'GET',
    `/items/${item}/receipt`,
  )

describe('a menu', () => {
  it('stands on every page from when it is live, follows what it names, and goes with it', async () => {
    const boats = await page('Boats')
    const auk = await page('Auk', boats)
    const post = await writePost(here.team, 'A new rail', 'live')
    // Until a team has made one, the pages at the top stand there by themselves.
    expect((await read('/')).text).toMatch(/<nav aria-label="Main">.*href="\/boats"/)
    const main = await menu('Main menu', [
      below(`item:${boats}`, 1),
      heading('News', [to(`item:${post.item}`), to('https://weather.example/')]),
    ])
    expect(await shown('Main menu')).toBeUndefined()
    await putLive(main)
    const links = ['/boats', '/boats/auk', '/posts/a-new-rail', 'https://weather.example/']
    for (const path of ['/', '/boats', '/posts', '/posts/a-new-rail', '/none-here'])
      expect([path, await shown('Main menu', path)]).toEqual([path, links])
    expect((await read('/')).text).not.toContain('<nav aria-label="Main">')
    expect((await told(auk)).reached).toContainEqual({ place: 'Menu “Main menu”', path: '/' })
    expect((await told(post.item)).reached).toContainEqual({ place: 'Menu “Main menu”', path: '/' })

    // A page that is put below one that is followed comes by itself; what is withdrawn is gone from every page at once.
    await page('Petrel', boats)
    expect(await shown('Main menu')).toContain('/boats/petrel')
    await withdraw(post.item)
    expect(await shown('Main menu', '/boats')).toEqual(['/boats', '/boats/auk', '/boats/petrel', 'https://weather.example/'])
    const { leftOut, targets } = await here.team.writer.need<{ leftOut: { why: string }[]; targets: { path: string }[] }>(
      'POST',
      '/menus/standing',
      {
        body: { entries: [to(`item:${post.item}`), to(`item:${auk}`)] },
      },
    )
    expect([leftOut.map(({ why }) => why), targets.map(({ path }) => path)]).toEqual([['not-live'], ['/boats/auk']])
    expect(await here.team.writer.need('GET', '/menus')).toMatchObject([
      { title: 'Main menu', place: 'top', onSite: 'live', entries: 4, leftOut: 1 },
    ])

    // A version tells what it names and is on the site, for who compares it with one that names something else.
    const { items } = await here.team.writer.need<{ items: { id: string; title: string }[] }>('GET', `/versions/${main.version}`)
    expect(items.map(({ id, title }) => [id, title])).toEqual([[boats, 'Boats']])

    // Withdrawn itself, the pages at the top stand there again.
    await withdraw(main.item)
    expect((await read('/')).text).toMatch(/<nav aria-label="Main">.*href="\/boats"/)
  })

  it('shows an entry in its time alone, by the clock and without anything being put live', async () => {
    const at = (hours: number) => {
      const { date, time } = wallTimeOf(new Date(now().getTime() + hours * HOUR).toISOString(), 'Europe/Oslo')
      return `${date}T${time}`
    }
    const fair = await page('Fair')
    const window = { from: at(2), until: at(6), rule: null }
    await putLive(await menu('For a while', [to('/posts'), to(`item:${fair}`, { window })], 'foot'))
    expect(await shown('For a while', '/fair')).toEqual(['/posts'])
    await pass(3)
    await until(async () => (await shown('For a while', '/fair'))?.length === 2, 'the entry to come')
    await pass(4)
    await until(async () => (await shown('For a while', '/fair'))?.length === 1, 'the entry to go')
  })

  it('is looked at as it was and as it will be, and as readers would get its draft', async () => {
    const first = await menu('Through time', [to('/posts')], 'foot')
    await putLive(first)
    const was = new Date(now().getTime() + 1_000).toISOString()
    await pass(1)
    const next = await change(first.item, [to('/posts'), to('/notices')])
    const { html } = await here.team.writer.need<{ html: string }>('GET', `/versions/${next.version}/preview`)
    expect(html).toMatch(/aria-label="Through time".*href="\/notices"/s)
    expect(await shown('Through time')).toEqual(['/posts'])
    await putLive(next)
    expect(await shown('Through time')).toEqual(['/posts', '/notices'])
    const moment = `/moment/${was}`
    expect(await shown('Through time', `${moment}/`, here.team.writer.session)).toEqual([`${moment}/posts`])
  })

  it('is offered by the receipt of a page that nothing leads to, in a draft that one act takes back', async () => {
    const lost = await page('Lost', null, { inMenus: false })
    const main = await menu('Top', [to('/posts')])
    await putLive(main)
    expect(await told(lost)).toMatchObject({ outOfSight: { menu: { item: main.item, title: 'Top' }, mayPut: true } })
    expect((await told(lost, here.team.reviewer)).outOfSight?.mayPut).toBe(false)
    const done = await here.team.writer.need<{ draft: string; undo: object }>('POST', `/menus/${main.item}/entries`, {
      body: { item: lost },
    })
    expect(await codes(here.team.writer.ask('POST', `/menus/${main.item}/entries`, { body: { item: lost } }))).toEqual([409, 'in-the-menu'])
    expect(await codes(here.team.writer.ask('POST', `/menus/${lost}/entries`, { body: { item: main.item } }))).toEqual([422, 'not-a-menu'])
    expect(await shown('Top')).toEqual(['/posts'])
    const entries = async () => {
      const { draft } = await here.team.writer.need<{ draft: { content: { fields: { menuEntries: MenuEntry[] } } } | null }>(
        'GET',
        `/items/${main.item}`,
      )
      return draft?.content.fields.menuEntries.map(({ target }) => (target.is === 'link' ? target.href : ''))
    }
    expect(await entries()).toEqual(['/posts', `item:${lost}`])
    await here.team.writer.need('POST', '/acts', { body: { target: { item: main.item, draft: null }, action: done.undo } })
    expect(await entries()).toBeUndefined()
  })

  it('refuses entries that are none, and keeps what was there', async () => {
    const { item, draft, version } = await menu('Refusing', [to('/posts')], 'none')
    const deep = to('/a', { entries: [to('/b', { entries: [to('/c', { entries: [to('/d')] })] })] })
    for (const value of [
      [deep],
      [to('javascript:alert(1)')],
      [heading('', [to('/posts')])],
      'all',
      Array.from({ length: 301 }, () => to('/posts')),
    ]) {
      const answer = await here.team.writer.ask('POST', `/drafts/${draft}/edits`, {
        body: { base: version, edits: [{ op: 'field', name: 'menuEntries', value }] },
      })
      expect([JSON.stringify(value).slice(0, 40), answer.status]).toEqual([JSON.stringify(value).slice(0, 40), 422])
    }
    expect(await here.team.writer.need('GET', `/items/${item}`)).toMatchObject({ draft: { head: version } })
  })
})
