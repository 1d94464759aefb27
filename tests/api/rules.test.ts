import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Client, Team, TestServer } from '../support/server'
import { colleagueOf, foundTeam, HOUR, startServer, until, wallIn, writePost } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Problem {
  type: string
  title: string
  status: number
  reasons: { code: string; at?: string }[]
  conflicts?: { block: string; theirs: unknown; mine: unknown }[]
}
const codes = (body: Problem) => body.reasons.map((reason) => reason.code)
const page = (id: string) =>
  team.writer.need<{
    live: { version: string; path: string } | null
    onSite: string
    draft: {
      head: string
      review: string
      event: { state: string; reasons: { code: string }[] } | null
      inTheWay: { code: string }[]
    } | null
  }>('GET', `/items/${id}`)
const read = (path: string) => fetch(server.origin + path, { redirect: 'manual' })
const edit = (client: Client, draft: string, base: string, text: string, block = 'first') =>
  client.ask<Problem & { version: string; merged: boolean }>('POST', `/drafts/${draft}/edits`, {
    body: { base, edits: [{ op: 'replace', block: { id: block, kind: 'paragraph', text: [{ text }] } }] },
  })

describe('what was not cleared never goes live', () => {
  it('not by putting live, and nothing is written', async () => {
    for (const upTo of ['draft', 'in_review'] as const) {
      const post = await writePost(team, `Uncleared ${upTo}`, upTo)
      const answer = await team.publisher.ask<Problem>('POST', `/drafts/${post.draft}/put-live`, { body: {}, ifMatch: post.version })
      expect([answer.status, codes(answer.body)]).toEqual([422, ['not-cleared']])
      expect((await page(post.item)).onSite).toBe('none')
    }
  })
  it('not after an edit: the clearance does not follow', async () => {
    const post = await writePost(team, 'Edited after', 'cleared')
    const saved = await edit(team.writer, post.draft, post.version, 'Something else')
    expect((await page(post.item)).draft?.review).toBe('draft')
    const answer = await team.publisher.ask<Problem>('POST', `/drafts/${post.draft}/put-live`, { body: {}, ifMatch: saved.body.version })
    expect(codes(answer.body)).toEqual(['not-cleared'])
    expect(
      (await team.reviewer.ask('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.body.version })).status,
    ).toBe(422)
  })
  it('not by restoring an older text into a cleared draft', async () => {
    const post = await writePost(team, 'Restored')
    const saved = (await edit(team.writer, post.draft, post.version, 'Second')).body
    await team.writer.need('POST', `/drafts/${post.draft}/send`, { body: {}, ifMatch: saved.version })
    await team.reviewer.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version })
    const restored = await team.writer.need('POST', `/drafts/${post.draft}/restore`, {
      body: { version: post.version },
      ifMatch: saved.version,
    })
    expect(
      codes((await team.publisher.ask<Problem>('POST', `/drafts/${post.draft}/put-live`, { body: {}, ifMatch: restored.version })).body),
    ).toEqual(['not-cleared'])
  })
  it('not by rolling back to a version that was never live', async () => {
    const post = await writePost(team, 'Never live', 'live')
    const change = await team.writer.need('POST', `/items/${post.item}/drafts`, { body: {} })
    const saved = (await edit(team.writer, change.draft!, change.head!, 'Unseen')).body
    expect(
      codes(
        (
          await team.publisher.ask<Problem>('POST', `/items/${post.item}/roll-back`, {
            body: { version: saved.version },
            ifMatch: post.version,
          })
        ).body,
      ),
    ).toEqual(['never-live'])
  })
  it('not at its planned time: it is held, with the reason, and told on Today', async () => {
    const post = await writePost(team, 'Planned uncleared', 'in_review')
    await team.publisher.need('POST', `/items/${post.item}/events`, { body: { kind: 'put-live', ...wallIn(2) } })
    server.moveClock(2.1 * HOUR)
    const now = await until(async () => {
      const at = await page(post.item)
      return at.draft?.event?.state === 'held' && at
    }, 'the event to be held')
    expect(now.draft!.event!.reasons.map((reason) => reason.code)).toEqual(['not-cleared'])
    expect((await team.publisher.need<{ held: { item: string }[] }>('GET', '/today')).held.map((line) => line.item)).toContain(post.item)
    server.moveClock(0)
  })
  it('but by the exception: a right of its own, a reason, the journal, and a look afterwards that is not one’s own', async () => {
    const post = await writePost(team, 'Storm')
    const put = (client: Client, exception: string) =>
      client.ask<Problem>('POST', `/drafts/${post.draft}/put-live`, { body: { exception }, ifMatch: post.version })
    expect((await put(team['section-editor'], 'Storm')).status).toBe(403)
    expect(codes((await put(team.publisher, ' ')).body)).toEqual(['reason-missing'])
    expect((await put(team.publisher, 'Storm at the skerry')).status).toBe(200)
    const journal = await team.steward.need<{ rows: { action: string; data: { cause: string; reason: string } }[] }>(
      'GET',
      `/journal?item=${post.item}`,
    )
    expect(journal.rows.find((row) => row.action === 'item.put-live')?.data).toMatchObject({
      cause: 'exception',
      reason: 'Storm at the skerry',
    })
    const waiting = (await team.reviewer.need<{ exceptions: { exception: string; item: string }[] }>('GET', '/today')).exceptions.find(
      (line) => line.item === post.item,
    )!
    expect((await team.founder.ask('POST', `/exceptions/${waiting.exception}/look`, { body: { verdict: 'fine' } })).status).toBe(200)
    expect((await team.reviewer.ask('POST', `/exceptions/${waiting.exception}/look`, { body: { verdict: 'fine' } })).status).toBe(409)
  })
})

