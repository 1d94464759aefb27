import { AxeBuilder } from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { stepIn } from './office'

test('the list is asked in words: a query finds, says where it is wrong, and is the address of the list', async ({ browser }) => {
  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto('/office/content')
  const line = noor.getByLabel('What to look for')
  await line.fill('timetable kind:page section:Timetables')
  await expect(noor.getByRole('status').filter({ hasText: /^\d+ items?$/ })).toBeVisible()
  await expect(noor).toHaveURL(/q=timetable/)
  const titles = noor.locator('tbody tr td:first-child')
  await expect.poll(async () => (await titles.allInnerTexts()).every((title) => /timetable/i.test(title))).toBe(true)
  const count = await titles.count()
  expect(count).toBeGreaterThan(1)
  // A query that cannot be read says where, and takes nothing away.
  await line.fill('timetable kind:pages')
  await expect(noor.getByRole('alert')).toContainText('expected page, post, notice')
  await expect(noor.getByRole('alert').locator('mark')).toHaveText('pages')
  await expect(titles).toHaveCount(count)
  expect((await new AxeBuilder({ page: noor }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
  await line.fill('draft:in_review or draft:returned')
  await expect(noor.getByRole('alert')).toHaveCount(0)
  await expect
    .poll(async () => (await noor.locator('tbody tr td:nth-child(3)').allInnerTexts()).every((state) => /In review|Returned/.test(state)))
    .toBe(true)
  const address = noor.url()
  await noor.getByRole('button', { name: 'Show all' }).click()
  await expect(line).toHaveValue('')
  await noor.goto(address)
  await expect(line).toHaveValue('draft:in_review or draft:returned')
  await noor.context().close()
})
