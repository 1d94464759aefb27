import { expect, test, type Page } from '@playwright/test'
import { join } from 'node:path'
import { addBlock, begin, nextParagraph, origin, saved, stepIn } from './office'

const block = (page: Page, n: number) => page.getByRole('group', { name: new RegExp(`block ${n} of`) })
/** Three paragraphs, the last of them in hand as a whole. */
async function three(page: Page, title: string): Promise<string> {
  const item = await begin(page, title)
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('One')
  for (const word of ['Two', 'Three']) {
    await nextParagraph(page)
    await page.keyboard.type(word)
  }
  await page.keyboard.press('Escape')
  await expect(block(page, 3)).toBeFocused()
  return item
}
const words = (page: Page) => page.locator('[data-block]').allInnerTexts()

test('several blocks are chosen by keyboard, moved together, folded, and copied to another page', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta', { permissions: ['clipboard-read', 'clipboard-write'] })
  await three(page, 'Copied from')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(page.getByText('2 blocks chosen')).toBeVisible()
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(() => words(page)).toEqual(['Two', 'Three', 'One'])
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('button', { name: 'Paragraph Two' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Paragraph One' })).toHaveCount(0)
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => words(page)).toEqual(['Two', 'Three', 'One'])
  await page.keyboard.press('Control+C')
  await expect(page.getByText('2 blocks copied')).toBeVisible()
  await page.keyboard.press('Delete')
  await expect.poll(() => words(page)).toEqual(['One'])
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(() => words(page)).toEqual(['Two', 'Three', 'One'])
  await saved(page)

  await three(page, 'Copied to')
  await block(page, 1).focus()
  await page.keyboard.press('Control+V')
  await expect.poll(() => words(page)).toEqual(['One', 'Two', 'Three', 'Two', 'Three'])
  await saved(page)
  await page.reload()
  await expect.poll(() => words(page)).toEqual(['One', 'Two', 'Three', 'Two', 'Three'])
  await page.context().close()
})

/** The point of the window before a letter of a block's text. */
const letter = (page: Page, n: number, at: number) =>
  block(page, n)
    .getByRole('textbox')
    .evaluate((text, letters) => {
      const walker = document.createTreeWalker(text, NodeFilter.SHOW_TEXT)
      let node = walker.nextNode() as Text
      for (let left = letters; ; node = walker.nextNode() as Text) {
        if (left <= node.length) {
          const range = document.createRange()
          range.setStart(node, left)
          const { left: x, top, bottom } = range.getBoundingClientRect()
          return { x: x + 0.5, y: (top + bottom) / 2 }
        }
        left -= node.length
      }
    }, at)
/** Drags the mouse from a letter of one block to a letter of another, or of the same. */
async function drag(page: Page, [from, at]: [number, number], [to, end]: [number, number]) {
  const [start, stop] = [await letter(page, from, at), await letter(page, to, end)]
  await page.mouse.move(start.x, start.y)
  await page.mouse.down()
  await page.mouse.move((start.x + stop.x) / 2, (start.y + stop.y) / 2, { steps: 4 })
  await page.mouse.move(stop.x, stop.y, { steps: 4 })
  await page.mouse.up()
}
const selected = (page: Page) => page.evaluate(() => [...(CSS.highlights.get('text-span') ?? [])].map(String))

