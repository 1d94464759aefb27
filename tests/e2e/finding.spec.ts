import { readFileSync } from 'node:fs'
import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { choose, stepIn } from './office'

const line = (page: Page) => page.getByLabel('What to look for')
const count = (page: Page) => page.getByRole('status').filter({ hasText: /^[\d,]+ items?$/ })
const grid = (page: Page) => page.getByRole('grid', { name: 'Items' })
/** What the cells of a column say, of the rows in sight. */
const cells = (page: Page, column: number) => grid(page).locator(`[role=gridcell][aria-colindex="${column}"]`).allInnerTexts()
/** Rows in sight that are not here yet. */
const onTheirWay = (page: Page) => grid(page).getByRole('gridcell', { name: '…', exact: true })
const troubles = async (page: Page, only?: string) => {
  const axe = new AxeBuilder({ page })
  return (await (only ? axe.include(only) : axe).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])
}

test('the list is asked in words: a query finds, offers what can come next, says where it is wrong, and is the address of the list', async ({
  browser,
}) => {
  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto('/office/content')
  await line(noor).fill('timetable kind:page section:Timetables')
  await expect(noor).toHaveURL(/q=timetable/)
  await expect.poll(async () => (await cells(noor, 2)).every((title) => /timetable/i.test(title))).toBe(true)
  const found = await cells(noor, 2)
  expect(found.length).toBeGreaterThan(1)
  await expect(count(noor)).toHaveText(`${found.length} items`)
  // A query that cannot be read says where, and takes nothing away.
  await line(noor).fill('timetable kind:pages ')
  await expect(noor.getByRole('alert')).toContainText('expected page, post, notice')
  await expect(noor.getByRole('alert').locator('mark')).toHaveText('pages')
  expect(await cells(noor, 2)).toEqual(found)
  // A name that nothing has is said, and what was perhaps meant is offered.
  await line(noor).fill('kind:page section:Timetable')
  await expect(noor.getByText('No section is called “Timetable”.')).toBeVisible()
  await noor.getByRole('button', { name: 'kind:page section:Timetables' }).click()
  await expect(line(noor)).toHaveValue('kind:page section:Timetables')
  // What is half typed is completed by keys, with how many items have it.
  await line(noor).fill('')
  await line(noor).pressSequentially('dra')
  await noor.keyboard.press('Tab')
  await expect(line(noor)).toHaveValue('draft:')
  const offers = noor.getByRole('listbox', { name: 'What can come next' })
  await expect(offers.getByRole('option', { name: /^in_review \d/ })).toBeVisible()
  await line(noor).pressSequentially('in_')
  await noor.keyboard.press('ArrowDown')
  await noor.keyboard.press('Enter')
  await expect(line(noor)).toHaveValue('draft:in_review ')
  await expect.poll(async () => new Set(await cells(noor, 4))).toEqual(new Set(['In review']))
  // Escape sends away what stands below the line before it touches the line.
  const help = noor.locator('#query-help')
  await expect(help).toBeVisible()
  await noor.keyboard.press('Escape')
  await expect(help).toBeHidden()
  await expect(line(noor)).toHaveValue('draft:in_review ')
  // Facets count what is there; a click asks for it too.
  await noor.getByRole('button', { name: 'Counts for this list' }).click()
  const facet = noor.getByRole('complementary', { name: 'Counts for this list' }).getByRole('button', { name: /^Notices \d+$/ })
  const words = await facet.innerText()
  await facet.click()
  await expect(line(noor)).toHaveValue('draft:in_review kind:notice')
  await expect(count(noor)).toHaveText(new RegExp(`^${words.match(/\d+/)![0]} items?$`))
  expect(await troubles(noor)).toEqual([])
  // Words anywhere are shown where they stand, those that fit best first.
  await line(noor).fill('text:boat')
  await expect(grid(noor).getByRole('columnheader', { name: 'Found' })).toHaveAttribute('aria-sort', 'ascending')
  await expect(grid(noor).locator('mark').first()).toHaveText(/^boat/i)
  await line(noor).fill('draft:in_review kind:notice')
  await expect(count(noor)).toHaveText(new RegExp(`^${words.match(/\d+/)![0]} items?$`))
  const address = noor.url()
  await noor.getByRole('button', { name: 'Show all' }).click()
  await expect(line(noor)).toHaveValue('')
  // All rows of the longer list come, not only as many as there were.
  await expect.poll(async () => (await cells(noor, 2)).length).toBeGreaterThan(15)
  await expect(onTheirWay(noor)).toHaveCount(0)
  await noor.goto(address)
  await expect(line(noor)).toHaveValue('draft:in_review kind:notice')
  // Without the server nothing is counted, and it is asked again.
  await noor.context().setOffline(true)
  await line(noor).fill('boat')
  await expect(noor.getByText('try again in a moment.', { exact: false })).toContainText(/moment\.\s*$/)
  await expect(count(noor)).toHaveCount(0)
  await noor.context().setOffline(false)
  await noor.getByRole('button', { name: 'Try again' }).click()
  await expect(count(noor)).toBeVisible()
  // An address with a query that is none says so once, at the line.
  await noor.goto('/office/content?q=kind%3Apages')
  await expect(noor.getByText('Nothing is listed until the line above is put right')).toBeVisible()
  await expect(noor.getByRole('alert')).toHaveCount(1)
  await expect(noor.getByRole('button', { name: 'Try again' })).toHaveCount(0)
  await noor.context().close()
})

