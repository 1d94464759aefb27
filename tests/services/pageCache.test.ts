import { afterAll, beforeAll, expect, it } from 'vitest'
import { createItem } from '../../server/services/writing/items'
import { putLiveNow } from '../../server/services/publishing/publishing'
import { LiveSite } from '../../server/site/answer'
import { foundOffice, type FoundedOffice } from '../support/office'

/* What strangers can fill the page cache with. */
const ORIGIN = 'https://larkholm.example'
let here: FoundedOffice
let live: LiveSite
beforeAll(async () => {
  here = await foundOffice(() => new Date('2026-11-25T10:00:00Z'))
  live = new LiveSite(here.office)
  for (let n = 0; n < 25; n++) {
    const made = await createItem(here.office, here.founder, {
      kind: 'post',
      section: here.section,
      title: `Post ${n}`,
      content: { body: [] },
    })
    await putLiveNow(here.office, here.founder, made.draft, { head: made.version, exception: 'A first text' })
  }
  await here.office.settle()
})
afterAll(() => here.end())
const ask = async (target: string) => (await live.answer(ORIGIN, target))!

it('keeps a page once, however a link spells which it is, and whatever else it carries', async () => {
  const first = await ask('/posts')
  const second = await ask('/posts?page=2')
  expect(second.body.equals(first.body)).toBe(false)
  const item = await ask('/posts/post-3')
  const map = await ask('/sitemap.xml')
  const size = live.cache.size
  for (let n = 0; n < 300; n++) {
    for (const page of [`page=x${n}`, `page=-${n}`, `page=0.${n}`, `utm=${n}`, `part=${n}&page=1`])
      expect((await ask(`/posts?${page}`)).body.equals(first.body)).toBe(true)
    for (const page of [`page=2.${n}`, `page=2&part=${n}`, `part=${n}&page=+2`])
      expect((await ask(`/posts?${page}`)).body.equals(second.body)).toBe(true)
    expect((await ask(`/posts/post-3?page=${n}&part=${n}`)).body.equals(item.body)).toBe(true)
    expect((await ask(`/sitemap.xml?page=${n}`)).body.equals(map.body)).toBe(true)
    expect((await ask(`/posts?page=${n + 3}`)).status).toBe(404)
    expect((await ask(`/sitemap.xml?part=${n + 2}`)).status).toBe(404)
  }
  expect(live.cache.size).toBe(size)
})
it('answers the same whichever of its pages was asked for first', async () => {
  const other = new LiveSite(here.office)
  const second = (await other.answer(ORIGIN, '/posts?part=7&page=2'))!
  expect(second.body.equals((await ask('/posts?page=2')).body)).toBe(true)
  expect((await other.answer(ORIGIN, '/posts?part=7'))!.body.equals((await ask('/posts')).body)).toBe(true)
  expect(other.cache.size).toBe(2)
})
