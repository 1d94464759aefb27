import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { wallTimeOf } from '../../core/time/zone'
import { HOUR, until, writePost, type Client } from '../support/server'
import { codes, routeFor, NOBODY, sent, toldOf, withTeam, type Draft, type Problem } from '../support/team'

const { here, pass, now, colleague } = withTeam()
const ZONE = 'Europe/Oslo'
/** The wall time so many hours ahead of the server's clock. */
const ahead = (hours: number) => {
  const { date, time } = wallTimeOf(new Date(now().getTime() + hours * HOUR).toISOString(), ZONE)
  return { date, time, choice: 'later' as const }
}
const read = async (path: string) => {
  const answer = await fetch(here.server.origin + path, { redirect: 'manual' })
  return { status: answer.status, text: await answer.text() }
}
interface Facts {
  onSite: string
  live: { version: string } | null
  draft: { id: string; head: string; review: string; event: { id: string; state: string; reasons: { code: string }[] } | null } | null
}
const facts = (item: string) => here.team.publisher.need<Facts>('GET', `/items/${item}`)
const plan = (client: Client, item: string, body: object) =>
  client.ask<Problem & { event: string; at: string }>('POST', `/items/${item}/events`, { body })
/** A new draft of an item with other words, cleared. */
async function change(item: string, words: string, cleared = true): Promise<Draft> {
  const { team } = here
  const { draft, head } = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${item}/drafts`, {
    body: { name: words },
  })
  const edits = [{ op: 'replace', block: { id: 'first', kind: 'paragraph', text: [{ text: words }] } }]
  const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, { body: { base: head, edits } })
  if (cleared) {
    await team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
    await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
  }
  return { item, draft, version }
}
const shows = (path: string, words: string) => until(async () => (await read(path)).text.includes(words), `${path} to show ${words}`)
const putLive = (draft: Draft) => here.team.publisher.need('POST', `/drafts/${draft.draft}/put-live`, { body: {}, ifMatch: draft.version })

describe('a window', () => {
  it('shows one version for a while, then what was live before, with a fix that was laid under it', async () => {
    const { team } = here
    const base = await writePost(team, 'Harbour news', 'live')
    const path = '/posts/harbour-news'
    const storm = await change(base.item, 'Storm: all sailings are off.')
    const planned = await plan(team.publisher, base.item, { kind: 'window', draft: storm.draft, ...ahead(2), until: ahead(10) })
    expect(planned.status).toBe(200)
    await pass(3)
    await shows(path, 'Storm: all sailings are off.')
    // A fix put live now is for when the window ends; readers see the window's text till then.
    const fix = await change(base.item, 'Harbour news, mended.')
    expect(await team.publisher.need('POST', `/drafts/${fix.draft}/put-live`, { body: {}, ifMatch: fix.version })).toMatchObject({
      under: true,
    })
    expect((await read(path)).text).toContain('Storm: all sailings are off.')
    // Its end can be moved; what is under way cannot be cancelled as if it lay ahead.
    expect(await codes(team.publisher.ask('DELETE', `/events/${planned.body.event}`))).toEqual([409, 'event-over'])
    await team.publisher.need('PATCH', `/events/${planned.body.event}`, { body: ahead(4) })
    await pass(5)
    await shows(path, 'Harbour news, mended.')
  })
  it('leaves the site at its end where nothing was there before', async () => {
    const { team } = here
    const notice = await writePost(team, 'Gale tonight', 'cleared')
    await plan(team.publisher, notice.item, { kind: 'window', draft: notice.draft, ...ahead(1), until: ahead(4) })
    await pass(2)
    await shows('/posts/gale-tonight', 'Gale tonight')
    await pass(3)
    await until(async () => (await read('/posts/gale-tonight')).status === 410, 'the end')
  })
  it('comes again by its rule, as the same version, each time once', async () => {
    const { team } = here
    const weekly = await writePost(team, 'Weekend boats', 'cleared')
    const start = ahead(2)
    const body = { kind: 'window', draft: weekly.draft, ...start, until: ahead(8), rule: 'FREQ=DAILY;COUNT=3' }
    expect((await plan(team.publisher, weekly.item, { ...body, rule: 'FREQ=HOURLY' })).status).toBe(400)
    expect(await codes(plan(team.publisher, weekly.item, { ...body, until: ahead(40) }))).toEqual([422, 'rule-overlaps'])
    expect((await plan(team.publisher, weekly.item, body)).status).toBe(200)
    for (let turn = 0; turn < 3; turn++) {
      await pass(turn ? 17 : 3)
      await shows('/posts/weekend-boats', 'Weekend boats')
      await pass(7)
      await until(async () => (await read('/posts/weekend-boats')).status === 410, `the end of turn ${turn + 1}`)
    }
    await pass(20)
    expect((await read('/posts/weekend-boats')).status).toBe(410)
  })
  it('ends when the item is withdrawn or rolled back meanwhile', async () => {
    const { team } = here
    const base = await writePost(team, 'Quay works', 'live')
    const loud = await change(base.item, 'Loud works today.')
    await plan(team.publisher, base.item, { kind: 'window', draft: loud.draft, ...ahead(1), until: ahead(9) })
    await pass(2)
    await shows('/posts/quay-works', 'Loud works today.')
    const { live } = await facts(base.item)
    await team.publisher.need('POST', `/items/${base.item}/withdraw`, { body: {}, ifMatch: live!.version })
    await pass(9)
    expect((await read('/posts/quay-works')).status).toBe(410)
  })
})

describe('an embargo', () => {
  it('lets nobody put it live before, by no way', async () => {
    const { team } = here
    const secret = await writePost(team, 'New vessel', 'cleared')
    await team.publisher.need('PUT', `/items/${secret.item}/embargo`, { body: { until: ahead(5) } })
    const tried = (body: object) => codes(team.publisher.ask('POST', `/drafts/${secret.draft}/put-live`, { body, ifMatch: secret.version }))
    expect(await tried({})).toEqual([422, 'embargo'])
    expect(await tried({ exception: 'The paper has it' })).toEqual([422, 'embargo'])
    expect(await codes(plan(team.publisher, secret.item, { kind: 'put-live', ...ahead(3) }))).toEqual([422, 'embargo'])
    expect((await plan(team.publisher, secret.item, { kind: 'put-live', ...ahead(6) })).status).toBe(200)
    expect((await team.writer.ask('PUT', `/items/${secret.item}/embargo`, { body: { until: null } })).status).toBe(403)
    await pass(7)
    await shows('/posts/new-vessel', 'New vessel')
  })
})

describe('a notice', () => {
  const notice = async (title: string, fields: object) => {
    const { team } = here
    const body = { kind: 'notice', section: team.section, title, content: { fields } }
    const made = await team.writer.need<Draft>('POST', '/items', { body })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version })
    return made
  }
  it('that is temporary must have an end before it goes live, and leaves by it', async () => {
    const { team } = here
    const short = await notice('Quay closed for a day', { lifetime: 'temporary' })
    const go = () => codes(team.publisher.ask('POST', `/drafts/${short.draft}/put-live`, { body: {}, ifMatch: short.version }))
    expect(await go()).toEqual([422, 'end-missing'])
    expect((await plan(team.publisher, short.item, { kind: 'withdraw', ...ahead(4) })).status).toBe(200)
    expect(await go()).toEqual([200])
    await pass(5)
    await until(async () => (await read('/notices/quay-closed-for-a-day')).status === 410, 'its end')
    // A window is an end of its own.
    const window = await notice('Fog tonight', { lifetime: 'temporary' })
    expect((await plan(team.publisher, window.item, { kind: 'window', draft: window.draft, ...ahead(1), until: ahead(3) })).status).toBe(
      200,
    )
    await pass(2)
    await shows('/notices/fog-tonight', 'Fog tonight')
  })
  it('stands as a bar on every page, or on those of its section, the most urgent first, and goes with it', async () => {
    const { team } = here
    const inside = await writePost(team, 'Inside the section', 'live')
    const { item: outside } = await team.founder.need('POST', '/items', {
      body: { kind: 'post', section: team.other, title: 'Outside the section' },
    })
    const page = await team.founder.need<{ draft: { id: string; head: string } }>('GET', `/items/${outside}`)
    await team.founder.need('POST', `/drafts/${page.draft.id}/put-live`, { body: { exception: 'Test' }, ifMatch: page.draft.head })
    for (const [title, fields] of [
      ['Bar for all', { bar: 'site', noticeLevel: 'information' }],
      ['Bar here', { bar: 'section', noticeLevel: 'urgent' }],
      ['No bar', { bar: 'none' }],
    ] as const)
      await putLive(await notice(title, fields))
    const bars = async (path: string) => {
      const { text } = await read(path)
      const bar = /<aside class="bars"[^>]*>(.*?)<\/aside>/.exec(text)?.[1] ?? ''
      return [...bar.matchAll(/<a [^>]*>([^<]*)<\/a>/g)].map(([, title]) => title)
    }
    expect(await bars('/posts/inside-the-section')).toEqual(['Bar here', 'Bar for all'])
    expect(await bars('/posts/outside-the-section')).toEqual(['Bar for all'])
    expect(await bars('/')).toEqual(['Bar for all'])
    expect(await bars('/notices/bar-for-all')).toEqual(['Bar here'])
    const { items } = await team.publisher.need<{ items: { id: string; title: string }[] }>('GET', '/items?kind=notice&limit=200')
    const bar = items.find(({ title }) => title === 'Bar for all')!.id
    await team.publisher.need('POST', `/items/${bar}/withdraw`, { body: {}, ifMatch: (await facts(bar)).live!.version })
    expect(await bars('/posts/inside-the-section')).toEqual(['Bar here'])
    expect(inside.item).toHaveLength(36)
  })
})

describe('a block with times of its own', () => {
  it('comes and goes on its page by the clock alone, is on the calendar, and is not found before', async () => {
    const { team } = here
    const post = await writePost(team, 'Queueing', 'live')
    const draft = await change(post.item, 'Queue in any lane.', false)
    const [from, end] = [ahead(2), ahead(5)]
    const window = { from: `${from.date}T${from.time}`, until: `${end.date}T${end.time}`, rule: null }
    const timed = { id: 'timed', kind: 'paragraph', text: [{ text: 'Lane three is kept for bookings.' }], window }
    const refused = await team.writer.ask<Problem>('POST', `/drafts/${draft.draft}/edits`, {
      body: {
        base: draft.version,
        edits: [{ op: 'insert', after: 'first', block: { ...timed, window: { ...window, until: window.from } } }],
      },
    })
    expect(refused.status).toBe(400)
    const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${draft.draft}/edits`, {
      body: { base: draft.version, edits: [{ op: 'insert', after: 'first', block: timed }] },
    })
    await team.writer.need('POST', `/drafts/${draft.draft}/send`, { body: {}, ifMatch: version })
    await team.reviewer.need('POST', `/drafts/${draft.draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
    await putLive({ ...draft, version })
    const page = async () => (await read('/posts/queueing')).text
    expect(await page()).toContain('Queue in any lane.')
    expect(await page()).not.toContain('Lane three')
    // Who writes sees it in the page beside; the site of a moment within shows it, and the calendar tells of it.
    const around = await team.writer.need<{ site: { at: string | null } }>('GET', `/versions/${version}/around`)
    expect(around.site.at).toBeNull()
    const inside = new Date(now().getTime() + 3 * HOUR).toISOString()
    const look = await fetch(`${here.server.origin}/moment/${inside}/posts/queueing`, { headers: { cookie: team.publisher.session } })
    expect(await look.text()).toContain('Lane three')
    const span = new URLSearchParams({ from: now().toISOString(), to: new Date(now().getTime() + 48 * HOUR).toISOString() })
    await until(
      async () =>
        (await team.publisher.need<{ what: string; title: string }[]>('GET', `/calendar?${span}`)).some(
          ({ what, title }) => what === 'block' && title === 'Queueing: Lane three is kept for bookings.',
        ),
      'the block on the calendar',
    )
    expect((await read('/search?q=bookings')).text).not.toContain('Queueing')
    // Nothing is put live and nothing is asked of the scheduler: the stored page is over when the block begins and ends.
    await pass(3)
    expect(await page()).toContain('Lane three')
    expect(await page()).toContain('Lane three')
    await pass(3)
    expect(await page()).not.toContain('Lane three')
  })
})

describe('banners of the front page', () => {
  interface Banner {
    item: string
    internalName: string
    onSite: string
    fields: { title: string; order?: number }
    target: string | null
    mayWrite: boolean
  }
  const list = async (client = here.team.publisher) => client.need<Banner[]>('GET', '/banners')
  /** What the front page shows, in its order. */
  const turning = async () => [...(await read('/')).text.matchAll(/class="banner-title">(?:<a [^>]*>)?([^<]*)/g)].map(([, title]) => title)
  const banner = async (title: string, fields: Record<string, unknown>) => {
    const { team } = here
    const { item, draft, version } = await team.writer.need<Draft>('POST', '/items', {
      body: { kind: 'banner', section: team.section, title },
    })
    const edits = Object.entries(fields).map(([name, value]) => ({ op: 'field', name, value }))
    const saved = await team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, { body: { base: version, edits } })
    await team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: saved.version })
    await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version })
    return { item, draft, version: saved.version }
  }
  it('need an end, turn in their order while they show, and are kept when they are off', async () => {
    const { team } = here
    const target = await writePost(team, 'Ridge walks', 'live')
    const walk = await banner('Walk the ridge', { summary: 'Sail home.', target: `item:${target.item}` })
    expect(await codes(team.publisher.ask('POST', `/drafts/${walk.draft}/put-live`, { body: {}, ifMatch: walk.version }))).toEqual([
      422,
      'end-missing',
    ])
    await plan(team.publisher, walk.item, { kind: 'window', draft: walk.draft, ...ahead(2), until: ahead(30) })
    const bicycle = await banner('Bicycles travel free', { order: 100, lifetime: 'lasting' })
    await putLive(bicycle)
    expect(await turning()).toEqual(['Bicycles travel free'])
    expect((await read('/')).text).not.toContain('class="stop"')
    await pass(3)
    await until(async () => (await turning()).length === 2, 'the second banner')
    expect(await turning()).toEqual(['Walk the ridge', 'Bicycles travel free'])
    expect((await read('/')).text).toMatch(/turn-2.*class="stop".*<a href="\/posts\/ridge-walks">/s)
    expect((await list()).filter(({ onSite }) => onSite === 'live').map(({ fields, target: leads }) => [fields.title, leads])).toEqual([
      ['Walk the ridge', 'Ridge walks'],
      ['Bicycles travel free', null],
    ])
    // It leads nowhere while its target is off the site.
    await team.publisher.need('POST', `/items/${target.item}/withdraw`, { body: {}, ifMatch: (await facts(target.item)).live!.version })
    expect((await read('/')).text).not.toContain('href="/posts/ridge-walks"')
    await pass(30)
    await until(async () => (await turning()).length === 1, 'the window to end')
    expect((await list()).map(({ fields, onSite }) => [fields.title, onSite])).toEqual([
      ['Walk the ridge', 'withdrawn'],
      ['Bicycles travel free', 'live'],
    ])
    expect((await fetch(`${here.server.origin}/search?q=bicycles`).then((answer) => answer.text())).includes('Bicycles travel free')).toBe(
      false,
    )
  })
  it('are moved by a change of the one that is moved, which goes its route', async () => {
    const { team } = here
    const other = await banner('Groups pay less', { order: 200, lifetime: 'lasting' })
    await putLive(other)
    expect(await turning()).toEqual(['Bicycles travel free', 'Groups pay less'])
    const first = (await list()).find(({ fields }) => fields.title === 'Bicycles travel free')!
    const moved = await team.writer.need<{ drafts: { item: string; draft: string }[] }>('POST', `/banners/${other.item}/move`, {
      body: { before: first.item },
    })
    expect(moved.drafts.map(({ item }) => item)).toEqual([other.item])
    // Readers have the old order until it goes live; the office shows it as it will be.
    expect(await turning()).toEqual(['Bicycles travel free', 'Groups pay less'])
    expect((await list()).filter(({ onSite }) => onSite === 'live').map(({ fields }) => fields.title)).toEqual([
      'Groups pay less',
      'Bicycles travel free',
    ])
    const { draft } = await facts(other.item)
    await team.writer.need('POST', `/drafts/${draft!.id}/send`, { body: {}, ifMatch: draft!.head })
    await team.reviewer.need('POST', `/drafts/${draft!.id}/clear`, { body: { gate: 'review' }, ifMatch: draft!.head })
    await putLive({ item: other.item, draft: draft!.id, version: draft!.head })
    expect(await turning()).toEqual(['Groups pay less', 'Bicycles travel free'])
    const post = await writePost(team, 'No banner')
    expect(await codes(team.writer.ask('POST', `/banners/${post.item}/move`, { body: { before: null } }))).toEqual([422, 'not-a-banner'])
    expect(await codes(team.writer.ask('POST', `/banners/${other.item}/move`, { body: { before: post.item } }))).toEqual([
      422,
      'not-a-banner',
    ])
  })
})

describe('what is late', () => {
  it('is done, skipped or asked about, as it was planned', async () => {
    const { team } = here
    const posts = await Promise.all(['Late done', 'Late skipped', 'Late asked'].map((title) => writePost(team, title, 'cleared')))
    const ways = ['do', 'skip', 'ask'] as const
    for (const [index, post] of posts.entries())
      expect((await plan(team.publisher, post.item, { kind: 'put-live', ...ahead(2), late: { do: ways[index], after: 60 } })).status).toBe(
        200,
      )
    // The clock jumps past them by more than an hour at once, as after a sleep.
    await pass(6)
    await shows('/posts/late-done', 'Late done')
    await until(async () => (await facts(posts[2]!.item)).draft?.event?.state === 'held', 'the one that asks')
    expect((await facts(posts[2]!.item)).draft!.event!.reasons.map(({ code }) => code)).toEqual(['late'])
    expect((await read('/posts/late-skipped')).status).toBe(404)
    const skipped = await facts(posts[1]!.item)
    expect([skipped.onSite, skipped.draft!.event]).toEqual(['none', null])
  })
})

describe('an earlier version', () => {
  it('goes live when it was pinned, once it is cleared itself; what was written since goes on', async () => {
    const { team } = here
    const post = await writePost(team, 'Pinned words', 'cleared')
    const planned = await plan(team.publisher, post.item, { kind: 'put-live', version: post.version, ...ahead(2) })
    expect(planned.status).toBe(200)
    await team.writer.need('POST', `/drafts/${post.draft}/edits`, {
      body: {
        base: post.version,
        edits: [{ op: 'replace', block: { id: 'first', kind: 'paragraph', text: [{ text: 'Written since.' }] } }],
      },
    })
    await pass(3)
    const state = await until(async () => {
      const found = await facts(post.item)
      return (found.onSite === 'live' || found.draft?.event?.state === 'held') && found
    }, 'its moment')
    // An edit after review lapses the draft's clearance, and the pinned version's with it unless that stood complete.
    expect([state.onSite, state.draft?.review]).toEqual(['none', 'draft'])
    expect(state.draft!.event!.reasons.map(({ code }) => code)).toEqual(['not-cleared'])
  })
})

describe('an edition', () => {
  const make = async (name: string, entries: object[]) => {
    const { edition } = await here.team.publisher.need<{ edition: string }>('POST', '/editions', { body: { name } })
    await here.team.publisher.need('POST', `/editions/${edition}/entries`, { body: { entries } })
    return edition
  }
  const look = (edition: string) =>
    here.team.publisher.need<{
      state: string
      reasons: { code: string; detail: string }[]
      entries: { title: string; cleared: boolean; event: string }[]
    }>('GET', `/editions/${edition}`)
  it('goes live all together at its moment, also where two swap addresses, and is undone whole', async () => {
    const { team } = here
    const [one, two, gone] = [
      await writePost(team, 'Swap one', 'live'),
      await writePost(team, 'Swap two', 'live'),
      await writePost(team, 'Swap gone', 'live'),
    ]
    const swap = async (post: Draft, segment: string) => {
      const { draft, head } = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${post.item}/drafts`, {
        body: { name: 'Swap' },
      })
      const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
        body: { base: head, edits: [{ op: 'field', name: 'segment', value: segment }] },
      })
      await team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
      await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
      return { item: post.item, draft }
    }
    const fresh = await writePost(team, 'Swap new', 'cleared')
    const edition = await make('Swapped', [
      await swap(one, 'swap-two'),
      await swap(two, 'swap-one'),
      { item: fresh.item },
      { item: gone.item, withdraw: true },
    ])
    await team.publisher.need('PATCH', `/editions/${edition}`, { body: { moment: ahead(2) } })
    expect((await facts(fresh.item)).draft!.event!.state).toBe('planned')
    await pass(3)
    await until(async () => (await look(edition)).state === 'live', 'the edition')
    expect((await read('/posts/swap-one')).text).toContain('Swap two, first words')
    expect((await read('/posts/swap-two')).text).toContain('Swap one, first words')
    expect((await read('/posts/swap-gone')).status).toBe(410)
    expect((await read('/posts/swap-new')).status).toBe(200)
    // One of them is changed since: undoing brings that back as work, and the others at once.
    await putLive(await change(two.item, 'Mended meanwhile.'))
    const preview = await team.publisher.need<{ steps: { title: string; does: string }[] }>('GET', `/editions/${edition}/undo`)
    expect(Object.fromEntries(preview.steps.map(({ title, does }) => [title, does]))).toEqual({
      'Swap one': 'restore',
      'Swap two': 'draft',
      'Swap gone': 'restore',
      'Swap new': 'withdraw',
    })
    // As it stands one cannot go back: its old address is taken by the one that waits for its gates.
    expect(await codes(team.publisher.ask('POST', `/editions/${edition}/undo`))).toEqual([422, 'segment-taken'])
    const { live } = await facts(two.item)
    await team.publisher.need('POST', `/items/${two.item}/withdraw`, { body: {}, ifMatch: live!.version })
    const undone = await team.publisher.need<{ restored: number; drafts: string[]; edition: string }>('POST', `/editions/${edition}/undo`)
    expect([undone.restored, undone.drafts]).toEqual([3, []])
    expect((await read('/posts/swap-one')).text).toContain('Swap one, first words')
    expect((await read('/posts/swap-gone')).status).toBe(200)
    expect((await read('/posts/swap-new')).status).toBe(410)
    expect(await codes(team.publisher.ask('POST', `/editions/${edition}/undo`))).toEqual([409, 'edition-undone'])
  })
  it('makes a draft that takes back what it did and keeps what came since', async () => {
    const { team } = here
    const post = await writePost(team, 'Merged undo', 'live')
    const edited = await change(post.item, 'By the edition.')
    const edition = await make('One change', [{ item: post.item, draft: edited.draft }])
    await team.publisher.need('POST', `/editions/${edition}/put-live`)
    const { draft, head } = await team.writer.need<{ draft: string; head: string }>('POST', `/items/${post.item}/drafts`, {
      body: { name: 'More' },
    })
    const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
      body: { base: head, edits: [{ op: 'field', name: 'summary', value: 'A summary since' }] },
    })
    await team.writer.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: version })
    await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
    await putLive({ item: post.item, draft, version })
    const undone = await team.publisher.need<{ restored: number; drafts: string[] }>('POST', `/editions/${edition}/undo`)
    expect([undone.restored, undone.drafts.length]).toEqual([0, 1])
    const made = await team.publisher.need<{ draft: { content: { fields: { summary: string }; body: { text: { text: string }[] }[] } } }>(
      'GET',
      `/items/${post.item}?draft=${undone.drafts[0]}`,
    )
    expect(made.draft.content.fields.summary).toBe('A summary since')
    expect(made.draft.content.body[0]!.text[0]!.text).toBe('Merged undo, first words.')
  })
  it('is held whole when one entry cannot go, names it, and goes after that is taken out', async () => {
    const { team } = here
    const [ready, not] = [await writePost(team, 'Ready one', 'cleared'), await writePost(team, 'Not ready', 'in_review')]
    const edition = await make('Half ready', [{ item: ready.item }, { item: not.item }])
    expect(await codes(team.publisher.ask('POST', `/editions/${edition}/put-live`))).toEqual([422, 'not-cleared'])
    await team.publisher.need('PATCH', `/editions/${edition}`, { body: { moment: ahead(1) } })
    // Its entries go with it, not alone.
    const { event } = (await facts(ready.item)).draft!
    expect(await codes(team.publisher.ask('PATCH', `/events/${event!.id}`, { body: ahead(5) }))).toEqual([409, 'in-edition'])
    await pass(2)
    const held = await until(async () => {
      const found = await look(edition)
      return found.state === 'held' && found
    }, 'the edition to be held')
    expect(held.reasons.map(({ detail }) => detail).join()).toContain('Not ready')
    expect((await read('/posts/ready-one')).status).toBe(404)
    expect((await facts(ready.item)).draft!.event!.reasons.map(({ code }) => code)).toEqual(['edition-held'])
    const { entries } = held
    await team.publisher.need('DELETE', `/editions/${edition}/entries/${entries.find(({ title }) => title === 'Not ready')!.event}`)
    await team.publisher.need('POST', `/editions/${edition}/put-live`)
    expect((await read('/posts/ready-one')).status).toBe(200)
  })
  it('asks the gates of a route of its own, for exactly what it holds', async () => {
    const { team } = here
    const route = await routeFor(team.founder, 'label', {
      name: 'Whole editions',
      steps: [
        {
          name: 'Chief',
          gates: [
            { id: 'chief', name: 'Chief', who: { ...NOBODY, roles: ['reviewer'] }, needed: 1, authorsMayClear: false, covers: 'all' },
          ],
        },
      ],
    })
    const [one, two] = [await writePost(team, 'Whole one', 'cleared'), await writePost(team, 'Whole two', 'cleared')]
    const edition = await make('With a gate', [{ item: one.item }])
    await team.publisher.need('PATCH', `/editions/${edition}`, { body: { route } })
    const go = () => codes(team.publisher.ask('POST', `/editions/${edition}/put-live`))
    expect(await go()).toEqual([422, 'edition-not-cleared'])
    // Who builds it takes the gate away again only with the right over routes.
    expect((await team.publisher.ask('PATCH', `/editions/${edition}`, { body: { route: null } })).status).toBe(403)
    expect((await team.publisher.ask('POST', `/editions/${edition}/clear`, { body: { gate: 'chief' } })).status).toBe(403)
    await team.reviewer.need('POST', `/editions/${edition}/clear`, { body: { gate: 'chief' } })
    await team.publisher.need('POST', `/editions/${edition}/entries`, { body: { entries: [{ item: two.item }] } })
    expect(await go()).toEqual([422, 'edition-not-cleared'])
    await team.reviewer.need('POST', `/editions/${edition}/clear`, { body: { gate: 'chief' } })
    expect(await go()).toEqual([200])
  })
  it('has a name that no other has which is being built; one that is over gives it free', async () => {
    const { publisher } = here.team
    const [edition, other] = await Promise.all(
      ['Told apart', 'Another name'].map(async (name) => (await publisher.need('POST', '/editions', { body: { name } })).edition!),
    )
    const begin = (name: string) => codes(publisher.ask('POST', '/editions', { body: { name } }))
    expect(await begin('told APART')).toEqual([409, 'edition-named'])
    expect(await codes(publisher.ask('PATCH', `/editions/${other}`, { body: { name: 'Told apart' } }))).toEqual([409, 'edition-named'])
    expect(await codes(publisher.ask('POST', `/editions/${edition}/copy`, { body: { name: 'Told apart' } }))).toEqual([
      409,
      'edition-named',
    ])
    expect(await codes(publisher.ask('PATCH', `/editions/${edition}`, { body: { name: 'Told Apart', note: 'Mine' } }))).toEqual([204])
    await publisher.need('DELETE', `/editions/${edition}`)
    expect(await begin('Told apart')).toEqual([200])
  })
  it('sends all its unsent drafts on as one set or none, which the reviewer finds as belonging to it', async () => {
    const { team } = here
    const [one, two, done] = [
      await writePost(team, 'Set one', 'draft'),
      await writePost(team, 'Set two', 'draft'),
      await writePost(team, 'Set done', 'cleared'),
    ]
    const edition = await make('Sent as a set', [{ item: one.item }, { item: two.item }, { item: done.item }])
    type Unsent = { draft: string; seen: string; title: string; gates: { name: string; who: { name: string }[] }[] }[]
    const unsent = await team.writer.need<Unsent>('GET', `/editions/${edition}/unsent`)
    expect(unsent.map(({ title }) => title)).toEqual(['Set one', 'Set two'])
    expect(unsent.every(({ gates }) => gates.length === 1 && gates[0]!.who.length > 0)).toBe(true)
    expect(await (await colleague('reviewer')).client.need('GET', `/editions/${edition}/unsent`)).toEqual([])
    const send = (drafts: { draft: string; seen: string }[]) =>
      team.writer.ask<Problem>('POST', '/sendings', { body: { drafts, note: 'All of it' } })
    // One was changed meanwhile: none goes.
    const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${two.draft}/edits`, {
      body: { base: two.version, edits: [{ op: 'field', name: 'summary', value: 'Changed.' }] },
    })
    const refused = await send(unsent.map(({ draft, seen }) => ({ draft, seen })))
    expect([refused.status, refused.body.reasons[0]!.detail]).toEqual([412, expect.stringContaining('“Set two”')])
    expect((await facts(one.item)).draft!.review).toBe('draft')
    expect(
      (
        await send([
          { draft: one.draft, seen: one.version },
          { draft: two.draft, seen: version! },
        ])
      ).status,
    ).toBe(200)
    const { waiting } = await team.reviewer.need<{ waiting: { title: string; edition: { id: string; name: string } | null }[] }>(
      'GET',
      '/today',
    )
    expect(
      waiting
        .filter(({ edition: of }) => of?.id === edition)
        .map(({ title }) => title)
        .sort(),
    ).toEqual(['Set one', 'Set two'])
    expect(await team.writer.need('GET', `/editions/${edition}/unsent`)).toEqual([])
  })
  it('is filled from all that is cleared, and copied for the next season', async () => {
    const { team } = here
    const post = await writePost(team, 'Season post', 'cleared')
    const cleared = await team.publisher.need<{ item: string; draft: string }[]>('GET', '/editions/cleared')
    expect(cleared.map(({ item }) => item)).toContain(post.item)
    const edition = await make('Spring', [{ item: post.item }])
    expect((await team.publisher.need<{ item: string }[]>('GET', '/editions/cleared')).map(({ item }) => item)).not.toContain(post.item)
    await team.publisher.need('POST', `/editions/${edition}/put-live`)
    const copy = await team.publisher.need<{ edition: string; left: string[] }>('POST', `/editions/${edition}/copy`, {
      body: { name: 'Summer' },
    })
    expect(copy.left).toEqual([])
    const { entries } = await look(copy.edition)
    expect(entries.map(({ title, cleared: done }) => [title, done])).toEqual([['Season post', false]])
  })
})

describe('going back', () => {
  it('makes the site what readers had at a moment, as one act that can be undone', async () => {
    const { team } = here
    const [kept, added] = [await writePost(team, 'Back kept', 'live'), 0]
    await pass(1)
    const moment = now().toISOString()
    await pass(1)
    await putLive(await change(kept.item, 'Changed after the moment.'))
    const late = await writePost(team, 'Back added', 'live')
    const steps = await team.publisher.need<{ title: string; does: string }[]>('GET', `/site-back?moment=${moment}`)
    expect(steps.filter(({ title }) => title.startsWith('Back ')).map(({ title, does }) => [title, does])).toEqual([
      ['Back added', 'withdraw'],
      ['Back kept', 'restore'],
    ])
    const back = await team.publisher.need<{ edition: string; restored: number }>('POST', '/site-back', { body: { moment, section: null } })
    expect(back.restored).toBe(steps.length)
    expect((await read('/posts/back-added')).status).toBe(410)
    expect((await read('/posts/back-kept')).text).toContain('Back kept, first words.')
    await team.publisher.need('POST', `/editions/${back.edition}/undo`)
    expect((await read('/posts/back-added')).status).toBe(200)
    expect((await read('/posts/back-kept')).text).toContain('Changed after the moment.')
    expect(
      await codes(
        team.publisher.ask('POST', '/site-back', { body: { moment: new Date(now().getTime() + 48 * HOUR).toISOString(), section: null } }),
      ),
    ).not.toContain(200)
    expect([added, late.item.length]).toEqual([0, 36])
  })
})

describe('what is nobody’s to see or to bring back', () => {
  it('is not restored by an edition when its gates never let it through', async () => {
    const { team } = here
    const post = await writePost(team, 'Never cleared', 'draft')
    await team.publisher.need('POST', `/drafts/${post.draft}/put-live`, { body: { exception: 'Test' }, ifMatch: post.version })
    await pass(1)
    const moment = now().toISOString()
    await pass(1)
    await putLive(await change(post.item, 'Cleared since.'))
    const steps = await team.publisher.need<{ item: string }[]>('GET', `/site-back?moment=${moment}`)
    expect(steps.map(({ item }) => item)).toContain(post.item)
    const tried = await team.publisher.ask<Problem>('POST', '/site-back', { body: { moment, section: null } })
    expect([tried.status, tried.body.reasons.find(({ at }) => at === post.item)?.code]).toEqual([422, 'not-cleared'])
    expect((await read('/posts/never-cleared')).text).toContain('Cleared since.')
  })
  it('is not in a shared link beyond what its maker may read, and the link ends with the maker’s right', async () => {
    const { team } = here
    const maker = await colleague()
    const roles = [{ role: 'section-editor', section: team.section }]
    await team.founder.need('PUT', `/people/${maker.id}/roles`, { body: { roles } })
    const [own, elsewhere] = [await writePost(team, 'Shared by a section', 'cleared'), 'Planned elsewhere']
    const made = await team.founder.need('POST', '/items', { body: { kind: 'post', section: team.other, title: elsewhere } })
    await plan(team.publisher, own.item, { kind: 'put-live', ...ahead(6) })
    await team.founder.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
    await plan(team.publisher, made.item!, { kind: 'put-live', ...ahead(5) })
    const body = { sight: { shows: 'draft', draft: own.draft }, until: ahead(40) }
    const path = new URL((await maker.client.need<{ url: string }>('POST', '/share-links', { body })).url).pathname
    expect((await read(`${path}posts/shared-by-a-section`)).status).toBe(200)
    expect((await read(`${path}posts/planned-elsewhere`)).status).toBe(404)
    await team.founder.need('PUT', `/people/${maker.id}/roles`, { body: { roles: [] } })
    expect((await read(`${path}posts/shared-by-a-section`)).status).toBe(410)
  })
  it('is on no calendar of someone who may read nothing', async () => {
    const { team } = here
    const { edition } = await team.publisher.need<{ edition: string }>('POST', '/editions', { body: { name: 'Secret season' } })
    await team.publisher.need('PATCH', `/editions/${edition}`, { body: { moment: ahead(20) } })
    const range = `/calendar?from=${now().toISOString()}&to=${new Date(now().getTime() + 40 * HOUR).toISOString()}`
    expect((await team.publisher.need<{ title: string }[]>('GET', range)).map(({ title }) => title)).toContain('Secret season')
    const nobody = await colleague()
    expect(await nobody.client.need('GET', range)).toEqual([])
    expect((await nobody.client.need<{ nextEditions: object[] }>('GET', '/today')).nextEditions).toEqual([])
    await team.publisher.need('DELETE', `/editions/${edition}`)
  })
})

describe('the forecast', () => {
  const forecast = (client = here.team.publisher) =>
    client.need<{ come: { code: string; title: string; event: string; key: string }[] }>('GET', '/forecast')
  const of = async (title: string) =>
    (await forecast()).come
      .filter((trouble) => trouble.title === title)
      .map(({ code }) => code)
      .sort()
  it('finds what would stop or spoil each event, and what a move would bring, before it happens', async () => {
    const { team } = here
    const target = await writePost(team, 'Leaving soon', 'live')
    await plan(team.publisher, target.item, { kind: 'withdraw', ...ahead(20) })
    const post = await sent(team, 'post', 'Linking post', [
      { id: 'second', kind: 'paragraph', text: [{ text: 'See there.', href: `item:${target.item}` }] },
    ])
    const planned = await plan(team.publisher, post.item, { kind: 'put-live', ...ahead(10) })
    expect(await of('Linking post')).toEqual(['link-off', 'not-cleared'])
    await team.reviewer.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: post.version })
    expect(await of('Linking post')).toEqual(['link-off'])
    // After the other has gone, the link is to what is not on the site.
    const trial = await team.publisher.need<{ come: { code: string }[]; go: { code: string }[] }>('POST', '/forecast/trial', {
      body: { event: planned.body.event, at: new Date(now().getTime() + 30 * HOUR).toISOString() },
    })
    expect([trial.come.map(({ code }) => code), trial.go.map(({ code }) => code)]).toEqual([['link-not-yet'], ['link-off', 'linked-from']])
    expect(await of('Leaving soon')).toEqual(['linked-from'])
    await team.publisher.need('DELETE', `/events/${planned.body.event}`)
    expect(await of('Leaving soon')).toEqual([])
  })
  it('names addresses that will be taken, drafts that will be behind, and items in two editions', async () => {
    const { team } = here
    const [one, two] = [await writePost(team, 'Same address', 'cleared'), await writePost(team, 'Same address again', 'draft')]
    const { version } = await team.writer.need<{ version: string }>('POST', `/drafts/${two.draft}/edits`, {
      body: { base: two.version, edits: [{ op: 'field', name: 'segment', value: 'same-address' }] },
    })
    await team.writer.need('POST', `/drafts/${two.draft}/send`, { body: {}, ifMatch: version })
    await team.reviewer.need('POST', `/drafts/${two.draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
    await plan(team.publisher, one.item, { kind: 'put-live', ...ahead(3) })
    await plan(team.publisher, two.item, { kind: 'put-live', ...ahead(4) })
    expect(await of('Same address again')).toEqual(['segment-taken'])
    const base = await writePost(team, 'Two drafts', 'live')
    const [first, second] = [await change(base.item, 'First change.'), await change(base.item, 'Second change.')]
    await plan(team.publisher, base.item, { kind: 'put-live', draft: first.draft, ...ahead(3) })
    await plan(team.publisher, base.item, { kind: 'put-live', draft: second.draft, ...ahead(4) })
    expect(await of('Two drafts')).toEqual(['behind'])
    const editions = await Promise.all(
      ['A', 'B'].map(async (name) => (await team.publisher.need('POST', '/editions', { body: { name } })).edition!),
    )
    const both = await writePost(team, 'In both', 'cleared')
    const other = await team.writer.need('POST', `/items/${both.item}/drafts`, { body: { name: 'Beside' } })
    await team.publisher.need('POST', `/editions/${editions[0]}/entries`, { body: { entries: [{ item: both.item, draft: both.draft }] } })
    await team.publisher.need('POST', `/editions/${editions[1]}/entries`, { body: { entries: [{ item: both.item, draft: other.draft }] } })
    for (const [index, edition] of editions.entries())
      await team.publisher.need('PATCH', `/editions/${edition}`, { body: { moment: ahead(6 + index) } })
    expect(await of('In both')).toContain('in-two-editions')
  })
  it('offers each the remedies that are theirs: sending, asking again, another moment, taking out', async () => {
    const { team } = here
    const post = await writePost(team, 'To be mended', 'draft')
    const planned = await plan(team.publisher, post.item, { kind: 'put-live', ...ahead(5) })
    const found = async (client: Client) => {
      const { come } = await client.need<{ come: { key: string; code: string; remedies: object[] }[] }>(
        'GET',
        `/forecast?item=${post.item}`,
      )
      return Object.fromEntries(come.map(({ code, remedies }) => [code, remedies]))
    }
    expect(await found(team.writer)).toEqual({ 'not-cleared': [{ do: 'send', draft: post.draft }] })
    const onlyReviews = (await colleague('reviewer')).client
    expect(await found(onlyReviews)).toEqual({ 'not-cleared': [] })
    await team.writer.need('POST', `/drafts/${post.draft}/send`, { body: {}, ifMatch: post.version })
    expect(await found(team.writer)).toEqual({ 'not-cleared': [{ do: 'remind', draft: post.draft }] })
    // Once more, with a word; within the hour nobody is asked a third time.
    await team.writer.need('POST', `/drafts/${post.draft}/remind`, { body: { note: 'It goes at noon' } })
    expect((await toldOf(team.reviewer, 'To be mended', 'reminder')).words).toContain('asks you to clear “To be mended” soon')
    expect(await codes(team.writer.ask('POST', `/drafts/${post.draft}/remind`, { body: {} }))).toEqual([422, 'asked-just-now'])
    expect(await codes(onlyReviews.ask('POST', `/drafts/${post.draft}/remind`, { body: {} }))).toEqual([403, 'right-missing'])
    await pass(1.1)
    await team.writer.need('POST', `/drafts/${post.draft}/remind`, { body: {} })
    await team.reviewer.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: post.version })
    expect(await codes(team.writer.ask('POST', `/drafts/${post.draft}/remind`, { body: {} }))).toEqual([422, 'gate-closed'])
    expect(await found(team.writer)).toEqual({})
    await team.publisher.need('DELETE', `/events/${planned.body.event}`)
  })
  it('proposes the next moment at which a trouble is not met, and says what taking an entry out would mend', async () => {
    const { team } = here
    const parent = await sent(team, 'page', 'Comes later', [])
    const below = { kind: 'page', section: team.section, title: 'Lies below', parent: parent.item }
    const child = await team.writer.need<Draft>('POST', '/items', { body: below })
    await team.writer.need('POST', `/drafts/${child.draft}/send`, { body: {}, ifMatch: child.version })
    for (const { draft, version } of [parent, child])
      await team.reviewer.need('POST', `/drafts/${draft}/clear`, { body: { gate: 'review' }, ifMatch: version })
    await plan(team.publisher, parent.item, { kind: 'put-live', ...ahead(30) })
    const planned = await plan(team.publisher, child.item, { kind: 'put-live', ...ahead(6) })
    const trouble = async () => (await forecast()).come.find(({ title, code }) => title === 'Lies below' && code === 'parent-not-live')
    const { key, event } = (await trouble())!
    const free = (body: object, client = team.publisher) => client.need<{ at: string | null }>('POST', '/forecast/free-moment', { body })
    const { at } = await free({ trouble: key })
    const parentAt = new Date(now().getTime() + 29 * HOUR).toISOString()
    expect(at! > parentAt).toBe(true)
    expect(Date.parse(at!) - Date.parse(parentAt)).toBeLessThan(26 * HOUR)
    expect(await free({ trouble: 'not such a trouble' })).toEqual({ at: null })
    const { date, time } = wallTimeOf(at!, ZONE)
    await team.publisher.need('PATCH', `/events/${planned.body.event}`, { body: { date, time, choice: 'later' } })
    expect(await trouble()).toBeUndefined()
    // Taken out, it meets nothing; what lies in its way is not touched.
    await team.publisher.need('PATCH', `/events/${planned.body.event}`, { body: ahead(6) })
    const trial = await team.publisher.need<{ come: object[]; go: { code: string }[] }>('POST', '/forecast/trial', {
      body: { event, at: null },
    })
    expect([trial.come, trial.go.map(({ code }) => code)]).toEqual([[], ['parent-not-live']])
    expect(await codes((await colleague('reviewer')).client.ask('POST', '/forecast/free-moment', { body: { trouble: key } }))).toEqual([
      403,
      'right-missing',
    ])
  })
  it('shows nobody what they may not read', async () => {
    const { team } = here
    const reader = await colleague()
    expect((await reader.client.ask('GET', '/forecast')).status).toBe(403)
    const elsewhere = await team.founder.need('POST', '/items', { body: { kind: 'post', section: team.other, title: 'Other section' } })
    await plan(team.founder, elsewhere.item!, { kind: 'put-live', ...ahead(4) })
    expect((await forecast(team.founder)).come.map(({ title }) => title)).toContain('Other section')
  })
})