test('the grid is walked and edited by keyboard; a change readers would see waits in a draft, and undo takes it back', async ({
  browser,
}) => {
  const wen = await stepIn(browser, 'Wen Zhao')
  await wen.goto('/office/content?q=kind%3Apost%20site%3Alive%20draft%3Anone%20author%3Ame&sort=title')
  await expect(grid(wen)).toHaveAttribute('aria-rowcount', /^([3-9]|\d\d+)$/)
  await wen.locator('#cell-0-1').focus()
  const rows = Number(await grid(wen).getAttribute('aria-rowcount')) - 1
  await wen.keyboard.press('Control+End')
  await expect(wen.locator(`#cell-${rows - 1}-9`)).toBeFocused()
  await wen.keyboard.press('Control+Home')
  await expect(wen.locator('#cell-0-0')).toBeFocused()
  await wen.keyboard.press('ArrowRight')
  const before = await wen.locator('#cell-0-1').innerText()
  await wen.keyboard.press('F2')
  const editor = grid(wen).getByRole('textbox', { name: 'Title' })
  await expect(editor).toHaveValue(before)
  // Escape leaves it as it was; Enter keeps it.
  await wen.keyboard.type('Not this')
  await wen.keyboard.press('Escape')
  await expect(wen.locator('#cell-0-1')).toHaveText(before)
  await wen.keyboard.press('F2')
  await wen.keyboard.type(`${before}, in short`)
  await wen.keyboard.press('Enter')
  const said = wen.getByText(`Title of “${before}” changed. In a new draft, which goes its route`)
  await expect(said).toBeVisible()
  // It has a draft now, and so is no longer among those without.
  await expect(grid(wen)).toHaveAttribute('aria-rowcount', String(rows))
  await wen.getByRole('button', { name: 'Undo' }).click()
  await expect(wen.getByText('Taken back')).toBeVisible()
  await expect(grid(wen)).toHaveAttribute('aria-rowcount', String(rows + 1))
  // A refusal gives back the old value and says why: a post’s address cannot be another’s, and Wen may not move items.
  await wen.locator('#cell-0-6').dblclick()
  await grid(wen).getByRole('combobox', { name: 'Section' }).selectOption({ label: 'About' })
  await wen.keyboard.press('Enter')
  await expect(wen.getByText(/may move items/)).toBeVisible()
  await expect(wen.locator('#cell-0-6')).toHaveText('News')
  // Whose names readers see is chosen among the author profiles.
  await wen.getByRole('button', { name: 'Columns' }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Byline', exact: true }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Keep' }).click()
  const byline = grid(wen).locator('[role=row][aria-rowindex="2"] [role=gridcell]').last()
  const names = await byline.innerText()
  await byline.dblclick()
  const authors = grid(wen).getByRole('combobox', { name: 'Byline' })
  const other = (await authors.locator('option').allInnerTexts()).find(
    (name) => name !== names && name !== 'nobody' && !name.includes(','),
  )!
  await authors.selectOption({ label: other })
  await wen.keyboard.press('Enter')
  await expect(wen.getByText(/Byline of .* changed\. In a new draft, which goes its route/)).toBeVisible()
  await wen.context().close()
})

