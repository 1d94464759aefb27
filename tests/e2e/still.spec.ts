import { expect, test, type Page } from '@playwright/test'
import { SLOWER, stepIn } from './office'

test.describe.configure({ timeout: 240_000 * SLOWER })

const WINDOWS = [
  [1280, 800],
  [1024, 768],
  [900, 700],
  [640, 400],
  [390, 844],
] as const

/** How far the document itself has been scrolled, or could be; a place scrolls within itself. */
const documentOver = (page: Page) =>
  page.evaluate(() => {
    const { scrollTop, scrollHeight, clientHeight } = document.scrollingElement!
    return { scrolled: scrollTop, over: scrollHeight - clientHeight }
  })

test('no place of the office scrolls as a document, by Tab or wheel, and all places are in reach, in windows large and small', async ({
  browser,
}) => {
  const page = await stepIn(browser, 'Idris Calloway', { reducedMotion: 'reduce' })
  const find = async (q: string) => {
    const { items } = (await (await page.request.get(`/api/v1/items?q=${encodeURIComponent(q)}&limit=1`)).json()) as {
      items: { id: string }[]
    }
    return `/office/items/${items[0]!.id}`
  }
  const [live, draft] = [await find('kind:page site:live'), await find('kind:post draft:draft')]
  const [edition] = (await (await page.request.get('/api/v1/editions')).json()) as { id: string }[]
  for (const path of [
    '/office',
    '/office/content',
    '/office/calendar',
    '/office/site',
    '/office/banners',
    '/office/checks',
    '/office/checks?view=journal',
    '/office/people?view=routes',
    '/office/people?view=rights',
    '/office/me',
    '/office/labels',
    '/office/bin',
    '/office/replace',
    '/office/moment',
    draft,
    `${live}?view=history`,
    `${live}?view=compare`,
    `/office/editions/${edition!.id}`,
  ]) {
    await page.goto(path)
    await expect(page.getByRole('main')).not.toBeEmpty()
    for (const [width, height] of WINDOWS) {
      await page.setViewportSize({ width, height })
      for (let tab = 0; tab < 25; tab++) await page.keyboard.press('Tab')
      await page.mouse.move(width / 2, height / 2)
      await page.mouse.wheel(0, 3_000)
      const places = page.getByRole('navigation', { name: 'Places' })
      expect.soft(await places.evaluate((nav) => nav.scrollWidth - nav.clientWidth), `places at ${width}`).toBeLessThanOrEqual(0)
      expect.soft(await documentOver(page), `${path} at ${width} × ${height}`).toEqual({ scrolled: 0, over: 0 })
    }
  }
  await page.context().close()
})
