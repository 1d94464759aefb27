import { expect, test } from '@playwright/test'
import { DEMO_PASSWORD } from '../../demo/people'
import { codeAt } from '../../server/services/people/secondFactor'
import { openMailbox, tokenIn } from '../support/mailbox'
import { firstCodeOf, PASSWORD, startServer } from '../support/server'
import { origin, pageOf, stepIn } from './office'

test('a second factor is turned on with an authenticator; signing in asks for its code, and a recovery code helps once', async ({
  browser,
}) => {
  const petra = await stepIn(browser, 'Petra Sandvik')
  await petra.goto('/office/me')
  const part = petra.getByRole('region', { name: /^Second factor/ })
  await part.getByLabel('Your password').fill(DEMO_PASSWORD)
  await part.getByRole('button', { name: 'Turn it on' }).click()
  await expect(part.getByRole('img')).toBeVisible()
  const secret = (await part.locator('.break-all').innerText()).trim()
  await part.getByLabel('The code that it shows now').fill(codeAt(secret, new Date()))
  await part.getByRole('button', { name: 'Turn it on' }).click()
  await expect(part.getByRole('button', { name: 'I have kept them' })).toBeVisible()
  const codes = await part.getByRole('listitem').allInnerTexts()
  expect(codes).toHaveLength(10)
  await part.getByRole('button', { name: 'I have kept them' }).click()
  await expect(part.getByText('10 recovery codes left')).toBeVisible()

  // Elsewhere the password alone is not enough, and a code that was used is none.
  const elsewhere = await pageOf(await browser.newContext({ baseURL: origin() }))
  await elsewhere.goto('/office/sign-in')
  await elsewhere.getByLabel('Mail address').fill('petra.sandvik@larkholm.example')
  await elsewhere.getByLabel('Password').fill(DEMO_PASSWORD)
  await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click()
  const field = elsewhere.getByLabel('Code of your authenticator')
  await expect(field).toBeFocused()
  await field.fill('000000')
  await elsewhere.keyboard.press('Enter')
  await expect(elsewhere.getByRole('alert')).toContainText('That code is not right, or was used before')
  await field.fill(codes[0]!)
  await elsewhere.keyboard.press('Enter')
  await expect(elsewhere.getByRole('heading', { level: 1 })).toContainText('Petra')

  // The first window sees the other, and ends it.
  await petra.reload()
  const there = petra.getByRole('region', { name: 'Where you are signed in' })
  await expect(there.getByRole('button', { name: 'Sign out there' }).first()).toBeVisible()
  await there.getByRole('button', { name: 'Sign out everywhere but here' }).click()
  await expect(there.getByRole('button', { name: 'Sign out there' })).toHaveCount(0)
  await elsewhere.goto('/office/me')
  await expect(elsewhere.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await part.getByLabel('Your password').fill(DEMO_PASSWORD)
  await part.getByRole('button', { name: 'Take it off' }).click()
  await expect(part.getByText('off', { exact: true })).toBeVisible()
  for (const page of [petra, elsewhere]) await page.context().close()
})

test('a steward sees the office as a writer does, and can change nothing meanwhile', async ({ browser }) => {
  const maren = await stepIn(browser, 'Maren Ostby')
  await maren.goto('/office/people')
  await maren.getByRole('button', { name: 'More for Sorley Grant' }).click()
  await maren.getByRole('menuitem', { name: 'See the office as they do' }).click()
  const strip = maren.getByRole('status').filter({ hasText: 'you see the office as Sorley Grant does' })
  await expect(strip).toBeVisible()
  await expect(maren.getByRole('heading', { level: 1 })).toContainText('Sorley')
  await maren.getByRole('link', { name: 'Mend Getting to Innermost quay' }).click()
  await maren.getByRole('button', { name: 'Send to review' }).click()
  await maren.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  // What is refused stands in the dialog, which stays with what was written in it.
  await expect(maren.getByRole('dialog').getByRole('alert').filter({ hasText: 'nothing can be changed meanwhile' })).toBeVisible()
  await maren.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await strip.getByRole('button', { name: 'Back to my own' }).click()
  await expect(maren.getByRole('heading', { level: 1 })).toContainText('Maren')
  await expect(strip).toBeHidden()
  await maren.context().close()
})

test('where mail goes out, a steward turns on a second factor first; a forgotten password is chosen anew by a link', async ({
  browser,
}) => {
  const box = await openMailbox()
  const server = await startServer({ env: { YIELDGATE_SMTP: box.address } })
  const email = 'maren@harbour.example'
  const page = await pageOf(await browser.newContext({ baseURL: server.origin }))
  const first = {
    siteName: 'Small Harbour',
    zone: 'Europe/Oslo',
    language: 'en',
    name: 'Maren Ostby',
    email,
    password: PASSWORD,
    code: firstCodeOf(server),
  }
  await page.request.post('/api/v1/first-start', { data: first })
  await page.goto('/office/people')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('One step before you go in')
  await page.getByLabel('Your password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Turn it on' }).click()
  await page.getByLabel('The code that it shows now').fill(codeAt((await page.locator('.break-all').innerText()).trim(), new Date()))
  await page.getByRole('button', { name: 'Turn it on' }).click()
  const code = await page.getByRole('listitem').first().innerText()
  await page.getByRole('button', { name: 'I have kept them' }).click()
  await page.getByRole('button', { name: 'Go to the office' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Maren. Nothing waits for you.')

  // At the door again, the password is not remembered.
  await page.context().clearCookies()
  await page.goto('/office/sign-in')
  await page.getByRole('button', { name: 'Send a link for a new one' }).click()
  await expect(page.getByLabel('Mail address')).toBeFocused()
  await page.getByLabel('Mail address').fill(email)
  await page.getByRole('button', { name: 'Send a link for a new one' }).click()
  await expect(page.getByRole('status')).toContainText('is on its way there')
  const sentTo = () => box.to(email).find(({ subject }) => subject === 'A link for a new password')
  await expect.poll(sentTo).toBeTruthy()
  await page.goto(`/office/join?with=${tokenIn(sentTo()!)}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Welcome back, Maren')
  await page.getByLabel('Password', { exact: true }).fill('another boat at seven')
  await page.getByLabel('The same again').fill('another boat at seven')
  await page.getByRole('button', { name: 'Come in' }).click()
  // The link alone is not enough: the second factor is asked for.
  await page.getByLabel('Mail address').fill(email)
  await page.getByLabel('Password', { exact: true }).fill('another boat at seven')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByLabel('Code of your authenticator').fill(code)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Maren. Nothing waits for you.')
  await page.context().close()
  await server.stop()
  await box.close()
})