describe('the site of another moment', () => {
  const session = async (client: Client, path: string, headers: Record<string, string> = {}) => {
    const answer = await fetch(here.server.origin + path, { redirect: 'manual', headers: { cookie: client.session, ...headers } })
    return { status: answer.status, headers: answer.headers, text: await answer.text() }
  }
  it('is whole: its pages, listings, menus, search and feed stay in it, past and planned', async () => {
    const { team } = here
    const post = await writePost(team, 'Dialled', 'live')
    await pass(1)
    const past = now().toISOString()
    await pass(1)
    await putLive(await change(post.item, 'Dialled, newer words.'))
    const later = await change(post.item, 'Dialled, planned words.')
    const coming = await writePost(team, 'Dialled coming', 'cleared')
    await plan(team.publisher, post.item, { kind: 'put-live', draft: later.draft, ...ahead(5) })
    await plan(team.publisher, coming.item, { kind: 'put-live', ...ahead(5) })
    const future = new Date(now().getTime() + 6 * HOUR).toISOString()
    const at = (moment: string, path: string) => session(team.publisher, `/moment/${moment}${path}`)
    expect((await at(past, '/posts/dialled')).text).toContain('Dialled, first words.')
    expect((await read('/posts/dialled')).text).toContain('Dialled, newer words.')
    expect((await at(future, '/posts/dialled')).text).toContain('Dialled, planned words.')
    expect((await at(future, '/posts')).text).toContain(`href="/moment/${future}/posts/dialled-coming"`)
    expect((await at(past, '/posts')).text).not.toContain('dialled-coming')
    expect((await at(past, '/posts/dialled-coming')).status).toBe(404)
    expect((await at(future, '/feed.xml')).text).toContain('Dialled coming')
    expect((await at(past, '/search?q=newer')).text).not.toContain('dialled"')
    expect((await at(past, '/search?q=dialled+first')).text).toContain('/posts/dialled')
    const { headers } = await at(future, '/posts/dialled')
    expect([headers.get('cache-control'), headers.get('x-robots-tag')]).toEqual(['private, no-store', 'noindex, nofollow'])
    expect((await read(`/moment/${future}/posts/dialled`)).status).toBe(404)
    // Looking publishes nothing.
    expect((await read('/posts/dialled-coming')).status).toBe(404)
    const between = await team.publisher.need<{ differences: { title: string; change: string }[] }>(
      'GET',
      `/moments/differences?from=${past}&to=${future}`,
    )
    expect(between.differences.filter(({ title }) => title.startsWith('Dialled')).map(({ title, change: how }) => [title, how])).toEqual([
      ['Dialled', 'changed'],
      ['Dialled coming', 'added'],
    ])
  })
  it('speaks RFC 7089 of the past to those who may look', async () => {
    const { team } = here
    const post = await writePost(team, 'Remembered', 'live')
    await pass(2)
    const then = now()
    await pass(2)
    await putLive(await change(post.item, 'Remembered anew.'))
    const asked = { 'accept-datetime': then.toUTCString() }
    const gate = await session(team.publisher, '/posts/remembered', asked)
    expect([gate.status, gate.headers.get('vary')]).toEqual([302, 'accept-datetime'])
    expect(gate.headers.get('link')).toContain('rel="original timegate"')
    const memento = await session(team.publisher, gate.headers.get('location')!)
    expect(memento.text).toContain('Remembered, first words.')
    expect(Date.parse(memento.headers.get('memento-datetime')!)).toBeLessThanOrEqual(then.getTime())
    expect(memento.headers.get('link')).toContain('/timemap/posts/remembered>; rel="timemap"')
    const map = await session(team.publisher, '/timemap/posts/remembered')
    expect(map.headers.get('content-type')).toMatch(/^application\/link-format/)
    const mementos = [...map.text.matchAll(/<([^>]+)>; rel="([^"]*memento)"; datetime="([^"]+)"/g)]
    expect(mementos.map(([, , rel]) => rel)).toEqual(['first memento', 'last memento'])
    expect((await session(team.publisher, new URL(mementos[0]![1]!).pathname)).text).toContain('Remembered, first words.')
    // Before anything was there the first is given; a date that is none is said to be.
    const early = await session(team.publisher, '/posts/remembered', { 'accept-datetime': 'Thu, 01 Jan 2004 00:00:00 GMT' })
    expect((await session(team.publisher, early.headers.get('location')!)).text).toContain('Remembered, first words.')
    expect((await session(team.publisher, '/posts/remembered', { 'accept-datetime': 'yesterday' })).status).toBe(400)
    // Readers get the present, whatever they ask for.
    expect((await fetch(`${here.server.origin}/posts/remembered`, { headers: asked })).status).toBe(200)
    expect((await read('/timemap/posts/remembered')).status).toBe(404)
  })
  it('is shared by a link that ends, is marked, and shows nothing else', async () => {
    const { team } = here
    const draft = await writePost(team, 'For the board')
    const shared = await team.publisher.need<{ id: string; url: string }>('POST', '/share-links', {
      body: { sight: { shows: 'draft', draft: draft.draft }, until: ahead(3) },
    })
    const path = new URL(shared.url).pathname
    const seen = await read(`${path}posts/for-the-board`)
    expect([seen.status, seen.text.includes('For the board, first words.'), seen.text.includes('moment-mark')]).toEqual([200, true, true])
    expect(seen.text).toContain('noindex')
    expect((await read('/posts/for-the-board')).status).toBe(404)
    expect((await read('/shared/wrong/')).status).toBe(410)
    expect(
      await codes(
        team.writer.ask('POST', '/share-links', { body: { sight: { shows: 'moment', at: now().toISOString() }, until: ahead(3) } }),
      ),
    ).toEqual([403, 'right-missing'])
    // A writer shows others a draft that is theirs, and ends that link; a draft of someone else they do not.
    const theirs = await team.writer.need<{ id: string; url: string }>('POST', '/share-links', {
      body: { sight: { shows: 'draft', draft: draft.draft }, until: ahead(3) },
    })
    expect((await read(`${new URL(theirs.url).pathname}posts/for-the-board`)).status).toBe(200)
    await team.writer.need('DELETE', `/share-links/${theirs.id}`)
    expect((await read(new URL(theirs.url).pathname)).status).toBe(410)
    const another = await colleague('writer')
    expect(
      await codes(another.client.ask('POST', '/share-links', { body: { sight: { shows: 'draft', draft: draft.draft }, until: ahead(3) } })),
    ).toEqual([403, 'right-missing'])
    const { id } = (await team.publisher.need<{ id: string }[]>('GET', '/share-links'))[0]!
    expect(id).toBe(shared.id)
    const other = await team.publisher.need<{ id: string; url: string }>('POST', '/share-links', {
      body: { sight: { shows: 'moment', at: now().toISOString() }, until: ahead(30) },
    })
    await team.publisher.need('DELETE', `/share-links/${other.id}`)
    expect((await read(new URL(other.url).pathname)).status).toBe(410)
    await pass(4)
    expect((await read(path)).status).toBe(410)
  })
})

