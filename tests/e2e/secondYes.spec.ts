import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Browser, type Page } from '@playwright/test'
import { startServer } from '../support/server'
import { copyOfSeed, stepIn } from './office'

const rolesOf = (page: Page, name: string) => page.getByRole('row').filter({ hasText: name })
async function giveRole(page: Page, name: string, role: string): Promise<void> {
  await page.goto('/office/people')
  await page.getByRole('button', { name: `Change the roles of ${name}` }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Another role' }).click()
  await dialog
    .getByLabel(/^Role \d+$/)
    .last()
    .selectOption({ label: role })
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
}

test('what lets somebody do more waits for a second steward, who reads it and agrees; a new colleague’s link is theirs to hand over', async ({
  browser,
}) => {
  const server = await startServer({ folder: copyOfSeed(), env: { YIELDGATE_DEMO: '1' } })
  try {
    await agree(browser, server.origin)
  } finally {
    await server.stop()
  }
})

async function agree(browser: Browser, baseURL: string): Promise<void> {
  const [maren, idris] = [await stepIn(browser, 'Maren Ostby', { baseURL }), await stepIn(browser, 'Idris Calloway', { baseURL })]
  // Maren is the only steward: what she gives holds at once, and whoever may put live hears of it.
  await giveRole(maren, 'Idris Calloway', 'Steward')
  await expect(maren.getByText('Idris Calloway has these roles now')).toBeVisible()

  // From here on there are two.
  await giveRole(maren, 'Petra Sandvik', 'Publisher')
  await expect(maren.getByText('It waits for a second steward: Idris Calloway can agree')).toBeVisible()
  const own = maren.getByRole('region', { name: 'Waits for a second steward' })
  await expect(own).toContainText(/Petra Sandvik: Publisher on the whole site.*, instead of /)
  await expect(own).toContainText('asked by you')
  await expect(rolesOf(maren, 'Petra Sandvik')).not.toContainText('Publisher')
  await maren.getByRole('button', { name: 'Add a colleague' }).click()
  await maren.getByLabel('Name', { exact: true }).fill('Ada Nilsen')
  await maren.getByLabel('Mail address').fill('ada.nilsen@larkholm.example')
  await maren.getByRole('button', { name: 'Invite', exact: true }).click()
  await expect(own.getByRole('listitem')).toHaveCount(2)

  await idris.goto('/office/people')
  const waiting = idris.getByRole('region', { name: 'Waits for a second steward' })
  await expect(waiting.getByRole('listitem')).toHaveCount(2)
  expect((await new AxeBuilder({ page: idris }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
  await waiting.getByRole('button', { name: /^Agree: Petra Sandvik/ }).click()
  await expect(idris.getByText('It holds from now on')).toBeVisible()
  await expect(rolesOf(idris, 'Petra Sandvik')).toContainText('Publisher')
  await waiting.getByRole('button', { name: /^Agree: Invite Ada Nilsen/ }).click()
  await expect(idris.getByRole('dialog').getByLabel('The link')).toHaveValue(/\/office\/join\?with=/)
  await idris.getByRole('button', { name: 'I have handed it over' }).click()
  await expect(waiting).toBeHidden()

  // How strict it is, is a setting; asking less is asked about too.
  await maren.goto('/office/people?view=sign-in')
  await maren.getByLabel(/^About nothing/).check()
  await maren.getByRole('button', { name: 'Save what is asked' }).click()
  await expect(own).toContainText('A second steward is asked for nothing')
  await own.getByRole('button', { name: 'Take back: A second steward is asked for nothing' }).click()
  await expect(maren.getByText('You took it back; nothing changed')).toBeVisible()
  await expect(own).toBeHidden()
  await Promise.all([maren.context().close(), idris.context().close()])
}
