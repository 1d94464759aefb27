import { expect, test, type Locator, type Page } from '@playwright/test'
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
    '/office/addresses',
    '/office/checks',
    '/office/checks?view=journal',
    '/office/people?view=routes',
    '/office/routes/reviewed',
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

/** How far something sticks out of the window, on each side. */
const outside = (what: Locator) =>
  what.evaluate((element) => {
    const { top, left, right, bottom } = element.getBoundingClientRect()
    return {
      top: Math.min(0, top),
      left: Math.min(0, left),
      right: Math.max(0, right - innerWidth),
      bottom: Math.max(0, bottom - innerHeight),
    }
  })
const INSIDE = { top: 0, left: 0, right: 0, bottom: 0 }

test('every menu stands inside the window, in windows large and small', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway', { reducedMotion: 'reduce' })
  const { items } = (await (await page.request.get('/api/v1/items?q=kind:page%20draft:draft&limit=1')).json()) as {
    items: { id: string }[]
  }
  for (const path of ['/office', '/office/content', '/office/people', `/office/items/${items[0]!.id}`]) {
    await page.goto(path)
    const buttons = page.locator('[aria-haspopup=menu]')
    await expect(buttons.last()).toBeAttached()
    for (const [width, height] of WINDOWS) {
      await page.setViewportSize({ width, height })
      // The first and the last of many that are alike stand where there is least room.
      const many = await buttons.count()
      for (const index of new Set([0, 1, 2, 3, many - 3, many - 2, many - 1].filter((at) => at >= 0 && at < many))) {
        const button = buttons.nth(index)
        if (!(await button.isVisible())) continue
        await button.focus()
        await page.keyboard.press('Enter')
        const menu = page.getByRole('menu')
        await expect(menu).toBeVisible()
        const out = await outside(menu)
        const name = await button.evaluate((element) => element.getAttribute('aria-label') ?? element.textContent)
        expect.soft(out, `${name} on ${path} at ${width} × ${height}`).toEqual(INSIDE)
        expect.soft(await documentOver(page), `${path} at ${width} × ${height}`).toEqual({ scrolled: 0, over: 0 })
        await page.keyboard.press('Escape')
        await expect(menu).toBeHidden()
      }
    }
  }
  await page.context().close()
})

test('the tools of a text stand beside the page’s text and never over it', async ({ browser }) => {
  const page = await stepIn(browser, 'Wen Zhao', { reducedMotion: 'reduce' })
  const { items } = (await (await page.request.get('/api/v1/items?q=%22Cars%20and%20vans%22&limit=1')).json()) as {
    items: { id: string }[]
  }
  await page.goto(`/office/items/${items[0]!.id}`)
  const bar = page.getByRole('toolbar', { name: 'Style of the text' })
  for (const [width, height] of [
    [1280, 800],
    [1024, 768],
    [900, 700],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const text of ['Fares include the driver', 'What a crossing costs', 'Vehicles over six metres']) {
      await page.getByRole('article', { name: 'The page' }).getByText(text).click()
      await expect(page.locator('.ProseMirror:focus')).toContainText(text)
      await expect(bar).toBeVisible()
      const { box, covered } = await bar.evaluate((element) => {
        const box = element.getBoundingClientRect()
        const texts = [...document.querySelectorAll('article [role=textbox], article .page-title')].map((one) =>
          one.getBoundingClientRect(),
        )
        const meets = (other: DOMRect) =>
          box.left < other.right && other.left < box.right && box.top < other.bottom && other.top < box.bottom && other.width > 0
        return { box: { left: box.left, top: box.top, right: box.right, bottom: box.bottom }, covered: texts.filter(meets).length }
      })
      const where = `${text} at ${width} × ${height}`
      expect.soft(covered, `texts covered, ${where}`).toBe(0)
      expect.soft(box.left >= 0 && box.right <= width && box.top >= 0 && box.bottom <= height, `in the window, ${where}`).toBe(true)
    }
  }
  await page.context().close()
})

test('what opens at a field, a cell or a text stands inside the window too', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway', { reducedMotion: 'reduce' })
  const { items } = (await (await page.request.get('/api/v1/items?q=%22Cars%20and%20vans%22&limit=1')).json()) as {
    items: { id: string }[]
  }
  const held = async (what: Locator, where: string) => {
    await expect(what).toBeVisible()
    expect.soft(await outside(what), where).toEqual(INSIDE)
    expect.soft(await documentOver(page), where).toEqual({ scrolled: 0, over: 0 })
  }
  for (const [width, height] of WINDOWS) {
    const at = `at ${width} × ${height}`
    await page.setViewportSize({ width, height })
    await page.goto('/office/content')
    const line = page.getByRole('combobox', { name: 'What to look for' })
    await line.fill('draft:')
    await held(page.getByRole('listbox', { name: 'What can come next' }), `what can come next ${at}`)
    await line.fill('')
    await page.keyboard.press('Escape')
    const rows = page.getByRole('row').filter({ has: page.getByRole('checkbox') })
    await expect(rows.nth(2)).toBeVisible()
    if (height > 500) {
      await rows.nth(2).getByRole('checkbox').check()
      const more = page.getByRole('button', { name: 'More', exact: true })
      await more.press('Enter')
      await held(page.getByRole('menu'), `more for the chosen ${at}`)
      await page.keyboard.press('Escape')
    }

    await page.goto(`/office/items/${items[0]!.id}`)
    const text = page.getByRole('article', { name: 'The page' }).getByText('Fares include the driver')
    await text.click()
    for (const name of ['Text style', 'Special characters']) {
      await page.getByRole('button', { name }).click()
      await held(page.getByRole('menu'), `${name} ${at}`)
      await page.keyboard.press('Escape')
    }
    await page.getByRole('button', { name: /^Block 1: move/ }).press('Enter')
    await held(page.getByRole('menu'), `a block’s menu ${at}`)
    await page.keyboard.press('Escape')
    // The office's own facts are loaded when one is near them.
    await page.locator('#about-office').scrollIntoViewIfNeeded()
    await page.locator('#review-by').scrollIntoViewIfNeeded()
    await page.locator('#review-by').locator('xpath=..').getByRole('button', { name: 'Pick a day' }).click()
    await held(page.getByRole('grid'), `a month ${at}`)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('grid')).toBeHidden()
  }
  await page.context().close()
})

