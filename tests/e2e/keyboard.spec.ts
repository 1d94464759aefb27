import { expect, test, type Page } from '@playwright/test'
import { BLOCK_WORDS, type BlockKind } from '../../core/blocks/blocks'
import { begin, read, saved, SLOWER, stepIn } from './office'

/** Our key for the insert menu, then the kind's first letters, then Enter. */
async function add(page: Page, kind: BlockKind) {
  const blocks = page.locator('article > div [data-block]:not([data-block] [data-block])')
  const before = await blocks.count()
  await page.keyboard.press('Control+Enter')
  const menu = page.getByRole('menu')
  await expect(menu).toBeFocused()
  // A menu forgets the letters before when the next comes late, as on a busy machine: then one types the word again.
  const entry = menu.getByRole('menuitem', { name: BLOCK_WORDS[kind], exact: true })
  await expect(async () => {
    await page.keyboard.type(BLOCK_WORDS[kind])
    await expect(entry).toHaveAttribute('data-headlessui-state', 'active', { timeout: 1_000 * SLOWER })
  }).toPass()
  await page.keyboard.press('Enter')
  await expect(blocks).toHaveCount(before + 1)
  // The caret is in it, or the block itself is in hand where it has no words: who goes on sooner is led back.
  const isInHand = () =>
    blocks.evaluateAll((all) =>
      all.some(
        (block) =>
          block === document.activeElement ||
          (block.contains(document.activeElement) && document.activeElement!.matches('input, textarea, [contenteditable=true]')),
      ),
    )
  await expect.poll(isInHand).toBe(true)
}

test('a page with every kind of block is written by keyboard alone', async ({ browser }) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  const item = await begin(page, 'By keyboard alone')
  await page.keyboard.press('Enter')
  await expect(page.locator('.ProseMirror:focus')).toBeVisible()
  await page.keyboard.type('The first words.')

  await add(page, 'heading')
  await page.keyboard.type('A heading')
  await add(page, 'list')
  await page.keyboard.type('One')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Inner')
  await add(page, 'quote')
  await page.keyboard.type('Said aloud')
  await add(page, 'table')
  await page.keyboard.type('The fares')
  await add(page, 'button')
  await page.keyboard.type('Book')
  await page.keyboard.press('Tab')
  await page.keyboard.type('/fares')
  await expect(page.getByRole('textbox', { name: 'Where the button leads' })).toHaveValue('/fares')
  await page.keyboard.press('Tab')
  await page.getByRole('group', { name: /^Button, block/ }).focus()
  await add(page, 'definitions')
  await page.getByRole('group', { name: /^Definition list, block/ }).focus()
  await add(page, 'divider')
  await add(page, 'box')
  await page.keyboard.type('Mind the ramp')
  await page.getByRole('group', { name: /^Box, block/ }).focus()
  for (const kind of ['columns', 'cards', 'people', 'questions', 'embed', 'source', 'picture'] as const) {
    await add(page, kind)
    await page.getByRole('group', { name: new RegExp(`^${BLOCK_WORDS[kind]}, block`) }).focus()
  }
  // Moved by keyboard: the last block goes one up.
  await page.keyboard.press('Alt+ArrowUp')
  await expect(page.getByRole('group', { name: /^Picture, block 15 of 16/ })).toBeFocused()
  await saved(page)
  const kinds = (await (await page.request.get(`/api/v1/items/${item.split('/').at(-1)}`)).json()) as {
    draft: { content: { body: { kind: string }[] } }
  }
  expect(new Set(kinds.draft.content.body.map((block) => block.kind))).toEqual(new Set(Object.keys(BLOCK_WORDS)))
  await page.context().close()
})

