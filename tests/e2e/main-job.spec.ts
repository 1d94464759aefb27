import { expect, test } from '@playwright/test'
import { wallTimeOf } from '../../core/time/zone'
import { caretAt, moveClock, nextParagraph, read, saved, stepIn } from './office'

test('a post from an idea to readers and back again, by four people', async ({ browser }) => {
  const [wen, noor, idris, maren] = (await Promise.all(
    ['Wen Zhao', 'Noor Haddad', 'Idris Calloway', 'Maren Ostby'].map((name) => stepIn(browser, name)),
  )) as [import('@playwright/test').Page, import('@playwright/test').Page, import('@playwright/test').Page, import('@playwright/test').Page]

  // The writer starts from one line in the command field, and writes.
  await wen.keyboard.press('Control+k')
  await wen.getByRole('combobox', { name: 'Find or do anything' }).fill('A bell on every quay')
  await wen.getByRole('option', { name: /Start something called “A bell on every quay”/ }).click()
  const start = wen.getByRole('dialog', { name: 'Start an item' })
  await expect(start.getByLabel('Title on the page')).toHaveValue('A bell on every quay')
  await start.getByLabel('Section').selectOption({ label: 'News' })
  await start.getByRole('button', { name: 'Start', exact: true }).click()
  await wen.waitForURL(/office\/items\//)
  await expect(wen.getByRole('textbox', { name: 'Title on the page' })).toHaveValue('A bell on every quay')
  const item = new URL(wen.url()).pathname
  await wen.getByRole('button', { name: 'Add a block', exact: true }).click()
  await wen.getByRole('menuitem', { name: 'Paragraph' }).click()
  await wen.keyboard.type('Each quay gets a bell of its own.')
  await nextParagraph(wen)
  await wen.keyboard.type('It rings two minutes before the boat leaves.')
  await wen.getByLabel('Summary', { exact: true }).fill('Two minutes before each boat, it rings.')
  await saved(wen)

  // She sends it on with a word; the reviewer finds it on Today and returns it with a note at a block.
  await wen.getByRole('button', { name: 'Send to review' }).click()
  await wen.getByLabel('A word to the reviewer').fill('Please check the two minutes')
  await wen.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  await expect(wen.getByText('In review').first()).toBeVisible()
  await noor.getByRole('link', { name: 'Review A bell on every quay' }).click()
  await expect(noor.getByText('“Please check the two minutes”')).toBeVisible()
  await noor.getByRole('button', { name: 'Note on block 2' }).click()
  await noor.getByLabel('What should change here?').fill('Is it two minutes, or three?')
  await noor.getByRole('button', { name: 'Save note' }).click()
  await noor.getByRole('button', { name: 'Return with 1 note' }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Return', exact: true }).click()
  await expect(noor.getByText('Returned').first()).toBeVisible()

  // She sees it on Today and at the block, mends it, and sends it again.
  await wen.goto('/office')
  await expect(wen.getByText('“Is it two minutes, or three?” Noor Haddad')).toBeVisible()
  await wen.getByRole('link', { name: 'Mend A bell on every quay' }).click()
  const noted = wen.getByRole('group', { name: /Paragraph, block 2/ })
  await expect(noted).toContainText('Noor Haddad: Is it two minutes, or three?')
  await caretAt(wen, noted.getByText('It rings two minutes'), 'End')
  await wen.keyboard.type(' Three in winter.')
  await noted.getByRole('button', { name: 'Dealt with' }).click()
  await expect(noted.getByText('Noor Haddad:')).toBeHidden()
  await saved(wen)
  await wen.getByRole('button', { name: 'Send to review' }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  await expect(wen.getByText('In review').first()).toBeVisible()

  // The reviewer clears exactly this version; the writer could not have.
  await noor.goto(item)
  await expect(noor.getByText(/^1 block changed since you returned version \d+$/)).toBeVisible()
  await expect(noor.locator('ins').getByText('Three in winter.')).toBeVisible()
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(noor.getByText('Cleared').first()).toBeVisible()

  // The publisher sets a time, moves it, and the scheduler does it at that moment.
  await idris.goto(item)
  await idris.getByRole('button', { name: 'More actions' }).click()
  await idris.getByRole('menuitem', { name: 'Set a time' }).click()
  const soon = wallTimeOf(new Date(Date.now() + 26 * 3_600_000).toISOString(), 'Europe/Oslo')
  await idris.getByLabel('Date', { exact: true }).fill(soon.date)
  await idris.getByLabel(/^Time in/).fill(soon.time)
  await idris.getByRole('button', { name: 'Set the time' }).click()
  await expect(idris.getByText('planned by Idris Calloway')).toBeVisible()
  await idris.getByRole('button', { name: 'More actions' }).click()
  await idris.getByRole('menuitem', { name: 'Move its time' }).click()
  const sooner = wallTimeOf(new Date(Date.now() + 2 * 3_600_000).toISOString(), 'Europe/Oslo')
  await idris.getByLabel('Date', { exact: true }).fill(sooner.date)
  await idris.getByLabel(/^Time in/).fill(sooner.time)
  await idris.getByRole('button', { name: 'Set the time' }).click()
  await expect(idris.getByText(/^Scheduled /)).toBeVisible()
  expect((await read('/posts/a-bell-on-every-quay')).status).toBe(404)
  moveClock(2.1 * 3_600_000)

  // The receipt says where it is and what it answers; readers get it in page, listing, feed and sitemap.
  const receipt = idris.getByRole('region', { name: 'Receipt' })
  await expect(receipt).toContainText('/posts/a-bell-on-every-quay answers 200')
  await expect(receipt).toContainText('All posts')
  await expect(receipt).toContainText('Feed')
  const first = await read('/posts/a-bell-on-every-quay')
  expect(first.text).toContain('It rings two minutes before the boat leaves. Three in winter.')
  for (const place of ['/', '/posts', '/feed.xml', '/sitemap.xml'])
    expect([place, (await read(place)).text.includes('/posts/a-bell-on-every-quay')]).toEqual([place, true])

  // The writer drafts a change with a new address; the live page stays as it is.
  await wen.goto(item)
  await wen.getByRole('button', { name: 'Begin a draft' }).click()
  await wen.getByLabel('Address segment').fill('quay-bells')
  await caretAt(wen, wen.getByRole('article').getByText('Each quay gets a bell'), 'End')
  await wen.keyboard.type(' They come from the old Petrel.')
  await saved(wen)
  expect((await read('/posts/a-bell-on-every-quay')).text).toBe(first.text)
  await wen.getByRole('button', { name: 'Send to review' }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  await expect(wen.getByText('In review').first()).toBeVisible()
  await noor.goto(item)
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(noor.getByText('Cleared').first()).toBeVisible()
  await idris.goto(item)
  await idris.getByRole('button', { name: 'Put live now' }).click()
  await expect(receipt).toContainText('/posts/quay-bells answers 200')
  await expect(receipt).toContainText('/posts/a-bell-on-every-quay answers 301 to /posts/quay-bells')
  expect(await read('/posts/a-bell-on-every-quay')).toMatchObject({ status: 301, location: '/posts/quay-bells' })

  // The publisher rolls back: the older text is live at its older address, and the newer address leads on.
  await idris.getByRole('button', { name: 'History' }).click()
  const older = idris
    .getByRole('listitem')
    .filter({ hasText: 'Live' })
    .filter({ has: idris.getByRole('button', { name: 'Roll back to this' }) })
  let tell = () => {}
  const told = new Promise<void>((done) => (tell = done))
  await idris.route(/\/versions\/[^/]+\/roll-back$/, (route) => told.then(() => route.continue()))
  await older.first().getByRole('button', { name: 'Roll back to this' }).click()
  // Until it is known what it would undo, there is nothing to agree to.
  const yes = idris.getByRole('dialog').getByRole('button', { name: 'Roll back' })
  await expect(yes).toBeDisabled()
  tell()
  await expect(idris.getByRole('dialog')).toContainText('The address becomes /posts/a-bell-on-every-quay')
  await yes.click()
  await expect(idris.getByText('rolled back to by Idris Calloway')).toBeVisible()
  expect((await read('/posts/a-bell-on-every-quay')).text).not.toContain('old Petrel')
  expect(await read('/posts/quay-bells')).toMatchObject({ status: 301, location: '/posts/a-bell-on-every-quay' })

  // Withdrawn: 410, and back with one step.
  await idris.getByRole('button', { name: 'More actions' }).click()
  await idris.getByRole('menuitem', { name: 'Withdraw from the site' }).click()
  await idris.getByRole('dialog').getByRole('textbox', { name: 'Why, if you like' }).fill('The bell is down')
  await idris.getByRole('dialog').getByRole('button', { name: 'Withdraw' }).click()
  await expect(idris.getByText('Withdrawn').first()).toBeVisible()
  expect((await read('/posts/a-bell-on-every-quay')).status).toBe(410)
  expect((await read('/posts')).text).not.toContain('a-bell-on-every-quay')
  await idris.getByRole('button', { name: 'More actions' }).click()
  await idris.getByRole('menuitem', { name: 'Put back as it was' }).click()
  await expect(receipt).toContainText('/posts/a-bell-on-every-quay answers 200')

  // The journal holds all of it and verifies.
  await maren.goto('/office/checks?view=journal')
  await maren.getByRole('button', { name: 'Verify the journal' }).click()
  await expect(maren.getByText('Intact.')).toBeVisible()
  moveClock(0)
})
