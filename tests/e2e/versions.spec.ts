import { expect, test, type Page } from '@playwright/test'
import { addBlock, begin, caretAt, nextParagraph, origin, pageOf, read, saved, stepIn } from './office'

const open = async (page: Page, words: string) => {
  const list = await page.request.get(`/api/v1/items?text=${encodeURIComponent(words)}&limit=1`)
  const { items } = (await list.json()) as { items: { id: string }[] }
  await page.goto(`/office/items/${items[0]!.id}`)
  return `/office/items/${items[0]!.id}`
}
/** Starts a post with one paragraph, where the caret is then. */
const write = async (page: Page, title: string) => {
  const item = await begin(page, title)
  await addBlock(page, 'Paragraph')
  return item
}
const block = (page: Page, n: number) => page.getByRole('group', { name: new RegExp(`block ${n} of`) })
const more = async (page: Page, action: string) => {
  await page.getByRole('button', { name: 'More actions' }).click()
  await page.getByRole('menuitem', { name: action }).click()
}

test('a fix went live while the rewrite waited: it is brought up to date, and one place is chosen', async ({ browser }) => {
  const petra = await stepIn(browser, 'Petra Sandvik')
  await open(petra, 'Children and older')
  await expect(petra.getByText('Behind the site.')).toBeVisible()
  await petra.getByRole('button', { name: 'Bring up to date' }).click()
  const place = petra.getByRole('region', { name: 'Place 1 of 1' })
  await expect(place).toContainText('Both began from')
  await expect(place.locator('ins', { hasText: 'sixteen' })).toBeVisible()
  await expect(place.locator('ins', { hasText: 'seventeen' })).toBeVisible()
  await expect(petra.getByRole('button', { name: 'Bring up to date' })).toBeDisabled()
  await petra.getByRole('radio', { name: 'Words of my own' }).check()
  await place.getByRole('textbox', { name: 'Words of my own' }).click()
  await petra.keyboard.press('Control+A')
  await petra.keyboard.type('Under six: free. From six to seventeen: half, and free on Sundays.')
  await petra.getByRole('button', { name: 'Bring up to date' }).click()
  await expect(petra.getByText(/The draft holds what version \d+ changed/)).toBeVisible()
  await expect(block(petra, 1)).toContainText('From six to seventeen: half, and free on Sundays.')
  await expect(block(petra, 3)).toContainText('a family of four crosses')
  await expect(petra.getByText('Behind the site.')).toBeHidden()
  await petra.getByRole('button', { name: 'History' }).click()
  await expect(petra.getByText('Brought up to date by Petra Sandvik').first()).toBeVisible()
  await petra.context().close()
})

test('a second draft is begun beside the first, and each keeps its own text', async ({ browser }) => {
  const anton = await stepIn(browser, 'Anton Arrieta')
  await write(anton, 'Two lines of work')
  await anton.keyboard.type('The long text.')
  await saved(anton)
  await more(anton, 'Begin another draft beside')
  await anton.getByLabel('What is it for?').fill('A short one')
  await anton.getByRole('button', { name: 'Begin the draft' }).click()
  const tabs = anton.getByRole('navigation', { name: 'Drafts of this item' })
  await expect(tabs.getByRole('button', { name: /A short one/ })).toHaveAttribute('aria-current', 'true')
  await block(anton, 1).getByText('The long text.').click()
  await anton.keyboard.press('Control+A')
  await anton.keyboard.type('Short.')
  await saved(anton)
  await tabs.getByRole('button', { name: /First draft/ }).click()
  await expect(block(anton, 1)).toContainText('The long text.')
  await more(anton, 'Discard this draft')
  await expect(tabs).toBeHidden()
  await expect(block(anton, 1)).toContainText('Short.')
  await anton.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(tabs).toBeVisible()
  await anton.context().close()
})