test('text is selected over blocks with the mouse: copied, styled, typed over, split, and given back', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta', { permissions: ['clipboard-read', 'clipboard-write'] })
  await begin(page, 'Selected over blocks')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('Night boats run')
  for (const text of ['All week', 'From Friday on']) {
    await nextParagraph(page)
    await page.keyboard.type(text)
  }
  await saved(page)
  const bar = page.getByRole('toolbar', { name: 'The selected text' })
  // What follows the mouse is fetched when a block is first pointed at: the first try may come before it.
  await expect(async () => {
    await drag(page, [1, 5], [3, 4])
    await expect(bar).toContainText('Text of 3 blocks selected', { timeout: 1_000 })
  }).toPass()
  await expect.poll(() => selected(page)).toEqual([' boats run', 'All week', 'From'])
  // The other way round it is the same, and within one block none.
  await drag(page, [3, 4], [1, 5])
  await expect.poll(() => selected(page)).toEqual([' boats run', 'All week', 'From'])
  await page.keyboard.press('Control+C')
  await expect(page.getByText('Text copied')).toBeVisible()
  await page.keyboard.press('Control+B')
  await expect.poll(() => page.locator('[data-block] strong').allInnerTexts()).toEqual([' boats run', 'All week', 'From'])
  await expect.poll(() => selected(page)).toEqual([' boats run', 'All week', 'From'])
  await bar.getByRole('button', { name: 'Bold' }).click()
  await expect(page.locator('[data-block] strong')).toHaveCount(0)
  await page.keyboard.type('-owls of')
  await expect.poll(() => words(page)).toEqual(['Night-owls of Friday on'])
  await expect(bar).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await nextParagraph(page)
  await page.keyboard.press('Control+V')
  await expect.poll(() => words(page)).toEqual(['Night-owls of Friday on', 'boats run', 'All week', 'From'])
  await drag(page, [2, 5], [3, 4])
  await page.keyboard.press('Enter')
  await page.keyboard.type('and')
  await expect.poll(() => words(page)).toEqual(['Night-owls of Friday on', 'boats', 'andweek', 'From'])
  await drag(page, [3, 3], [4, 4])
  await page.keyboard.press('Control+X')
  await expect.poll(() => words(page)).toEqual(['Night-owls of Friday on', 'boats', 'and'])
  await page.keyboard.press('Control+Z')
  await expect.poll(() => words(page)).toEqual(['Night-owls of Friday on', 'boats', 'andweek', 'From'])
  // One drag selects within one text too, though the press has only just opened it.
  await page.keyboard.press('Escape')
  await drag(page, [1, 0], [1, 10])
  await page.keyboard.type('Boats')
  await expect.poll(() => words(page)).toEqual(['Boats of Friday on', 'boats', 'andweek', 'From'])
  await saved(page)
  await page.context().close()
})

test('words and paragraphs take the site’s own styles; a place with little room offers fewer tools and says how much fits', async ({
  browser,
}) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  await begin(page, 'Styles of the site')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('Mind the gap')
  await page.keyboard.press('Control+A')
  await page.getByRole('button', { name: 'Text style' }).click()
  await page.getByRole('menuitem', { name: 'Alert' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Block 1: move, duplicate, remove' }).click()
  await page.getByRole('menuitem', { name: 'Centred' }).click()
  await addBlock(page, 'Picture')
  await page.getByRole('textbox', { name: 'Caption' }).click()
  await page.keyboard.type('The quay')
  const tools = page.getByRole('toolbar', { name: 'Style of the text' })
  await expect(tools.getByRole('button', { name: 'Bold' })).toBeVisible()
  await expect(tools.getByRole('button', { name: 'Link', exact: true })).toHaveCount(0)
  await expect(page.getByText('8 of 140')).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: 'Side by side' }).click()
  const shown = page.frameLocator('iframe')
  await expect(shown.locator('p.look-centred > span.word-alert')).toHaveText('Mind the gap')
  // The theme comes into the page beside a moment after its text.
  await expect(shown.locator('.look-centred')).toHaveCSS('text-align', 'center')
  await page.context().close()
})

test('cells of a table are joined and split, and lines go in where the cell in hand is', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  await begin(page, 'A table with joined cells')
  await addBlock(page, 'Table')
  const cell = (row: number, column: number) => page.getByRole('textbox', { name: `Row ${row}, column ${column}` })
  for (const [row, column, text] of [
    [1, 1, 'Season'],
    [2, 1, 'Summer'],
    [2, 2, 'Daily'],
  ] as const) {
    await cell(row, column).click()
    await page.keyboard.type(text)
  }
  await cell(1, 1).click()
  await page.getByRole('button', { name: 'Join to the right' }).click()
  await expect(cell(1, 2)).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Join below' })).toBeDisabled()
  await cell(2, 1).click()
  await page.getByRole('button', { name: 'Row below' }).click()
  await expect(cell(3, 2)).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: 'Side by side' }).click()
  const head = page.frameLocator('iframe').locator('th')
  await expect(head).toHaveAttribute('colspan', '2')
  await expect(head).toHaveAttribute('scope', 'colgroup')
  await page.getByRole('button', { name: 'Write' }).click()
  await cell(1, 1).click()
  await page.getByRole('button', { name: 'Split' }).click()
  await expect(cell(1, 2)).toBeVisible()
  await page.context().close()
})

