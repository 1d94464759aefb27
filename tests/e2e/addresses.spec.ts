import { expect, test } from '@playwright/test'
import { read, stepIn } from './office'

test('an address for a poster is made, tried, followed, changed, refused in a circle, ended and given back', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find or do anything' }).fill('redirects')
  await expect(page.getByRole('option').first()).toContainText('Addresses')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Addresses' })).toBeVisible()
  const list = page.getByRole('list', { name: 'Addresses' })
  await page.getByRole('button', { name: 'Redirect an address' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Address', { exact: true }).fill('/posters/winter')
  await dialog.getByLabel('What readers and search engines are told').selectOption({ label: 'Elsewhere for now (302)' })
  await dialog.getByRole('combobox', { name: 'Leads to' }).fill('Timetables')
  await page
    .getByRole('option', { name: /^Timetables/ })
    .first()
    .click()
  await dialog.getByLabel('What it is for').fill('for the winter posters')
  await dialog.getByRole('button', { name: 'Redirect an address' }).click()
  await expect(list.getByRole('listitem').filter({ hasText: '/posters/winter' })).toContainText(
    'Elsewhere for now (302) · for the winter posters',
  )
  await expect.poll(() => read('/posters/winter')).toMatchObject({ status: 302, location: '/timetables' })

  await page.getByLabel('Address to try').fill('Posters/Winter')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Readers are led to /posters/winter, the one form of this address.')).toBeVisible()
  await page.getByLabel('Address to try').fill('/posters/winter')
  await page.keyboard.press('Enter')
  await expect(page.getByText('A redirect leads readers to /timetables.')).toBeVisible()

  // A circle is refused in the dialog, which keeps what was written.
  await page.getByRole('button', { name: 'Change the redirect from /posters/winter' }).click()
  // The dialog takes the focus to its first field once it stands; what is filled in before that would be left again.
  await expect(dialog.locator('#redirect-from')).toBeFocused()
  await dialog.getByRole('combobox', { name: 'Leads to' }).fill('/posters/winter')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('It would lead in a circle: /posters/winter → /posters/winter')).toBeVisible()
  await dialog.getByRole('combobox', { name: 'Leads to' }).fill('/notices')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toHaveCount(0)
  await expect.poll(async () => (await read('/posters/winter')).location).toBe('/notices')

  await page.getByRole('button', { name: 'End the redirect from /posters/winter' }).click()
  await expect(list.getByText('/posters/winter')).toHaveCount(0)
  await expect.poll(async () => (await read('/posters/winter')).status).toBe(404)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
  await expect(list.getByText('/posters/winter')).toBeVisible()
  await expect.poll(() => read('/posters/winter')).toMatchObject({ status: 302, location: '/notices' })
  await page.getByLabel('Words in addresses, titles and notes').fill('winter posters')
  await expect(list.getByRole('listitem')).toHaveCount(1)
  await page.context().close()

  // Who may not put live on the whole site sees them, and why they are not theirs to change.
  const writer = await stepIn(browser, 'Wen Zhao')
  await writer.goto('/office/addresses')
  await expect(writer.getByRole('list', { name: 'Addresses' })).toContainText('/boats')
  await expect(writer.getByRole('button', { name: 'Redirect an address' })).toBeDisabled()
  await expect(writer.getByRole('button', { name: /^End the redirect/ })).toHaveCount(0)
  await writer.context().close()
})
