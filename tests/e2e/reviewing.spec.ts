import { expect, test, type Page } from '@playwright/test'
import { addBlock, begin, caretAt, nextParagraph, saved, stepIn } from './office'

const send = async (page: Page) => {
  await page.getByRole('button', { name: 'Send to review' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('In review').first()).toBeVisible()
}
/** Chooses words of an element, as a drag of the mouse over them does. */
const choose = (page: Page, selector: string, words: string) =>
  page.evaluate(
    ([within, exact]) => {
      const root = document.querySelector(within!)!
      const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT)
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const from = node.textContent!.indexOf(exact!)
        if (from < 0) continue
        const range = document.createRange()
        range.setStart(node, from)
        range.setEnd(node, from + exact!.length)
        getSelection()!.removeAllRanges()
        getSelection()!.addRange(range)
        return
      }
      throw new Error(`There is no “${exact}”`)
    },
    [selector, words],
  )

test('a note on words suggests others; the writer takes them, answers, and the reviewer sees what changed since', async ({ browser }) => {
  const [anton, noor] = [await stepIn(browser, 'Anton Arrieta'), await stepIn(browser, 'Noor Haddad')]
  const item = await begin(anton, 'The early boat')
  await addBlock(anton, 'Paragraph')
  await anton.keyboard.type('The boat leaves at six. It leaves again at ten.')
  await nextParagraph(anton)
  await anton.keyboard.type('Dogs travel free.')
  await saved(anton)
  await send(anton)

  // She reads it whole the first time, and notes: on words, with others instead; on a block; on a field.
  await noor.goto(item)
  const first = noor.getByRole('group', { name: /Paragraph, block 1/ })
  await expect(first).toBeVisible()
  await choose(noor, '[data-block]', 'leaves again')
  await first.getByRole('button', { name: 'Note on block 1' }).click()
  const dialog = noor.getByRole('dialog')
  await expect(dialog.getByText('leaves again')).toBeVisible()
  await dialog.getByLabel(/Suggest other words/).check()
  await dialog.getByLabel('Words instead').fill('sails again')
  await dialog.getByRole('button', { name: 'Save note' }).click()
  await noor.getByRole('button', { name: 'Note on block 2' }).click()
  await dialog.getByLabel('What should change here?').fill('All dogs?')
  await dialog.getByRole('button', { name: 'Save note' }).click()
  await noor.getByRole('button', { name: 'Note on Summary' }).click()
  await dialog.getByLabel('What should change here?').fill('Say the hour here too')
  await dialog.getByRole('button', { name: 'Save note' }).click()
  // What is noted and not yet sent is there after a reload, and can be taken away.
  await noor.reload()
  await expect(noor.getByText('Your note: All dogs?')).toBeVisible()
  await noor.locator('#field-summary').getByRole('button', { name: 'Delete note' }).click()
  await noor.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await noor.getByRole('button', { name: 'Return with 3 notes' }).click()
  await dialog.getByRole('button', { name: 'Return', exact: true }).click()
  await expect(noor.getByText('Returned').first()).toBeVisible()

  // He writes before the words, which are found all the same; one click takes them, and can be undone as any save can.
  await anton.goto(item)
  const words = anton.getByRole('group', { name: /Paragraph, block 1/ })
  await caretAt(anton, words.getByText('The boat leaves'), 'Home')
  await anton.keyboard.type('It leaves early: ')
  await anton.keyboard.press('Escape')
  await saved(anton)
  await words.getByRole('button', { name: 'Take these words' }).click()
  await expect(words.getByText('It leaves early: The boat leaves at six. It sails again at ten.')).toBeVisible()
  await expect(words.getByRole('button', { name: 'Note by Noor Haddad, dealt with' })).toBeVisible()
  const dogs = anton.getByRole('group', { name: /Paragraph, block 2/ })
  await dogs.getByRole('button', { name: 'Answer' }).click()
  await anton.getByLabel('Your answer').fill('Small ones; I ask the harbour.')
  await anton.keyboard.press('Enter')
  await expect(dogs.getByText('Small ones; I ask the harbour.')).toBeVisible()
  await anton.locator('#field-summary').getByRole('textbox').fill('From six in the morning.')
  await anton.locator('#field-summary').getByRole('button', { name: 'Dealt with' }).click()
  await expect(anton.locator('#field-summary').getByRole('button', { name: 'Note by Noor Haddad, dealt with' })).toBeVisible()
  await saved(anton)
  await send(anton)

  // The second time she is shown what changed since, with the thread where it belongs, the track beside it.
  await noor.goto(item)
  await expect(noor.getByText(/^1 block changed, 1 field since you returned version \d+$/)).toBeVisible()
  await expect(noor.locator('ins').getByText('sails')).toBeVisible()
  await expect(noor.getByText('Dogs travel free.')).toBeHidden()
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await dialog.getByRole('button', { name: 'Clear' }).click()
  await expect(noor.getByText('Cleared').first()).toBeVisible()
  for (const page of [anton, noor]) await page.context().close()
})

test('a note that was kept goes to the writer with the clearance; the keys of Review do not type', async ({ browser }) => {
  const [anton, noor] = [await stepIn(browser, 'Anton Arrieta'), await stepIn(browser, 'Noor Haddad')]
  const item = await begin(anton, 'Kept with a yes')
  await addBlock(anton, 'Paragraph')
  await anton.keyboard.type('The kiosk opens at six.')
  await saved(anton)
  await send(anton)
  const draft = ((await (await noor.request.get(`/api/v1/items/${item.split('/').at(-1)}`)).json()) as { draft: { id: string } }).draft.id
  await noor.goto(`/office/review?draft=${draft}`)
  const words = noor.getByRole('article', { name: 'Kept with a yes' })
  await words.getByText('The kiosk opens at six.').hover()
  await words.getByRole('button', { name: 'Note on this paragraph' }).click()
  const dialog = noor.getByRole('dialog')
  await dialog.getByRole('textbox').first().fill('Good; say “daily” next time.')
  await dialog.getByRole('button', { name: 'Save note' }).click()
  await expect(dialog).toBeHidden()
  // The key that opens the dialog is not its first letter.
  await noor.keyboard.press('r')
  await expect(dialog.getByLabel('What should change?')).toHaveValue('')
  await noor.keyboard.press('Escape')
  await noor.keyboard.press('c')
  await expect(dialog.getByLabel('A word with it, if you like')).toHaveValue('')
  await expect(dialog).toContainText('1 note that you wrote while reading goes to the writer with it.')
  await dialog.getByRole('button', { name: 'Clear' }).click()
  await expect(dialog).toBeHidden()
  await anton.goto(item)
  await expect(anton.getByText('Good; say “daily” next time.').first()).toBeVisible()
  for (const page of [anton, noor]) await page.context().close()
})
