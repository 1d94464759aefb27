import { expect, test } from '@playwright/test'
import { read, stepIn } from './office'

test('a branch is moved in an edition by the keyboard alone; old addresses lead on, and one undo takes it back', async ({ browser }) => {
  const page = await stepIn(browser, 'Sorley Grant')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('page tree')
  await page.getByRole('option', { name: /Site/ }).first().click()
  const tree = page.getByRole('tree', { name: 'Page tree', exact: true })
  await expect(tree.getByRole('treeitem').first()).toBeVisible()
})
