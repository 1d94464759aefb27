import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { addBlock, begin, choose, saved, stepIn } from './office'

test('what waits stands on the board with who may clear it, and its stay is in the figures afterwards', async ({ browser }) => {
  const wen = await stepIn(browser, 'Wen Zhao')
  await begin(wen, 'Waiting on the board')
  await addBlock(wen, 'Paragraph')
  await wen.keyboard.type('A short text.')
  await saved(wen)
  await wen.getByRole('button', { name: 'Send to review' }).click()
  await wen.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  await expect(wen.getByText('In review').first()).toBeVisible()
  await wen.getByRole('link', { name: 'Checks' }).click()
  const line = (page: typeof wen) => page.getByRole('listitem').filter({ hasText: 'Waiting on the board' })
  await expect(line(wen)).toContainText('For a reviewer')
  await expect(wen.getByRole('button', { name: 'Journal' })).toBeDisabled()

  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto('/office/checks')
  await expect(line(noor)).toContainText('You can clear it')
  await expect(noor.getByRole('img', { name: 'Hours from waiting to the verdict, by gate' }).locator('svg')).toBeVisible()
  const month = noor.getByRole('table', { name: 'By month' }).getByRole('row').last()
  await expect(month).toBeVisible()
  await line(noor).getByRole('link').click()
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(noor.getByText('Cleared').first()).toBeVisible()
  await noor.goBack()
  await expect(noor.getByRole('heading', { name: 'Waiting now' })).toBeVisible()
  await expect(line(noor)).toBeHidden()
  for (const page of [wen, noor]) await page.context().close()
})

test('the journal is narrowed to one person and one kind of act, kept as a file, and verified', async ({ browser }) => {
  const maren = await stepIn(browser, 'Maren Ostby')
  await maren.goto('/office/checks?view=journal')
  await choose(maren, /^Who/, 'Idris Calloway')
  await maren.getByRole('combobox', { name: /^What/ }).selectOption({ label: 'What readers get' })
  const rows = maren.getByRole('table').locator('tbody tr')
  await expect(rows.first()).toContainText('Idris Calloway')
  await expect(rows.filter({ hasNotText: 'Idris Calloway' })).toHaveCount(0)
  await expect(rows.filter({ hasNotText: /put live|put an edition live|laid under|rolled back|withdrew|held back|redirect/ })).toHaveCount(
    0,
  )
  expect(maren.url()).toContain('group=readers')
  const download = maren.waitForEvent('download')
  await maren.getByRole('link', { name: 'CSV' }).click()
  const text = readFileSync(await (await download).path(), 'utf8')
  expect(text.split('\r\n')[0]).toBe('seq,at,person,name,action,item,title,facts,data,hash')
  expect(
    text
      .trimEnd()
      .split('\r\n')
      .slice(1)
      .every((line) => line.includes('Idris Calloway')),
  ).toBe(true)
  await maren.getByLabel('From', { exact: true }).fill('2001-01-01')
  await maren.getByLabel('Up to').fill('2 January 2001')
  await maren.keyboard.press('Enter')
  await expect(maren.getByText('Nothing in the journal is that.')).toBeVisible()
  await maren.getByRole('button', { name: 'Verify the journal' }).click()
  await expect(maren.getByText('Intact.')).toBeVisible()
  await maren.context().close()
})