test('a card tells of the row under the hand, and goes when the list is scrolled away from it', async ({ browser }) => {
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto('/office/content?sort=title')
  await idris.locator('#cell-4-1').hover()
  const card = idris.getByRole('tooltip')
  await expect(card).toContainText(/ersion \d+/)
  await idris.mouse.wheel(0, 2_000)
  await expect(idris.locator('#cell-4-1')).toHaveCount(0)
  await expect(card).toBeHidden()
  await expect(onTheirWay(idris)).toHaveCount(0)
  await idris.context().close()
})

test('many at once: chosen by range and by query, tried first, done, and taken back as one', async ({ browser }) => {
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto('/office/content?q=kind%3Apost%20site%3Alive%20draft%3Anone&sort=title')
  const total = Number(await grid(idris).getAttribute('aria-rowcount')) - 1
  await idris.locator('#cell-2-0 input').click()
  await idris.locator('#cell-5-0 input').click({ modifiers: ['Shift'] })
  await expect(idris.getByText('4 items chosen')).toBeVisible()
  const [file] = await Promise.all([
    idris.waitForEvent('download'),
    idris
      .getByRole('button', { name: 'More' })
      .click()
      .then(() => idris.getByRole('menuitem', { name: 'Save as CSV' }).click()),
  ])
  expect(
    readFileSync(await file.path(), 'utf8')
      .trimEnd()
      .split('\r\n'),
  ).toHaveLength(5)
  await idris.getByRole('button', { name: `Choose all ${total}` }).click()
  await idris.getByRole('button', { name: 'Label', exact: true }).click()
  const dialog = idris.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Choose labels' }).first().click()
  await dialog.getByLabel('Words of a label').fill('Bicy')
  await dialog.getByRole('checkbox', { name: /Bicycles/ }).check()
  await idris.keyboard.press('Enter')
  expect(await troubles(idris, '[role=dialog]')).toEqual([])
  await dialog.getByRole('button', { name: 'See what would happen' }).click()
  // Those that have it already need nothing; the others would get a draft.
  await expect(dialog.getByText(/would be done, \d+ so already\. Nothing is changed yet/)).toBeVisible()
  expect(await troubles(idris, '[role=dialog]')).toEqual([])
  await expect(dialog.getByRole('listitem').filter({ hasText: 'It is so already' }).first()).toBeVisible()
  await dialog.getByRole('button', { name: /^Label \d+ items$/ }).click()
  await expect(dialog.getByText(/\d+ done, \d+ so already/)).toBeVisible()
  // It can be taken back where it was done; a word of it that lies behind the dialog would be out of reach.
  await expect(idris.getByRole('button', { name: 'Undo', includeHidden: true })).toHaveCount(0)
  await expect(idris.locator('[role=grid]')).not.toHaveAttribute('aria-rowcount', String(total + 1))
  const left = Number(await idris.locator('[role=grid]').getAttribute('aria-rowcount')) - 1
  expect(left).toBeLessThan(total)
  await dialog.getByRole('button', { name: 'Take it back' }).click()
  await expect(idris.getByText(`Taken back: ${total - left} items`)).toBeVisible()
  await expect(grid(idris)).toHaveAttribute('aria-rowcount', String(total + 1))
  await idris.context().close()
})