test('what is pasted from a word processor becomes our blocks, and what was around the caret stays', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  await begin(page, 'Pasted in')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Before. After.')
  for (let step = 0; step < 'After.'.length; step++) await page.keyboard.press('ArrowLeft')
  // The editor hears of the caret with the next frame.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData(
      'text/html',
      `<html><body><!--StartFragment--><h1 style='mso-x:y'>Fares 2027</h1><p class=MsoNormal>A car costs <b>252 kroner</b>.<o:p></o:p></p>
       <p class=MsoListParagraph style='mso-list:l0 level1 lfo1'><span style='mso-list:Ignore'>·&nbsp;</span>Bags<o:p></o:p></p>
       <table><tr><th>Port</th><th>Car</th></tr><tr><td>Vessa</td><td>252</td></tr></table><p><img src="https://pictures.example/boat.png" alt="A boat"></p><script>window.pasted = true</script><!--EndFragment--></body></html>`,
    )
    data.setData('text/plain', 'Fares 2027')
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  const names = () =>
    page
      .getByRole('group', { name: /, block \d+ of/ })
      .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!.split(',')[0]))
  await expect.poll(names).toEqual(['Paragraph', 'Heading', 'Paragraph', 'List', 'Table', 'Picture', 'Paragraph'])
  await expect(page.getByRole('group', { name: /block 1 of/ })).toContainText('Before.')
  await expect(page.getByRole('group', { name: /block 7 of/ })).toContainText('After.')
  // Its picture lies elsewhere: it is offered to be fetched, and not fetched unasked.
  const picture = page.getByRole('group', { name: /^Picture, block 6 of/ })
  await expect(picture.getByRole('status')).toContainText('had a picture here')
  await expect(picture.getByLabel('Web address of picture')).toHaveValue('https://pictures.example/boat.png')
  await expect(picture.getByRole('button', { name: 'Fetch from this address' })).toBeEnabled()
  await expect(page.getByRole('group', { name: /block 3 of/ }).locator('strong')).toHaveText('252 kroner')
  expect(await page.evaluate(() => 'pasted' in window)).toBe(false)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Z')
  await expect.poll(names).toEqual(['Paragraph'])
  await page.context().close()
})

test('words are found and replaced over the whole page, and undone as one', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  await begin(page, 'The Auk and the auk')
  await page.keyboard.press('Enter')
  await page.keyboard.type('The Auk sails. An auk dives.')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Shift+F')
  await page.getByLabel('Find', { exact: true }).fill('auk')
  await expect(page.getByText('4 times in 2 places')).toBeVisible()
  await page.getByLabel('Capitals as typed').check()
  await page.getByLabel('Find', { exact: true }).fill('Auk')
  await page.getByLabel('Replace with').fill('Petrel')
  await page.getByRole('button', { name: 'Replace all' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('textbox', { name: 'Title on the page' })).toHaveValue('The Petrel and the auk')
  await expect(page.getByRole('group', { name: /block 1 of/ })).toContainText('The Petrel sails. An auk dives.')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('textbox', { name: 'Title on the page' })).toHaveValue('The Auk and the auk')
  await page.context().close()
})

test('links: to a heading of this page, to our own address by its item, out in a new window, and nowhere yet', async ({ browser }) => {
  const page = await stepIn(browser, 'Wen Zhao')
  const item = await begin(page, 'Kinds of link')
  await page.keyboard.press('Enter')
  await page.keyboard.type('See ')
  const link = async (words: string, choose: () => Promise<void>) => {
    await page.getByRole('button', { name: 'Link', exact: true }).click()
    await page.getByLabel(/Words of a title/).fill(words)
    await choose()
    await page.keyboard.press('End')
    await page.keyboard.type(' and ')
  }
  await link('/fares/ten-trip-card', () => page.getByRole('button', { name: /On this site.*Ten-trip card/ }).click())
  await link('https://tides.example/table', async () => {
    await page.getByLabel(/in a new window/).check()
    await page.getByRole('button', { name: /^Address/ }).click()
  })
  await link('Night boat returns', () => page.getByRole('button', { name: /^Post Night boat returns/ }).click())
  await page.keyboard.press('Escape')
  await saved(page)
  // A link is known to lead somewhere a moment after it was made.
  await expect(page.locator('.dead-link')).toHaveText([/^Night boat returns/])
  await expect(page.getByRole('navigation', { name: 'Outline' })).toContainText('A link leads to something that is not on the site')
  await page.getByRole('button', { name: 'Side by side' }).click()
  const beside = page.frameLocator('iframe')
  await expect(beside.getByRole('link', { name: 'Ten-trip card' })).toHaveAttribute('href', '/fares/ten-trip-card')
  await expect(beside.getByRole('link', { name: 'https://tides.example/table' })).toHaveAttribute('target', '_blank')
  await expect(beside.getByRole('link', { name: 'Night boat' })).toHaveCount(0)
  expect((await read(item)).status).toBe(200)
  await page.context().close()
})

