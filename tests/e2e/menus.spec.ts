import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { origin, pageOf, read, saved, stepIn } from './office'

const rows = (page: Page) => page.getByRole('list', { name: 'Entries of the menu' }).getByRole('listitem')
/** The entries as they are arranged: how deep each stands, and what it says. */
const arranged = (page: Page) =>
  rows(page).evaluateAll((all) =>
    all.map((row) => {
      const button = row.querySelector('[data-entry]')!
      return `${button.getAttribute('aria-description')!.slice(-1)} ${button.getAttribute('aria-label')!.replace('Change ', '')}`
    }),
  )
async function addLink(page: Page, title: string) {
  await page.getByRole('button', { name: 'Add a link' }).click()
  const dialog = page.getByRole('dialog', { name: 'Where does it lead?' })
  await dialog.getByRole('textbox').fill(title)
  await dialog.getByRole('button', { name: new RegExp(`Page ${title}$`) }).click()
  await expect(dialog).toHaveCount(0)
  await expect(rows(page).filter({ hasText: title })).toHaveCount(1)
}

test('a menu is made and arranged by keys, cleared, and opens for readers without script; a lost page gets into it from its receipt', async ({
  browser,
}) => {
  const sorley = await stepIn(browser, 'Sorley Grant')
  await sorley.goto('/office/site')
  await sorley.getByRole('button', { name: 'Start a menu' }).click()
  const start = sorley.getByRole('dialog', { name: 'Start an item' })
  await start.getByLabel('Name of the menu').fill('Main menu')
  await start.getByLabel('Section').selectOption({ label: 'News' })
  await start.getByRole('button', { name: 'Start', exact: true }).click()
  await expect(sorley.getByText('No entry yet.')).toBeVisible()
  await sorley.getByLabel('Where it stands').selectOption({ label: 'Beside the name of the site' })
  for (const title of ['Timetables', 'Fares', 'Contact']) await addLink(sorley, title)
  await sorley.getByRole('button', { name: 'Add a heading' }).click()
  await expect(sorley.getByRole('button', { name: 'Change Heading' })).toBeFocused()

  // By keys alone: the words of the heading, its place, and what stands below it.
  await sorley.keyboard.press('Enter')
  await sorley.getByLabel('Words of the entry').fill('Good to know')
  await sorley.getByLabel('Icon').selectOption({ label: 'Information' })
  await sorley.keyboard.press('Enter')
  await expect(sorley.getByRole('button', { name: 'Change Good to know' })).toBeFocused()
  await sorley.keyboard.press('Alt+ArrowUp')
  await expect.poll(() => arranged(sorley)).toEqual(['1 Timetables', '1 Fares', '1 Good to know', '1 Contact'])
  await sorley.keyboard.press('ArrowDown')
  await sorley.keyboard.press('Alt+ArrowRight')
  await expect.poll(() => arranged(sorley)).toEqual(['1 Timetables', '1 Fares', '1 Good to know', '2 Contact'])
  await sorley.keyboard.press('Alt+ArrowLeft')
  await sorley.keyboard.press('Alt+ArrowRight')
  await expect.poll(() => arranged(sorley)).toEqual(['1 Timetables', '1 Fares', '1 Good to know', '2 Contact'])
  // With the mouse: an entry is put into another.
  await rows(sorley)
    .filter({ hasText: 'Fares' })
    .dragTo(rows(sorley).filter({ hasText: 'Good to know' }))
  await expect.poll(() => arranged(sorley)).toEqual(['1 Timetables', '1 Good to know', '2 Contact', '2 Fares'])
  await sorley.keyboard.press('Control+z')
  await expect.poll(() => arranged(sorley)).toEqual(['1 Timetables', '1 Fares', '1 Good to know', '2 Contact'])
  await saved(sorley)
  // The pages below one follow by themselves; the look shows the draft at three widths.
  await sorley.getByRole('button', { name: 'Change Timetables' }).click()
  await sorley.getByLabel('Pages below it that follow by themselves').selectOption({ label: '1 level' })
  await sorley.keyboard.press('Tab')
  await sorley.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(rows(sorley).first()).toContainText('1 level below follows')
  await saved(sorley)
  await expect(
    sorley.frameLocator('iframe[title="The menu on A phone"]').getByRole('navigation', { name: 'Main menu' }).getByText('Good to know'),
  ).toBeAttached()
  expect(
    (await new AxeBuilder({ page: sorley }).exclude('iframe').analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html]),
  ).toEqual([])
  const address = sorley.url()
  await sorley.getByRole('button', { name: 'Send to review' }).click()
  await sorley.getByRole('dialog').getByRole('button', { name: 'Send', exact: true }).click()
  await expect(sorley.getByText(/Waits for/).first()).toBeVisible()

  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto(address)
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear', exact: true }).click()
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto(address)
  await idris.getByRole('button', { name: 'Put live now' }).click()
  await expect.poll(async () => (await read('/')).text.includes('aria-label="Main menu"')).toBe(true)

  // A reader without script, by keys, on a desk and on a phone.
  for (const width of [1280, 390]) {
    const reader = await pageOf(await browser.newContext({ baseURL: origin(), javaScriptEnabled: false, viewport: { width, height: 800 } }))
    await reader.goto('/fares')
    const menu = reader.getByRole('navigation', { name: 'Main menu' })
    await expect(menu.getByRole('link')).toHaveText(['Timetables', 'Fares'])
    await menu.locator('summary').filter({ hasText: 'Good to know' }).focus()
    await reader.keyboard.press('Enter')
    await expect(menu.getByRole('link', { name: 'Contact' })).toBeVisible()
    await menu.locator('summary').first().press('Enter')
    await expect(menu.getByRole('link', { name: 'The night boat' })).toBeVisible()
    await expect(menu.getByRole('link', { name: 'Contact' })).toBeHidden()
    expect(await reader.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
    await menu.getByRole('link', { name: 'The night boat' }).click()
    await expect(reader).toHaveURL(/\/timetables\/the-night-boat$/)
  }

  // A page that is in no menu goes live; its receipt offers the menu that was made.
  const ask = async (page: Page, path: string, data: object, version = '') => {
    const answer = await page.request.post(`/api/v1${path}`, { data, headers: version ? { 'if-match': `"${version}"` } : {} })
    expect(await answer.text()).not.toContain('reasons')
    return (await answer.json()) as { item: string; draft: string; version: string }
  }
  const sections = (await (await sorley.request.get('/api/v1/sections')).json()) as { id: string; name: string }[]
  const section = sections.find(({ name }) => name === 'News')!.id
  const content = { fields: { inMenus: false }, body: [] }
  const lost = await ask(sorley, '/items', { kind: 'page', section, title: 'A lost page', content })
  await ask(sorley, `/drafts/${lost.draft}/send`, {}, lost.version)
  await ask(noor, `/drafts/${lost.draft}/clear`, { gate: 'review' }, lost.version)
  await ask(idris, `/drafts/${lost.draft}/put-live`, {}, lost.version)
  await sorley.goto(`/office/items/${lost.item}`)
  await expect(sorley.getByText(/^No menu, listing or page leads here/)).toBeVisible()
  await sorley.getByRole('button', { name: 'Put it into the menu “Main menu”' }).click()
  await expect(rows(sorley)).toHaveText([/Timetables/, /Fares/, /Good to know/, /Contact/, /A lost page/])
  await sorley.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(rows(sorley)).toHaveText([/Timetables/, /Fares/, /Good to know/, /Contact/])

  // Other tests look at the pages as they were before.
  const menu = new URL(address).pathname.split('/').at(-1)!
  const { live } = (await (await idris.request.get(`/api/v1/items/${menu}`)).json()) as { live: { version: string } }
  await ask(idris, `/items/${menu}/withdraw`, {}, live.version)
  await expect.poll(async () => (await read('/')).text.includes('aria-label="Main menu"')).toBe(false)
})