test('a view is kept under a name with its columns, and stands with its count', async ({ browser }) => {
  const sorley = await stepIn(browser, 'Sorley Grant')
  await sorley.goto('/office/content')
  await sorley.getByRole('button', { name: 'Columns' }).click()
  const dialog = sorley.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Words', exact: true }).click()
  await dialog.getByRole('button', { name: 'Words earlier' }).click()
  expect(await troubles(sorley, '[role=dialog]')).toEqual([])
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(grid(sorley).getByRole('columnheader', { name: 'Words' })).toHaveAttribute('aria-colindex', '10')
  await line(sorley).fill('words:<60 kind:post')
  await sorley.keyboard.press('Escape')
  await expect(sorley).toHaveURL(/words/)
  await sorley.getByRole('button', { name: 'Keep this view' }).click()
  await dialog.getByLabel('Name').fill('Short ones')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  const tab = sorley.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: /^Short ones/ })
  await expect(tab).toHaveAttribute('aria-current', 'true')
  await expect(tab).toContainText((await count(sorley).innerText()).replace(/ items?/, ''))
  await sorley.getByRole('button', { name: 'In the bin' }).click()
  await expect(line(sorley)).toHaveValue('in:bin')
  await sorley.reload()
  await expect(grid(sorley).getByRole('columnheader', { name: 'Words' })).toBeVisible()
  await tab.click()
  await expect(line(sorley)).toHaveValue('words:<60 kind:post')
  await sorley.context().close()
})

test('a label is renamed at once where its route has no gate, and merged into another', async ({ browser }) => {
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto('/office/labels')
  await expect(idris.getByRole('button', { name: 'Rename Walks' })).toBeVisible()
  expect(await troubles(idris)).toEqual([])
  await idris.getByRole('button', { name: 'Rename Walks' }).click()
  await idris.getByRole('textbox', { name: 'New name of Walks' }).fill('Walks and paths')
  await idris.keyboard.press('Enter')
  await expect(idris.getByRole('link', { name: 'Walks and paths' })).toBeVisible()
  await idris.getByRole('button', { name: 'Merge Walks and paths' }).click()
  const dialog = idris.getByRole('dialog')
  await choose(dialog, 'Into which label', 'Bicycles')
  expect(await troubles(idris, '[role=dialog]')).toEqual([])
  await dialog.getByRole('button', { name: 'See what would happen' }).click()
  await expect(dialog.getByText(/would be done/)).toBeVisible()
  await expect(dialog.getByRole('listitem').first()).toContainText('One label more, one label fewer')
  await dialog.getByRole('button', { name: /^Merge: \d+ changes$/ }).click()
  await expect(dialog.getByText(/\d+ done/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  await idris.getByRole('button', { name: 'Undo' }).click()
  await expect(idris.getByText(/^Taken back/)).toBeVisible()
  await idris.context().close()
})

test('a part of a screen that does not load says so in its place, and comes with another try', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const failing = async (what: RegExp, open: () => Promise<unknown>, said: string) => {
    await page.route(what, (route) => route.abort())
    await open()
    const alert = page.getByRole('alert').filter({ hasText: `${said} did not load: no connection.` })
    await expect(alert).toBeVisible()
    await page.unroute(what)
    await alert.getByRole('button', { name: 'Try again' }).click()
    await expect(alert).toHaveCount(0)
  }
  await failing(/api\/v1\/forecast$/, () => page.goto('/office'), 'The forecast')
  await failing(/api\/v1\/views$/, () => page.goto('/office/content'), 'The kept lists')
  await failing(
    /api\/v1\/items\?limit=8/,
    async () => {
      await page.keyboard.press('Control+k')
      await page.getByRole('combobox', { name: 'Find or do anything' }).fill('timetable')
    },
    'Items with these words',
  )
  await expect(page.getByRole('option').first()).toBeVisible()
  await page.context().close()
})

test('the command field knows what people call things, and starts nothing that nobody asked for', async ({ browser }) => {
  const page = await stepIn(browser, 'Maren Ostby')
  const field = page.getByRole('combobox', { name: 'Find or do anything' })
  const first = page.getByRole('option').first()
  const ask = async (words: string) => {
    await page.keyboard.press('Control+k')
    await field.fill(words)
  }
  await ask('bin')
  await expect(first).toContainText('The bin')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/office\/bin$/)
  await ask('menu')
  await expect(first).toContainText('Site')
  await page.keyboard.press('Escape')
  await ask('invite')
  await expect(first).toContainText('Add a colleague')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Add a colleague' }).getByRole('textbox').first()).toBeVisible()
  await page.keyboard.press('Escape')

  // On a page its own actions are there from the start, with why not; earlier versions are found by what one would do with them.
  const { items } = (await (await page.request.get('/api/v1/items?q=kind:page%20site:live%20draft:draft&limit=1')).json()) as {
    items: { id: string }[]
  }
  await page.goto(`/office/items/${items[0]!.id}`)
  await expect(page.getByRole('textbox', { name: 'Title on the page' })).toBeVisible()
  await page.keyboard.press('Control+k')
  await expect(first).toContainText('Here')
  await expect(page.getByRole('option', { name: 'Send to review' })).toBeVisible()
  await expect(page.getByRole('option', { name: 'Fold all blocks' })).toBeVisible()
  await field.fill('roll back')
  await expect(first).toContainText('History')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/view=history/)

  // Words that mean nothing here may be a title, which is said and asked for before anything is made.
  // Who may write nowhere is told so, and the words stay.
  await ask('qwertz asdf')
  await expect(page.getByRole('option')).toContainText('You have no role that lets you write in any section.')
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue('qwertz asdf')
  await page.context().close()
  const idris = await stepIn(browser, 'Idris Calloway')
  const count = async () => ((await (await idris.request.get('/api/v1/items?limit=1')).json()) as { total: number }).total
  const before = await count()
  await idris.keyboard.press('Control+k')
  await idris.getByRole('combobox', { name: 'Find or do anything' }).fill('qwertz asdf')
  await expect(idris.getByRole('option')).toHaveText(/Start something called “qwertz asdf” …/)
  await idris.keyboard.press('Enter')
  const start = idris.getByRole('dialog', { name: 'Start an item' })
  await expect(start.getByLabel('Title on the page')).toHaveValue('qwertz asdf')
  await expect(start.getByLabel('Section')).toHaveValue('')
  await expect(start.getByRole('button', { name: 'Start', exact: true })).toBeDisabled()
  await idris.keyboard.press('Escape')
  await expect(start).toBeHidden()
  expect(await count()).toBe(before)
  await idris.context().close()
})