test('a link leads to a heading of another page, and to a document that opens in a new window', async ({ browser }) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  await begin(page, 'Where the leaflet is')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('See')
  await page.getByRole('button', { name: 'Link', exact: true }).click()
  await page.getByLabel(/Words of a title/).fill('Step-free travel')
  await page.getByRole('button', { name: 'Headings in Step-free travel' }).click()
  const heading = page.getByRole('dialog').locator('button.pl-24').first()
  const name = (await heading.innerText()).trim()
  await heading.click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.locator('.ProseMirror:focus')).toHaveText(`See ${name}`)
  await page.getByRole('button', { name: 'Link', exact: true }).click()
  await page.getByLabel(/in a new window/).check()
  await page
    .getByLabel('Add a document')
    .setInputFiles({ name: 'Leaflet for print.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4\n%%EOF\n') })
  await expect(page.getByRole('dialog')).toBeHidden()
  await saved(page)
  await page.getByRole('button', { name: 'Side by side' }).click()
  const shown = page.frameLocator('iframe')
  await expect(shown.getByRole('link', { name })).toHaveAttribute('href', /^\/[a-z/-]+#[\w-]+$/)
  const document = shown.getByRole('link', { name: 'Leaflet for print' })
  await expect(document).toHaveAttribute('target', '_blank')
  await expect(document).toHaveAttribute('data-file', 'PDF, 1 kB')
  const path = (await document.getAttribute('href'))!
  expect((await fetch(origin() + path)).status).toBe(404)
  const mine = await page.request.get(path)
  expect(mine.headers()['content-type']).toBe('application/pdf')
  expect(mine.headers()['content-security-policy']).toContain('sandbox')
  await page.context().close()
})

test('a picture is cut to its place, keeps its whole, and says whether it is large enough', async ({ browser }) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  await begin(page, 'Cut to size')
  const cover = page.locator('#field-cover')
  await cover
    .getByLabel('Cover picture: pick a file')
    .setInputFiles(join(import.meta.dirname, '..', '..', 'docs', 'screenshots', 'live-home.png'))
  await expect(cover.getByText(/1280 × 800 pixels/)).toBeVisible()
  await cover.getByRole('button', { name: 'Cut cover picture to size' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.locator('.vue-advanced-cropper__image')).toBeVisible()
  await dialog.getByLabel('Shape').selectOption({ label: 'Square' })
  await expect(dialog.getByLabel('Width')).toHaveValue('800')
  await dialog.getByLabel('Left to right').fill('80')
  await dialog.getByRole('button', { name: 'Use this part' }).click()
  await expect(cover.getByText('800 × 800 pixels; the top of the page shows up to 960: too small, it will look soft.')).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: 'Side by side' }).click()
  const picture = page.frameLocator('iframe').locator('figure.cover img')
  await expect(picture).toHaveClass('fx-80')
  await expect(picture).toHaveAttribute('width', '800')
  await page.getByRole('button', { name: 'Write' }).click()
  await cover.getByRole('button', { name: 'Cut cover picture to size' }).click()
  await expect(dialog.getByLabel('Height')).toHaveValue('800')
  await dialog.getByLabel('Shape').selectOption({ label: '4 to 3' })
  const shape = async () => Number(await dialog.getByLabel('Width').inputValue()) / Number(await dialog.getByLabel('Height').inputValue())
  await expect.poll(shape).toBeCloseTo(4 / 3, 2)
  await page.context().close()
})

test('a label is made while writing; the page fills the window; after putting live one can go back', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  await page.getByRole('link', { name: 'Content' }).click()
  await page.getByRole('button', { name: 'Start an item' }).click()
  await page.getByRole('dialog').getByText('Author profile').click()
  await page.getByLabel('Title on the page').fill('Ebba Lund')
  await page.getByRole('dialog').getByLabel('Section').selectOption({ label: 'About' })
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.waitForURL(/office\/items\//)
  await page.getByRole('button', { name: 'Fill the window' }).click()
  await expect(page.getByRole('list', { name: 'Track' })).toBeHidden()
  await page.getByRole('button', { name: 'Show what stands around' }).click()
  await page.getByRole('button', { name: 'Send on' }).click()
  await page.getByRole('button', { name: 'Put live now' }).click()
  await page.getByRole('button', { name: 'Back to Content' }).click()
  await expect(page).toHaveURL(/\/office\/content/)

  await begin(page, 'With a label of its own')
  await page.getByRole('button', { name: 'Make a new label' }).click()
  await page.getByLabel('Name of the new label').fill('Winter on the water')
  await page.getByRole('button', { name: 'Make', exact: true }).click()
  await expect(page.locator('#field-labels').getByText('Winter on the water')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.locator('#field-labels').getByText('Winter on the water')).toBeVisible()
  await page.context().close()
})