test('one block is taken back from an earlier version, and everything can be undone, also after a reload', async ({ browser }) => {
  const anton = await stepIn(browser, 'Anton Arrieta')
  const item = await write(anton, 'Taken back')
  await anton.keyboard.type('First as it was.')
  await nextParagraph(anton)
  await anton.keyboard.type('Second as it was.')
  await anton.keyboard.press('Escape')
  await saved(anton)
  await anton.keyboard.press('Control+s')
  await anton.getByLabel('What changed, and why?').fill('As it was')
  await anton.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(anton.getByRole('dialog')).toBeHidden()
  for (const [n, word] of [
    [1, 'First'],
    [2, 'Second'],
  ] as const) {
    await block(anton, n).getByText(`${word} as it was.`).click()
    await anton.keyboard.press('Control+A')
    await anton.keyboard.type(`${word} anew.`)
    await anton.keyboard.press('Escape')
  }
  await saved(anton)
  await anton.getByRole('button', { name: 'History' }).click()
  await anton.getByRole('button', { name: 'Named' }).click()
  await expect(anton.getByText('“As it was”')).toBeVisible()
  await anton.getByRole('button', { name: 'Compare' }).first().click()
  const list = await anton.request.get(`/api/v1${item.replace('/office', '')}/versions`)
  const { versions } = (await list.json()) as { versions: { id: string; note: string }[] }
  await anton.getByRole('combobox', { name: 'to', exact: true }).selectOption(versions[0]!.id)
  await anton.getByRole('combobox', { name: 'From' }).selectOption(versions.find(({ note }) => note === 'As it was')!.id)
  await expect(anton.getByText('2 blocks changed')).toBeVisible()
  await anton.keyboard.press('n')
  await expect(anton.getByRole('region', { name: /^Changed: Paragraph/ }).first()).toBeFocused()
  await anton
    .getByRole('region', { name: /^Changed: Paragraph/ })
    .first()
    .getByRole('button', { name: 'Take this back' })
    .click()
  await expect(anton.getByText('1 block changed')).toBeVisible()
  await saved(anton)
  await anton.goto(item)
  await expect(block(anton, 1)).toContainText('First as it was.')
  await expect(block(anton, 2)).toContainText('Second anew.')
  await anton.keyboard.press('Control+Z')
  await expect(block(anton, 1)).toContainText('First anew.')
  await anton.keyboard.press('Control+Shift+Z')
  await expect(block(anton, 1)).toContainText('First as it was.')
  await anton.context().close()
})

