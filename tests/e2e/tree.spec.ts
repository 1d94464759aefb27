import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Browser, type Page } from '@playwright/test'
import { read, stepIn } from './office'

/** The tree of pages, all open. */
async function openTree(page: Page) {
  await page.goto('/office/site')
  const tree = page.getByRole('tree', { name: 'Page tree', exact: true })
  await expect(tree.getByRole('treeitem').first()).toBeVisible()
  await page.getByRole('button', { name: 'Open all' }).click()
  return tree
}
const rowAt = (page: Page) => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '')
const carried = (page: Page) => page.getByRole('status').filter({ hasText: 'Moving' }).locator('b')

interface Gate {
  id: string
  who: { name: string }[]
}
/** Sends the one change that an edition gathers, and has it cleared at each of its gates by the first who may. Returns the edition. */
async function cleared(browser: Browser, page: Page, name: string): Promise<string> {
  const get = async <T>(path: string) => (await (await page.request.get(`/api/v1${path}`)).json()) as T
  const { id } = (await get<{ id: string; name: string }[]>('/editions')).find((edition) => edition.name === name)!
  const { entries } = await get<{ entries: { item: string; draft: string }[] }>(`/editions/${id}`)
  const { item, draft } = entries[0]!
  const { versions } = await get<{ versions: { id: string }[] }>(`/items/${item}/versions?limit=1`)
  const gates = await get<Gate[]>(`/drafts/${draft}/gates`)
  const headers = { 'if-match': `"${versions[0]!.id}"` }
  expect((await page.request.post(`/api/v1/drafts/${draft}/send`, { data: { note: '' }, headers })).ok()).toBe(true)
  for (const gate of gates) {
    const guard = await stepIn(browser, gate.who[0]!.name)
    expect((await guard.request.post(`/api/v1/drafts/${draft}/clear`, { data: { gate: gate.id }, headers })).ok()).toBe(true)
    await guard.context().close()
  }
  return id
}

test('the tree is walked, folded and chosen by keys', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const tree = await openTree(page)
  await tree.getByRole('treeitem').first().focus()
  // WAI-ARIA Authoring Practices, tree view, keyboard interaction: each key with what it leads to.
  // Which page is the last depends on what other tests have put live: below it there is none.
  await page.keyboard.press('End')
  await expect.poll(() => rowAt(page)).not.toMatch(/^Timetables/)
  const last = await rowAt(page)
  await page.keyboard.press('ArrowDown')
  await expect(tree.locator(':focus')).toHaveAttribute('aria-label', last)
  const walk: [key: string, label: RegExp][] = [
    ['Home', /^Timetables, \/timetables$/],
    ['ArrowDown', /^Larkholm – Vessa, /],
    ['ArrowRight', /^Summer, /],
    ['ArrowRight', /^Summer, /],
    ['ArrowLeft', /^Larkholm – Vessa, /],
    ['ArrowLeft', /^Larkholm – Vessa, /],
    ['ArrowDown', /^Larkholm – Innermost, /],
    ['f', /^For print, /],
    ['a', /^Fares, /],
    ['ArrowUp', /^For print, /],
  ]
  for (const [key, label] of walk) {
    await page.keyboard.press(key)
    await expect.poll(() => rowAt(page), `after ${key}`).toMatch(label)
  }
  await expect(page.getByRole('treeitem', { name: /^Larkholm – Vessa, / })).toHaveAttribute('aria-expanded', 'false')
  await page.keyboard.press('Home')
  await expect.poll(() => rowAt(page)).toMatch(/^Timetables/)
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('*')
  await expect(page.getByRole('treeitem', { name: /^Fares, / })).toHaveAttribute('aria-expanded', 'true')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByText('3 pages chosen')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('3 pages chosen')).toHaveCount(0)
  // What is open is kept, and a search opens what it finds without keeping that.
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowLeft')
  await page.reload()
  await expect(page.getByRole('treeitem', { name: /^Timetables, / })).toHaveAttribute('aria-expanded', 'false')
  await page.getByLabel('Find in the tree').fill('ten-trip')
  await expect(page.getByRole('treeitem')).toHaveCount(2)
  await expect(page.getByText('1 page found')).toBeVisible()
  await page.getByLabel('Find in the tree').fill('no such page')
  await expect(page.getByText('No page has these words in its title or address.')).toBeVisible()
})

