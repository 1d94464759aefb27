import { expect, test, type Page } from '@playwright/test'
import { addBlock, begin, bodyOf, caretAt, frames, kill, nextParagraph, pageOf, saved, SLOWER, stepIn, takeLeft, undoUntil } from './office'

/** A number below `most`, of a sequence that a seed decides. */
function dice(seed: number): (most: number) => number {
  let state = seed
  return (most) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state % most
  }
}
const KILLS = Number(process.env.YIELDGATE_KILLS ?? 4)

test('whoever types without a pause loses at most the last half second when the tab is killed', async ({ browser }) => {
  test.setTimeout((60_000 + KILLS * 20_000) * SLOWER)
  let page = await stepIn(browser, 'Wen Zhao')
  const context = page.context()
  const item = await begin(page, 'Typed without a pause')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('Start')
  await saved(page)
  let text = 'Start'
  for (let run = 0; run < KILLS; run++) {
    const next = dice(run + 1)
    const typed: { letter: string; at: number }[] = []
    const until = Date.now() + 400 + next(7_000)
    const slow = 10 + next(140)
    while (Date.now() < until) {
      const letter = next(6) ? String.fromCharCode(97 + next(26)) : ' '
      await page.keyboard.type(letter)
      typed.push({ letter, at: Date.now() })
      await page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), next(slow))
    }
    const killed = Date.now()
    await kill(page)
    page = await pageOf(context)
    await page.goto(item)
    await expect(page.getByRole('textbox', { name: 'Title on the page' })).toHaveValue('Typed without a pause')
    await takeLeft(page)
    const now = await bodyOf(page, item)
    const all = text + typed.map(({ letter }) => letter).join('')
    const safe =
      text +
      typed
        .filter(({ at }) => at < killed - 500 * SLOWER)
        .map(({ letter }) => letter)
        .join('')
    expect(all.startsWith(now.trimEnd()), `run ${run}: “${now}” is a beginning of “${all}”`).toBe(true)
    expect(now.length, `run ${run}: “${now}” holds all of “${safe}”`).toBeGreaterThanOrEqual(safe.trimEnd().length)
    text = now
    await caretAt(page, page.getByRole('group', { name: /block 1/ }).getByText(/^Start/), 'End')
  }
})

test('someone who never pauses is saved while they write, and a closed tab keeps the last words', async ({ browser }) => {
  const page = await stepIn(browser, 'Wen Zhao')
  const context = page.context()
  const item = await begin(page, 'Never a pause')
  await addBlock(page, 'Paragraph')
  let saves = 0
  page.on('requestfinished', (request) => void (request.url().endsWith('/edits') && saves++))
  const start = Date.now()
  let typed = ''
  while (Date.now() - start < 9_000) {
    typed += 'ab '
    await page.keyboard.type('ab ', { delay: 90 })
  }
  // While one types; how often to the second, a test with a clock of its own says (tests/app/draft.test.ts).
  expect(saves).toBeGreaterThan(0)
  await page.keyboard.type('last words')
  // A hand takes longer from the last key to the tab than the browser to the next frame.
  await frames(page)
  await page.close({ runBeforeUnload: false })
  const again = await pageOf(context)
  await again.goto(item)
  await takeLeft(again)
  await expect.poll(() => bodyOf(again, item)).toBe(`${typed}last words`)
})

