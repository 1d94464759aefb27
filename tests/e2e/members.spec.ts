import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { origin, pageOf, saved, stepIn } from './office'

/** The link in the newest mail to an address, as the stand-in for a mail server shows it in the demo. */
async function linkTo(steward: Page, email: string): Promise<string> {
  let link: string | undefined
  await expect
    .poll(async () => {
      const mails = (await (await steward.request.get('/api/v1/mail')).json()) as { to: string; text: string }[]
      link = /\/account\/choose\?token=[\w-]+/.exec(mails.find(({ to }) => to.includes(email))?.text ?? '')?.[0]
      return link
    })
    .toBeTruthy()
  return link!
}
const clean = async (page: Page) => expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])

test('a reader signs up, reads a page that was made for members, and signs out', async ({ browser }) => {
  const email = `sigrid.${test.info().workerIndex}.${Date.now()}@readers.example`
  // A writer closes a page to all but members of a group; it goes its way through the gate.
  const sorley = await stepIn(browser, 'Sorley Grant')
  await sorley.goto('/office/content?start=page')
  const start = sorley.getByRole('dialog', { name: 'Start an item' })
  await start.getByLabel('Title').fill('Evening crossings')
  await start.getByLabel('Section').selectOption({ label: 'Fares' })
  await start.getByRole('button', { name: 'Start', exact: true }).click()
  const who = sorley.getByRole('group', { name: 'Who may read it' })
  await who.getByLabel('Members of groups').check()
  await who.getByLabel('Season card holders').check()
  await saved(sorley)
  const [, item] = /\/office\/items\/([0-9a-f-]+)/.exec(sorley.url())!
  const { draft } = (await (await sorley.request.get(`/api/v1/items/${item}`)).json()) as { draft: { id: string; head: string } }
  const send = async (page: Page, path: string, data: object) => {
    const answer = await page.request.post(`/api/v1${path}`, { data, headers: { 'if-match': `"${draft.head}"` } })
    expect(answer.ok(), await answer.text()).toBe(true)
  }
  await send(sorley, `/drafts/${draft.id}/send`, {})
  await send(await stepIn(browser, 'Noor Haddad'), `/drafts/${draft.id}/clear`, { gate: 'review' })
  const idris = await stepIn(browser, 'Idris Calloway')
  await send(idris, `/drafts/${draft.id}/put-live`, {})
  await idris.goto(`/office/items/${item}`)
  await expect(idris.getByLabel('Receipt').getByText('members of Season card holders')).toBeVisible()

  // A reader comes by its address and is asked to sign in; nothing of the page is told.
  const window = await browser.newContext({ baseURL: origin(), viewport: { width: 390, height: 800 } })
  const reader = await pageOf(window)
  await reader.goto('/evening-crossings')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('For members')
  await expect(reader.getByText('Evening crossings')).toHaveCount(0)
  await clean(reader)
  await reader.getByRole('link', { name: 'Become a member' }).click()
  await reader.getByLabel('Name').fill('Sigrid Aune')
  await reader.getByLabel('Mail address').fill(email)
  await reader.getByRole('button', { name: 'Send me a link' }).click()
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Look into your mail')
  const maren = await stepIn(browser, 'Maren Ostby')
  await reader.goto(await linkTo(maren, email))
  await reader.getByLabel('New password').fill('short')
  await reader.getByRole('button', { name: 'Save' }).click()
  await expect(reader.getByRole('alert')).toContainText('at least 12 characters')
  await reader.getByLabel('New password').fill('mussel and lighthouse')
  await reader.getByRole('button', { name: 'Save' }).click()
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Your account')
  await clean(reader)
  await reader.goto('/evening-crossings')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Not open to your account')

  // Whoever looks after members puts this one into the group, by the keyboard.
  const liv = await stepIn(browser, 'Liv Marchetti')
  await liv.goto('/office/readers')
  await liv.getByRole('searchbox', { name: 'A name or a mail address' }).fill(email)
  await expect(liv.getByRole('status').filter({ hasText: '1 member' })).toBeVisible()
  await liv.getByRole('button', { name: 'Change Sigrid Aune' }).press('Enter')
  const dialog = liv.getByRole('dialog', { name: 'The member Sigrid Aune' })
  await dialog.getByLabel('Season card holders', { exact: true }).press('Space')
  await dialog.getByRole('button', { name: 'Save' }).press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(liv.getByRole('listitem').filter({ hasText: 'Sigrid Aune' })).toContainText('Season card holders')
  await clean(liv)

  await reader.goto('/evening-crossings')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Evening crossings')
  await reader.goto('/account')
  await expect(reader.getByRole('main').getByRole('link', { name: 'Evening crossings' })).toBeVisible()
  await reader.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(reader.getByRole('link', { name: 'Sign in' })).toBeVisible()
  await reader.goto('/evening-crossings')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('For members')
  // Signed in again from the closed page, one stands on it.
  await reader.getByLabel('Mail address').fill(email)
  await reader.getByLabel('Password').fill('mussel and lighthouse')
  await reader.getByRole('button', { name: 'Sign in' }).click()
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Evening crossings')

  // Shut out, they are a stranger at once. What the test made goes again.
  await liv.getByRole('button', { name: 'Change Sigrid Aune' }).click()
  await liv.getByRole('dialog').getByRole('button', { name: 'Shut out' }).click()
  await expect(liv.getByRole('listitem').filter({ hasText: 'Sigrid Aune' })).toContainText('shut out')
  await reader.reload()
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('For members')
  await liv.getByRole('button', { name: 'Change Sigrid Aune' }).click()
  await liv.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  await liv.getByRole('dialog', { name: 'Remove Sigrid Aune?' }).getByRole('button', { name: 'Remove' }).click()
  await expect(liv.getByText('No member is like this.')).toBeVisible()
  const { live } = (await (await idris.request.get(`/api/v1/items/${item}`)).json()) as { live: { version: string } }
  await idris.request.post(`/api/v1/items/${item}/withdraw`, { data: {}, headers: { 'if-match': `"${live.version}"` } })
})

test('a page with a password opens to whoever has it, until the password is another', async ({ browser }) => {
  const liv = await stepIn(browser, 'Liv Marchetti')
  await liv.goto('/office/readers?view=pages')
  await expect(liv.getByRole('listitem').filter({ hasText: 'Pictures and figures' })).toContainText('whoever has the password “Press”')
  const reader = await pageOf(await browser.newContext({ baseURL: origin() }))
  await reader.goto('/about/for-the-press/pictures-and-figures')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('This page has a password')
  const tryIt = async (password: string) => {
    await reader.getByLabel('Password').fill(password)
    await reader.getByRole('button', { name: 'Open the page' }).click()
  }
  await tryIt('high water')
  await expect(reader.getByRole('alert')).toHaveText('That is not the password.')
  await tryIt('tide table')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('Pictures and figures')
  const change = async (password: string) => {
    await liv.goto('/office/readers?view=passwords')
    await liv.getByRole('button', { name: 'The password “Press”' }).click()
    await liv.getByLabel('Another password').fill(password)
    await liv.getByRole('button', { name: 'Save' }).click()
    await expect(liv.getByText('The password “Press” is changed')).toBeVisible()
  }
  await change('spring tide table')
  await reader.reload()
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText('This page has a password')
  await change('tide table')
  // What something on the site is for cannot be removed, and the dialog says what.
  await liv.getByRole('button', { name: 'The password “Press”' }).click()
  await liv.getByRole('button', { name: 'Remove' }).click()
  await expect(liv.getByRole('alert')).toContainText('“Pictures and figures” on the site is for it')
})