test('the page beside follows each key, and is what readers get when it is live', async ({ browser }) => {
  const wen = await stepIn(browser, 'Wen Zhao')
  const address = (await write(wen, 'Seen beside')).replace('/office', '/api/v1')
  // Dated by hand: another test's clock on this server may have passed midnight, and this is about today.
  const { draft } = (await (await wen.request.get(address)).json()) as { draft: { id: string; head: string } }
  const dated = { op: 'field', name: 'shownDate', value: new Date().toISOString().slice(0, 10) }
  await wen.request.post(`/api/v1/drafts/${draft.id}/edits`, { data: { base: draft.head, edits: [dated] } })
  await wen.keyboard.type('Words before.')
  await saved(wen)
  await wen.getByRole('button', { name: 'Side by side' }).click()
  const page = wen.frameLocator('iframe')
  await expect(page.getByText('Words before.')).toBeVisible()
  await caretAt(wen, block(wen, 1).getByText('Words before.'), 'End')
  await wen.context().setOffline(true)
  await wen.keyboard.type(' And after, without any line.')
  await expect(page.getByText('Words before. And after, without any line.')).toBeVisible()
  await wen.context().setOffline(false)
  await saved(wen)
  // A click in the page leads to the block.
  await wen.getByRole('textbox', { name: 'Title on the page' }).click()
  await page.getByText('Words before. And after').click()
  await expect(wen.locator('.ProseMirror:focus')).toContainText('Words before. And after')
  await wen.keyboard.press('Escape')
  const shown = () =>
    wen
      .locator('iframe')
      .first()
      .evaluate((frame: HTMLIFrameElement) => {
        const { head, body } = frame.contentDocument!
        const clone = body.cloneNode(true) as HTMLElement
        for (const element of clone.querySelectorAll('.yieldgate-in-hand')) element.removeAttribute('class')
        return [head.querySelector('title')!.textContent, clone.innerHTML] as const
      })
  const [title, beside] = await shown()
  await wen.getByRole('button', { name: 'Write', exact: true }).click()
  await wen.getByRole('button', { name: 'Send to review' }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  const bea = await stepIn(browser, 'Bea Okonjo')
  await bea.goto(wen.url())
  await bea.getByRole('button', { name: 'Clear', exact: true }).click()
  await bea.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto(wen.url())
  await idris.getByRole('button', { name: 'Put live now' }).click()
  await expect(idris.getByText(/It is live/)).toBeVisible()
  const reader = await browser.newPage({ baseURL: origin() })
  await reader.goto('/posts/seen-beside')
  expect(await reader.evaluate(() => [document.title, document.body.innerHTML])).toEqual([title, beside])
  await Promise.all([wen, bea, idris].map((one) => one.context().close()))
  await reader.close()
})

test('a line that drops and a tab that closes lose nothing', async ({ browser }) => {
  const anton = await stepIn(browser, 'Anton Arrieta')
  const item = await write(anton, 'Not lost')
  await anton.keyboard.type('Saved words.')
  await saved(anton)
  await anton.context().setOffline(true)
  await anton.keyboard.type(' Words that only this computer has.')
  await expect(anton.getByText('Not saved: no connection')).toBeVisible()
  await expect
    .poll(() =>
      anton.evaluate(
        () =>
          new Promise<boolean>((resolve) => {
            const request = indexedDB.open('keyval-store')
            request.onsuccess = () => {
              const all = request.result.transaction('keyval').objectStore('keyval').getAll()
              all.onsuccess = () => resolve(JSON.stringify(all.result).includes('only this computer'))
            }
          }),
      ),
    )
    .toBe(true)
  const context = anton.context()
  // A tab that closes is let go of by the emulated line first and could save in its last moment; this one cannot.
  await anton.evaluate(() => (window.fetch = () => Promise.reject(new TypeError('no line'))))
  const again = await pageOf(context)
  await Promise.all([anton.waitForEvent('close'), anton.close({ runBeforeUnload: true })])
  await context.setOffline(false)
  await again.goto(item)
  await expect(again.getByText(/was not saved; a copy is kept on this computer/)).toBeVisible()
  await again.getByRole('button', { name: 'Restore it' }).click()
  await saved(again)
  await expect(block(again, 1)).toContainText('Saved words. Words that only this computer has.')
  await context.close()
})

test('rolling back shows what it undoes, is at once for readers, and goes forward again', async ({ browser }) => {
  const idris = await stepIn(browser, 'Idris Calloway')
  await open(idris, 'Foot passengers')
  const versions = async () => (await read('/fares/foot-passengers')).text
  const before = await versions()
  await idris.getByRole('button', { name: 'History' }).click()
  await expect(idris.getByRole('figure', { name: 'When each version was live' })).toBeVisible()
  const back = idris.getByRole('button', { name: 'Roll back to this' }).first()
  await back.click()
  await expect(idris.getByRole('dialog').getByText(/It changes \d+ blocks? .*back\./)).toBeVisible()
  await idris.getByRole('dialog').getByRole('button', { name: 'Roll back' }).click()
  await expect(idris.getByText(/is live again/)).toBeVisible()
  expect(await versions()).not.toBe(before)
  await idris.getByRole('button', { name: 'Roll back to this' }).first().click()
  await idris.getByRole('dialog').getByRole('button', { name: 'Roll back' }).click()
  await expect.poll(async () => (await versions()).replace(/"dateModified":"[^"]*"/, '')).toBe(before.replace(/"dateModified":"[^"]*"/, ''))
  await idris.context().close()
})

test('the bin gives back what was discarded', async ({ browser }) => {
  const sorley = await stepIn(browser, 'Sorley Grant')
  await sorley.goto('/office/bin')
  const row = sorley.getByRole('row', { name: /Names of the deck crew/ })
  await row.getByRole('button', { name: 'Restore' }).click()
  await expect(sorley.getByText(/is open again/)).toBeVisible()
  await expect(row).toBeHidden()
  await open(sorley, 'People on board')
  await expect(sorley.getByText('some of them have asked not to be named').first()).toBeVisible()
  await sorley.context().close()
})

test('two people see each other in a draft', async ({ browser }) => {
  const [wen, anton] = [await stepIn(browser, 'Wen Zhao'), await stepIn(browser, 'Anton Arrieta')]
  const item = await write(wen, 'Seen together')
  await wen.keyboard.type('A paragraph.')
  await saved(wen)
  await anton.goto(item)
  await expect(anton.getByRole('list', { name: 'Also here' })).toContainText('Wen Zhao')
  await expect(block(anton, 1).getByText('Wen Zhao')).toBeVisible()
  await anton.goto('/office')
  await expect(wen.getByRole('list', { name: 'Also here' })).toBeHidden({ timeout: 20_000 })
  await Promise.all([wen, anton].map((one) => one.context().close()))
})