test('a page is written on and on: signs make headings and lists, Enter leaves them, arrows lead from text to text', async ({
  browser,
}) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  const item = await begin(page, 'Written on and on')
  const blocks = page.locator('article > div [data-block]:not([data-block] [data-block])')
  const kinds = async () => {
    await saved(page)
    const answer = (await (await page.request.get(`/api/v1/items/${item.split('/').at(-1)}`)).json()) as {
      draft: { content: { body: { kind: string; level?: number; ordered?: boolean }[] } }
    }
    return answer.draft.content.body.map(({ kind, level, ordered }) =>
      [kind, level ?? ordered].filter((part) => part !== undefined).join(' '),
    )
  }
  await page.keyboard.press('Enter')
  await expect(page.locator('.ProseMirror:focus')).toBeVisible()
  await page.keyboard.type('## What to bring')
  await expect(blocks.first().locator('h2 .ProseMirror')).toHaveText('What to bring')
  await page.keyboard.press('Enter')
  await page.keyboard.type('- A coat')
  await expect(blocks.nth(1).locator('li')).toHaveText('A coat')
  await page.keyboard.press('Enter')
  await page.keyboard.type('A hat')
  // An empty entry ends the list.
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(blocks).toHaveCount(3)
  await page.keyboard.type('> All aboard')
  await expect(page.locator('.ProseMirror:focus')).toHaveText('All aboard')
  expect(await kinds()).toEqual(['heading 2', 'list false', 'quote'])

  // From the quote up through the list to the heading and the title, and down again.
  const focused = () => page.evaluate(() => (document.activeElement as HTMLInputElement).value || document.activeElement?.textContent)
  for (const text of ['A coatA hat', 'A coatA hat', 'What to bring', 'Written on and on']) {
    await page.keyboard.press('ArrowUp')
    await expect.poll(focused).toBe(text)
  }
  // What is typed goes where the caret is, in the text that the arrow led to.
  await page.keyboard.press('Enter')
  await expect(page.locator('.ProseMirror:focus')).toHaveText('What to bring')
  await page.keyboard.press('ArrowDown')
  await expect(page.locator('.ProseMirror:focus li')).toHaveCount(2)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('End')
  await page.keyboard.type(' and gloves')
  await expect(blocks.nth(1).locator('li').nth(1)).toHaveText('A hat and gloves')
  // With Shift from the end of a text, blocks are chosen.
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByRole('toolbar', { name: 'The chosen blocks' })).toContainText('2')
  await page.keyboard.press('Escape')

  // Turned by the menu, with all that is chosen, and back as one.
  await blocks.nth(1).focus()
  await blocks
    .nth(1)
    .getByRole('button', { name: /^Block 2:/ })
    .press('Enter')
  await page.getByRole('menuitem', { name: 'Paragraph', exact: true }).press('Enter')
  await expect(blocks).toHaveCount(4)
  expect(await kinds()).toEqual(['heading 2', 'paragraph', 'paragraph', 'quote'])
  await page.keyboard.press('Control+z')
  await expect(blocks).toHaveCount(3)

  // Tab in the last cell of a table makes a row.
  await blocks.nth(2).locator('input').focus()
  await page.keyboard.press('ArrowUp')
  await expect(page.locator('.ProseMirror:focus')).toHaveText('All aboard')
  await add(page, 'table')
  const rows = blocks.nth(3).locator('tr')
  await expect(rows).toHaveCount(2)
  await rows.last().locator('td').last().getByRole('textbox').focus()
  await expect(page.locator('.ProseMirror:focus')).toBeVisible()
  await page.keyboard.type('Last')
  await page.keyboard.press('Tab')
  await page.keyboard.type('New row')
  await expect(rows).toHaveCount(3)
  await expect(rows.last().locator('td, th').first()).toHaveText('New row')
  await page.context().close()
})