test('a branch is moved in an edition by the keyboard alone, live its old addresses lead on, and is undone whole', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const tree = await openTree(page)
  await tree.getByRole('treeitem').first().focus()
  await page.keyboard.type('larkholm - t')
  await expect.poll(() => rowAt(page)).toMatch(/^Larkholm – Tarn Head, /)
  await page.keyboard.press('Control+x')
  await expect(carried(page)).toHaveText('Below “Timetables”, before “Innermost – Tarn Head”')
  await page.keyboard.press('End')
  await expect(carried(page)).toHaveText('At the top, after all others')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Move “Larkholm – Tarn Head”' })
  await expect(dialog.getByText('3 addresses change; the old ones lead there:')).toBeVisible()
  await expect(dialog.getByText('“Larkholm – Tarn Head” at its top; before: below Timetables')).toBeVisible()
  await expect(dialog.getByLabel('In an edition, with what else changes then')).toBeFocused()
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(tree.getByText('Moves to the top in “Move of Larkholm – Tarn Head”')).toBeVisible()
  // Readers get what they got; one undo takes it back.
  expect((await read('/timetables/larkholm-tarn-head')).status).toBe(200)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(tree.getByText('Moves to the top')).toHaveCount(0)

  // Again, and through its gates to the readers.
  await tree.getByRole('treeitem', { name: /^Larkholm – Tarn Head, / }).focus()
  await page.keyboard.press('Control+x')
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await expect(dialog.getByLabel('In an edition, with what else changes then')).toBeFocused()
  await dialog.getByLabel('Name of the new edition').fill('Tarn Head stands alone')
  await page.keyboard.press('Enter')
  await expect(tree.getByText('Moves to the top in “Tarn Head stands alone”')).toBeVisible()
  const edition = await cleared(browser, page, 'Tarn Head stands alone')
  await page.goto(`/office/editions/${edition}`)
  await page.getByRole('button', { name: 'Put live now' }).click()
  await page.getByRole('dialog').getByRole('button', { name: /live/ }).click()
  await expect.poll(async () => (await read('/larkholm-tarn-head')).status).toBe(200)
  expect(await read('/timetables/larkholm-tarn-head')).toMatchObject({ status: 301, location: '/larkholm-tarn-head' })
  const [below] = /\/larkholm-tarn-head\/summer[\w-]*/.exec((await read('/larkholm-tarn-head')).text)!
  expect(await read(`/timetables${below}`)).toMatchObject({ status: 301, location: below })
  expect((await page.request.post(`/api/v1/editions/${edition}/undo`)).ok()).toBe(true)
  expect((await read(`/timetables${below}`)).status).toBe(200)
  expect(await read(below)).toMatchObject({ status: 301, location: `/timetables${below}` })
})

test('pages are moved with the mouse, in one tree and between two side by side', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const tree = await openTree(page)
  await page.getByLabel('Find in the tree').fill('fares/')
  const row = (name: string) => tree.getByRole('treeitem', { name: new RegExp(`^${name}, `) })
  await row('Season card').dragTo(row('Foot passengers'), { targetPosition: { x: 200, y: 3 } })
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('Below “Fares”, before “Foot passengers”')).toBeVisible()
  await expect(dialog.getByText('Only the order among its siblings changes.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(row('Season card')).toBeFocused()
  await row('Season card').dragTo(row('Ten-trip card'), { targetPosition: { x: 200, y: 18 } })
  await expect(dialog.getByText('Below “Ten-trip card”')).toBeVisible()
  await expect(dialog.getByText('→ /fares/ten-trip-card/season-card', { exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  // A page goes nowhere below itself: nothing is asked.
  await row('Fares').dragTo(row('Season card'), { targetPosition: { x: 200, y: 18 } })
  await expect(dialog).toHaveCount(0)
  await page.getByRole('button', { name: 'Two side by side' }).click()
  const other = page.getByRole('tree', { name: 'Page tree, beside it' })
  await page.getByRole('button', { name: 'Fold all' }).click()
  await row('Season card').dragTo(other.getByRole('treeitem', { name: /^About, / }), { targetPosition: { x: 100, y: 18 } })
  await expect(dialog.getByText('Below “About”, after all others')).toBeVisible()
  await dialog.getByLabel('As a draft alone').check()
  await dialog.getByRole('button', { name: 'Move' }).click()
  await expect(tree.getByText('A draft moves it below “About”')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(tree.getByText('A draft moves it below “About”')).toHaveCount(0)
})