test('keys typed on a chosen block go into it, Enter opens it, Escape leads back', async ({ browser }) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  await begin(page, 'Chosen blocks')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('One')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('group', { name: /^Paragraph, block 1/ })).toBeFocused()
  await page.keyboard.type(' and more')
  await expect(page.getByRole('group', { name: /^Paragraph, block 1/ })).toContainText('One and more')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await page.keyboard.type('!')
  await expect(page.getByRole('group', { name: /^Paragraph, block 1/ })).toContainText('One and more!')
  // A click beside the words chooses the block.
  await page.getByRole('group', { name: /^Paragraph, block 1/ }).click({ position: { x: 3, y: 3 } })
  await page.keyboard.type(' Beside.')
  await expect(page.getByRole('group', { name: /^Paragraph, block 1/ })).toContainText('One and more! Beside.')

  // What is typed at once after a block was added is in it, whatever the kind.
  const first = {
    Table: page.getByRole('textbox', { name: 'Row 1, column 1' }),
    Box: page.getByLabel('Title of the box'),
    Cards: page.getByLabel('Title of the card'),
    Columns: page.getByRole('region', { name: /^Column 1/ }).getByRole('textbox', { name: 'Paragraph' }),
    Questions: page.getByRole('textbox', { name: 'Question' }),
    Embed: page.getByLabel('Address to embed'),
    People: page.getByRole('combobox', { name: 'Who' }),
  }
  for (const [kind, field] of Object.entries(first)) {
    await addBlock(page, kind)
    await page.keyboard.type(`first ${kind}`)
    const value = field.first()
    await expect(value, kind).toBeVisible()
    await expect
      .poll(() => value.evaluate((element) => ('value' in element ? String(element.value) : element.textContent)), { message: kind })
      .toBe(`first ${kind}`)
    await page.keyboard.press('Escape')
  }
  // The first Escape closed the list of people.
  await page.keyboard.press('Escape')
  await expect(page.getByRole('group', { name: /^People, block/ })).toBeFocused()
})

test('Backspace takes away an empty last paragraph, and joins at the join', async ({ browser }) => {
  const page = await stepIn(browser, 'Wen Zhao')
  await begin(page, 'Joined')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('First')
  await nextParagraph(page)
  await page.keyboard.press('Backspace')
  await expect(page.getByRole('group', { name: /^Paragraph, block/ })).toHaveCount(1)
  await page.keyboard.type(' one.')
  await nextParagraph(page)
  await page.keyboard.type('Second.')
  await caretAt(page, page.getByRole('group', { name: /block 2/ }).getByText('Second.'), 'Home')
  await page.keyboard.press('Backspace')
  await expect(page.getByRole('group', { name: /^Paragraph, block/ })).toHaveCount(1)
  await page.keyboard.type(' And ')
  await expect(page.getByRole('group', { name: /^Paragraph, block 1/ })).toContainText('First one. And Second.')
})

test('a session that ends keeps the text, and leads back to it', async ({ browser }) => {
  const page = await stepIn(browser, 'Wen Zhao')
  const item = await begin(page, 'Signed out meanwhile')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('Before')
  await saved(page)
  await page.context().clearCookies()
  await page.keyboard.type(' and after')
  await expect(page.getByText('You are signed out. Your text is kept.')).toBeVisible()
  await page.getByRole('link', { name: 'Sign in', exact: true }).click()
  await expect(page).toHaveURL(/sign-in/)
  await page.getByRole('button', { name: /Wen Zhao/ }).click()
  await expect(page).toHaveURL(new RegExp(item))
  await page.getByRole('button', { name: 'Restore it' }).click()
  await saved(page)
  await expect.poll(() => bodyOf(page, item)).toBe('Before and after')
})

test('an Undo leaves what a colleague wrote, and a conflict takes words of one’s own; Escape goes back to writing', async ({ browser }) => {
  const [ann, bo] = [await stepIn(browser, 'Wen Zhao'), await stepIn(browser, 'Anton Arrieta')]
  const item = await begin(ann, 'Undone by one of two')
  await addBlock(ann, 'Paragraph')
  await ann.keyboard.type('The quay is shut')
  await saved(ann)
  await ann.keyboard.type(' until nine')
  await saved(ann)
  await bo.goto(item)
  await caretAt(bo, bo.getByRole('group', { name: /block 1/ }).getByText('The quay is shut until nine'), 'End')
  await bo.keyboard.type('. Use the other one')
  await saved(bo)
  await expect(ann.getByText('The quay is shut until nine. Use the other one').first()).toBeVisible()
  await undoUntil(ann, ann.getByRole('group', { name: /block 1/ }).getByText('The quay is shut'), 'The quay is shut. Use the other one')
  await expect.poll(() => bodyOf(ann, item)).toBe('The quay is shut. Use the other one')
  await expect(bo.getByText('The quay is shut. Use the other one').first()).toBeVisible()

  await ann.context().setOffline(true)
  await caretAt(ann, ann.getByRole('group', { name: /block 1/ }).getByText('The quay is shut. Use the other one'), 'End')
  await ann.keyboard.type(' today')
  await expect(ann.getByText('Not saved: no connection')).toBeVisible()
  await caretAt(bo, bo.getByRole('group', { name: /block 1/ }).getByText('The quay is shut. Use the other one'), 'End')
  await bo.keyboard.type(' tomorrow')
  await saved(bo)
  await ann.context().setOffline(false)
  await expect(ann.getByRole('dialog')).toContainText('Someone else changed the same words')
  await ann.keyboard.press('Escape')
  await expect(ann.getByRole('dialog')).toBeHidden()
  await ann.getByRole('button', { name: 'Choose which text should stay' }).click()
  await ann.getByRole('radio', { name: 'Words of my own' }).check()
  await ann.getByRole('dialog').getByRole('textbox', { name: 'Words of my own' }).click()
  await ann.keyboard.press('End')
  await ann.keyboard.type(' and tomorrow')
  await ann.getByRole('button', { name: 'Save with these' }).click()
  await saved(ann)
  await expect.poll(() => bodyOf(ann, item)).toBe('The quay is shut. Use the other one today and tomorrow')
})