describe('the calendar', () => {
  it('holds what happened as well: what went live, left, and went back, by whom, and a window that is over', async () => {
    const { team } = here
    const from = now().toISOString()
    const happened = async (client: Client = team.publisher) =>
      (
        await client.need<{ title: string; what: string; person: string; state: string; at: string }[]>(
          'GET',
          `/calendar?${new URLSearchParams({ from, to: new Date(now().getTime() + HOUR).toISOString() })}`,
        )
      ).filter(({ title }) => title.startsWith('Told '))
    const post = await writePost(team, 'Told once', 'live')
    const { live } = await facts(post.item)
    await putLive(await change(post.item, 'Told otherwise'))
    const now2 = (await facts(post.item)).live!.version
    await team.publisher.need('POST', `/items/${post.item}/roll-back`, { body: { version: live!.version }, ifMatch: now2 })
    await team.publisher.need('POST', `/items/${post.item}/withdraw`, { body: { note: 'Sold out' }, ifMatch: live!.version })
    const [withdrawn] = (await team.steward.need<{ rows: { facts: string }[] }>('GET', `/journal?item=${post.item}&actions=item.withdrawn`))
      .rows
    expect(withdrawn!.facts).toBe('Sold out')
    const notice = await writePost(team, 'Told for a while', 'cleared')
    await plan(team.publisher, notice.item, { kind: 'window', draft: notice.draft, ...ahead(1), until: ahead(2) })
    await pass(1.5)
    await shows('/posts/told-for-a-while', 'Told for a while')
    // While a window is open it stands as a whole.
    expect((await happened()).filter(({ title }) => title === 'Told for a while').map(({ what, state }) => [what, state])).toEqual([
      ['window', 'open'],
    ])
    await pass(1)
    await until(async () => (await read('/posts/told-for-a-while')).status !== 200, 'the window to end')
    const rows = await happened()
    expect(rows.map(({ title, what }) => [title, what])).toEqual([
      ['Told once', 'went-live'],
      ['Told once', 'went-live'],
      ['Told once', 'rolled-back'],
      ['Told once', 'left'],
      ['Told for a while', 'went-live'],
      ['Told for a while', 'left'],
    ])
    expect(new Set(rows.map(({ state }) => state))).toEqual(new Set(['done']))
    expect(rows[0]!.person).not.toBe('')
  })
  it('is read by an independent parser under a private address that can be ended', async () => {
    const { team } = here
    const post = await writePost(team, 'In the feed', 'cleared')
    const planned = await plan(team.publisher, post.item, { kind: 'put-live', ...ahead(6) })
    const weekly = await writePost(team, 'Each evening', 'cleared')
    await plan(team.publisher, weekly.item, { kind: 'window', ...ahead(3), until: ahead(5), rule: 'FREQ=DAILY;COUNT=3' })
    const { url } = await team.publisher.need<{ url: string }>('POST', '/me/calendar-feed')
    const path = new URL(url).pathname
    const answer = await fetch(here.server.origin + path)
    expect(answer.headers.get('content-type')).toMatch(/^text\/calendar/)
    const text = await answer.text()
    const component = new ICAL.Component(ICAL.parse(text) as unknown[])
    const events = component.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
    const mine = events.find(({ summary }) => summary === 'In the feed: goes live')!
    expect(mine.startDate.toJSDate().toISOString()).toBe(planned.body.at)
    expect(events.filter(({ summary }) => summary === 'Each evening: shows')).toHaveLength(3)
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length)
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
    // Another address ends this one, and so does whoever ends it.
    const next = await team.publisher.need<{ url: string }>('POST', '/me/calendar-feed')
    expect((await fetch(here.server.origin + path)).status).toBe(404)
    await team.publisher.need('DELETE', '/me/calendar-feed')
    expect((await fetch(here.server.origin + new URL(next.url).pathname)).status).toBe(404)
  })
  it('has each thing on its day, with what is to be looked at again and when an embargo ends', async () => {
    const { team } = here
    const post = await writePost(team, 'Seen on the calendar', 'cleared')
    const day = ahead(72).date
    await team.writer.need('PATCH', `/items/${post.item}/office`, { body: { reviewBy: day } })
    await team.publisher.need('PUT', `/items/${post.item}/embargo`, { body: { until: { date: day, time: '12:00' } } })
    const to = new Date(now().getTime() + 100 * HOUR).toISOString()
    const all = await team.publisher.need<{ title: string; what: string; at: string }[]>(
      'GET',
      `/calendar?from=${now().toISOString()}&to=${to}`,
    )
    expect(all.filter(({ title }) => title === 'Seen on the calendar').map(({ what }) => what)).toEqual(['review-by', 'embargo'])
    expect(all.map(({ at }) => at)).toEqual(all.map(({ at }) => at).sort())
  })
})

describe('news of time', () => {
  it('tells the owner of an event that is held', async () => {
    const { team } = here
    const post = await sent(team, 'post', 'Held and told')
    await plan(team.publisher, post.item, { kind: 'put-live', ...ahead(1) })
    await pass(2)
    expect((await toldOf(team.publisher, 'Held and told', 'held')).words).toContain('Held and told')
  })
})
