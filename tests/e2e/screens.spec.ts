import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { origin, SLOWER, stepIn } from './office'

// A screen full of rows takes axe its time on a slow machine.
test.describe.configure({ timeout: 240_000 * SLOWER })

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']

async function trouble(axe: AxeBuilder, what: string): Promise<string[]> {
  const { violations } = await axe.setLegacyMode().analyze()
  return violations.map(
    (violation) =>
      `${what}: ${violation.id}: ${violation.nodes
        .slice(0, 3)
        .map((node) => node.html.slice(0, 160))
        .join(' | ')}`,
  )
}

/**
 * All rules in the light scheme; in the dark one the rule that colours can break. Windows are opened with motion reduced, so no
 * colour is on its way. What stands over a page that was looked at before is looked at alone.
 */
async function clean(page: Page, what: string, only?: string): Promise<void> {
  const axe = () => (only ? new AxeBuilder({ page }).include(only) : new AxeBuilder({ page }))
  const light = await trouble(axe().withTags(RULES), what)
  await page.emulateMedia({ colorScheme: 'dark' })
  if (page.url().includes('/office')) await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark')
  const dark = await trouble(axe().withRules(['color-contrast']), `${what}, dark`)
  await page.emulateMedia({ colorScheme: 'light' })
  expect.soft([...light, ...dark]).toEqual([])
}
const DIALOG = '[role=dialog]'
const CALM = { colorScheme: 'light', reducedMotion: 'reduce' } as const

test('axe finds nothing in the office', async ({ browser }) => {
  const page = await stepIn(browser, 'Maren Ostby', CALM)
  await clean(page, 'Today')
  for (const [path, ready] of [
    ['/office/content', 'Start an item'],
    ['/office/labels', 'Make a label'],
    ['/office/calendar', 'New edition'],
    ['/office/calendar?view=week', 'New edition'],
    ['/office/site', 'Make a section'],
    ['/office/banners', 'Start a banner'],
    ['/office/addresses', 'Redirect an address'],
    ['/office/readers?view=groups', 'Make a group'],
    ['/office/checks', '90 days'],
    ['/office/checks?view=mail', 'Mail'],
    ['/office/people', 'Add a colleague'],
    ['/office/me', 'Change the password'],
  ] as const) {
    await page.goto(path)
    await expect(page.getByRole('button', { name: ready })).toBeVisible()
    await clean(page, path)
  }
  await page.goto('/office/checks?view=journal')
  await page.getByRole('button', { name: 'Verify the journal' }).click()
  await expect(page.getByText('Intact.')).toBeVisible()
  await clean(page, 'Journal verified')
  await page.getByRole('button', { name: /^Notifications/ }).click()
  await expect(page.getByRole('heading', { name: 'Notifications' })).toBeVisible()
  await clean(page, 'Notifications')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('listbox')).toBeVisible()
  await clean(page, 'Command field')
  await page.context().close()
})