/** Holds back each script that a page asks for from now on. Returns a function that lets them come. */
async function holdScripts(page: Page): Promise<() => void> {
  let come = () => {}
  const waits = new Promise<void>((done) => (come = done))
  await page.route(/\/_nuxt\/.*\.js/, async (route) => {
    await waits
    await route.continue()
  })
  return come
}

test('what is typed while a dialog is still on its way goes into it, not into the text', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  await begin(page, 'Typed ahead')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('The text')
  await saved(page)
  const come = await holdScripts(page)
  await page.keyboard.press('Control+s')
  await page.keyboard.type('Why it changed')
  await expect(page.getByRole('group', { name: /block 1/ })).toHaveText('The text')
  come()
  await expect(page.getByRole('textbox', { name: 'What changed, and why?' })).toHaveValue('Why it changed')
  await page.keyboard.type(', twice')
  await expect(page.getByRole('textbox', { name: 'What changed, and why?' })).toHaveValue('Why it changed, twice')
  // The page behind a dialog is not there for roles.
  await expect(page.locator('[data-block]')).toHaveText('The text')
})

test('what is typed while a block is still on its way goes on from field to field in it', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  const item = await begin(page, 'A button typed ahead')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('The text')
  await saved(page)
  const come = await holdScripts(page)
  await page.keyboard.press('Control+Enter')
  await page.getByRole('menuitem', { name: 'Button', exact: true }).click()
  await page.keyboard.type('Booj')
  await page.keyboard.press('Backspace')
  await page.keyboard.type('k')
  await page.keyboard.press('Tab')
  await page.keyboard.type('/fares')
  come()
  await expect(page.getByRole('textbox', { name: 'Where the button leads' })).toHaveValue('/fares')
  await expect(page.getByRole('textbox', { name: 'Words on the button' })).toHaveValue('Book')
  await page.keyboard.type('/winter')
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('End')
  await page.keyboard.type(' here')
  await saved(page)
  const { draft } = (await (await page.request.get(`/api/v1/items/${item.split('/').at(-1)}`)).json()) as {
    draft: { content: { body: { kind: string; label?: string; href?: string }[] } }
  }
  expect(draft.content.body[1]).toMatchObject({ kind: 'button', label: 'Book here', href: '/fares/winter' })
})

test('what was typed for a dialog that does not come is not lost: it goes into the text', async ({ browser }) => {
  const page = await stepIn(browser, 'Anton Arrieta')
  // What the browser fetches ahead would be there all the same.
  let cut = false
  await page.route(/\/_nuxt\/.*\.js/, (route) => (cut || route.request().headers()['sec-purpose'] ? route.abort() : route.continue()))
  const item = await begin(page, 'A dialog that does not come')
  await addBlock(page, 'Paragraph')
  await page.keyboard.type('The quay')
  await saved(page)
  cut = true
  await page.keyboard.press('Control+s')
  await page.keyboard.type(' is shut')
  await expect(page.getByRole('group', { name: /block 1/ })).toHaveText('The quay is shut')
  await saved(page)
  await expect.poll(() => bodyOf(page, item)).toBe('The quay is shut')
})