test('a month to pick from is walked by keys, and Escape closes it alone, not the dialog that it stands in', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway', { reducedMotion: 'reduce' })
  const { items } = (await (await page.request.get('/api/v1/items?q=draft:cleared&limit=1')).json()) as { items: { id: string }[] }
  await page.goto(`/office/items/${items[0]!.id}`)
  await page.getByRole('button', { name: 'More actions' }).click()
  await page.getByRole('menuitem', { name: /^(Set a time|Move its time)$/ }).click()
  const dialog = page.getByRole('dialog')
  const date = dialog.getByLabel('Date', { exact: true })
  await date.fill('2027-03-10')
  await date.press('Tab')
  await expect(dialog.getByRole('button', { name: 'Pick a day' }).first()).toBeFocused()
  await page.keyboard.press('Enter')
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))
  await expect.poll(focused).toBe('10 March 2027')
  for (const [key, day] of [
    ['ArrowRight', '11 March 2027'],
    ['ArrowUp', '4 March 2027'],
    ['Home', '1 March 2027'],
    ['End', '7 March 2027'],
    ['PageDown', '7 April 2027'],
    ['PageUp', '7 March 2027'],
  ] as const) {
    await page.keyboard.press(key)
    await expect.poll(focused).toBe(day)
  }
  await page.keyboard.press('Escape')
  await expect(page.getByRole('grid')).toBeHidden()
  await expect(date).toHaveValue('Wed 10 Mar 2027')
  await dialog.getByRole('button', { name: 'Pick a day' }).first().click()
  await page.getByRole('button', { name: '12 March 2027' }).click()
  await expect(date).toHaveValue('Fri 12 Mar 2027')
  await page.context().close()
})

test('coming back to a place finds it as it was left: its view, its filter, its counts and how far it was scrolled', async ({
  browser,
}) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const bar = page.getByRole('navigation', { name: 'Places' })
  const grid = page.getByRole('grid', { name: 'Items' })
  const top = (of: Locator) => of.evaluate((element) => element.scrollTop)
  await bar.getByRole('link', { name: 'Content' }).click()
  await page.getByRole('combobox', { name: 'What to look for' }).fill('site:live')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/q=site%3Alive|q=site:live/)
  await page.getByRole('button', { name: 'Counts for this list' }).click()
  await expect(page.getByRole('complementary', { name: 'Counts for this list' })).toBeVisible()
  await expect.poll(() => grid.evaluate((element) => element.scrollHeight)).toBeGreaterThan(2_500)
  await grid.evaluate((element) => element.scrollTo(0, 1_400))
  await expect.poll(() => top(grid)).toBe(1_400)

  // By the bar, after other places; the calendar keeps its view too.
  await bar.getByRole('link', { name: 'Calendar' }).click()
  await page.getByRole('button', { name: 'Week', exact: true }).click()
  await expect(page).toHaveURL(/view=week/)
  await bar.getByRole('link', { name: 'Content' }).click()
  await expect(page).toHaveURL(/q=site/)
  await expect(page.getByRole('complementary', { name: 'Counts for this list' })).toBeVisible()
  await expect.poll(() => top(grid)).toBe(1_400)
  await bar.getByRole('link', { name: 'Calendar' }).click()
  await expect(page).toHaveURL(/view=week/)

  // By the browser’s buttons, from an item that was opened out of the list.
  await page.goBack()
  await expect.poll(() => top(grid)).toBe(1_400)
  // A row that is in sight: another would be scrolled to first.
  const spot = await grid.evaluate((element) => {
    const { top: above, bottom } = element.getBoundingClientRect()
    const link = [...element.querySelectorAll('a')].find((one) => {
      const { top: edge } = one.getBoundingClientRect()
      return edge > above + 80 && edge < bottom - 80
    })!
    const { left, top: edge } = link.getBoundingClientRect()
    return { x: left + 5, y: edge + 5 }
  })
  await page.mouse.click(spot.x, spot.y)
  await expect(page).toHaveURL(/office\/items\//)
  // The page of an item, too, is found where it was left.
  const text = page.locator('[data-scrolls="page"]')
  await expect.poll(() => text.evaluate((element) => element.scrollHeight - element.clientHeight)).toBeGreaterThan(500)
  await text.evaluate((element) => element.scrollTo(0, 400))
  await expect.poll(() => top(text)).toBe(400)
  await bar.getByRole('link', { name: 'Calendar' }).click()
  await expect(page).toHaveURL(/office\/calendar/)
  await page.goBack()
  await expect.poll(() => top(text)).toBe(400)
  await page.goBack()
  await expect(page).toHaveURL(/q=site/)
  await expect.poll(() => top(grid)).toBe(1_400)

  // In the place itself its name leads to its beginning.
  await bar.getByRole('link', { name: 'Content' }).click()
  await expect(page).toHaveURL(/office\/content$/)
  await page.context().close()
})