describe('going live needs what readers need', () => {
  it('refuses without address, at a taken address, and below what is not live, naming the field', async () => {
    const taken = await writePost(team, 'Taken', 'live')
    expect((await page(taken.item)).live?.path).toBe('/posts/taken')
    const post = await writePost(team, 'Another')
    const field = async (name: string, value: unknown, base: string) =>
      (await team.writer.need('POST', `/drafts/${post.draft}/edits`, { body: { base, edits: [{ op: 'field', name, value }] } })).version!
    const clear = async (head: string) => {
      await team.writer.need('POST', `/drafts/${post.draft}/send`, { body: {}, ifMatch: head })
      await team.reviewer.need('POST', `/drafts/${post.draft}/clear`, { body: { gate: 'review' }, ifMatch: head })
      return (await team.publisher.ask<Problem>('POST', `/drafts/${post.draft}/put-live`, { body: {}, ifMatch: head })).body
    }
    let head = await field('segment', '', post.version)
    expect((await clear(head)).reasons).toMatchObject([{ code: 'segment-missing', at: 'segment' }])
    head = await field('segment', 'taken', head)
    expect((await clear(head)).reasons).toMatchObject([{ code: 'segment-taken', at: 'segment' }])
    head = await field('title', '', head)
    expect(codes(await clear(head))).toContain('title-missing')
    const parent = await team.writer.need('POST', '/items', { body: { kind: 'page', section: team.section, title: 'Parent' } })
    const child = await team.writer.need('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Child', parent: parent.item },
    })
    await team.writer.need('POST', `/drafts/${child.draft}/send`, { body: {}, ifMatch: child.version! })
    await team.reviewer.need('POST', `/drafts/${child.draft}/clear`, { body: { gate: 'review' }, ifMatch: child.version! })
    expect(
      codes((await team.publisher.ask<Problem>('POST', `/drafts/${child.draft}/put-live`, { body: {}, ifMatch: child.version! })).body),
    ).toEqual(['parent-not-live'])
  })
  it('asks about a shown date older than a month, and dating it today needs no new clearance', async () => {
    const made = await team.writer.need('POST', '/items', {
      body: { kind: 'post', section: team.section, title: 'Old date', content: { fields: { shownDate: '2020-01-01' } } },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version! })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version! })
    expect(
      codes((await team.publisher.ask<Problem>('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version! })).body),
    ).toEqual(['shown-date-old'])
    const dated = await team.publisher.need('POST', `/drafts/${made.draft}/edits`, {
      body: { base: made.version!, edits: [{ op: 'field', name: 'shownDate', value: new Date().toISOString().slice(0, 10) }] },
    })
    expect(dated.review).toBe('cleared')
    expect((await team.publisher.ask('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: dated.version! })).status).toBe(200)
  })
  it('holds a draft that was written on another live version, unless exactly that one is accepted', async () => {
    const post = await writePost(team, 'Behind', 'live')
    const change = async (text: string) => {
      const opened = await team.writer.need('POST', `/items/${post.item}/drafts`, { body: {} })
      const saved = (await edit(team.writer, opened.draft!, opened.head!, text)).body
      await team.writer.need('POST', `/drafts/${opened.draft}/send`, { body: {}, ifMatch: saved.version })
      await team.reviewer.need('POST', `/drafts/${opened.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version })
      return { draft: opened.draft!, head: saved.version }
    }
    const second = await change('Second')
    await team.publisher.need('POST', `/drafts/${second.draft}/put-live`, { body: {}, ifMatch: second.head })
    const third = await change('Third')
    await team.publisher.need('POST', `/items/${post.item}/roll-back`, { body: { version: post.version }, ifMatch: second.head })
    const put = (body: object) => team.publisher.ask<Problem>('POST', `/drafts/${third.draft}/put-live`, { body, ifMatch: third.head })
    expect(codes((await put({})).body)).toEqual(['behind'])
    expect(codes((await put({ replacing: second.head })).body)).toEqual(['behind'])
    expect((await put({ replacing: post.version })).status).toBe(200)
  })
})

describe('two people at once', () => {
  it('merge in different blocks; the same block is asked about with both texts, and nothing is lost', async () => {
    const post = await writePost(team, 'Together')
    const two = (
      await team.writer.need('POST', `/drafts/${post.draft}/edits`, {
        body: {
          base: post.version,
          edits: [{ op: 'insert', after: 'first', block: { id: 'second', kind: 'paragraph', text: [{ text: 'Two' }] } }],
        },
      })
    ).version!
    const mine = await edit(team.writer, post.draft, two, 'Mine', 'first')
    const theirs = await edit(team['site-keeper'], post.draft, two, 'Theirs', 'second')
    expect([mine.status, theirs.status, theirs.body.merged]).toEqual([200, 200, true])
    const clash = await edit(team.publisher, post.draft, two, 'Clash', 'first')
    expect([clash.status, clash.body.type]).toEqual([409, 'urn:yieldgate:problem:changed-meanwhile'])
    expect(clash.body.conflicts).toMatchObject([
      { block: 'first', theirs: { text: [{ text: 'Mine' }] }, mine: { block: { text: [{ text: 'Clash' }] } } },
    ])
    const { content } = await team.writer.need<{ content: { body: { text: { text: string }[] }[] } }>(
      'GET',
      `/versions/${theirs.body.version}`,
    )
    expect(content.body.map((block) => block.text[0]!.text)).toEqual(['Mine', 'Theirs'])
  })
  it('fifty saves at once into one draft are all in the history', async () => {
    const post = await writePost(team, 'Crowd')
    const answers = await Promise.all(
      Array.from({ length: 50 }, (_, index) =>
        team.writer.ask<{ version: string }>('POST', `/drafts/${post.draft}/edits`, {
          body: {
            base: post.version,
            edits: [{ op: 'insert', after: null, block: { id: `blok${index}`, kind: 'paragraph', text: [{ text: `Number ${index}` }] } }],
          },
        }),
      ),
    )
    expect(answers.map((answer) => answer.status)).toEqual(Array(50).fill(200))
    const { versions } = await team.writer.need<{ versions: { id: string }[] }>('GET', `/items/${post.item}/versions?limit=200`)
    expect(versions).toHaveLength(51)
    expect((await page(post.item)).draft).toMatchObject({ head: versions[0]!.id })
  })
})

describe('bad input', () => {
  it.each<[string, () => Promise<{ status: number; body: Problem }>, number, string]>([
    [
      'unknown fields',
      () => team.writer.ask('POST', '/items', { body: { kind: 'post', section: team.section, title: 'x', colour: 'red' } }),
      400,
      'bad-input',
    ],
    ['wrong types', () => team.writer.ask('POST', '/items', { body: { kind: 'post', section: team.section, title: 7 } }), 400, 'bad-input'],
    [
      'an unknown kind',
      () => team.writer.ask('POST', '/items', { body: { kind: 'settings', section: team.section, title: 'x' } }),
      400,
      'bad-input',
    ],
    ['a query that is not known', () => team.writer.ask('GET', '/items?colour=red'), 400, 'bad-input'],
    ['a cursor that is not ours', () => team.writer.ask('GET', '/items?cursor=x'), 400, 'bad-input'],
    [
      'broken JSON',
      () => team.writer.ask('POST', '/items', { raw: '{', headers: { 'content-type': 'application/json' } }),
      400,
      'bad-input',
    ],
    ['a body where none belongs', () => team.writer.ask('POST', '/items/none/bin', { body: { x: 1 } }), 400, 'bad-input'],
    [
      'another content type',
      () => team.writer.ask('POST', '/items', { raw: 'a=b', headers: { 'content-type': 'text/plain' } }),
      415,
      'wrong-type',
    ],
    [
      'an oversize body (2 MB)',
      () => team.writer.ask('POST', '/items', { body: { kind: 'post', section: team.section, title: 'x'.repeat(2_200_000) } }),
      413,
      'too-large',
    ],
    ['an unknown id', () => team.writer.ask('GET', '/items/019747f9-c747-77a1-8c13-29af2d341d19'), 404, 'unknown'],
    ['an unknown route', () => team.writer.ask('GET', '/nothing'), 404, 'unknown'],
    [
      'an unknown section',
      () => team.writer.ask('POST', '/items', { body: { kind: 'post', section: 'nowhere', title: 'x' } }),
      404,
      'unknown',
    ],
    [
      'a foreign origin',
      () => team.writer.ask('POST', '/items', { body: {}, headers: { origin: 'https://evil.example' } }),
      403,
      'not-allowed',
    ],
    [
      'a cross-site write without an origin',
      () => team.writer.ask('POST', '/items', { body: {}, headers: { 'sec-fetch-site': 'cross-site' } }),
      403,
      'not-allowed',
    ],
  ])('%s', async (_, ask, status, kind) => {
    const answer = await ask()
    expect([answer.status, answer.body.type, answer.body.status]).toEqual([status, `urn:yieldgate:problem:${kind}`, status])
    expect(answer.body.reasons.length).toBeGreaterThan(0)
  })
  it('RFC 6585 §3 and RFC 9110 §13.1.1: commands need If-Match, and a stale one changes nothing', async () => {
    const post = await writePost(team, 'Guarded')
    await edit(team.writer, post.draft, post.version, 'Newer')
    for (const command of ['send', 'pull-out', 'discard', 'put-live', 'clear', 'return', 'restore']) {
      const body = {
        clear: { gate: 'review' },
        return: { gate: 'review', notes: [{ text: 'x' }] },
        restore: { version: post.version },
        'put-live': {},
        send: {},
      }[command]
      const ask = (ifMatch?: string) =>
        team.founder.ask<Problem>('POST', `/drafts/${post.draft}/${command}`, { ...(body ? { body } : {}), ifMatch })
      expect([command, (await ask()).status]).toEqual([command, 428])
      expect([command, (await ask(post.version)).status]).toEqual([command, 412])
    }
    expect((await page(post.item)).draft?.review).toBe('draft')
  })
  it('does a command once for one Idempotency-Key, and refuses the key for another', async () => {
    const start = (title: string, key: string) =>
      team.writer.ask<{ item: string }>('POST', '/items', {
        body: { kind: 'post', section: team.section, title },
        headers: { 'idempotency-key': key },
      })
    const [first, again, once] = await Promise.all([start('Once', 'k1'), start('Once', 'k1'), start('Once', 'k1')])
    expect(new Set([first, again, once].map((answer) => answer.body.item)).size).toBe(1)
    expect((await start('Other', 'k1')).status).toBe(422)
    expect((await start('Once', 'k2')).body.item).not.toBe(first.body.item)
  })
  it('refuses source blocks from those without that right, and cleans them for the others', async () => {
    const post = await writePost(team, 'Source')
    const source = (client: Client) =>
      client.ask<{ version: string }>('POST', `/drafts/${post.draft}/edits`, {
        body: {
          base: post.version,
          edits: [
            { op: 'insert', after: null, block: { id: 'source', kind: 'source', html: '<p onclick="x()">Hi</p><script>x</script>' } },
          ],
        },
      })
    expect((await source(team.writer)).status).toBe(403)
    const saved = await source(team['site-keeper'])
    expect(JSON.stringify((await team.writer.ask('GET', `/versions/${saved.body.version}`)).body)).toContain('"html":"<p>Hi</p>"')
  })
})

describe('times', () => {
  it('asks about the hour that comes twice, refuses the one that does not come, and past ones', async () => {
    const post = await writePost(team, 'Clock change', 'cleared')
    const plan = (date: string, time: string, choice?: string) =>
      team.publisher.ask<Problem & { at: string; choices: object; instead: string[]; event: string }>(
        'POST',
        `/items/${post.item}/events`,
        { body: { kind: 'put-live', date, time, ...(choice ? { choice } : {}) } },
      )
    const gap = await plan('2035-03-25', '02:30')
    expect([codes(gap.body), gap.body.instead]).toEqual([['time-skipped'], ['2035-03-25T00:30:00.000Z', '2035-03-25T01:30:00.000Z']])
    const twice = await plan('2035-10-28', '02:30')
    expect([codes(twice.body), twice.body.choices]).toEqual([
      ['time-twice'],
      { earlier: '2035-10-28T00:30:00.000Z', later: '2035-10-28T01:30:00.000Z' },
    ])
    expect(codes((await plan('2020-01-01', '04:00')).body)).toEqual(['time-past'])
    const planned = await plan('2035-10-28', '02:30', 'later')
    expect(planned.body.at).toBe('2035-10-28T01:30:00.000Z')
    expect(codes((await plan('2035-10-29', '04:00')).body)).toEqual(['planned-before'])
    expect((await team.publisher.need('PATCH', `/events/${planned.body.event}`, { body: { date: '2035-01-01', time: '04:00' } })).at).toBe(
      '2035-01-01T03:00:00.000Z',
    )
    expect((await team.publisher.ask('DELETE', `/events/${planned.body.event}`)).status).toBe(204)
    expect((await team.publisher.ask('DELETE', `/events/${planned.body.event}`)).status).toBe(409)
  })
  it('holds an event whose owner has lost the right', async () => {
    const { id: person, client: publisher } = await colleagueOf(team.founder, {
      name: 'Short Time',
      email: 'short@larkholm.example',
      roles: [{ role: 'publisher', section: null }],
    })
    const post = await writePost(team, 'Owner gone', 'cleared')
    await publisher.need('POST', `/items/${post.item}/events`, { body: { kind: 'put-live', ...wallIn(2) } })
    await team.founder.need('PUT', `/people/${person}/roles`, { body: { roles: [{ role: 'writer', section: null }] } })
    server.moveClock(2.1 * HOUR)
    const now = await until(async () => {
      const at = await page(post.item)
      return at.draft?.event?.state === 'held' && at
    }, 'the event to be held')
    expect(now.draft!.event!.reasons.map((reason) => reason.code)).toEqual(['owner-right-missing'])
    server.moveClock(0)
  })
})

describe('withdrawing and coming back', () => {
  it('answers 410, then 200; a page with live pages below it stays', async () => {
    const post = await writePost(team, 'Comes and goes', 'live')
    expect((await read('/posts/comes-and-goes')).status).toBe(200)
    await team.publisher.need('POST', `/items/${post.item}/withdraw`, { ifMatch: post.version })
    expect((await read('/posts/comes-and-goes')).status).toBe(410)
    await team.publisher.need('POST', `/items/${post.item}/roll-back`, { body: { version: post.version }, ifMatch: 'none' })
    expect((await read('/posts/comes-and-goes')).status).toBe(200)
    const above = await writePost(team, 'Above', 'live', 'page')
    const below = await team.writer.need('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Below', parent: above.item },
    })
    await team.writer.need('POST', `/drafts/${below.draft}/send`, { body: {}, ifMatch: below.version! })
    await team.reviewer.need('POST', `/drafts/${below.draft}/clear`, { body: { gate: 'review' }, ifMatch: below.version! })
    await team.publisher.need('POST', `/drafts/${below.draft}/put-live`, { body: {}, ifMatch: below.version! })
    expect(codes((await team.publisher.ask<Problem>('POST', `/items/${above.item}/withdraw`, { ifMatch: above.version })).body)).toEqual([
      'children-live',
    ])
    // A changed address moves the pages below with it; the old ones lead on.
    const change = await team.writer.need('POST', `/items/${above.item}/drafts`, { body: {} })
    const saved = await team.writer.need('POST', `/drafts/${change.draft}/edits`, {
      body: { base: change.head!, edits: [{ op: 'field', name: 'segment', value: 'moved' }] },
    })
    await team.writer.need('POST', `/drafts/${change.draft}/send`, { body: {}, ifMatch: saved.version! })
    await team.reviewer.need('POST', `/drafts/${change.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version! })
    await team.publisher.need('POST', `/drafts/${change.draft}/put-live`, { body: {}, ifMatch: saved.version! })
    expect([(await read('/above/below')).status, (await read('/above/below')).headers.get('location')]).toEqual([301, '/moved/below'])
    expect([(await read('/above')).headers.get('location'), (await read('/moved/below')).status]).toEqual(['/moved', 200])
  })
  it('two items may swap their addresses, one after the other', async () => {
    const [a, b] = [await writePost(team, 'Swap a', 'live'), await writePost(team, 'Swap b', 'live')]
    const readdress = async (post: typeof a, segment: string) => {
      const change = await team.writer.need('POST', `/items/${post.item}/drafts`, { body: {} })
      const saved = await team.writer.need('POST', `/drafts/${change.draft}/edits`, {
        body: { base: change.head!, edits: [{ op: 'field', name: 'segment', value: segment }] },
      })
      await team.writer.need('POST', `/drafts/${change.draft}/send`, { body: {}, ifMatch: saved.version! })
      await team.reviewer.need('POST', `/drafts/${change.draft}/clear`, { body: { gate: 'review' }, ifMatch: saved.version! })
      return team.publisher.ask('POST', `/drafts/${change.draft}/put-live`, { body: {}, ifMatch: saved.version! })
    }
    expect((await readdress(a, 'swap-b')).status).toBe(422)
    expect((await readdress(b, 'swap-c')).status).toBe(200)
    const again = await page(a.item)
    expect(
      (
        await team.publisher.ask('POST', `/drafts/${(again.draft as unknown as { id: string }).id}/put-live`, {
          body: {},
          ifMatch: again.draft!.head,
        })
      ).status,
    ).toBe(200)
    expect(await (await read('/posts/swap-b')).text()).toContain('Swap a, first words')
  })
})

describe('moving between sections', () => {
  it('needs the right, and for a live page that of putting live', async () => {
    const post = await writePost(team, 'Moves')
    expect((await team['section-editor'].ask('POST', `/items/${post.item}/move`, { body: { section: team.other } })).status).toBe(204)
    const list = await team.writer.need<{ items: { id: string }[] }>('GET', `/items?section=${team.other}`)
    expect(list.items.map((item) => item.id)).toContain(post.item)
    const live = await writePost(team, 'Stays put', 'live')
    expect(
      codes((await team['section-editor'].ask<Problem>('POST', `/items/${live.item}/move`, { body: { section: team.other } })).body),
    ).toEqual(['right-missing'])
  })
  it('sections nest and rename, never below themselves', async () => {
    const { section } = await team['site-keeper'].need('POST', '/sections', { body: { name: 'Ports & vessels', parent: team.other } })
    const change = (body: object, id = section) => team['site-keeper'].ask<Problem>('PATCH', `/sections/${id}`, { body })
    expect((await change({ name: 'Ports' })).status).toBe(200)
    expect(codes((await change({ parent: section }, team.other)).body)).toEqual(['section-loop'])
    const tree = await team.writer.need<{ id: string; name: string; segment: string; parent: string }[]>('GET', '/sections')
    expect(tree.find((entry) => entry.id === section)).toMatchObject({ name: 'Ports', segment: 'ports-and-vessels', parent: team.other })
  })
})

describe('the bin', () => {
  it('takes what is not live, keeps it out of lists, and gives it back as it was', async () => {
    const post = await writePost(team, 'Binned', 'in_review')
    expect((await team['section-editor'].ask('POST', `/items/${post.item}/bin`)).status).toBe(204)
    const titles = async (query: string) =>
      (await team.writer.need<{ items: { title: string }[] }>('GET', `/items?text=Binned${query}`)).items.map((item) => item.title)
    expect([await titles(''), await titles('&state=binned')]).toEqual([[], ['Binned']])
    expect((await edit(team.writer, post.draft, post.version, 'In the bin')).status).toBe(409)
    expect((await team['section-editor'].ask('POST', `/items/${post.item}/unbin`)).status).toBe(204)
    expect((await page(post.item)).draft?.review).toBe('in_review')
  })
})

describe('lists', () => {
  it('page by cursor without repeats or gaps, and count truly', async () => {
    for (let index = 0; index < 7; index++) await writePost(team, `Paged ${index}`)
    const seen: string[] = []
    let cursor: string | null = ''
    while (cursor !== null) {
      const list: { items: { title: string }[]; next: string | null; total: number } = await team.writer.need(
        'GET',
        `/items?text=paged&limit=3${cursor ? `&cursor=${cursor}` : ''}`,
      )
      expect(list.total).toBe(7)
      seen.push(...list.items.map((item) => item.title))
      cursor = list.next
    }
    expect(seen.sort()).toEqual(Array.from({ length: 7 }, (_, index) => `Paged ${index}`))
  })
  it('filter by both facts', async () => {
    const live = await writePost(team, 'Both facts', 'live')
    await team.writer.need('POST', `/items/${live.item}/drafts`, { body: {} })
    for (const state of ['live', 'draft']) {
      const list = await team.writer.need<{ items: { id: string }[] }>('GET', `/items?text=both&state=${state}`)
      expect([state, list.items.map((item) => item.id)]).toEqual([state, [live.item]])
    }
  })
})

describe('the journal and the description', () => {
  it('verifies after all of this', async () => {
    expect(await team.steward.need('GET', '/journal/check')).toMatchObject({ intact: true })
    const { readFileSync } = await import('node:fs')
    expect(readFileSync(`${server.folder}/journal-heads.log`, 'utf8')).toMatch(/^\S+ \d+ [0-9a-f]{64}\n/)
  })
  it('OpenAPI 3.1 describes every route that answers, and no other', async () => {
    const { endpoints } = await import('../../server/endpoints')
    const description = await (await fetch(`${server.origin}/api/v1/openapi.json`)).json()
    expect(description.openapi).toBe('3.1.0')
    const described = Object.entries(description.paths).flatMap(([path, methods]) =>
      Object.keys(methods as object).map((method) => `${method.toUpperCase()} ${path}`),
    )
    expect(described.sort()).toEqual(endpoints.map((endpoint) => `${endpoint.method} ${endpoint.path.replace(/:(\w+)/g, '{$1}')}`).sort())
    for (const endpoint of described) {
      const [method, path] = endpoint.split(' ') as [string, string]
      const answer = await fetch(`${server.origin}/api/v1${path.replace(/\{\w+\}/g, 'none')}`, { method })
      expect([endpoint, ((await answer.json().catch(() => ({}))) as { reasons?: { code: string }[] }).reasons?.[0]?.code]).not.toEqual([
        endpoint,
        'route-unknown',
      ])
    }
  })
})