test('a list that is brought back as a file asks before it overwrites what was changed here since', async ({ browser }) => {
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto('/office/content')
  const list = await idris.request.get('/api/v1/list/file?sort=title&columns=title,section,reviewBy&q=kind:page%20site:live')
  const lines = (await list.text()).split('\r\n')
  const at = lines.findIndex((line) => line.includes(',Work with us,'))
  const [id] = lines[at]!.split(',')
  await idris.request.patch(`/api/v1/items/${id}/office`, { data: { reviewBy: '2031-03-03' } })
  const cells = lines[at]!.split(',')
  cells[2] = 'Elsewhere'
  cells[3] = '2032-04-04'
  const csv = [lines[0], cells.join(',')].join('\r\n')
  await idris.getByLabel('A changed CSV').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  const dialog = idris.getByRole('dialog')
  await expect(dialog.getByText('section line 2')).toBeVisible()
  await expect(dialog.getByText('“2031-03-03” here now – “2032-04-04” in the file')).toBeVisible()
  expect(await troubles(idris, '[role=dialog]')).toEqual([])
  // Nothing else was changed: there is nothing to do before something is ticked.
  await expect(dialog.getByRole('button', { name: 'See what would happen' })).toBeDisabled()
  await dialog.getByRole('checkbox', { name: /Work with us/ }).check()
  await dialog.getByRole('button', { name: 'See what would happen' }).click()
  await dialog.getByRole('button', { name: 'Make 1 change' }).click()
  await expect(dialog.getByText('1 done')).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  const { office } = (await (await idris.request.get(`/api/v1/items/${id}`)).json()) as { office: { reviewBy: string } }
  expect(office.reviewBy).toBe('2032-04-04')
})