test('axe finds nothing in People', async ({ browser }) => {
  const page = await stepIn(browser, 'Maren Ostby', CALM)
  for (const view of ['groups', 'roles', 'rights', 'routes']) {
    await page.goto(`/office/people?view=${view}`)
    await expect(page.getByRole('button', { name: 'Change', exact: false }).or(page.getByRole('grid')).first()).toBeVisible()
    await clean(page, `People, ${view}`)
  }
  await page.getByRole('link', { name: 'Change the route Reviewed' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Route Reviewed')
  await clean(page, 'Route')
  await page.getByText(/^Checks: /).click()
  await page.getByText('Only for some items').click()
  await clean(page, 'Route, what a gate asks')
  page.once('dialog', (asked) => void asked.accept())
  await page.getByRole('link', { name: 'Back to the routes' }).click()
  await page.getByRole('button', { name: 'Change Office hours' }).click()
  await clean(page, 'Working hours', DIALOG)
  await page.keyboard.press('Escape')
  await page.goto('/office/people?view=deputies')
  await expect(page.getByRole('listitem').filter({ hasText: 'Bea Okonjo for Noor Haddad' })).toBeVisible()
  await page.getByRole('button', { name: 'Name a deputy' }).click()
  await clean(page, 'Name a deputy', DIALOG)
  await page.keyboard.press('Escape')
  await page.goto('/office/people')
  await page.getByRole('button', { name: 'Add a colleague' }).click()
  await clean(page, 'Add a colleague', DIALOG)
  await page.keyboard.press('Escape')
  await page.context().close()
})

test('axe finds nothing on the item page', async ({ browser }) => {
  const writer = await stepIn(browser, 'Sorley Grant', CALM)
  await writer.getByRole('link', { name: 'Mend Getting to Innermost quay' }).click()
  await expect(writer.getByRole('region', { name: 'Receipt' })).toBeVisible()
  await clean(writer, 'Item page, returned')
  await writer.getByRole('article').getByText('The valley bus leaves').click()
  await expect(writer.getByRole('toolbar')).toBeVisible()
  await clean(writer, 'Item page, writing')
  await writer.getByRole('button', { name: 'Link', exact: true }).click()
  await writer.getByLabel(/Words of a title/).fill('Innermost')
  await expect(writer.getByRole('dialog').getByText('Page').first()).toBeVisible()
  await clean(writer, 'Link dialog', DIALOG)
  await writer.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await writer.keyboard.press('Escape')
  await writer.keyboard.press('Control+A')
  await expect(writer.getByRole('toolbar', { name: 'The chosen blocks' })).toBeVisible()
  await clean(writer, 'Blocks chosen', 'main')
  await writer.keyboard.press('ArrowLeft')
  await clean(writer, 'Blocks folded', 'article')
  await writer.keyboard.press('ArrowRight')
  await writer.keyboard.press('Escape')
  const cover = writer.locator('#field-cover')
  await cover
    .getByRole('button', { name: 'Cut cover picture to size' })
    .or(cover.getByRole('button', { name: 'Choose from our pictures' }))
    .click()
  await clean(writer, 'Choosing or cutting a picture', DIALOG)
  await writer.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await writer.getByRole('button', { name: 'Send to review' }).click()
  await clean(writer, 'Send dialog', DIALOG)
  await writer.keyboard.press('Escape')
  await writer.getByRole('button', { name: 'History' }).click()
  await expect(writer.getByText('Version 1', { exact: true })).toBeVisible()
  await writer.getByRole('button', { name: 'Look', exact: true }).first().click()
  await clean(writer, 'History')
  await writer.getByRole('button', { name: 'Side by side' }).click()
  await expect(writer.frameLocator('iframe').getByRole('heading', { level: 1 })).toBeVisible()
  await clean(writer, 'Side by side')
  await writer.getByRole('button', { name: 'Compare', exact: true }).first().click()
  await expect(writer.getByText('They say the same to readers').or(writer.getByText(/changed|added/).first())).toBeVisible()
  await clean(writer, 'Compare')
  await writer.goto('/office/content?start=page')
  await expect(writer.getByRole('heading', { name: 'Start an item' })).toBeVisible()
  await clean(writer, 'Start an item', DIALOG)
  await writer.context().close()
})

test('axe finds nothing in comparing, choosing and the bin', async ({ browser }) => {
  const noor = await stepIn(browser, 'Noor Haddad', CALM)
  await noor.getByRole('link', { name: 'Review Cars and vans' }).click()
  await noor.getByRole('button', { name: 'Compare', exact: true }).click()
  await expect(noor.getByText('1 block changed')).toBeVisible()
  await clean(noor, 'Compare in one column')
  await noor.getByRole('button', { name: 'Two columns' }).click()
  await noor.getByRole('button', { name: 'Unchanged too' }).click()
  await clean(noor, 'Compare in two columns')
  await noor.context().close()
  const petra = await stepIn(browser, 'Petra Sandvik', CALM)
  await petra.goto('/office/content?q=Children and older')
  await petra.getByRole('link', { name: 'Children and older people' }).click()
  await petra.getByRole('button', { name: 'Bring up to date' }).click()
  await expect(petra.getByRole('region', { name: 'Place 1 of 1' })).toBeVisible()
  await petra.getByRole('radio', { name: 'Words of my own' }).check()
  await clean(petra, 'Bring up to date')
  await petra.goto('/office/bin')
  await expect(petra.getByRole('row').nth(1)).toBeVisible()
  await clean(petra, 'Bin')
  await petra.context().close()
})

test('axe finds nothing in reviewing and planning', async ({ browser }) => {
  const reviewer = await stepIn(browser, 'Noor Haddad', CALM)
  await clean(reviewer, 'Today of a reviewer')
  await reviewer.getByRole('link', { name: 'Review Cars and vans' }).click()
  await expect(reviewer.getByText(/since what is live, version/)).toBeVisible()
  await reviewer.getByRole('button', { name: 'Note on this table' }).click()
  await clean(reviewer, 'A note')
  await reviewer.getByLabel('What should change here?').fill('All three?')
  await reviewer.getByRole('button', { name: 'Save note' }).click()
  await expect(reviewer.getByText('Your note: All three?')).toBeVisible()
  await clean(reviewer, 'Review')
  await reviewer.getByRole('button', { name: 'Delete note' }).click()
  await reviewer.getByRole('button', { name: 'More actions' }).click()
  await reviewer.getByRole('menuitem', { name: 'Hand to a colleague' }).click()
  await expect(reviewer.getByRole('dialog').getByRole('radio').first()).toBeVisible()
  await clean(reviewer, 'Hand to a colleague', DIALOG)
  await reviewer.goto('/office/review')
  await expect(reviewer.getByRole('article').getByRole('heading').first()).toBeVisible()
  await clean(reviewer, 'Review, one after the other')
  await reviewer.context().close()
  const publisher = await stepIn(browser, 'Idris Calloway', CALM)
  await publisher.getByRole('link', { name: 'Set its time: A map on every quay' }).click()
  await expect(publisher.getByRole('dialog').getByRole('button', { name: 'Set the time' })).toBeVisible()
  await clean(publisher, 'Set a time', DIALOG)
  await publisher.context().close()
})

test('axe finds nothing on the live site and at the door', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: origin(), ...CALM })
  const page = await context.newPage()
  for (const path of [
    '/',
    '/fares/cars-and-vans',
    '/timetables',
    '/posts',
    '/notices',
    '/archive',
    '/search?q=boat',
    '/nothing-here',
    '/people/wen-zhao',
    '/series/a-day-on-the-auk',
    '/ports-and-vessels/larkholm',
  ]) {
    await page.goto(path)
    await clean(page, path)
  }
  await page.goto('/posts')
  await page.getByRole('main').getByRole('link').first().click()
  await clean(page, 'a post')
  await page.goto('/office/sign-in')
  const person = (name: RegExp) => page.getByRole('button', { name })
  await expect(person(/Maren Ostby/)).toBeVisible()
  await clean(page, 'sign-in')
  await person(/Idris Calloway/).click()
  await page.getByRole('link', { name: 'Calendar', exact: true }).click()
  await expect(page.getByRole('button', { name: 'New edition' })).toBeEnabled()
  // Back to the door without loading anew, and in as another: what may be done is theirs at once.
  await page.goBack()
  await page.goBack()
  await person(/Anton Arrieta/).click()
  await page.getByRole('link', { name: 'Calendar', exact: true }).click()
  await expect(page.getByRole('button', { name: 'New edition' })).toBeDisabled({ timeout: 3_000 * SLOWER })
  await context.close()
})

test('clearing works on a phone, and nothing is wider than the screen', async ({ browser }) => {
  const page = await stepIn(browser, 'Bea Okonjo', { viewport: { width: 360, height: 800 } })
  const fits = () => expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0)
  await expect(page.getByRole('link', { name: 'Review Ramp at Innermost closed' })).toBeVisible()
  await fits()
  await page.getByRole('link', { name: 'Review Ramp at Innermost closed' }).click()
  await page.getByRole('button', { name: 'Clear', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(page.getByText('Cleared').first()).toBeVisible()
  await fits()
  for (const place of ['/office/content', '/office/site', '/office/me', '/office/review']) {
    await page.goto(place)
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
    await fits()
  }
  await page.context().close()
})
